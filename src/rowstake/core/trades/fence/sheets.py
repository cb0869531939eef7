"""Sheets on one or both faces of the posts, battens over their joints and rails, and the screws of both."""

from __future__ import annotations

import math
from dataclasses import replace

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Part, Place
from rowstake.core.reckoners.base import up
from rowstake.core.trades.fence.layout import Bay, Layout
from rowstake.core.trades.fence.levels import Levels
from rowstake.core.trades.fence.rails import row_offsets_mm
from rowstake.core.trades.fence.resolve import Brief
from rowstake.core.trades.fence.skin import Course, board_parts

FACES = ("front", "back")


def sheet_parts(brief: Brief, layout: Layout, levels: Levels, laid: list[Course]) -> list[Part]:
    """Everything on the rails: sheets, vertical battens on every post, level ones over every rail, screws."""
    sheets = [p for p in board_parts(brief, layout, levels, laid) if p.kind == "board"]
    out: list[Part] = []
    for face in FACES[: brief.faces]:
        out += [p if face == "front" else replace(p, label=f"{p.label} {face}") for p in sheets]
        out += _battens(brief, layout, levels, face)
    count = sum(_screws(brief, sheet) for sheet in sheets) * brief.faces
    out.append(Part("sheet screws", "board screw", "skin", sheet_screw(brief), "sheets", amount=count, unit="each"))
    every = CATALOGUE.materials.sheets.batten_screw_every_mm
    held = sum(up(p.length_mm / every) + 1 for p in out if p.kind == "trim")
    out.append(Part("batten screws", "board screw", "skin", _batten_screw(brief), "battens", amount=held, unit="each"))
    return out


def sheet_screw(brief: Brief) -> Good:
    """A coated screw through the sheet and into post or rail."""
    wanted = brief.board.thickness_mm + CATALOGUE.materials.sheets.screw_grip_mm
    return brief.sold.screw("cement_sheet_screw", wanted)[0]


def _batten_screw(brief: Brief) -> Good:
    facts = CATALOGUE.materials.fixings
    wanted = brief.batten.thickness_mm + brief.board.thickness_mm + facts.grip_mm
    return brief.sold.screw("screw", wanted)[0]


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
            beside = [levels.feet[b.label] for b in run.bays[max(0, n - 1) : n + 1]]
            foot, at = max(beside, key=lambda f: f.height_mm), post.on(run.leg)
            low = foot.at(at)
            label = f"{run.leg + 1} {post.label} {face} batten"
            out.append(_batten(brief, label, post.label, Place(run.leg, at - half, at + half, low, low + foot.height_mm),
                               foot.height_mm))  # fmt: skip
        out += [batten for bay in run.bays for batten in _over_rails(brief, levels, bay, face)]
    return out


def _over_rails(brief: Brief, levels: Levels, bay: Bay, face: str) -> list[Part]:
    half, foot = brief.batten.width_mm / 2, levels.feet[bay.label]
    left, right = bay.left.on(bay.leg) + half, bay.right.on(bay.leg) - half
    out = []
    for row, offset in enumerate(row_offsets_mm(brief, foot.height_mm), 1):
        low, rise = foot.at(left) + offset - half, foot.slope * (right - left)
        place = Place(bay.leg, left, right, low, low + 2 * half, rise)
        out.append(_batten(brief, f"{bay.label} {face} batten {row}", bay.label, place, math.hypot(right - left, rise)))
    return out


def _batten(brief: Brief, label: str, of: str, place: Place, length: float) -> Part:
    return Part(label, "trim", "skin", timber(brief.batten.id), of, length, brief.batten.width_mm, place=place)
