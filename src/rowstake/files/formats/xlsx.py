"""The lists as a workbook, with real formulas for totals and a price column that adds up when it is filled in."""

from __future__ import annotations

import io
from typing import Any

from openpyxl import Workbook
from openpyxl.styles import Font
from openpyxl.utils import get_column_letter
from openpyxl.worksheet.worksheet import Worksheet

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cautions import cautions
from rowstake.core.plan import AnyPlan
from rowstake.core.views.lists import buy_rows, cut_rows
from rowstake.files.base import Format, Issue

BOLD = Font(bold=True)


def _head(sheet: Worksheet, names: list[str], widths: list[int]) -> None:
    sheet.append(names)
    for i, width in enumerate(widths, 1):
        sheet.cell(1, i).font = BOLD
        sheet.column_dimensions[get_column_letter(i)].width = width
    sheet.freeze_panes = "A2"


def _row(sheet: Worksheet, values: list[Any], formulas: set[int] = frozenset()) -> None:  # type: ignore[assignment]
    """A row at the end; text is text, also where it begins like a formula, but in the columns named."""
    row = sheet.max_row + (1 if sheet.max_row > 1 or sheet.cell(1, 1).value is not None else 0)
    for column, value in enumerate(values, 1):
        cell = sheet.cell(row, column, value)
        if isinstance(value, str) and column not in formulas:
            cell.data_type = "s"
            cell.quotePrefix = value.startswith(("=", "+", "-", "@"))


def _total(sheet: Worksheet, words: str, formulas: dict[int, str]) -> None:
    """A last row with a sum in each of the columns named."""
    row = sheet.max_row + 1
    sheet.cell(row, 1, words).font = BOLD
    for column, formula in formulas.items():
        sheet.cell(row, column, formula).font = BOLD


def _buy(sheet: Worksheet, plan: AnyPlan) -> None:
    _head(
        sheet, ["What", "Length mm", "Buy", "Unit", "Metres", "Price each", "Cost", "Why so many", "Note", "For"],
        [34, 11, 8, 14, 10, 11, 11, 46, 22, 60],
    )  # fmt: skip
    for shown, line in zip(buy_rows(plan.lists), plan.lists.buy, strict=True):
        row = sheet.max_row + 1
        metres = f"=B{row}*C{row}/1000" if line.length_mm else None
        values: list[Any] = [
            line.item, line.length_mm and round(line.length_mm, 1), line.buy, line.unit, metres, None,
            f"=C{row}*F{row}", shown.needed, line.note, " ".join(line.for_parts),
        ]  # fmt: skip
        _row(sheet, values, formulas={5, 7})
    last = sheet.max_row
    _total(sheet, "Total", {5: f"=SUM(E2:E{last})", 7: f"=SUM(G2:G{last})"})


def _cuts(sheet: Worksheet, plan: AnyPlan) -> None:
    _head(
        sheet, ["Section", "Piece", "How many", "Cut mm", "Cut", "Rip mm", "Ends", "Metres", "Labels"],
        [22, 14, 10, 10, 14, 9, 34, 10, 60],
    )  # fmt: skip
    for shown, line in zip(cut_rows(plan.lists), plan.lists.cuts, strict=True):
        row = sheet.max_row + 1
        rip = line.width_mm if shown.width else None
        _row(sheet, [
            line.section, line.kind, len(line.labels), line.length_mm, shown.length, rip, line.ends,
            f"=C{row}*D{row}/1000", " ".join(line.labels),
        ], formulas={8})  # fmt: skip
    last = sheet.max_row
    _total(sheet, "Total", {3: f"=SUM(C2:C{last})", 8: f"=SUM(H2:H{last})"})


def _marks(sheet: Worksheet, plan: AnyPlan) -> None:
    _head(
        sheet, ["Leg", "Mark of", "Kind", "Running mm", "Running", "Near face", "Far face", "Ground", "Top"],
        [6, 10, 10, 12, 14, 14, 14, 12, 12],
    )  # fmt: skip
    for tape in plan.trade.tapes(plan):
        for m in tape.marks:
            _row(sheet, [tape.leg + 1, m.of, m.kind, round(m.mm, 2), m.text, m.near, m.far, m.ground, m.top])


def write(plan: AnyPlan, document: str, _: Issue) -> bytes:
    book = Workbook()
    sheet = book.active
    assert isinstance(sheet, Worksheet)
    sheet.title = "Buy"
    _buy(sheet, plan)
    _cuts(book.create_sheet("Cut"), plan)
    _marks(book.create_sheet("Marks"), plan)
    note = book.create_sheet("Cautions")
    for words in (plan.brief.job.name, str(CATALOGUE.cautions["always"]), *cautions(plan)):
        _row(note, [words])
    note.column_dimensions["A"].width = 120
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


FORMAT = Format(
    "xlsx", "lists", "workbook", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", "xlsx",
    lambda plan: {"lists": "All lists"}, write, proven=True,
)  # fmt: skip
