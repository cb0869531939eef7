"""About what it costs to put a fault right, by the number of places: hours of work and goods at the prices of a book."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal

from rowstake.core.catalogue import InspectionRule
from rowstake.core.cost.book import Prices
from rowstake.core.cost.costing import line_costs
from rowstake.core.cost.money import ZERO, Purse
from rowstake.core.cost.services import WORK
from rowstake.core.goods import GOODS, Good
from rowstake.core.planned import AnyPlan
from rowstake.core.takeoff.lists import BuyLine

PLACES = (1, 2, 3, 5, 10)


@dataclass(frozen=True, slots=True)
class Mend:
    """So many places: what it takes in words, and about what it costs; None where nothing of it has a price."""

    places: int
    words: str
    cost: float | None


def mends(rule: InspectionRule, plan: AnyPlan, prices: Prices | None) -> tuple[Mend, ...]:
    return tuple(_mend(rule, plan, prices, places) for places in PLACES)


def _mend(rule: InspectionRule, plan: AnyPlan, prices: Prices | None, places: int) -> Mend:
    """Σ (what one place takes · places · price), in the book's money."""
    lines = [_line(plan, id, count * places) for id, count in {"labour": rule.hours, **rule.goods}.items()]
    told = [f"{lines[0].buy:g} h of work", *(f"{line.buy:g} × {line.item}" for line in lines[1:])]
    words = ", ".join(told) + (", and timber" if rule.timber else "")
    if prices is None:
        return Mend(places, words, None)
    costs = [cost for line in lines for cost in line_costs(line, prices, plan.brief.printer)]
    total, lacking = sum((c.total or ZERO for c in costs), ZERO), [c.what for c in costs if c.total is None]
    if len(lacking) == len(costs):
        return Mend(places, words, None)
    more = f"; no price for {', '.join(lacking)}" if lacking else ""
    return Mend(places, f"{words}: about {Purse(prices.currency).told(total)}{more}", float(total))


def _line(plan: AnyPlan, id: str, count: float) -> BuyLine:
    """Of goods in any size: the price of the kind, or of the very size that the job takes."""
    used = next((line.good for line in plan.lists.buy if line.good.of == id), None)
    good = used or Good(id, (), GOODS[id].words.split("{")[0].rstrip(" ,×").removesuffix(" for"))
    pack = plan.lists.buyer.bag.kg if id == "concrete" else None
    name = "bags of concrete" if id == "concrete" else "work" if id == "labour" else good.words
    return BuyLine(
        WORK if id == "labour" else "Hardware",
        name,
        float(Decimal(str(count))),
        good.entry.unit,
        "",
        (),
        good,
        pack=pack,
    )
