"""The elevation: every leg from the side, one beside the other, holes below the ground."""

from __future__ import annotations

from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing.scene import LegFrame, Look, Scene, Shape, Sketch
from rowstake.core.parts import Part
from rowstake.core.space import Pose
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.on_leg import on_leg

BETWEEN_LEGS_MM = 1400.0
ROW_MM = 1500.0
"""Between the rows of legs, for their names and figures."""
"""Past this many boards a stretch is drawn as one strip, so that large drawings stay quick."""


WIDE = 1.5
"""The page this is drawn for is so many times as wide as high: a long line is broken into legs one above the other."""
Offsets = list[tuple[float, float]]
"""Where each leg starts on the drawing: along it, and up."""


def leg_offsets(planned: FencePlan) -> Offsets:
    """Legs beside and under each other, in the rows that let them be drawn largest."""
    legs, levels = planned.laid.layout.legs, planned.laid.levels
    high = max(map(levels.top_mm, planned.laid.layout.posts)) - _deepest(planned) + ROW_MM
    lengths = [leg.length_mm for leg in legs]
    reaches = {sum(lengths[: n + 1]) + n * BETWEEN_LEGS_MM for n in range(min(len(legs), MOST_ROWS))}
    ways = [
        _in_rows(lengths, max(reach, *lengths), high)
        for reach in reaches | {sum(lengths) + len(legs) * BETWEEN_LEGS_MM}
    ]
    return min(
        ways, key=lambda way: max(max(x + a for (x, _), a in zip(way, lengths, strict=True)) / WIDE, high - way[-1][1])
    )


MOST_ROWS = 12


def _in_rows(lengths: list[float], longest: float, high: float) -> Offsets:
    """Legs one after the other in rows no longer than the longest may be."""
    out: Offsets = []
    at, down = 0.0, 0.0
    for length in lengths:
        if at and at + length > longest + 1:
            at, down = 0.0, down - high
        out.append((at, down))
        at += length + BETWEEN_LEGS_MM
    return out


def _deepest(planned: FencePlan) -> float:
    """The level of the lowest hole."""
    layout, levels, digger = planned.laid.layout, planned.laid.levels, planned.laid.digger
    return min((levels.ground[q.label] - digger.of(q).hole.hole_depth_mm for q in layout.posts), default=0.0)


def elevation_scene(planned: FencePlan) -> Scene:
    """Seen from the right of the line, so that marks run from left to right; boards lie in front or behind."""
    board, brief, p = Sketch(), planned.brief, planned.brief.printer
    offsets = leg_offsets(planned)
    in_front = brief.fence.skin.side == "right"
    _ground(board, planned, offsets)
    layers: list[Look] = ["hole", "gravel", "concrete", "post"]
    layers += ["rail", "frame", "brace", "board"] if in_front else ["board", "brace", "frame", "rail"]
    grouped: dict[str, list[Part]] = {look: [] for look in layers}
    for part in planned.parts:
        shown = part.sort.look
        if shown and part.solid:
            grouped[shown].append(part)
    for look in layers:
        for part in grouped[look]:
            behind = in_front and look in ("rail", "frame", "brace")
            _part(board, part, planned.laid.layout.poses, offsets, look, hidden=behind)
    _again(board, planned, offsets)
    _dimensions(board, planned, offsets)
    side = "the boards" if in_front else "the back, rails in front"
    frames = tuple(
        LegFrame(leg.index, (x, y), (x + leg.length_mm, y), leg.length_mm)
        for leg, (x, y) in zip(planned.laid.layout.legs, offsets, strict=True)
    )
    word = (
        f"top of boards {p.length(brief.top_mm)}"
        if planned.laid.levels.flat
        else f"{brief.fence.slope.way} over the ground"
    )
    return board.scene("elevation", f"Elevation, seen from {side}; {word}", 150.0, legs=frames)


def _part(board: Sketch, part: Part, poses: tuple[Pose, ...], offsets: Offsets, look: Look, hidden: bool) -> None:
    if part.solid is None:
        return
    place = on_leg(part, poses)
    x, y = offsets[place.leg]
    x0, x1, low, high = x + place.left_mm, x + place.right_mm, y + place.bottom_mm, y + place.top_mm
    rise, foot = place.rise_mm, place.foot_rise_mm
    of = part.of if look in ("concrete", "gravel", "hole") else part.label
    upright = part.solid.pose.b == poses[place.leg].b and len(part.solid.profile) > 4
    if look == "brace" or upright:
        corners = tuple((x + a, y + b) for a, b in part.solid.profile)
        board.add(Shape("poly", corners, look, of, hidden=hidden))
    elif look == "concrete":
        crown = high + CATALOGUE.materials.posts.dome_mm if part.domed else high
        dome = ((x0, low), (x1, low), (x1, high), ((x0 + x1) / 2, crown), (x0, high))
        board.add(Shape("poly", dome, look, of, hidden=True))
    else:
        corners = ((x0, low), (x1, low + foot), (x1, high + rise), (x0, high))
        board.add(Shape("poly", corners, look, of, hidden=hidden or look == "gravel"))


def _again(board: Sketch, planned: FencePlan, offsets: Offsets) -> None:
    """Corner posts stand on two legs: shown once more at the start of the second, as what is already counted."""
    for post in planned.laid.layout.posts:
        for leg, station in post.stations[1:]:
            (x, y), half = offsets[leg], post.face_mm / 2
            x, foot = (
                x + station,
                y + planned.laid.levels.ground[post.label] - planned.laid.digger.of(post).hole.embedment_mm,
            )
            board.rect(x - half, foot, x + half, y + planned.laid.levels.top_mm(post), "quiet", post.label, hidden=True)


def _ground(board: Sketch, planned: FencePlan, offsets: Offsets) -> None:
    """The ground as it was measured, walls where it stands on one, and the frost line below it."""
    frost = planned.brief.job.site.frost_depth_mm
    for leg, (x, y) in zip(planned.laid.layout.legs, offsets, strict=True):
        profile = planned.laid.levels.profiles[leg.index]
        line = [(s, y + v) for s, v in profile.corners(0.0, leg.length_mm)]
        points = [(x - 350.0, line[0][1]), *((x + s, v) for s, v in line), (x + leg.length_mm + 350.0, line[-1][1])]
        for (s0, v0), (s1, v1) in pairwise(line):
            if profile.on_wall((s0 + s1) / 2):
                low = y + min(profile.levels) - 300.0
                board.add(Shape("poly", ((x + s0, low), (x + s1, low), (x + s1, v1), (x + s0, v0)), "zone"))
        board.add(Shape("line", tuple(points), "ground"))
        if frost:
            board.add(Shape("line", tuple((a, b - frost) for a, b in points), "frost", "frost", hidden=True))


def _dimensions(board: Sketch, planned: FencePlan, offsets: Offsets) -> None:
    layout, levels, p = planned.laid.layout, planned.laid.levels, planned.brief.printer
    deepest, over = _deepest(planned), max(map(levels.top_mm, layout.posts)) + 420
    for post in layout.posts:
        for leg, station in post.stations:
            x, y = offsets[leg]
            board.text((x + station, y + levels.top_mm(post) + 130), post.label, "label", post.label)
    spans = [(b.leg, b.left.on(b.leg), b.right.on(b.leg), b.label) for b in layout.bays]
    spans += [(o.leg, o.left_mm, o.right_mm, f"gate {o.gate.id}") for o in layout.openings]
    for leg, left, right, of in spans:
        x, y = offsets[leg]
        board.dim((x + left, y + deepest), (x + right, y + deepest), p.bare(right - left), -1.0, of)
    for line, (x, y) in zip(layout.legs, offsets, strict=True):
        first = layout.leg_posts(line.index)[0]
        ground, top = levels.ground[first.label], levels.top_mm(first) - planned.brief.fence.posts.proud_mm
        board.text((x + line.length_mm / 2, y + over), f"leg {line.index + 1}", "quiet")
        board.dim((x - 60, y + ground), (x - 60, y + top), p.length(top - ground), 1.0)
