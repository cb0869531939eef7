"""The frame, footings and boards as parts: every piece once, labelled, with where it lies."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from shapely.geometry import Polygon

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import timber
from rowstake.core.kinds import kind_of
from rowstake.core.parts import Lies, Part
from rowstake.core.sealer import end_sealer
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


def _square(at: Point, wide: float, deep: float) -> tuple[Point, ...]:
    (x, y), w, d = at, wide / 2, deep / 2
    return (x - w, y - d), (x + w, y - d), (x + w, y + d), (x - w, y + d)


def _ring(at: Point, across_mm: float) -> tuple[Point, ...]:
    r = across_mm / 2
    return tuple((at[0] + r * math.cos(k * math.pi / 12), at[1] + r * math.sin(k * math.pi / 12)) for k in range(24))


def build(brief: DeckBrief, grid: Grid, supports: Supports, laying: Laying) -> BuiltLevel:
    """All parts of a deck, in the order of the work."""
    top = brief.deck.levels.height_mm - brief.field.thickness_mm - brief.strip_mm
    depth = joist_depth(brief, supports)
    rims, bare = corners(brief, grid, supports)
    posts = stand_posts(brief, grid, supports, rims)
    footings = dig_footings(brief, posts)
    propped = braces(brief, grid, supports, posts)
    sticks = _labelled(frame_sticks(brief, grid, supports, laying, blocks_for(propped)))
    ledger = plan_ledger(brief, grid, supports, [s for _, s in sticks])
    out = [part for f in footings for part in _footing_parts(brief, f)]
    for label, stick in sticks:
        out.append(_stick_part(grid, label, stick, top - depth, top))
    for beam in supports.beams:
        beam_top = top if supports.flush else top - depth
        for label, stick in beam_plies(beam):
            out.append(
                replace(_stick_part(grid, label, stick, beam_top - beam.section.width_mm, beam_top), of=beam.label)
            )
    out += frame_hardware(brief, grid, supports, [s for _, s in sticks], posts)
    out += ledger_parts(brief, ledger) + _brace_parts(brief, grid, propped)
    out += (
        _board_parts(brief, laying)
        + board_fixings(brief, grid, laying)
        + fascia_parts(brief, depth, top)
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


def _stick_part(grid: Grid, label: str, stick: Stick, bottom: float, top: float) -> Part:
    points = tuple(grid.on_plan(p) for p in stick.outline())
    return Part(
        label, stick.kind, "frame", timber(stick.section.id), stick.kind, stick.length_mm, stick.section.width_mm, stick.ends,
        lies=Lies(points, bottom, top),
    )  # fmt: skip


def _footing_parts(brief: DeckBrief, f: FootingAt) -> list[Part]:
    """What is poured or filled, the hardware, and the post."""
    post, dug = f.post, f.dug
    out = [
        Part(f"{f.label} {layer.what}", layer.material, "holes", brief.sold.good(layer.material), f.label, amount=layer.volume_m3, unit="m³",
             lies=Lies(_ring(post.at, dug.across_mm), post.ground_mm + layer.bottom_mm, post.ground_mm + layer.top_mm))
        for layer in dug.layers
    ]  # fmt: skip
    out += [
        Part(f"{f.label} {item.words}", "hardware", "holes", item, f.label, amount=n, unit="each")
        for item, n in dug.hardware
    ]
    in_ground = dug.post_below_mm > 0
    length = (
        0.0
        if not post.fits(in_ground)
        else post.height_mm + (dug.post_below_mm + CATALOGUE.materials.deck.standoff_mm if dug.post_below_mm else 0.0)
    )
    if length > 1:
        foot = post.foot_mm - (dug.post_below_mm + CATALOGUE.materials.deck.standoff_mm if dug.post_below_mm else 0.0)
        out.append(
            Part(post.label, "post", "frame", timber(brief.post.id), f.label, length, brief.post.width_mm, above_mm=max(post.height_mm, 0.0),
                 lies=Lies(_square(post.at, brief.post.thickness_mm, brief.post.width_mm), foot, foot + length))
        )  # fmt: skip
        out.append(
            Part(
                f"{post.label} cap",
                "hardware",
                "frame",
                brief.sold.good("post_cap_beam", brief.post.name),
                f.label,
                unit="each",
            )
        )
    return out


def _brace_parts(brief: DeckBrief, grid: Grid, made: list[Brace]) -> list[Part]:
    """Every brace, flat on the side of its post, with its bolts."""
    section = CATALOGUE.sections[brief.region.rail]
    out: list[Part] = []
    for brace in made:
        stick = Stick("post brace", section, brace.a, brace.b)
        part = _stick_part(grid, f"X{len(out) + 1}", stick, brace.top_mm - brace.reach_mm, brace.top_mm)
        out.append(
            replace(
                part, length_mm=brace.length_mm, of=brace.post, ends=f"45° both ends; from {brace.post} to {brace.to}"
            )
        )
    if out:
        bolt = brief.sold.bolt(brief.post.width_mm + section.thickness_mm)
        out.append(Part("brace bolts", "hardware", "frame", bolt, "braces", amount=4 * len(made), unit="each"))
    return out


def _board_parts(brief: DeckBrief, laying: Laying) -> list[Part]:
    top = brief.deck.levels.height_mm
    out = []
    for b in laying.boards:
        label = f"{kind_of(b.kind).letter}{b.number}"
        trim = 2 * brief.deck.boards.trim_ends_mm
        ends = f"{b.ends}; {brief.printer.fine(trim / 2)} off both ends first" if trim else b.ends
        out.append(
            Part(label, b.kind, "skin", timber(b.section.id), f"row {b.row + 1}" if b.row >= 0 else b.kind, b.length_mm + trim, b.width_mm, ends,
                 lies=Lies(tuple(_points(b.shape)), top - b.section.thickness_mm, top, tuple(tuple(_coords(r.coords)) for r in b.shape.interiors)))
        )  # fmt: skip
    return out


def _coords(coords: object) -> list[Point]:
    return [(float(x), float(y)) for x, y in coords][:-1]  # type: ignore[attr-defined]


def _points(shape: Polygon) -> list[Point]:
    return _coords(shape.exterior.coords)
