"""Lists for the yard, the saw and the string, in the job's units."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.planned import Planned
from rowstake.core.planned_deck import DeckPlanned
from rowstake.core.takeoff.lists import CutLine

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
class Mark:
    """One running mark: the post's middle and both faces, from the leg's start."""

    of: str
    kind: str
    mm: float
    text: str
    near: str
    far: str
    ground: str = ""
    top: str = ""


@dataclass(frozen=True, slots=True)
class Tape:
    """A tape hooked at a leg's start, with the marks of posts or of board edges."""

    leg: int
    what: str
    length_mm: float
    length: str
    marks: tuple[Mark, ...]


def labels_text(labels: tuple[str, ...]) -> str:
    """`1B1 … 1B87 (87)` for many labels, all of them for a few."""
    if len(labels) <= SHOWN:
        return ", ".join(labels)
    return f"{labels[0]}, {labels[1]} … {labels[-1]} ({len(labels)})"


def buy_rows(planned: Planned | DeckPlanned) -> list[BuyRow]:
    p = planned.brief.printer
    return [
        BuyRow(
            line.group, line.item, p.length(line.length_mm) if line.length_mm else "", line.buy, line.unit,
            line.needed, line.note, line.for_parts, labels_text(line.for_parts),
        )
        for line in planned.lists.buy
    ]  # fmt: skip


def cut_rows(planned: Planned | DeckPlanned) -> list[CutRow]:
    p = planned.brief.printer

    def row(line: CutLine) -> CutRow:
        ripped = line.width_mm < CATALOGUE.sections[line.material].width_mm - 0.05
        return CutRow(
            line.section, line.kind, len(line.labels), p.length(line.length_mm),
            f"rip to {p.fine(line.width_mm)}" if ripped else "", line.ends, line.labels, labels_text(line.labels),
        )  # fmt: skip

    return [row(line) for line in planned.lists.cuts]


def tapes(planned: Planned, most_boards: int = 3000) -> list[Tape]:
    """Post marks of every leg, and board edges while there are few enough to read."""
    layout, p = planned.layout, planned.brief.printer
    boards: dict[int, list[Mark]] = {leg.index: [] for leg in layout.legs}
    if planned.count("board") <= most_boards:
        for part in planned.parts:
            if part.kind == "board" and part.place:
                left, right = part.place.left_mm, part.place.right_mm
                boards[part.place.leg].append(
                    Mark(part.label, "board", left, p.bare(left), p.bare(left), p.bare(right))
                )
    out = []
    for leg in layout.legs:
        marks = []
        for post in layout.leg_posts(leg.index):
            at, half = post.on(leg.index), post.face_mm / 2
            kind = "gate" if post.gate else post.kind
            ground, top = (planned.levels.ground[post.label], planned.levels.tops[post.label])
            level = ("", "") if planned.levels.flat else (p.bare(ground), p.bare(top))
            marks.append(Mark(post.label, kind, at, p.bare(at), p.bare(at - half), p.bare(at + half), *level))
        length = p.length(leg.length_mm)
        out.append(Tape(leg.index, "posts", leg.length_mm, length, tuple(marks)))
        if boards[leg.index]:
            out.append(Tape(leg.index, "boards", leg.length_mm, length, tuple(boards[leg.index])))
    return out
