"""One leaf from its frame side, to scale: frame, brace, boards behind, bars, gaps and sizes."""

from __future__ import annotations

from collections.abc import Sequence

from rowstake.core.drawing.scene import Look, Point, Scene, Shape, Sketch
from rowstake.core.parts import Part
from rowstake.core.space import Pose
from rowstake.core.trades.fence.gates import Built
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.on_leg import on_leg

ORDER: tuple[Look, ...] = ("board", "rail", "frame", "brace")


def leaf_scene(planned: FencePlan, built: Built) -> Scene:
    """The first leaf of a gate between its posts; the second is its mirror."""
    board, p, frame = Sketch(), planned.brief.printer, planned.brief.fence.gate_frame
    opening = next(o for o in planned.laid.layout.openings if o.gate.id == built.gate.id)
    name = f"{built.gate.id}a" if built.gate.leaves == 2 else built.gate.id
    poses = planned.laid.layout.poses
    own = [q for q in built.parts if q.solid and q.label.startswith((f"{name}-", f"{name} bar")) and q.sort.look]
    low = min(on_leg(q, poses).bottom_mm for q in own)
    zero = opening.left_mm
    for post, near in ((opening.left, True), (opening.right, False)):
        x = -post.face_mm if near else opening.right_mm - zero
        if near or built.gate.leaves == 1:
            board.rect(
                x,
                planned.laid.levels.ground[post.label] - low,
                x + post.face_mm,
                planned.laid.levels.top_mm(post) - low,
                "post",
                post.label,
            )
    for look in ORDER:
        for part in own:
            if part.sort.look == look:
                _draw(board, part, poses, (zero, low), look)
    width, height = built.leaf.leaf_width_mm, built.leaf_height_mm
    hinged = built.gate.leaves == 2 or built.gate.hinge == "start"
    left = frame.hinge_gap_mm if hinged else frame.latch_gap_mm
    _hinges(board, built, left if hinged else left + width, height)
    board.dim((left, 0.0), (left + width, 0.0), p.length(width), -1.2)
    outer = min(x for shape in board.shapes for x, _ in shape.points)
    board.dim((outer, 0.0), (outer, height), p.length(height), 1.2)
    foot, head = (left, left + width) if hinged else (left + width, left)
    board.line((foot, 0.0), (head, height), "quiet", hidden=True)
    gaps = f"{p.fine(frame.hinge_gap_mm)} at the hinges, {p.fine(frame.latch_gap_mm)} at the latch"
    brace = f"brace {p.length(built.brace_mm)} at {built.brace_deg:.1f}°"
    top, middle = max(y for s in board.shapes for _, y in s.points), left + width / 2
    for row, words in enumerate((gaps, brace, f"diagonals {p.length(built.leaf.diagonal_mm)}")):
        up = ((middle, top), (middle, top + 1.0))
        board.add(Shape("text", up, "label" if row else "quiet", text=words, aside=0.9 + row))
    if built.panel.bars:
        under = built.panel.boards_mm
        board.dim((left + width, under), (left + width, under + frame.bars_mm), p.length(frame.bars_mm), -1.2)
    leaves = "" if built.gate.leaves == 1 else ", first leaf of two"
    joint = ", half-lapped" if frame.joint == "half_lap" else ""
    return board.scene(f"leaf_{built.gate.id}", f"Gate {built.gate.id} from its frame side{leaves}{joint}", 160.0)


def _draw(board: Sketch, part: Part, poses: Sequence[Pose], zero: Point, look: Look) -> None:
    if part.solid is None:
        return
    if look == "brace":
        corners: tuple[Point, ...] = part.solid.profile
    else:
        at = on_leg(part, poses)
        corners = tuple((x, y) for y in (at.bottom_mm, at.top_mm) for x in (at.left_mm, at.right_mm))
        corners = (corners[0], corners[1], corners[3], corners[2])
    corners = tuple((s - zero[0], z - zero[1]) for s, z in corners)
    board.add(Shape("poly", corners, look, part.label, hidden=look == "board"))


def _hinges(board: Sketch, built: Built, x: float, height: float) -> None:
    """Where the hinges go: on the rails, the third in the middle."""
    marks = [0.12, 0.88] if built.hinges_per_leaf == 2 else [0.12, 0.5, 0.88]
    for share in marks:
        board.add(Shape("circle", ((x, height * share),), "mark", radius_mm=18))
