"""What every style is: how boards fill a stretch, and how much of the wind they stop."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

NOTHING_MM = 0.05
"""A rip under this is nothing."""


@dataclass(frozen=True, slots=True)
class BoardStretch:
    """One stretch to fill with boards, and how. Lengths in mm."""

    length_mm: float
    board_mm: float
    fit: str
    gap_mm: float
    lap_mm: float
    most_gap_mm: float
    edges: Literal["gap", "board"] = "board"
    most_lap_mm: float = math.inf


@dataclass(frozen=True, slots=True)
class BoardsLaid:
    """Boards as (left edge, width) from the stretch's start, with the one gap or lap between them."""

    boards: tuple[tuple[float, float], ...]
    gap_mm: float = 0.0
    lap_mm: float = 0.0

    @property
    def narrowest_mm(self) -> float:
        """The narrowest of the two end pieces."""
        return min((self.boards[0][1], self.boards[-1][1]), default=0.0)


@dataclass(frozen=True, slots=True)
class Style:
    """`ways_out` gives other (fit, gap, lap, words) that end better than a sliver."""

    id: str
    lay: Callable[[BoardStretch], BoardsLaid]
    solidity: Callable[[float, BoardsLaid], float]
    ways_out: Callable[[BoardStretch], list[tuple[str, float, float, str]]]
    jig: Callable[[float, BoardsLaid], tuple[str, float] | None]
    """(What the spacer or jig is, its width) for boards of a width laid so; None where none is used."""


def in_a_row(count: int, width: float, pitch: float, first: float = 0.0) -> tuple[tuple[float, float], ...]:
    """Whole boards, each placed from the same datum."""
    return tuple((first + pitch * i, width) for i in range(count))


def gap_spacer(_: float, laid: BoardsLaid) -> tuple[str, float] | None:
    """A spacer as thick as the gap; none where boards touch."""
    return ("spacer between boards", laid.gap_mm) if laid.gap_mm >= NOTHING_MM else None


def no_jig(_: float, __: BoardsLaid) -> tuple[str, float] | None:
    return None


def no_way_out(_: BoardStretch) -> list[tuple[str, float, float, str]]:
    return []
