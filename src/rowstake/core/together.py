"""Several jobs bought for together, as those of one garden are: what is cut from the same timber shares its lengths, and is had at the prices of
the books that the jobs use."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from decimal import Decimal

from rowstake.core.cost.book import Prices
from rowstake.core.cost.costing import line_costs
from rowstake.core.cost.money import ZERO, Purse
from rowstake.core.cutting.best import best_plan
from rowstake.core.parts import Part
from rowstake.core.planned import AnyPlan
from rowstake.core.takeoff.lists import Buyer, BuyLine, TakeOff, take_off
from rowstake.core.takeoff.on_sale import CATALOGUES


@dataclass(frozen=True, slots=True)
class Together:
    """`jobs` are the names of the jobs by the letter that stands before the labels of their pieces."""

    region: str
    jobs: dict[str, str]
    lists: TakeOff
    prices: Prices | None = None
    goods: Decimal = ZERO
    """What has a price of the lists, together."""
    unpriced: tuple[str, ...] = field(default=())


def by_region(plans: Mapping[str, AnyPlan]) -> dict[str, dict[str, AnyPlan]]:
    """The jobs by their regions: what is sold in one is not sold in another."""
    out: dict[str, dict[str, AnyPlan]] = {}
    for letter, plan in plans.items():
        out.setdefault(plan.brief.region.id, {})[letter] = plan
    return out


def together(plans: Mapping[str, AnyPlan], prices: Mapping[str, Prices | None] | None = None) -> list[Together]:
    """One list for every region among the jobs, which come by their letters; `prices` by region, of the catalogue's lengths without any. Bags
    are those of the first job that has any; what is stained is reckoned job by job."""
    return [_told(own, (prices or {}).get(region)) for region, own in by_region(plans).items()]


def _told(own: Mapping[str, AnyPlan], prices: Prices | None) -> Together:
    lists = _bought(list(own.items()), prices)
    names = {letter: plan.brief.job.name for letter, plan in own.items()}
    region = next(iter(own.values())).brief.region.name
    if prices is None:
        return Together(region, names, lists)
    lines = [each for line in lists.buy for each in line_costs(line, prices, lists.buyer.printer)]
    lacking = tuple(dict.fromkeys(line.what for line in lines if line.total is None))
    return Together(region, names, lists, prices, sum((line.total or ZERO for line in lines), ZERO), lacking)


def goods_words(made: Together, alone: Decimal) -> str:
    """What goods cost bought together, and job by job; nothing where one job is all there is, or there are no prices."""
    if made.prices is None or len(made.jobs) < 2:
        return ""
    purse, less = Purse(made.prices.currency), alone - made.goods
    beside = (
        "the same job by job"
        if not less
        else f"{purse.told(abs(less))} {'less' if less > 0 else 'more'} than job by job"
    )
    lacking = f"; without what has no price: {', '.join(made.unpriced)}" if made.unpriced else ""
    return f"Goods bought together for {len(made.jobs)} jobs: {purse.told(made.goods)}, {beside}{lacking}."


def _bought(named: list[tuple[str, AnyPlan]], prices: Prices | None) -> TakeOff:
    plans = [plan for _, plan in named]
    parts = [_lettered(part, letter) for letter, plan in named for part in plan.parts]
    buyer = replace(
        _buyer([plan.lists for plan in plans]), on_sale=prices.on_sale if prices else CATALOGUES, cut=best_plan
    )
    lists = take_off(buyer, parts, sum(plan.lists.spoil_m3 for plan in plans))
    stained = [
        replace(line, for_parts=tuple(f"{letter} {what}" for what in line.for_parts))
        for letter, plan in named
        for line in plan.lists.buy
        if line.group == "Finish"
    ]
    plain = [line for line in lists.buy if line.group not in COATED]
    return replace(lists, buy=(*plain, *_coated(buyer, named), *stained))


COATED = ("Fixings", "Hardware")


def _coated(buyer: Buyer, named: list[tuple[str, AnyPlan]]) -> list[BuyLine]:
    """Fixings and hardware: stainless for the jobs near salt, galvanised for the others."""
    out: list[BuyLine] = []
    for salt in (False, True):
        own = [(letter, plan) for letter, plan in named if plan.lists.buyer.near_salt == salt]
        parts = [_lettered(part, letter) for letter, plan in own for part in plan.parts if part.unit == "each"]
        out += [line for line in take_off(replace(buyer, near_salt=salt), parts, 0.0).buy if line.group in COATED]
    return out


def _lettered(part: Part, letter: str) -> Part:
    return replace(part, label=f"{letter} {part.label}", of=f"{letter} {part.of}")


def _buyer(lists: list[TakeOff]) -> Buyer:
    """As the first job buys, within what every job will have: the shortest of their longest lengths."""
    first = next((each for each in lists if each.bags), lists[0]).buyer
    longest: dict[str, float] = {}
    for each in lists:
        for section, most in each.buyer.longest_mm.items():
            longest[section] = min(most, longest.get(section, most))
    handled = [each.buyer.most_mm for each in lists if each.buyer.most_mm is not None]
    return replace(
        first,
        longest_mm=longest,
        most_mm=min(handled, default=None),
        finish_after_days=None,
        runs=any(each.buyer.runs for each in lists),
    )
