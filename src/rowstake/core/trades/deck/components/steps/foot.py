"""What a flight stands on where concrete is poured for it: a level pad on gravel, under its foot and a little past it."""

from __future__ import annotations

from shapely.geometry import Polygon, box
from shapely.ops import unary_union

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Part
from rowstake.core.space import Flat, Solid
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.level import DeckLevel

FACTS = CATALOGUE.steps


def pad(level: DeckLevel, flight: Flight, stringer: Stringer) -> list[Part]:
    """Concrete and the gravel under it; nothing on paving, a slab or another level."""
    if flight.lands_on or flight.steps.foot != "pad":
        return []
    ring = _ring(level, flight, stringer)
    area, sold, name = abs(Polygon(ring).area) / 1e6, level.brief.sold, flight.steps.id
    out, top, pose = [], flight.foot_mm, level.place.pose
    for what, thick in (("concrete", FACTS.pad_mm), ("gravel", FACTS.pad_gravel_mm)):
        out.append(
            Part(f"{name} {what}", what, "steps", sold.good(what), name, amount=area * thick / 1000, unit="m³",
                 solid=Solid(pose, ring, top - thick, top))
        )  # fmt: skip
        top -= thick
    return out


def _ring(level: DeckLevel, flight: Flight, stringer: Stringer) -> tuple[Flat, ...]:
    """From behind the heels to past the last nose, less what footings take of it."""
    at, past = flight.steps.at_mm, FACTS.pad_past_mm
    low, high = max(0.0, stringer.heel_mm - past), flight.nose(flight.treads) + past
    corners = [flight.on_plan(u, w) for u in (low, high) for w in (at, at + flight.steps.width_mm)]
    whole = box(*(f(p[i] for p in corners) for f in (min, max) for i in (0, 1)))  # type: ignore[arg-type]
    reach = flight.foot_mm - FACTS.pad_mm - FACTS.pad_gravel_mm
    taken = [
        Polygon(part.solid.profile)
        for part in level.parts
        if part.solid and part.step == "holes" and part.solid.box[1][2] - level.place.ground_mm > reach
    ]
    left = whole.difference(unary_union(taken).buffer(1.0)) if taken else whole
    pieces = [g for g in getattr(left, "geoms", [left]) if isinstance(g, Polygon)]
    best = max(pieces, key=lambda g: g.area)
    return tuple((float(x), float(y)) for x, y in best.exterior.coords[:-1])


def spoil_m3(parts: list[Part]) -> float:
    """What is dug for pads, loose."""
    dug = sum(p.amount for p in parts if p.step == "steps" and p.unit == "m³")
    return dug * CATALOGUE.materials.fill.spoil_bulking
