"""Rails: rows, heights, and pieces with their joints on post centres."""

from __future__ import annotations

import math
from bisect import bisect_left, bisect_right
from collections import Counter
from dataclasses import dataclass
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import refuse
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Joint, Part
from rowstake.core.trades.fence.corners import LONG_MM, clear_from, past_corner, posts_from, strip_from
from rowstake.core.trades.fence.layout import Bay, Layout, Run, corner_reach_mm
from rowstake.core.trades.fence.levels import Levels, stretches
from rowstake.core.trades.fence.on_leg import Depth, OnLeg, notched, on_leg, stand
from rowstake.core.trades.fence.planes import covered_mm, rail_planes_mm
from rowstake.core.trades.fence.resolve import Brief
from rowstake.core.value import value


def row_offsets_mm(brief: Brief, height_mm: float) -> list[float]:
    """Middles of the rail rows above the foot of boards of a height: top and bottom near the board ends, the rest equal."""
    rows, inset = brief.rows_for(height_mm), CATALOGUE.materials.rails.from_board_end_mm
    inset = min(inset, height_mm / 4)
    return [inset + (height_mm - 2 * inset) / (rows - 1) * i for i in range(rows)]


@dataclass(frozen=True, slots=True)
class Reach:
    """How far rails and boards of a run go: from `left` to `right` along the leg."""

    left_mm: float
    right_mm: float

    @property
    def length_mm(self) -> float:
        return self.right_mm - self.left_mm


def reach(brief: Brief, layout: Layout, run: Run, back_mm: float, front_mm: float, mitred: bool = False) -> Reach:
    """Where something lying between two planes off the line's middle begins and ends on a run.

    At ends and gates: the post's outer edge. At a corner the leg before it runs through and the leg after it butts
    against it, so that the outside of a corner is covered and the inside does not collide; where it is `mitred`, both
    run to the outside corner, and the reach is to the long point.
    """
    first, last = run.posts[0], run.posts[-1]
    side = brief.fence.skin.side
    left = first.on(run.leg) - first.face_mm / 2
    right = last.on(run.leg) + last.face_mm / 2
    depth = (back_mm, front_mm)
    if first.kind == "corner":
        turn = layout.legs[run.leg].turn_deg
        inside = (turn > 0) == (side == "left")
        left = -corner_reach_mm(turn, side, front_mm if inside or mitred else back_mm)
        if inside or not mitred:
            in_way = posts_from(brief, layout, first, run.leg)
            for near, far in {rail_planes_mm(brief), covered_mm(brief), depth}:
                end = first.on(run.leg - 1) + corner_reach_mm(turn, side, near if inside else far)
                in_way.append(strip_from(layout, run.leg - 1, (end - LONG_MM, end), (near, far), run.leg))
            left = clear_from(in_way, depth, left, 1)
    if last.kind == "corner":
        turn = layout.legs[run.leg + 1].turn_deg
        inside = (turn > 0) == (side == "left")
        right = last.on(run.leg) + corner_reach_mm(turn, side, back_mm if inside else front_mm)
    return Reach(left, right)


def parts_of(
    whole: Reach, levels: Levels, leg: int, bays: tuple[Bay, ...], at_bends: bool
) -> list[tuple[Reach, tuple[Bay, ...]]]:
    """A reach over these bays cut where the line steps (with `at_bends`, also where it bends), with the bays of each part."""
    out = []
    for some in stretches(levels, bays, at_bends):
        left = whole.left_mm if some[0] is bays[0] else some[0].left.on(leg)
        right = whole.right_mm if some[-1] is bays[-1] else some[-1].right.on(leg)
        out.append((Reach(left, right), tuple(some)))
    return out


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
    numbers: Counter[tuple[int, int]] = Counter()
    half, depth = brief.rail.width_mm / 2, rail_planes_mm(brief)
    faces, held = ("", " back")[: brief.faces], Joint(("rail",), ("post",), CATALOGUE.materials.fixings.grip_mm)
    bought, screw, wide = timber(brief.rail.id), rail_screw(brief), brief.rail.width_mm
    for run in layout.runs:
        screws: Counter[int] = Counter()
        for part, bays in _rail_stretches(brief, layout, levels, run):
            for row, offset in enumerate(row_offsets_mm(brief, levels.feet[bays[0].label].height_mm), 1):
                for piece in _pieces(brief, levels, run.leg, part, bays, row):
                    numbers[run.leg, row] += 1
                    screws[row] += piece.crossed * CATALOGUE.materials.rails.per_crossing * len(faces)
                    level = piece.level_mm + offset
                    out.extend(
                        Part(
                            f"{run.leg + 1}R{row}-{numbers[run.leg, row]}{face}", "rail", "frame", bought, run.label,
                            math.hypot(piece.right_mm - piece.left_mm, piece.rise_mm), wide,
                            f"plumb cut, {piece.angle_deg:.1f}° off square" if abs(piece.rise_mm) > 1 else "square",
                            solid=stand(
                                layout.poses[run.leg], depth if not face else (-depth[1], -depth[0]),
                                piece.left_mm, piece.right_mm, level - half, level + half, piece.rise_mm,
                            ),
                        )
                        for face in faces
                    )  # fmt: skip
        out += [
            Part(f"{run.label} row {row} rail screws", "rail screw", "frame", screw, run.label,
                 amount=count, unit="each", joint=None if brief.between else held)
            for row, count in screws.items()
        ]  # fmt: skip
    return out


def let_in(brief: Brief, layout: Layout, posts: list[Part], rails: list[Part]) -> list[Part]:
    """The posts with a notch for every rail that lies in them; as they are where none does."""
    if not brief.let_in:
        return posts
    lying: dict[int, list[OnLeg]] = {}
    for part in rails:
        if part.solid:
            at = on_leg(part, layout.poses)
            lying.setdefault(at.leg, []).append(at)
    out = []
    for part in posts:
        if part.kind == "post" and part.solid and part.label == part.of:
            leg, (left, right) = part.solid.pose.number, (part.solid.profile[0][0], part.solid.profile[1][0])
            crossing = [r for r in lying.get(leg, ()) if r.left_mm < right - 1 and r.right_mm > left + 1]
            part = notched(part, _merged_notches(crossing, left, right, brief.rail.thickness_mm))
        out.append(part)
    return out


def _merged_notches(rails: list[OnLeg], left: float, right: float, deep: float) -> list[tuple[float, float, float]]:
    """(low, high, depth) of the notches over a post's width; rails that meet on it share one."""
    out: list[tuple[float, float, float]] = []
    for low, high in sorted(r.between(max(left, r.left_mm), min(right, r.right_mm)) for r in rails):
        if out and low < out[-1][1]:
            out[-1] = (out[-1][0], max(out[-1][1], high), deep)
        else:
            out.append((low, high, deep))
    return out


@value
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


def _rail_stretches(brief: Brief, layout: Layout, levels: Levels, run: Run) -> list[tuple[Reach, tuple[Bay, ...]]]:
    """The stretches over which rails of a run lie: bay by bay between posts, else up to the next step or bend."""
    if brief.between:
        return [(_between(brief, layout, bay), (bay,)) for bay in run.bays]
    whole = reach(brief, layout, run, *rail_planes_mm(brief))
    if whole.length_mm < brief.post.thickness_mm:
        raise refuse(
            f"fence.legs.{run.leg}.length_mm", brief.printer.length(layout.legs[run.leg].length_mm),
            "a leg long enough for its corners, or boards on the other side",
            f"Leg {run.leg + 1} is too short inside its sharp corners",
        )  # fmt: skip
    return parts_of(whole, levels, run.leg, run.bays, at_bends=True)


def _pieces(brief: Brief, levels: Levels, leg: int, part: Reach, bays: tuple[Bay, ...], row: int) -> list[Piece]:
    """The rails of one row over a stretch. At a step or a change of grade a rail ends on the post."""
    if brief.between:
        foot = levels.feet[bays[0].label]
        return [Piece(part.left_mm, part.right_mm, foot.at(part.left_mm), foot.slope, 2)]
    return _jointed(part, levels, leg, bays, row, CATALOGUE.materials.rails.join_bays, brief.longest_rail_mm)


def pieces_over(
    whole: Reach, levels: Levels, leg: int, bays: tuple[Bay, ...], row: int, most_bays: int, longest: float
) -> list[Piece]:
    """Pieces that lie over bays, at most so many each, with joints on post centres staggered between rows."""
    parts = parts_of(whole, levels, leg, bays, at_bends=True)
    return [piece for part, some in parts for piece in _jointed(part, levels, leg, some, row, most_bays, longest)]


def _jointed(
    part: Reach, levels: Levels, leg: int, bays: tuple[Bay, ...], row: int, most_bays: int, longest: float
) -> list[Piece]:
    """Those of a stretch that goes on without a step or a bend."""
    stations = [bays[0].left.on(leg), *(b.right.on(leg) for b in bays)]
    foot, out = levels.feet[bays[0].label], []
    cuts, slope = _joints(stations, part, longest, most_bays, one_first=row % 2 == 0), foot.slope
    for left, right in pairwise(cuts):
        first = stations[0] if left == cuts[0] else left
        last = stations[-1] if right == cuts[-1] else right
        crossed = bisect_right(stations, last + 1e-6) - bisect_left(stations, first - 1e-6)
        out.append(Piece(left, right, foot.left_mm + slope * (left - foot.start_mm), slope, crossed))
    return out


def _between(brief: Brief, layout: Layout, bay: Bay) -> Reach:
    """From post to post, clear of them on every face that carries rails: those of one row are cut alike."""
    back, front = rail_planes_mm(brief)
    faces = ((back, front), (-front, -back))[: brief.faces]
    clear = [clear_reach(brief, layout, bay, depth) for depth in faces]
    return Reach(max(c.left_mm for c in clear), min(c.right_mm for c in clear))


def clear_reach(brief: Brief, layout: Layout, bay: Bay, depth: Depth) -> Reach:
    """From post face to post face, at a corner from where what lies at a depth off the line is clear of its posts."""
    left, right = bay.left.on(bay.leg) + bay.left.face_mm / 2, bay.right.on(bay.leg) - bay.right.face_mm / 2
    if bay.left.kind == "corner":
        left = past_corner(brief, layout, bay.left, bay.leg, depth, left)
    if bay.right.kind == "corner":
        right = clear_from(posts_from(brief, layout, bay.right, bay.leg), depth, right, -1)
    return Reach(left, right)


def rail_screw(brief: Brief) -> Good:
    """The screw that holds a rail: through the rail and at least its thickness into the post."""
    through = brief.rail.width_mm / 2 if brief.between else brief.rail.thickness_mm
    facts = CATALOGUE.materials.fixings
    wanted = through + max(facts.grip_mm, through)
    return brief.sold.screw("screw", wanted)[0]
