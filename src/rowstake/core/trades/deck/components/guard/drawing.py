"""Elevations of a guard from outside, one for each run, with running marks of its posts."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial
from itertools import pairwise

from rowstake.core.drawing.scene import Scene, Sketch
from rowstake.core.drawing.solids import beyond_shapes
from rowstake.core.space.views import page
from rowstake.core.trades.deck.components.guard.bays import GuardBay
from rowstake.core.trades.deck.components.guard.gate import gate_scenes
from rowstake.core.trades.deck.components.guard.line import GuardLine, GuardRun, lay_line
from rowstake.core.trades.deck.level import DeckLevel


def scenes(level: DeckLevel) -> dict[str, Callable[[], Scene]]:
    line = lay_line(level)
    name = f"_{level.place.name}" if level.place.name else ""
    own = {f"guard{name}_{n}": partial(_elevation, level, line, run, n, name) for n, run in enumerate(line.runs, 1)}
    return own | gate_scenes(level)


def _elevation(level: DeckLevel, line: GuardLine, run: GuardRun, number: int, name: str) -> Scene:
    board, p, brief = Sketch(), level.brief.printer, level.brief
    (ax, ay), place = run.edge.along, level.place
    view = page((ax, -ay, 0.0), (0.0, 0.0, 1.0))
    posts = [place.label(f"Y{n + 1}") for n in run.posts]
    own = {place.label(f"guard {number}.{n}") for n in range(1, len(run.posts))}
    caps = place.label(f"Q{number}.")
    parts = [q for q in level.parts if q.solid and (q.label in posts or q.of in own or q.label.startswith(caps))]
    x0, z0 = view.flat(place.pose.point(*line.posts[run.posts[0]].at, brief.height_mm))
    for shape in beyond_shapes(parts, view):
        board.add(replace(shape, points=tuple((x - x0, z - z0) for x, z in shape.points)))
    marks = [view.flat(place.pose.point(*line.posts[n].at, 0.0))[0] - x0 for n in run.posts]
    high = brief.guard_high_mm
    board.line((marks[0] - 300, 0.0), (marks[-1] + 300, 0.0), "ground")
    for a, b in pairwise(marks):
        board.dim((a, -250.0), (b, -250.0), p.bare(b - a), -0.6)
    if len(marks) > 2:
        board.dim((marks[0], -250.0), (marks[-1], -250.0), p.length(marks[-1] - marks[0]), -2.0)
    board.dim((marks[-1] + 180, 0.0), (marks[-1] + 180, high), p.length(high), -1.0)
    bay = GuardBay(brief, line.posts[run.posts[0]], line.posts[run.posts[1]])
    board.dim(
        (marks[0] - 120, 0.0), (marks[0] - 120, brief.deck.guard.under_mm), p.bare(brief.deck.guard.under_mm), 1.0
    )
    if bay.gaps.count and bay.upright:
        left = marks[0] + (bay.centres_mm - bay.clear_mm) / 2
        wide, gap = bay.filling.width_mm, bay.gaps.gap_mm
        board.dim((left + gap + wide, high), (left + 2 * gap + wide, high), p.fine(gap), 1.0)
    title = (
        f"Guard {level.place.label(str(number))}: the {run.edge.side}{' edge' * (run.edge.side == 'far')} from outside"
    )
    return board.scene(f"guard{name}_{number}", title, 200.0)
