"""Sheets on one or both faces of the posts, battens over their joints and rails, and the screws of both."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Joint, Part
from rowstake.core.reckoners.base import up
from rowstake.core.space import Solid
from rowstake.core.trades.fence.corners import clear_from, past_corner, posts_from, rooms
from rowstake.core.trades.fence.layout import Bay, Layout, Post
from rowstake.core.trades.fence.levels import Levels
from rowstake.core.trades.fence.on_leg import Depth, stand
from rowstake.core.trades.fence.planes import board_planes_mm
from rowstake.core.trades.fence.rails import row_offsets_mm
from rowstake.core.trades.fence.resolve import Brief
from rowstake.core.trades.fence.skin import Course, board_parts

FACES = ("front", "back")


def sheet_parts(brief: Brief, layout: Layout, levels: Levels, laid: list[Course]) -> list[Part]:
    """Everything on the rails: sheets, vertical battens on every post, level ones over every rail, screws."""
    sheets = [p for p in board_parts(brief, layout, levels, laid) if p.kind == "board"]
    out: list[Part] = []
    for face in FACES[: brief.faces]:
        behind = (_behind(brief, layout, p, face) for p in sheets)
        there = sheets if face == "front" else [p for p in behind if p.width_mm >= CATALOGUE.materials.limits.strip_mm]
        out += [*there, *_battens(_Face(brief, layout, levels, face, _spans(there)))]
    count = sum(_screws(brief, sheet) for sheet in out if sheet.kind == "board")
    joint = Joint(("board",), ("post", "rail"), CATALOGUE.materials.sheets.screw_grip_mm)
    out.append(
        Part(
            "sheet screws", "board screw", "skin", sheet_screw(brief), "sheets", amount=count, unit="each", joint=joint
        )
    )
    every = CATALOGUE.materials.sheets.batten_screw_every_mm
    count = sum(up(p.length_mm / every) + 1 for p in out if p.kind == "trim")
    screw, _ = _batten_screw(brief)
    grip, over = CATALOGUE.materials.fixings.grip_mm, brief.batten.thickness_mm
    held = Joint(("board",), ("rail",), grip, brief.sold.longer(screw), over_mm=over)
    out.append(Part("batten screws", "board screw", "skin", screw, "battens", amount=count, unit="each", joint=held))
    return out


def _behind(brief: Brief, layout: Layout, sheet: Part, face: str) -> Part:
    """The same sheet on the other face of the posts, as wide as there is room there after a corner."""
    solid = sheet.solid
    if solid is None:
        return sheet
    (back, front), leg = board_planes_mm(brief), solid.pose.number
    (left, low), (right, foot), head, (_, high) = solid.profile
    first, (start, end) = layout.leg_posts(leg)[0], _ends(brief, layout, sheet.of, leg)
    clear = past_corner(brief, layout, first, leg, (-front, -back), first.on(leg) + brief.fence.skin.gap_mm / 2)
    near, far = max(left, start, clear if left < clear < right else left), min(right, end)
    slope = (foot - low) / (right - left)
    profile = tuple(
        (a, b + slope * (a - at))
        for a, b, at in ((near, low, left), (far, foot, right), (far, head[1], right), (near, high, left))
    )
    wide = sheet.width_mm - (near - left) - (right - far)
    ends = sheet.ends if (near, far) == (left, right) or "ripped" in sheet.ends else "ripped"
    own = Solid(solid.pose, profile, -front, -back)
    return replace(sheet, label=f"{sheet.label} {face}", solid=own, width_mm=wide, ends=ends)


def _stands_out(brief: Brief, layout: Layout, post: Post) -> bool:
    """Whether a deeper post, or a second one behind it, stands out behind the others: sheets and battens there end against it."""
    return rooms(brief, layout, post)[-1][1][0] < -brief.post.width_mm / 2 - 1


def _ends(brief: Brief, layout: Layout, label: str, leg: int) -> Depth:
    """From where to where sheets behind a bay may reach."""
    bay = next(b for b in layout.bays if b.label == label)
    depth = (_batten_depth(brief, "back")[0], -brief.post.width_mm / 2)
    left, right = (
        clear_from(posts_from(brief, layout, post, leg), depth, post.on(leg), way)
        if _stands_out(brief, layout, post) else -way * math.inf
        for post, way in ((bay.left, 1), (bay.right, -1))
    )  # fmt: skip
    return left, right


def _batten_depth(brief: Brief, face: str) -> Depth:
    """On the sheets of a face."""
    on = board_planes_mm(brief)[1]
    out = on + brief.batten.thickness_mm
    return (on, out) if face == "front" else (-out, -on)


def sheet_screw(brief: Brief) -> Good:
    """A coated screw through the sheet and into post or rail."""
    wanted = brief.board.thickness_mm + CATALOGUE.materials.sheets.screw_grip_mm
    return brief.sold.screw("cement_sheet_screw", wanted)[0]


def _batten_screw(brief: Brief) -> tuple[Good, float]:
    """Through a batten and the sheet under it into the rail, not out behind."""
    facts = CATALOGUE.materials.fixings
    through = brief.batten.thickness_mm + brief.board.thickness_mm
    return brief.sold.screw("screw", through + facts.grip_mm, through + brief.rail.thickness_mm)


def _screws(brief: Brief, sheet: Part) -> int:
    """Along every rail, and up both edges between the outer rails."""
    every, rows = CATALOGUE.materials.sheets.screw_every_mm, brief.rows_for(sheet.length_mm)
    along = up(sheet.width_mm / every) + 1
    return rows * along + 2 * max(0, up(sheet.length_mm / every) - 1 - (rows - 2))


def _spans(sheets: list[Part]) -> dict[int, Depth]:
    """By leg: from where to where its sheets reach."""
    out: dict[int, Depth] = {}
    for solid in (sheet.solid for sheet in sheets if sheet.solid):
        stations = [a for a, _ in solid.profile]
        low, high = out.get(solid.pose.number, (stations[0], stations[0]))
        out[solid.pose.number] = min(low, *stations), max(high, *stations)
    return out


@dataclass(frozen=True, slots=True)
class _Face:
    """One face of the fence, and by leg from where to where sheets lie on it."""

    brief: Brief
    layout: Layout
    levels: Levels
    face: str
    spans: dict[int, Depth]

    @property
    def depth(self) -> Depth:
        return _batten_depth(self.brief, self.face)

    def left_mm(self, post: Post, leg: int) -> float:
        """The left edge of the batten at a post: on its middle, clear of the corner, a quarter of it on a sheet at least."""
        half, (start, end) = self.brief.batten.width_mm / 2, self.spans[leg]
        left = past_corner(self.brief, self.layout, post, leg, self.depth, post.on(leg) - half)
        return min(max(left, start - 1.5 * half), end - half / 2)


def _battens(on: _Face) -> list[Part]:
    """One up each post over the joint, as high as the higher bay beside it; over each rail from batten to batten."""
    brief, out = on.brief, []
    for run in on.layout.runs:
        for n, post in enumerate(run.posts):
            if on.face == "back" and _stands_out(brief, on.layout, post):
                continue
            beside = [on.levels.feet[b.label] for b in run.bays[max(0, n - 1) : n + 1]]
            foot = max(beside, key=lambda f: f.height_mm)
            low, left = foot.at(post.on(run.leg)), on.left_mm(post, run.leg)
            high, head = foot.height_mm, on.levels.heads[post.label]
            if brief.capped:
                top = min(head.middle_mm, *head.ends_mm(2 * brief.batten.width_mm)) - brief.fence.posts.proud_mm
                high = min(high, top - low)
            label = f"{run.leg + 1} {post.label} {on.face} batten"
            right = left + brief.batten.width_mm
            solid = stand(on.layout.poses[run.leg], on.depth, left, right, low, low + high)
            out.append(_batten(brief, label, post.label, solid, high))
        out += [batten for bay in run.bays for batten in _over_rails(on, bay)]
    return out


def _over_rails(on: _Face, bay: Bay) -> list[Part]:
    brief, half, foot = on.brief, on.brief.batten.width_mm / 2, on.levels.feet[bay.label]
    left, right = on.left_mm(bay.left, bay.leg) + 2 * half, on.left_mm(bay.right, bay.leg)
    if on.face == "back":
        start, end = _ends(brief, on.layout, bay.label, bay.leg)
        if _stands_out(brief, on.layout, bay.left):
            left = past_corner(brief, on.layout, bay.left, bay.leg, on.depth, start)
        right = end if _stands_out(brief, on.layout, bay.right) else right
    out = []
    for row, offset in enumerate(row_offsets_mm(brief, foot.height_mm), 1):
        low, rise = foot.at(left) + offset - half, foot.slope * (right - left)
        solid = stand(on.layout.poses[bay.leg], on.depth, left, right, low, low + 2 * half, rise)
        label = f"{bay.label} {on.face} batten {row}"
        out.append(_batten(brief, label, bay.label, solid, math.hypot(right - left, rise)))
    return out


def _batten(brief: Brief, label: str, of: str, solid: Solid, length: float) -> Part:
    return Part(label, "trim", "skin", timber(brief.batten.id), of, length, brief.batten.width_mm, solid=solid)
