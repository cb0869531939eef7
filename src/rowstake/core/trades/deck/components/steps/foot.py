"""What a flight stands on: a level pad of concrete on gravel, under its foot and a little past it; and the board that its feet are
notched over."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from shapely import affinity
from shapely.geometry import MultiPoint, Polygon
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Part
from rowstake.core.reckoners.base import up
from rowstake.core.space import Flat, Solid
from rowstake.core.trades.deck.components.steps.cover import counted
from rowstake.core.trades.deck.components.steps.drop import stringer_of
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.place import Place

FACTS = CATALOGUE.steps
LAP_MM = 1.0
"""Strips that meet on a mitre lie so far in each other, so that they are one."""


def pad(level: DeckLevel, flight: Flight, others: Sequence[DeckLevel] = ()) -> list[Part]:
    """Concrete and the gravel under it, one for a flight and what goes on round its corners; nothing on paving, a slab or another
    level. It lies round the footings of its own level, and of others."""
    if flight.lands_on or flight.steps.foot != "pad" or flight.is_wing:
        return []
    ring = _ring(level, flight, others)
    area, sold, name = abs(Polygon(ring).area) / 1e6, level.brief.sold, flight.steps.id
    out, top, pose = [], flight.foot_mm, level.place.pose
    for what, thick in (("concrete", FACTS.pad_mm), ("gravel", FACTS.pad_gravel_mm)):
        out.append(
            Part(f"{name} {what}", what, "steps", sold.good(what), name, amount=area * thick / 1000, unit="m³",
                 solid=Solid(pose, ring, top - thick, top))
        )  # fmt: skip
        top -= thick
    return out


def kickers(flight: Flight, stringer: Stringer) -> list[Part]:
    """The board that the feet are notched over, flat on the ground behind the last riser from stringer to stringer, with what anchors
    it and fixes them to it; none where it has no place."""
    section = stringer.kicker
    if section is None:
        return []
    sold, (low, high), last = flight.brief.sold, flight.stringer_room, stringer.face(flight.treads)
    floor, anchors = flight.foot_mm, flight.part("kicker anchors")
    ring = (
        (last - section.width_mm, floor),
        (last, floor),
        (last, floor + section.thickness_mm),
        (last - section.width_mm, floor + section.thickness_mm),
    )
    pieces = max(1, up((high - low) / max(section.lengths_mm)))
    long = (high - low) / pieces
    out = [
        Part(flight.part(f"N{n + 1}"), "kicker", "steps", timber(section.id), flight.of, long, section.width_mm,
             solid=Solid(flight.pose, ring, low + n * long, low + (n + 1) * long), hold=Hold(anchors, to="ground"))
        for n in range(pieces)
    ]  # fmt: skip
    nail = sold.nail("connector_nail", stringer.section.thickness_mm, stringer.section.thickness_mm)[0]
    return out + counted(flight, [
        ("kicker anchors", sold.good("masonry_anchor"), pieces * (up(long / FACTS.kicker_every_mm) + 1)),
        ("kicker nails", nail, len(stringer.places) * FACTS.kicker_nails),
    ])  # fmt: skip


def _strip(level: DeckLevel, flight: Flight) -> BaseGeometry:
    """From behind the heels to past the last nose; under all of boxes."""
    past = FACTS.pad_past_mm
    heel = 0.0 if flight.boxed else stringer_of(level, flight).heel_mm
    low, high = max(0.0, heel - past), flight.nose(flight.treads) + past
    inside = any(m and m.grows < 0 for m in flight.mitres)
    sides = [flight.reach(low), flight.reach(high)] if inside else [flight.reach(high)] * 2
    lap = LAP_MM if inside else 0.0
    corners = [flight.on_plan(u, w) for u, (a, b) in zip((low, high), sides, strict=True) for w in (a - lap, b + lap)]
    return MultiPoint(corners).convex_hull


def _ring(level: DeckLevel, flight: Flight, others: Sequence[DeckLevel]) -> tuple[Flat, ...]:
    """Under all of the flight, less what footings take of it, and posts that stand lower than its top."""
    whole = unary_union([_strip(level, own) for own in flight.runs])
    top = flight.foot_mm + level.place.ground_mm
    taken = [ring for own in (level, *others) for ring in _taken(own, level.place, top)]
    left = whole.difference(unary_union(taken).buffer(1.0, join_style="mitre")) if taken else whole
    pieces = [g for g in getattr(left, "geoms", [left]) if isinstance(g, Polygon)]
    best = max(pieces, key=lambda g: g.area)
    return tuple((float(x), float(y)) for x, y in best.exterior.coords[:-1])


def _taken(level: DeckLevel, place: Place, top: float) -> Iterator[Polygon]:
    """On the plan of a place, what stands or is dug of a level as high as a pad lies with such a top over the deck's datum."""
    aside, reach = (
        (level.place.x_mm - place.x_mm, level.place.y_mm - place.y_mm),
        top - FACTS.pad_mm - FACTS.pad_gravel_mm,
    )
    for part in level.parts:
        if not part.solid or part.solid.box[1][2] <= reach:
            continue
        if part.step == "holes" or (part.kind == "post" and part.solid.box[0][2] < top):
            yield affinity.translate(Polygon(part.solid.profile), *aside)


def spoil_m3(parts: list[Part]) -> float:
    """What is dug for pads, loose."""
    dug = sum(p.amount for p in parts if p.step == "steps" and p.unit == "m³")
    return dug * CATALOGUE.materials.fill.spoil_bulking
