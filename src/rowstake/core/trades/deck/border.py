"""Boards that frame the field: mitred or butted at corners, in lengths that meet on joists; and the nailers they ask for."""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import pairwise

from shapely import affinity
from shapely.geometry import Polygon, box
from shapely.geometry.polygon import orient

from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.demands import Nailer
from rowstake.core.trades.deck.frame import Grid
from rowstake.core.trades.deck.laying import DeckBoard, polygons
from rowstake.core.trades.deck.shape import Edge, Point, edges, inset, rings, set_in


def bordered(brief: DeckBrief, edge: Edge) -> bool:
    """True where this edge of the plan gets a border; a hole's edges do not, nor does the house wall of a ledger deck."""
    border = brief.deck.boards.border
    if not border.boards or edge.hole or edge.side not in border.sides:
        return False
    return not brief.at_wall(edge)


def border_depth(brief: DeckBrief, rows: int | None = None) -> float:
    """From the outline to where the field begins: border boards and a gap after each."""
    count = brief.deck.boards.border.boards if rows is None else rows
    return count * (brief.square.width_mm + brief.deck.boards.gap_mm)


def field_outline(brief: DeckBrief) -> Polygon:
    """The field on the plan: the outline less borders and their gaps."""
    depth = border_depth(brief)
    return inset(brief.outline, lambda e: depth if bordered(brief, e) else 0.0)


def nailers(brief: DeckBrief) -> list[Nailer]:
    """Where along s the field's boards end at a border beside the joists."""
    if not brief.deck.boards.border.boards:
        return []
    depth, poly = border_depth(brief), brief.outline
    out = []
    for edge in edges(poly):
        upright = abs(edge.a[1] - edge.b[1]) < 0.01 if brief.turned else abs(edge.a[0] - edge.b[0]) < 0.01
        if upright and bordered(brief, edge):
            s, into = (edge.a[1], edge.inward[1]) if brief.turned else (edge.a[0], edge.inward[0])
            out.append(Nailer(s + into * (depth - brief.deck.boards.gap_mm / 2)))
    return out


def border_boards(brief: DeckBrief, grid: Grid) -> list[DeckBoard]:
    """Border boards, mitred where two bordered edges meet, square where the next edge has none."""
    deck, width, gap = brief.deck.boards, brief.square.width_mm, brief.deck.boards.gap_mm
    ring = rings(edges(brief.outline))[0]
    out = []
    for n in range(deck.border.boards):
        near, far = n * (width + gap), n * (width + gap) + width
        outside = set_in(ring, lambda e, d=near: d if bordered(brief, e) else 0.0)  # type: ignore[misc]
        inside = set_in(ring, lambda e, d=far: d if bordered(brief, e) else 0.0)  # type: ignore[misc]
        for i, edge in enumerate(ring):
            if bordered(brief, edge):
                whole = replace(_border_board(brief, ring, i, outside, inside, width), ring=n)
                out += in_lengths(brief, grid, whole, edge)
    return out


def _border_board(
    brief: DeckBrief, ring: list[Edge], i: int, outside: list[Point], inside: list[Point], width: float
) -> DeckBoard:
    """One board of a border: mitred at both corners, or running through at its end and butted at its start."""
    j, gap = (i + 1) % len(ring), brief.deck.boards.gap_mm
    shape = Polygon([outside[i], outside[j], inside[j], inside[i]])
    before, after = bordered(brief, ring[i - 1]), bordered(brief, ring[j])
    if brief.deck.boards.border.corner == "butted":
        (ax, ay), (dx, dy) = outside[i], ring[i].along
        nx, ny = ring[i].inward
        start = width + gap if before and _square_corner(ring[i - 1], ring[i]) else 0.0
        if (not before or start) and (not after or _square_corner(ring[i], ring[j])):
            end = math.dist(outside[i], outside[j])
            corners = [(start, 0.0), (end, 0.0), (end, width), (start, width)]
            shape = Polygon([(ax + dx * k + nx * w, ay + dy * k + ny * w) for k, w in corners])
            return DeckBoard("border", brief.square, orient(shape, 1.0), end - start, width, "square both ends", -1)
    ends = _border_ends(before + after)
    length = max(math.dist(outside[i], outside[j]), math.dist(inside[i], inside[j]))
    return DeckBoard("border", brief.square, orient(shape, 1.0), length, width, ends, -1, mitred=(before, after))


def in_lengths(brief: DeckBrief, grid: Grid, board: DeckBoard, edge: Edge) -> list[DeckBoard]:
    """A border board longer than its stock in lengths that meet on joists, or evenly where it runs with them."""
    longest = max(board.section.lengths_mm) - 2 * brief.deck.boards.trim_ends_mm
    if board.length_mm <= longest + 1e-6:
        return [board]
    angle = math.degrees(math.atan2(edge.along[1], edge.along[0]))
    flat = affinity.rotate(board.shape, -angle, origin=edge.a)
    low, bottom, high, top = flat.bounds
    pieces = up((high - low) / longest)
    cuts = [low + (high - low) * k / pieces for k in range(1, pieces)]
    s_way = abs(edge.along[1 if grid.turned else 0])
    if s_way > 0.99:
        marks = []
        for joist in grid.joists:
            at = grid.on_plan((joist.s, joist.t0))
            marks.append(edge.a[0] + (at[0] - edge.a[0]) * edge.along[0] + (at[1] - edge.a[1]) * edge.along[1])
        cuts = [min(marks, key=lambda m, c=c: abs(m - c)) for c in cuts]  # type: ignore[misc]
    out = []
    for k, (a, b) in enumerate(pairwise([low, *cuts, high])):
        for part in polygons(flat.intersection(box(a, bottom - 1, b, top + 1))):
            mitred = [on for on, at in ((board.mitred[0], k == 0), (board.mitred[1], k == pieces - 1)) if at]
            ends = _border_ends(sum(mitred))
            shape = orient(affinity.rotate(part, angle, origin=edge.a), 1.0)
            out.append(
                DeckBoard(
                    "border",
                    board.section,
                    shape,
                    part.bounds[2] - part.bounds[0],
                    board.width_mm,
                    ends,
                    -1,
                    ring=board.ring,
                )
            )
    return out


def _border_ends(mitres: int) -> str:
    if not mitres:
        return "square both ends"
    return f"{'both ends' if mitres == 2 else 'one end'} mitred, to the long point"


def _square_corner(a: Edge, b: Edge) -> bool:
    """True where two edges turn left through a right angle: an outside corner of the deck."""
    return a.along[0] * b.along[1] - a.along[1] * b.along[0] > 0.999
