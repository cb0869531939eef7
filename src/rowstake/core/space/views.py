"""How solids are seen: their outline from any side, what a cut through them shows, and what is in sight of a standpoint."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
import shapely
from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from rowstake.core.space.solid import Face, Flat, Solid, Vec, cross, dot

Rings = tuple[tuple[Flat, ...], ...]
"""An outline, and the holes in it."""
LEAST_MM2 = 1.0
"""Smaller than this is nothing to see."""
EDGE_ON = 1e-9
FAR_MM = 1e7


@dataclass(frozen=True, slots=True)
class View:
    """A way of looking: what is to the right and up on the page, and the way to the eye. Unit vectors, square to each other."""

    right: Vec
    up: Vec
    eye: Vec

    def flat(self, p: Vec) -> Flat:
        """Where a point is on the page."""
        return dot(p, self.right), dot(p, self.up)

    def place(self, q: Flat, depth: float) -> Vec:
        """The point that is seen at `q`, so far towards the eye."""
        r, u, e = self.right, self.up, self.eye
        x, y, z = (q[0] * r[k] + q[1] * u[k] + depth * e[k] for k in range(3))
        return x, y, z


def page(right: Vec, up: Vec) -> View:
    """The view with these ways to the right and up on the page."""
    return View(right, up, cross(right, up))


ABOVE = page((1.0, 0.0, 0.0), (0.0, 1.0, 0.0))


def from_side(heading_deg: float, tilt_deg: float = 0.0) -> View:
    """From a side: `heading_deg` turns the eye left from the x axis, `tilt_deg` lifts it over the horizon (below 90)."""
    h, t = math.radians(heading_deg), math.radians(tilt_deg)
    up = (-math.cos(h) * math.sin(t), -math.sin(h) * math.sin(t), math.cos(t))
    return page((-math.sin(h), math.cos(h), 0.0), up)


def rings_of(shape: Polygon) -> Rings:
    """The outline of an area and those of its holes."""
    return tuple(
        tuple((float(x), float(y)) for x, y in ring.coords[:-1]) for ring in (shape.exterior, *shape.interiors)
    )


def polygons(shape: BaseGeometry) -> list[Polygon]:
    """The areas of whatever an operation left, the slivers thrown away."""
    return [p for p in shapely.get_parts([shape]) if isinstance(p, Polygon) and p.area > LEAST_MM2]


def outline(solid: Solid, view: View) -> Rings:
    """The whole of a solid as its edge is seen."""
    c, eye = solid.pose.c, view.eye
    size = dot(c, c)
    if abs(dot(c, eye)) >= math.sqrt(size) * (1 - 1e-12):
        front = tuple(view.flat(p) for p in solid.ring(solid.far_mm))
        point, flat = solid.pose.point, view.flat
        return (front, *(tuple(flat(point(a, b, solid.far_mm)) for a, b in hole) for hole in solid.holes))
    seen = [_flat(face, view) for face in solid.faces() if dot(face.normal, eye) > EDGE_ON]
    whole = polygons(unary_union([s.buffer(0.001, join_style="mitre") for s in seen]))
    return rings_of(max(whole, key=lambda p: p.area)) if whole else ()


def from_above(solid: Solid) -> Rings:
    return outline(solid, ABOVE)


def _flat(face: Face, view: View) -> Polygon:
    return Polygon([view.flat(p) for p in face.ring], [[view.flat(p) for p in hole] for hole in face.holes])


def cut(solid: Solid, view: View, depth: float) -> list[Rings]:
    """What is cut through by the plane that is `depth` towards the eye, on the page of the view.

    In the solid's own measures the plane is α·a + β·b + γ·c = δ with α = n·A, β = n·B, γ = n·C, δ = depth − n·at.
    """
    pose, n = solid.pose, view.eye
    alpha, beta, gamma = dot(n, pose.a), dot(n, pose.b), dot(n, pose.c)
    delta = depth - dot(n, pose.at)

    def seen(ring: Iterable[tuple[float, float, float]]) -> tuple[Flat, ...]:
        return tuple(view.flat(pose.point(*p)) for p in ring)

    if abs(gamma) > EDGE_ON:
        if math.hypot(alpha, beta) < EDGE_ON and not solid.holes:  # square across: as its outline is
            at = delta / gamma
            return [(seen((a, b, at) for a, b in solid.profile),)] if solid.near_mm < at < solid.far_mm else []
        profile: BaseGeometry = Polygon(solid.profile, solid.holes)
        for limit, keep in ((solid.near_mm, 1.0), (solid.far_mm, -1.0)):
            # α·a + β·b ≤ δ − γ·near where γ > 0, and so on.
            profile = _half(profile, alpha, beta, delta - gamma * limit, keep * math.copysign(1.0, gamma))
        return [
            tuple(seen((a, b, (delta - alpha * a - beta * b) / gamma) for a, b in ring) for ring in rings_of(piece))
            for piece in polygons(profile)
        ]
    if math.hypot(alpha, beta) < EDGE_ON:
        return []
    near, far = solid.near_mm, solid.far_mm
    return [(seen(((*p, near), (*q, near), (*q, far), (*p, far))),) for p, q in _through(solid, alpha, beta, delta)]


def _through(solid: Solid, alpha: float, beta: float, delta: float) -> list[tuple[Flat, Flat]]:
    """The stretches of the line α·a + β·b = δ that lie in a solid's outline: from where it comes in to where it goes out."""
    crossed: list[Flat] = []
    for ring in (solid.profile, *solid.holes):
        sides = [alpha * a + beta * b - delta for a, b in ring]
        for (a, b), (c, d), p, q in zip(ring, (*ring[1:], ring[0]), sides, (*sides[1:], sides[0]), strict=True):
            if (p > 0) != (q > 0):
                k = p / (p - q)
                crossed.append((a + (c - a) * k, b + (d - b) * k))
    crossed.sort(key=lambda q: alpha * q[1] - beta * q[0])
    return [(p, q) for p, q in zip(crossed[::2], crossed[1::2], strict=True) if math.dist(p, q) > 1e-6]


def _half(shape: BaseGeometry, alpha: float, beta: float, delta: float, way: float) -> BaseGeometry:
    """What of a shape lies where way·(α·a + β·b) ≤ way·δ."""
    size = math.hypot(alpha, beta)
    if size < EDGE_ON:
        return shape if way * delta >= 0 else Polygon()
    nx, ny = way * alpha / size, way * beta / size
    d = way * delta / size
    foot, along = (nx * d, ny * d), (-ny, nx)
    a, b = ((foot[0] + along[0] * s, foot[1] + along[1] * s) for s in (-FAR_MM, FAR_MM))
    side = Polygon([a, b, (b[0] - nx * FAR_MM, b[1] - ny * FAR_MM), (a[0] - nx * FAR_MM, a[1] - ny * FAR_MM)])
    return shape.intersection(side)


@dataclass(frozen=True, slots=True)
class FaceSeen:
    """A part of one face that is in sight: of which solid (by its place in the list), how squarely it is turned to the eye
    (1: fully), and what is seen of it."""

    solid: int
    facing: float
    normal: Vec
    rings: Rings


def in_sight(solids: Sequence[Solid], view: View) -> list[FaceSeen]:
    """Every face, or what is left of it when all that stands before it is taken away. Solids may touch, not cross.

    A face's depth at a point (x, y) of the page is w = (d − n·(x·right + y·up)) / (n·eye); of two faces over one place that
    with the greater w hides the other.
    """
    faces = [(i, f) for i, s in enumerate(solids) for f in s.faces() if dot(f.normal, view.eye) > 1e-6]
    if not faces:
        return []
    flats = np.array([_flat(f, view) for _, f in faces], dtype=object)
    shapely.prepare(flats)
    planes = np.array([_plane(f, view) for _, f in faces])
    hidden: dict[int, list[Any]] = {}
    first, second = _pairs(flats, [i for i, _ in faces])
    shared, pair = shapely.get_parts(shapely.intersection(flats[first], flats[second]), return_index=True)
    whole = shapely.area(shared) > LEAST_MM2
    shared, first, second = shared[whole], first[pair[whole]], second[pair[whole]]
    inside = shapely.point_on_surface(shared)
    at = np.column_stack([np.ones(len(shared)), shapely.get_x(inside), shapely.get_y(inside)])
    nearer = np.sum(planes[first] * at, axis=1) >= np.sum(planes[second] * at, axis=1)
    for behind, piece in zip(np.where(nearer, second, first).tolist(), shared.tolist(), strict=True):
        hidden.setdefault(behind, []).append(piece)
    out = []
    for n, (i, face) in enumerate(faces):
        left = (
            flats[n].difference(unary_union([p.buffer(0.01, join_style="mitre") for p in hidden[n]]))
            if n in hidden
            else flats[n]
        )
        out += [FaceSeen(i, dot(face.normal, view.eye), face.normal, rings_of(piece)) for piece in polygons(left)]
    return out


def _plane(face: Face, view: View) -> tuple[float, float, float]:
    """(w0, wx, wy) with depth w = w0 + wx·x + wy·y."""
    n, square = face.normal, dot(face.normal, view.eye)
    return dot(n, face.ring[0]) / square, -dot(n, view.right) / square, -dot(n, view.up) / square


def _pairs(flats: Any, owners: list[int]) -> tuple[Any, Any]:
    """Faces of different solids that may cover each other, each pair once."""
    tree = shapely.STRtree(flats)
    first, second = tree.query(flats, predicate="intersects")
    own = np.array(owners)
    kept = (first < second) & (own[first] != own[second])
    return first[kept], second[kept]
