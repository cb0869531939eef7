"""What comes down on the edge of a frame, as from steps, handed on to posts: from its place to the bearings of the joists there, and
along each beam to the posts beside it. By the lever: R = P·a / b; past the last bearing with its leverage. What would lift is
left out, so that no post is taken to carry less."""

from __future__ import annotations

from collections.abc import Iterable
from itertools import pairwise

from rowstake.core.trades.deck.beam_line import BeamLine, Supports
from rowstake.core.trades.deck.bearings import bearings_of
from rowstake.core.trades.deck.demands import StandsOn
from rowstake.core.trades.deck.frame import Grid
from rowstake.core.trades.deck.shape import Point

Extra = dict[tuple[str, int], float]
"""kN by the label of a beam and the number of the post under it."""


def levered(places: list[float], at: float, load: float) -> list[float]:
    """What each of several supports takes of a load: the two beside it, or the last two where it stands past them."""
    out = [0.0] * len(places)
    if len(places) == 1:
        return [load]
    i = next((i for i, (a, b) in enumerate(pairwise(places)) if at <= b), len(places) - 2)
    a, b = places[i], places[i + 1]
    out[i + 1] = max(0.0, load * (at - a) / (b - a))
    out[i] = max(0.0, load * (b - at) / (b - a))
    return out


def on_beams(grid: Grid, supports: Supports, loads: Iterable[StandsOn]) -> list[tuple[BeamLine, float, float]]:
    """(beam, where along it, kN) of what comes down on the edge."""
    out = []
    for load in loads:
        s, t = grid.on_plan(load.at)
        line = min(grid.joists, key=lambda j: (max(j.t0 - t, t - j.t1, 0.0) > 300, abs(j.s - s)), default=None)
        if line is None:
            continue
        own = bearings_of(line, supports.under(line.s))
        shares = levered([at for at, _ in own], t, load.kn) if own else []
        for (_, by), kn in zip(own, shares, strict=True):
            beam = next((b for b in supports.beams if b.label == by), None)
            if beam:
                out.append((beam, s, kn))
    return out


def on_posts(grid: Grid, supports: Supports, loads: Iterable[StandsOn]) -> Extra:
    out: Extra = {}
    for beam, s, kn in on_beams(grid, supports, loads):
        _add(out, beam, s, kn)
    return out


def on_beam_at(supports: Supports, at: Point, half_mm: float) -> BeamLine | None:
    """The dropped beam that lies where something of a width would stand."""
    s, t = at
    return None if supports.flush else next(
        (b for b in supports.beams if abs(b.t - t) < b.wide_mm / 2 + half_mm and b.s0 - half_mm < s < b.s1 + half_mm), None
    )  # fmt: skip


def _add(out: Extra, beam: BeamLine, s: float, kn: float) -> None:
    for n, share in enumerate(levered(list(beam.posts), s, kn)):
        if share:
            out[beam.label, n] = out.get((beam.label, n), 0.0) + share


def with_corner(out: Extra, beam: BeamLine, s: float, kn: float) -> Extra:
    """With the rim of a clipped corner that bears on a beam."""
    more = dict(out)
    _add(more, beam, s, kn)
    return more
