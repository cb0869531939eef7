"""Solids as triangles, for programs that know no others."""

from __future__ import annotations

import shapely
from shapely.geometry import Polygon
from shapely.geometry.polygon import orient

from rowstake.core.space.solid import Flat, Solid, Vec

Triangle = tuple[Vec, Vec, Vec]


def triangles(solid: Solid) -> list[Triangle]:
    """The surface of a solid, every triangle counter-clockwise as seen from outside."""
    point, near, far = solid.pose.point, solid.near_mm, solid.far_mm
    out: list[Triangle] = []
    mirrored = solid.pose.handed < 0
    for a, b, c in _flat_triangles(solid):
        low, high = (tuple(point(*p, depth) for p in (a, b, c)) for depth in (near, far))
        out += [_turned(low, not mirrored), _turned(high, mirrored)]
    for face in solid.faces()[2:]:
        p, q, r, s = face.ring
        out += [(p, q, r), (p, r, s)]
    return out


def _turned(t: tuple[Vec, ...], other_way: bool) -> Triangle:
    return (t[2], t[1], t[0]) if other_way else (t[0], t[1], t[2])


def _flat_triangles(solid: Solid) -> list[tuple[Flat, Flat, Flat]]:
    """The outline in triangles, each counter-clockwise in the solid's own measures."""
    parts = shapely.get_parts([shapely.constrained_delaunay_triangles(Polygon(solid.profile, solid.holes))])
    whole = [t for part in parts for t in shapely.get_parts([part])]
    out = []
    for t in whole:
        a, b, c = [(float(x), float(y)) for x, y in orient(t, 1.0).exterior.coords[:-1]]
        out.append((a, b, c))
    return out
