"""Buried lines: where along a leg they forbid a hole, and how near a hole comes to them."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Protocol

from shapely.geometry import LineString, Point

Flat = tuple[float, float]


class LineInGround(Protocol):
    @property
    def kind(self) -> str: ...
    @property
    def points(self) -> Sequence[Flat]: ...
    @property
    def keep_mm(self) -> float: ...


def zones_along(start: Flat, end: Flat, lines: Sequence[LineInGround], reach_mm: float) -> list[tuple[float, float]]:
    """Stretches from `start` in which the middle of a hole, `reach_mm` from its edge, would come too near to one of the lines."""
    leg, out = LineString([start, end]), []
    for line in lines:
        near = leg.intersection(LineString(line.points).buffer(line.keep_mm + reach_mm))
        for piece in getattr(near, "geoms", [near]):
            if not piece.is_empty:
                marks = [leg.project(Point(c)) for c in piece.coords]
                out.append((min(marks), max(marks)))
    return out


def clearance_mm(at: Flat, reach_mm: float, line: LineInGround) -> float:
    """From the edge of a hole to a line; below zero the hole is dug over it."""
    return float(LineString(line.points).distance(Point(at))) - reach_mm
