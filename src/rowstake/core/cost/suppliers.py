"""Suppliers beside each other: all from one, or each line where it is cheapest, with deliveries counted; what each lacks, and what would
do instead."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from itertools import combinations

from rowstake.core.catalogue import CATALOGUE, OWN, Section
from rowstake.core.cost.book import SERVICES, Book, Prices, together
from rowstake.core.cost.costing import Costing, costed
from rowstake.core.cost.money import ZERO, Purse
from rowstake.core.cutting.best import best_plan
from rowstake.core.planned import AnyPlan

MOST_SUPPLIERS = 4
"""More are not put together: every way of buying from some of them is tried."""


@dataclass(frozen=True, slots=True)
class Lack:
    """A thing that a supplier does not have, or too little of, and what would do instead; nothing where nothing would."""

    what: str
    instead: str = ""


@dataclass(frozen=True, slots=True)
class SupplierSide:
    """One way of buying: what its goods and deliveries cost without the things it lacks. `best`: the cheapest of those that lack
    nothing; of all, where each lacks something."""

    name: str
    suppliers: tuple[str, ...]
    total: str
    goods: str
    deliveries: str
    lacks: tuple[Lack, ...]
    lines: dict[str, int]
    best: bool = False


def compare_suppliers(plan: AnyPlan, books: Sequence[Book]) -> list[SupplierSide]:
    """Each supplier alone, then the cheapest way of several together. Nothing where there are no books, or they differ in currency."""
    if not books or len({book.currency for book in books}) > 1:
        return []
    prices = together(books)
    own = (i.supplier for book in books for i in book.items if i.item.split(":")[0] not in SERVICES)
    names = list(dict.fromkeys(own))[:MOST_SUPPLIERS]
    every: dict[tuple[str, ...], Made] = {(name,): _from(plan, prices, (name,)) for name in names}
    some = [
        (several, _from(plan, prices, several)) for n in range(2, len(names) + 1) for several in combinations(names, n)
    ]
    if some:
        several, best = min(some, key=lambda s: (len(s[1][1]), s[1][2]))
        every[several] = best
    top = min(every.values(), key=lambda m: (len(m[1]), m[2]), default=None)
    return [_side(way, *cost, cost is top) for way, cost in every.items()]


Made = tuple[Costing, tuple[Lack, ...], Decimal]


def _from(plan: AnyPlan, prices: Prices, names: tuple[str, ...]) -> Made:
    """(what the job costs from these, what they lack, goods and deliveries together)."""
    terms = plan.brief.job.terms
    job = plan.brief.job.model_copy(update={"terms": terms.model_copy(update={"suppliers": ()})})
    cost = costed(replace(plan, brief=replace(plan.brief, job=job)), prices.of(names))
    brought = sum((line.total or ZERO for line in cost.lines if line.key == "delivery"), ZERO)
    return cost, tuple(_lacks(cost, prices.of(names), plan)), cost.subtotal("goods") + brought


def _lacks(cost: Costing, prices: Prices, plan: AnyPlan) -> Iterable[Lack]:
    told = set()
    for line in cost.lines:
        if line.section != "goods":
            continue
        name = " ".join(x for x in (line.what, line.length) if x)
        if line.lacks:
            yield Lack(f"{line.lacks} too few of {name}", "the rest in other lengths, or from another yard")
        if line.total is None:
            key = line.key if line.key in CATALOGUE.sections else ""
            if key and key in told:
                continue
            told.add(key)
            yield Lack(line.what if key else name, instead(plan, key, prices, cost.currency) if key else "")
    for key, lengths in cost.plan.lists.too_long.items():
        p = plan.brief.printer
        yield Lack(
            f"{CATALOGUE.sections[key].name} of {p.length(max(lengths))}", instead(plan, key, prices, cost.currency)
        )


def instead(plan: AnyPlan, key: str, prices: Prices, currency: str) -> str:
    """What would do for a section that is not to be had: a wider one ripped, or two thinner ones together, and what that costs."""
    wanted, section = (
        Counter(round(p.length_mm, 3) for p in plan.parts if p.unit == "piece" and p.good.id == key),
        CATALOGUE.sections[key],
    )
    best = None
    for other, plies, how in _alike(section):
        stock = prices.on_sale.lengths.get(other.id)
        if not stock:
            continue
        made = best_plan(Counter({mm: n * plies for mm, n in wanted.items()}), stock, plan.lists.buyer.saw)
        if made.too_long_mm or made.proof is None:
            continue
        cost = Purse(currency).rounded(Decimal(str(made.proof.cost)))
        if best is None or cost < best[0]:
            boards = ", ".join(f"{n} × {plan.brief.printer.length(mm)}" for mm, n in made.boards.items())
            best = (cost, f"{how}: {boards}, {Purse(currency).told(cost)}")
    return best[1] if best else ""


def _alike(section: Section) -> Iterable[tuple[Section, int, str]]:
    """(section, how many of it for one, in words): as thick and wider, or as wide and half as thick."""
    for other in [s for s in list(CATALOGUE.sections.values()) if not s.id.startswith(OWN)]:
        if other.region != section.region or other.id == section.id or other.density_kg_m3 != section.density_kg_m3:
            continue
        if (
            other.thickness_mm == section.thickness_mm
            and section.width_mm < other.width_mm <= 1.6 * section.width_mm
            and other.thin_mm == section.thin_mm
        ):
            yield other, 1, f"{other.name} ripped to {section.name}"
        if other.width_mm == section.width_mm and abs(other.thickness_mm * 2 - section.thickness_mm) < 3:
            yield other, 2, f"two of {other.name} screwed together"


def _side(names: tuple[str, ...], cost: Costing, lacks: tuple[Lack, ...], total: Decimal, best: bool) -> SupplierSide:
    purse, goods = Purse(cost.currency), cost.subtotal("goods")
    lines = Counter(line.supplier for line in cost.lines if line.section == "goods" and line.total is not None)
    name = f"all from {names[0]}" if len(names) == 1 else "each where it is cheapest: " + ", ".join(names)
    return SupplierSide(
        name, names, purse.told(total), purse.told(goods), purse.told(total - goods), lacks, dict(lines), best
    )
