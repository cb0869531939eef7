"""Drawings of a flight: cut through a stringer, and a stringer as it is marked on its board."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace
from functools import partial
from itertools import pairwise

from rowstake.core.drawing.scene import Scene, Shape, Sketch
from rowstake.core.drawing.solids import beyond_shapes, cut_shapes, within
from rowstake.core.space import Flat
from rowstake.core.space.solid import dot
from rowstake.core.space.views import page
from rowstake.core.trades.deck.components.steps.boxes import boxes
from rowstake.core.trades.deck.components.steps.drop import stringer_of
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.hip import hips
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.level import DeckLevel

RAILS = ("guard post", "handrail", "guard rail", "baluster")
BEHIND_MM, BEFORE_MM = 700.0, 450.0
"""So much of the deck and of the ground is shown on both sides of a flight."""


def scenes(level: DeckLevel) -> dict[str, Callable[[], Scene]]:
    out: dict[str, Callable[[], Scene]] = {}
    for flight in flights(level.brief):
        out[f"flight_{flight.steps.id}"] = partial(_section, level, flight)
        if flight.boxed or flight.ready:
            continue
        stringer = stringer_of(level, flight)
        out[f"stringer_{flight.steps.id}"] = partial(_marking, flight, stringer, "stringer")
        for hip in hips(flight, stringer)[:1]:
            out[f"mitre_{flight.steps.id}"] = partial(_marking, flight, hip.stringer, "mitre")
    return out


def _section(level: DeckLevel, flight: Flight) -> Scene:
    board, p, pose = Sketch(), flight.brief.printer, flight.pose
    view = page(pose.a, pose.b)
    stringer = stringer_of(level, flight)
    first = boxes(flight, stringer)[0] if flight.boxed and flight.treads else None
    places, thick = (first.rungs, first.thick) if first else (stringer.places, stringer.section.thickness_mm)
    at = places[len(places) // 2] + thick / 2
    x, z = view.flat(pose.at)
    depth = dot(pose.point(0.0, 0.0, at), view.eye)
    last = flight.nose(flight.treads)
    low = flight.foot_mm - 400
    shapes = [
        replace(s, points=tuple((a - x, b - z) for a, b in s.points)) for s in cut_shapes(level.parts, view, depth)
    ]
    rails = [q for q in level.parts if q.of == flight.steps.id and q.kind in RAILS]
    for shape in beyond_shapes(rails, view, hidden=True):
        board.add(replace(shape, points=tuple((a - x, b - z) for a, b in shape.points)))
    board.line((-BEHIND_MM, flight.foot_mm), (last + BEFORE_MM, flight.foot_mm), "ground")
    if flight.brief.deck.there:
        low_edge = level.frame_top_mm - level.joist_mm
        board.add(
            Shape(
                "poly",
                ((-BEHIND_MM, low_edge), (0.0, low_edge), (0.0, flight.top_mm), (-BEHIND_MM, flight.top_mm)),
                "zone",
            )
        )
    for shape in within(shapes, (-BEHIND_MM, low), (last + BEFORE_MM, flight.top_mm + 300)):
        board.add(shape)
    way = flight.way
    out = last + BEFORE_MM * 0.6
    board.dim((out, flight.foot_mm), (out, flight.top_mm), p.length(flight.rise_mm), -1.2)
    for k in range(flight.treads + 1):
        lower = flight.tread_top(k + 1) if k < flight.treads else flight.foot_mm
        upper = flight.tread_top(k) if k else flight.top_mm
        if upper - lower > 1:
            board.dim(
                (flight.nose(k) + 60, lower), (flight.nose(k) + 60, upper), p.bare(upper - lower), 0.0, flight.steps.id
            )
    for k in range(1, flight.treads + 1):
        board.dim(
            (flight.nose(k - 1), flight.tread_top(k)),
            (flight.nose(k), flight.tread_top(k)),
            p.bare(way.going_mm),
            0.7,
            flight.steps.id,
        )
    board.dim((0.0, low + 60), (last, low + 60), p.length(last), -1.0)
    title = f"{flight.steps.id}: {way.risers} risers of {p.length(way.riser_mm)}, going {p.length(way.going_mm)}"
    return board.scene(f"flight_{flight.steps.id}", title, 140.0)


def along(stringer: Stringer, point: Flat) -> Flat:
    """A point of the outline on its board: along the edge the notches come to, from the first notch's corner, and off that edge."""
    flight, slope = stringer.flight, stringer.slope
    long = math.hypot(1.0, slope)
    x, z = point[0] - stringer.face(1), point[1] - flight.seat(1)
    return (x - z * slope) / long, (x * slope + z) / long


def marks(stringer: Stringer) -> list[tuple[float, str]]:
    """Where each notch's outer corner comes on the board's edge, from its upper end."""
    flight = stringer.flight
    start = min(along(stringer, q)[0] for q in stringer.outline)
    return [
        (along(stringer, (stringer.face(k), flight.seat(k)))[0] - start, f"T{k}") for k in range(1, flight.treads + 1)
    ]


def _marking(flight: Flight, stringer: Stringer, name: str) -> Scene:
    """The board lies level with the edge that the square is held to at the top; what is cut away is left white."""
    board, p = Sketch(), flight.brief.printer
    ring = tuple(along(stringer, q) for q in stringer.outline)
    low, high, deep = min(x for x, _ in ring), max(x for x, _ in ring), stringer.section.width_mm
    of = f"{flight.steps.id}-{'S1' if name == 'stringer' else 'H1'}"
    board.add(Shape("poly", ((low, -deep), (high, -deep), (high, 0.0), (low, 0.0)), "hole", of))
    board.add(Shape("poly", ring, "frame", of))
    corners = [x + low for x, _ in marks(stringer)]
    for a, b in pairwise(corners):
        board.dim((a, 0.0), (b, 0.0), p.bare(b - a), 1.2)
    if flight.treads > 1:
        x, notch = along(stringer, (stringer.face(1), flight.seat(2)))
        board.dim((x, notch), (x, -deep), p.bare(stringer.throat_mm), 0.0)
    if stringer.head:
        _, _, up = stringer.head
        seat, rail = (along(stringer, (stringer.start_mm, z)) for z in (flight.seat(stringer.first), up))
        board.dim(rail, seat, p.bare(stringer.left_mm), 1.0)
    board.dim((low, -deep), (high, -deep), p.length(high - low), -1.2)
    board.dim((high, -deep), (high, 0.0), stringer.section.name, -1.0)
    way = flight.way
    told = (
        f"Stringer of {flight.steps.id}: one of {len(stringer.places)}"
        if name == "stringer"
        else f"Under the mitre of {flight.steps.id}: one"
    )
    title = (
        f"{told}, on the square {p.length(way.riser_mm)} up and {p.length(way.going_mm * stringer.turn)} out; throat "
        f"{p.length(stringer.throat_mm)}"
    )
    if stringer.head:
        out, low_mm, up = stringer.head
        title += f"; its head notched {p.length(out)} by {p.length(up - low_mm)} over the rail"
    return board.scene(f"{name}_{flight.steps.id}", title, 120.0)
