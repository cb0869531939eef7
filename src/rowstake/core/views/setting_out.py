"""Strings between batter boards: where they run, where the boards stand that carry them, and what is marked along them."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import partial

from rowstake.core.drawing.scene import Point, Scene, Shape, Sketch
from rowstake.core.measure import Printer
from rowstake.core.views.base import Schedule

SETTING_OUT = "Setting out"
BACK_MM = {"mm": 900.0, "ft-in": 914.4}
"""How far past the ends of a string its boards stand, clear of what is dug there."""


@dataclass(frozen=True, slots=True)
class StringTold:
    """One string. `between` is how far apart its boards are: its length and twice what they stand back."""

    name: str
    where: str
    boards: str
    between: str
    marks: tuple[str, ...]
    start: Point
    """Where it begins and ends on the plan as it is drawn, a board past the end and, unless it begins at the wall, past its beginning too."""
    end: Point
    from_wall: bool
    along_mm: tuple[float, ...]
    """How far from its beginning the marks are."""


def string(
    name: str,
    where: str,
    ends_mm: tuple[float, float],
    marks_mm: Sequence[float],
    p: Printer,
    drawn: tuple[Point, Point],
    from_wall: bool = False,
) -> StringTold:
    """`drawn` is where it begins and ends on the plan. From end to end, with marks as they are told. `between = end − start + back` for every end with a board: both, or the far one alone where
    it begins at a wall."""
    back = BACK_MM[p.units]
    return StringTold(
        name,
        where,
        f"{p.length(back)} past {'the far end; it begins at the wall' if from_wall else 'both ends'}",
        p.length(ends_mm[1] - ends_mm[0] + back * (1 if from_wall else 2)),
        tuple(p.length(m) for m in marks_mm),
        *drawn,
        from_wall,
        tuple(m - ends_mm[0] for m in marks_mm),
    )


BOARD_MM, THICK_MM, TICK_MM = 600.0, 40.0, 70.0
MOST_NAMED = 24


def _along(told: StringTold, along: float, off: float) -> Point:
    """A place so far along a string from its beginning, and so far to its left."""
    (x0, y0), (x1, y1) = told.start, told.end
    long = math.dist(told.start, told.end) or 1.0
    ux, uy = (x1 - x0) / long, (y1 - y0) / long
    return x0 + ux * along - uy * off, y0 + uy * along + ux * off


def setting_out_scene(strings: Sequence[StringTold], posts: Iterable[Shape], p: Printer) -> Scene:
    """The strings from above, run out to the boards that carry them, with what is marked on each, and the posts that they are for."""
    board, back = Sketch(), BACK_MM[p.units]
    for post in posts:
        board.add(post)
    for told in strings:
        at, long = partial(_along, told), math.dist(told.start, told.end)
        first = 0.0 if told.from_wall else -back
        board.line(at(first, 0.0), at(long + back, 0.0), "string", told.name)
        for end in (long + back,) if told.from_wall else (-back, long + back):
            half, deep = BOARD_MM / 2, THICK_MM * (1 if end > 0 else -1)
            corners = (at(end, -half), at(end + deep, -half), at(end + deep, half), at(end, half))
            board.add(Shape("poly", corners, "frame", told.name))
        for mark in told.along_mm:
            board.line(at(mark, -TICK_MM), at(mark, TICK_MM), "mark", told.name)
        if len(strings) <= MOST_NAMED:
            board.text(
                at(long + back, 0.0),
                f"{told.name}: {told.between}",
                "label",
                told.name,
                towards=at(long + back + 1, 0.0),
            )
    return board.scene("strings", f"Strings between batter boards, {p.length(back)} past their ends", 300.0)


def setting_out(strings: Sequence[StringTold]) -> Schedule:
    heads = ("String", "Where it runs", "Batter boards", "Between them", "Marks")
    rows = tuple((s.name, s.where, s.boards, s.between, ", ".join(s.marks)) for s in strings)
    return Schedule(SETTING_OUT, heads, rows, frozenset({3}))
