"""Strips of marks at full size: heights up a post, boards of the first bay, posts along a leg."""

from __future__ import annotations

from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.rails import row_offsets_mm
from rowstake.core.views.base import LONGEST_MM, Strip


def heights(plan: FencePlan) -> Strip:
    """Up a post from the ground: boards, rails and top, on level ground."""
    brief, p = plan.brief, plan.brief.printer
    gap, high = brief.fence.skin.ground_gap_mm, brief.fence.skin.height_mm
    marks = [(gap, "boards start")]
    if brief.rows:
        half = brief.rail.width_mm / 2
        for row, middle in enumerate(row_offsets_mm(brief, high), 1):
            marks += [
                (gap + middle - half, f"rail {row}, lower edge"),
                (gap + middle + half, f"rail {row}, upper edge"),
            ]
    marks += [(gap + high, "boards end"), (brief.above_ground_mm, "top of post")]
    told = tuple((mm, f"{words} {p.bare(mm)}") for mm, words in sorted(marks))
    return Strip("Heights up a post, from the ground", brief.above_ground_mm, told)


def first_bay(plan: FencePlan) -> Strip | None:
    """The boards of the first bay: left edges along the leg from its datum, or courses up the height."""
    p = plan.brief.printer
    course = next((c for c in plan.laid.courses if c.laid.boards), None)
    if course is None:
        return None
    if plan.brief.along:
        edges = [(a, f"course {n}, lower edge {p.bare(a)}") for n, (a, _) in enumerate(course.laid.boards, 1)]
        return Strip("Courses, from the foot of the boards", course.feet[0].height_mm, tuple(edges))
    end = course.feet[0].end_mm - course.reach.left_mm
    edges = [(a, f"board {n} {p.bare(a)}") for n, (a, _) in enumerate(course.laid.boards, 1) if a <= end]
    return Strip(f"Left edges of boards, from the start of {course.label}", end, tuple(edges))


def posts(plan: FencePlan) -> list[Strip]:
    """The middles of the posts along every leg that is worth the paper."""
    p, out = plan.brief.printer, []
    for leg in plan.laid.layout.legs:
        if leg.length_mm <= LONGEST_MM:
            marks = tuple(
                (q.on(leg.index), f"{q.label} {p.bare(q.on(leg.index))}") for q in plan.laid.layout.leg_posts(leg.index)
            )
            out.append(Strip(f"Post middles on leg {leg.index + 1}, from its start", leg.length_mm, marks))
    return out


def strips(plan: FencePlan) -> list[Strip]:
    """Heights, boards of the first bay and posts of every leg."""
    bay = first_bay(plan)
    return [heights(plan), *([bay] if bay else []), *posts(plan)]
