"""The tapes of a fence: posts of every leg, and board edges."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.on_leg import on_leg
from rowstake.core.views.base import Mark, Tape


def tapes(planned: FencePlan, most_boards: int = 3000, only: int | None = None) -> list[Tape]:
    """Post marks of every leg, and board edges while there are few enough to read; `only` those of one leg, the other tapes without their
    marks."""
    layout, p = planned.laid.layout, planned.brief.printer
    boards: dict[int, list[Mark]] = {leg.index: [] for leg in layout.legs}
    if planned.count("board") <= most_boards:
        for part in planned.parts:
            if part.kind == "board" and part.solid:
                at = on_leg(part, layout.poses)
                left, right = at.left_mm, at.right_mm
                boards[at.leg].append(Mark(part.label, "board", left, p.bare(left), p.bare(left), p.bare(right)))
    out = []
    for leg in layout.legs:
        read, length = only in (None, leg.index), p.length(leg.length_mm)
        out.append(Tape(leg.index, "posts", leg.length_mm, length, tuple(_posts(planned, leg.index)) if read else ()))
        if boards[leg.index]:
            out.append(Tape(leg.index, "boards", leg.length_mm, length, tuple(boards[leg.index]) if read else ()))
    return out


def _posts(planned: FencePlan, leg: int) -> Iterator[Mark]:
    p, levels = planned.brief.printer, planned.laid.levels
    for post in planned.laid.layout.leg_posts(leg):
        mark, half = post.on(leg), post.face_mm / 2
        kind = "gate" if post.gate else post.kind
        level = ("", "") if levels.flat else (p.bare(levels.ground[post.label]), p.bare(levels.top_mm(post)))
        yield Mark(post.label, kind, mark, p.bare(mark), p.bare(mark - half), p.bare(mark + half), *level)
