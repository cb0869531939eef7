"""A costing as plain data: money as decimal strings."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal
from typing import Any

from rowstake.core.cost.costing import Costing, CostLine
from rowstake.core.cost.money import Purse


def _money(amount: Decimal | None) -> str | None:
    return None if amount is None else str(amount)


def _line(line: CostLine) -> dict[str, Any]:
    each = None if line.each is None else str(line.each.normalize() + 0)
    return {
        "section": line.section, "group": line.group, "what": line.what, "length": line.length, "item": line.key,
        "count": str(line.count), "unit": line.unit, "each": each, "total": _money(line.total),
        "supplier": line.supplier, "how": line.how, "lacks": line.lacks,
    }  # fmt: skip


def as_data(made: Costing, books: Sequence[str]) -> dict[str, Any]:
    """What the command line prints. Prices of one are exact, totals are rounded to the smallest coin of the currency."""
    coin = Purse(made.currency).coin
    return {
        "job": made.plan.brief.job.name,
        "books": list(books),
        "currency": made.currency,
        "lines": [_line(line) for line in made.lines],
        "subtotals": {s.key: str(s.amount.quantize(coin)) for s in made.subtotals},
        "net": str(made.net.quantize(coin)),
        "tax": str(made.tax.quantize(coin)),
        "total": str(made.total.quantize(coin)),
        "per": made.per,
        "unpriced": list(made.unpriced),
    }
