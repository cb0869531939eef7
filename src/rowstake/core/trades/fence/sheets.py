"""Sheets on one or both faces of the posts, battens over their joints and rails, and the screws of both."""

from __future__ import annotations

import math
from dataclasses import replace

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Joint, Part
from rowstake.core.reckoners.base import up
from rowstake.core.space import Solid
from rowstake.core.trades.fence.corners import past_corner, post_depths
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
        out += sheets if face == "front" else [_behind(brief, layout, p, face) for p in sheets]
        out += _battens(brief, layout, levels, face)
    count = sum(_screws(brief, sheet) for sheet in sheets) * brief.faces
    joint = Joint(("board",), ("post", "rail"), CATALOGUE.materials.sheets.screw_grip_mm)
    out.append(
        Part(
            "sheet screws", "board screw", "skin", sheet_screw(brief), "sheets", amount=count, unit="each", joint=joint
        )
    )
    every = CATALOGUE.materials.sheets.batten_screw_every_mm
    count = sum(up(p.length_mm / every) + 1 for p in out if p.kind == "trim")
    screw, length = _batten_screw(brief)
    grip, over = CATALOGUE.materials.fixings.grip_mm, brief.batten.thickness_mm
    held = Joint(("board",), ("rail",), grip, brief.sold.longer(length), over_mm=over)
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


def _stands_out(brief: Brief, post: Post) -> bool:
    """Whether a deeper post, or a second one behind it, stands out behind the others: sheets and battens there end against it."""
    return post_depths(brief, post.gate)[-1][0] < -brief.post.width_mm / 2 - 1


def _ends(brief: Brief, layout: Layout, label: str, leg: int) -> Depth:
    """From where to where sheets behind a bay may reach."""
    bay = next(b for b in layout.bays if b.label == label)
    left, right = (post.on(leg) + way * post.face_mm / 2 if _stands_out(brief, post) else -way * math.inf
                   for post, way in ((bay.left, 1), (bay.right, -1)))  # fmt: skip
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


def _battens(brief: Brief, layout: Layout, levels: Levels, face: str) -> list[Part]:
    """One up each post over the joint, as high as the higher bay beside it; over each rail from batten to batten."""
    out: list[Part] = []
    half = brief.batten.width_mm / 2
    for run in layout.runs:
        for n, post in enumerate(run.posts):
            if face == "back" and _stands_out(brief, post):
                continue
            beside = [levels.feet[b.label] for b in run.bays[max(0, n - 1) : n + 1]]
            foot, at = max(beside, key=lambda f: f.height_mm), post.on(run.leg)
            low = foot.at(at)
            label = f"{run.leg + 1} {post.label} {face} batten"
            depth = _batten_depth(brief, face)
            left = past_corner(brief, layout, post, run.leg, depth, at - half)
            solid = stand(layout.poses[run.leg], depth, left, left + 2 * half, low, low + foot.height_mm)
            out.append(_batten(brief, label, post.label, solid, foot.height_mm))
        out += [batten for bay in run.bays for batten in _over_rails(brief, layout, levels, bay, face)]
    return out


def _over_rails(brief: Brief, layout: Layout, levels: Levels, bay: Bay, face: str) -> list[Part]:
    half, foot = brief.batten.width_mm / 2, levels.feet[bay.label]
    depth = _batten_depth(brief, face)
    left = past_corner(brief, layout, bay.left, bay.leg, depth, bay.left.on(bay.leg) - half) + 2 * half
    right = bay.right.on(bay.leg) - half
    if face == "back":
        start, end = _ends(brief, layout, bay.label, bay.leg)
        left, right = max(left, start), min(right, end)
    out = []
    for row, offset in enumerate(row_offsets_mm(brief, foot.height_mm), 1):
        low, rise = foot.at(left) + offset - half, foot.slope * (right - left)
        solid = stand(layout.poses[bay.leg], depth, left, right, low, low + 2 * half, rise)
        out.append(_batten(brief, f"{bay.label} {face} batten {row}", bay.label, solid, math.hypot(right - left, rise)))
    return out


def _batten(brief: Brief, label: str, of: str, solid: Solid, length: float) -> Part:
    return Part(label, "trim", "skin", timber(brief.batten.id), of, length, brief.batten.width_mm, solid=solid)
