"""A member that runs over several supports: reactions, moments and shear. Source: the three-moment equation."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache


@dataclass(frozen=True, slots=True)
class LoadStretch:
    """An even load `n_mm` (N per mm) from one place to another."""

    start: float
    end: float
    n_mm: float


@dataclass(frozen=True, slots=True)
class Point:
    """A single load, N."""

    at: float
    n: float


@dataclass(frozen=True, slots=True)
class Bent:
    """What a member does under its loads: reactions in the order of its supports (N, below zero: it lifts), the largest
    moment of either sign (N·mm) and the largest shear (N)."""

    reactions: tuple[float, ...]
    moment_nmm: float
    shear_n: float


Loads = Sequence[LoadStretch | Point]
_SAMPLES = 24


def _pushed(loads: Loads, left: float, right: float) -> list[tuple[float, float]]:
    """Loads between two places as (place, N); even ones in so many pieces that a moment is right to a thousandth."""
    out: list[tuple[float, float]] = []
    for load in loads:
        if isinstance(load, Point):
            if left <= load.at < right:
                out.append((load.at, load.n))
            continue
        a, b = max(left, load.start), min(right, load.end)
        if b > a:
            step = (b - a) / _SAMPLES
            out += [(a + (k + 0.5) * step, load.n_mm * step) for k in range(_SAMPLES)]
    return out


def bend(supports: Sequence[float], start: float, end: float, loads: Loads) -> Bent:
    """A member from `start` to `end` over supports in order, of one stiffness throughout.

    `M[i−1]·L[i] + 2·M[i]·(L[i] + L[i+1]) + M[i+1]·L[i+1] = −6·(A·a/L + A·b/L)` at every inner support; what hangs past
    the outer ones turns them by its load times its reach. Raises `ValueError` for fewer than two supports.
    """
    return _bent(tuple(supports), start, end, tuple(loads))


@lru_cache(maxsize=4096)
def _bent(supports: tuple[float, ...], start: float, end: float, loads: tuple[LoadStretch | Point, ...]) -> Bent:
    """As asked of `bend`: joists side by side are alike."""
    s = list(supports)
    if len(s) < 2 or any(b - a <= 1e-9 for a, b in itertools.pairwise(s)):
        raise ValueError("a member needs two supports in order")
    n = len(s) - 1
    spans = [b - a for a, b in itertools.pairwise(s)]
    between = [_pushed(loads, a, b) for a, b in itertools.pairwise(s)]
    before, after = _pushed(loads, start, s[0]), _pushed(loads, s[-1], end + 1e-9)
    moments = [0.0] * (n + 1)
    moments[0] = -sum(p * (s[0] - x) for x, p in before)
    moments[n] = -sum(p * (x - s[n]) for x, p in after)
    _solve(s, spans, between, moments)
    reactions = [0.0] * (n + 1)
    reactions[0] += sum(p for _, p in before)
    reactions[n] += sum(p for _, p in after)
    most, shear = max(abs(m) for m in moments), max(reactions[0], reactions[n])
    for i, (span, own) in enumerate(zip(spans, between, strict=True)):
        turn = (moments[i + 1] - moments[i]) / span
        left = sum(p * (s[i + 1] - x) for x, p in own) / span + turn
        right = sum(p * (x - s[i]) for x, p in own) / span - turn
        reactions[i] += left
        reactions[i + 1] += right
        shear = max(shear, abs(left), abs(right))
        most = max(most, _inside(moments[i], left, s[i], own))
    return Bent(tuple(reactions), most, shear)


def _inside(moment: float, left: float, support: float, own: list[tuple[float, float]]) -> float:
    """The largest moment of either sign within a span, N·mm: `M + left·(x − s) − Σ p·(x − y)` of what lies before x."""
    most = pushed = turned = 0.0
    for x, p in sorted(own):
        most = max(most, abs(moment + left * (x - support) - (pushed * x - turned)))
        pushed, turned = pushed + p, turned + p * x
    return most


def _solve(s: list[float], spans: list[float], between: list[list[tuple[float, float]]], moments: list[float]) -> None:
    """Fills in the moments over the inner supports, by elimination from one end to the other."""
    n = len(spans)
    if n < 2:
        return
    diagonal, upper, wanted = [], [], []
    for i in range(1, n):
        before, after = spans[i - 1], spans[i]
        left = sum(p * (x - s[i - 1]) * (before**2 - (x - s[i - 1]) ** 2) / before for x, p in between[i - 1])
        right = sum(p * (s[i + 1] - x) * (after**2 - (s[i + 1] - x) ** 2) / after for x, p in between[i])
        diagonal.append(2 * (before + after))
        upper.append(after)
        wanted.append(
            -(left + right) - (before * moments[0] if i == 1 else 0) - (after * moments[n] if i == n - 1 else 0)
        )
    for i in range(1, n - 1):
        share = spans[i] / diagonal[i - 1]
        diagonal[i] -= share * upper[i - 1]
        wanted[i] -= share * wanted[i - 1]
    for i in reversed(range(n - 1)):
        rest = upper[i] * moments[i + 2] if i < n - 2 else 0.0
        moments[i + 1] = (wanted[i] - rest) / diagonal[i]
