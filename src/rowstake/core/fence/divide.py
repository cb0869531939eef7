"""Divide a stretch into bays: equally or by a module, with no hole in a keep-clear zone."""

from __future__ import annotations

import itertools

from rowstake.core.reckoners.base import running_marks, whole
from rowstake.core.reckoners.equal_spacing import EqualSpacing
from rowstake.core.reckoners.equal_spacing import run as equal_spacing

Zone = tuple[float, float]
NOTHING_MM = 1.0


def _by_module(length: float, pitch: float, remainder_at_end: bool, least: float) -> list[float]:
    """Whole modules and a remainder; one too small for two posts side by side goes into the bay before it."""
    full = whole((length + 1e-6) / pitch)
    rest = length - full * pitch
    if full and NOTHING_MM <= rest < least:
        full, rest = full - 1, rest + pitch
    if full == 0 or rest < NOTHING_MM:
        return running_marks(length / max(full, 1), max(full, 1) + 1)
    marks = running_marks(pitch, full + 1)
    return [*marks, length] if remainder_at_end else [0.0, *(rest + m for m in marks)]


def divide(length: float, way: str, pitch: float, remainder: str, zones: list[Zone], least: float) -> list[float]:
    """Stations of the posts from 0 to `length`, both ends included.

    `pitch` is the largest centres (equal) or the module. A post that would fall into a zone is replaced by
    two, one at each edge of the zone, and what is left on either side is divided again. Zones with no room for
    a bay between them are one: no two posts are set closer than `least`, but for a zone that is itself narrower.
    """
    ends = [(0.0 if a < least else a, length if b > length - least else b) for a, b in zones if b > 0 and a < length]
    zones = merged(ends, least)
    fixed: list[float] = [0.0, length]
    bridged: set[Zone] = set()
    while True:
        stations: list[float] = []
        for a, b in itertools.pairwise(fixed):
            if any(z[0] - 1e-6 <= a and b <= z[1] + 1e-6 for z in bridged):
                inner = [0.0, b - a]
            elif way == "equal":
                inner = equal_spacing(EqualSpacing(length_mm=b - a, max_spacing_mm=pitch)).marks_mm
            else:
                inner = _by_module(b - a, pitch, remainder == "end", least)
            stations.extend(a + m for m in inner[:-1])
        stations.append(length)
        hit = next((z for z in zones if z not in bridged and any(z[0] < s < z[1] for s in stations[1:-1])), None)
        if hit is None:
            return stations
        bridged.add(hit)
        fixed = sorted({*fixed, *(e for e in hit if 0 < e < length)})


def merged(zones: list[Zone], near: float = 0.0) -> list[Zone]:
    """Zones in order, those that overlap or leave no more than `near` between them joined."""
    out: list[Zone] = []
    for low, high in sorted(zones):
        if out and low <= out[-1][1] + near:
            out[-1] = (out[-1][0], max(out[-1][1], high))
        else:
            out.append((low, high))
    return out
