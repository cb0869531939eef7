"""Rows of the field: how many, how wide the last; where a row longer than its stock is joined, and what is open there."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

from shapely.geometry import Polygon

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.reckoners.base import up
from rowstake.core.reckoners.deck_boards import DeckBoards, Rows
from rowstake.core.reckoners.deck_boards import run as deck_boards
from rowstake.core.reckoners.thermal_gap import ThermalGap
from rowstake.core.reckoners.thermal_gap import run as thermal_gap
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.frame import Grid
from rowstake.core.trades.deck.laying import DIAGONAL_DEG

HAIR_MM = 1e-9
INSTALL_C, HOTTEST_C = CATALOGUE.deck.laid_c, CATALOGUE.deck.hottest_c


@dataclass(frozen=True, slots=True)
class RowPlan:
    """Rows as (low edge, width) from the start, and the gap between them."""

    rows: tuple[tuple[float, float], ...]
    gap_mm: float
    forecast: Rows


def plan_rows(brief: DeckBrief, run_mm: float) -> RowPlan:
    """Rows over a run, by the fit: a rip at the end, a gap that ends whole, or both outer rows ripped alike. A corner left over
    on the diagonal that is too narrow to cut stays open; a straight rip as narrow is told, with ways out."""
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
    diagonal = brief.deck.boards.run == "diagonal"
    if rip >= (CATALOGUE.materials.limits.strip_mm if diagonal else HAIR_MM):
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


def cuts_of(brief: DeckBrief, grid: Grid, piece: Polygon, y: float, longest: float, before: list[float]) -> list[float]:
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
