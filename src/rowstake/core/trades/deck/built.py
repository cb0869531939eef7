"""The frame, footings and boards as parts: every piece once, labelled, with where it lies."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from shapely.geometry import Polygon

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good, timber
from rowstake.core.kinds import kind_of
from rowstake.core.parts import Hold, Part
from rowstake.core.sealer import end_sealer
from rowstake.core.setting import FillLayer
from rowstake.core.space import Pose, Solid
from rowstake.core.space.outlines import disc, rectangle
from rowstake.core.trades.deck.boards import Laying
from rowstake.core.trades.deck.braces import Brace, blocks_for, braces
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.carried import FootingAt, dig_footings, stand_posts
from rowstake.core.trades.deck.corners import corners
from rowstake.core.trades.deck.fascia import fascia_parts
from rowstake.core.trades.deck.fixings import board_fixings, extras, frame_hardware
from rowstake.core.trades.deck.frame import Grid, Stick
from rowstake.core.trades.deck.ledger import LedgerPlan, ledger_parts, plan_ledger
from rowstake.core.trades.deck.members import beam_plies, frame_sticks
from rowstake.core.trades.deck.shape import Edge, Point
from rowstake.core.trades.deck.stack import PostAt, joist_depth
from rowstake.core.trades.deck.supports import Supports
from rowstake.core.trades.deck.work import Worked, worked


@dataclass(frozen=True, slots=True)
class BuiltLevel:
    sticks: tuple[tuple[str, Stick], ...]
    posts: tuple[PostAt, ...]
    footings: tuple[FootingAt, ...]
    ledger: LedgerPlan | None
    parts: tuple[Part, ...]
    work: tuple[Worked, ...]
    bare: tuple[Edge, ...]
    """Clipped corners whose rim has nothing to bear on."""


def pose_at(x_mm: float = 0.0, y_mm: float = 0.0, up_mm: float = 0.0, number: int = 0) -> Pose:
    """Where a level stands: its a runs along the house, its b out from it, its c up. Seen from above the house is at the
    back, so b runs against y."""
    return Pose((x_mm, -y_mm, up_mm), (1.0, 0.0, 0.0), (0.0, -1.0, 0.0), (0.0, 0.0, 1.0), number)


def build(brief: DeckBrief, grid: Grid, supports: Supports, laying: Laying, pose: Pose) -> BuiltLevel:
    """All parts of a level that stands at `pose`, in the order of the work."""
    top = brief.deck.levels.height_mm - brief.field.thickness_mm - brief.strip_mm
    depth = joist_depth(brief, supports)
    rims, bare = corners(brief, grid, supports)
    posts = stand_posts(brief, grid, supports, rims)
    footings = dig_footings(brief, posts)
    propped = braces(brief, grid, supports, posts)
    sticks = _labelled(frame_sticks(brief, grid, supports, laying, blocks_for(propped)))
    ledger = plan_ledger(brief, grid, supports, [s for _, s in sticks])
    out = [part for f in footings for part in _footing_parts(brief, pose, f)]
    fixed = ledger_parts(brief, ledger)
    house = Hold(fixed[0].label, to="house") if fixed else None
    for label, stick in sticks:
        part = _stick_part(grid, pose, label, stick, top - depth, top)
        out.append(replace(part, hold=house) if stick.kind == "ledger" else part)
    for beam in supports.beams:
        beam_top = top if supports.flush else top - depth
        for label, stick in beam_plies(beam):
            out.append(
                replace(
                    _stick_part(grid, pose, label, stick, beam_top - beam.section.width_mm, beam_top), of=beam.label
                )
            )
    out += frame_hardware(brief, grid, supports, [s for _, s in sticks], posts)
    out += fixed + _brace_parts(brief, grid, pose, propped)
    out += (
        _board_parts(brief, pose, laying)
        + board_fixings(brief, grid, laying)
        + fascia_parts(brief, pose, depth, top)
        + extras(brief, grid)
    )
    out += end_sealer(brief.sold, out)
    work = worked(brief, grid, supports, rims)
    return BuiltLevel(tuple(sticks), tuple(posts), tuple(footings), ledger, tuple(out), tuple(work), tuple(bare))


def _labelled(sticks: list[Stick]) -> list[tuple[str, Stick]]:
    counts: dict[str, int] = {}
    out = []
    for stick in sticks:
        letter = kind_of(stick.kind).letter
        counts[letter] = number = counts.get(letter, 0) + 1
        out.append((f"{letter}{number}", stick))
    return out


def _stick_part(grid: Grid, pose: Pose, label: str, stick: Stick, bottom: float, top: float) -> Part:
    points = tuple(grid.on_plan(p) for p in stick.outline())
    return Part(
        label, stick.kind, "frame", timber(stick.section.id), stick.kind, stick.length_mm, stick.section.width_mm, stick.ends,
        solid=Solid(pose, points, bottom, top),
    )  # fmt: skip


def _footing_parts(brief: DeckBrief, pose: Pose, f: FootingAt) -> list[Part]:
    """What is poured or filled, the hardware, and the post."""
    post, dug = f.post, f.dug
    standoff = CATALOGUE.materials.deck.standoff_mm
    below = dug.post_below_mm + standoff if dug.post_below_mm else 0.0
    foot = post.foot_mm - below
    stood = rectangle(post.at, brief.post.thickness_mm, brief.post.width_mm)
    out = [
        Part(f"{f.label} {layer.what}", layer.material, "holes", brief.sold.good(layer.material), f.label,
             amount=layer.volume_m3, unit="m³", solid=_fill(pose, f, layer, foot, stood))
        for layer in dug.layers
    ]  # fmt: skip
    out += [_footing_hardware(pose, f, item, n) for item, n in dug.hardware]
    length = post.height_mm + below if post.fits(dug.post_below_mm > 0) else 0.0
    if length > 1:
        seat = (
            None
            if below
            else Hold(f"{f.label} {dug.hardware[0][0].words}", standoff, "piece" if dug.layers else "ground")
        )
        out.append(
            Part(post.label, "post", "frame", timber(brief.post.id), f.label, length, brief.post.width_mm, above_mm=max(post.height_mm, 0.0),
                 solid=Solid(pose, stood, foot, foot + length), hold=seat)
        )  # fmt: skip
        cap = brief.sold.good("post_cap_beam", brief.post.name)
        out.append(Part(f"{post.label} cap", "hardware", "frame", cap, f.label, unit="each"))
    return out


def _footing_hardware(pose: Pose, f: FootingAt, item: Good, count: int) -> Part:
    """What is bought for a footing; a block of concrete is a piece that stands on its base."""
    facts, label = CATALOGUE.materials.deck, f"{f.label} {item.words}"
    if item.id != "precast_block":
        return Part(label, "hardware", "holes", item, f.label, amount=count, unit="each")
    top = f.post.foot_mm - facts.standoff_mm
    side = rectangle(f.post.at, facts.block_mm, facts.block_mm)
    solid = Solid(pose, side, top - facts.block_high_mm, top)
    return Part(label, "footing block", "holes", item, f.label, amount=count, unit="each", solid=solid)


def _fill(pose: Pose, f: FootingAt, layer: FillLayer, foot: float, stood: tuple[Point, ...]) -> Solid:
    """A layer of a footing, with room in it for the post or the pier that stands in it."""
    dug, ground = f.dug, f.post.ground_mm
    wide = layer.across_mm or dug.across_mm
    low, high = ground + layer.bottom_mm, ground + layer.top_mm
    ring = rectangle(f.post.at, wide, wide) if dug.square else disc(f.post.at, wide)
    pier = next(
        (x for x in dug.layers if x.across_mm and x is not layer and x.bottom_mm <= layer.bottom_mm < x.top_mm), None
    )
    holes: tuple[tuple[Point, ...], ...] = ()
    if pier:
        holes = (disc(f.post.at, pier.across_mm or 0.0),)
    elif dug.post_below_mm and low >= foot - 1:
        holes = (stood,)
    return Solid(pose, ring, low, high, holes)


def _brace_parts(brief: DeckBrief, grid: Grid, pose: Pose, made: list[Brace]) -> list[Part]:
    """Every brace in line with its post, its foot cut plumb against the post and its head level under what it goes up to."""
    section = CATALOGUE.sections[brief.region.rail]
    cut, half = section.width_mm * math.sqrt(2), section.thickness_mm / 2
    out: list[Part] = []
    for brace in made:
        (ax, ay), (bx, by) = grid.on_plan(brace.a), grid.on_plan(brace.b)
        reach = brace.reach_mm
        way = ((bx - ax) / reach, (ay - by) / reach, 0.0)
        own = Pose(pose.point(ax, ay, brace.top_mm), way, (0.0, 0.0, 1.0), (way[1], -way[0], 0.0), pose.number)
        leaning = ((0.0, -reach), (reach, 0.0), (reach - cut, 0.0), (0.0, cut - reach))
        out.append(
            Part(f"X{len(out) + 1}", "post brace", "frame", timber(section.id), brace.post, brace.length_mm, section.width_mm,
                 f"45° both ends, to the long points; from {brace.post} to {brace.to}", solid=Solid(own, leaning, -half, half))
        )  # fmt: skip
    if out:
        screw, _ = brief.sold.screw("structural_screw", cut / 2 + CATALOGUE.materials.fixings.grip_mm)
        out.append(Part("brace screws", "hardware", "frame", screw, "braces", amount=4 * len(made), unit="each"))
    return out


def _board_parts(brief: DeckBrief, pose: Pose, laying: Laying) -> list[Part]:
    top = brief.deck.levels.height_mm
    out = []
    for b in laying.boards:
        label = f"{kind_of(b.kind).letter}{b.number}"
        trim = 2 * brief.deck.boards.trim_ends_mm
        ends = f"{b.ends}; {brief.printer.fine(trim / 2)} off both ends first" if trim else b.ends
        out.append(
            Part(label, b.kind, "skin", timber(b.section.id), f"row {b.row + 1}" if b.row >= 0 else b.kind, b.length_mm + trim, b.width_mm, ends,
                 solid=Solid(pose, tuple(_points(b.shape)), top - b.section.thickness_mm, top,
                             tuple(tuple(_coords(r.coords)) for r in b.shape.interiors)))
        )  # fmt: skip
    return out


def _coords(coords: object) -> list[Point]:
    return [(float(x), float(y)) for x, y in coords][:-1]  # type: ignore[attr-defined]


def _points(shape: Polygon) -> list[Point]:
    return _coords(shape.exterior.coords)
