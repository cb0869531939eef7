"""Lists for the yard, the saw and the string, in the job's units."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from rowstake.core.parts import Part
from rowstake.core.takeoff.lists import CutLine, TakeOff
from rowstake.core.takeoff.tickets import abreast, alike, tickets

SHOWN = 6


@dataclass(frozen=True, slots=True)
class BuyRow:
    group: str
    item: str
    length: str
    count: float
    unit: str
    needed: str
    note: str
    parts: tuple[str, ...]
    for_text: str


@dataclass(frozen=True, slots=True)
class CutRow:
    section: str
    piece: str
    count: int
    length: str
    width: str
    ends: str
    parts: tuple[str, ...]
    labels: str


@dataclass(frozen=True, slots=True)
class TicketRow:
    """Boards that are cut alike. `pieces` are (from its start, length, both as a share of the longest board on the page; label; length in
    words; whether it is cut to fit)."""

    section: str
    stock: str
    boards: str
    wide: float
    pieces: tuple[tuple[float, float, str, str, bool], ...]
    left: str
    kept: bool
    parts: tuple[str, ...]
    material: str
    left_mm: float
    racked: str
    count: int


def ticket_rows(lists: TakeOff, parts: Iterable[Part], keep_mm: float) -> list[TicketRow]:
    p, every = lists.buyer.printer, tickets(lists, parts, keep_mm)
    longest = max((t.stock_mm for t in every), default=1.0)
    rows = []
    for group in alike(every):
        first = group[0]
        pieces = tuple(
            (own[0].at_mm / longest, own[0].length_mm / longest, " ∥ ".join(q.label if len(group) == 1 else q.kind for q in own),
             " ∥ ".join(dict.fromkeys(p.length(q.length_mm) for q in own)), own[0].fitted)
            for own in abreast(first.pieces)
        )  # fmt: skip
        labels = tuple(q.label for t in group for q in t.pieces)
        boards = (
            f"offcut {first.racked} from the rack"
            if first.racked
            else "1 board"
            if len(group) == 1
            else f"{len(group)} boards alike"
        )
        left = p.length(first.offcut_mm) if first.offcut_mm >= 1 else ""
        rows.append(
            TicketRow(
                first.section, p.length(first.stock_mm), boards, first.stock_mm / longest, pieces, left, first.kept, labels, first.material,
                round(first.offcut_mm, 1), first.racked, len(group),
            )
        )  # fmt: skip
    return rows


def labels_text(labels: tuple[str, ...]) -> str:
    """`1B1 … 1B87 (87)` for many labels, all of them for a few."""
    if len(labels) <= SHOWN:
        return ", ".join(labels)
    return f"{labels[0]}, {labels[1]} … {labels[-1]} ({len(labels)})"


def buy_rows(lists: TakeOff) -> list[BuyRow]:
    p = lists.buyer.printer
    return [
        BuyRow(
            line.group, line.item, p.length(line.length_mm) if line.length_mm else "", line.buy, line.unit,
            line.needed, line.note, line.for_parts, labels_text(line.for_parts),
        )
        for line in lists.buy
    ]  # fmt: skip


def cut_rows(lists: TakeOff) -> list[CutRow]:
    p = lists.buyer.printer

    def row(line: CutLine) -> CutRow:
        ripped = lists.buyer.ripped(line.material, line.width_mm)
        return CutRow(
            line.section, line.kind, len(line.labels), p.length(line.length_mm),
            f"rip to {p.fine(line.width_mm)}" if ripped else "", line.ends, line.labels, labels_text(line.labels),
        )  # fmt: skip

    return [row(line) for line in lists.cuts]
