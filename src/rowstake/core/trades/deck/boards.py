"""All boards on the frame: border, breakers, rows of the field cut to the shape and joined on joists."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import pairwise

from shapely.geometry import Polygon, box
from shapely.geometry.polygon import orient

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.border import border_boards, field_outline
from rowstake.core.trades.deck.breakers import beside_breakers, breaker_boards, breakers
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.frame import Grid
from rowstake.core.trades.deck.laying import BoardLaying, Butt, DeckBoard, back, polygons, turned
from rowstake.core.trades.deck.rows import RowPlan, cuts_of, end_gap, plan_rows

NOTHING_MM = 0.05


@dataclass(frozen=True, slots=True)
class RowPiece:
    """A stretch of a row, in the boards' own directions: where it is cut, its low edge, width and number."""

    shape: Polygon
    cuts: list[float]
    y: float
    wide_mm: float
    row: int


def lay_boards(brief: DeckBrief, grid: Grid) -> BoardLaying:
    """Every board of the deck. Raises `JobFault` where borders leave no field."""
    plan_field = field_outline(brief)
    field = turned(brief, plan_field)
    marks = breakers(brief, field)
    _, bottom, _, top = field.bounds
    rows = plan_rows(brief, top - bottom)
    laid, joints = _laid(brief, grid, field, beside_breakers(brief, field, marks), rows)
    joined = [b - a for r in laid if r.cuts for a, b in pairwise([r.shape.bounds[0], *r.cuts, r.shape.bounds[2]])]
    tight = end_gap(brief, max(joined)) if joined else 0.0
    out = border_boards(brief, grid)
    for mark in marks:
        out += breaker_boards(brief, field, mark)
    for piece in laid:
        out += _pieces(brief, piece, tight)
    widths = [w for _, w in rows.rows]
    return BoardLaying(
        _numbered(out), plan_field, rows.forecast, len(rows.rows), widths[0], widths[-1], rows.gap_mm,
        tuple(back(brief, (j.x, j.y)) for j in joints), tuple(marks), tight,
    )  # fmt: skip


def _laid(
    brief: DeckBrief, grid: Grid, field: Polygon, parts: list[Polygon], rows: RowPlan
) -> tuple[list[RowPiece], list[Butt]]:
    """Every stretch of every row from the side they start at, and the joints in them, each row's clear of the row before."""
    low, bottom, high, top = field.bounds
    longest = max(brief.field.lengths_mm) - 2 * brief.deck.boards.trim_ends_mm
    joints: list[Butt] = []
    before: list[float] = []
    laid: list[RowPiece] = []
    for n, (at, wide) in enumerate(rows.rows):
        y = top - at - wide if brief.deck.boards.start == "far" else bottom + at
        band = box(low - 1, y, high + 1, y + wide)
        cuts_here: list[float] = []
        for part in parts:
            for piece in polygons(part.intersection(band)):
                cuts = cuts_of(brief, grid, piece, y + wide / 2, longest, before)
                cuts_here += cuts
                joints += [Butt(x, y + wide / 2, n) for x in cuts]
                laid.append(RowPiece(piece, cuts, y, wide, n))
        before = cuts_here or before
    return laid, joints


def _numbered(boards: list[DeckBoard]) -> tuple[DeckBoard, ...]:
    counts: dict[str, int] = {}
    out = []
    for b in boards:
        counts[b.kind] = number = counts.get(b.kind, 0) + 1
        out.append(replace(b, number=number))
    return tuple(out)


def _pieces(brief: DeckBrief, piece: RowPiece, tight: float) -> list[DeckBoard]:
    """A row cut at its joints, each piece with its length, rip and ends; `tight` is left open at every joint. A corner that would take a
    piece too narrow to cut stays open."""
    low, _, high, _ = piece.shape.bounds
    marks = [low, *piece.cuts, high]
    out = []
    for n, (a, b) in enumerate(pairwise(marks)):
        start, end = a + (tight / 2 if n else 0.0), b - (tight / 2 if n < len(marks) - 2 else 0.0)
        for cut in polygons(piece.shape.intersection(box(start, piece.y - 1, end, piece.y + piece.wide_mm + 1))):
            x0, y0, x1, y1 = cut.bounds
            shape = orient(turned(brief, cut, back=True), 1.0)
            wide, least = min(y1 - y0, piece.wide_mm), CATALOGUE.materials.limits.strip_mm
            if wide < least <= piece.wide_mm:
                continue
            out.append(DeckBoard("board", brief.field, shape, x1 - x0, wide, _ends(brief, cut), piece.row))
    return out


def _ends(brief: DeckBrief, cut: Polygon) -> str:
    """`square`, `ripped`, `angled`, `notched`, as a piece departs from the rectangle it is cut from."""
    x0, y0, x1, y1 = cut.bounds
    words = []
    if y1 - y0 < brief.field.width_mm - NOTHING_MM:
        words.append(f"ripped to {brief.printer.fine(y1 - y0)}")
    lost = (x1 - x0) * (y1 - y0) - cut.area
    if lost > 1.0:
        corners = len(cut.exterior.coords) - 1
        leaning = any(abs(p[0] - q[0]) > 0.01 and abs(p[1] - q[1]) > 0.01 for p, q in pairwise(cut.exterior.coords))
        words.append("ends cut at an angle" if leaning and corners <= 5 else "notched")
    return ", ".join(words) or "square"
