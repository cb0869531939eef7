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


LEANS, SPARE = 1.5, 1.1
"""By how many thicknesses boards that lie on one another stand out further than one does, at least; and what an even lap, a little over
the one that is set, may add to it."""


def leans(brief: Brief) -> float:
    """By how many thicknesses boards that lie on one another stand out further than one does: their width over their pitch, which is
    at most 2, since no lap is over half a board."""
    wide = brief.board.width_mm
    return max(LEANS, min(2.0, SPARE * wide / (wide - brief.lap_mm)))


def off_rails_mm(brief: Brief) -> float:
    """How far the back of a board that lies on another is off the rails in the middle of the lap, where both are screwed:
    t·(b − lap/2)/(b − lap), with the thickness t and the width b; t is the mean of one that tapers. Nothing for boards on the rails."""
    if brief.style.deep < 2:
        return 0.0
    wide, lap = brief.board.width_mm, brief.lap_mm
    return brief.board.mean_mm * (wide - lap / 2) / (wide - lap)


def through_mm(brief: Brief) -> float:
    """What a screw goes through before it is in what is behind: the board, and what that is off it."""
    return brief.board.mean_mm + off_rails_mm(brief)


def covered_mm(brief: Brief) -> Depth:
    """From where to where boards and what they lean on reach."""
    back, front = board_planes_mm(brief)
    return back, front + (brief.style.deep - 1) * leans(brief) * brief.board.thickness_mm


def trim_planes_mm(brief: Brief) -> dict[str, Depth]:
    """By face, from where to where the trims of a framed panel lie: as thick as its boards, before them and behind the rails."""
    front, back, thick = board_planes_mm(brief)[1], rail_planes_mm(brief)[0], brief.board.thickness_mm
    return {"front": (front, front + thick), "back": (back - thick, back)}
