"""A large drawing as far as a frame shows it: what is out of sight left out, what is finer than a dot drawn together."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from dataclasses import dataclass, replace
from typing import Annotated

from pydantic import Field

from rowstake.core.drawing.scene import Scene, Shape

MOST = 1500
"""A drawing of no more shapes is shown whole."""
FINE_PX, BAND_PX = 2.0, 8.0
"""Areas narrower than this are drawn as one with those beside them, until they are so wide."""
CELL_PX = (26.0, 13.0)
"""One word stands in so much room; more could not be read."""
BESIDE = 0.5
"""So much more than the frame on every side, for what is pulled into it."""


Place = Annotated[float, Field(ge=-1e8, le=1e8)]


@dataclass(frozen=True, slots=True)
class Window:
    """The part of a drawing in its frame: from corner to corner, mm, and how many dots it is wide."""

    low: tuple[Place, Place]
    high: tuple[Place, Place]
    wide_px: Annotated[float, Field(ge=1, le=20_000)] = 1000.0


Box = tuple[float, float, float, float]


def thin(scene: Scene, window: Window | None = None, kept: Collection[str] = ()) -> Scene:
    """The scene for a window, or for all of it: of no more shapes than are told apart in it. The things in `kept` stay whole.
    `part` says whether more would be seen closer."""
    if len(scene.shapes) <= MOST:
        return scene
    at = window or Window(scene.low, scene.high)
    mm_per_px = max(at.high[0] - at.low[0], 1e-6) / max(at.wide_px, 1.0)
    inside = list(_inside(scene.shapes, at))
    if len(inside) > MOST:
        inside = _coarse(inside, mm_per_px, frozenset(kept))
    return replace(scene, shapes=tuple(inside), part=True)


def _box(shape: Shape) -> Box:
    xs, ys, r = [x for x, _ in shape.points], [y for _, y in shape.points], shape.radius_mm
    return min(xs) - r, min(ys) - r, max(xs) + r, max(ys) + r


def _inside(shapes: Iterable[Shape], at: Window) -> Iterable[Shape]:
    dx, dy = (at.high[0] - at.low[0]) * BESIDE, (at.high[1] - at.low[1]) * BESIDE
    for shape in shapes:
        x0, y0, x1, y1 = _box(shape)
        if x1 >= at.low[0] - dx and x0 <= at.high[0] + dx and y1 >= at.low[1] - dy and y0 <= at.high[1] + dy:
            yield shape


def _coarse(shapes: list[Shape], mm_per_px: float, kept: frozenset[str]) -> list[Shape]:
    fine, band = FINE_PX * mm_per_px, BAND_PX * mm_per_px
    out: list[Shape] = []
    open_: tuple[Shape, Box] | None = None
    taken: set[tuple[int, int]] = set()

    def close() -> None:
        nonlocal open_
        if open_:
            like, (x0, y0, x1, y1) = open_
            out.append(replace(like, points=((x0, y0), (x1, y0), (x1, y1), (x0, y1)), of=""))
            open_ = None

    for shape in shapes:
        if shape.of in kept and shape.of:
            out.append(shape)
        elif shape.kind in ("text", "dim"):
            if _readable(shape, mm_per_px, taken):
                out.append(shape)
        elif shape.kind == "poly" and shape.hidden and _slight(_box(shape), fine):
            continue
        elif shape.kind == "poly" and (box := _box(shape)) and box[2] - box[0] < fine:
            joined = _joined(open_, shape, box, fine, band)
            if joined is None:
                close()
            open_ = (shape, joined or box)
        else:
            out.append(shape)
    close()
    return out


def _slight(box: Box, fine: float) -> bool:
    """Too fine either way to be seen behind or below something."""
    return min(box[2] - box[0], box[3] - box[1]) < fine


def _joined(open_: tuple[Shape, Box] | None, shape: Shape, box: Box, near: float, most: float) -> Box | None:
    """The room of a band with one more beside it; None where that is another look, another place, or wide enough."""
    if open_ is None:
        return None
    like, band = open_
    same = (like.look, like.layer, like.hidden) == (shape.look, shape.layer, shape.hidden)
    beside = box[0] <= band[2] + near and box[2] >= band[0] - near and box[1] <= band[3] and box[3] >= band[1]
    out = min(band[0], box[0]), min(band[1], box[1]), max(band[2], box[2]), max(band[3], box[3])
    return out if same and beside and out[2] - out[0] <= most else None


def _readable(shape: Shape, mm_per_px: float, taken: set[tuple[int, int]]) -> bool:
    """The first word in its room; a measure only where there is room for its figure."""
    x, y = shape.points[0]
    if shape.kind == "dim":
        far = shape.points[-1]
        if max(abs(far[0] - x), abs(far[1] - y)) < CELL_PX[0] * mm_per_px:
            return False
        x, y = (x + far[0]) / 2, (y + far[1]) / 2 + shape.aside * CELL_PX[1] * mm_per_px
    cell = int(x // (CELL_PX[0] * mm_per_px)), int(y // (CELL_PX[1] * mm_per_px))
    if cell in taken:
        return False
    taken.add(cell)
    return True
