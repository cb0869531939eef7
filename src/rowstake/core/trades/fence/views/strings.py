"""The strings that a fence is set out by: one along every leg, on the faces of its posts."""

from __future__ import annotations

from rowstake.core.drawing.scene import Point
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.line import LegLine
from rowstake.core.trades.fence.resolve import face_mm
from rowstake.core.views.setting_out import StringTold, string


def _beside(leg: LegLine, off: float) -> tuple[Point, Point]:
    return leg.at(0.0, off), leg.at(leg.length_mm, off)


def fence_strings(plan: FencePlan) -> list[StringTold]:
    p, layout, brief = plan.brief.printer, plan.laid.layout, plan.brief
    side, half = brief.fence.skin.side, face_mm(brief.post) / 2
    out = []
    for leg in layout.legs:
        posts = layout.leg_posts(leg.index)
        marks = [q.on(leg.index) for q in posts]
        where = f"{posts[0].label} to {posts[-1].label}, {p.length(half)} to the {side} of their middles: it touches the posts' faces"
        out.append(
            string(
                f"Leg {leg.index + 1}",
                where,
                (0.0, leg.length_mm),
                marks,
                p,
                _beside(leg, half if side == "left" else -half),
            )
        )
    return out
