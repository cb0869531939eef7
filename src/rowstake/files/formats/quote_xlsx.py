"""The quotation as a workbook for the customer, and the cost line by line for the crew."""

from __future__ import annotations

import io
from collections.abc import Iterator
from decimal import Decimal
from typing import Any

from rowstake.core.cost.costing import Costing, costed
from rowstake.core.plan import AnyPlan
from rowstake.core.quotation import Quotation, priced, quotation
from rowstake.files.base import Format, Issue
from rowstake.files.cells import harmless

DOCUMENTS = {"quote": "Quotation", "cost": "Cost, line by line"}


def _quote(told: Quotation) -> Iterator[list[Any]]:
    yield ["Quotation", told.job]
    yield ["Day", told.day]
    yield ["Holds until", told.valid_until]
    yield []
    yield from ([name, text] for name, text in told.figures)
    yield []
    yield ["Price before tax", told.net]
    yield [told.tax_words[0].upper() + told.tax_words[1:], told.tax if told.tax_words.startswith("tax") else ""]
    yield ["To pay", told.amount, told.currency]
    yield from (["Not in this price", what] for what in told.without)
    yield []
    yield from (["Or instead", o.name, o.total if o.total is not None else o.told, o.difference] for o in told.options)
    yield from (["Payment", f"{s.when}, {s.pct:g} %", s.amount] for s in told.payments)
    yield from (["Not included", what] for what in told.exclusions)


def _cost(made: Costing) -> Iterator[list[Any]]:
    yield ["Part of", "What", "Length", "How many", "Unit", "Each", "Together", "From", "Reckoned"]
    for line in made.lines:
        yield [
            line.group, line.what, line.length, line.count, line.unit, line.each, "no price" if line.total is None else line.total,
            line.supplier, line.how,
        ]  # fmt: skip
    yield []
    yield from ([s.name, "", "", "", "", "", s.amount] for s in made.subtotals)


def write(plan: AnyPlan, document: str, issue: Issue) -> bytes:
    import openpyxl

    prices = priced(issue.prices)
    made = costed(plan, prices, rack=issue.rack)
    book = openpyxl.Workbook()
    sheet = book.active
    sheet.title = DOCUMENTS[document].split(",")[0]
    for row in _quote(quotation(made, prices, issue.day)) if document == "quote" else _cost(made):
        sheet.append([float(cell) if isinstance(cell, Decimal) else harmless(cell) for cell in row])
    for column, width in zip("ABCDEFGHI", (26, 44, 16, 12, 14, 12, 14, 24, 50), strict=True):
        sheet.column_dimensions[column].width = width
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


FORMAT = Format(
    "quote-xlsx", "lists", "quotation", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", "xlsx", lambda plan: DOCUMENTS, write, priced=True,
)  # fmt: skip
