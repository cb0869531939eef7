"""The tapes of a fence: posts of every leg, and board edges."""

from __future__ import annotations

from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.on_leg import on_leg
from rowstake.core.views.base import Mark, Tape


def tapes(planned: FencePlan, most_boards: int = 3000) -> list[Tape]:
    """Post marks of every leg, and board edges while there are few enough to read."""
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
        marks = []
        for post in layout.leg_posts(leg.index):
            mark, half = post.on(leg.index), post.face_mm / 2
            kind = "gate" if post.gate else post.kind
            ground, top = (planned.laid.levels.ground[post.label], planned.laid.levels.top_mm(post))
            level = ("", "") if planned.laid.levels.flat else (p.bare(ground), p.bare(top))
            marks.append(Mark(post.label, kind, mark, p.bare(mark), p.bare(mark - half), p.bare(mark + half), *level))
        length = p.length(leg.length_mm)
        out.append(Tape(leg.index, "posts", leg.length_mm, length, tuple(marks)))
        if boards[leg.index]:
            out.append(Tape(leg.index, "boards", leg.length_mm, length, tuple(boards[leg.index])))
    return out
