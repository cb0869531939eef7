"""Small drawings beside the answers of reckoners that take lists: boards as they are cut, bays round what stands, a squared corner, levels."""

from __future__ import annotations

from collections.abc import Callable
from itertools import pairwise
from typing import Any

from rowstake.core.drawing.scene import Sketch
from rowstake.core.measure import Printer

SHOWN, MARKS = 12, 120


def _cuts(given: Any, out: Any, p: Printer) -> Sketch:
    """Boards one under the other, those alike once."""
    board, alike = Sketch(), dict[tuple[Any, ...], int]()
    for cut in out.boards:
        key = cut.stock_length_mm, tuple(cut.pieces_mm)
        alike[key] = alike.get(key, 0) + 1
    longest = max(s.length_mm for s in given.stock)
    high = longest * 0.035
    for n, ((stock, pieces), times) in enumerate(list(alike.items())[:SHOWN]):
        y, x = -n * high * 2.2, given.end_trim_mm
        board.rect(0.0, y, stock, y + high, "hole")
        for piece in pieces:
            board.rect(x, y, x + piece, y + high, "board")
            board.text((x + piece / 2, y + high * 0.3), p.bare(piece))
            x += piece + given.kerf_mm
        board.text((longest * 1.05, y + high * 0.3), f"{times} ×")
    board.dim((0.0, high), (longest, high), p.length(longest), 1.0)
    return board


def _bays(given: Any, out: Any, p: Printer) -> Sketch:
    board, high = Sketch(), given.run_mm * 0.06
    board.line((0.0, 0.0), (given.run_mm, 0.0), "string")
    half = min(45.0, min(b - a for a, b in pairwise(out.marks_mm)) / 6)
    for mark in out.marks_mm[:MARKS]:
        stays = any(abs(mark - built) < 1e-6 for built in given.built_mm)
        board.rect(mark - half, -high / 2, mark + half, high / 2 * (1.8 if stays else 1.0), "post")
    for a, b in pairwise([0.0, *given.built_mm, given.run_mm]):
        board.dim((a, -high), (b, -high), p.length(b - a), -1.0)
    return board


def _corner(given: Any, out: Any, p: Printer) -> Sketch:
    board = Sketch()
    board.line((0.0, 0.0), (given.side_a_mm, 0.0), "string")
    board.line((0.0, 0.0), (0.0, given.side_b_mm), "string")
    board.line((out.a_mm, 0.0), (0.0, out.b_mm), "mark")
    board.dim((0.0, 0.0), (out.a_mm, 0.0), p.length(out.a_mm), -1.0)
    board.dim((0.0, 0.0), (0.0, out.b_mm), p.length(out.b_mm), 1.0)
    board.text((out.a_mm / 2, out.b_mm / 2), p.length(out.diagonal_mm))
    return board


def _levels(given: Any, out: Any, p: Printer) -> Sketch:
    levels = [given.start_mm, *out.levels_mm]
    board, step = Sketch(), max(1.0, max(levels) - min(levels))
    points = [(n * step, z) for n, z in enumerate(levels)]
    for a, b in pairwise(points):
        board.line(a, b, "ground")
    for n, (x, z) in enumerate(points):
        board.text((x, z + step * 0.08), p.bare(z) if n else p.length(z))
    low, side = min(levels), points[-1][0] + step * 0.3
    board.dim((side, low), (side, max(levels)), p.length(max(levels) - low), -1.0)
    return board


LISTS: dict[str, Callable[[Any, Any, Printer], Sketch]] = {
    "stock-cutting": _cuts,
    "redivide": _bays,
    "three-four-five": _corner,
    "level-loop": _levels,
}
