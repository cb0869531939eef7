"""A handrail beside a flight: posts bolted to the outer stringer, or brackets on a wall, and a rail that a hand closes round along
the noses."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Part
from rowstake.core.reckoners.base import up
from rowstake.core.space import Flat, Solid
from rowstake.core.trades.deck.components.steps.flight import Flight, sides_of
from rowstake.core.trades.deck.components.steps.stringers import Stringer

FACTS = CATALOGUE.steps


@dataclass(frozen=True)
class Handrail:
    """On the side of a flight: `near` where it is measured from, else the far one. On a wall it has no posts, and stands off it by
    as much as a hand takes."""

    flight: Flight
    stringer: Stringer
    near: bool

    @property
    def post(self) -> Section:
        return CATALOGUE.sections[self.flight.brief.region.post]

    @cached_property
    def rail(self) -> Section:
        return CATALOGUE.sections_for(self.flight.brief.region.id, "handrail")[0]

    @property
    def high_mm(self) -> float:
        """The top of the rail over the noses: the middle of what is asked."""
        low, high = self.flight.limits.handrail_mm
        return (low + high) / 2

    @property
    def side(self) -> str:
        return "near" if self.near else "far"

    @cached_property
    def treads(self) -> list[int]:
        """The treads with a post: the first past the deck beside it, the last, and as many between as the longest bay asks, evenly."""
        taken = set() if self.on_wall else set(self.flight.in_deck(self.side))
        free = [k for k in range(1, self.flight.treads + 1) if k not in taken]
        reach = CATALOGUE.deck.guard_posts_mm / math.hypot(self.flight.way.going_mm, self.flight.way.riser_mm)
        bays = max(1, up((len(free) - 1) / max(1.0, reach // 1)))
        return sorted({free[round((len(free) - 1) * i / bays)] for i in range(bays + 1)})

    def middle(self, k: int) -> float:
        """How far out the post of a tread stands: its front under the nose."""
        return self.flight.face(k) - self.post.width_mm / 2

    def noses(self, out: float) -> float:
        """The line over the noses."""
        return self.flight.tread_top(1) - (out - self.flight.nose(1)) * self.stringer.slope

    @property
    def name(self) -> str:
        return f"{self.flight.steps.id}-{'L' if self.near else 'M'}"

    @property
    def on_wall(self) -> bool:
        return self.side in self.flight.walled

    @property
    def post_middle(self) -> float:
        """Where along the edge the middle of its posts stands."""
        return sum(self._band(0.0, self.post.thickness_mm)) / 2

    @property
    def _side(self) -> float:
        at, wide = self.flight.steps.at_mm, self.flight.steps.width_mm
        return at if self.near else at + wide

    def _band(self, inwards: float, outwards: float) -> tuple[float, float]:
        """From where to where along the edge, about the side."""
        way = 1.0 if self.near else -1.0
        return tuple(sorted((self._side + way * inwards, self._side - way * outwards)))  # type: ignore[return-value]

    def parts(self) -> list[Part]:
        flight, half = self.flight, self.post.width_mm / 2
        name, place = self.name, flight.brief.place
        bolts, brackets = f"{name} bolts", f"{name} brackets"
        drop = self.rail.width_mm * math.hypot(1.0, self.stringer.slope)
        off = FACTS.hand_room_mm if self.on_wall else 0.0
        out: list[Part] = []
        for n, k in enumerate(() if self.on_wall else self.treads, 1):
            u = self.middle(k)
            low, high = max(flight.foot_mm, self.stringer.under(u - half)), self.noses(u + half) + self.high_mm
            ring: tuple[Flat, ...] = ((u - half, low), (u + half, low), (u + half, high), (u - half, high))
            out.append(
                Part(place.label(f"{name}{n}"), "guard post", "steps", timber(self.post.id), flight.of, high - low, self.post.width_mm,
                     solid=Solid(flight.pose, ring, *self._band(0.0, self.post.thickness_mm)), hold=Hold(place.label(bolts)))
            )  # fmt: skip
        first, last = (
            self.middle(self.treads[0]) - half - FACTS.rail_past_mm,
            self.middle(self.treads[-1]) + half + FACTS.rail_past_mm,
        )
        long = math.hypot(1.0, self.stringer.slope)
        inner = [self.middle(k) * long for k in self.treads[1:-1]]
        cuts = evenly(first * long, last * long, inner, max(self.rail.lengths_mm))
        for n, (low, high) in enumerate(cuts, 1):
            a, b = low / long, high / long
            top = [self.noses(u) + self.high_mm for u in (a, b)]
            ring = ((a, top[0] - drop), (b, top[1] - drop), (b, top[1]), (a, top[0]))
            told = "ends returned" if len(cuts) == 1 else "its outer end returned, met over a post"
            out.append(
                Part(place.label(f"{name} rail{n if len(cuts) > 1 else ''}"), "handrail", "steps", timber(self.rail.id), flight.of, high - low,
                     self.rail.width_mm, f"plumb cut, {math.degrees(math.atan(self.stringer.slope)):.1f}° off square, {told}",
                     solid=Solid(flight.pose, ring, *self._band(self.rail.thickness_mm + off, -off)),
                     hold=Hold(place.label(brackets), to="house" if self.on_wall else "piece"))
            )  # fmt: skip
        sold, posts = flight.brief.sold, len(self.treads)
        bolt = sold.bolt(self.post.thickness_mm + self.stringer.section.thickness_mm)
        bought = ((bolts, bolt, 0 if self.on_wall else 2 * posts), (brackets, sold.good("handrail_bracket"), posts))
        return out + [
            Part(place.label(label), "hardware", "steps", good, flight.of, amount=n, unit="each")
            for label, good, n in bought
            if n
        ]


def evenly(start: float, end: float, joints: list[float], longest: float) -> list[tuple[float, float]]:
    """From place to place in as few pieces as are on sale, met at the joints nearest to equal lengths."""
    for count in range(1, len(joints) + 2):
        wanted = [start + (end - start) * i / count for i in range(1, count)]
        marks = [start, *(min(joints, key=lambda j, w=w: abs(j - w)) for w in wanted), end]  # type: ignore[misc]
        if all(0 < b - a <= longest + 1e-6 for a, b in pairwise(marks)):
            return list(pairwise(marks))
    return [(start, end)]


def handrails(flight: Flight, stringer: Stringer) -> list[Handrail]:
    """One on each side that is chosen, but where the deck lies beside all of it."""
    sides = [side for side in sides_of(flight.steps.handrail) if side in flight.walled or side in flight.posted]
    return [Handrail(flight, stringer, side == "near") for side in sides] if flight.treads else []
