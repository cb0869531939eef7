"""The ground under each leg as straight stretches between stations. Levels in mm above the datum, the line's start."""

from __future__ import annotations

import itertools
from bisect import bisect_left, bisect_right
from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Protocol

from rowstake.core.faults import refuse


class Station(Protocol):
    """What a profile is made from: a station of a leg, its level, and what lies from here to the next."""

    @property
    def leg(self) -> int: ...
    @property
    def at_mm(self) -> float: ...
    @property
    def level_mm(self) -> float: ...
    @property
    def on(self) -> str: ...


@dataclass(frozen=True, slots=True)
class Profile:
    """One leg's ground. Two stations at one place are a vertical step, as on the top of a wall."""

    stations: tuple[float, ...]
    levels: tuple[float, ...]
    on: tuple[str, ...]
    even_mm: float | None = field(init=False)
    """Its one level, where it has no other."""

    def __post_init__(self) -> None:
        one = self.levels[0]
        object.__setattr__(self, "even_mm", one if all(level == one for level in self.levels) else None)

    def at(self, station_mm: float, from_left: bool = True) -> float:
        """The level at a station; at a step, the level on its left or right side. Beyond the ends it goes on level."""
        if self.even_mm is not None:
            return self.even_mm
        if from_left:
            return self._up_to(bisect_left(self.stations, station_mm - 1e-6), station_mm)
        return self._from(bisect_right(self.stations, station_mm + 1e-6) - 1, station_mm)

    def _up_to(self, i: int, station_mm: float) -> float:
        """The level at a station, the i-th of the profile the first that is not before it."""
        s, v = self.stations, self.levels
        if i >= len(s):
            return v[-1]
        if i == 0 or abs(s[i] - station_mm) <= 1e-6:
            return v[i]
        return self._between(i - 1, station_mm)

    def _from(self, i: int, station_mm: float) -> float:
        """The level at a station, the i-th of the profile the last that is not past it."""
        s, v = self.stations, self.levels
        if i < 0:
            return v[0]
        if i == len(s) - 1 or abs(s[i] - station_mm) <= 1e-6:
            return v[i]
        return self._between(i, station_mm)

    def _between(self, i: int, station_mm: float) -> float:
        s, v = self.stations, self.levels
        if s[i + 1] - s[i] < 1e-9:
            return v[i + 1]
        return v[i] + (v[i + 1] - v[i]) * (station_mm - s[i]) / (s[i + 1] - s[i])

    def corners(self, start_mm: float, end_mm: float) -> list[tuple[float, float]]:
        """(station, level) of the ground from start to end, both ends and every change of grade between."""
        if self.even_mm is not None:
            return [(start_mm, self.even_mm), (end_mm, self.even_mm)]
        first, last = bisect_right(self.stations, start_mm + 1e-6), bisect_left(self.stations, end_mm - 1e-6)
        inner = zip(self.stations[first:last], self.levels[first:last], strict=True)
        return [(start_mm, self._from(first - 1, start_mm)), *inner, (end_mm, self._up_to(last, end_mm))]

    def highest(self, start_mm: float, end_mm: float) -> float:
        if self.even_mm is not None:
            return self.even_mm
        return max(level for _, level in self.corners(start_mm, end_mm))

    def lowest(self, start_mm: float, end_mm: float) -> float:
        if self.even_mm is not None:
            return self.even_mm
        return min(level for _, level in self.corners(start_mm, end_mm))

    def about_line(self, start_mm: float, a: float, end_mm: float, b: float) -> tuple[float, float]:
        """By how much the ground rises above a straight line from level `a` to level `b`, at most (below zero: clear), and by how
        much the line stands above the ground, at most."""
        if self.even_mm is not None:
            return self.even_mm - min(a, b), max(a, b) - self.even_mm
        run = (end_mm - start_mm) or 1.0
        over = [v - (a + (b - a) * (s - start_mm) / run) for s, v in self.corners(start_mm, end_mm)]
        return max(over), -min(over)

    def over_line(self, start_mm: float, a: float, end_mm: float, b: float) -> float:
        """By how much the ground rises above a straight line from level `a` to level `b`, at most; below zero: clear."""
        return self.about_line(start_mm, a, end_mm, b)[0]

    def on_wall(self, station_mm: float) -> bool:
        """True where the line stands on a wall."""
        i = bisect_right(self.stations, station_mm + 1e-6) - 1
        return self.on[max(i, 0)] == "wall"

    @property
    def flat(self) -> bool:
        return max(self.levels) - min(self.levels) < 0.05


def lay_ground(points: Iterable[Station], lengths_mm: list[float], field: str = "fence.ground") -> list[Profile]:
    """A profile for each leg. A leg without stations, or before its first, goes on from the end of the leg before.

    Raises `JobFault` for a station off its leg or out of order.
    """
    given: dict[int, list[tuple[float, float, str]]] = {i: [] for i in range(len(lengths_mm))}
    for n, point in enumerate(points):
        if point.leg not in given:
            raise refuse(
                f"{field}.{n}.leg", point.leg + 1, f"leg 1 to {len(lengths_mm)}", f"There is no leg {point.leg + 1}"
            )
        if not 0 <= point.at_mm <= lengths_mm[point.leg] + 0.5:
            raise refuse(
                f"{field}.{n}.at_mm", f"{point.at_mm:g} mm", f"0 to {lengths_mm[point.leg]:g} mm on leg {point.leg + 1}",
                "A level lies past the end of its leg",
            )  # fmt: skip
        given[point.leg].append((point.at_mm, point.level_mm, point.on))
    out: list[Profile] = []
    last = (0.0, "soil")
    first = next((v for leg in given.values() for _, v, _ in sorted(leg, key=lambda g: g[0])), 0.0)
    for i, length in enumerate(lengths_mm):
        rows = sorted(given[i], key=lambda g: g[0])
        if not out:
            last = (first, rows[0][2] if rows else "soil")
        if not rows or rows[0][0] > 1e-6:
            rows = [(0.0, last[0], last[1]), *rows]
        if rows[-1][0] < length - 1e-6:
            rows.append((length, rows[-1][1], rows[-1][2]))
        last = (rows[-1][1], rows[-1][2])
        rows = _within(rows, length)
        out.append(Profile(tuple(r[0] for r in rows), tuple(r[1] for r in rows), tuple(r[2] for r in rows)))
    return out


def _within(rows: list[tuple[float, float, str]], length: float) -> list[tuple[float, float, str]]:
    """Without the far side of a step at either end of a leg: the ground goes on there as the leg has it."""
    while len(rows) > 2 and rows[1][0] <= 1e-6:
        rows = rows[1:]
    while len(rows) > 2 and rows[-2][0] >= length - 1e-6:
        rows = rows[:-1]
    return rows


def even_fall(lengths_mm: list[float], falls_mm: float) -> list[Profile]:
    """A profile for each leg of ground that falls evenly along the whole line: `level = −fall · run ÷ line`."""
    runs = [0.0, *itertools.accumulate(lengths_mm)]
    levels = [-falls_mm * run / runs[-1] for run in runs]
    return [
        Profile((0.0, length), (a, b), ("soil", "soil"))
        for length, (a, b) in zip(lengths_mm, itertools.pairwise(levels), strict=True)
    ]
