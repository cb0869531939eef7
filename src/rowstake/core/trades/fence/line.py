"""The line on the plan: where its corners lie, which way each leg runs, and whether legs cross."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import Fault, JobFault
from rowstake.core.measure.length import LONGEST_MM
from rowstake.core.trades.fence.document import Leg

Point = tuple[float, float]


@dataclass(frozen=True, slots=True)
class LegLine:
    """One leg on the plan: its corner points, direction (radians, left of east) and length."""

    index: int
    start: Point
    end: Point
    heading: float
    length_mm: float
    turn_deg: float
    along: Point = field(init=False)
    """Its direction, of length 1."""

    def __post_init__(self) -> None:
        object.__setattr__(self, "along", (math.cos(self.heading), math.sin(self.heading)))

    def at(self, station_mm: float, aside_mm: float = 0.0) -> Point:
        """The point at a station, `aside_mm` to the left of the line."""
        (x, y), (c, s) = self.start, self.along
        return (x + station_mm * c - aside_mm * s, y + station_mm * s + aside_mm * c)

    def area(self, a: float, b: float, low: float, high: float) -> tuple[Point, Point, Point, Point]:
        """The corners of a rectangle on the plan: from station `a` to `b`, from `low` to `high` to the left of the line."""
        (x, y), (c, s) = self.start, self.along
        ax, ay, bx, by = x + a * c, y + a * s, x + b * c, y + b * s
        lx, ly, hx, hy = -low * s, low * c, -high * s, high * c
        return (ax + lx, ay + ly), (bx + lx, by + ly), (bx + hx, by + hy), (ax + hx, ay + hy)


def inner_angle_deg(turn_deg: float) -> float:
    """The angle between two legs as a builder reads it: 180 is straight on, 90 a square corner."""
    return 180.0 - abs(turn_deg)


def lay_line(legs: list[Leg], start: Point = (0.0, 0.0)) -> list[LegLine]:
    """Legs placed on the plan from `start`. Raises `JobFault` for corners too sharp and legs that cross."""
    faults: list[Fault] = []
    total = sum(leg.length_mm for leg in legs)
    if total > LONGEST_MM:
        faults.append(Fault("fence.legs", f"{total / 1e6:.1f} km", "up to 10 km", "The line is longer than 10 km"))
    placed: list[LegLine] = []
    point = start
    turned = 0.0
    for i, leg in enumerate(legs):
        turned += leg.turn_deg
        inner = inner_angle_deg(leg.turn_deg)
        if i and inner < CATALOGUE.materials.limits.sharpest_deg:
            faults.append(
                Fault(
                    f"fence.legs.{i}.turn_deg", f"{inner:g}°", f"{CATALOGUE.materials.limits.sharpest_deg:g}° to 180° between the legs",
                    f"The corner between leg {i} and leg {i + 1} folds back on itself",
                )
            )  # fmt: skip
        heading = math.radians(turned)
        end = (point[0] + leg.length_mm * math.cos(heading), point[1] + leg.length_mm * math.sin(heading))
        placed.append(LegLine(i, point, end, heading, leg.length_mm, leg.turn_deg))
        point = end
    if not faults:
        faults.extend(_crossings(placed))
    if faults:
        raise JobFault(*faults)
    return placed


def _side(a: Point, b: Point, c: Point) -> float:
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])


def _meet(a: LegLine, b: LegLine) -> bool:
    spans = [_side(b.start, b.end, a.start), _side(b.start, b.end, a.end)]
    across = [_side(a.start, a.end, b.start), _side(a.start, a.end, b.end)]
    if max(spans) == min(spans) == 0:
        reach = [(min(p), max(p)) for p in ((a.start, a.end), (b.start, b.end))]
        return reach[0][0] <= reach[1][1] and reach[1][0] <= reach[0][1]
    return min(spans) <= 0 <= max(spans) and min(across) <= 0 <= max(across)


def _crossings(legs: list[LegLine]) -> list[Fault]:
    return [
        Fault(
            f"fence.legs.{b.index}", f"leg {b.index + 1}", "legs that do not meet except at their corners",
            f"Leg {b.index + 1} crosses leg {a.index + 1}",
        )
        for i, a in enumerate(legs)
        for b in legs[i + 2 :]
        if _meet(a, b)
    ]  # fmt: skip
