"""Boards on the rails: every stretch filled by the style, the pieces and their fixings."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import refuse
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Joint, Part
from rowstake.core.space import Flat, Solid
from rowstake.core.trades.fence.corners import past_corner
from rowstake.core.trades.fence.covering import covering, screwed, started
from rowstake.core.trades.fence.layout import Bay, Layout
from rowstake.core.trades.fence.levels import Foot, Levels
from rowstake.core.trades.fence.on_leg import Depth
from rowstake.core.trades.fence.planes import board_planes_mm, covered_mm, rail_planes_mm, through_mm
from rowstake.core.trades.fence.rails import Reach, clear_reach, parts_of, reach
from rowstake.core.trades.fence.resolve import Brief
from rowstake.core.trades.fence.styles import BoardsLaid, BoardStretch, Style, styles

MOST_BOARDS = 120_000
SQUARE_CUT = 1e-3


@dataclass(frozen=True, slots=True)
class Course:
    """One stretch of boards: a run on face-fixed rails, or a bay between posts. Lying boards are laid up its height."""

    label: str
    leg: int
    reach: Reach
    stretch: BoardStretch
    laid: BoardsLaid
    feet: tuple[Foot, ...]
    bays: tuple[Bay, ...]

    @property
    def last_mm(self) -> float:
        return self.laid.narrowest_mm


def stretch_for(brief: Brief, length_mm: float, edges: Literal["gap", "board"] = "board") -> BoardStretch:
    """A stretch of this fence's skin, filled as the job says."""
    skin = brief.fence.skin
    return BoardStretch(
        length_mm, brief.board.width_mm, skin.fit, skin.gap_mm, skin.lap_mm, brief.style.most_gap_mm,
        edges, brief.most_lap_mm,
    )  # fmt: skip


def style_of(brief: Brief) -> Style:
    return styles()[brief.style.id]


def _spans(brief: Brief, layout: Layout, levels: Levels) -> list[tuple[str, int, Reach, tuple[Bay, ...]]]:
    """(label, leg, reach, bays) of every stretch: a bay between posts, or a run up to its next step."""
    if brief.style.on_centres:
        return [(b.label, b.leg, on_centres(brief, layout, b, board_planes_mm(brief)), (b,)) for b in layout.bays]
    if brief.style.channels or (brief.between and not brief.along):
        back, front = board_planes_mm(brief)
        depths = [(back, front), (-front, -back)][: brief.style.faces]
        return [(b.label, b.leg, _clear_at(brief, layout, b, depths), (b,)) for b in layout.bays]
    planes, out = covered_mm(brief), []
    for run in layout.runs:
        whole = reach(brief, layout, run, *planes, mitred=brief.style.mitred)
        parts = parts_of(whole, levels, run.leg, run.bays, at_bends=False)
        for n, (part, bays) in enumerate(parts, 1):
            out.append((run.label if len(parts) == 1 else f"{run.label}.{n}", run.leg, part, bays))
    return out


def _clear_at(brief: Brief, layout: Layout, bay: Bay, depths: list[Depth]) -> Reach:
    """From post face to post face, clear of them on every face that carries boards."""
    clear = [clear_reach(brief, layout, bay, depth) for depth in depths]
    return Reach(max(r.left_mm for r in clear), min(r.right_mm for r in clear))


def on_centres(brief: Brief, layout: Layout, bay: Bay, depth: Depth) -> Reach:
    """From post middle to post middle, half a joint gap inside each; after a corner clear of all that stands there."""
    half = brief.fence.skin.gap_mm / 2
    start, end = bay.left.on(bay.leg) + half, bay.right.on(bay.leg) - half
    return Reach(past_corner(brief, layout, bay.left, bay.leg, depth, start), end)


@lru_cache(maxsize=128)
def _boards_of(style: Style, stretch: BoardStretch) -> BoardsLaid:
    """As the style lays them: while one leg is dragged, the others stay as they are."""
    return style.lay(stretch)


def courses(brief: Brief, layout: Layout, levels: Levels) -> list[Course]:
    """Every stretch of boards. Face-fixed rails carry boards past the posts; rails between posts, bay by bay."""
    style = style_of(brief)
    done: dict[float, tuple[BoardStretch, BoardsLaid]] = {}
    out: list[Course] = []
    pieces = 0
    edges: Literal["gap", "board"] = brief.style.between if brief.between else "board"
    for label, leg, span, bays in _spans(brief, layout, levels):
        if span.length_mm <= 1:
            continue
        feet = tuple(levels.feet[b.label] for b in bays)
        length = feet[0].height_mm if brief.along else span.length_mm
        key = round(length, 6)
        if key not in done:
            stretch = stretch_for(brief, length, edges)
            done[key] = (stretch, _boards_of(style, stretch))
        out.append(Course(label, leg, span, *done[key], feet, bays))
        pieces += len(done[key][1].boards)
        if pieces > MOST_BOARDS:
            raise refuse(
                "fence.skin.board", f"over {MOST_BOARDS} boards", f"at most {MOST_BOARDS} boards in one job",
                "That is more boards than one job holds: make it two jobs, or take wider boards",
            )  # fmt: skip
    return out


def solidity(brief: Brief, laid: list[Course]) -> float:
    """Share of the face that stops the wind, from the closest-boarded stretch; 1 is solid."""
    style = style_of(brief)
    return max((style.solidity(brief.board.width_mm, c.laid) for c in laid), default=1.0)


def driven(brief: Brief, into_mm: float) -> tuple[Good, float, float | None]:
    """The screw or nail that goes through a board into timber of a thickness: (good, length mm, the next longer on sale).

    At least 2.5 × the board and 38 mm into what is behind, past what lies on it; where that would come out, the longest that does not.
    """
    facts, nails = CATALOGUE.materials.fixings, brief.fence.skin.fixing == "nails"
    board = through_mm(brief)
    wanted = max(facts.board_times * brief.board.mean_mm, board + facts.grip_mm)
    find = brief.sold.nail if nails else brief.sold.screw
    good, length = find("ring_shank_nail" if nails else "screw", wanted, board + into_mm)
    return good, length, brief.sold.longer(good, nails)


def held_by(brief: Brief, board: str, into: tuple[str, ...], longer_mm: float | None) -> Joint:
    """What joins boards of a kind to what is behind them."""
    return Joint(
        (board,),
        into,
        CATALOGUE.materials.fixings.grip_mm,
        longer_mm,
        brief.style.deep,
        through_mm=through_mm(brief) if brief.style.deep > 1 else None,
    )


def board_screw(brief: Brief) -> tuple[Good, float, float]:
    """The screw, nail or pin for a board: (good, length mm, mm in the rail). Pins only hold while the adhesive sets."""
    if brief.fence.skin.fixing == "adhesive":
        pin = CATALOGUE.materials.board_fixing.pin_mm
        return brief.sold.good("pin", pin), pin, max(0.0, pin - brief.board.mean_mm)
    good, length, _ = driven(brief, _behind_mm(brief))
    return good, length, length - through_mm(brief)


def _behind_mm(brief: Brief) -> float:
    return brief.post.width_mm if brief.on_posts else brief.rail.thickness_mm


Fixings = Callable[[str, int], list[Part]]
"""From the name of a stretch and how often its boards cross what is behind them: what holds them."""


def board_fixings(brief: Brief) -> Fixings:
    """Fixings at each crossing, and a bead of adhesive across it where that is used."""
    glued, each = brief.fence.skin.fixing == "adhesive", brief.style.per_crossing
    _, _, longer = driven(brief, _behind_mm(brief))
    joint = held_by(brief, "board", ("post", "stiffener") if brief.on_posts else ("rail",), longer)
    screw, bead_m = board_screw(brief)[0], min(brief.board.width_mm, brief.rail.width_mm) / 1000

    def fixings(of: str, crossings: int) -> list[Part]:
        out = []
        if each:
            out.append(
                Part(f"{of} board screws", "board screw", "skin", screw, of,
                     amount=crossings * each, unit="each", joint=None if glued else joint)
            )  # fmt: skip
        if glued and crossings:
            bead, good = crossings * bead_m, brief.sold.good("adhesive")
            out.append(Part(f"{of} adhesive", "adhesive", "skin", good, of, amount=bead, unit="each"))
        return out

    return fixings


def board_parts(brief: Brief, layout: Layout, levels: Levels, laid: list[Course]) -> list[Part]:
    """Every upright board with its label along its leg, and the screws of each stretch."""
    numbers, fixings = dict.fromkeys(range(len(layout.legs)), 0), board_fixings(brief)
    good, behind_mm = timber(brief.board.id), rail_planes_mm(brief)[0]
    out: list[Part] = []
    for course in laid:
        boards = started(brief, course.laid.boards, course.stretch.length_mm)
        feet, at, crossings, last = course.feet, 0, 0, len(course.feet) - 1
        rows = brief.rows_for(feet[0].height_mm)
        where = covering(brief, layout.poses[course.leg], boards, behind_mm)
        hold, of, start, number = screwed(brief, course.label), course.label, course.reach.left_mm, numbers[course.leg]
        named, stood = f"{course.leg + 1}B", uprights(brief, levels, course, at)
        for n, (left, wide) in enumerate(boards, 1):
            x = start + left
            while at < last and x + wide / 2 > feet[at].end_mm:
                at += 1
                rows, stood = brief.rows_for(feet[at].height_mm), uprights(brief, levels, course, at)
            crossings += rows
            length, ends, profile = stood(x, wide)
            pose, (near, far) = where(n - 1, x, wide)
            solid = Solid(pose, profile, near, far)
            out.append(
                Part(f"{named}{number + n}", "board", "skin", good, of, length, wide, ends, solid=solid, hold=hold)
            )
        numbers[course.leg] = number + len(boards)
        out += fixings(of, crossings)
    return out


Stood = tuple[float, str, tuple[Flat, ...]]
"""A board's length, how its ends are cut, and its outline in stations and levels."""


def uprights(brief: Brief, levels: Levels, course: Course, at: int) -> Callable[[float, float], Stood]:
    """From its left edge and its width how a board stands over one bay of a course: square, raked with its bay, or cut down to the ground. It
    stands clear of the ground of its own bay and of that of the bay beside it, into which it may reach."""
    feet = course.feet
    foot, last = feet[at], len(feet) - 1
    before, after = feet[at - 1] if at else None, feet[at + 1] if at < last else None
    slope, height, left = foot.slope, foot.height_mm, foot.start_mm
    raked, whole = abs(slope) > SQUARE_CUT, brief.board.width_mm - 0.05
    turned = f", both ends at {foot.angle_deg:.1f}°" if raked else ""
    to_ground = not raked and brief.filled and not levels.flat

    def stood(x: float, wide: float) -> Stood:
        low, rise, z = foot.left_mm + slope * (x - left), slope * wide, x + wide
        beside = before if before and x < left else after
        if beside and beside.start_mm < z and x < beside.end_mm:
            low += max(
                0.0, *(beside.at(e) - (low + slope * (e - x)) for e in (x, z) if beside.start_mm < e < beside.end_mm)
            )
        ends = "square" if wide > whole else "ripped"
        if not to_ground:
            high = low + height
            profile = ((x, low), (z, low + rise), (z, high + rise), (x, high))
            return height + abs(rise), ends + turned if raked else ends, profile
        top = low + height
        low, foot_rise = _down_to_ground(brief, levels, course.leg, low, x, wide)
        if abs(foot_rise) > SQUARE_CUT * wide:
            ends += f", foot cut at {math.degrees(math.atan(abs(foot_rise) / wide)):.1f}°"
        return top - min(low, low + foot_rise), ends, ((x, low), (z, low + foot_rise), (z, top + rise), (x, top))

    return stood


def _down_to_ground(brief: Brief, levels: Levels, leg: int, low: float, x: float, wide: float) -> tuple[float, float]:
    """(level of the left corner, rise to the right) of a foot cut the ground gap above the ground, never above where the
    board would stand uncut."""
    profile, gap = levels.profiles[leg], brief.fence.skin.ground_gap_mm
    left, right = profile.at(x, from_left=False) + gap, profile.at(x + wide) + gap
    hump = max(0.0, profile.over_line(x, left - gap, x + wide, right - gap))
    left, right = min(left + hump, low), min(right + hump, low)
    if profile.over_line(x, left - gap, x + wide, right - gap) > 1e-6:
        return low, 0.0
    return left, right - left
