"""The plan: the line from above, with posts, boards, gates and what may be dragged."""

from __future__ import annotations

import itertools
import math

from rowstake.core.drawing.buried import draw_buried
from rowstake.core.drawing.scene import Handle, LegFrame, Point, Scene, Shape, Sketch
from rowstake.core.trades.fence.corners import doubled
from rowstake.core.trades.fence.laid import FenceLaid
from rowstake.core.trades.fence.laying import FenceLaying
from rowstake.core.trades.fence.layout import Opening
from rowstake.core.trades.fence.line import LegLine, inner_angle_deg
from rowstake.core.trades.fence.planes import board_planes_mm
from rowstake.core.trades.fence.resolve import Brief

SWING_STEPS = 12
MANY_BAYS = 40


def plan_scene(brief: Brief, laid: FenceLaid | FenceLaying) -> Scene:
    """Shapes of the plan; each bay is dimensioned while there are few, each leg always. It asks for no parts."""
    board, layout, p = Sketch(), laid.layout, brief.printer
    fence = brief.fence
    aside = 1 if fence.skin.side == "left" else -1
    outside = -1 if sum(leg.turn_deg for leg in layout.legs[1:]) > 0 else 1
    for leg in layout.legs:
        board.line(leg.start, leg.end, "string", f"leg {leg.index + 1}")
    draw_buried(board, brief.job.site.buried)
    for obstacle in fence.obstacles:
        leg, half = layout.legs[obstacle.leg], max(obstacle.width_mm / 2, 150.0)
        a, b = obstacle.at_mm, obstacle.at_mm + obstacle.width_mm
        corners = leg.area(a, b, -half, half)
        board.add(Shape("poly", corners, "zone", obstacle.id))
        _name(board, leg, (a + b) / 2, -outside, obstacle.what, obstacle.id)
    _walls(board, brief, laid, aside)
    _skin(board, brief, laid, aside)
    for opening in layout.openings:
        _gate(board, brief, laid, opening, aside)
    for post in layout.posts:
        leg, at = layout.legs[post.stations[0][0]], post.stations[0][1]
        section = brief.gate_post if post.gate else brief.post
        h, d = post.face_mm / 2, section.width_mm / 2
        square = leg.area(at - h, at + h, -d, d)
        board.add(Shape("poly", square, "post", post.label))
        if doubled(brief, post.gate) and laid.digger.of(post).each > 1:
            near, far = -aside * d, -aside * 3 * d
            second = leg.area(at - h, at + h, near, far)
            board.add(Shape("poly", second, "post", post.label))
    named = [q for q in layout.posts if len(layout.posts) <= MANY_BAYS or q.kind != "line"]
    for post in named:
        leg, at = layout.legs[post.stations[0][0]], post.stations[0][1]
        _name(board, leg, at, -outside, post.label, post.label)
    for leg in layout.legs:
        ends = (leg.start, leg.end) if outside > 0 else (leg.end, leg.start)
        board.dim(*ends, f"leg {leg.index + 1}: {p.length(leg.length_mm)}", 2.2, f"leg {leg.index + 1}")
    if len(layout.bays) <= MANY_BAYS:
        for bay in layout.bays:
            first, last = (bay.left, bay.right) if outside > 0 else (bay.right, bay.left)
            board.dim((first.x_mm, first.y_mm), (last.x_mm, last.y_mm), p.bare(bay.centres_mm), 1.2, bay.label)
    for leg in layout.legs[1:]:
        turn = leg.turn_deg
        middle = leg.heading + math.pi - math.radians(180 - turn) / 2
        inwards = (leg.start[0] + math.cos(middle), leg.start[1] + math.sin(middle))
        board.add(Shape("text", (leg.start, inwards), "quiet", text=f"{inner_angle_deg(turn):g}°", aside=2.2))
    frames = tuple(LegFrame(g.index, g.start, g.end, g.length_mm) for g in layout.legs)
    return board.scene("plan", "Plan", 200.0, handles=tuple(_handles(brief, laid)), legs=frames)


def _walls(board: Sketch, brief: Brief, laid: FenceLaid | FenceLaying, aside: int) -> None:
    """Walls the line runs on, where they lie beside or under its posts."""
    posts = brief.fence.posts
    half, thick = brief.post.width_mm / 2, posts.wall_thick_mm
    low, high = {
        "on": (-thick / 2, thick / 2), "back": (aside * half, aside * (half + thick)),
        "behind": (aside * half, aside * (half + thick)), "front": (-aside * half, -aside * (half + thick)),
    }[posts.at_wall]  # fmt: skip
    for leg in laid.layout.legs:
        profile = laid.levels.profiles[leg.index]
        for a, b in itertools.pairwise(profile.stations):
            if b - a > 1 and profile.on_wall((a + b) / 2):
                board.add(Shape("poly", leg.area(a, b, low, high), "concrete"))


def _name(board: Sketch, leg: LegLine, station: float, side: int, words: str, of: str) -> None:
    """A label beside the line, clear of it on the side given."""
    board.text(leg.at(station), words, "label", of, towards=leg.at(station, side * 1.0))


def _skin(board: Sketch, brief: Brief, laid: FenceLaid | FenceLaying, aside: int) -> None:
    """Each stretch of boards as a strip of its true thickness, on its side of the line."""
    back, front = board_planes_mm(brief)
    if brief.style.channels:
        back, front = -brief.board.thickness_mm / 2, brief.board.thickness_mm / 2
    elif brief.between and not brief.on_posts:
        back = brief.rail.thickness_mm / 2
        front = back + brief.board.thickness_mm
    for course in laid.courses:
        leg = laid.layout.legs[course.leg]
        a, b = course.reach.left_mm, course.reach.right_mm
        low, high = aside * back, aside * front
        strip = leg.area(a, b, low, high)
        board.add(Shape("poly", strip, "board", course.label))
        if brief.style.faces == 2 or brief.faces == 2:
            far = leg.area(a, b, -low, -high)
            board.add(Shape("poly", far, "board", course.label))


def _arc(leg: LegLine, hinge: float, width: float, towards_end: bool, aside: int) -> tuple[Point, ...]:
    points = []
    for i in range(SWING_STEPS + 1):
        turn = math.pi / 2 * i / SWING_STEPS
        along = width * math.cos(turn) * (1 if towards_end else -1)
        points.append(leg.at(hinge + along, aside * width * math.sin(turn)))
    return tuple(points)


def _gate(board: Sketch, brief: Brief, laid: FenceLaid | FenceLaying, opening: Opening, aside: int) -> None:
    """Leaves closed, and the arc they sweep."""
    gate, leg = opening.gate, laid.layout.legs[opening.leg]
    built = next(b for b in laid.gates if b.gate.id == gate.id)
    of, width = f"gate {gate.id}", built.leaf.leaf_width_mm
    frame = brief.fence.gate_frame
    thick = brief.frame.thickness_mm / 2
    sides = ["start", "end"] if gate.leaves == 2 else [gate.hinge]
    for side in sides:
        hinge = opening.left_mm + frame.hinge_gap_mm if side == "start" else opening.right_mm - frame.hinge_gap_mm
        end = hinge + (width if side == "start" else -width)
        corners = leg.area(hinge, end, -thick, thick)
        board.add(Shape("poly", corners, "frame", of))
        arc = _arc(leg, hinge, width, side == "start", 1 if gate.swing == "left" else -1)
        for a, b in itertools.pairwise(arc):
            board.line(a, b, "swing", of)
        board.line(arc[-1], leg.at(hinge), "swing", of)
    middle = (opening.left_mm + opening.right_mm) / 2
    _name(board, leg, middle, aside, gate.id, of)


def _handles(brief: Brief, laid: FenceLaid | FenceLaying) -> list[Handle]:
    legs = laid.layout.legs
    out = [Handle("corner", "0", legs[0].start)]
    out += [Handle("corner", str(leg.index + 1), leg.end) for leg in legs]
    for opening in laid.layout.openings:
        leg, middle = legs[opening.leg], (opening.left_mm + opening.right_mm) / 2
        out.append(Handle("gate", opening.gate.id, leg.at(middle), opening.leg, middle - opening.left_mm))
    for o in brief.fence.obstacles:
        middle = o.at_mm + o.width_mm / 2
        out.append(Handle("obstacle", o.id, legs[o.leg].at(middle), o.leg, o.width_mm / 2))
    return out


def outline(planned_legs: list[LegLine], gates: list[tuple[int, float, float]], face: float = 0.0) -> Scene:
    """A small drawing for a list of jobs: the line with its gates left open."""
    board = Sketch()
    for leg in planned_legs:
        cuts = sorted((a, b) for index, a, b in gates if index == leg.index)
        at = 0.0
        for a, b in cuts:
            board.line(leg.at(at), leg.at(a), "string")
            at = b
        board.line(leg.at(at), leg.end, "string")
    for point in [planned_legs[0].start, *(leg.end for leg in planned_legs)]:
        board.add(Shape("circle", (point,), "post", radius_mm=face))
    size = max(leg.length_mm for leg in planned_legs)
    return board.scene("outline", "The line", size * 0.06)


__all__ = ["outline", "plan_scene"]
