"""Divide a stretch into bays: equally or by a module, with no hole in a keep-clear zone."""

from __future__ import annotations

import itertools
from bisect import bisect_right

from rowstake.core.reckoners.base import running_marks, whole
from rowstake.core.reckoners.equal_spacing import EqualSpacing
from rowstake.core.reckoners.equal_spacing import run as equal_spacing

Zone = tuple[float, float]
NOTHING_MM = 1.0


def _by_module(length: float, pitch: float, remainder_at_end: bool, least: float, at_most: bool) -> list[float]:
    """Whole modules and a remainder; one too small for two posts side by side goes into the bay before it, or with
    `at_most`, where no bay may be wider than the module, makes two equal bays with it."""
    full = whole((length + 1e-6) / pitch)
    rest = length - full * pitch
    if full and NOTHING_MM <= rest < least:
        full, rest = full - 1, rest + pitch
    half = rest / 2
    shared = at_most and rest > pitch + 1e-6 and half >= least
    if rest < NOTHING_MM or (full == 0 and not shared):
        return running_marks(length / max(full, 1), max(full, 1) + 1)
    marks = running_marks(pitch, full + 1)
    if shared:
        return [*marks, length - half, length] if remainder_at_end else [0.0, half, *(rest + m for m in marks)]
    return [*marks, length] if remainder_at_end else [0.0, *(rest + m for m in marks)]


def divide(
    length: float, way: str, pitch: float, remainder: str, zones: list[Zone], least: float, at_most: bool = False
) -> list[float]:
    """Stations of the posts from 0 to `length`, both ends included.

    `pitch` is the largest centres (equal) or the module. A post that would fall into a zone is replaced by
    two, one at each edge of the zone, and what is left on either side is divided again. Zones with no room for
    a bay between them are one: no two posts are set closer than `least`, but for a zone that is itself narrower.
    With `at_most` no bay is wider than its module.
    """
    ends = [(0.0 if a < least else a, length if b > length - least else b) for a, b in zones if b > 0 and a < length]
    zones = merged(ends, least)
    lows = [z[0] for z in zones]
    bridged: set[Zone] = set()
    stations: list[float] = []
    waiting = [(0.0, length)]
    while waiting:
        a, b = waiting.pop()
        if any(
            z[0] - 1e-6 <= a and b <= z[1] + 1e-6
            for z in zones[max(0, bisect_right(lows, a + 1e-6) - 1) :][:1]
            if z in bridged
        ):
            stations.append(a)
            continue
        inner = _inner(b - a, way, pitch, remainder == "end", least, at_most)
        hit = _first_hit(a, b, inner, zones, lows, bridged)
        if hit is None:
            stations.extend(a + m for m in inner[:-1])
            continue
        bridged.add(hit)
        cuts = [a, *(e for e in hit if a < e < b), b]
        waiting.extend(reversed(list(itertools.pairwise(cuts))))
    return [*stations, length]


def _inner(length: float, way: str, pitch: float, remainder_at_end: bool, least: float, at_most: bool) -> list[float]:
    """Marks of one stretch from its own start, both ends included."""
    if way == "equal":
        return equal_spacing(EqualSpacing(length_mm=length, max_spacing_mm=pitch)).marks_mm
    return _by_module(length, pitch, remainder_at_end, least, at_most)


def _first_hit(
    a: float, b: float, inner: list[float], zones: list[Zone], lows: list[float], bridged: set[Zone]
) -> Zone | None:
    """The first zone from a on in which a post between a and b would stand."""
    for n in range(max(0, bisect_right(lows, a) - 1), len(zones)):
        low, high = zones[n]
        if low >= b:
            return None
        at = bisect_right(inner, low - a)
        while at < len(inner) - 1 and (at == 0 or a + inner[at] <= low):
            at += 1
        if at < len(inner) - 1 and low < a + inner[at] < high and zones[n] not in bridged:
            return zones[n]
    return None


def merged(zones: list[Zone], near: float = 0.0) -> list[Zone]:
    """Zones in order, those that overlap or leave no more than `near` between them joined."""
    out: list[Zone] = []
    for low, high in sorted(zones):
        if out and low <= out[-1][1] + near:
            out[-1] = (out[-1][0], max(out[-1][1], high))
        else:
            out.append((low, high))
    return out
