"""Lists for the yard, the saw and the string, in the job's units."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.takeoff.lists import CutLine, TakeOff

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
        ripped = line.width_mm < CATALOGUE.sections[line.material].width_mm - 0.05
        return CutRow(
            line.section, line.kind, len(line.labels), p.length(line.length_mm),
            f"rip to {p.fine(line.width_mm)}" if ripped else "", line.ends, line.labels, labels_text(line.labels),
        )  # fmt: skip

    return [row(line) for line in lists.cuts]
