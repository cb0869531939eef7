"""Where a part of a fence stands on its leg: solids made from stations and levels, and read back as them.

A leg's measures are a, the station; b, the level; c, off the middle of the line towards the side of the boards.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from shapely import get_parts
from shapely.geometry import box
from shapely.ops import unary_union

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Part
from rowstake.core.space import Pose, Solid
from rowstake.core.space.outlines import disc
from rowstake.core.space.solid import Flat, dot, minus
from rowstake.core.trades.fence.line import LegLine
from rowstake.core.value import value

SAME_MM = 0.01
FLAT_MM = 0.01
"""What is no further off a line lies on it."""
Depth = tuple[float, float]
"""From where to where off the middle of the line."""


def pose_of(leg: LegLine, side: str) -> Pose:
    c, s = leg.along
    way = 1.0 if side == "left" else -1.0
    return Pose((*leg.start, 0.0), (c, s, 0.0), (0.0, 0.0, 1.0), (-s * way, c * way, 0.0), leg.index)


def stand(
    pose: Pose,
    depth: Depth,
    left: float,
    right: float,
    low: float,
    high: float,
    rise: float = 0.0,
    foot_rise: float | None = None,
) -> Solid:
    """What is seen from the side as a board is: `low` and `high` at its left end, its right end `rise` higher, its foot
    there by its own rise where that differs."""
    foot = rise if foot_rise is None else foot_rise
    profile = ((left, low), (right, low + foot), (right, high + rise), (left, high))
    return Solid(pose, profile, depth[0], depth[1])  # fmt: skip


def lie(
    pose: Pose,
    depth: Depth,
    left: float,
    right: float,
    low: float,
    high: float,
    rise: float = 0.0,
    points: tuple[float, float] = (0.0, 0.0),
) -> Solid:
    """The same by its outline from above, so that its ends may be mitred: by `points` its front reaches further than its back
    at the left and at the right end (below zero, its back reaches further); left and right are the long points."""
    run = right - left
    up = rise / run if run else 0.0
    flat = replace(pose, a=(pose.a[0], pose.a[1], up), b=pose.c, c=(0.0, 0.0, 1.0))
    (back, front), (near, far) = depth, points
    profile = (
        (left + max(0.0, near), back), (right - max(0.0, far), back), (right - max(0.0, -far), front),
        (left + max(0.0, -near), front),
    )  # fmt: skip
    return Solid(flat, profile, low - up * left, high - up * left)


Room = tuple[Depth, Depth]
"""What a post takes up: from station to station, and from where to where off the line."""


@dataclass(frozen=True, slots=True)
class Pit:
    """A hole from above: its outline about the post it is dug for, and what the posts that stand in it take up of it."""

    pose: Pose
    ring: tuple[Flat, ...]
    taken: tuple[tuple[Flat, ...], ...]

    @staticmethod
    def round(pose: Pose, across_mm: float, drawn_out_mm: float, posts: Sequence[Room]) -> Pit:
        """Round about its posts, drawn out for a second one."""
        (a, z), (_, front), back = *posts[0], posts[-1][1][0]
        middle = (a + z) / 2
        about = Pose(pose.point(middle, 0.0, 0.0), pose.a, pose.c, pose.b, pose.number)
        here = [((left - middle, right - middle), depth) for (left, right), depth in posts]
        return Pit(about, disc((0.0, (back + front) / 2), across_mm, drawn_out_mm), _stood_in(here))

    def filled(self, low: float, high: float, whole: bool) -> Solid:
        """A layer of it round the posts, or below them the `whole` of it."""
        return Solid(self.pose, self.ring, low, high, () if whole else self.taken)


def _stood_in(posts: Sequence[Room]) -> tuple[tuple[Flat, ...], ...]:
    """The outlines that posts leave in what is poured round them; two that touch leave one."""
    if len(posts) == 1:
        ((a, z), (back, front)) = posts[0]
        return (((z, back), (z, front), (a, front), (a, back)),)
    taken = unary_union([box(left, near, right, far) for (left, right), (near, far) in posts])
    return tuple(tuple((float(x), float(y)) for x, y in p.exterior.coords[:-1]) for p in get_parts([taken]))


def upright_by(pose: Pose, shape: Sequence[Flat], low: float, high: float) -> Solid:
    """What stands on an outline in stations and depths, from a level to a level."""
    return Solid(pose.laid, tuple(shape), low, high)


def notched(post: Part, cuts: Sequence[tuple[float, float, float]]) -> Part:
    """A post with notches in its face towards the boards: each from a level to a level, and so deep. One that would leave a lip at
    the foot or the head that is too thin to stand goes to the very end."""
    solid = post.solid
    if solid is None or not cuts:
        return post
    (left, foot), (right, _), (_, head), _ = solid.profile
    back, front = solid.near_mm, solid.far_mm
    face = [(front, foot)]
    lip = CATALOGUE.materials.limits.strip_mm
    for low, high, deep in sorted(cuts):
        low, high = foot if low - foot < lip else low, head if head - high < lip else high
        if high <= foot or low >= head:
            continue  # beside the post, not in it
        face += [(front, low), (front - deep, low), (front - deep, high), (front, high)]
    if abs(face[1][1] - foot) < SAME_MM:  # from the very foot
        face = face[2:]
    face.append((front, head))
    if abs(face[-2][1] - head) < SAME_MM:  # to the very top
        face = face[:-2]
    side = replace(solid.pose, a=solid.pose.c, c=solid.pose.a)
    return replace(post, solid=Solid(side, ((back, foot), *face, (back, head)), left, right))


@value
class OnLeg:
    """Where something is seen from the side of its leg: stations, and levels of its left end; its right end `rise_mm` and
    the foot of that `foot_rise_mm` higher."""

    leg: int
    left_mm: float
    right_mm: float
    bottom_mm: float
    top_mm: float
    rise_mm: float = 0.0
    foot_rise_mm: float = 0.0

    def between(self, left: float, right: float) -> Depth:
        """The lowest and the highest level of it between two of its stations."""
        run = (self.right_mm - self.left_mm) or 1.0
        shares = [(x - self.left_mm) / run for x in (left, right)]
        return (
            min(self.bottom_mm + self.foot_rise_mm * k for k in shares),
            max(self.top_mm + self.rise_mm * k for k in shares),
        )


def on_leg(part: Part, poses: Sequence[Pose]) -> OnLeg:
    """Where a part is on its leg. Raises `ValueError` for one that is only counted."""
    solid = part.solid
    if solid is None:
        raise ValueError(f"{part.label} is nowhere")
    pose = poses[solid.pose.number]
    if solid.pose.b == pose.b and len(solid.profile) == 4:
        (left, low), (right, foot), (_, head), (_, high) = solid.profile
        return OnLeg(pose.number, left, right, low, high, head - high, foot - low)
    marks = [(dot(minus(p, pose.at), pose.a), p[2]) for p in solid.corners]
    left, right = min(s for s, _ in marks), max(s for s, _ in marks)
    ends = [[z for s, z in marks if abs(s - end) < 1e-6] for end in (left, right)]
    if len(ends[0]) < 2 or len(solid.profile) > 4:
        ends = [[z for _, z in marks]] * 2
    (low, high), (foot, head) = ((min(z), max(z)) for z in ends)
    return OnLeg(pose.number, left, right, low, high, head - high, foot - low)
