"""A small drawing beside the answer of a reckoner, where one says more than a sentence."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from rowstake.core.drawing.list_answers import LISTS
from rowstake.core.drawing.more_answers import MORE
from rowstake.core.drawing.scene import Scene, Shape, Sketch
from rowstake.core.measure import Printer

MANY = 120


def _posts(given: Any, out: Any, p: Printer) -> Sketch:
    board, high = Sketch(), given.length_mm * 0.06
    board.line((0.0, 0.0), (given.length_mm, 0.0), "string")
    half = min(45.0, out.spacing_mm / 6)
    for mark in out.marks_mm[:MANY]:
        board.rect(mark - half, -high / 2, mark + half, high / 2, "post")
    board.dim((0.0, -high), (out.spacing_mm, -high), p.length(out.spacing_mm), -1.0)
    board.dim((0.0, high), (given.length_mm, high), p.length(given.length_mm), 1.0)
    return board


def _pickets(given: Any, out: Any, p: Printer) -> Sketch:
    board, high = Sketch(), given.clear_mm * 0.18
    for mark in out.marks_mm[:MANY]:
        board.rect(mark, 0.0, mark + given.width_mm, high, "board")
    board.dim((0.0, high), (given.clear_mm, high), p.length(given.clear_mm), 1.0)
    first = out.marks_mm[0]
    if out.count > 1:
        board.dim((first + given.width_mm, 0.0), (out.marks_mm[1], 0.0), p.fine(out.gap_mm), -1.0)
    return board


def _laps(given: Any, out: Any, p: Printer) -> Sketch:
    board, thick = Sketch(), given.width_mm * 0.1
    shown = min(out.count, 6)
    for i in range(shown):
        x, y = i * out.pitch_mm, (i % 2) * thick
        board.rect(x, y, x + given.width_mm, y + thick, "board")
    if shown > 1:
        board.dim((out.pitch_mm, 2 * thick), (given.width_mm, 2 * thick), f"lap {p.fine(out.lap_mm)}", 1.0)
        board.dim((0.0, 0.0), (out.pitch_mm, 0.0), p.fine(out.pitch_mm), -1.0)
    return board


def _hole(given: Any, out: Any, p: Printer) -> Sketch:
    board = Sketch()
    r, half, above = out.hole_diameter_mm / 2, given.post_w_mm / 2, min(given.above_ground_mm, out.embedment_mm)
    board.rect(-r, -out.hole_depth_mm, r, -out.embedment_mm, "gravel")
    board.rect(-r, -out.embedment_mm, r, 0.0, "concrete")
    board.rect(-half, -out.embedment_mm, half, above, "post")
    board.line((-2 * r, 0.0), (-r, 0.0), "ground")
    board.line((r, 0.0), (2 * r, 0.0), "ground")
    board.dim((-r, -out.hole_depth_mm), (-r, 0.0), p.length(out.hole_depth_mm), 1.0)
    board.dim((r, 0.0), (r, -out.embedment_mm), p.length(out.embedment_mm), 1.0)
    board.dim((-r, -out.hole_depth_mm), (r, -out.hole_depth_mm), p.length(out.hole_diameter_mm), -1.0)
    return board


def _leaf(given: Any, out: Any, p: Printer) -> Sketch:
    board, high, post = Sketch(), given.leaf_height_mm, 100.0
    board.rect(-post, 0.0, 0.0, high * 1.05, "post")
    board.rect(given.opening_mm, 0.0, given.opening_mm + post, high * 1.05, "post")
    at = given.hinge_gap_mm
    for _ in range(given.leaves):
        board.rect(at, 0.0, at + out.leaf_width_mm, high, "frame")
        board.line((at, 0.0), (at + out.leaf_width_mm, high), "brace", hidden=True)
        at += out.leaf_width_mm + given.latch_gap_mm
    left = given.hinge_gap_mm
    board.dim((left, 0.0), (left + out.leaf_width_mm, 0.0), p.length(out.leaf_width_mm), -1.0)
    board.dim((0.0, high), (given.opening_mm, high), p.length(given.opening_mm), 1.0)
    return board


def _stairs(given: Any, out: Any, p: Printer) -> Sketch:
    board, x, y = Sketch(), 0.0, 0.0
    for _ in range(out.risers):
        board.line((x, y), (x, y + out.riser_mm), "string")
        y += out.riser_mm
        if y < given.total_rise_mm - 1:
            board.line((x, y), (x + given.tread_run_mm, y), "string")
            x += given.tread_run_mm
    board.line((-200.0, 0.0), (0.0, 0.0), "ground")
    board.dim((0.0, 0.0), (0.0, out.riser_mm), p.length(out.riser_mm), 1.0)
    board.dim((x, 0.0), (x, given.total_rise_mm), p.length(given.total_rise_mm), -1.0)
    return board


def _square(given: Any, out: Any, p: Printer) -> Sketch:
    board, (long, wide) = Sketch(), (given.length_mm, given.width_mm)
    lean = max(-long * 0.08, min(long * 0.08, out.push_mm * 4))
    corners = ((0.0, 0.0), (long, 0.0), (long + lean, wide), (lean, wide))
    board.add(Shape("poly", corners, "frame"))
    board.line(corners[0], corners[2], "string")
    board.line(corners[1], corners[3], "string", hidden=True)
    board.dim(corners[0], corners[1], p.length(long), -1.0)
    board.dim(corners[1], corners[2], p.length(wide), -1.0)
    return board


DRAWN: dict[str, Callable[[Any, Any, Printer], Sketch]] = {
    "equal-spacing": _posts,
    "picket-gaps": _pickets,
    "lap-boards": _laps,
    "post-hole": _hole,
    "gate-leaf": _leaf,
    "stairs": _stairs,
    "square-up": _square,
    **MORE,
    **LISTS,
}


def answer_scene(name: str, given: Any, out: Any, p: Printer) -> Scene | None:
    """The drawing of an answer, or None where its sentence says it all."""
    draw = DRAWN.get(name)
    if draw is None:
        return None
    board = draw(given, out, p)
    size = max(abs(v) for s in board.shapes for point in s.points for v in point)
    return board.scene("answer", name, size * 0.1)
