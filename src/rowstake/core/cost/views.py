"""A costing in words for the screen: its lines, what is put on top, how each came about."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from rowstake.core.cost.book import Prices
from rowstake.core.cost.costing import Costing, CostLine, costed
from rowstake.core.cost.money import Purse
from rowstake.core.parts import Working
from rowstake.core.planned import AnyPlan
from rowstake.core.views.base import Figure


@dataclass(frozen=True, slots=True)
class CostRow:
    """One line; `each` and `total` are empty where it has no price, and `how` says why."""

    section: str
    group: str
    what: str
    length: str
    count: str
    unit: str
    each: str
    total: str
    supplier: str
    how: str
    key: str
    lacks: int


@dataclass(frozen=True, slots=True)
class SubtotalRow:
    key: str
    name: str
    text: str
    working: str


@dataclass(frozen=True, slots=True)
class CostTold:
    """What a job costs, in words. `missing` are books that are chosen and no longer there."""

    currency: str
    rows: list[CostRow]
    subtotals: list[SubtotalRow]
    total: str
    per: str
    unpriced: list[str]
    workings: dict[str, Working]
    proof: str
    missing: list[str]


def cost_rows(lines: Sequence[CostLine], currency: str) -> list[CostRow]:
    purse = Purse(currency)

    def told(line: CostLine) -> CostRow:
        each, total = ("" if x is None else purse.told(x) for x in (line.each, line.total))
        return CostRow(
            line.section, line.group, line.what, line.length, f"{line.count.normalize():f}", line.unit, each, total, line.supplier, line.how, line.key, line.lacks
        )  # fmt: skip

    return [told(line) for line in lines]


def cost_told(made: Costing, missing: list[str]) -> CostTold:
    rows = cost_rows(made.lines, made.currency)
    subtotals = [SubtotalRow(s.key, s.name, s.told, f"cost_{s.key}") for s in made.subtotals]
    return CostTold(
        made.currency, rows, subtotals, made.total_told, made.per, list(made.unpriced), made.workings,
        made.plan.workings["timber"].rule if "timber" in made.plan.workings else "", missing,
    )  # fmt: skip


def cost_figures(prices: Prices | None, plan: AnyPlan) -> list[Figure]:
    """The price of a plan as a figure that plans are compared by, from lists made at once; none where there are no prices. One that is
    not whole is no better or worse than another."""
    if prices is None:
        return []
    made = costed(plan, prices, proven=False)
    without = (
        f", without {len(made.unpriced)} thing{'s that have' if len(made.unpriced) != 1 else ' that has'} no price"
        if made.unpriced
        else ""
    )
    return [
        Figure("cost_part" if made.unpriced else "cost", "price", f"{made.total_told}{without}", float(made.total), "")
    ]
