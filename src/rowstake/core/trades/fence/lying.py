"""Boards that lie from post to post: courses with staggered joints, stiffeners, channels and caps."""

from __future__ import annotations

import math

from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Part
from rowstake.core.reckoners.base import up
from rowstake.core.trades.fence.layout import Bay, Layout
from rowstake.core.trades.fence.levels import Foot, Levels
from rowstake.core.trades.fence.on_leg import lie, stand
from rowstake.core.trades.fence.planes import board_planes_mm
from rowstake.core.trades.fence.rails import Piece, clear_reach, pieces_over
from rowstake.core.trades.fence.resolve import Brief
from rowstake.core.trades.fence.skin import Course, board_fixings


def stiffeners(brief: Brief, bay: Bay) -> list[float]:
    """Stations of the stiffeners of a bay: equal spaces of at most the style's limit, none where the clear is within it."""
    most = brief.style.stiffener_mm
    if not most:
        return []
    spaces = max(1, up(bay.clear_mm / most))
    left = bay.left.on(bay.leg) + bay.left.face_mm / 2
    return [left + bay.clear_mm * i / spaces for i in range(1, spaces)]


def _pieces_of(brief: Brief, levels: Levels, course: Course, row: int) -> list[Piece]:
    """The boards of one course: from post to post, or in a channel the clear less the play, half of it at each end."""
    if not brief.style.channels:
        return pieces_over(
            course.reach, levels, course.leg, course.bays, row, brief.style.spans, brief.longest_board_mm
        )
    play, foot = brief.style.play_mm / 2, course.feet[0]
    left, right = course.reach.left_mm + play, course.reach.right_mm - play
    return [Piece(left, right, foot.at(left), foot.slope, 2)]


def lying(brief: Brief, layout: Layout, levels: Levels, laid: list[Course]) -> list[Part]:
    """Every board of every course, labelled along its leg, with stiffeners, channels, caps and fixings."""
    out: list[Part] = []
    numbers, fixings = dict.fromkeys(range(len(layout.legs)), 0), board_fixings(brief)
    for course in laid:
        crossings = 0
        upright = [(bay, at) for bay in course.bays for at in stiffeners(brief, bay)]
        for row, (offset, wide) in enumerate(course.laid.boards, 1):
            for piece in _pieces_of(brief, levels, course, row):
                numbers[course.leg] += 1
                crossings += piece.crossed + sum(piece.left_mm < at < piece.right_mm for _, at in upright)
                label = f"{course.leg + 1}B{numbers[course.leg]}"
                out.append(_board(brief, layout, course, piece, offset, wide, label))
        for n, (bay, at) in enumerate(upright, 1):
            out.append(_stiffener(brief, layout, course, levels.feet[bay.label], at, f"{course.label} stiffener {n}"))
        out += fixings(course.label, crossings)
        if brief.style.channels:
            out.extend(_channels(brief, layout, course))
    return out


def _corner_cut(brief: Brief, layout: Layout, course: Course, piece: Piece) -> tuple[str, tuple[float, float]]:
    """How a board's ends meet round the outside of a corner, and by how much its face is longer there than its back; empty
    away from one."""
    if not brief.style.mitred:
        return "", (0.0, 0.0)
    told, points = [], [0.0, 0.0]
    for end, leg in ((piece.left_mm, course.leg), (piece.right_mm, course.leg + 1)):
        if 0 < leg < len(layout.legs):
            turn = layout.legs[leg].turn_deg
            outside = (turn > 0) != (brief.fence.skin.side == "left") and abs(turn) > 1
            past = end < 0 if leg == course.leg else end > layout.legs[course.leg].length_mm
            if outside and past:
                told.append(f"mitred {abs(turn) / 2:.1f}°, cut to the long point")
                points[leg - course.leg] = brief.board.thickness_mm * math.tan(math.radians(abs(turn)) / 2)
    return "; ".join(told), (points[0], points[1])


def _board(brief: Brief, layout: Layout, course: Course, piece: Piece, offset: float, wide: float, label: str) -> Part:
    ends = "square" if wide > brief.board.width_mm - 0.05 else "ripped"
    cut, points = _corner_cut(brief, layout, course, piece)
    if cut:
        ends = cut if ends == "square" else f"{ends}, {cut}"
    if abs(piece.rise_mm) > 1:
        ends += f", plumb cut, {piece.angle_deg:.1f}° off square"
    low, pose = piece.level_mm + offset, layout.poses[course.leg]
    return Part(
        label, "board", "skin", timber(brief.board.id), course.label,
        math.hypot(piece.right_mm - piece.left_mm, piece.rise_mm), wide, ends,
        solid=lie(pose, board_planes_mm(brief), piece.left_mm, piece.right_mm, low, low + wide, piece.rise_mm, points)
        if cut else stand(pose, board_planes_mm(brief), piece.left_mm, piece.right_mm, low, low + wide, piece.rise_mm),
        hold=Hold(f"{course.label} channels", brief.style.play_mm) if brief.style.channels else None,
    )  # fmt: skip


def _stiffener(brief: Brief, layout: Layout, course: Course, foot: Foot, at: float, label: str) -> Part:
    half, front = brief.rail.thickness_mm / 2, board_planes_mm(brief)[0]
    lean = abs(foot.slope) * half  # cut square, clear of what slopes over and under it
    low = foot.at(at) + (lean if brief.fence.trims.gravel_board else 0.0)
    height = foot.at(at) + foot.height_mm - (lean if brief.capped else 0.0) - low
    return Part(
        label, "stiffener", "frame", timber(brief.rail.id), course.label, height, brief.rail.width_mm,
        solid=stand(
            layout.poses[course.leg], (front - brief.rail.width_mm, front), at - half, at + half, low, low + height
        ),
    )  # fmt: skip


def _channels(brief: Brief, layout: Layout, course: Course) -> list[Part]:
    """Two channels as high as the stack, and a cap cut to the clear, for a bay."""
    label, foot = course.label, course.feet[0]
    stack = course.laid.boards[-1][0] + course.laid.boards[-1][1]
    half = brief.rail.width_mm / 2
    clear = clear_reach(brief, layout, course.bays[0], (-half, half))
    a, b = clear.left_mm, clear.right_mm
    low, rise = foot.at(a) + stack, foot.slope * (b - a)
    return [
        Part(f"{label} channels", "hardware", "frame", brief.sold.good("metal_channel", math.ceil(stack)), label,
             amount=2, unit="each"),
        Part(
            f"{label} cap", "cap", "skin", timber(brief.rail.id), label, math.hypot(b - a, rise), brief.rail.width_mm,
            solid=lie(layout.poses[course.leg], (-half, half), a, b, low,
                      low + brief.rail.thickness_mm, rise),
        ),
    ]  # fmt: skip
