"""Buried lines on a plan, each in the colour that such a line is marked with on the ground."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

from rowstake.core.drawing.scene import Sketch
from rowstake.core.job.base import Buried

SHORT = {
    "power": "power",
    "gas": "gas",
    "telecom": "telecom",
    "water": "water",
    "reclaimed": "reclaimed water",
    "drain": "drain",
}


def draw_buried(board: Sketch, lines: Sequence[Buried]) -> None:
    for n, line in enumerate(lines, 1):
        for a, b in pairwise(line.points):
            board.line(a, b, line.kind, f"buried {n}")
        board.text(line.points[0], SHORT[line.kind], "label", f"buried {n}")
