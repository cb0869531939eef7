"""The elevation: every leg from the side, one beside the other, holes below the ground."""

from __future__ import annotations

from rowstake.core.drawing.scene import Board, LegFrame, Look, Scene, Shape
from rowstake.core.parts import Part
from rowstake.core.planned import Planned

BETWEEN_LEGS_MM = 1400.0
MANY_BOARDS = 2500
"""Past this many boards a stretch is drawn as one strip, so that large drawings stay quick."""
LOOKS: dict[str, Look] = {
    "post": "post", "rail": "rail", "board": "board", "stile": "frame", "gate rail": "frame", "brace": "brace",
    "brace, leaning left": "brace", "gate board": "board", "concrete": "concrete", "gravel": "gravel",
}  # fmt: skip


def leg_offsets(planned: Planned) -> list[float]:
    """Where each leg starts along the elevation."""
    offsets, at = [], 0.0
    for leg in planned.layout.legs:
        offsets.append(at)
        at += leg.length_mm + BETWEEN_LEGS_MM
    return offsets


def elevation_scene(planned: Planned) -> Scene:
    """Seen from the right of the line, so that marks run from left to right; boards lie in front or behind."""
    board, brief, p = Board(), planned.brief, planned.brief.printer
    offsets = leg_offsets(planned)
    in_front = brief.fence.skin.side == "right"
    _ground(board, planned, offsets)
    thin = planned.count("board", "gate board") > MANY_BOARDS
    layers: list[Look] = ["gravel", "concrete", "post"]
    layers += ["rail", "frame", "brace", "board"] if in_front else ["board", "brace", "frame", "rail"]
    grouped: dict[str, list[Part]] = {look: [] for look in layers}
    for part in planned.parts:
        shown = LOOKS.get(part.kind)
        if shown and part.place and not (thin and part.kind == "board"):
            grouped[shown].append(part)
    for look in layers:
        for part in grouped[look]:
            behind = in_front and look in ("rail", "frame", "brace")
            _part(board, part, offsets, LOOKS[part.kind], hidden=behind)
        if thin and look == "board":
            _strips(board, planned, offsets)
    _again(board, planned, offsets)
    _dimensions(board, planned, offsets)
    side = "the boards" if in_front else "the back, rails in front"
    frames = tuple(
        LegFrame(leg.index, (o, 0.0), (o + leg.length_mm, 0.0), leg.length_mm)
        for leg, o in zip(planned.layout.legs, offsets, strict=True)
    )
    word = p.length(brief.top_mm)
    return board.scene("elevation", f"Elevation, seen from {side}; top of boards {word}", 150.0, legs=frames)


def _part(board: Board, part: Part, offsets: list[float], look: Look, hidden: bool) -> None:
    place = part.place
    if place is None:
        return
    x0, x1 = offsets[place.leg] + place.left_mm, offsets[place.leg] + place.right_mm
    of = part.of if look in ("concrete", "gravel") else part.label
    if look == "brace":
        low, high = (x1, x0) if "leaning" in part.kind else (x0, x1)
        board.line((low, place.bottom_mm), (high, place.top_mm), look, of, hidden)
        return
    if look == "concrete":
        middle = (x0 + x1) / 2
        dome = ((x0, place.bottom_mm), (x1, place.bottom_mm), (x1, 0.0), (middle, place.top_mm), (x0, 0.0))
        board.add(Shape("poly", dome, look, of, hidden=True))
        return
    board.rect(x0, place.bottom_mm, x1, place.top_mm, look, of, hidden or look == "gravel")


def _again(board: Board, planned: Planned, offsets: list[float]) -> None:
    """Corner posts stand on two legs: shown once more at the start of the second, as what is already counted."""
    for post in planned.layout.posts:
        for leg, station in post.stations[1:]:
            x, half = offsets[leg] + station, post.face_mm / 2
            foot = -planned.digger.of(post).hole.embedment_mm
            board.rect(x - half, foot, x + half, planned.brief.above_ground_mm, "quiet", post.label, hidden=True)


def _strips(board: Board, planned: Planned, offsets: list[float]) -> None:
    low, high = planned.brief.fence.skin.ground_gap_mm, planned.brief.top_mm
    for course in planned.courses:
        x = offsets[course.leg] + course.left_mm
        board.rect(x, low, x + course.stretch.length_mm, high, "board", course.label)


def _ground(board: Board, planned: Planned, offsets: list[float]) -> None:
    frost = planned.brief.job.site.frost_depth_mm
    for leg, x in zip(planned.layout.legs, offsets, strict=True):
        a, b = x - 350.0, x + leg.length_mm + 350.0
        board.line((a, 0.0), (b, 0.0), "ground")
        if frost:
            board.line((a, -frost), (b, -frost), "frost", "frost", hidden=True)


def _dimensions(board: Board, planned: Planned, offsets: list[float]) -> None:
    layout, brief, p = planned.layout, planned.brief, planned.brief.printer
    deepest = max((planned.digger.of(q).hole.hole_depth_mm for q in layout.posts), default=0.0)
    for post in layout.posts:
        for index, station in post.stations:
            board.text((offsets[index] + station, brief.above_ground_mm + 130), post.label, "label", post.label)
    for bay in layout.bays:
        x = offsets[bay.leg]
        left, right = x + bay.left.on(bay.leg), x + bay.right.on(bay.leg)
        board.dim((left, -deepest), (right, -deepest), p.bare(bay.centres_mm), -1.0, bay.label)
    for opening in layout.openings:
        x = offsets[opening.leg]
        left, right = x + opening.left_mm, x + opening.right_mm
        board.dim((left, -deepest), (right, -deepest), p.bare(right - left), -1.0, f"gate {opening.gate.id}")
    for leg, x in zip(layout.legs, offsets, strict=True):
        board.text((x + leg.length_mm / 2, brief.above_ground_mm + 420), f"leg {leg.index + 1}", "quiet")
        board.dim((x - 60, 0.0), (x - 60, brief.top_mm), p.length(brief.top_mm), 1.0)
