"""Holes that run into each other: of neighbours, and where the line comes back to itself."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Any

import numpy as np
from shapely import STRtree, linearrings, points, polygons
from shapely.geometry import Polygon

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding, Fix
from rowstake.core.space import Solid
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.layout import Post

MAY_TOUCH_MM = 1.0


def look(planned: FencePlan) -> Iterator[Finding]:
    dug = _dug(planned)
    posts = [post for post in planned.laid.layout.posts if post.label in dug]
    shapes = [dug[post.label] for post in posts]
    met: list[tuple[float, Post, Post]] = []
    for i, k in STRtree(shapes).query(shapes, predicate="intersects").T if shapes else ():
        if i < k and (short := _shared(shapes[i], shapes[k])) > MAY_TOUCH_MM:
            met.append((short, posts[i], posts[k]))
    if not met:
        return
    p, (short, one, other) = planned.brief.printer, max(met, key=lambda m: m[0])
    more = f" So do {len(met) - 1} pairs more." if len(met) > 1 else ""
    yield found(
        f"The holes of {one.label} and {other.label} run {p.length(short)} into each other",
        f"There is no firm ground left between them.{more} Dig them as one and set both posts in it, or move a gate or a corner "
        "so that one post serves.",
        sorted({post.label for _, *pair in met for post in pair}),
        _ways_out(planned),
    )


def _near(dug: dict[str, Solid]) -> dict[str, Solid]:
    """Those whose middles are no further apart than twice what any of them reaches from its own."""
    if not dug:
        return {}
    far = max(math.hypot(*point) for profile in {solid.profile for solid in dug.values()} for point in profile)
    middles = points([solid.pose.at[:2] for solid in dug.values()])
    one, other = STRtree(middles).query(middles, predicate="dwithin", distance=2 * far)
    close = {int(i) for i in one[one != other]}
    return {of: solid for n, (of, solid) in enumerate(dug.items()) if n in close}


def _dug(planned: FencePlan) -> dict[str, Polygon]:
    """Every hole on the plan that another is near to, by its post: drawn out where two stand in it."""
    layers = _near({part.of: part.solid for part in planned.parts if part.solid and part.unit == "m³"})
    rings = {of: solid.ring(solid.near_mm) for of, solid in layers.items()}
    if not rings:
        return {}
    flat = np.array([q[:2] for ring in rings.values() for q in ring])
    own = np.repeat(np.arange(len(rings)), [len(ring) for ring in rings.values()])
    shapes: Any = polygons(linearrings(flat, indices=own))
    return dict(zip(rings, shapes.tolist(), strict=True))


def _shared(one: Polygon, other: Polygon) -> float:
    """How far two holes reach into each other along the line between their middles."""
    if one.intersection(other).area < 1:
        return 0.0
    (x0, y0), (x1, y1) = (q.centroid.coords[0] for q in (one, other))
    far = math.hypot(x1 - x0, y1 - y0)
    nx, ny = ((x1 - x0) / far, (y1 - y0) / far) if far else (1.0, 0.0)
    reach = max(x * nx + y * ny for x, y in one.exterior.coords) - min(
        x * nx + y * ny for x, y in other.exterior.coords
    )
    return float(reach)


def _ways_out(planned: FencePlan) -> list[Fix]:
    bays, posts = planned.brief.fence.bays, planned.brief.fence.posts
    out = []
    if bays.way == "module":
        out.append(put("Divide equally", bays__way="equal", bays__max_mm=bays.module_mm))
    if posts.hole_mm:
        out.append(put("Holes as wide as the posts ask", posts__hole_mm=None))
    return out
