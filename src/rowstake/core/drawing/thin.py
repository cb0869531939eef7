"""A large drawing as far as a frame shows it: what is out of sight left out, what is finer than a dot drawn together."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from dataclasses import dataclass, replace
from typing import Annotated

from pydantic import Field

from rowstake.core.drawing.fine import Bands, Trails, box_of
from rowstake.core.drawing.scene import Scene, Shape

MOST = 600
"""A drawing of no more shapes is shown whole."""
FINE_PX, BAND_PX = 2.0, 8.0
"""Areas narrower than this are drawn as one with those beside them, until they are so wide; specks no further apart as a line through them."""
CELL_PX = (26.0, 13.0)
"""One word stands in so much room; more could not be read."""
NAME_PX = 19.0
"""How far beside its place a name stands."""
BESIDE = 0.5
"""So much more than the frame on every side, for what is pulled into it."""


Place = Annotated[float, Field(ge=-1e8, le=1e8)]


@dataclass(frozen=True, slots=True)
class Window:
    """The part of a drawing in its frame: from corner to corner, mm, and how many dots it is wide."""

    low: tuple[Place, Place]
    high: tuple[Place, Place]
    wide_px: Annotated[float, Field(ge=1, le=20_000)] = 1000.0


def thin(scene: Scene, window: Window | None = None, kept: Collection[str] = ()) -> Scene:
    """The scene for a window, or for all of it: of no more shapes than are told apart in it. The things in `kept` stay whole.
    `part` says whether more would be seen closer."""
    if len(scene.shapes) <= MOST:
        return scene
    at = window or Window(scene.low, scene.high)
    mm_per_px = max(at.high[0] - at.low[0], 1e-6) / max(at.wide_px, 1.0)
    inside = list(_inside(scene.shapes, window)) if window else list(scene.shapes)
    if len(inside) > MOST:
        inside = _coarse(inside, mm_per_px, frozenset(kept))
    return replace(scene, shapes=tuple(inside), part=True)


def _inside(shapes: Iterable[Shape], at: Window) -> Iterable[Shape]:
    dx, dy = (at.high[0] - at.low[0]) * BESIDE, (at.high[1] - at.low[1]) * BESIDE
    for shape in shapes:
        x0, y0, x1, y1 = box_of(shape)
        if x1 >= at.low[0] - dx and x0 <= at.high[0] + dx and y1 >= at.low[1] - dy and y0 <= at.high[1] + dy:
            yield shape


def _coarse(shapes: list[Shape], mm_per_px: float, kept: frozenset[str]) -> list[Shape]:
    fine = FINE_PX * mm_per_px
    out: list[Shape] = []
    bands, trails = Bands(out, fine, BAND_PX * mm_per_px), Trails(out, fine)
    taken: set[tuple[int, int]] = set()
    for shape in shapes:
        if shape.of in kept and shape.of:
            out.append(shape)
        elif shape.kind in ("text", "dim"):
            if _readable(shape, mm_per_px, taken):
                out.append(shape)
        elif shape.kind == "poly":
            x0, y0, x1, y1 = box = box_of(shape)
            if shape.hidden and min(x1 - x0, y1 - y0) < fine:
                continue
            if max(x1 - x0, y1 - y0) < fine:
                trails.add(shape, box)
            elif x1 - x0 < fine:
                bands.add(shape, box)
            else:
                out.append(shape)
        else:
            out.append(shape)
    bands.close()
    trails.close()
    return out


def _readable(shape: Shape, mm_per_px: float, taken: set[tuple[int, int]]) -> bool:
    """The first word in its room; a measure only where there is room for its figure."""
    x, y = shape.points[0]
    if shape.kind == "dim":
        far = shape.points[-1]
        if max(abs(far[0] - x), abs(far[1] - y)) < CELL_PX[0] * mm_per_px:
            return False
        x, y = (x + far[0]) / 2, (y + far[1]) / 2 + shape.aside * CELL_PX[1] * mm_per_px
    elif len(shape.points) > 1:  # a name beside its place, the way to its second
        beside = NAME_PX * shape.aside * mm_per_px
        x, y = x + (shape.points[1][0] - x) * beside, y + (shape.points[1][1] - y) * beside
    cell = int(x // (CELL_PX[0] * mm_per_px)), int(y // (CELL_PX[1] * mm_per_px))
    if cell in taken:
        return False
    taken.add(cell)
    return True
