"""A solid: an outline pushed along a direction, placed by a pose. The shape of every part."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import chain

from rowstake.core.value import value

Flat = tuple[float, float]
Vec = tuple[float, float, float]


def minus(p: Vec, q: Vec) -> Vec:
    return p[0] - q[0], p[1] - q[1], p[2] - q[2]


def dot(p: Vec, q: Vec) -> float:
    return p[0] * q[0] + p[1] * q[1] + p[2] * q[2]


def cross(p: Vec, q: Vec) -> Vec:
    return p[1] * q[2] - p[2] * q[1], p[2] * q[0] - p[0] * q[2], p[0] * q[1] - p[1] * q[0]


def unit(p: Vec) -> Vec:
    """Raises `ZeroDivisionError` for a vector without a length."""
    length = math.sqrt(dot(p, p))
    return p[0] / length, p[1] / length, p[2] / length


@dataclass(frozen=True, slots=True)
class Pose:
    """Where a leg, a level or a single part stands: an origin and the directions of its three measures.

    A measure may lean (a raked board's `a` climbs) and directions need not be square to each other, so that plumb cuts and
    leaning boards are outlines like any other. `number` is that of the leg or level it belongs to.
    """

    at: Vec
    a: Vec
    b: Vec
    c: Vec
    number: int = 0

    def point(self, a: float, b: float, c: float) -> Vec:
        """p = at + a·A + b·B + c·C."""
        o, u, v, w = self.at, self.a, self.b, self.c
        return (
            o[0] + a * u[0] + b * v[0] + c * w[0],
            o[1] + a * u[1] + b * v[1] + c * w[1],
            o[2] + a * u[2] + b * v[2] + c * w[2],
        )

    def points(self, flat: Sequence[Flat], c: float) -> tuple[Vec, ...]:
        """All of an outline at a depth c, as `point` gives them."""
        (x, y, z), (ux, uy, uz), (vx, vy, vz), (wx, wy, wz) = self.at, self.a, self.b, self.c
        wx, wy, wz = c * wx, c * wy, c * wz
        return tuple([(x + a * ux + b * vx + wx, y + a * uy + b * vy + wy, z + a * uz + b * vz + wz) for a, b in flat])

    def moved(self, x: float, y: float, z: float) -> Pose:
        return replace(self, at=(self.at[0] + x, self.at[1] + y, self.at[2] + z))

    @property
    def laid(self) -> Pose:
        """The same with outlines as seen from above, pushed upwards: its second and third directions change places."""
        return Pose(self.at, self.a, self.c, self.b, self.number)

    @property
    def handed(self) -> float:
        """The determinant of its directions: the volume of a unit cube, below zero where it is mirrored."""
        return dot(cross(self.a, self.b), self.c)


@dataclass(frozen=True, slots=True)
class Face:
    """One plane side of a solid, its outline counter-clockwise as seen from outside."""

    ring: tuple[Vec, ...]
    holes: tuple[tuple[Vec, ...], ...] = ()
    normal: Vec = (0.0, 0.0, 1.0)


@value
class Solid:
    """`profile` lies in the pose's a and b, and is pushed along c from `near_mm` to `far_mm`; `holes` go through."""

    pose: Pose
    profile: tuple[Flat, ...]
    near_mm: float
    far_mm: float
    holes: tuple[tuple[Flat, ...], ...] = ()

    def ring(self, c: float) -> tuple[Vec, ...]:
        """The outline at a depth c."""
        return self.pose.points(self.profile, c)

    @property
    def corners(self) -> tuple[Vec, ...]:
        return (*self.ring(self.near_mm), *self.ring(self.far_mm))

    @property
    def box(self) -> tuple[Vec, Vec]:
        """The least and the greatest of x, y and z."""
        xs, ys, zs = zip(*self.corners, strict=True)
        return (min(xs), min(ys), min(zs)), (max(xs), max(ys), max(zs))

    @property
    def middle(self) -> Vec:
        low, high = self.box
        return (low[0] + high[0]) / 2, (low[1] + high[1]) / 2, (low[2] + high[2]) / 2

    @property
    def volume_m3(self) -> float:
        """V = (outline − holes) · (far − near) · |det(A, B, C)|."""
        flat = abs(area(self.profile)) - sum(abs(area(h)) for h in self.holes)
        return flat * (self.far_mm - self.near_mm) * abs(self.pose.handed) / 1e9

    def faces(self) -> list[Face]:
        """Both ends and every side; outlines run counter-clockwise seen from outside, holes the other way."""
        out = unit(cross(self.pose.a, self.pose.b))
        mirrored = self.pose.handed < 0
        if mirrored:
            out = (-out[0], -out[1], -out[2])
        rings = []
        for flat in (self.profile, *self.holes):
            left = (area(flat) > 0) != mirrored
            rings.append(flat if left == (flat is self.profile) else flat[::-1])
        points = self.pose.points
        near, far = ([points(ring, c) for ring in rings] for c in (self.near_mm, self.far_mm))
        ends = [
            Face(near[0][::-1], tuple(h[::-1] for h in near[1:]), (-out[0], -out[1], -out[2])),
            Face(far[0], tuple(far[1:]), out),
        ]
        return ends + [side for low, high in zip(near, far, strict=True) for side in _sides(low, high)]


def area(ring: Sequence[Flat]) -> float:
    """Above zero where the ring runs counter-clockwise; ½·Σ (x₀·y₁ - x₁·y₀)."""
    return sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in zip(ring, (*ring[1:], *ring[:1]), strict=True)) / 2


def _sides(near: tuple[Vec, ...], far: tuple[Vec, ...]) -> list[Face]:
    out = []
    for i in range(len(near)):
        j = (i + 1) % len(near)
        p, q, r, s = near[i], near[j], far[j], far[i]
        normal = cross(minus(q, p), minus(s, p))
        if dot(normal, normal) > 1e-12:
            out.append(Face((p, q, r, s), (), unit(normal)))
    return out


def around(boxes: list[tuple[Vec, Vec]]) -> tuple[Vec, Vec]:
    """The box around boxes; a point at the origin where there are none."""
    if not boxes:
        return (0.0, 0.0, 0.0), (0.0, 0.0, 0.0)
    points = list(chain.from_iterable(boxes))
    low, high = (tuple(f(p[k] for p in points) for k in range(3)) for f in (min, max))
    return low, high  # type: ignore[return-value]
