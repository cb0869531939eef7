"""Boards on the frame: border, breakers, rows of the field, butt joints on joists. In (s, t), or turned by 45°."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import pairwise

from shapely import affinity
from shapely.geometry import Polygon, box
from shapely.geometry.polygon import orient

from rowstake.core.catalogue import Section
from rowstake.core.reckoners.base import up
from rowstake.core.reckoners.deck_boards import DeckBoards, Rows
from rowstake.core.reckoners.deck_boards import run as deck_boards
from rowstake.core.reckoners.thermal_gap import ThermalGap
from rowstake.core.reckoners.thermal_gap import run as thermal_gap
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.frame import Grid
from rowstake.core.trades.deck.shape import Edge, Point, edges, inset, outline, rings, set_in, swap

NOTHING_MM = 0.05
LEAST_HANG_MM, MOST_HANG_MM = 10.0, 60.0
DIAGONAL_DEG = 45.0
INSTALL_C, HOTTEST_C = 15.0, 50.0


@dataclass(frozen=True, slots=True)
class DeckBoard:
    """One piece: `shape` on the plan, cut length, ripped width, how its ends are cut. `row` is −1 off the field."""

    kind: str
    section: Section
    shape: Polygon
    length_mm: float
    width_mm: float
    ends: str
    row: int
    number: int = 0
    mitred: tuple[bool, bool] = (False, False)
    """Of a border's board: its start and its end, going round the deck."""


@dataclass(frozen=True, slots=True)
class Butt:
    """Where two pieces of a row meet: along the board and across it, in the boards' own directions."""

    x: float
    y: float
    row: int


@dataclass(frozen=True, slots=True)
class Laying:
    """All boards, the forecast of the last row, and the butt joints as points of the plan."""

    boards: tuple[DeckBoard, ...]
    field: Polygon
    rows: Rows
    row_count: int
    first_mm: float
    last_mm: float
    gap_mm: float
    butts: tuple[Point, ...]
    breakers: tuple[float, ...]
    end_gap_mm: float

    def of(self, *kinds: str) -> list[DeckBoard]:
        return [b for b in self.boards if b.kind in kinds]


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
    return inset(outline(brief.deck.shape), lambda e: depth if bordered(brief, e) else 0.0)


def nailers(brief: DeckBrief) -> list[float]:
    """Where along s the field's boards end at a border beside the joists: they need a joist there, on the frame's own s."""
    if not brief.deck.boards.border.boards:
        return []
    depth, poly = border_depth(brief), outline(brief.deck.shape)
    out = []
    for edge in edges(poly):
        upright = abs(edge.a[1] - edge.b[1]) < 0.01 if brief.turned else abs(edge.a[0] - edge.b[0]) < 0.01
        if upright and bordered(brief, edge):
            s, into = (edge.a[1], edge.inward[1]) if brief.turned else (edge.a[0], edge.inward[0])
            out.append(s + into * (depth - brief.deck.boards.gap_mm / 2))
    return out


def _border(brief: DeckBrief, grid: Grid) -> list[DeckBoard]:
    """Border boards, mitred where two bordered edges meet, square where the next edge has none."""
    deck, width, gap = brief.deck.boards, brief.square.width_mm, brief.deck.boards.gap_mm
    ring = rings(edges(outline(brief.deck.shape)))[0]
    out = []
    for n in range(deck.border.boards):
        near, far = n * (width + gap), n * (width + gap) + width
        outside = set_in(ring, lambda e, d=near: d if bordered(brief, e) else 0.0)  # type: ignore[misc]
        inside = set_in(ring, lambda e, d=far: d if bordered(brief, e) else 0.0)  # type: ignore[misc]
        for i, edge in enumerate(ring):
            if bordered(brief, edge):
                whole = _border_board(brief, ring, i, outside, inside, width)
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
        for part in _polygons(flat.intersection(box(a, bottom - 1, b, top + 1))):
            mitred = [on for on, at in ((board.mitred[0], k == 0), (board.mitred[1], k == pieces - 1)) if at]
            ends = _border_ends(sum(mitred))
            shape = orient(affinity.rotate(part, angle, origin=edge.a), 1.0)
            out.append(
                DeckBoard("border", board.section, shape, part.bounds[2] - part.bounds[0], board.width_mm, ends, -1)
            )
    return out


def _border_ends(mitres: int) -> str:
    if not mitres:
        return "square both ends"
    return f"{'both ends' if mitres == 2 else 'one end'} mitred, to the long point"


def _square_corner(a: Edge, b: Edge) -> bool:
    """True where two edges turn left through a right angle: an outside corner of the deck."""
    return a.along[0] * b.along[1] - a.along[1] * b.along[0] > 0.999


def _turn(brief: DeckBrief, poly: Polygon, back: bool = False) -> Polygon:
    """From the plan into the boards' own directions, x along them; or back."""
    run = brief.deck.boards.run
    if run == "diagonal":
        return affinity.rotate(poly, DIAGONAL_DEG if back else -DIAGONAL_DEG, origin=(0.0, 0.0))
    if run == "across":
        rings_ = [[swap(p) for p in r.coords] for r in (poly.exterior, *poly.interiors)]
        return orient(Polygon(rings_[0], rings_[1:]), 1.0)
    return poly


def _back(brief: DeckBrief, point: Point) -> Point:
    run = brief.deck.boards.run
    if run == "diagonal":
        c = math.cos(math.radians(DIAGONAL_DEG))
        return c * (point[0] - point[1]), c * (point[0] + point[1])
    return swap(point) if run == "across" else point


@dataclass(frozen=True, slots=True)
class RowPlan:
    """Rows as (low edge, width) from the start, and the gap between them."""

    rows: tuple[tuple[float, float], ...]
    gap_mm: float
    forecast: Rows


def plan_rows(brief: DeckBrief, run_mm: float) -> RowPlan:
    """Rows over a run, by the fit: a rip at the end, a gap that ends whole, or both outer rows ripped alike."""
    product, width, gap = brief.product, brief.field.width_mm, brief.deck.boards.gap_mm
    forecast = deck_boards(
        DeckBoards(
            run_mm=run_mm, board_mm=width, gap_mm=gap,
            min_gap_mm=min(product.gap_least_mm, gap), max_gap_mm=max(product.gap_most_mm, gap),
        )
    )  # fmt: skip
    fit, best = brief.deck.boards.fit, forecast.full_board_gap_mm
    if fit == "gap" and best is not None and forecast.last_rip_mm:
        count = round((run_mm + best) / (width + best))
        return RowPlan(tuple((i * (width + best), width) for i in range(count)), best, forecast)
    full, rip = forecast.full_boards, forecast.last_rip_mm
    rows = [(i * (width + gap), width) for i in range(full)]
    if rip:
        rows.append((full * (width + gap), rip))
    if fit == "balanced" and rip and full >= 2:
        end = (width + rip) / 2
        inner = [(end + gap + i * (width + gap), width) for i in range(full - 1)]
        rows = [(0.0, end), *inner, (run_mm - end, end)]
    return RowPlan(tuple(rows), gap, forecast)


def end_gap(brief: DeckBrief, longest_mm: float) -> float:
    """Between the ends of two boards: what heat asks of the longest, and the maker's least; timber butts tight."""
    if brief.product.moves == "timber":
        return 0.0
    given = ThermalGap(material=brief.product.moves, length_mm=longest_mm, install_c=INSTALL_C, hottest_c=HOTTEST_C)
    return max(brief.product.end_gap_mm, thermal_gap(given).gap_mm)


def _breakers(brief: DeckBrief, field: Polygon) -> list[float]:
    """Middles of breaker boards along the rows, evenly, so that no row is longer than its stock; none where rows reach."""
    low, _, high, _ = field.bounds
    longest, wide = max(brief.field.lengths_mm) - 2 * brief.deck.boards.trim_ends_mm, brief.square.width_mm
    if not brief.deck.boards.breaker or brief.deck.boards.run == "diagonal" or high - low <= longest:
        return []
    count = up((high - low - longest) / (longest + wide))
    return [low + (high - low) * (i + 1) / (count + 1) for i in range(count)]


def breaker_nailers(brief: DeckBrief) -> list[float]:
    """Joists under both edges of every breaker board, on the frame's own s."""
    marks = _breakers(brief, _turn(brief, field_outline(brief)))
    reach = (brief.square.width_mm + brief.deck.boards.gap_mm) / 2
    return [m + d for m in marks for d in (-reach, reach)]


def lay_boards(brief: DeckBrief, grid: Grid) -> Laying:
    """Every board of the deck. Raises `JobFault` where borders leave no field."""
    plan_field = field_outline(brief)
    field = _turn(brief, plan_field)
    marks = _breakers(brief, field)
    out = _border(brief, grid)
    parts = [field]
    half, gap = brief.square.width_mm / 2, brief.deck.boards.gap_mm
    low, bottom, high, top = field.bounds
    for mark in marks:
        strip = box(mark - half, bottom - 1, mark + half, top + 1)
        for piece in _polygons(field.intersection(strip)):
            foot, head = piece.bounds[1], piece.bounds[3]
            count = up((head - foot) / max(brief.square.lengths_mm))
            for k in range(count):
                a, b = foot + (head - foot) * k / count, foot + (head - foot) * (k + 1) / count
                cut = piece.intersection(box(low - 1, a, high + 1, b))
                out += [
                    DeckBoard("breaker", brief.square, _turn(brief, q, back=True), b - a, 2 * half, "square", -1)
                    for q in _polygons(cut)
                ]
        clear = box(mark - half - gap, bottom - 1, mark + half + gap, top + 1)
        parts = [p for part in parts for p in _polygons(part.difference(clear))]
    rows = plan_rows(brief, top - bottom)
    from_far = brief.deck.boards.start == "far"
    longest = max(brief.field.lengths_mm) - 2 * brief.deck.boards.trim_ends_mm
    joints: list[Butt] = []
    before: list[float] = []
    laid: list[tuple[Polygon, list[float], float, float, int]] = []
    for n, (at, wide) in enumerate(rows.rows):
        y = top - at - wide if from_far else bottom + at
        band = box(low - 1, y, high + 1, y + wide)
        cuts_here: list[float] = []
        for part in parts:
            for piece in _polygons(part.intersection(band)):
                cuts = _cuts(brief, grid, piece, y + wide / 2, longest, before)
                cuts_here += cuts
                joints += [Butt(x, y + wide / 2, n) for x in cuts]
                laid.append((piece, cuts, y, wide, n))
        before = cuts_here or before
    joined = [b - a for piece, cuts, *_ in laid if cuts for a, b in pairwise([piece.bounds[0], *cuts, piece.bounds[2]])]
    tight = end_gap(brief, max(joined)) if joined else 0.0
    for piece, cuts, y, wide, n in laid:
        out += _pieces(brief, piece, cuts, tight, y, wide, n)
    numbered = _numbered(out)
    widths = [w for _, w in rows.rows]
    return Laying(
        numbered, plan_field, rows.forecast, len(rows.rows), widths[0], widths[-1], rows.gap_mm,
        tuple(_back(brief, (j.x, j.y)) for j in joints), tuple(marks), tight,
    )  # fmt: skip


def _polygons(shape: object) -> list[Polygon]:
    parts = getattr(shape, "geoms", [shape])
    return [p for p in parts if isinstance(p, Polygon) and p.area > 1.0]


def _numbered(boards: list[DeckBoard]) -> tuple[DeckBoard, ...]:
    counts: dict[str, int] = {}
    out = []
    for b in boards:
        counts[b.kind] = number = counts.get(b.kind, 0) + 1
        out.append(replace(b, number=number))
    return tuple(out)


def past_joists(brief: DeckBrief, grid: Grid) -> float:
    """How far past the end of a joist a row still lies on what closes the frame there: a rim, plies at 45°, the overhang."""
    return math.sqrt(2) * grid.plies * grid.thick_mm + brief.deck.boards.overhang_mm


def crossings(brief: DeckBrief, grid: Grid, y: float, low: float, high: float) -> list[float]:
    """Where a row at y crosses joists, along the board between low and high; over a rim or an overhang, where they end."""
    past = past_joists(brief, grid)
    if brief.deck.boards.run != "diagonal":
        return sorted({round(j.s, 3) for j in grid.joists if low < j.s < high and j.t0 - past <= y <= j.t1 + past})
    c = math.cos(math.radians(DIAGONAL_DEG))
    out = []
    for joist in grid.joists:
        x = (joist.s / c) + y  # the board's x at which c·(x − y) = s
        t = c * (x + y)
        if low < x < high and joist.t0 - past <= t <= joist.t1 + past:
            out.append(x)
    return sorted(out)


def _cuts(brief: DeckBrief, grid: Grid, piece: Polygon, y: float, longest: float, before: list[float]) -> list[float]:
    """Butt joints of a row: on joists, as few as the stock allows, two joist spaces clear of the row before.

    Among as few joints, the ones whose shortest piece is longest. Where none keep clear, one joint more is tried; a
    row so long that it takes many is cut from its low end.
    """
    low, _, high, _ = piece.bounds
    if high - low <= longest + 1e-6:
        return []
    across = brief.spacing_mm / (math.cos(math.radians(DIAGONAL_DEG)) if brief.deck.boards.run == "diagonal" else 1.0)
    places = crossings(brief, grid, y, low + across, high - across)
    fewest = up((high - low) / longest) - 1
    clear = [x for x in places if all(abs(x - old) >= 2 * across - 1 for old in before)]
    for count in (fewest, fewest + 1):
        if count > MANY_JOINTS:
            break
        best = max(_ways(clear, low, high, count, longest), default=None)
        if best:
            return best[1]
    return _from_the_low_end(places, low, high, longest)


MANY_JOINTS = 3


def _ways(
    places: list[float], low: float, high: float, count: int, longest: float
) -> Iterator[tuple[float, list[float]]]:
    """Every way to set so many joints with no piece too long: (its shortest piece, the joints)."""
    if count == 0:
        if high - low <= longest + 1e-6:
            yield high - low, []
        return
    for x in places:
        if low < x <= low + longest + 1e-6 and high - x <= count * longest + 1e-6:
            for shortest, rest in _ways(places, x, high, count - 1, longest):
                yield min(x - low, shortest), [x, *rest]


def _from_the_low_end(places: list[float], low: float, high: float, longest: float) -> list[float]:
    """Each piece as long as it may be; where no joist is in reach the row stays whole, and advice says so."""
    cuts: list[float] = []
    at = low
    while high - at > longest + 1e-6:
        can = [x for x in places if at < x <= at + longest + 1e-6]
        if not can:
            return []
        at = can[-1]
        cuts.append(at)
    return cuts


def _pieces(
    brief: DeckBrief, piece: Polygon, cuts: list[float], tight: float, y: float, wide: float, row: int
) -> list[DeckBoard]:
    """A row cut at its joints, each piece with its length, rip and ends; `tight` is left open at every joint."""
    low, _, high, _ = piece.bounds
    marks = [low, *cuts, high]
    out = []
    for n, (a, b) in enumerate(pairwise(marks)):
        start, end = a + (tight / 2 if n else 0.0), b - (tight / 2 if n < len(marks) - 2 else 0.0)
        for cut in _polygons(piece.intersection(box(start, y - 1, end, y + wide + 1))):
            x0, y0, x1, y1 = cut.bounds
            width = y1 - y0
            ends = _ends(brief, cut)
            shape = orient(_turn(brief, cut, back=True), 1.0)
            out.append(DeckBoard("board", brief.field, shape, x1 - x0, min(width, wide), ends, row))
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


def ways_to_finish(brief: DeckBrief, laying: Laying) -> list[tuple[str, dict[str, float | str]]]:
    """Other ways to end than on this rip: (words, fields of the deck to set), likeliest first."""
    width, p = brief.field.width_mm, brief.printer
    rip, gap = laying.rows.last_rip_mm, brief.deck.boards.gap_mm
    if not rip:
        return []
    out: list[tuple[str, dict[str, float | str]]] = []
    if (best := laying.rows.full_board_gap_mm) is not None:
        out.append((f"Gap {p.fine(gap)} → {p.fine(best)}: ends on a whole board", {"boards.fit": "gap"}))
    shape, key = brief.deck.shape, "width_mm" if brief.turned else "out_mm"
    size = shape.width_mm if brief.turned else shape.out_mm
    if brief.deck.boards.run != "diagonal":
        less, more = rip + gap, width - rip
        out.append((f"Trim the joists: {p.length(size)} → {p.length(size - less)}", {f"shape.{key}": size - less}))
        out.append((f"Build out: {p.length(size)} → {p.length(size + more)}", {f"shape.{key}": size + more}))
    out.append((f"Rip both outer rows to {p.fine((width + rip) / 2)}", {"boards.fit": "balanced"}))
    hang = brief.deck.boards.overhang_mm
    for change in (width - rip, -(rip + gap)):
        if LEAST_HANG_MM <= hang + change <= MOST_HANG_MM and brief.deck.boards.run != "diagonal":
            told = f"Overhang {p.fine(hang)} → {p.fine(hang + change)}: ends on a whole board"
            out.append((told, {"boards.overhang_mm": hang + change, f"shape.{key}": size + change}))
    other = "house" if brief.deck.boards.start == "far" else "far"
    where = "at the far edge" if other == "house" else "at the house"
    out.append((f"Start from the other side: the rip lies {where}", {"boards.start": other}))
    return out
