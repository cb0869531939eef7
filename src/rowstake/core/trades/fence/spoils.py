"""A made-up fence for the trainer, and how the rules of its inspection are broken in it."""

from __future__ import annotations

from random import Random

from rowstake.core.edits import apply_raw
from rowstake.core.measure import Printer
from rowstake.core.parts import Part
from rowstake.core.trades.fence.document import FenceJob, Leg, new_fence
from rowstake.core.training.spoil import (
    Parts,
    Spoilt,
    Training,
    changed,
    labels,
    longer,
    mirrored,
    moved,
    nearest,
    of_kind,
    parted,
    solid_of,
    turned,
)


def _made_up(chance: Random, region: str) -> FenceJob:
    long, turn = chance.choice((7200, 9000)), chance.choice((90, -90))
    legs = [Leg(length_mm=long, turn_deg=0), Leg(length_mm=chance.choice((4500, 5400)), turn_deg=turn)]
    made = new_fence(
        "A fence to look over", region, legs, chance.choice(("close_butted", "spaced_pickets", "board_on_board"))
    )
    gate = {"do": "add_gate", "leg": 0, "at_mm": chance.choice((2000, 3500)), "opening_mm": 1000}
    job: FenceJob = apply_raw(made, [gate])
    return job


def _line_posts(parts: Parts) -> list[Part]:
    """Posts that no gate hangs on and that are not at an end: there are others on both sides along their leg."""
    posts = of_kind(parts, "post")
    gates = of_kind(parts, "stile")
    out = []
    for post in posts:
        mine = [q for q in posts if solid_of(q).pose.number == solid_of(post).pose.number]
        ends = {min(mine, key=_along).label, max(mine, key=_along).label}
        near = [g for g in gates if abs(_along(g) - _along(post)) < 400]
        if post.label not in ends and not near:
            out.append(post)
    return out


def _along(part: Part) -> float:
    """How far along its own leg."""
    solid = solid_of(part)
    (x, y, _), a = solid.middle, solid.pose.a
    return x * a[0] + y * a[1]


def _aside(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    posts, by = _line_posts(parts), chance.choice((45.0, 60.0))
    if not posts:
        return None
    post = chance.choice(posts)
    a = solid_of(post).pose.a
    now = {post.label: (moved(post, a[1] * by, -a[0] * by),)}
    return Spoilt(changed(parts, now), labels([post]), f"A post stands {p.length(by)} off the string")


def _leaning(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    posts, deg = _line_posts(parts), 4.0
    if not posts:
        return None
    post = chance.choice(posts)
    x, y, _ = solid_of(post).middle
    axis = 0 if abs(solid_of(post).pose.a[0]) > 0.5 else 1
    now = {post.label: (turned(post, (x, y, 0.0), axis, deg),)}
    return Spoilt(
        changed(parts, now), labels([post]), f"A post leans {deg:g}°: nothing holds it in the ground any more"
    )


def _too_wide(parts: Parts, chance: Random, _: Printer) -> Spoilt | None:
    """A post left out, so that rails span two bays."""
    posts = _line_posts(parts)
    if not posts:
        return None
    post = chance.choice(posts)
    mine = [q for q in of_kind(parts, "post") if solid_of(q).pose.number == solid_of(post).pose.number]
    rails = [q for q in of_kind(parts, "rail") if solid_of(q).pose.number == solid_of(post).pose.number]
    a = solid_of(post).pose.a
    over = [q for q in rails if _reach(q, a)[0] < _along(post) < _reach(q, a)[1]]
    gone = {q.label: () for q in parts if q.label == post.label or (q.of == post.of and q.solid and q.kind in GROUND)}
    return Spoilt(changed(parts, gone), labels(nearest(mine, post, 2), over), "A post is missing: rails span two bays")


GROUND = ("concrete", "gravel", "foam")


def _reach(part: Part, a: tuple[float, float, float]) -> tuple[float, float]:
    along = [x * a[0] + y * a[1] for x, y, _ in solid_of(part).corners]
    return min(along), max(along)


def _joint(parts: Parts, chance: Random, _: Printer) -> Spoilt | None:
    rails, posts = of_kind(parts, "rail"), of_kind(parts, "post")
    chance.shuffle(rails)
    for rail in rails:
        profile = [q[0] for q in solid_of(rail).profile]
        middle = (min(profile) + max(profile)) / 2 + chance.choice((-150, 150))
        origin = solid_of(rail).pose.at
        a = solid_of(rail).pose.a
        at = origin[0] * a[0] + origin[1] * a[1] + middle
        own = [q for q in posts if solid_of(q).pose.number == solid_of(rail).pose.number]
        if all(abs(_along(q) - at) > 250 for q in own) and max(profile) - min(profile) > 1200:
            two = parted(rail, middle, 6.0)
            if two:
                words = "A rail is joined between two posts, where nothing carries the joint"
                return Spoilt(changed(parts, {rail.label: two}), labels([rail]), words)
    return None


def _in_soil(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    boards = of_kind(parts, "board")
    if not boards:
        return None
    board = chance.choice(boards)
    down = solid_of(board).box[0][2] + 60.0
    now = {board.label: (moved(board, z=-down),)}
    return Spoilt(changed(parts, now), labels([board]), f"A board stands {p.length(60)} in the soil")


def _gap(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    """Two boards of one leg set apart from each other."""
    boards = of_kind(parts, "board")
    if len(boards) < 8:
        return None
    board, by = chance.choice(boards[2:-2]), chance.choice((40.0, 55.0))
    mine = [q for q in boards if solid_of(q).pose.number == solid_of(board).pose.number]
    a = solid_of(board).pose.a
    now = {board.label: (moved(board, a[0] * by, a[1] * by),)}
    words = f"A board was nailed {p.length(by)} to one side: a gap stands open beside it"
    return Spoilt(changed(parts, now), labels([board], nearest(mine, board, 2)), words)


def _brace(parts: Parts, chance: Random, _: Printer) -> Spoilt | None:
    braces = of_kind(parts, "brace", "brace leaning left")
    if not braces:
        return None
    brace = chance.choice(braces)
    words = "The gate's brace rises from the latch side: it hangs on its screws, and the leaf drops"
    return Spoilt(changed(parts, {brace.label: (mirrored(brace),)}), labels([brace]), words)


def _high(parts: Parts, chance: Random, p: Printer) -> Spoilt | None:
    """A board that stands up over the others."""
    boards = of_kind(parts, "board")
    if not boards:
        return None
    board, by = chance.choice(boards), 120.0
    now = {board.label: (longer(board, by),)}
    return Spoilt(
        changed(parts, now), labels([board]), f"A board stands {p.length(by)} over the height that was allowed"
    )


TRAINING = Training(
    _made_up,
    {
        "fence_line_posts_not_hiding_behind": _aside,
        "fence_posts_loose_leaning_end_grain": _leaning,
        "fence_posts_centres_beyond_rails_or": _too_wide,
        "fence_rails_joint_off_a_post": _joint,
        "fence_boards_in_soil_end_grain": _in_soil,
        "fence_boards_gaps_far_over_what": _gap,
        "fence_gate_drags_gap_uneven_brace": _brace,
        "fence_height_over_the_local_limit": _high,
    },
)
