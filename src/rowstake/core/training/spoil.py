"""How a rule of inspection is broken: pieces moved, turned, cut short or left out, and by which pieces that is seen."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from random import Random
from typing import Any

from rowstake.core.measure import Printer
from rowstake.core.parts import Part
from rowstake.core.space import Flat, Solid, Vec


@dataclass(frozen=True, slots=True)
class Spoilt:
    """`marks` are the labels of the pieces that show it; `told` says what was done, in words of the job."""

    parts: tuple[Part, ...]
    marks: frozenset[str]
    told: str


Parts = Sequence[Part]
Spoil = Callable[[Parts, Random, Printer], Spoilt | None]
"""None where these pieces have nothing to be spoilt so."""


@dataclass(frozen=True, slots=True)
class Training:
    """What a trade gives the trainer: a made-up job of a region by chance, and by rule of inspection how it is broken."""

    made_up: Callable[[Random, str], Any]
    spoils: Mapping[str, Spoil]


def solid_of(part: Part) -> Solid:
    assert part.solid
    return part.solid


def of_kind(parts: Parts, *kinds: str) -> list[Part]:
    return [p for p in parts if p.kind in kinds and p.solid]


def changed(parts: Parts, now: Mapping[str, Sequence[Part]]) -> tuple[Part, ...]:
    """With other pieces, or none, in the place of some, by their labels."""
    return tuple(q for p in parts for q in now.get(p.label, (p,)))


def moved(part: Part, x: float = 0.0, y: float = 0.0, z: float = 0.0) -> Part:
    solid = solid_of(part)
    return replace(part, solid=replace(solid, pose=solid.pose.moved(x, y, z)))


def turned(part: Part, pivot: Vec, axis: int, deg: float) -> Part:
    """Round a level line through a place, along x (0) or y (1)."""
    solid, c, s = solid_of(part), math.cos(math.radians(deg)), math.sin(math.radians(deg))

    def way(v: Vec) -> Vec:
        x, y, z = v
        return (x, y * c - z * s, y * s + z * c) if axis == 0 else (x * c + z * s, y, z * c - x * s)

    pose = solid.pose
    off = way(tuple(p - q for p, q in zip(pose.at, pivot, strict=True)))  # type: ignore[arg-type]
    at: Vec = tuple(p + q for p, q in zip(pivot, off, strict=True))  # type: ignore[assignment]
    return replace(part, solid=replace(solid, pose=replace(pose, at=at, a=way(pose.a), b=way(pose.b), c=way(pose.c))))


def _reshaped(part: Part, to: Callable[[Flat], Flat]) -> Part:
    solid = solid_of(part)
    return replace(part, solid=replace(solid, profile=tuple(to(q) for q in solid.profile)))


def _extent(part: Part, axis: int) -> tuple[float, float]:
    along = [q[axis] for q in solid_of(part).profile]
    return min(along), max(along)


def longer(part: Part, by: float, far: bool = True) -> Part:
    """Along the longer measure of its outline, at its far end or its near one; below zero it is cut short there."""
    spans = [high - low for low, high in (_extent(part, 0), _extent(part, 1))]
    axis = 0 if spans[0] >= spans[1] else 1
    low, high = _extent(part, axis)
    middle, step = (low + high) / 2, by if far else -by

    def to(q: Flat) -> Flat:
        on = [q[0], q[1]]
        if (on[axis] > middle) == far:
            on[axis] += step
        return on[0], on[1]

    return _reshaped(part, to)


def thinner(part: Part, share: float) -> Part:
    """Its outline about its own middle."""
    (a0, a1), (b0, b1) = _extent(part, 0), _extent(part, 1)
    a, b = (a0 + a1) / 2, (b0 + b1) / 2
    return _reshaped(part, lambda q: (a + (q[0] - a) * share, b + (q[1] - b) * share))


def mirrored(part: Part) -> Part:
    """Left for right, in its outline."""
    low, high = _extent(part, 0)
    solid = solid_of(part)
    return replace(part, solid=replace(solid, profile=tuple((low + high - a, b) for a, b in reversed(solid.profile))))


def parted(part: Part, at: float, gap: float) -> tuple[Part, Part] | None:
    """Cut in two along the first measure of its outline, with a gap; None for an outline that is no plain rectangle."""
    (low, high), (b0, b1) = _extent(part, 0), _extent(part, 1)
    if len(solid_of(part).profile) != 4 or not low + gap < at < high - gap:
        return None
    ends = ((low, at - gap / 2), (at + gap / 2, high))
    one, other = (
        replace(part, solid=replace(solid_of(part), profile=((x, b0), (y, b0), (y, b1), (x, b1)))) for x, y in ends
    )
    return one, other


def nearest(parts: Iterable[Part], to: Part, count: int) -> list[Part]:
    """The pieces whose middles lie nearest to that of another."""
    at = solid_of(to).middle
    others = [p for p in parts if p.label != to.label]
    return sorted(others, key=lambda p: math.dist(solid_of(p).middle, at))[:count]


def labels(*groups: Iterable[Part]) -> frozenset[str]:
    return frozenset(p.label for group in groups for p in group)
