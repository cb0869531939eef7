"""The job as bodies for a picture that can be turned: what a page needs to draw each part, and no more."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from rowstake.core.faults import refuse
from rowstake.core.parts import Part, Step
from rowstake.core.space import Solid, Vec
from rowstake.core.space.mesh import triangles
from rowstake.core.space.solid import dot

MOST_BODIES = 6000
"""More are not turned in a browser; they are exported."""
ROUND = 0.94
"""Cosine: faces that turn less than so into each other are round, and no line is drawn between them."""
STAGES: tuple[Step, ...] = ("holes", "frame", "skin", "steps", "gates")


@dataclass(frozen=True, slots=True)
class StandingBody:
    """One part: its label, its tint, and the step that puts it up, by number. `corners` are mm, three to a corner; `faces` three
    corners to a triangle, counter-clockwise as seen from outside; `edges` two corners to a line."""

    label: str
    look: str
    step: int
    corners: list[float]
    faces: list[int]
    edges: list[int]


@dataclass(frozen=True, slots=True)
class Standing:
    """Every drawn part, and the steps that put them up, in order."""

    steps: list[str]
    bodies: list[StandingBody]


def standing(parts: Iterable[Part]) -> Standing:
    """Raises `JobFault` for a job of more parts than can be turned."""
    shown = [part for part in parts if part.solid and part.sort.look and part.kind != "soil"]
    if len(shown) > MOST_BODIES:
        raise refuse(
            "document",
            f"{len(shown)} pieces",
            f"up to {MOST_BODIES}",
            "Too many pieces to turn on the screen: take the job away as glTF",
        )
    steps = [step for step in STAGES if any(part.step == step for part in shown)]
    return Standing(list(steps), [_body(part, part.solid, steps.index(part.step)) for part in shown if part.solid])


def _body(part: Part, solid: Solid, step: int) -> StandingBody:
    at: dict[tuple[float, ...], int] = {}

    def corner(p: Iterable[float]) -> int:
        return at.setdefault(tuple(round(v, 1) for v in p), len(at))

    faces = [corner(p) for triangle in triangles(solid) for p in triangle]
    sides: dict[tuple[int, int], list[Vec]] = {}
    for face in solid.faces():
        for ring in (face.ring, *face.holes):
            for p, q in zip(ring, (*ring[1:], ring[0]), strict=True):
                a, b = corner(p), corner(q)
                sides.setdefault((min(a, b), max(a, b)), []).append(face.normal)
    lines = [edge for edge, normals in sides.items() if len(normals) < 2 or abs(dot(normals[0], normals[1])) < ROUND]
    return StandingBody(
        part.label,
        part.sort.look or "",
        step,
        [v for p in at for v in p],
        faces,
        [i for line in sorted(lines) for i in line],
    )
