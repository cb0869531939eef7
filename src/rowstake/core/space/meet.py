"""How two solids lie to each other: apart, against each other, or in one place; by the axes that could part them.

Two convex bodies are apart just where some axis parts them: a normal of a face of either, or a cross product of two edges.
Along an axis n the bodies share min(max₁, max₂) − max(min₁, min₂) of n·p; the least of that over all axes is how far one
must be moved to come clear (below zero: about how far they are apart).
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
import shapely
from shapely.geometry import MultiPoint, Polygon

from rowstake.core.space.solid import Flat, Solid, cross

PARALLEL = 0.9
"""Directions nearer to each other than this are one: boards that lean on one another lie against a rail all the same."""


@dataclass(frozen=True, slots=True)
class Body:
    """A convex piece of a solid: its corners, the normals of its faces, and the directions of its edges."""

    points: Any
    normals: Any
    edges: Any
    low: tuple[float, ...]
    high: tuple[float, ...]


def within(one: Body, other: Body, reach_mm: float) -> bool:
    """Whether their boxes are no further apart than that."""
    return all(
        a - reach_mm <= d and c - reach_mm <= b
        for a, b, c, d in zip(one.low, one.high, other.low, other.high, strict=True)
    )


@dataclass(frozen=True, slots=True)
class Meeting:
    """`shared_mm` is how deep two bodies lie in each other (below zero: their gap), along `axis`; `spread_mm` the least that
    they share across it, so that what only passes at a corner is told from what lies against it."""

    shared_mm: float
    spread_mm: float
    axis: tuple[float, float, float]


STRAIGHT_MM = 0.001
"""A corner that is no further off the line between its neighbours is none."""


def _convex(ring: tuple[Flat, ...]) -> bool:
    turns = []
    for (x0, y0), (x1, y1), (x2, y2) in zip(ring, ring[1:] + ring[:1], ring[2:] + ring[:2], strict=True):
        turns.append((x1 - x0) * (y2 - y1) - (y1 - y0) * (x2 - x1))
    return min(turns) > -1e-6 or max(turns) < 1e-6


def bodies(solid: Solid) -> list[Body]:
    """A solid in convex pieces: itself, or prisms of triangles where its outline turns in or has holes."""
    if not solid.holes and _convex(solid.profile):
        return [_body(solid, solid.profile)]
    flat = shapely.make_valid(Polygon(solid.profile, solid.holes).simplify(STRAIGHT_MM))
    parts = shapely.get_parts(shapely.constrained_delaunay_triangles(flat))
    return _wedges(solid, shapely.get_coordinates(parts).reshape(-1, 4, 2)[:, :3])


def _wedges(solid: Solid, flat: Any) -> list[Body]:
    """Prisms of triangles, all at once."""
    pose, (a, b) = solid.pose, (flat[..., :1], flat[..., 1:])
    near = np.array(pose.at) + a * np.array(pose.a) + b * np.array(pose.b) + solid.near_mm * np.array(pose.c)
    push = np.array(pose.c) * (solid.far_mm - solid.near_mm)
    edges = np.roll(near, -1, axis=1) - near
    caps, pushes = (np.broadcast_to(x, (len(near), 1, 3)) for x in (np.array(cross(pose.a, pose.b)), push))
    normals = _units(np.concatenate([_cross(edges, push), caps], axis=1))
    ways = _units(np.concatenate([edges, pushes], axis=1))
    points = np.concatenate([near, near + push], axis=1)
    low, high = points.min(axis=1).tolist(), points.max(axis=1).tolist()
    return [Body(*own) for own in zip(points, normals, ways, map(tuple, low), map(tuple, high), strict=True)]


def _units(vectors: Any) -> Any:
    return vectors / np.sqrt((vectors * vectors).sum(axis=-1))[..., None]


def _body(solid: Solid, ring: tuple[Flat, ...]) -> Body:
    pose = solid.pose
    near = np.array([pose.point(a, b, solid.near_mm) for a, b in ring])
    push = np.array(pose.c) * (solid.far_mm - solid.near_mm)
    edges = np.diff(np.vstack([near, near[:1]]), axis=0)
    edges = edges[_lengths(edges) > 1e-6]
    normals = np.concatenate([_cross(edges, push), np.array([cross(pose.a, pose.b)])])
    points = np.concatenate([near, near + push])
    low, high = points.min(axis=0).tolist(), points.max(axis=0).tolist()
    return Body(points, _distinct(normals), _distinct(np.concatenate([edges, push[None, :]])), tuple(low), tuple(high))


def _cross(p: Any, q: Any) -> Any:
    """p × q along the last axis; numpy's own takes many times as long for a few vectors."""
    ahead, behind = [1, 2, 0], [2, 0, 1]
    return p[..., ahead] * q[..., behind] - p[..., behind] * q[..., ahead]


def _lengths(vectors: Any) -> Any:
    return np.sqrt((vectors * vectors).sum(axis=1))


def _distinct(vectors: Any) -> Any:
    """Unit vectors, each direction once whichever way it points."""
    units = _units(vectors)
    alike = np.tril(np.abs(units @ units.T) >= 1 - 1e-9, -1)
    return units[~alike.any(axis=1)]


AT_ONCE = 2000
"""So many pairs are looked at in one go."""


def meeting(one: Body, other: Body) -> Meeting:
    return meetings([(one, other)])[0]


def meetings(pairs: Sequence[tuple[Body, Body]]) -> list[Meeting]:
    """How pairs of bodies lie to each other: those with as many corners, normals and edges at once."""
    alike: dict[tuple[int, ...], list[int]] = defaultdict(list)
    for n, pair in enumerate(pairs):
        alike[tuple(len(x) for b in pair for x in (b.points, b.normals, b.edges))].append(n)
    out: list[Meeting | None] = [None] * len(pairs)
    for numbers in alike.values():
        for start in range(0, len(numbers), AT_ONCE):
            some = numbers[start : start + AT_ONCE]
            for n, met in zip(some, _met([pairs[n] for n in some]), strict=True):
                out[n] = met
    return [met for met in out if met is not None]


def _met(pairs: list[tuple[Body, Body]]) -> list[Meeting]:
    def each(of: int, what: str) -> Any:
        return np.array([getattr(pair[of], what) for pair in pairs])

    first, second = each(0, "edges"), each(1, "edges")
    crossed = _cross(first[:, :, None, :], second[:, None, :, :]).reshape(len(pairs), -1, 3)
    sizes = np.sqrt((crossed * crossed).sum(axis=2))
    none = sizes <= 1e-6
    axes = np.concatenate(
        [each(0, "normals"), each(1, "normals"), crossed / np.where(none, 1.0, sizes)[:, :, None]], axis=1
    )
    along = np.swapaxes(axes, 1, 2)
    here, there = each(0, "points") @ along, each(1, "points") @ along
    shared = np.minimum(here.max(axis=1), there.max(axis=1)) - np.maximum(here.min(axis=1), there.min(axis=1))
    shared[:, -none.shape[1] :][none] = np.inf
    rows = np.arange(len(pairs))
    least = shared.argmin(axis=1)
    own = axes[rows, least]
    across = np.abs((axes * own[:, None, :]).sum(axis=2)) < PARALLEL
    spread = np.where(across, shared, np.inf).min(axis=1)
    return [
        Meeting(deep, wide, (x, y, z))
        for deep, wide, (x, y, z) in zip(shared[rows, least].tolist(), spread.tolist(), own.tolist(), strict=True)
    ]


AXES = ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0))


def is_box(solid: Solid) -> bool:
    """Whether a solid is the box around it."""
    low, high = solid.box
    return abs((high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]) - solid.volume_m3 * 1e9) < 1.0


def box_meetings(boxes: Any, pairs: list[tuple[int, int]]) -> list[Meeting]:
    """How pairs of boxes lie to each other, all at once."""
    if not pairs:
        return []
    first, second = np.array(pairs).T
    shared = np.minimum(boxes[first, 3:], boxes[second, 3:]) - np.maximum(boxes[first, :3], boxes[second, :3])
    order = np.sort(shared, axis=1)
    return [
        Meeting(float(s[0]), float(s[1]), AXES[k]) for s, k in zip(order, shared.argmin(axis=1).tolist(), strict=True)
    ]


def near_pairs(solids: Sequence[Solid], boxes: Any, reach_mm: float) -> list[tuple[int, int]]:
    """Pairs of solids no further apart than that on the plan and in height, each once; by their outlines from above (those
    that lean by all that lies under them) and their boxes: rows of least x, y, z and greatest x, y, z."""
    over = np.array([_footprint(s) for s in solids], dtype=object)
    first, second = shapely.STRtree(over).query(over, predicate="dwithin", distance=reach_mm)
    kept = (first < second) & (boxes[first, 2] <= boxes[second, 5] + reach_mm)
    kept &= boxes[second, 2] <= boxes[first, 5] + reach_mm
    return list(zip(first[kept].tolist(), second[kept].tolist(), strict=True))


def _footprint(solid: Solid) -> Any:
    if solid.pose.c[0] == solid.pose.c[1] == 0.0:
        return Polygon([p[:2] for p in solid.ring(solid.near_mm)])
    return MultiPoint([p[:2] for p in solid.corners]).convex_hull
