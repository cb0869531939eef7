"""Braces of a deck that stands free on tall posts: at 45° both ways, from every post to its beam and to the joists."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.beam_line import BeamLine, Supports
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.frame import Grid, Joist, span_at
from rowstake.core.trades.deck.shape import Point
from rowstake.core.trades.deck.stack import PostAt, joist_depth

REACH_MM, LEAST_MM = CATALOGUE.deck.brace_reach_mm, CATALOGUE.deck.least_brace_mm
"""How far a brace reaches out from its post, and the least that braces anything."""
UNDER_TOP_MM = CATALOGUE.deck.under_head_mm


@dataclass(frozen=True, slots=True)
class Brace:
    """From a post's face at `a` to `b` in (s, t), rising as far as it reaches out to `top_mm`; what its upper end is fixed to."""

    post: str
    a: Point
    b: Point
    top_mm: float
    to: str
    across: bool

    @property
    def reach_mm(self) -> float:
        return math.dist(self.a, self.b)

    @property
    def length_mm(self) -> float:
        return self.reach_mm * math.sqrt(2)


def braces(brief: DeckBrief, grid: Grid, supports: Supports, posts: list[PostAt]) -> list[Brace]:
    """None where the house holds the deck. Both ways along the beam, and along the joists as far as the frame goes."""
    if brief.attached:
        return []
    frame = brief.height_mm - brief.field.thickness_mm - brief.strip_mm
    under_joists = frame - joist_depth(brief, supports)
    section = CATALOGUE.sections[brief.region.rail]
    out: list[Brace] = []
    for post in posts:
        if post.beam is None or post.height_mm <= CATALOGUE.deck.free_braced_over_mm:
            continue
        s, t = grid.on_plan(post.at)
        head = post.foot_mm + post.height_mm
        most = min(REACH_MM, post.height_mm - UNDER_TOP_MM)
        under_beam = frame - post.beam.section.width_mm if supports.flush else under_joists - post.beam.section.width_mm
        along, out_mm = _halves(brief, grid)
        in_row = [x for x, y in (grid.on_plan(q.at) for q in posts) if abs(y - t) < 2 * out_mm]
        for way in (-1, 1):
            room = min(post.beam.s1 - s if way > 0 else s - post.beam.s0, _half_way(s, way, in_row)) - along
            reach = min(most, room)
            if reach >= LEAST_MM:
                foot = s + way * along
                out.append(Brace(post.label, (foot, t), (foot + way * reach, t), under_beam, post.beam.label, False))
        lines = [j for j in grid.covering(t)]
        beside = min(lines, key=lambda j: abs(j.s - s), default=None)
        if beside is None:
            continue
        past = post.beam.wide_mm / 2 - out_mm  # a beam wider than its post: the brace passes under its edge
        clears = post.beam_mm + past + section.width_mm * math.sqrt(2) if past > 0 else 0.0
        in_line = [y for x, y in (grid.on_plan(q.at) for q in posts) if abs(x - s) < 2 * along]
        on = abs(beside.s - s) <= along - grid.thick_mm / 2
        line, to = beside.s if on else s, "the joist" if on else "a block between joists"
        carry = [beside] if on else _both_sides(lines, s)
        if not carry:
            continue
        sides = (line - section.thickness_mm / 2, line + section.thickness_mm / 2)
        near, far = _frame_at(grid, carry, sides, t)
        for way in (-1, 1):
            beam = min(_to_beam(supports, post.beam, side, way) for side in sides)
            room = min(far - t if way > 0 else t - near, _half_way(t, way, in_line), beam) - out_mm
            reach = min(REACH_MM, room)
            if reach < max(LEAST_MM, clears) or under_joists - reach > head - UNDER_TOP_MM:
                continue
            foot = t + way * out_mm
            out.append(Brace(post.label, (line, foot), (line, foot + way * reach), under_joists, to, True))
    return _apart(out, section.thickness_mm)


def _frame_at(grid: Grid, carry: list[Joist], sides: tuple[float, float], t: float) -> tuple[float, float]:
    """From where to where a brace's head finds frame over both its sides: as far as what carries it reaches, and to the headers of a hole
    before that."""
    near, far, headers = max(j.t0 for j in carry), min(j.t1 for j in carry), grid.plies * grid.thick_mm
    for low, high in (span for s in sides for span in span_at(grid.poly, s) if span[0] <= t <= span[1]):
        near = max(near, low + headers) if low > near else near
        far = min(far, high - headers) if high < far else far
    return near, far


def _both_sides(lines: list[Joist], s: float) -> list[Joist]:
    """The joists that a block at s hangs between; none beside the frame."""
    left, right = [j for j in lines if j.s <= s], [j for j in lines if j.s > s]
    return [left[-1], right[0]] if left and right else []


def _apart(every: list[Brace], thick: float) -> list[Brace]:
    """Those that lie in no other's place: of posts that crowd, which is told, the first has its brace."""
    out: list[Brace] = []
    for brace in every:
        axis = 1 if brace.across else 0
        low, high = sorted((brace.a[axis], brace.b[axis]))
        taken = any(
            other.across == brace.across
            and abs(other.a[1 - axis] - brace.a[1 - axis]) < thick - 0.1
            and min(high, max(other.a[axis], other.b[axis])) - max(low, min(other.a[axis], other.b[axis])) > 1.0
            for other in out
        )
        if not taken:
            out.append(brace)
    return out


def _half_way(at: float, way: int, others: Iterable[float]) -> float:
    """Half of the way to the next post: another brace comes from there."""
    return min((abs(x - at) / 2 for x in others if (x - at) * way > 1), default=math.inf)


def _to_beam(supports: Supports, beam: BeamLine, s: float, way: int) -> float:
    """From the middle of a dropped beam to the face of the next one under the same joist: no brace passes that."""
    others = [b for b in supports.under(s) if (b.t - beam.t) * way > 1] if not supports.flush else []
    return min((abs(b.t - beam.t) - b.wide_mm / 2 for b in others), default=math.inf)


def _halves(brief: DeckBrief, grid: Grid) -> tuple[float, float]:
    """From the middle of a post to its face, along the beam and along the joists."""
    wide, deep = brief.post.thickness_mm / 2, brief.post.width_mm / 2
    return (deep, wide) if grid.turned else (wide, deep)
