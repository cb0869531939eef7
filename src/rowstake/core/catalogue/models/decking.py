"""Deck boards and how they are laid."""

from __future__ import annotations

from typing import Literal

from rowstake.core.catalogue.models.base import Fact


class Decking(Fact):
    """A board on sale: `section` in the field, `square` where edges show."""

    id: str
    region: str
    name: str
    section: str
    square: str
    joists_mm: float
    diagonal_mm: float
    gap_mm: float
    gap_least_mm: float
    gap_most_mm: float
    moves: Literal["timber", "composite", "pvc"] = "timber"
    end_gap_mm: float = 0.0
    strip_spaces: int = 0
    strip_mm: float = 0.0
    strip_end_fixings: int = 0
    strip_inner_fixings: int = 0
    """Clip strips: board spaces in one, its thickness under the board, fixings in a space at end and inner joists."""
