"""A quotation: the price of a job for its customer, with options, payments and what is not in it; no inner prices."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from rowstake.core.cost.book import Prices
from rowstake.core.cost.costing import Costing, costed
from rowstake.core.cost.money import ZERO, Purse, share
from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault, refuse
from rowstake.core.plan import AnyPlan, plan


@dataclass(frozen=True, slots=True)
class Option:
    """A variant of the job: what it costs instead, and the difference; or why it cannot be priced."""

    name: str
    total: Decimal | None
    told: str
    difference: str
    without: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Stage:
    when: str
    pct: float
    amount: Decimal
    told: str


@dataclass(frozen=True, slots=True)
class Quotation:
    """What the customer reads. `without` is what has no price and so is not in it; `figures` say what is built."""

    job: str
    day: datetime.date
    valid_until: datetime.date
    currency: str
    figures: tuple[tuple[str, str], ...]
    net: str
    tax: str
    tax_words: str
    total: str
    per: str
    amount: Decimal
    options: tuple[Option, ...]
    payments: tuple[Stage, ...]
    words: str
    exclusions: tuple[str, ...]
    without: tuple[str, ...]


BUILT = ("length", "area", "height", "posts", "boards", "joists", "steps", "gates", "guard_posts")
"""Figures that a customer is told of what is built."""


def priced(prices: Prices | None) -> Prices:
    """Raises `JobFault` where there are no books."""
    if prices is None:
        raise refuse(
            "terms.books",
            "none",
            "at least one book of prices",
            "There is nothing to take prices from: choose a book of prices first",
        )
    return prices


def quotation(made: Costing, prices: Prices, day: datetime.date) -> Quotation:
    """The quotation of a costed job as of a day."""
    job, purse = made.plan.brief.job, Purse(made.currency)
    told = job.terms.quote
    figures = tuple(
        (f.name[0].upper() + f.name[1:], f.text) for f in made.plan.trade.figures(made.plan) if f.key in BUILT
    )
    tax_words = f"tax, {made.tax_pct:g} %" if made.tax_pct is not None else "no tax is told of: it is not in the price"
    return Quotation(
        job.name, day, day + datetime.timedelta(days=told.valid_days), made.currency, figures, purse.told(made.net), purse.told(made.tax),
        tax_words, made.total_told, made.per, made.total, tuple(_options(made, prices)) if told.options else (), stages(made), told.words,
        told.exclusions, made.unpriced,
    )  # fmt: skip


def stages(made: Costing) -> tuple[Stage, ...]:
    """The payments: each its share to the coin, the last the rest."""
    purse, left, out = Purse(made.currency), made.total, []
    payments = made.plan.brief.job.terms.quote.payments
    for n, payment in enumerate(payments):
        amount = left if n == len(payments) - 1 else purse.rounded(share(made.total, payment.pct))
        left -= amount
        out.append(Stage(payment.when, payment.pct, amount, purse.told(amount)))
    return tuple(out)


def _options(made: Costing, prices: Prices) -> Sequence[Option]:
    """Every variant costed in the same way, told by its difference."""
    job, purse, out = made.plan.brief.job, Purse(made.currency), []
    for variant in getattr(job, "variants", ()):
        try:
            other = costed(_taken(made.plan, variant.name), prices)
        except JobFault as fault:
            out.append(Option(variant.name, None, "cannot be built as it stands", fault.faults[0].message))
            continue
        by = other.total - made.total
        told = "the same" if by == ZERO else f"{purse.told(abs(by))} {'more' if by > 0 else 'less'}"
        out.append(Option(variant.name, other.total, other.total_told, told, other.unpriced))
    return out


def _taken(made: AnyPlan, name: str) -> AnyPlan:
    return plan(apply_raw(made.brief.job, [{"do": "take_variant", "name": name, "only": True}]))
