"""The fixings and hardware of a plan that a crew's own may be bought instead of, what is asked of those, and what the prices of own goods hang on."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE, GoodEntry
from rowstake.core.fasteners import plainly
from rowstake.core.goods import GOODS
from rowstake.core.job import Job
from rowstake.core.job.own import may_stand_in
from rowstake.core.measure import Printer
from rowstake.core.planned import AnyPlan


@dataclass(frozen=True, slots=True)
class StandsIn:
    """`lengths`, `packs`, `leaf`: whether the lengths it comes in, its packs, the leaf it is made for are told; `rated`: what its maker
    has to give it, in words."""

    id: str
    name: str
    lengths: bool
    packs: bool
    leaf: bool
    rated: str


def own_keys(job: Job) -> dict[str, str]:
    """What the price of each of a job's own goods hangs on in a book, by its name: timber, bags, fixings and hardware."""
    timber = {own.name: own.section(job.region).id for own in job.own}
    return (
        timber | {bag.name: "concrete" for bag in job.own_bags} | {good.name: good.entry().id for good in job.own_goods}
    )


def own_for(job: Job) -> dict[str, str]:
    """What each of a job's own fixings and pieces of hardware is bought instead of, in words, by its name."""
    return {own.name: plainly(GOODS[own.instead_of], job.units) for own in job.own_goods}


def _rated(entry: GoodEntry, p: Printer) -> str:
    """What the rules count on that it carries, with the figure where the catalogue has one."""
    capacity = CATALOGUE.structure.ledger.capacity_n
    return entry.rated + (f": {p.force(capacity[entry.rated_as] / 1000)}" if entry.rated_as else "")


def stands_in(plan: AnyPlan) -> list[StandsIn]:
    """In the order of the list for the yard, each once, by the first of its names there."""
    out: dict[str, StandsIn] = {}
    for line in plan.lists.buy:
        if line.good.section is None and may_stand_in(entry := line.good.entry):
            name = plainly(entry, plan.brief.job.units)
            out.setdefault(
                entry.id,
                StandsIn(
                    entry.id, name, entry.driven, bool(entry.packs), entry.swings, _rated(entry, plan.brief.printer)
                ),
            )
    return list(out.values())
