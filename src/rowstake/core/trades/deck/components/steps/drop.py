"""What a flight hangs on: the rim, where enough of the stringers' plumb cut lies on it; else a board below it as well, in pieces
between the posts and beams that stand there already."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import takewhile

from shapely.geometry import MultiPoint
from shapely.geometry.base import BaseGeometry

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.parts import Part
from rowstake.core.space import Solid
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.on_edge import runs
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.level import DeckLevel

FACTS = CATALOGUE.steps
LEAST_MM = 100.0


@dataclass(frozen=True, slots=True)
class Bears:
    """How much of the plumb cut lies on the rim, and on what is below it; the board there from a level to a level, and its pieces
    along the edge."""

    rim_mm: float
    below_mm: float
    section: Section | None = None
    low_mm: float = 0.0
    high_mm: float = 0.0
    pieces: tuple[tuple[float, float], ...] = ()


def bears(level: DeckLevel, flight: Flight, stringer: Stringer) -> Bears:
    low, high = stringer.plumb
    under = level.frame_top_mm - level.joist_mm
    rim = max(0.0, min(high, level.frame_top_mm) - max(low, under))
    if rim >= FACTS.sound_mm:
        return Bears(rim, 0.0)
    section = level.supports.joist
    floor = max(under - section.width_mm, flight.foot_mm)
    pieces = _between(level, flight, section.thickness_mm, floor, under)
    return Bears(rim, max(0.0, min(high, under) - max(low, floor)), section, floor, under, tuple(pieces))


def _between(level: DeckLevel, flight: Flight, thick: float, low: float, high: float) -> list[tuple[float, float]]:
    """Stretches of the flight's width where nothing stands behind the face between two levels."""
    start, end = flight.stringer_room
    seen = _placed(level, flight, low, high, "piece", "m³", "each")
    there = [(a, b) for _, (near, far, a, b) in seen if far > -thick + 1 and near < -1]
    there += _boarded(flight, thick)
    out, at = [], start
    for a, b in sorted([*there, (end, math.inf)]):
        if min(a, end) - at >= LEAST_MM:
            out.append((at, min(a, end)))
        at = max(at, b)
    return out


def _boarded(flight: Flight, thick: float) -> Iterator[tuple[float, float]]:
    """Where along its edge the board of a flight laid before it lies behind a corner that both come to."""
    own = _behind(flight, thick)
    for other in takewhile(lambda f: f.steps.id != flight.steps.id, runs(flight.brief)):
        met = own.intersection(_behind(other, thick))
        if met.area > 1:
            low, high = met.bounds[:2], met.bounds[2:]
            axis = 0 if flight.side in ("far", "house") else 1
            yield low[axis], high[axis]


def _behind(flight: Flight, thick: float) -> BaseGeometry:
    corners = [flight.on_plan(out, w) for out in (-thick, 0.0) for w in flight.stringer_room]
    return MultiPoint(corners).envelope


def stringer_of(level: DeckLevel, flight: Flight) -> Stringer:
    """A flight's stringers as they stand to what is there already."""
    beside, past = sticking_out(level, flight)
    joist = None if level.brief.deck.there else level.supports.joist
    made = Stringer(flight, beside, past, poured_out(level, flight), joist=joist)
    return replace(made, head=_head(level, flight, made)) if flight.railed_head else made


def _head(level: DeckLevel, flight: Flight, stringer: Stringer) -> tuple[float, float, float] | None:
    """Where the rail that heads stand on lies: as low on the rim, or on the board below it, as they reach; none where too little of them
    would be left."""
    on, rail = bears(level, flight, stringer), CATALOGUE.sections[flight.brief.region.rail]
    lowest = on.low_mm if on.pieces else level.frame_top_mm - level.joist_mm
    low = max(lowest, stringer.plumb[0])
    high = low + rail.thickness_mm
    return (rail.thickness_mm, low, high) if stringer.room_for(rail.thickness_mm, high) else None


def sticking_out(level: DeckLevel, flight: Flight) -> tuple[tuple[tuple[float, float], ...], float]:
    """Stretches along the edge where a post or beam stands out past the face, so that no stringer can hang there, and how far the
    furthest stands out over the flight's width."""
    low, high = flight.steps.at_mm, flight.steps.at_mm + flight.steps.width_mm
    seen = [
        x
        for x in _there(level, flight, flight.foot_mm, flight.top_mm)
        if x[0] < 1 < x[1] and x[2] < high and x[3] > low
    ]
    return tuple((a, b) for _, _, a, b in seen), max((far for _, far, _, _ in seen), default=0.0)


CLEAR_MM = 5.0


def poured_out(level: DeckLevel, flight: Flight) -> tuple[float, float]:
    """How far out past the face, and how high over the datum, what the deck's posts stand on lies in a flight's way; with a
    little room."""
    seen = [
        (far, part.solid.box[1][2] - level.place.ground_mm)
        for part, (near, far, a, b) in _placed(level, flight, flight.foot_mm, flight.top_mm, "m³", "each")
        if far > 1
        and near < flight.face(flight.treads)
        and b > flight.steps.at_mm
        and a < flight.steps.at_mm + flight.steps.width_mm
        and part.solid
    ]
    if not seen:
        return 0.0, 0.0
    return max(far for far, _ in seen) + CLEAR_MM, max(up for _, up in seen) + CLEAR_MM


def _there(level: DeckLevel, flight: Flight, low: float, high: float) -> list[tuple[float, float, float, float]]:
    return [seen for _, seen in _placed(level, flight, low, high, "piece")]


UPWARDS = (0.0, 0.0, 1.0)


def _reach(solid: Solid) -> tuple[float, float]:
    """The lowest and the highest level of it."""
    if solid.pose.c == UPWARDS:
        return solid.pose.at[2] + solid.near_mm, solid.pose.at[2] + solid.far_mm
    low, high = solid.box
    return low[2], high[2]


def _placed(
    level: DeckLevel, flight: Flight, low: float, high: float, *units: str
) -> list[tuple[Part, tuple[float, float, float, float]]]:
    """(nearest, furthest out; from, to along the edge) of what of the deck's own there is between two levels."""
    pose, datum, out = flight.pose, level.place.ground_mm, []
    for part in level.parts:
        if part.solid is None or part.unit not in units or part.step not in ("holes", "frame"):
            continue
        bottom, top = _reach(part.solid)
        if top - datum > low + 1 and bottom - datum < high - 1:
            corners = part.solid.ring(part.solid.near_mm) if part.solid.pose.c == UPWARDS else part.solid.corners
            places = [(p[0] - pose.at[0], p[1] - pose.at[1]) for p in corners]
            outs = [x * pose.a[0] + y * pose.a[1] for x, y in places]
            alongs = [x * pose.c[0] + y * pose.c[1] for x, y in places]
            out.append((part, (min(outs), max(outs), min(alongs), max(alongs))))
    return out
