"""Boards as they are laid: each piece, the joints between them, the forecast of the rows. In the frame's directions, or turned
by 45°."""

from __future__ import annotations

import math
from dataclasses import dataclass

from shapely import affinity
from shapely.geometry import Polygon
from shapely.geometry.polygon import orient

from rowstake.core.catalogue import Section
from rowstake.core.reckoners.deck_boards import Rows
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.shape import Point, swap

DIAGONAL_DEG = 45.0


@dataclass(frozen=True, slots=True)
class DeckBoard:
    """One piece: `shape` on the plan, cut length, ripped width, how its ends are cut. `row` is −1 off the field."""

    kind: str
    section: Section
    shape: Polygon
    length_mm: float
    width_mm: float
    ends: str
    row: int
    number: int = 0
    mitred: tuple[bool, bool] = (False, False)
    """Of a border's board: its start and its end, going round the deck."""
    ring: int = 0
    """Of a border's board: how many rings lie outside its own."""


@dataclass(frozen=True, slots=True)
class Butt:
    """Where two pieces of a row meet: along the board and across it, in the boards' own directions."""

    x: float
    y: float
    row: int


@dataclass(frozen=True, slots=True)
class BoardLaying:
    """All boards, the forecast of the last row, and the butt joints as points of the plan."""

    boards: tuple[DeckBoard, ...]
    field: Polygon
    rows: Rows
    row_count: int
    first_mm: float
    last_mm: float
    gap_mm: float
    butts: tuple[Point, ...]
    breakers: tuple[float, ...]
    end_gap_mm: float

    def of(self, *kinds: str) -> list[DeckBoard]:
        return [b for b in self.boards if b.kind in kinds]


def turned(brief: DeckBrief, poly: Polygon, back: bool = False) -> Polygon:
    """From the plan into the boards' own directions, x along them; or back."""
    run = brief.deck.boards.run
    if run == "diagonal":
        return affinity.rotate(poly, DIAGONAL_DEG if back else -DIAGONAL_DEG, origin=(0.0, 0.0))
    if run == "across":
        rings_ = [[swap(p) for p in r.coords] for r in (poly.exterior, *poly.interiors)]
        return orient(Polygon(rings_[0], rings_[1:]), 1.0)
    return poly


def back(brief: DeckBrief, point: Point) -> Point:
    run = brief.deck.boards.run
    if run == "diagonal":
        c = math.cos(math.radians(DIAGONAL_DEG))
        return c * (point[0] - point[1]), c * (point[0] + point[1])
    return swap(point) if run == "across" else point


def polygons(shape: object) -> list[Polygon]:
    """The areas of a shape that are more than a speck."""
    parts = getattr(shape, "geoms", [shape])
    return [p for p in parts if isinstance(p, Polygon) and p.area > 1.0]
