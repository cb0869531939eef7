"""Lists as CSV (RFC 4180): the buy list, the cut list and the mark sheet."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from typing import Any

from rowstake.core.plan import AnyPlan
from rowstake.core.takeoff.lists import TakeOff
from rowstake.core.views.lists import buy_rows, cut_rows
from rowstake.files.base import Format, Issue
from rowstake.files.cells import harmless

DOCUMENTS = {"buy": "Buy list", "cuts": "Cut list", "marks": "Mark sheet"}


def _buy(lists: TakeOff) -> Iterable[list[Any]]:
    yield ["group", "item", "length", "length_mm", "buy", "unit", "needed", "note", "for"]
    for row, line in zip(buy_rows(lists), lists.buy, strict=True):
        mm = "" if line.length_mm is None else round(line.length_mm, 1)
        yield [row.group, row.item, row.length, mm, row.count, row.unit, row.needed, row.note, " ".join(row.parts)]


def _cuts(lists: TakeOff) -> Iterable[list[Any]]:
    yield ["section", "piece", "count", "length", "length_mm", "rip_mm", "ends", "labels"]
    for row, line in zip(cut_rows(lists), lists.cuts, strict=True):
        rip = line.width_mm if row.width else ""
        yield [row.section, row.piece, row.count, row.length, line.length_mm, rip, row.ends, " ".join(row.parts)]


def _marks(plan: AnyPlan) -> Iterable[list[Any]]:
    yield ["leg", "mark_of", "kind", "running_mark", "running_mm", "near_face", "far_face", "ground_level", "top_level"]
    for tape in plan.trade.tapes(plan):
        for mark in tape.marks:
            yield [
                tape.leg + 1,
                mark.of,
                mark.kind,
                mark.text,
                round(mark.mm, 2),
                mark.near,
                mark.far,
                mark.ground,
                mark.top,
            ]


def as_csv(rows: Iterable[list[Any]]) -> bytes:
    """UTF-8 with a byte order mark, so that spreadsheets read primes and × aright."""
    text = io.StringIO()
    csv.writer(text).writerows([harmless(cell) for cell in row] for row in rows)
    return text.getvalue().encode("utf-8-sig")


def write_list(lists: TakeOff, document: str) -> bytes:
    """The buy list or the cut list of one job, or of several bought for together."""
    return as_csv({"buy": _buy, "cuts": _cuts}[document](lists))


def write(plan: AnyPlan, document: str, _: Issue) -> bytes:
    return as_csv(_marks(plan)) if document == "marks" else write_list(plan.lists, document)


FORMAT = Format("csv", "lists", "list", "text/csv; charset=utf-8", "csv", lambda plan: DOCUMENTS, write, proven=True)
