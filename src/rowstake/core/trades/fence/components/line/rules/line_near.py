"""A line that comes back so near to itself that what stands on one leg stands in what stands on another."""

from __future__ import annotations

from collections.abc import Iterator

from shapely import STRtree
from shapely.geometry import LineString, MultiPoint, Polygon

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding, Fix, Part
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.planes import covered_mm

NEAR_MM = 1000.0
"""Legs further apart than that hold nothing that could meet."""
STEPS = 100


def look(planned: FencePlan) -> Iterator[Finding]:
    legs = [LineString([leg.start, leg.end]) for leg in planned.laid.layout.legs]
    near = {
        (int(i), int(k))
        for i, k in STRtree(legs).query(legs, predicate="dwithin", distance=NEAR_MM).T
        if i < k - 1  # neighbours share their corner
    }
    met = _met(planned, near) if near else {}
    if not met:
        return
    (first, last), pairs = next(iter(met.items()))
    one, other = pairs[0]
    more = "" if len(met) == 1 else f" {len(met) - 1} more pairs of legs do the same."
    yield found(
        f"Leg {last + 1} comes back to leg {first + 1}: {one.label} and {other.label} stand in each other",
        f"Nothing was drawn to join them there.{more} End it short of the other, or move a corner.",
        sorted({part.label for own in met.values() for pair in own for part in pair}),
        list(_ways(planned, legs, first, last)),
    )


def _met(planned: FencePlan, near: set[tuple[int, int]]) -> dict[tuple[int, int], list[tuple[Part, Part]]]:
    """Pieces of legs that are not neighbours and stand in one place, seen from above, by their legs."""
    on = {leg for pair in near for leg in pair}
    parts = [p for p in planned.parts if p.unit == "piece" and p.solid and p.solid.pose.number in on]
    shapes = [_seen(part) for part in parts]
    out: dict[tuple[int, int], list[tuple[Part, Part]]] = {}
    for i, k in STRtree(shapes).query(shapes, predicate="intersects").T if shapes else ():
        one, other = sorted((parts[i], parts[k]), key=_leg)
        legs = (_leg(one), _leg(other))
        if i < k and legs in near and shapes[i].intersection(shapes[k]).area > 1:
            out.setdefault(legs, []).append((one, other))
    return out


def _leg(part: Part) -> int:
    return part.solid.pose.number if part.solid else -1


def _seen(part: Part) -> Polygon:
    solid = part.solid
    assert solid
    hull = MultiPoint([q[:2] for at in (solid.near_mm, solid.far_mm) for q in solid.ring(at)]).convex_hull
    return hull if isinstance(hull, Polygon) else Polygon()


def _ways(planned: FencePlan, legs: list[LineString], first: int, last: int) -> Iterator[Fix]:
    """The last leg so much shorter that it ends clear."""
    if last != len(legs) - 1:
        return
    brief = planned.brief
    clear, snap = 2 * max(covered_mm(brief)[1], brief.post.width_mm / 2) + brief.post.width_mm, brief.region.snap_mm
    long = brief.fence.legs[last].length_mm
    for n in range(1, STEPS):
        left = (long // snap - n) * snap
        if left < clear:
            return
        end = legs[last].interpolate(left)
        if LineString([legs[last].coords[0], end.coords[0]]).distance(legs[first]) >= clear:
            yield put(
                f"Leg {last + 1} ends {brief.printer.length(long - left)} sooner", f"fence.legs.{last}", length_mm=left
            )
            return
