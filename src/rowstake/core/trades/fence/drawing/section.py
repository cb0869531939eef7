"""The section through a hole: layers, post, ground, frost, and the marks to set it by."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing.scene import Scene, Shape, Sketch
from rowstake.core.drawing.solids import cut_shapes
from rowstake.core.space.solid import dot
from rowstake.core.space.views import page
from rowstake.core.trades.fence.drawing.joint import boxes, past_post
from rowstake.core.trades.fence.holes import HoleKind
from rowstake.core.trades.fence.laid import FencePlan


def _cut(planned: FencePlan, kind: HoleKind, top_mm: float) -> list[Shape]:
    """What a plane along the leg through the middle of the first post of a kind goes through, from its hole up to a level; seen
    from the side of the boards, its middle and its ground at nought."""
    layout, levels = planned.laid.layout, planned.laid.levels
    post = next(q for q in layout.posts if planned.laid.digger.of(q) is kind)
    pose = layout.poses[post.stations[0][0]]
    view = page(pose.a, pose.b)
    own = [part for part in planned.parts if part.of == post.label and part.step == "holes" and part.solid]
    stands = next(part.solid for part in own if part.kind == "post" and part.solid)
    depth = (
        dot(stands.pose.point(0.0, 0.0, (stands.near_mm + stands.far_mm) / 2), view.eye)
        if stands.pose.b == pose.b
        else dot(pose.point(post.on(pose.number), 0.0, 0.0), view.eye)
    )
    x, y = dot(pose.point(post.on(pose.number), 0.0, 0.0), view.right), levels.ground[post.label]
    shapes = cut_shapes(own, view, depth)
    return [replace(s, points=tuple((px - x, min(py - y, top_mm)) for px, py in s.points)) for s in shapes]


def section_scene(planned: FencePlan, kind: HoleKind) -> Scene:
    """One kind of hole, to scale, from below the gravel to the top of the post."""
    if not kind.dug:
        return _base_scene(planned, kind)
    board, brief, p = Sketch(), planned.brief, planned.brief.printer
    hole, radius, half = kind.hole, kind.diameter_mm / 2, kind.post.thickness_mm / 2
    above, wide = kind.above_mm, max(kind.diameter_mm * 1.15, 420.0)
    top = min(above, max(700.0, hole.hole_depth_mm * 0.5)) if above > hole.hole_depth_mm else above
    board.add(Shape("poly", ((-wide, 0), (-radius, 0), (-radius, -hole.hole_depth_mm), (radius, -hole.hole_depth_mm),
                             (radius, 0), (wide, 0), (wide, -hole.hole_depth_mm - 120), (-wide, -hole.hole_depth_mm - 120)),
                    "hole"))  # fmt: skip
    board.line((-wide, 0.0), (-radius, 0.0), "ground")
    board.line((radius, 0.0), (wide, 0.0), "ground")
    for shape in _cut(planned, kind, top):
        board.add(shape)
    for layer in kind.layers:
        if layer.domed:  # what is struck off over the ground, on both sides of the post
            for way in (-1, 1):
                board.add(
                    Shape(
                        "poly",
                        ((way * half, 0.0), (way * radius, 0.0), (way * half, layer.top_mm)),
                        "concrete",
                        layer.what,
                    )
                )
    frost = brief.job.site.frost_depth_mm
    if frost:
        board.line((-wide, -frost), (wide, -frost), "frost", hidden=True)
        board.text((-wide * 0.72, -frost + 24), "frost", "quiet")
    board.dim((-radius, -hole.hole_depth_mm), (-radius, 0.0), p.length(hole.hole_depth_mm), 1.6)
    board.dim((radius, 0.0), (radius, -hole.embedment_mm), p.length(hole.embedment_mm), 1.6)
    if brief.fence.posts.gravel_mm:
        board.dim(
            (radius, -hole.embedment_mm),
            (radius, -hole.hole_depth_mm),
            p.length(brief.fence.posts.gravel_mm),
            1.6,
        )
    board.dim((-radius, -hole.hole_depth_mm), (radius, -hole.hole_depth_mm), p.length(kind.diameter_mm), -1.0)
    more = "" if top >= above else f"{p.length(above)} above ground"
    if more:
        board.text((0.0, top + 60), more, "label")
    else:
        board.dim((half, top), (half, 0.0), p.length(above), 1.4)
    twice = ", widened for a second post" if kind.each > 1 else ""
    return board.scene(f"section_{kind.setting.name}", f"Hole of the {kind.plural}{twice}", 90.0)


def _base_scene(planned: FencePlan, kind: HoleKind) -> Scene:
    """A post without a hole: on its base over a slab or wall, or bolted to the back of a wall; seen along the line, with the bay
    beside it cut, so that the gap it drips through stands in sight."""
    board, p, posts = Sketch(), planned.brief.printer, planned.brief.fence.posts
    deep, reach, above = kind.post.width_mm, kind.hole.embedment_mm, kind.above_mm
    low, wall = -posts.wall_over_soil_mm, posts.wall_thick_mm
    top = min(above, 900.0)
    if reach < 0:
        wide = wall if kind.setting.walled else 700.0
        low = low if kind.setting.walled else -150.0
        board.rect(-wide / 2, low, wide / 2, 0.0, "concrete", "masonry")
        board.rect(-deep / 2 - 8, 0.0, deep / 2 + 8, -reach, "frame", "base")
        board.dim((-deep / 2, 0.0), (-deep / 2, -reach), p.length(-reach), 1.6)
    else:
        board.rect(0.0, low, wall, 0.0, "concrete", "masonry")
        board.dim((-deep, -reach), (-deep, 0.0), p.length(reach), 1.6)
        board.dim((0.0, low), (wall, low), p.length(wall), -1.0)
    _stands(board, planned, kind, 0.0 if reach < 0 else deep / 2, top)
    for n in range(CATALOGUE.materials.masonry.bolts_per_post if reach >= 0 else 0):
        y = -reach * (0.15 + 0.7 * n / max(CATALOGUE.materials.masonry.bolts_per_post - 1, 1))
        board.line((-deep - 20, y), (wall + 20, y), "brace")
    if kind.setting.walled:
        board.line((-wall - 300, low), (0.0 if reach > 0 else -wall / 2, low), "ground")
        board.line((wall if reach > 0 else wall / 2, low), (wall + 300, low), "ground")
    board.text((0.0, top + 60), f"{p.length(above)} above what it stands on", "label")
    return board.scene(f"section_{kind.setting.name}", f"{kind.plural.capitalize()}: {kind.method.name}", 90.0)


def _stands(board: Sketch, planned: FencePlan, kind: HoleKind, back_mm: float, top: float) -> None:
    """The post, and the boards and rails of its bay with the gap that they leave over the wall or slab."""
    p, digger = planned.brief.printer, planned.laid.digger
    own = [q for q in planned.laid.layout.posts if digger.of(q) is kind]
    post = next((q for q in own if q.kind == "line"), own[0])
    window = ((-600.0, -2000.0), (600.0, top))
    stands, bay = past_post(planned, post, planned.laid.levels.ground[post.label], window)
    for shape in [*stands, *bay]:
        board.add(replace(shape, points=tuple((x - back_mm, y) for x, y in shape.points)))
    boards = boxes(bay, "board")
    if boards and (foot := min(b[1] for b in boards)) > 1:
        out = max(b[2] for b in boards) - back_mm
        board.dim((out, 0.0), (out, foot), f"{p.fine(foot)} to drip", -1.6)
