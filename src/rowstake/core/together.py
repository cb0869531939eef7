"""Several jobs bought for together, as those of one garden are: what is cut from the same timber shares its lengths."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from rowstake.core.parts import Part
from rowstake.core.planned import AnyPlan
from rowstake.core.takeoff.lists import Buyer, TakeOff, take_off


@dataclass(frozen=True, slots=True)
class Together:
    """`jobs` are the names of the jobs by the letter that stands before the labels of their pieces."""

    region: str
    jobs: dict[str, str]
    lists: TakeOff


def together(plans: Mapping[str, AnyPlan]) -> list[Together]:
    """One list for every region among the jobs, which come by their letters: what is sold in one is not sold in another. Bags
    are those of the first job that has any; what is stained is reckoned job by job."""
    named = list(plans.items())
    regions = {plan.brief.region.id: plan.brief.region.name for plan in plans.values()}
    return [
        Together(name, {letter: plan.brief.job.name for letter, plan in own}, _bought(own))
        for key, name in regions.items()
        if (own := [(letter, plan) for letter, plan in named if plan.brief.region.id == key])
    ]


def _bought(named: list[tuple[str, AnyPlan]]) -> TakeOff:
    plans = [plan for _, plan in named]
    parts = [_lettered(part, letter) for letter, plan in named for part in plan.parts]
    lists = take_off(_buyer([plan.lists for plan in plans]), parts, sum(plan.lists.spoil_m3 for plan in plans))
    stained = [
        replace(line, for_parts=tuple(f"{letter} {what}" for what in line.for_parts))
        for letter, plan in named
        for line in plan.lists.buy
        if line.group == "Finish"
    ]
    return replace(lists, buy=(*lists.buy, *stained))


def _lettered(part: Part, letter: str) -> Part:
    return replace(part, label=f"{letter} {part.label}", of=f"{letter} {part.of}")


def _buyer(lists: list[TakeOff]) -> Buyer:
    """As the first job buys, within what every job will have: the shortest of their longest lengths, stainless if any is near
    salt."""
    first = next((each for each in lists if each.bags), lists[0]).buyer
    longest: dict[str, float] = {}
    for each in lists:
        for section, most in each.buyer.longest_mm.items():
            longest[section] = min(most, longest.get(section, most))
    salt = any(each.buyer.near_salt for each in lists)
    handled = [each.buyer.most_mm for each in lists if each.buyer.most_mm is not None]
    return replace(
        first, near_salt=salt, longest_mm=longest, most_mm=min(handled, default=None), finish_after_days=None
    )
