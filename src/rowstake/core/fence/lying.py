"""Boards that lie from post to post: courses with staggered joints, stiffeners, channels and caps."""

from __future__ import annotations

import math

from rowstake.core.fence.layout import Bay, Layout, Run
from rowstake.core.fence.levels import Foot, Levels
from rowstake.core.fence.rails import Piece, board_planes_mm, pieces_over, reach
from rowstake.core.fence.resolve import Brief
from rowstake.core.fence.styles import Laid
from rowstake.core.parts import Part, Place
from rowstake.core.reckoners.base import up

METAL_CHANNEL = "channel, galvanised"


def stiffeners(brief: Brief, bay: Bay) -> list[float]:
    """Stations of the stiffeners of a bay: equal spaces of at most the style's limit, none where the clear is within it."""
    most = brief.style.stiffener_mm
    if not most:
        return []
    spaces = max(1, up(bay.clear_mm / most))
    left = bay.left.on(bay.leg) + bay.left.face_mm / 2
    return [left + bay.clear_mm * i / spaces for i in range(1, spaces)]


def _courses_of(brief: Brief, layout: Layout, levels: Levels, run: Run, row: int) -> list[Piece]:
    if brief.style.channels:
        return [_in_channel(brief, levels, bay) for bay in run.bays]
    whole = reach(brief, layout, run, *board_planes_mm(brief))
    return pieces_over(whole, levels, run, row, brief.style.spans, brief.longest_board_mm)


def _in_channel(brief: Brief, levels: Levels, bay: Bay) -> Piece:
    """A board between two channels: the clear between posts less the play, half of it at each end."""
    play = brief.style.play_mm / 2
    left = bay.left.on(bay.leg) + bay.left.face_mm / 2 + play
    right = bay.right.on(bay.leg) - bay.right.face_mm / 2 - play
    foot = levels.feet[bay.label]
    return Piece(left, right, foot.at(left), foot.slope, 2)


def lying(brief: Brief, layout: Layout, levels: Levels, laid: Laid, screw: str) -> list[Part]:
    """Every board of every course, labelled along its leg, with stiffeners, channels, caps and fixings."""
    out: list[Part] = []
    numbers = dict.fromkeys(range(len(layout.legs)), 0)
    for run in layout.runs:
        crossings = 0
        upright = [(bay, at) for bay in run.bays for at in stiffeners(brief, bay)]
        for row, (offset, wide) in enumerate(laid.boards, 1):
            for piece in _courses_of(brief, layout, levels, run, row):
                numbers[run.leg] += 1
                crossings += piece.crossed + sum(piece.left_mm < at < piece.right_mm for _, at in upright)
                label = f"{run.leg + 1}B{numbers[run.leg]}"
                out.append(_board(brief, run, piece, offset, wide, label))
        for n, (bay, at) in enumerate(upright, 1):
            out.append(_stiffener(brief, run, levels.feet[bay.label], at, f"{run.label} stiffener {n}"))
        if brief.style.per_crossing:
            count = crossings * brief.style.per_crossing
            out.append(
                Part(f"{run.label} board screws", "board screw", "skin", screw, run.label, amount=count, unit="each")
            )
        if brief.style.channels:
            out.extend(_channels(brief, run, levels, laid))
    return out


def _board(brief: Brief, run: Run, piece: Piece, offset: float, wide: float, label: str) -> Part:
    ends = "square" if wide > brief.board.width_mm - 0.05 else "ripped"
    if abs(piece.rise_mm) > 1:
        ends += f", plumb cut, {piece.angle_deg:.1f}° off square"
    low = piece.level_mm + offset
    return Part(
        label, "board", "skin", brief.board.id, run.label,
        math.hypot(piece.right_mm - piece.left_mm, piece.rise_mm), wide, ends,
        place=Place(run.leg, piece.left_mm, piece.right_mm, low, low + wide, piece.rise_mm),
    )  # fmt: skip


def _stiffener(brief: Brief, run: Run, foot: Foot, at: float, label: str) -> Part:
    half, low = brief.rail.thickness_mm / 2, foot.at(at)
    height = brief.fence.skin.height_mm
    return Part(
        label, "stiffener", "frame", brief.rail.id, run.label, height, brief.rail.width_mm,
        place=Place(run.leg, at - half, at + half, low, low + height),
    )  # fmt: skip


def _channels(brief: Brief, run: Run, levels: Levels, laid: Laid) -> list[Part]:
    """Two channels as high as the stack, and a cap, for every bay."""
    out = []
    stack = laid.boards[-1][0] + laid.boards[-1][1]
    for bay in run.bays:
        out.append(
            Part(f"{bay.label} channels", "hardware", "frame", f"{METAL_CHANNEL} {math.ceil(stack)} mm", bay.label,
                 amount=2, unit="each")
        )  # fmt: skip
        foot = levels.feet[bay.label]
        left, right = bay.left.on(bay.leg), bay.right.on(bay.leg)
        a, b = left + bay.left.face_mm / 2, right - bay.right.face_mm / 2
        low, rise = foot.at(a) + stack, foot.slope * (b - a)
        out.append(
            Part(
                f"{bay.label} cap", "cap", "skin", brief.rail.id, bay.label, math.hypot(b - a, rise), brief.rail.width_mm,
                place=Place(run.leg, a, b, low, low + brief.rail.thickness_mm, rise),
            )
        )  # fmt: skip
    return out
