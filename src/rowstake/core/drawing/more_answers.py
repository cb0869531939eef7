"""Small drawings of what spans, bears, stacks, moves and stands in the wind, beside the answers of reckoners."""

from __future__ import annotations

import itertools
from collections.abc import Callable
from typing import Any

from rowstake.core.drawing.scene import Sketch
from rowstake.core.measure import Printer

SHOWN, MOST_DRAWN = 7, 120


def _hole(given: Any, out: Any, p: Printer) -> Sketch:
    board, r, deep = Sketch(), given.hole_diameter_mm / 2, given.concrete_depth_mm
    half = min(given.post_w_mm / 2, r)
    board.rect(-r, -deep, r, 0.0, "concrete")
    if half:
        board.rect(-half, -deep, half, deep * 0.4, "post")
    for side in (-1, 1):
        board.line((side * 2 * r, 0.0), (side * r, 0.0), "ground")
    board.dim((-r, -deep), (-r, 0.0), p.length(deep), 1.0)
    board.dim((-r, -deep), (r, -deep), p.length(2 * r), -1.0)
    return board


def _balusters(given: Any, out: Any, p: Printer) -> Sketch:
    board, clear = Sketch(), given.clear_mm
    high, post = clear * 0.45, clear * 0.05
    for x in (-post, clear):
        board.rect(x, 0.0, x + post, high * 1.1, "post")
    for y in (high * 0.08, high * 0.9):
        board.rect(0.0, y, clear, y + high * 0.1, "rail")
    for mark in out.marks_mm[:MOST_DRAWN]:
        board.rect(mark, high * 0.18, mark + given.baluster_mm, high * 0.9, "board")
    board.dim((0.0, high), (clear, high), p.length(clear), 1.0)
    board.dim((0.0, 0.0), (out.gap_mm, 0.0), p.fine(out.gap_mm), -1.0)
    return board


def _stringers(given: Any, out: Any, p: Printer) -> Sketch:
    board, wide = Sketch(), given.width_mm
    deep = wide * 0.25
    board.rect(0.0, deep, wide, deep * 1.12, "board")
    for n in range(min(out.count, MOST_DRAWN)):
        x = n * out.spacing_mm
        board.rect(x, 0.0, x + given.stringer_mm, deep, "frame")
    board.dim((0.0, deep), (wide, deep), p.length(wide), 1.4)
    half = given.stringer_mm / 2
    board.dim((half, 0.0), (half + out.spacing_mm, 0.0), p.length(out.spacing_mm), -1.0)
    return board


def _boxes(given: Any, out: Any, p: Printer) -> Sketch:
    board, floor, count = Sketch(), 0.0, len(out.boxes)
    for n, box in enumerate(out.boxes[:MOST_DRAWN]):
        front, top = (count - n) * given.going_mm - given.nosing_mm, floor + box.frame_height_mm
        board.rect(front - box.depth_mm, floor, front, top, "frame")
        for at in (front - box.depth_mm, front - given.frame_mm) if box.legs else ():
            board.rect(at, 0.0, at + given.frame_mm, box.leg_mm, "post")
        nose, back = front + given.nosing_mm, front - given.going_mm if n < count - 1 else front - box.depth_mm
        board.rect(back, top, nose, top + given.tread_mm, "board")
        board.dim(
            (nose, top + given.tread_mm - out.riser_mm), (nose, top + given.tread_mm), p.length(out.riser_mm), -1.0
        )
        floor = top
    board.line((0.0, 0.0), (count * given.going_mm + 300, 0.0), "ground")
    return board


def _footing(given: Any, out: Any, p: Printer) -> Sketch:
    board, half, post = Sketch(), out.side_mm / 2, given.post_mm / 2
    board.rect(-half, 0.0, half, out.thickness_mm, "concrete")
    board.rect(-post, out.thickness_mm, post, out.thickness_mm + out.side_mm * 0.8, "post")
    board.line((-half * 1.6, 0.0), (half * 1.6, 0.0), "ground")
    board.dim((-half, 0.0), (half, 0.0), p.length(out.side_mm), -1.0)
    board.dim((half, out.thickness_mm), (half, 0.0), p.length(out.thickness_mm), 1.0)
    return board


def _span(given: Any, out: Any, p: Printer) -> Sketch:
    board, span = Sketch(), out.span_mm
    deep = span * 0.07
    board.rect(-deep / 2, 0.0, span + deep / 2, deep, "rail")
    for at in (0.0, span):
        board.rect(at - deep / 2, -3 * deep, at + deep / 2, 0.0, "post")
    for n in range(9):
        x = span * (n + 0.5) / 9
        board.line((x, 2.2 * deep), (x, 1.2 * deep), "mark")
    board.dim((0.0, -deep), (span, -deep), p.length(span), -1.0)
    return board


def _ledger(given: Any, out: Any, p: Printer) -> Sketch:
    board, apart = Sketch(), out.spacing_mm
    high = apart * 0.5
    board.rect(-apart / 2, 0.0, apart * (SHOWN - 2.5), high, "rail")
    for n in range(SHOWN - 2):
        x, y = n * apart, high * (0.75 if n % 2 else 0.25)
        board.rect(x - high * 0.05, y - high * 0.05, x + high * 0.05, y + high * 0.05, "post")
    board.dim((0.0, 0.0), (apart, 0.0), p.length(apart), -1.0)
    return board


def _stack(given: Any, out: Any, p: Printer) -> Sketch:
    board, top, wide = Sketch(), given.finished_mm, given.finished_mm * 0.35
    layers = (("board", given.board_mm), ("quiet", given.clip_mm), ("rail", given.joist_mm), ("rail", given.beam_mm))
    for n, (look, thick) in enumerate(layers):
        if thick:
            reach = wide * (1.0, 0.9, 0.9, 0.4)[n]
            board.rect(-reach, top - thick, reach, top, look)  # type: ignore[arg-type]
            top -= thick
    foot = given.footing_top_mm + given.standoff_mm
    if top > foot:
        board.rect(-wide * 0.2, foot, wide * 0.2, top, "post")
    board.rect(-wide * 0.4, given.footing_top_mm - wide * 0.4, wide * 0.4, given.footing_top_mm, "concrete")
    board.line((-wide * 1.6, 0.0), (wide * 1.6, 0.0), "ground")
    board.dim((wide, given.finished_mm), (wide, 0.0), p.length(given.finished_mm), 1.4)
    if out.post_mm > 0:
        board.dim((-wide * 0.4, foot), (-wide * 0.4, top), p.length(out.post_mm), 1.0)
    return board


def _rows(board_mm: float, gap_mm: float, count: int, last_mm: float, high: float) -> Sketch:
    board, x = Sketch(), 0.0
    for _ in range(min(count, SHOWN)):
        board.rect(x, 0.0, x + board_mm, high, "board")
        x += board_mm + gap_mm
    if last_mm > 0.5:
        board.rect(x, 0.0, x + last_mm, high, "board")
    return board


def _deck(given: Any, out: Any, p: Printer) -> Sketch:
    gap = out.full_board_gap_mm if out.full_board_gap_mm is not None else given.gap_mm
    board = _rows(given.board_mm, gap, out.full_boards, out.last_rip_mm, given.board_mm * 1.6)
    board.dim((0.0, given.board_mm * 1.6), (given.board_mm, given.board_mm * 1.6), p.length(given.board_mm), 1.0)
    if out.full_boards > 1:
        board.text((given.board_mm + gap / 2, -given.board_mm * 0.25), f"{p.fine(gap)} gap")
    return board


def _creep(given: Any, out: Any, p: Printer) -> Sketch:
    board, long = Sketch(), given.remaining_a_mm * 2
    board.line((0.0, 0.0), (0.0, given.remaining_a_mm), "mark")
    board.line((long, 0.0), (long, given.remaining_b_mm), "mark")
    board.line((0.0, 0.0), (long, 0.0), "string")
    board.line((0.0, given.remaining_a_mm), (long, given.remaining_b_mm), "board")
    board.dim((0.0, 0.0), (0.0, given.remaining_a_mm), p.length(given.remaining_a_mm), 1.0)
    board.dim((long, given.remaining_b_mm), (long, 0.0), p.length(given.remaining_b_mm), 1.0)
    return board


def _sweep(given: Any, out: Any, p: Printer) -> Sketch:
    board, wide, levels = Sketch(), given.leaf_width_mm, given.ground_levels_mm
    board.rect(-wide * 0.1, -wide * 0.1, 0.0, wide * 0.55, "post")
    board.rect(0.0, given.bottom_gap_mm, wide, wide * 0.5, "frame")
    step = wide / max(len(levels) - 1, 1)
    for n, (a, b) in enumerate(itertools.pairwise(levels)):
        board.line((n * step, a), ((n + 1) * step, b), "ground")
    board.dim((0.0, wide * 0.5), (wide, wide * 0.5), p.length(wide), 1.0)
    return board


def _heat(given: Any, out: Any, p: Printer) -> Sketch:
    board, high = Sketch(), max(out.gap_mm * 6, 30.0)
    board.rect(-high * 3, 0.0, 0.0, high, "board")
    board.rect(out.gap_mm, 0.0, out.gap_mm + high * 3, high, "board")
    board.dim((0.0, high), (out.gap_mm, high), p.fine(out.gap_mm), 1.0)
    return board


def _moves(given: Any, out: Any, p: Printer) -> Sketch:
    board, wide = Sketch(), given.width_mm
    thick, moved = wide * 0.2, wide + out.change_mm
    board.rect(0.0, 0.0, wide, thick, "board")
    board.rect(0.0, -2 * thick, moved, -thick, "board")
    board.dim((0.0, thick), (wide, thick), p.fine(wide), 1.0)
    board.dim((0.0, -2 * thick), (moved, -2 * thick), p.fine(moved), -1.0)
    return board


def _settles(given: Any, out: Any, p: Printer) -> Sketch:
    board, high = Sketch(), 30.0
    board.rect(0.0, 0.0, high, high, "quiet")
    board.rect(0.0, 0.0, high, max(out.emc_pct, 0.2), "board")
    board.dim((high, max(out.emc_pct, 0.2)), (high, 0.0), f"{out.emc_pct:.1f} %", 1.0)
    return board


def _wind(given: Any, out: Any, p: Printer) -> Sketch:
    board, high, bay = Sketch(), given.height_mm, given.bay_mm
    post = bay * 0.03
    board.rect(0.0, 0.0, bay, high, "board")
    for at in (0.0, bay):
        board.rect(
            at - given.hole_diameter_mm / 2, -given.embedment_mm, at + given.hole_diameter_mm / 2, 0.0, "concrete"
        )
        board.rect(at - post, -given.embedment_mm, at + post, high, "post")
    board.line((-bay * 0.3, 0.0), (bay * 1.3, 0.0), "ground")
    board.dim((0.0, high), (bay, high), p.length(bay), 1.0)
    board.dim((bay, high), (bay, 0.0), p.length(high), 1.4)
    return board


MORE: dict[str, Callable[[Any, Any, Printer], Sketch]] = {
    "hole-concrete": _hole, "footing-size": _footing, "joist-span": _span, "beam-span": _span, "ledger-fasteners": _ledger,
    "height-stack": _stack, "deck-boards": _deck, "creep": _creep, "gate-sweep": _sweep, "thermal-gap": _heat,
    "wood-movement": _moves, "moisture-content": _settles, "fence-wind": _wind,
    "balusters": _balusters, "stringers": _stringers, "box-steps": _boxes,
}  # fmt: skip
