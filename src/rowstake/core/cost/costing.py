"""What a job costs: every line with its price and where that is from, what is put on top, and what has no price."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace
from decimal import Decimal

from rowstake.core.bought import bought
from rowstake.core.cost.book import Offer, Prices
from rowstake.core.cost.money import ZERO, Purse, share
from rowstake.core.cost.services import services
from rowstake.core.cutting.best import best_plan
from rowstake.core.cutting.plan import cut_plan
from rowstake.core.job.terms import Terms
from rowstake.core.measure import Printer
from rowstake.core.parts import Working
from rowstake.core.planned import AnyPlan
from rowstake.core.takeoff.lists import BuyLine
from rowstake.core.takeoff.on_sale import Racked
from rowstake.core.views.base import size_of


@dataclass(frozen=True, slots=True)
class CostLine:
    """One line: `each` and `total` are None where nothing in the books is its price. `lacks` are units that the supplier has too few
    of. `section` is the subtotal that it is in."""

    section: str
    group: str
    what: str
    length: str
    count: Decimal
    unit: str
    each: Decimal | None
    total: Decimal | None
    how: str
    supplier: str
    key: str
    tax: str = "standard"
    lacks: int = 0
    delivery: int = 2
    """Brought with the first delivery, where anything of it goes into the holes; with the second otherwise."""
    lead_days: int = 0
    """Working days until the supplier has it."""


@dataclass(frozen=True, slots=True)
class Subtotal:
    key: str
    name: str
    amount: Decimal
    told: str


@dataclass(frozen=True, slots=True)
class Costing:
    """`net` is the price before tax, `total` with it; both without what is named in `unpriced`. `tax_pct` is None where no tax is told
    of: it is not in the total then. `per` is the total for each metre or square metre of the job."""

    currency: str
    lines: tuple[CostLine, ...]
    subtotals: tuple[Subtotal, ...]
    net: Decimal
    tax: Decimal
    tax_pct: float | None
    total: Decimal
    total_told: str
    per: str
    unpriced: tuple[str, ...]
    workings: dict[str, Working]
    plan: AnyPlan

    def subtotal(self, key: str) -> Decimal:
        return next((s.amount for s in self.subtotals if s.key == key), ZERO)


SECTION = {"Work": "work", "Hire": "hire", "Taken away": "away", "Delivery and travel": "brought"}
NAMES = {"goods": "Goods", "work": "Work", "hire": "Hire", "away": "Taken away", "brought": "Delivery and travel"}


def costed(plan: AnyPlan, prices: Prices, proven: bool = True, rack: tuple[Racked, ...] = ()) -> Costing:
    """The cost of a plan by these prices. Lengths and packs are those that cost least, proven; or, where it has to be quick,
    found at once. What lies in the rack costs nothing."""
    prices = prices.of(plan.brief.job.terms.suppliers)
    made = bought(plan, replace(prices.on_sale, rack=rack), best_plan if proven else cut_plan)
    purse, p = Purse(prices.currency), plan.brief.printer

    early = {name for part in made.parts if part.step == "holes" for name in (part.label, part.of)}
    parted = plan.brief.job.terms.deliveries != 1

    def priced(line: BuyLine) -> list[CostLine]:
        told = line_costs(line, prices, p)
        number = 2 if parted and not early.intersection(line.for_parts) else 1
        return [replace(each, delivery=number) for each in told]

    goods = [told for line in made.lists.buy for told in priced(line)]
    lines = [*goods]
    for line in services(made):
        own = priced(line)
        lines += _deliveries(own[0], goods, prices, purse) if line.good.id == "delivery" else own
    unpriced = [*_unpriced(lines), *_out_of_reach(made, plan)]
    return _put_on_top(made, purse, tuple(lines), tuple(unpriced))


def line_costs(line: BuyLine, prices: Prices, p: Printer) -> list[CostLine]:
    """A line of the list by what there is of it: from the cheapest as many as it has, the others from the next. What nobody has any more
    stays with the cheapest, and is told as lacking."""
    section, left, purse = SECTION.get(line.group, "goods"), Decimal(str(line.buy)), Purse(prices.currency)
    length = p.length(line.length_mm) if line.length_mm else ""
    blank = CostLine(section, line.group, line.item, length, left, line.unit, None, None, "", "", line.price_keys[0])
    offers = prices.offers(line)
    if not offers:
        return [replace(blank, how=prices.otherwise(line))]
    taken: list[tuple[Offer, Decimal]] = []
    for offer in offers:
        stock = offer.item.stock if section == "goods" else None
        here = left if stock is None else min(left, Decimal(stock))
        if here:
            taken.append((offer, here))
            left -= here
    if left or not taken:
        first = offers[0]
        taken = [
            (first, left + sum((n for offer, n in taken if offer is first), ZERO)),
            *(t for t in taken if t[0] is not first),
        ]
    out = [_priced(blank, offer, count, purse) for offer, count in taken]
    return [replace(out[0], lacks=int(left)), *out[1:]]


def _priced(blank: CostLine, offer: Offer, count: Decimal, purse: Purse) -> CostLine:
    item = offer.item
    told = (offer.how, item.words if item.item != blank.key else "", f"{item.day:%d %b %Y}" if item.day else "")
    return replace(
        blank, count=count, each=offer.each, total=purse.rounded(offer.each * count), how=", ".join(x for x in told if x),
        supplier=item.supplier, tax=item.tax, lead_days=item.lead_days or 0,
    )  # fmt: skip


def _deliveries(line: CostLine, goods: Sequence[CostLine], prices: Prices, purse: Purse) -> list[CostLine]:
    """As often as the terms say from each supplier that anything is bought from, at its own price."""
    out = []
    for supplier in dict.fromkeys(g.supplier for g in goods if g.total is not None) or [""]:
        item = prices.delivery(supplier)
        what = f"delivery from {supplier}" if supplier else line.what
        blank = replace(line, what=what, supplier=supplier, each=None, total=None, how="no price in the books")
        priced = item and replace(
            blank,
            each=item.price,
            total=purse.rounded(item.price * line.count),
            how=f"{item.day:%d %b %Y}" if item.day else "",
            tax=item.tax,
        )
        out.append(priced or blank)
    return out


def _unpriced(lines: Iterable[CostLine]) -> list[str]:
    """What has no price, each thing once."""
    return list(
        dict.fromkeys(" ".join(x for x in (line.what, line.length) if x) for line in lines if line.total is None)
    )


def _out_of_reach(made: AnyPlan, plan: AnyPlan) -> list[str]:
    """Pieces that the lengths of the books do not reach."""
    p, out = made.brief.printer, []
    for key, lengths in made.lists.too_long.items():
        counts = Counter(round(q.length_mm, 3) for q in plan.parts if q.unit == "piece" and q.good.id == key)
        pieces = sum(counts[round(mm, 3)] for mm in lengths)
        name = next(q.good.words for q in plan.parts if q.good.id == key)
        out.append(
            f"{pieces} piece{'s' * (pieces != 1)} of {name}, up to {p.length(max(lengths))}: no length on sale reaches"
        )
    return out


@dataclass
class _Sum:
    """What is added up, line under line, each with its working."""

    purse: Purse
    subtotals: list[Subtotal] = field(default_factory=list)
    workings: dict[str, Working] = field(default_factory=dict)

    def add(self, key: str, name: str, amount: Decimal, rule: str, formula: str, changes: str) -> Decimal:
        told = self.purse.told(amount)
        self.subtotals.append(Subtotal(key, name, amount, told))
        self.workings[f"cost_{key}"] = Working(
            f"cost_{key}", name, told, rule, formula, "your books and terms", changes
        )
        return amount


def _put_on_top(made: AnyPlan, purse: Purse, lines: tuple[CostLine, ...], unpriced: tuple[str, ...]) -> Costing:
    terms, whole = made.brief.job.terms, _Sum(purse)
    add, subtotals = whole.add, whole.subtotals
    direct = _direct(whole, lines)
    add(
        "direct", "What it costs you", direct, "All lines together.", " + ".join(s.told for s in subtotals), "Any line."
    )
    at = direct
    for key, name, pct in (
        ("contingency", "Contingency", terms.contingency_pct), ("overhead", "Overhead", terms.overhead_pct), ("profit", "Profit", terms.profit_pct),
    ):  # fmt: skip
        if pct:
            under = at
            at += add(key, f"{name}, {pct:g} %", purse.rounded(share(at, pct)), f"{pct:g} % of what stands above it.",
                      f"{purse.told(under)} × {pct:g} %", "Your terms.")  # fmt: skip
    add(
        "net",
        "Price before tax",
        at,
        "All of it together.",
        " + ".join(s.told for s in subtotals if s.key not in NAMES),
        "Any line; your terms.",
    )
    pct = terms.tax_pct if terms.tax_pct is not None else made.brief.region.tax_pct
    tax = _tax(whole, terms, lines, at, direct, pct) if pct is not None else ZERO
    total = at + tax
    what = "Price with tax" if pct is not None else "Price, no tax told of"
    add(
        "total",
        what,
        total,
        "What the customer pays.",
        f"{purse.told(at)} + {purse.told(tax)}",
        "Any line; your terms.",
    )
    size, unit = size_of(made.trade.figures(made), made.brief.job.units)
    per = f"{purse.told(total / Decimal(str(size)))} a {unit}" if size > 0 else ""
    return Costing(
        purse.code, lines, tuple(subtotals), at, tax, pct, total, purse.told(total), per, unpriced, whole.workings, made
    )


def _direct(whole: _Sum, lines: tuple[CostLine, ...]) -> Decimal:
    """Every section of lines, and what they come to."""
    purse = whole.purse
    direct = ZERO
    for key, name in NAMES.items():
        own = [line for line in lines if line.section == key]
        if not own:
            continue
        groups: dict[str, Decimal] = defaultdict(lambda: ZERO)
        for line in own:
            groups[line.group if key == "goods" else line.what] += line.total or ZERO
        lacking = sum(line.total is None for line in own)
        without = (
            f"; without {lacking} line{'s that have' if lacking != 1 else ' that has'} no price" if lacking else ""
        )
        told = " + ".join(f"{purse.told(amount)} {what.lower()}" for what, amount in groups.items()) + without
        direct += whole.add(key, name, sum(groups.values(), ZERO), "Each line: how many, times its price, to the smallest coin.", told,
                      "What is bought and from whom; the prices in the books.")  # fmt: skip
    return direct


def _tax(whole: _Sum, terms: Terms, lines: tuple[CostLine, ...], net: Decimal, direct: Decimal, pct: float) -> Decimal:
    purse = whole.purse
    parts = _by_tax(lines, net, direct, purse)
    rates = {"standard": pct, "reduced": terms.reduced_tax_pct, "none": 0.0}
    tax = sum((purse.rounded(share(amount, rates[kind])) for kind, amount in parts.items()), ZERO)
    whole.add("tax", f"Tax, {pct:g} %", tax, "The price before tax by tax class, each class with its share of what is put on top, times its rate.",
        " + ".join(f"{purse.told(amount)} × {rates[kind]:g} %" for kind, amount in parts.items() if amount), "The tax class of an item; your terms.")  # fmt: skip
    return tax


def _by_tax(lines: Sequence[CostLine], net: Decimal, direct: Decimal, purse: Purse) -> dict[str, Decimal]:
    """The price before tax parted by tax class, in the shares of what the lines cost; to the coin, the rest with the largest."""
    own: dict[str, Decimal] = defaultdict(lambda: ZERO)
    for line in lines:
        own[line.tax] += line.total or ZERO
    if not direct:
        return {"standard": net}
    out = {kind: purse.rounded(net * amount / direct) for kind, amount in own.items()}
    largest = max(out, key=lambda kind: out[kind])
    out[largest] += net - sum(out.values(), ZERO)
    return out
