"""What stands in the way at a corner: its posts, turned with the leg before it, and what runs on past it from there.

An outline on the plan is told in the measures of the leg that has to keep clear of it: station, and how far off its line.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from rowstake.core.space import Pose
from rowstake.core.space.outlines import band
from rowstake.core.space.solid import Flat, area, dot
from rowstake.core.trades.fence.layout import Layout, Post
from rowstake.core.trades.fence.on_leg import Depth
from rowstake.core.trades.fence.planes import board_planes_mm, covered_mm, trim_planes_mm
from rowstake.core.trades.fence.resolve import Brief

LONG_MM = 3000.0
SLIVER_MM2 = 0.5
"""What shares less is nothing: pieces that stand 1 mm into each other at a corner of any angle share more."""
LEAST_TURN = 0.2
"""Sine of the least turn at which a double is shifted: under it the next leg runs on nearly straight."""


def doubled(brief: Brief, gate: bool) -> bool:
    """Whether a second post stands against each on the side away from the boards."""
    return brief.fence.posts.doubled == "all" or (gate and brief.fence.posts.doubled == "gates")


def post_depths(brief: Brief, gate: bool) -> list[Depth]:
    """From where to where off the line a post stands, and its double behind it: in the middle of the line, but a gate post
    that is deeper than the others flush with their faces."""
    deep = (brief.gate_post if gate else brief.post).width_mm
    front = brief.post.width_mm / 2
    return [(front - deep * (n + 1), front - deep * n) for n in range(1 + doubled(brief, gate))]


Outline = Sequence[Flat]


def _seen_from(shape: Outline, own: Pose, leg: Pose) -> list[Flat]:
    """An outline in the measures of one leg in those of another: s' = (o - o')·a' + s·a·a' + d·c·a', and d' likewise by c'."""
    moved = (own.at[0] - leg.at[0], own.at[1] - leg.at[1], 0.0)
    (aa, ca, ac, cc) = dot(own.a, leg.a), dot(own.c, leg.a), dot(own.a, leg.c), dot(own.c, leg.c)
    along, off = dot(moved, leg.a), dot(moved, leg.c)
    return [(s * aa + d * ca + along, s * ac + d * cc + off) for s, d in shape]


def _spread(stations: Depth, depth: Depth) -> Outline:
    (left, right), (back, front) = stations, depth
    return (left, back), (right, back), (right, front), (left, front)


def rooms(brief: Brief, layout: Layout, post: Post) -> list[tuple[Depth, Depth]]:
    """(From station to station, from where to where off the line) of a post and its double, on the post's first leg. At a
    corner the double stands back as far as it would reach past the faces of the posts of the next leg; where it would then lie
    against less than half of the first post, as at a sharp corner, there is none."""
    (own, at), half = post.stations[0], post.face_mm / 2
    out = [((at - half, at + half), depth) for depth in post_depths(brief, post.gate)]
    if len(out) > 1 and post.kind == "corner":
        (left, right), (back, front) = out[1]
        here, after = layout.poses[own], layout.poses[own + 1]
        past = max(d for _, d in _seen_from(_spread(*out[1]), here, after)) - brief.post.width_mm / 2
        sideways = dot(here.a, after.c)
        if past > 0 and abs(sideways) > LEAST_TURN:
            shift = past / sideways
            out[1:] = [((left - shift, right - shift), (back, front))] if abs(shift) <= half else []
    return out


def bevelled(brief: Brief, layout: Layout, post: Post) -> Outline | None:
    """The outline of a corner post cut back to the faces of the posts of the next leg, where it would reach past them under
    boards that run round the outside of the corner; None where it does not."""
    if post.kind != "corner" or not brief.style.mitred:
        return None
    (own, _), (after, _) = post.stations
    if (layout.legs[after].turn_deg > 0) == (brief.fence.skin.side == "left"):
        return None
    here, there = layout.poses[own], layout.poses[after]
    whole = _seen_from(_spread(*rooms(brief, layout, post)[0]), here, there)
    kept = band(whole, -LONG_MM, brief.post.width_mm / 2)
    if not kept or abs(area(whole)) - abs(area(kept)) <= SLIVER_MM2:
        return None
    return _seen_from(kept, there, here)


def posts_from(brief: Brief, layout: Layout, post: Post, leg: int) -> list[Outline]:
    """A post and its double as they stand to a leg."""
    own = layout.poses[post.stations[0][0]]
    return [_seen_from(_spread(*room), own, layout.poses[leg]) for room in rooms(brief, layout, post)]


def strip_from(layout: Layout, on: int, ends: Depth, depth: Depth, leg: int) -> Outline:
    """What lies along another leg between two stations, as it stands to a leg."""
    return _seen_from(_spread(ends, depth), layout.poses[on], layout.poses[leg])


def clear_from(shapes: Iterable[Outline], depth: Depth, at: float, way: int) -> float:
    """The station nearest to `at`, going on along the leg (1) or back (-1), from which what lies at a depth off the line is
    clear of shapes about a corner."""
    for shape in shapes:
        met = band(shape, *depth)
        if abs(area(met)) > SLIVER_MM2:
            stations = [s for s, _ in met]
            at = max(at, *stations) if way > 0 else min(at, *stations)
    return at


def past_corner(brief: Brief, layout: Layout, post: Post, leg: int, depth: Depth, at: float) -> float:
    """From where on a leg something is clear of the corner that the leg starts at: of its posts, of what lies as deep between
    posts on the leg before (all of a framed panel), and with sheets of that leg in its whole thickness, which its last batten ends."""
    if post.kind != "corner":
        return at
    depth = covered_mm(brief) if depth == board_planes_mm(brief) else depth  # with what they lean on
    in_way = posts_from(brief, layout, post, leg)
    if post.stations[1][0] == leg:
        end = post.on(leg - 1) - post.face_mm / 2
        trims = trim_planes_mm(brief) if brief.style.framed else {}
        whole = (trims["back"][0], trims["front"][1]) if trims else depth
        in_way.append(strip_from(layout, leg - 1, (end - LONG_MM, end), whole, leg))
    at = clear_from(in_way, depth, at, 1)
    if not brief.style.on_centres or post.stations[1][0] != leg:
        return at
    end = post.on(leg - 1) + brief.batten.width_mm / 2
    out = board_planes_mm(brief)[1] + brief.batten.thickness_mm
    behind = out if brief.faces > 1 else brief.post.width_mm / 2
    before = strip_from(layout, leg - 1, (end - LONG_MM, end), (-behind, out), leg)
    return clear_from([before], depth, at, 1)
