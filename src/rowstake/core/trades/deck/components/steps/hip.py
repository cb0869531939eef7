"""Under the mitre where a flight goes round a corner: a stringer from the corner, and shorter ones that hang on it on both sides, so that
no tread reaches further than its boards carry. Round an outside corner those begin at it, round an inside one they end at it.

The mitre runs at 45° from where the noses of both edges cross; what is out from the face by u lies √2 · u along it.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

from rowstake.core.reckoners.base import up
from rowstake.core.space import Pose, Solid, Vec
from rowstake.core.trades.deck.components.steps.flight import Flight, FlightMitre
from rowstake.core.trades.deck.components.steps.stringers import ACROSS, LEAST_SEAT_MM, Stringer

HAIR_MM = 1.0


@dataclass(frozen=True)
class MitreLine:
    """The mitre of a flight at its near end or its far one."""

    flight: Flight
    mitre: FlightMitre
    near: bool

    @property
    def way(self) -> float:
        """The way of the edge's measure that the mitre leads along: past an outside corner, back from an inside one."""
        return (-1.0 if self.near else 1.0) * self.mitre.grows

    @property
    def from_mm(self) -> float:
        """How far out of this flight's face the mitre is clear of both faces."""
        return max(0.0, -self.mitre.more_mm)

    def along(self, out: float) -> float:
        """Where along the edge the mitre is, so far out."""
        return self.mitre.at_mm + self.way * (out + self.mitre.more_mm)

    @property
    def pose(self) -> Pose:
        """Its a runs down the mitre, its b up, its c across it."""
        own, way = self.flight.pose, self.way
        a: Vec = tuple((x + way * y) / ACROSS for x, y in zip(own.a, own.c, strict=True))  # type: ignore[assignment]
        c: Vec = tuple((y - way * x) / ACROSS for x, y in zip(own.a, own.c, strict=True))  # type: ignore[assignment]
        return Pose(own.point(self.from_mm, 0.0, self.along(self.from_mm)), a, own.b, c, own.number)


@dataclass(frozen=True)
class Hip:
    """The stringer under a mitre of a flight."""

    line: MitreLine
    plain: Stringer

    @property
    def stringer(self) -> Stringer:
        thick = self.plain.section.thickness_mm
        back = thick / 2 if self.line.mitre.grows > 0 else 0.0
        return replace(
            self.plain, turn=ACROSS, back_mm=self.line.from_mm * ACROSS + back, start_mm=thick / 2 + HAIR_MM, stand_out=(),
            past_mm=0.0, over=(self.plain.over[0] * ACROSS, self.plain.over[1]),
        )  # fmt: skip

    @property
    def solid(self) -> Solid:
        half = self.plain.section.thickness_mm / 2
        return Solid(self.line.pose, self.stringer.outline, -half, half)


def hips(flight: Flight, plain: Stringer) -> list[Hip]:
    """Of a flight's own corners; those of its wings are the same ones."""
    if flight.boxed or not flight.corners:
        return []
    return [Hip(MitreLine(flight, m, n == 0), plain) for n, m in enumerate(flight.mitres) if m]


@dataclass(frozen=True, slots=True)
class Jack:
    """One of the stringers beside a mitre: `at_mm` is its middle, along the edge."""

    stringer: Stringer
    at_mm: float

    @property
    def solid(self) -> Solid:
        half = self.stringer.section.thickness_mm / 2
        return Solid(self.stringer.flight.pose, self.stringer.outline, self.at_mm - half, self.at_mm + half)


def cut_short(flight: Flight, plain: Stringer, at_mm: float) -> Stringer:
    """One of a flight's stringers, ended at the one under the mitre of an inside corner where that is in its way; `at_mm` is its
    near face."""
    thick, ends = plain.section.thickness_mm, [math.inf]
    for mitre, side in zip(flight.mitres, (at_mm, at_mm + thick), strict=True):
        if mitre and mitre.grows < 0:
            ends.append(abs(mitre.at_mm - side) - mitre.more_mm - thick / ACROSS - HAIR_MM)
    end = min(ends)
    return replace(plain, end_mm=end) if end < plain.face(flight.treads) else plain


def jacks(flight: Flight, plain: Stringer) -> Iterator[Jack]:
    """Stringers beside the mitre at a flight's ends, level with its own, each from the one under the mitre outwards."""
    thick = plain.section.thickness_mm
    for n, mitre in enumerate(flight.mitres):
        if mitre is None or mitre.grows < 0:
            continue
        way = 1.0 if n else -1.0
        span = flight.face(flight.treads) + mitre.more_mm
        bays = max(1, up(span / flight.tread_reach_mm))
        for i in range(1, bays):
            off = span * i / bays  # of its middle, past the corner
            start = off - mitre.more_mm + thick / 2 + thick / ACROSS + HAIR_MM
            made = replace(plain, start_mm=start, stand_out=(), past_mm=0.0)
            if flight.face(flight.treads) - start < LEAST_SEAT_MM:
                continue
            yield Jack(made, mitre.at_mm + way * off)
