"""The joint at a post, large: cut level through a rail from above, and from the end of a bay at its top; both from the solids."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise

from rowstake.core.drawing.scene import Scene, Shape, Sketch
from rowstake.core.drawing.solids import beyond_shapes, cut_shapes, within
from rowstake.core.parts import Part
from rowstake.core.space import Pose, Vec
from rowstake.core.space.solid import dot
from rowstake.core.space.views import page
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.layout import Post

NEAR_MM = 270.0
"""So much of the fence is shown on both sides of the post."""
DOWN_MM = 300.0
"""So much of it from its top."""
PAST_MM = 40.0
UP: Vec = (0.0, 0.0, 1.0)
Boxes = list[tuple[float, float, float, float]]


JOINTS = ("joint_above", "joint_side")


def joint_scene(planned: FencePlan, name: str) -> Scene:
    """One of the details, of a fence that has a bay."""
    bays = planned.laid.layout.bays
    post = next((b.right for b in bays if b.right.kind == "line"), bays[0].left)
    pose = planned.laid.layout.poses[post.stations[0][0]]
    return _above(planned, post, pose, _near(planned, post, pose)) if name == JOINTS[0] else _side(planned, post)


def _near(planned: FencePlan, post: Post, pose: Pose) -> list[Part]:
    """What comes near a post."""
    x, y, _ = pose.point(post.on(pose.number), 0.0, 0.0)
    reach = 2 * NEAR_MM
    return [
        part
        for part in planned.parts
        if part.solid
        and part.unit == "piece"
        and (box := part.solid.box)[0][0] < x + reach
        and box[1][0] > x - reach
        and box[0][1] < y + reach
        and box[1][1] > y - reach
    ]


def _shifted(shapes: Sequence[Shape], x: float, y: float) -> list[Shape]:
    return [replace(s, points=tuple((a - x, b - y) for a, b in s.points)) for s in shapes]


def boxes(shapes: Sequence[Shape], *looks: str) -> Boxes:
    """Left, low, right, high of the areas of these looks, from left to right."""
    out = []
    for shape in shapes:
        if shape.look in looks:
            xs, ys = [x for x, _ in shape.points], [y for _, y in shape.points]
            out.append((min(xs), min(ys), max(xs), max(ys)))
    return sorted(out)


def _above(planned: FencePlan, post: Post, pose: Pose, near: list[Part]) -> Scene:
    board, p = Sketch(), planned.brief.printer
    view = page(pose.a, (-pose.a[1], pose.a[0], 0.0))
    rails = [
        part
        for part in near
        if part.kind in ("rail", "stiffener") and part.solid and part.solid.pose.number == pose.number
    ]
    tops = [max(q[2] for q in part.solid.corners) for part in rails if part.solid]
    ground = planned.laid.levels.ground[post.label]
    level = max(tops) - planned.brief.rail.width_mm / 2 if tops else ground + planned.brief.top_mm * 0.75
    middle = view.flat(pose.point(post.on(pose.number), 0.0, 0.0))
    shapes = _shifted(cut_shapes(near, view, level), *middle)
    shown = within(shapes, (-NEAR_MM, -NEAR_MM), (NEAR_MM, NEAR_MM))
    for shape in shown:
        board.add(shape)
    boards = [b for b in boxes(shown, "board") if b[0] > -NEAR_MM + 1 and b[2] < NEAR_MM - 1]
    out = 1.0 if boards and boards[0][1] > 0 else -1.0
    edge = max((b[3] if out > 0 else -b[1] for b in boards), default=0.0) * out
    for a, b in list(pairwise(boards))[:1]:
        board.dim((a[0], edge), (a[2], edge), p.bare(a[2] - a[0]), out)
        gap = b[0] - a[2]
        told = "edge to edge" if abs(gap) < 0.05 else f"{p.fine(abs(gap))} {'gap' if gap > 0 else 'lap'}"
        board.text((a[2], edge + out * 110), told, "label")
    half = post.face_mm / 2
    board.dim((-half, -out * half), (half, -out * half), p.bare(2 * half), -out)
    return board.scene(
        "joint_above",
        f"At {post.label} from above, cut through the top rail" if tops else f"At {post.label} from above",
        60.0,
    )


Window = tuple[tuple[float, float], tuple[float, float]]


def past_post(planned: FencePlan, post: Post, level: float, window: Window) -> tuple[list[Shape], list[Shape]]:
    """(the post as it stands beyond, what of the bay is cut just past it), seen along the leg in a window about its middle and a
    level; the boards' side to the right."""
    pose = planned.laid.layout.poses[post.stations[0][0]]
    near = _near(planned, post, pose)
    view = page(pose.c, UP)
    way = 1.0 if dot(view.eye, pose.a) > 0 else -1.0
    at = post.on(pose.number) + way * (post.face_mm / 2 + PAST_MM)
    middle = view.flat(pose.point(post.on(pose.number), 0.0, 0.0))[0]
    own = [part for part in near if part.kind == "post" and part.of == post.label]
    cut = cut_shapes(near, view, dot(pose.point(at, 0.0, 0.0), view.eye))
    stands, bay = (within(_shifted(s, middle, level), *window) for s in (beyond_shapes(own, view), cut))
    return stands, bay


def _side(planned: FencePlan, post: Post) -> Scene:
    board, p = Sketch(), planned.brief.printer
    stands, cut = past_post(
        planned, post, planned.laid.levels.top_mm(post), ((-NEAR_MM / 2, -DOWN_MM), (NEAR_MM / 2, 120.0))
    )
    for shape in [*stands, *cut]:
        board.add(shape)
    rails, boards = boxes(cut, "rail"), boxes(cut, "board")
    low = -DOWN_MM
    for left, _, right, _ in [*rails[:1], *boards[:1]]:
        board.dim((left, low), (right, low), p.bare(right - left), -1.0)
    if boards:
        high = max(b[3] for b in boards)
        outer = max(b[2] for b in boards)
        if high < -1:
            board.dim((outer, high), (outer, 0.0), f"{p.bare(-high)} proud", -1.4)
        if rails:
            board.dim((outer, max(r[3] for r in rails)), (outer, high), p.bare(high - max(r[3] for r in rails)), -1.4)
    return board.scene("joint_side", f"Top of the fence at {post.label}, from the end", 60.0)
