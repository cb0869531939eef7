"""On which face boards lie, and how they lean where they lie on one another: in a fence and in a gate alike."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from itertools import pairwise

from rowstake.core.parts import Hold
from rowstake.core.space import Pose
from rowstake.core.trades.fence.on_leg import Depth
from rowstake.core.trades.fence.planes import board_planes_mm, off_rails_mm
from rowstake.core.trades.fence.resolve import Brief

Boards = tuple[tuple[float, float], ...]
"""Left edges and widths."""
SAME_MM = 1e-6
Where = Callable[[int, float, float], tuple[Pose, Depth]]
"""From the number of a board, its left edge and its width: how it stands, and how far off the line."""


def started(brief: Brief, boards: Boards, length_mm: float) -> Boards:
    """Boards of a stretch as they lie from the end they are started at, from left to right; lying ones start below."""
    if brief.along or brief.fence.skin.start != "end":
        return boards
    turned = tuple((length_mm - a - w, w) for a, w in reversed(boards))
    alike = all(abs(x - y) + abs(v - w) < 1e-6 for (x, v), (y, w) in zip(boards, turned, strict=True))
    return boards if alike else turned


def screwed(brief: Brief, of: str) -> Hold | None:
    """What holds boards that lie on one another: screws through both."""
    return (
        Hold(f"{of} board screws", max(brief.board.thickness_mm, off_rails_mm(brief))) if brief.style.deep > 1 else None
    )


def covering(brief: Brief, pose: Pose, boards: Sequence[tuple[float, float]], behind_mm: float) -> Where:
    """How the boards of a stretch lie, told by (left, width): on the face towards their side, by turns on that
    and the far one, which is `behind_mm` off the line, or leaning on each other."""
    front, thick = board_planes_mm(brief), brief.board.thickness_mm
    if brief.style.deep > 1 and len(boards) > 1:
        return _shingled(brief, pose, boards)
    faces = [(pose, front), (pose, (behind_mm - thick, behind_mm))][: brief.style.faces]
    return lambda n, x, wide: faces[n % len(faces)]


def _shingled(brief: Brief, pose: Pose, boards: Sequence[tuple[float, float]]) -> Where:
    """Lapped boards: one edge on the rails, the other on the board before, their faces parallel.

    The back of a board at a station a is t·(x + b − a)/p off the rails, with its left edge x, the thickness t, the whole width
    b and the pitch p; mirrored where the boards start from the other end. A board that tapers is taken as of its mean
    thickness.
    """
    whole, thick, back = max(w for _, w in boards), brief.board.mean_mm, board_planes_mm(brief)[0]
    pitch = max(max(b - a, b + v - a - w) for (a, w), (b, v) in pairwise(boards))
    from_end = brief.fence.skin.start == "end"
    lean = thick / pitch if from_end else -thick / pitch
    (ax, ay, az), (cx, cy, cz) = pose.a, pose.c
    leaning = replace(pose, a=(ax + lean * cx, ay + lean * cy, az + lean * cz))

    def where(n: int, x: float, wide: float) -> tuple[Pose, Depth]:
        started = (
            boards[n][0] <= boards[0][0] + SAME_MM
        )  # ripped on the left where the stretch starts, else on the right
        left = x + wide - whole if started else x
        near = back - lean * (left if from_end else left + whole)
        return leaning, (near, near + thick)

    return where
