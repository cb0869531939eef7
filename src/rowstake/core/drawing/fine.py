"""What is finer than a dot of a drawing, drawn as one with its like beside it: areas as a band, specks as a line through them."""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace

from shapely.geometry import LineString

from rowstake.core.drawing.scene import Shape

Box = tuple[float, float, float, float]


def box_of(shape: Shape) -> Box:
    """From its lowest corner to its highest."""
    (xs, ys), r = zip(*shape.points, strict=True), shape.radius_mm
    return min(xs) - r, min(ys) - r, max(xs) + r, max(ys) + r


def _alike(one: Shape, other: Shape) -> bool:
    return one.look == other.look and one.layer == other.layer and one.hidden == other.hidden


@dataclass
class Bands:
    """Narrow areas that follow one another, as one no wider than `most`, in `out` when it ends."""

    out: list[Shape]
    near: float
    most: float
    open: tuple[Shape, Box] | None = None

    def add(self, shape: Shape, box: Box) -> None:
        joined = self._joined(shape, box)
        if joined is None:
            self.close()
        self.open = (shape, joined or box)

    def close(self) -> None:
        if self.open:
            like, (x0, y0, x1, y1) = self.open
            self.out.append(replace(like, points=((x0, y0), (x1, y0), (x1, y1), (x0, y1)), of=""))
        self.open = None

    def _joined(self, shape: Shape, box: Box) -> Box | None:
        """The room of the band with one more beside it; None where that is another look, another place, or wide enough."""
        if self.open is None:
            return None
        like, band = self.open
        beside = (
            box[0] <= band[2] + self.near and box[2] >= band[0] - self.near and box[1] <= band[3] and box[3] >= band[1]
        )
        out = min(band[0], box[0]), min(band[1], box[1]), max(band[2], box[2]), max(band[3], box[3])
        return out if _alike(like, shape) and beside and out[2] - out[0] <= self.most else None


@dataclass
class Trails:
    """Specks that follow one another no further apart than `near`, as a line through their middles, in `out` when it ends."""

    out: list[Shape]
    near: float
    like: Shape | None = None
    places: list[tuple[float, float]] = field(default_factory=list)

    def add(self, shape: Shape, box: Box) -> None:
        at = (box[0] + box[2]) / 2, (box[1] + box[3]) / 2
        if not (self.like and _alike(self.like, shape) and math.dist(self.places[-1], at) <= self.near):
            self.close()
            self.like = shape
        self.places.append(at)

    def close(self) -> None:
        if self.like and len(self.places) > 1:
            through = LineString(self.places).simplify(self.near / 4, preserve_topology=False).coords
            self.out.append(replace(self.like, kind="line", points=tuple((x, y) for x, y in through), of=""))
        elif self.like:
            self.out.append(self.like)
        self.like, self.places = None, []
