"""Trims: gravel boards under the boards, a cap rail over them, caps on the posts."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE, Section, pick
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Part
from rowstake.core.space import Pose
from rowstake.core.trades.fence.corners import LONG_MM, clear_from, posts_from, strip_from
from rowstake.core.trades.fence.fixings import cleat_screw
from rowstake.core.trades.fence.layout import Bay, Layout, Post, Run
from rowstake.core.trades.fence.levels import MEETS_MM, Foot, Levels
from rowstake.core.trades.fence.on_leg import Depth, lie, stand
from rowstake.core.trades.fence.planes import board_planes_mm, covered_mm, rail_planes_mm, trim_planes_mm
from rowstake.core.trades.fence.rails import Reach, clear_reach, parts_of
from rowstake.core.trades.fence.resolve import Brief


def trim_parts(brief: Brief, layout: Layout, levels: Levels) -> list[Part]:
    """Every trim the job asks for. Raises `JobFault` for a section that is not sold."""
    trims, out = brief.fence.trims, []
    if brief.style.framed:
        out += _frames(brief, layout, levels)
    if trims.gravel_board:
        out += _gravel_boards(
            brief, layout, levels, pick(CATALOGUE.sections, trims.gravel_board, "fence.trims.gravel_board")
        )
    if brief.capped and trims.cap_rail:
        out += _cap_rail(brief, layout, levels, pick(CATALOGUE.sections, trims.cap_rail, "fence.trims.cap_rail"))
    if trims.end_covers:
        out += _end_covers(brief, layout, levels)
    if trims.post_caps:
        out += [
            Part(
                f"{post.label} cap",
                "hardware",
                "skin",
                brief.sold.good("post_cap", _name(brief, post.gate)),
                post.label,
                unit="each",
            )
            for post in layout.posts
        ]
    return out


def plumb(run_mm: float, rise_mm: float) -> str:
    """How the ends of a piece that lies along a slope are cut."""
    if abs(rise_mm) <= 1 or run_mm <= 0:
        return "square"
    return f"plumb cut, {math.degrees(math.atan(abs(rise_mm) / run_mm)):.1f}° off square"


def _name(brief: Brief, gate: bool) -> str:
    return (brief.gate_post if gate else brief.post).name


FACES = (("front", "top"), ("front", "bottom"), ("back", "top"), ("back", "bottom"))


def _frames(brief: Brief, layout: Layout, levels: Levels) -> list[Part]:
    """A trim of the board's own section along top and bottom of each face of every bay, from post to post."""
    out, wide, depths = [], brief.board.width_mm, trim_planes_mm(brief)
    for bay in layout.bays:
        foot = levels.feet[bay.label]
        high = foot.height_mm
        for face, edge in FACES:
            clear = clear_reach(brief, layout, bay, depths[face])
            left, right, rise = clear.left_mm, clear.right_mm, foot.slope * clear.length_mm
            low = foot.at(left) + (high - wide if edge == "top" else 0.0)
            out.append(
                Part(
                    f"{bay.label} {face} {edge} trim", "trim", "skin", timber(brief.board.id), bay.label,
                    math.hypot(right - left, rise), wide, plumb(right - left, rise),
                    solid=stand(layout.poses[bay.leg], depths[face], left, right, low, low + wide, rise),
                )
            )  # fmt: skip
    return out


def covers_mm(brief: Brief) -> float:
    """How far a strip over the ends of rails and boards stands out from the post; nothing where there is none."""
    return brief.board.thickness_mm if brief.fence.trims.end_covers and not brief.between else 0.0


def _end_covers(brief: Brief, layout: Layout, levels: Levels) -> list[Part]:
    """A strip over the ends of rails and boards at every end of a run that is no corner, ripped from a board."""
    wide = (
        brief.rail.thickness_mm * (not brief.on_posts and not brief.let_in)
        + brief.board.thickness_mm * brief.style.faces
    )
    if not covers_mm(brief):
        return []
    wide, back = min(wide, brief.board.width_mm), (board_planes_mm if brief.on_posts else rail_planes_mm)(brief)[0]
    out = []
    for run in layout.runs:
        ends = ((run.posts[0], run.bays[0], -1), (run.posts[-1], run.bays[-1], 1))
        for post, bay, sign in ends:
            if post.kind == "corner":
                continue
            foot, face = levels.feet[bay.label], post.on(run.leg) + sign * post.face_mm / 2
            left, right = sorted((face, face + sign * brief.board.thickness_mm))
            low = foot.at(post.on(run.leg))
            out.append(
                Part(
                    f"{run.label} {post.label} end cover", "trim", "skin", timber(brief.board.id), run.label, foot.height_mm,
                    wide, "ripped",
                    solid=stand(layout.poses[run.leg], (back, back + wide), left, right, low, low + foot.height_mm),
                )
            )  # fmt: skip
    return out


def _gravel_boards(brief: Brief, layout: Layout, levels: Levels, board: Section) -> list[Part]:
    """One to a bay, from post face to post face, under the boards and clear of hard ground by a drainage gap."""
    out, half = [], board.thickness_mm / 2
    for bay in layout.bays:
        foot = levels.feet[bay.label]
        clear = clear_reach(brief, layout, bay, (-half, half))
        left, right = clear.left_mm, clear.right_mm
        top, rise = foot.at(left), foot.slope * (right - left)
        out.append(
            Part(
                f"{bay.label} gravel board", "gravel board", "frame", timber(board.id), bay.label,
                math.hypot(right - left, rise), board.width_mm, plumb(right - left, rise),
                solid=stand(layout.poses[bay.leg], (-half, half), left, right, top - board.width_mm, top, rise),
            )
        )  # fmt: skip
        out += _cleats(brief, layout, bay, half, board.width_mm, (foot, clear))
    return out


def _cleats(brief: Brief, layout: Layout, bay: Bay, half: float, wide: float, over: tuple[Foot, Reach]) -> list[Part]:
    """An upright on the face of either post behind the board, which is screwed to it: from the board's lower edge, no higher than the
    board, and cut to its slope where square ends would leave less than half of that; at a corner clear of what lies along the other leg."""
    facts, (foot, board) = CATALOGUE.materials.trims, over
    depth = (-half - facts.cleat_thick_mm, -half)
    clear = clear_reach(brief, layout, bay, depth)
    left, right = _clear_of_others(
        brief, layout, bay, half, depth, Reach(max(clear.left_mm, board.left_mm), min(clear.right_mm, board.right_mm))
    )
    along = min(facts.cleat_wide_mm, (right - left) / 2)
    good, held, out = brief.sold.good("cleat", facts.cleat_mm), f"cleats {cleat_screw(brief).words}", []
    for n, (a, b) in enumerate(((left, left + along), (right - along, right)), 1):
        rise = foot.at(b) - foot.at(a)
        low, high = max(foot.at(a), foot.at(b)) - wide, min(facts.cleat_mm, wide - abs(rise))
        if high >= wide / 2:
            rise = 0.0
        else:
            low, high = foot.at(a) - wide, min(max(facts.cleat_mm - abs(rise), facts.cleat_thick_mm), wide)
        out.append(
            Part(f"{bay.label} cleat {n}", "cleat", "frame", good, bay.label, high + abs(rise), facts.cleat_wide_mm, unit="each",
                 solid=stand(layout.poses[bay.leg], depth, a, b, low, low + high, rise), hold=Hold(held))
        )  # fmt: skip
    return out


def _clear_of_others(
    brief: Brief, layout: Layout, bay: Bay, half: float, depth: Depth, reach: Reach
) -> tuple[float, float]:
    """From where to where what lies at a depth is clear of the gravel boards, and of the cleats behind them, of the legs before and after."""
    left, right, whole = reach.left_mm, reach.right_mm, (depth[0], half)
    bent = layout.bays if "corner" in (bay.left.kind, bay.right.kind) else ()
    before = next((b for b in bent if b.right is bay.left and b.leg == bay.leg - 1), None)
    after = next((b for b in bent if b.left is bay.right and b.leg == bay.leg + 1), None)
    if before:
        end = clear_reach(brief, layout, before, (-half, half)).right_mm
        left = clear_from([strip_from(layout, before.leg, (end - LONG_MM, end), whole, bay.leg)], depth, left, 1)
    if after:
        start = clear_reach(brief, layout, after, (-half, half)).left_mm
        right = clear_from([strip_from(layout, after.leg, (start, start + LONG_MM), whole, bay.leg)], depth, right, -1)
    return left, right


def _cap_rail(brief: Brief, layout: Layout, levels: Levels, cap: Section) -> list[Part]:
    """Lengths over the boards, as long as the stock allows, mitred at corners and meeting in 45° scarfs over posts.

    A scarf's long point stands half a thickness past the joint, so each piece is that much longer there.
    """
    out: list[Part] = []
    for run in layout.runs:
        whole, mitres = _cap_reach(brief, layout, levels, run, cap)
        for some, bays in parts_of(whole, levels, run.leg, run.bays, at_bends=True):
            part = _over_posts(brief, layout, levels, some, bays, cap.width_mm / 2)
            stations = [b.right.on(run.leg) for b in bays[:-1]]
            cuts = _cuts([part.left_mm, *stations, part.right_mm], max(cap.lengths_mm) - cap.thickness_mm)
            ends = {at: how for at, how in mitres.items() if at in (part.left_mm, part.right_mm)}
            out += _lengths(layout.poses[run.leg], run, cap, cuts, levels.feet[bays[0].label], ends, len(out))
    return out


def _over_posts(
    brief: Brief, layout: Layout, levels: Levels, whole: Reach, bays: tuple[Bay, ...], half: float
) -> Reach:
    """Where a cap over bays of one grade begins and ends: where the line steps, the higher runs on over the whole of the post
    and the lower butts against its face, and at a corner against what runs over it from the other leg."""
    leg, foots = bays[0].leg, [levels.feet[b.label] for b in (bays[0], bays[-1])]
    ends = []
    for at, post, way, top in (
        (whole.left_mm, bays[0].left, 1, foots[0].left_mm + foots[0].height_mm),
        (whole.right_mm, bays[-1].right, -1, foots[1].right_mm + foots[1].height_mm),
    ):
        middle = post.on(leg)
        if levels.heads[post.label].middle_mm - brief.fence.posts.proud_mm > top + MEETS_MM:
            in_way = posts_from(brief, layout, post, leg)
            battens = brief.batten.thickness_mm if brief.style.on_centres else 0.0
            out = max(half, covered_mm(brief)[1] + battens)  # its cap, its rails and boards
            back = out if brief.faces > 1 else max(half, -rail_planes_mm(brief)[0])
            for other, station in post.stations:
                if other != leg:
                    far = post.face_mm / 2
                    over = (station - LONG_MM, station + far) if other < leg else (station - far, station + LONG_MM)
                    in_way.append(strip_from(layout, other, over, (-back, out), leg))
            at = clear_from(in_way, (-half, half), middle, way)
        elif at == middle and _steps(layout, levels, post, leg, top):
            at = middle - way * post.face_mm / 2
        ends.append(at)
    return Reach(ends[0], ends[1])


def _steps(layout: Layout, levels: Levels, post: Post, leg: int, top: float) -> bool:
    """Whether a lower bay of the same leg ends at a post whose top is that of a higher one."""
    tops = [
        (foot.left_mm if b.left is post else foot.right_mm) + foot.height_mm
        for b in layout.bays if b.leg == leg and post in (b.left, b.right) for foot in [levels.feet[b.label]]
    ]  # fmt: skip
    return min(tops) < top - MEETS_MM


def _top_at(layout: Layout, levels: Levels, post: Post, leg: int) -> float | None:
    """The top of the boards on one leg at a corner post; None where a gate stands there."""
    bay = next((b for b in layout.bays if b.leg == leg and post in (b.left, b.right)), None)
    if bay is None:
        return None
    foot = levels.feet[bay.label]
    return (foot.left_mm if bay.left is post else foot.right_mm) + foot.height_mm


@dataclass(frozen=True, slots=True)
class CapMitre:
    """How an end of a cap rail is cut, and by how much its front is longer there than its back."""

    words: str
    longer_mm: float


def _cap_reach(
    brief: Brief, layout: Layout, levels: Levels, run: Run, cap: Section
) -> tuple[Reach, dict[float, CapMitre]]:
    """From end to end of a run over the middle of its posts, to the long points of its mitred corners, and those mitres.
    Where the tops of the two legs differ there is nothing to mitre with: the cap ends square over its own post."""
    first, last = run.posts[0], run.posts[-1]
    left, right = first.on(run.leg) - first.face_mm / 2, last.on(run.leg) + last.face_mm / 2
    mitres: dict[float, CapMitre] = {}
    for post, leg, sign in ((first, run.leg, -1), (last, run.leg + 1, 1)):
        if post.kind == "corner":
            turn, side = abs(layout.legs[leg].turn_deg), brief.fence.skin.side
            front_inside = (layout.legs[leg].turn_deg > 0) == (side == "left")
            tops = [_top_at(layout, levels, post, on) for on in (leg - 1, leg)]
            if tops[0] is None or tops[1] is None or abs(tops[0] - tops[1]) > MEETS_MM:
                continue
            half_turn = math.tan(math.radians(turn) / 2)
            point = post.on(run.leg) + sign * cap.width_mm / 2 * half_turn
            left, right = (point, right) if sign < 0 else (left, point)
            longer = cap.width_mm * half_turn * (-1 if front_inside else 1)
            mitres[point] = CapMitre(f"mitred {turn / 2:.1f}°, to the long point", longer)
    return Reach(left, right), mitres


def _cuts(places: list[float], longest: float) -> list[float]:
    """Joints over posts: each piece as far as it reaches."""
    cuts, i = [places[0]], 0
    while i < len(places) - 1:
        i = max((j for j in range(i + 1, len(places)) if places[j] - places[i] <= longest + 1e-6), default=i + 1)
        cuts.append(places[i])
    return cuts


def _lengths(
    pose: Pose, run: Run, cap: Section, cuts: list[float], foot: Foot, mitres: dict[float, CapMitre], done: int
) -> list[Part]:
    out, half = [], cap.width_mm / 2
    for n, (left, right) in enumerate(pairwise(cuts), done + 1):
        joints = (left != cuts[0]) + (right != cuts[-1])
        rise = foot.slope * (right - left)
        length = math.hypot(right - left, rise) + cap.thickness_mm * joints / 2
        told = ["scarf 45° over a post"] * (joints > 0) + [mitres[at].words for at in (left, right) if at in mitres]
        if (leans := plumb(right - left, rise)) != "square":
            told.append(leans)
        low = foot.left_mm + foot.slope * (left - foot.start_mm) + foot.height_mm
        near, far = (mitres[at].longer_mm if at in mitres else 0.0 for at in (left, right))
        out.append(
            Part(
                f"C{n}", "cap rail", "skin", timber(cap.id), run.label, length, cap.width_mm, "; ".join(told) or "square",
                solid=lie(pose, (-half, half), left, right, low, low + cap.thickness_mm, rise, (near, far)), run="cap",
            )
        )  # fmt: skip
    return out
