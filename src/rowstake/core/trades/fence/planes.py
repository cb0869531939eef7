"""How far off the middle of the line rails and boards lie."""

from __future__ import annotations

from rowstake.core.trades.fence.on_leg import Depth
from rowstake.core.trades.fence.resolve import Brief


def rail_planes_mm(brief: Brief) -> Depth:
    """Back and front of rails off the middle of the line: on the faces of the posts, let into them, or in the middle of
    them between two; flush with the posts where sheets lie on both."""
    if brief.between and not brief.on_posts:
        return -brief.rail.thickness_mm / 2, brief.rail.thickness_mm / 2
    if brief.on_posts:
        return brief.post.width_mm / 2 - brief.rail.thickness_mm, brief.post.width_mm / 2
    front = brief.post.width_mm / 2 + (0.0 if brief.let_in else brief.rail.thickness_mm)
    return front - brief.rail.thickness_mm, front


def board_planes_mm(brief: Brief) -> Depth:
    """Back and front of boards off the middle of the line: on the rails, or on the posts where they lie along; in the middle
    of the posts in channels."""
    if brief.style.channels:
        return -brief.board.thickness_mm / 2, brief.board.thickness_mm / 2
    back = brief.post.width_mm / 2 if brief.on_posts else rail_planes_mm(brief)[1]
    return back, back + brief.board.thickness_mm


LEANS = 1.5
"""By how many thicknesses boards that lie on one another stand out further than one does, at most."""


def covered_mm(brief: Brief) -> Depth:
    """From where to where boards and what they lean on reach."""
    back, front = board_planes_mm(brief)
    return back, front + (brief.style.deep - 1) * LEANS * brief.board.thickness_mm


def trim_planes_mm(brief: Brief) -> dict[str, Depth]:
    """By face, from where to where the trims of a framed panel lie: as thick as its boards, before them and behind the rails."""
    front, back, thick = board_planes_mm(brief)[1], rail_planes_mm(brief)[0], brief.board.thickness_mm
    return {"front": (front, front + thick), "back": (back - thick, back)}
