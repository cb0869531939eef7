"""What is free at the foot of a flight to step off onto: as told, and before what the job itself has there."""

from __future__ import annotations

from collections.abc import Iterator

from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry

from rowstake.core.trades.deck.components.steps.flight import TOUCHES_MM2, Flight

STEP_MM = 30.0
"""What stands up less over the foot is no next thing."""

Free = tuple[float, str]
"""How far is free, and before what; nothing named where it was told."""


def free(flight: Flight) -> Free | None:
    """The least that is free before any of it, within what is needed; None where enough is, or nothing is known."""
    found = [at for own in flight.runs for at in _before(own)]
    if flight.left_mm is not None and not flight.lands_on:
        found.append((flight.left_mm, ""))
    least = min(found, default=None)
    return None if least is None or least[0] >= flight.limits.landing_mm - 0.5 else least


def _before(flight: Flight) -> Iterator[Free]:
    """How far it is from the last nose to each thing before it."""
    last, need = flight.nose(flight.treads), flight.limits.landing_mm
    low, high = flight.reach(last)
    stands = Polygon(
        [flight.on_plan(u, w) for u, w in ((last, low), (last + need, low), (last + need, high), (last, high))]
    )
    for what, place in _things(flight):
        met = stands.intersection(place)
        if met.area > TOUCHES_MM2:
            yield max(0.0, _out(flight, met) - last), what
    on = next((place for level, place in flight.brief.others if level.id == flight.lands_on), None)
    if on is not None and (past := stands.difference(on)).area > TOUCHES_MM2:
        yield max(0.0, _out(flight, past) - last), f"the edge of level {flight.lands_on}"


def _things(flight: Flight) -> Iterator[tuple[str, BaseGeometry]]:
    """What one would walk into: its own deck round an inside corner, levels that stand up over the foot."""
    brief, place = flight.brief, flight.brief.place
    yield "the deck" if not place.number else f"level {brief.level.id}", brief.outline
    for level, there in brief.others:
        if level.id != flight.lands_on and level.height_mm - place.ground_mm > flight.foot_mm + STEP_MM:
            yield f"level {level.id}" if level.id != "main" else "the deck", there


def _out(flight: Flight, place: BaseGeometry) -> float:
    """How far out from its face the nearest of a place is."""
    x0, y0, x1, y1 = place.bounds
    return {
        "far": y0 - flight.face_mm,
        "house": flight.face_mm - y1,
        "right": x0 - flight.face_mm,
        "left": flight.face_mm - x1,
    }[flight.side]
