"""Boards on the rails: every stretch filled by the style, the pieces and their fixings."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.fence.layout import Bay, Layout
from rowstake.core.fence.levels import Foot, Levels, stretches
from rowstake.core.fence.lying import lying
from rowstake.core.fence.rails import board_planes_mm, reach
from rowstake.core.fence.resolve import Brief
from rowstake.core.fence.styles import Laid, Stretch, Style, styles
from rowstake.core.parts import Part, Place

SQUARE_CUT = 1e-3
"""Under this slope a board's ends are cut square."""


@dataclass(frozen=True, slots=True)
class Course:
    """One stretch of boards: a run on face-fixed rails, or a bay between posts. Lying boards are laid up its height."""

    label: str
    leg: int
    left_mm: float
    right_mm: float
    stretch: Stretch
    laid: Laid
    feet: tuple[Foot, ...]

    @property
    def last_mm(self) -> float:
        return self.laid.narrowest_mm


def stretch_for(brief: Brief, length_mm: float, edges: Literal["gap", "board"] = "board") -> Stretch:
    """A stretch of this fence's skin, filled as the job says."""
    skin = brief.fence.skin
    return Stretch(
        length_mm, brief.board.width_mm, skin.fit, skin.gap_mm, skin.lap_mm, brief.style.most_gap_mm,
        edges,
    )  # fmt: skip


def style_of(brief: Brief) -> Style:
    return styles()[brief.style.id]


def _spans(brief: Brief, layout: Layout, levels: Levels) -> list[tuple[str, int, float, float, tuple[Bay, ...]]]:
    """(label, leg, left, right, bays) of every stretch: a bay between posts, or a run up to its next step."""
    if brief.style.channels or (brief.between and not brief.along):
        return [
            (b.label, b.leg, b.left.on(b.leg) + b.left.face_mm / 2, b.right.on(b.leg) - b.right.face_mm / 2, (b,))
            for b in layout.bays
        ]
    planes, out = board_planes_mm(brief), []
    for run in layout.runs:
        whole = reach(brief, layout, run, *planes)
        parts = stretches(levels, run.bays, at_bends=False)
        for n, bays in enumerate(parts, 1):
            left = whole.left_mm if n == 1 else bays[0].left.on(run.leg)
            right = whole.right_mm if n == len(parts) else bays[-1].right.on(run.leg)
            label = run.label if len(parts) == 1 else f"{run.label}.{n}"
            out.append((label, run.leg, left, right, tuple(bays)))
    return out


def courses(brief: Brief, layout: Layout, levels: Levels) -> list[Course]:
    """Every stretch of boards. Face-fixed rails carry boards past the posts; rails between posts, bay by bay."""
    style = style_of(brief)
    done: dict[float, tuple[Stretch, Laid]] = {}
    out: list[Course] = []
    edges: Literal["gap", "board"] = brief.style.between if brief.between else "board"
    for label, leg, left, right, bays in _spans(brief, layout, levels):
        if right - left <= 1:
            continue
        length = brief.fence.skin.height_mm if brief.along else right - left
        key = round(length, 6)
        if key not in done:
            stretch = stretch_for(brief, length, edges)
            done[key] = (stretch, style.lay(stretch))
        out.append(Course(label, leg, left, right, *done[key], tuple(levels.feet[b.label] for b in bays)))
    return out


def solidity(brief: Brief, laid: list[Course]) -> float:
    """Share of the face that stops the wind, from the closest-boarded stretch; 1 is solid."""
    style = style_of(brief)
    return max((style.solidity(brief.board.width_mm, c.laid) for c in laid), default=1.0)


def board_screw(brief: Brief) -> tuple[str, float, float]:
    """The screw for a board: (name, length mm, mm in the rail).

    At least 2.5 × the board and 38 mm into the rail; where that would come out behind the rail, the longest
    that does not.
    """
    facts, board, rail = CATALOGUE.materials.fixings, brief.board.thickness_mm, brief.rail.thickness_mm
    board *= brief.style.deep
    wanted = max(facts.board_times * brief.board.thickness_mm, board + facts.grip_mm)
    fits = [s for s in facts.screw_lengths_mm if s <= board + rail + 1e-6]
    length = next((s for s in fits if s >= wanted - 1e-6), max(fits, default=min(facts.screw_lengths_mm)))
    return f"screw {math.floor(length)} mm", length, length - board


def board_parts(brief: Brief, layout: Layout, levels: Levels, laid: list[Course]) -> list[Part]:
    """Every board with its label along its leg, and the screws of each stretch."""
    if brief.along:
        return lying(brief, layout, levels, laid[0].laid, board_screw(brief)[0]) if laid else []
    skin, screw = brief.fence.skin, board_screw(brief)[0]
    width, board = brief.board.width_mm, brief.board.id
    per_leg = dict.fromkeys(range(len(layout.legs)), 0)
    out: list[Part] = []
    for course in laid:
        boards = course.laid.boards
        if skin.start == "end":
            boards = tuple((course.stretch.length_mm - a - w, w) for a, w in reversed(boards))
        feet, at = course.feet, 0
        for left, wide in boards:
            per_leg[course.leg] += 1
            x = course.left_mm + left
            middle = x + wide / 2
            while at < len(feet) - 1 and middle > feet[at].end_mm:
                at += 1
            foot = feet[at]
            slope = foot.slope
            low = foot.left_mm + slope * (x - foot.start_mm)
            ends = "square" if wide > width - 0.05 else "ripped"
            if abs(slope) > SQUARE_CUT:
                ends += f", both ends at {foot.angle_deg:.1f}°"
            out.append(
                Part(
                    f"{course.leg + 1}B{per_leg[course.leg]}", "board", "skin", board, course.label,
                    skin.height_mm + abs(slope) * wide, wide, ends,
                    place=Place(course.leg, x, x + wide, low, low + skin.height_mm, slope * wide),
                )
            )  # fmt: skip
        screws = len(boards) * brief.rows * brief.style.per_crossing
        out.append(Part(f"{course.label} board screws", "board screw", "skin", screw, course.label,
                        amount=screws, unit="each"))  # fmt: skip
    return out
