"""Strings between batter boards: where they run, where the boards stand that carry them, and what is marked along them."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

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


def string(
    name: str, where: str, ends_mm: tuple[float, float], marks_mm: Iterable[float], p: Printer, from_wall: bool = False
) -> StringTold:
    """From end to end, with marks as they are told. `between = end − start + back` for every end with a board: both, or the far one alone where
    it begins at a wall."""
    back = BACK_MM[p.units]
    return StringTold(
        name,
        where,
        f"{p.length(back)} past {'the far end; it begins at the wall' if from_wall else 'both ends'}",
        p.length(ends_mm[1] - ends_mm[0] + back * (1 if from_wall else 2)),
        tuple(p.length(m) for m in marks_mm),
    )


def setting_out(strings: Sequence[StringTold]) -> Schedule:
    heads = ("String", "Where it runs", "Batter boards", "Between them", "Marks")
    rows = tuple((s.name, s.where, s.boards, s.between, ", ".join(s.marks)) for s in strings)
    return Schedule(SETTING_OUT, heads, rows, frozenset({3}))
