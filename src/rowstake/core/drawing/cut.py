"""A cut through a job wherever a line is drawn over its plan."""

from __future__ import annotations

import math
from collections.abc import Iterable

from rowstake.core.drawing.scene import Scene, Sketch
from rowstake.core.drawing.solids import MARGIN_MM, cut_shapes, within
from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.parts import Part
from rowstake.core.space.solid import around
from rowstake.core.space.views import page

LEAST_MM = 50.0
Place = tuple[float, float]


def cut_between(parts: Iterable[Part], p: Printer, start: Place, end: Place) -> Scene:
    """What a line over the plan goes through, from one of its ends to the other, seen from the right of it. Raises `JobFault` for a line too short, or one that goes through nothing."""
    long = math.dist(start, end)
    if long < LEAST_MM:
        raise refuse("to", p.length(long), f"at least {p.length(LEAST_MM)}", "The line is too short to cut along")
    view = page(((end[0] - start[0]) / long, (end[1] - start[1]) / long, 0.0), (0.0, 0.0, 1.0))
    depth = start[0] * view.eye[0] + start[1] * view.eye[1]
    left = start[0] * view.right[0] + start[1] * view.right[1]
    drawn = [part for part in parts if part.solid]
    solids = [part.solid for part in drawn if part.solid]
    low, high = around([solid.box for solid in solids])
    window = ((left, low[2] - 1.0), (left + long, high[2] + 1.0))
    cut = within(cut_shapes(drawn, view, depth), *window)
    if not cut:
        raise refuse("to", "nothing", "a line over the job", "Nothing of the job lies under that line")
    board = Sketch()
    for shape in cut:
        board.add(shape)
    xs = [x for shape in cut for x, _ in shape.points]
    ys = [y for shape in cut for _, y in shape.points]
    board.dim((min(xs), min(ys)), (max(xs), min(ys)), p.length(max(xs) - min(xs)), -1.0)
    board.dim((max(xs), max(ys)), (max(xs), min(ys)), p.length(max(ys) - min(ys)), 1.0)
    return board.scene("cut", f"Cut over {p.length(long)}, seen from the right of the line", MARGIN_MM)
