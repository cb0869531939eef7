"""Orders as CSV: by supplier and delivery, or by aisle for whoever collects it."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from rowstake.core.cost.costing import CostLine, costed
from rowstake.core.cost.orders import by_aisle, orders
from rowstake.core.plan import AnyPlan
from rowstake.core.quotation import priced
from rowstake.files.base import Format, Issue
from rowstake.files.formats.csv_lists import as_csv

DOCUMENTS = {"supplier": "Orders by supplier and delivery", "aisle": "Collecting list by aisle"}
HEADS = ["aisle", "item", "length", "count", "unit", "each", "together", "key"]


def _row(line: CostLine) -> list[Any]:
    price = ["", ""] if line.each is None else [str(line.each), str(line.total)]
    return [line.group, line.what, line.length, str(line.count), line.unit, *price, line.key]


def _rows(plan: AnyPlan, document: str, issue: Issue) -> Iterator[list[Any]]:
    made = costed(plan, priced(issue.prices), rack=issue.rack)
    if document == "aisle":
        yield HEADS
        yield from (_row(line) for line in by_aisle([line for line in made.lines if line.section == "goods"]))
        return
    yield ["supplier", "delivery", *HEADS]
    for order in orders(made):
        yield from ([order.supplier or "nobody has it", order.delivery, *_row(line)] for line in order.lines)


def write(plan: AnyPlan, document: str, issue: Issue) -> bytes:
    return as_csv(_rows(plan, document, issue))


FORMAT = Format(
    "orders", "lists", "order", "text/csv; charset=utf-8", "csv", lambda plan: DOCUMENTS, write, priced=True
)
