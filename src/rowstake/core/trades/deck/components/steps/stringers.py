"""Stringers of a flight: how many, from which board, the outline of one, what it hangs on and what it leaves of the board."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property

from rowstake.core.catalogue import CATALOGUE, Section, pick
from rowstake.core.faults import refuse
from rowstake.core.reckoners.stringers import Stringers, StringerSpread
from rowstake.core.reckoners.stringers import run as spread
from rowstake.core.space import Flat
from rowstake.core.trades.deck.components.steps.flight import Flight, RiseWay

FACTS = CATALOGUE.steps


ACROSS = math.sqrt(2.0)
"""Goings along a mitre are so many times longer."""
LEAST_SEAT_MM = 40.0


def notch_mm(way: RiseWay, turn: float = 1.0) -> float:
    """What a notch takes of the board, square to its edge: riser · going / √(riser² + going²); under a mitre going · √2."""
    going = way.going_mm * turn
    return way.riser_mm * going / math.hypot(way.riser_mm, going)


@dataclass(frozen=True)
class Stringer:
    """One of a flight's stringers, all alike. Outlines are in (out from the face, height over the level's datum). `stand_out` are
    stretches along the edge where something stands out past the face: one stringer goes on either side of it."""

    flight: Flight
    stand_out: tuple[tuple[float, float], ...] = ()
    past_mm: float = 0.0
    """How far the furthest of them stands out: the first tread begins past it."""
    over: Flat = (0.0, 0.0)
    """What is poured in the way of the heel: how far out it reaches, and how high; the heel is cut away over it where that leaves a seat."""
    turn: float = 1.0
    """√2 for one under a mitre, whose measures run along that."""
    back_mm: float = 0.0
    """How far behind the risers' backs its plumb cuts stay, so that its edges do not stand out of them."""
    start_mm: float = 0.0
    """How far out it begins: at the face, or at the one under the mitre that it hangs on."""
    end_mm: float = math.inf
    """How far out it ends: past the last riser, or before at the one under the mitre of an inside corner."""
    head: tuple[float, float, float] | None = None
    """What its upper end stands on: how far out of the face a rail reaches, and from what height to what height."""
    joist: Section | None = None
    """What the deck's own joists are of; none where the deck is there already."""

    @property
    def notch_mm(self) -> float:
        return notch_mm(self.flight.way, self.turn)

    def face(self, k: int) -> float:
        """How far along it its plumb cut under the k-th nose is."""
        return self.flight.face(k) * self.turn - self.back_mm

    @property
    def first(self) -> int:
        """The first tread that it carries."""
        return next(
            (k for k in range(1, self.flight.treads) if self.face(k) > self.start_mm + LEAST_SEAT_MM),
            self.flight.treads,
        )

    @cached_property
    def section(self) -> Section:
        """As chosen, else the shallowest whose throat is left, else the deepest."""
        sold = sorted(self.flight.stringers_sold, key=lambda s: s.width_mm)
        if self.flight.steps.stringer is not None:
            return pick({s.id: s for s in sold}, self.flight.steps.stringer, f"{self.flight.path}.stringer")
        notch = notch_mm(self.flight.way, ACROSS if any(self.flight.mitres) else 1.0)
        return next((s for s in sold if s.width_mm - notch >= FACTS.throat_mm - 0.5), sold[-1])

    @property
    def throat_mm(self) -> float:
        return self.section.width_mm - self.notch_mm

    @property
    def spread(self) -> StringerSpread:
        low, high = self.flight.stringer_room
        thick = self.section.thickness_mm
        try:
            return spread(Stringers(width_mm=high - low, stringer_mm=thick, max_spacing_mm=self.flight.tread_reach_mm))
        except ValueError:
            raise refuse(f"{self.flight.path}.width_mm", f"{self.flight.steps.width_mm:g} mm", f"at least {3 * thick:g} mm",
                         f"{self.flight.steps.id} is too narrow for two stringers") from None  # fmt: skip

    @property
    def _taken(self) -> list[tuple[float, float]]:
        """What stands out of the face along the edge; two with no room for a stringer between them are one."""
        out: list[tuple[float, float]] = []
        for a, b in sorted(self.stand_out):
            if out and a - out[-1][1] < self.section.thickness_mm + 2:
                a, b = out[-1][0], max(out.pop()[1], b)
            out.append((a, b))
        return out

    @property
    def places(self) -> list[float]:
        """The near face of each along the edge."""
        (low, high), thick = self.flight.stringer_room, self.section.thickness_mm
        made = self.spread
        out: list[float] = []
        for at in (low + i * made.spacing_mm for i in range(made.count)):
            met = next(((a, b) for a, b in self._taken if a < at + thick and at < b), None)
            beside = [at] if met is None else [met[0] - thick - 1, met[1] + 1]
            out += [x for x in beside if low - 0.5 <= x <= high - thick + 0.5 and all(abs(x - y) >= thick for y in out)]
        return out

    @property
    def slope(self) -> float:
        """How far the line of the noses falls for so much out."""
        return self.flight.way.riser_mm / (self.flight.way.going_mm * self.turn)

    def under(self, out: float) -> float:
        """The board's lower edge: under the notches' outer corners by its depth, square to it."""
        flight, deep = self.flight, self.section.width_mm
        upper = flight.seat(1) - (out - self.face(1)) * self.slope
        return upper - deep * math.hypot(1.0, self.slope)

    @cached_property
    def outline(self) -> tuple[Flat, ...]:
        """Plumb at the face, a seat and a plumb cut for every tread, level at the foot, along the board's lower edge; at the face cut away
        under the rail that it stands on."""
        if self.head is None:
            return self._whole
        *ring, (before, low), (start, foot) = self._whole
        out, _, up = self.head
        at = start + out
        cut = foot + (low - foot) * out / (before - start)
        return (*ring, (before, low), (at, cut), (at, up), (start, up))

    def room_for(self, out: float, up: float) -> bool:
        """Whether a rail so far out and so high at the face finds wood enough over and before it."""
        (before, _), (start, foot) = self._whole[-2:]
        return before > start + out + 1 and foot < up - 1 and self.flight.seat(self.first) - up >= LEAST_SEAT_MM

    @property
    def left_mm(self) -> float:
        """What the notch over the rail leaves of its plumb cut."""
        return self.flight.seat(self.first) - self.head[2] if self.head else self.plumb[1] - self.plumb[0]

    @cached_property
    def _whole(self) -> tuple[Flat, ...]:
        flight, floor, start = self.flight, self.flight.foot_mm, self.start_mm
        points: list[Flat] = [(start, flight.seat(self.first))]
        for k in range(self.first, flight.treads + 1):
            points.append((min(self.face(k), self.end_mm), flight.seat(k)))
            if self.face(k) >= self.end_mm:
                break
            if k < flight.treads:
                points.append((self.face(k), flight.seat(k + 1)))
        last = min(self.face(flight.treads), self.end_mm)
        if max(floor, self.under(last)) > floor + 0.5:  # which ends in the air
            return (*points, (last, self.under(last)), (start, max(floor, self.under(start))))
        if self.kicker is not None:
            deep, thick = self.kicker.width_mm, self.kicker.thickness_mm
            points += [(last, floor + thick), (last - deep, floor + thick), (last - deep, floor)]
        else:
            points.append((last, floor))
        heel, (out, up) = self.heel_mm, self.over
        if self.cut_over:
            clear = min(max(out, heel), last - 1.0)
            points += [(clear, floor)] if heel <= out else [(heel, floor), (out, self.under(out))]
            points.append((min(out, last - 1.0), up))
            back = (self.under(0.0) - up) / self.slope
            points += [(back, up)] if start + 0.5 < back < out - 0.5 else []
            points.append((start, max(up, self.under(start))))
            return tuple(points)
        if heel > start + 0.5:
            points.append((heel, floor))
        points.append((start, max(floor, self.under(start))))
        return tuple(points)

    @property
    def cut_over(self) -> bool:
        """Whether its heel is cut away over what is poured there: where that is in its way, and leaves a seat over it."""
        (out, up), flight = self.over, self.flight
        if out <= self.start_mm + 0.5 or up <= max(flight.foot_mm, self.under(out)):
            return False
        last = next((k for k in range(self.first, flight.treads) if self.face(k) >= out), flight.treads)
        return up <= flight.seat(last) - LEAST_SEAT_MM

    @property
    def heel_mm(self) -> float:
        """How far out the level cut at the foot begins behind."""
        flight = self.flight
        drop = self.under(0.0) - flight.foot_mm
        return min(max(self.start_mm, drop / self.slope), self.face(flight.treads) - 1.0, self.end_mm - 1.0)

    @property
    def kicker(self) -> Section | None:
        """What its foot is notched over; nothing where it goes round a corner, ends on boards, or where too little of its foot is left, behind
        it or before what is poured in its way."""
        flight = self.flight
        if (
            flight.steps.foot_by == "brackets"
            or flight.lands_on
            or any(flight.mitres)
            or flight.boxed
            or not flight.treads
        ):
            return None
        section = CATALOGUE.sections[flight.brief.region.rail]
        long = self.face(flight.treads) - max(self.heel_mm, self.over[0]) >= section.width_mm + LEAST_SEAT_MM
        high = flight.seat(flight.treads) - flight.foot_mm >= section.thickness_mm + LEAST_SEAT_MM
        return section if long and high else None

    @property
    def plumb(self) -> tuple[float, float]:
        """From where to where its plumb cut at the face reaches."""
        low = max(self.flight.foot_mm, self.under(self.start_mm))
        return max(low, self.over[1]) if self.cut_over else low, self.flight.seat(self.first)

    @property
    def length_mm(self) -> float:
        """Of the board it is cut from, along its edge: from the furthest corner up to the furthest down."""
        along = (1 / math.hypot(1.0, self.slope), -self.slope / math.hypot(1.0, self.slope))
        marks = [x * along[0] + z * along[1] for x, z in self.outline]
        return max(marks) - min(marks)

    @property
    def load_kn(self) -> float:
        """What stands on an inner one: its share of the width; half of it comes down at each end."""
        made = self.spread
        return self.flight.load_kn * made.spacing_mm / self.flight.steps.width_mm
