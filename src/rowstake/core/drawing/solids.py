"""Drawings made of solids alone: the job standing, seen from any side, and cut anywhere."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

import shapely
from shapely.geometry import LineString, Polygon, box
from shapely.ops import split

from rowstake.core.drawing.scene import Scene, Shape, Sketch
from rowstake.core.parts import Part
from rowstake.core.space.solid import dot
from rowstake.core.space.views import Rings, View, cut, from_side, in_sight, outline, polygons, rings_of

MARGIN_MM = 200.0
FAR_MM = 1e7


def _pieces(rings: Rings) -> Iterable[tuple[tuple[float, float], ...]]:
    """An area by outlines without holes: cut through the middle of each hole."""
    if len(rings) == 1:
        return [rings[0]]
    left = [Polygon(rings[0], rings[1:])]
    for hole in rings[1:]:
        y = sum(q[1] for q in hole) / len(hole)
        line = LineString([(-FAR_MM, y), (FAR_MM, y)])
        left = [piece for shape in left for piece in shapely.get_parts([split(shape, line)])]
    return [tuple((float(x), float(y)) for x, y in shape.exterior.coords[:-1]) for shape in left]


def standing_scene(parts: Iterable[Part], heading_deg: float = -55.0, tilt_deg: float = 25.0) -> Scene:
    """Everything over the ground as it stands, from a side and from so far over the horizon, without what is hidden."""
    shown = [p for p in parts if p.solid and p.sort.look and p.unit != "m³"]
    board = Sketch()
    for seen in in_sight([p.solid for p in shown if p.solid], from_side(heading_deg, tilt_deg)):
        part = shown[seen.solid]
        for ring in _pieces(seen.rings):
            board.add(Shape("poly", ring, part.sort.look or "frame", part.label))
    return board.scene("standing", "The job standing", MARGIN_MM)


def cut_shapes(parts: Iterable[Part], view: View, depth_mm: float) -> list[Shape]:
    """All that the plane `depth_mm` towards the eye goes through, as it is cut."""
    out = []
    for part in parts:
        if part.solid and part.sort.look:
            reach = [dot(p, view.eye) for p in part.solid.corners]
            if min(reach) < depth_mm < max(reach):
                for rings in cut(part.solid, view, depth_mm):
                    out += [Shape("poly", ring, part.sort.look, part.label) for ring in _pieces(rings)]
    return out


def beyond_shapes(parts: Iterable[Part], view: View, hidden: bool = False) -> list[Shape]:
    """Parts that a cut does not go through, by their whole outline."""
    return [
        Shape("poly", outline(part.solid, view)[0], part.sort.look, part.label, hidden=hidden)
        for part in parts
        if part.solid and part.sort.look
    ]


def within(shapes: Iterable[Shape], low: tuple[float, float], high: tuple[float, float]) -> list[Shape]:
    """What of areas lies in a window of the page: a detail at larger scale."""
    window, out = box(*low, *high), []
    for shape in shapes:
        for part in polygons(Polygon(shape.points).buffer(0).intersection(window)):
            out += [replace(shape, points=ring) for ring in _pieces(rings_of(part))]
    return out


def cut_scene(parts: Iterable[Part], view: View, depth_mm: float, title: str) -> Scene:
    """All that the plane `depth_mm` towards the eye goes through; what lies on both sides of it is not drawn."""
    board = Sketch()
    for shape in cut_shapes(parts, view, depth_mm):
        board.add(shape)
    return board.scene("cut", title, MARGIN_MM)
