"""Nailers parted round posts that stand in their way: what is left of them hangs on the blocks on either side of the post. Where posts
stand nearer to each other than a block is thick, a piece passes them by on the inside, so that boards end on something there too."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from rowstake.core.trades.deck.beam_line import BeamLine
from rowstake.core.trades.deck.demands import Demand, StandsThrough, of
from rowstake.core.trades.deck.frame import Grid, Joist

FREE_MM = 1.0
"""What a post has to spare beside its blocks."""
LEAST_MM = 150.0
"""No shorter piece of a nailer is worth its hangers."""


@dataclass(frozen=True, slots=True)
class _Taken:
    """Where posts stand, in the frame's own directions, with what they have to spare; `posts` is how many, with no room for a block
    between them."""

    s0: float
    s1: float
    t0: float
    t1: float
    posts: int = 1


def parted(grid: Grid, asked: Iterable[Demand], flush: Sequence[BeamLine] = ()) -> Grid:
    """The frame with every nailer ended at the outer faces of the blocks beside a post in its way; or at a flush beam that lies where such a block
    would."""
    taken: list[_Taken] = []
    for post in of(StandsThrough, asked):
        if post.within:
            ring = [grid.on_plan(q) for q in post.ring]
            (s0, *_, s1), (t0, *_, t1) = sorted(s for s, _ in ring), sorted(t for _, t in ring)
            taken.append(_Taken(s0 - FREE_MM, s1 + FREE_MM, t0 - FREE_MM, t1 + FREE_MM))
    if not taken:
        return grid
    joists: list[Joist] = []
    for joist in grid.joists:
        half = grid.thick_mm / 2
        met = [p for p in taken if p.s0 + FREE_MM < joist.s + half and joist.s - half < p.s1 - FREE_MM]
        if joist.kind == "nailer":
            stood = _together(met, grid.thick_mm)
            beams = [(b.t - b.wide_mm / 2, b.t + b.wide_mm / 2) for b in flush if b.s0 < joist.s < b.s1]
            joists += _left(joist, [_met(p, grid.thick_mm, beams) for p in stood])
            joists += [aside for p in stood if p.posts > 1 for aside in _aside(grid, joist, p)]
        else:
            joists.append(joist)
    return replace(grid, joists=joists)


def _together(met: list[_Taken], thick: float) -> list[_Taken]:
    """Posts along a nailer, those with no room for a block between them as one."""
    out: list[_Taken] = []
    for p in sorted(met, key=lambda p: p.t0):
        if out and p.t0 - out[-1].t1 < thick:
            last = out[-1]
            out[-1] = _Taken(min(last.s0, p.s0), max(last.s1, p.s1), last.t0, max(last.t1, p.t1), last.posts + 1)
        else:
            out.append(p)
    return out


@dataclass(frozen=True, slots=True)
class _Met:
    """Where a nailer ends before posts and begins again behind them, and what holds it there."""

    t0: float
    before: str
    t1: float
    behind: str


def _met(posts: _Taken, thick: float, beams: list[tuple[float, float]]) -> _Met:
    t0, before, t1, behind = posts.t0 - thick, "block", posts.t1 + thick, "block"
    for low, high in beams:
        if low < posts.t0 and high > posts.t0 - thick:
            t0, before = low, "beam"
        if low < posts.t1 + thick and high > posts.t1:
            t1, behind = high, "beam"
    return _Met(t0, before, t1, behind)


def _left(joist: Joist, met: list[_Met]) -> list[Joist]:
    """The pieces of a nailer between what it meets."""
    out, start, slope = [], joist.t0, joist.slopes[0]
    near = joist.near
    for at in met:
        if at.t0 < joist.t1 and at.t1 > start:
            if at.t0 - start >= LEAST_MM:
                out.append(replace(joist, t0=start, t1=at.t0, near=near, far=at.before, slopes=(slope, 0.0)))
            start, near, slope = max(start, at.t1), at.behind, 0.0
    if joist.t1 - start >= LEAST_MM:
        out.append(replace(joist, t0=start, near=near, slopes=(slope, joist.slopes[1])))
    return out


def _aside(grid: Grid, joist: Joist, posts: _Taken) -> list[Joist]:
    """The piece beside such posts, towards the middle of the frame, between the blocks before and behind them or what closes the frame
    there; none where a joist lies there anyway."""
    half, thick = grid.thick_mm / 2, grid.thick_mm
    left, _, right, _ = grid.poly.bounds
    s = posts.s0 - half if joist.s > (left + right) / 2 else posts.s1 + half
    start, near, slope = (
        (posts.t0, "block", 0.0) if posts.t0 - thick > joist.t0 else (joist.t0, joist.near, joist.slopes[0])
    )
    end, far, slant = (
        (posts.t1, "block", 0.0) if posts.t1 + thick < joist.t1 else (joist.t1, joist.far, joist.slopes[1])
    )
    beside = any(abs(j.s - s) < thick and j.t0 < end and j.t1 > start for j in grid.joists if j.kind != "nailer")
    if end - start < LEAST_MM or beside:
        return []
    return [replace(joist, s=s, t0=start, t1=end, near=near, far=far, slopes=(slope, slant))]
