"""The elevation: every leg from the side, one beside the other, holes below the ground."""

from __future__ import annotations

from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing.scene import Board, LegFrame, Look, Scene, Shape
from rowstake.core.parts import Part
from rowstake.core.space import Pose
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.on_leg import on_leg

BETWEEN_LEGS_MM = 1400.0
MANY_BOARDS = 2500
"""Past this many boards a stretch is drawn as one strip, so that large drawings stay quick."""


def leg_offsets(planned: FencePlan) -> list[float]:
    """Where each leg starts along the elevation."""
    offsets, at = [], 0.0
    for leg in planned.laid.layout.legs:
        offsets.append(at)
        at += leg.length_mm + BETWEEN_LEGS_MM
    return offsets


def elevation_scene(planned: FencePlan) -> Scene:
    """Seen from the right of the line, so that marks run from left to right; boards lie in front or behind."""
    board, brief, p = Board(), planned.brief, planned.brief.printer
    offsets = leg_offsets(planned)
    in_front = brief.fence.skin.side == "right"
    _ground(board, planned, offsets)
    thin = planned.count("board", "gate board") > MANY_BOARDS
    layers: list[Look] = ["hole", "gravel", "concrete", "post"]
    layers += ["rail", "frame", "brace", "board"] if in_front else ["board", "brace", "frame", "rail"]
    grouped: dict[str, list[Part]] = {look: [] for look in layers}
    for part in planned.parts:
        shown = part.sort.look
        if shown and part.solid and not (thin and part.kind == "board"):
            grouped[shown].append(part)
    for look in layers:
        for part in grouped[look]:
            behind = in_front and look in ("rail", "frame", "brace")
            _part(board, part, planned.laid.layout.poses, offsets, look, hidden=behind)
        if thin and look == "board":
            _strips(board, planned, offsets)
    _again(board, planned, offsets)
    _dimensions(board, planned, offsets)
    side = "the boards" if in_front else "the back, rails in front"
    frames = tuple(
        LegFrame(leg.index, (o, 0.0), (o + leg.length_mm, 0.0), leg.length_mm)
        for leg, o in zip(planned.laid.layout.legs, offsets, strict=True)
    )
    word = (
        f"top of boards {p.length(brief.top_mm)}"
        if planned.laid.levels.flat
        else f"{brief.fence.slope.way} over the ground"
    )
    return board.scene("elevation", f"Elevation, seen from {side}; {word}", 150.0, legs=frames)


def _part(board: Board, part: Part, poses: tuple[Pose, ...], offsets: list[float], look: Look, hidden: bool) -> None:
    if part.solid is None:
        return
    place = on_leg(part, poses)
    x0, x1 = offsets[place.leg] + place.left_mm, offsets[place.leg] + place.right_mm
    low, high, rise, foot = place.bottom_mm, place.top_mm, place.rise_mm, place.foot_rise_mm
    of = part.of if look in ("concrete", "gravel", "hole") else part.label
    if look == "brace":
        corners = tuple((offsets[place.leg] + s, z) for s, z in part.solid.profile)
        board.add(Shape("poly", corners, look, of, hidden=hidden))
    elif look == "concrete":
        crown = high + CATALOGUE.materials.posts.dome_mm if part.domed else high
        dome = ((x0, low), (x1, low), (x1, high), ((x0 + x1) / 2, crown), (x0, high))
        board.add(Shape("poly", dome, look, of, hidden=True))
    else:
        corners = ((x0, low), (x1, low + foot), (x1, high + rise), (x0, high))
        board.add(Shape("poly", corners, look, of, hidden=hidden or look == "gravel"))


def _again(board: Board, planned: FencePlan, offsets: list[float]) -> None:
    """Corner posts stand on two legs: shown once more at the start of the second, as what is already counted."""
    for post in planned.laid.layout.posts:
        for leg, station in post.stations[1:]:
            x, half = offsets[leg] + station, post.face_mm / 2
            foot = planned.laid.levels.ground[post.label] - planned.laid.digger.of(post).hole.embedment_mm
            board.rect(x - half, foot, x + half, planned.laid.levels.top_mm(post), "quiet", post.label, hidden=True)


def _strips(board: Board, planned: FencePlan, offsets: list[float]) -> None:
    """Each bay's boards as one shape, for fences with very many."""
    for course in planned.laid.courses:
        for foot in course.feet:
            height, x = foot.height_mm, offsets[course.leg]
            a, b = x + foot.start_mm, x + foot.end_mm
            corners = ((a, foot.left_mm), (b, foot.right_mm), (b, foot.right_mm + height), (a, foot.left_mm + height))
            board.add(Shape("poly", corners, "board", course.label))


def _ground(board: Board, planned: FencePlan, offsets: list[float]) -> None:
    """The ground as it was measured, walls where it stands on one, and the frost line below it."""
    frost = planned.brief.job.site.frost_depth_mm
    for leg, x in zip(planned.laid.layout.legs, offsets, strict=True):
        profile = planned.laid.levels.profiles[leg.index]
        line = profile.corners(0.0, leg.length_mm)
        points = [(x - 350.0, line[0][1]), *((x + s, v) for s, v in line), (x + leg.length_mm + 350.0, line[-1][1])]
        for (s0, v0), (s1, v1) in pairwise(line):
            if profile.on_wall((s0 + s1) / 2):
                low = min(profile.levels) - 300.0
                board.add(Shape("poly", ((x + s0, low), (x + s1, low), (x + s1, v1), (x + s0, v0)), "zone"))
        board.add(Shape("line", tuple(points), "ground"))
        if frost:
            board.add(Shape("line", tuple((a, b - frost) for a, b in points), "frost", "frost", hidden=True))


def _dimensions(board: Board, planned: FencePlan, offsets: list[float]) -> None:
    layout, levels, p = planned.laid.layout, planned.laid.levels, planned.brief.printer
    floor = [levels.ground[q.label] - planned.laid.digger.of(q).hole.hole_depth_mm for q in layout.posts]
    deepest = min(floor, default=0.0)
    for post in layout.posts:
        for index, station in post.stations:
            board.text((offsets[index] + station, levels.top_mm(post) + 130), post.label, "label", post.label)
    for bay in layout.bays:
        x = offsets[bay.leg]
        left, right = x + bay.left.on(bay.leg), x + bay.right.on(bay.leg)
        board.dim((left, deepest), (right, deepest), p.bare(bay.centres_mm), -1.0, bay.label)
    for opening in layout.openings:
        x = offsets[opening.leg]
        left, right = x + opening.left_mm, x + opening.right_mm
        board.dim((left, deepest), (right, deepest), p.bare(right - left), -1.0, f"gate {opening.gate.id}")
    for leg, x in zip(layout.legs, offsets, strict=True):
        first = layout.leg_posts(leg.index)[0]
        ground, proud = levels.ground[first.label], planned.brief.fence.posts.proud_mm
        top = levels.top_mm(first) - proud
        board.text(
            (x + leg.length_mm / 2, max(map(levels.top_mm, layout.posts)) + 420), f"leg {leg.index + 1}", "quiet"
        )
        board.dim((x - 60, ground), (x - 60, top), p.length(top - ground), 1.0)
