"""Rails: rows, heights, and pieces with their joints on post centres."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import refuse
from rowstake.core.fence.layout import Bay, Layout, Run, corner_reach_mm
from rowstake.core.fence.levels import Levels, stretches
from rowstake.core.fence.resolve import Brief
from rowstake.core.parts import Part, Place

JOIN_BAYS = 2
"""Two-bay stock: a rail spans at most two bays, joints staggered between rows."""


def row_offsets_mm(brief: Brief) -> list[float]:
    """Middles of the rail rows above the foot of the boards: top and bottom near the board ends, the rest equal."""
    inset = CATALOGUE.materials.rails.from_board_end_mm
    step = (brief.fence.skin.height_mm - 2 * inset) / (brief.rows - 1)
    return [inset + step * i for i in range(brief.rows)]


@dataclass(frozen=True, slots=True)
class Reach:
    """How far rails and boards of a run go: from `left` to `right` along the leg."""

    left_mm: float
    right_mm: float

    @property
    def length_mm(self) -> float:
        return self.right_mm - self.left_mm


def reach(brief: Brief, layout: Layout, run: Run, back_mm: float, front_mm: float) -> Reach:
    """Where something lying between two planes off the line's middle begins and ends on a run.

    At ends and gates: the post's outer edge. At a corner the leg before it runs through and the leg after it butts
    against it, so that the outside of a corner is covered and the inside does not collide.
    """
    first, last = run.posts[0], run.posts[-1]
    side = brief.fence.skin.side
    left = first.on(run.leg) - first.face_mm / 2
    right = last.on(run.leg) + last.face_mm / 2
    if first.kind == "corner":
        turn = layout.legs[run.leg].turn_deg
        inside = (turn > 0) == (side == "left")
        left = -corner_reach_mm(turn, side, front_mm if inside else back_mm)
    if last.kind == "corner":
        turn = layout.legs[run.leg + 1].turn_deg
        inside = (turn > 0) == (side == "left")
        right = last.on(run.leg) + corner_reach_mm(turn, side, back_mm if inside else front_mm)
    return Reach(left, right)


def rail_planes_mm(brief: Brief) -> tuple[float, float]:
    """Back and front of face-fixed rails, off the middle of the line."""
    back = brief.post.width_mm / 2
    return back, back + brief.rail.thickness_mm


def board_planes_mm(brief: Brief) -> tuple[float, float]:
    """Back and front of boards off the middle of the line: on face-fixed rails, or on the posts where they lie along."""
    back = rail_planes_mm(brief)[0 if brief.along else 1]
    return back, back + brief.board.thickness_mm


def _joints(stations: list[float], row: Reach, longest: float, most_bays: int, one_first: bool) -> list[float]:
    """Cut positions along a row: ends of the reach and the post centres where pieces meet."""
    places = [row.left_mm, *(s for s in stations[1:-1] if row.left_mm < s < row.right_mm), row.right_mm]
    cuts, i = [row.left_mm], 0
    while i < len(places) - 1:
        bays = 1 if one_first and i == 0 else most_bays
        reachable = [
            j for j in range(i + 1, min(i + bays, len(places) - 1) + 1) if places[j] - places[i] <= longest + 1e-6
        ]
        i = max(reachable, default=i + 1)
        cuts.append(places[i])
    return cuts


def rail_parts(brief: Brief, layout: Layout, levels: Levels) -> list[Part]:
    """Every rail, with its screws: two at each post it crosses, two at each end of a joint. None under lying boards."""
    if brief.along:
        return []
    out: list[Part] = []
    per_leg: dict[tuple[int, int], int] = {}
    half = brief.rail.width_mm / 2
    for run in layout.runs:
        for row, offset in enumerate(row_offsets_mm(brief), 1):
            screws = 0
            for piece in pieces(brief, layout, levels, run, row):
                per_leg[run.leg, row] = number = per_leg.get((run.leg, row), 0) + 1
                screws += piece.crossed * CATALOGUE.materials.rails.per_crossing
                level = piece.level_mm + offset
                out.append(
                    Part(
                        f"{run.leg + 1}R{row}-{number}", "rail", "frame", brief.rail.id, run.label,
                        math.hypot(piece.right_mm - piece.left_mm, piece.rise_mm), brief.rail.width_mm,
                        f"plumb cut, {piece.angle_deg:.1f}° off square" if abs(piece.rise_mm) > 1 else "square",
                        place=Place(
                            run.leg, piece.left_mm, piece.right_mm, level - half, level + half, piece.rise_mm
                        ),
                    )
                )  # fmt: skip
            out.append(
                Part(f"{run.label} row {row} rail screws", "rail screw", "frame", rail_screw(brief), run.label,
                     amount=screws, unit="each")
            )  # fmt: skip
    return out


@dataclass(frozen=True, slots=True)
class Piece:
    """One rail: its ends along the leg, the level of its left end over the boards' foot, and the posts it crosses."""

    left_mm: float
    right_mm: float
    level_mm: float
    slope: float
    crossed: int

    @property
    def rise_mm(self) -> float:
        return self.slope * (self.right_mm - self.left_mm)

    @property
    def angle_deg(self) -> float:
        return math.degrees(math.atan(abs(self.slope)))


def pieces(brief: Brief, layout: Layout, levels: Levels, run: Run, row: int) -> list[Piece]:
    """The rails of one row of a run. At a step or a change of grade a rail ends on the post."""
    if brief.between:
        return [_between(levels, bay) for bay in run.bays]
    whole = reach(brief, layout, run, *rail_planes_mm(brief))
    if whole.length_mm < brief.post.thickness_mm:
        raise refuse(
            f"fence.legs.{run.leg}.length_mm", brief.printer.length(layout.legs[run.leg].length_mm),
            "a leg long enough for its corners, or boards on the other side",
            f"Leg {run.leg + 1} is too short inside its sharp corners",
        )  # fmt: skip
    return pieces_over(whole, levels, run, row, JOIN_BAYS, brief.longest_rail_mm)


def pieces_over(whole: Reach, levels: Levels, run: Run, row: int, most_bays: int, longest: float) -> list[Piece]:
    """Pieces that lie over a run, at most so many bays each, with joints on post centres staggered between rows."""
    out: list[Piece] = []
    for bays in stretches(levels, run.bays, at_bends=True):
        stations = [bays[0].left.on(run.leg), *(b.right.on(run.leg) for b in bays)]
        part = Reach(
            whole.left_mm if bays[0] is run.bays[0] else stations[0],
            whole.right_mm if bays[-1] is run.bays[-1] else stations[-1],
        )
        foot = levels.feet[bays[0].label]
        cuts = _joints(stations, part, longest, most_bays, one_first=row % 2 == 0)
        for left, right in pairwise(cuts):
            first = stations[0] if left == cuts[0] else left
            last = stations[-1] if right == cuts[-1] else right
            crossed = sum(first - 1e-6 <= s <= last + 1e-6 for s in stations)
            level = foot.left_mm + foot.slope * (left - foot.start_mm)
            out.append(Piece(left, right, level, foot.slope, crossed))
    return out


def _between(levels: Levels, bay: Bay) -> Piece:
    """A rail from post face to post face, its two ends toe-fixed."""
    foot = levels.feet[bay.label]
    left = bay.left.on(bay.leg) + bay.left.face_mm / 2
    right = bay.right.on(bay.leg) - bay.right.face_mm / 2
    return Piece(left, right, foot.at(left), foot.slope, 2)


def rail_screw(brief: Brief) -> str:
    """The screw that holds a rail: through the rail and at least its thickness into the post."""
    through = brief.rail.thickness_mm if not brief.between else brief.rail.width_mm / 2
    facts = CATALOGUE.materials.fixings
    wanted = through + max(facts.grip_mm, through)
    length = next((s for s in facts.screw_lengths_mm if s >= wanted - 1e-6), max(facts.screw_lengths_mm))
    return f"screw {math.floor(length)} mm"
