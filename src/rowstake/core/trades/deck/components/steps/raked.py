"""A guard on a flight: between two posts of its handrail a lower and an upper rail along the line of the noses, and upright balusters."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Part
from rowstake.core.reckoners.balusters import Balusters, Spindled
from rowstake.core.reckoners.balusters import run as balusters
from rowstake.core.space import Flat, Solid
from rowstake.core.trades.deck.components.steps.handrail import Handrail

FACTS = CATALOGUE.steps


def triangle_mm(riser: float, going: float, over: float) -> float:
    """What just passes below a rail whose lower edge runs `over` above the noses: the circle in the triangle of tread, riser and rail,
    with legs a = riser + over and b = a · going / riser: d = a + b − √(a² + b²). All in mm; nothing where the rail is below the corner."""
    a = max(0.0, riser + over)
    b = a * going / riser
    return a + b - math.hypot(a, b)


def over_noses_mm(riser: float, going: float, most: float) -> float:
    """The highest that a rail's lower edge may run over the noses so that no more than `most` passes below it; below them where it
    comes out under zero, since the rail hangs beside the treads."""
    q = going / riser
    return most / (1 + q - math.hypot(1.0, q)) - riser


@dataclass(frozen=True)
class RakedBay:
    """Between two posts of a handrail; measures run out from the face that the flight hangs on."""

    handrail: Handrail
    start_mm: float
    end_mm: float

    @property
    def slope(self) -> float:
        return self.handrail.stringer.slope

    @property
    def rail(self) -> Section:
        return CATALOGUE.sections[self.handrail.flight.brief.region.rail]

    @property
    def filling(self) -> Section:
        return CATALOGUE.sections_for(self.handrail.flight.brief.region.id, "baluster")[0]

    @property
    def deep_mm(self) -> float:
        """A rail's depth, plumb."""
        return self.rail.width_mm * math.hypot(1.0, self.slope)

    @property
    def over_mm(self) -> float:
        """The lower edge of the lower rail over the noses: as the deck's guard, or as much less as the triangle asks."""
        flight = self.handrail.flight
        most = flight.limits.triangle_mm - FACTS.under_open_mm
        return min(flight.brief.deck.guard.under_mm, over_noses_mm(flight.way.riser_mm, flight.way.going_mm, most))

    def low(self, out: float) -> float:
        """The top of the lower rail."""
        return self.handrail.noses(out) + self.over_mm + self.deep_mm

    def high(self, out: float) -> float:
        """The underside of the upper rail, whose top is level with the handrail's."""
        return self.handrail.noses(out) + self.handrail.high_mm - self.deep_mm

    @cached_property
    def gaps(self) -> Spindled:
        flight = self.handrail.flight
        most = flight.brief.deck.guard.gap_mm or flight.limits.open_mm - FACTS.under_open_mm
        return balusters(
            Balusters(clear_mm=self.end_mm - self.start_mm, baluster_mm=self.filling.width_mm, max_gap_mm=most)
        )

    def _sloped(self, a: float, b: float, low: tuple[float, float], high: tuple[float, float]) -> tuple[Flat, ...]:
        return (a, low[0]), (b, low[1]), (b, high[1]), (a, high[0])

    def parts(self, number: int) -> list[Part]:
        flight, a, b = self.handrail.flight, self.start_mm, self.end_mm
        name, place, angle = f"{self.handrail.name}{number}", flight.brief.place, math.degrees(math.atan(self.slope))
        brackets, connectors, middle = f"{name} brackets", f"{name} connectors", self.handrail.post_middle
        rails = (
            ("a", (self.low(a) - self.deep_mm, self.low(b) - self.deep_mm), (self.low(a), self.low(b))),
            ("b", (self.high(a), self.high(b)), (self.high(a) + self.deep_mm, self.high(b) + self.deep_mm)),
        )
        half, out = self.rail.thickness_mm / 2, list[Part]()
        for mark, low, high in rails:
            out.append(
                Part(place.label(f"{name}-U{mark}"), "guard rail", "steps", timber(self.rail.id), flight.of, (b - a) * math.hypot(1.0, self.slope),
                     self.rail.width_mm, f"plumb cut, {angle:.1f}° off square", hold=Hold(place.label(brackets)),
                     solid=Solid(flight.pose, self._sloped(a, b, low, high), middle - half, middle + half))
            )  # fmt: skip
        half, wide = self.filling.thickness_mm / 2, self.filling.width_mm
        for n, mark_mm in enumerate(self.gaps.marks_mm, 1):
            x, y = a + mark_mm, a + mark_mm + wide
            ring = self._sloped(x, y, (self.low(x), self.low(y)), (self.high(x), self.high(y)))
            long = max(z for _, z in ring) - min(z for _, z in ring)
            out.append(
                Part(place.label(f"{name}-I{n}"), "baluster", "steps", timber(self.filling.id), flight.of, long, wide,
                     f"both ends cut {angle:.1f}° off square, to the long points", hold=Hold(place.label(connectors)),
                     solid=Solid(flight.pose, ring, middle - half, middle + half))
            )  # fmt: skip
        sold = flight.brief.sold
        bought = (
            (brackets, sold.good("rail_bracket"), 4),
            (connectors, sold.good("baluster_connector"), 2 * self.gaps.count),
        )
        return out + [
            Part(place.label(label), "hardware", "steps", good, flight.of, amount=n, unit="each")
            for label, good, n in bought if n
        ]  # fmt: skip


def raked(handrail: Handrail) -> list[RakedBay]:
    """The bays of a handrail, where its flight's are filled and a rail fits between its posts; none where it hangs on a wall."""
    if not handrail.flight.steps.filled or handrail.on_wall:
        return []
    half = handrail.post.width_mm / 2
    marks = [handrail.middle(k) for k in handrail.treads]
    ends = [(a + half, b - half) for a, b in pairwise(marks)]
    return [RakedBay(handrail, a, b) for a, b in ends if b - a >= FACTS.least_bay_mm]
