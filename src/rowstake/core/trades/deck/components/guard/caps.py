"""A cap over a guard: a board flat over posts and rails along every run, mitred where two meet."""

from __future__ import annotations

from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Part
from rowstake.core.space import Solid
from rowstake.core.trades.deck.components.guard.bays import cap_section
from rowstake.core.trades.deck.components.guard.line import GuardLine, GuardRun
from rowstake.core.trades.deck.components.guard.mounts import PostPlace, face_half_mm
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import SQUARE, Point, set_in

FACTS = CATALOGUE.steps


def caps(level: DeckLevel, line: GuardLine) -> list[Part]:
    """In lengths that meet over posts; none where none is chosen."""
    section = cap_section(level.brief)
    if section is None:
        return []
    ring, place, brief = list(line.ring), level.place, level.brief
    half, face = section.width_mm / 2, face_half_mm(brief)
    sides = [set_in(ring, lambda e, w=w: line.set_off_mm[ring.index(e)] + w) for w in (-half, half)]  # type: ignore[misc]
    top, longest, screws = (
        brief.height_mm + brief.guard_high_mm,
        max(section.lengths_mm),
        place.label("guard cap screws"),
    )
    out: list[Part] = []
    for number, run in enumerate(line.runs, 1):
        i = ring.index(run.edge)
        posts = [line.posts[n] for n in run.posts]
        corners = [
            _over_one_post(line, run, first, sides)
            or _cap_end(run, posts, first, [side[(i + (not first)) % len(ring)] for side in sides], half, face)
            for first in (True, False)
        ]
        marks = [_on(run, line.posts[n].at) for n in run.posts]
        cuts = _cuts([_on(run, corners[0][0]), *marks[1:-1], _on(run, corners[1][0])], longest)
        for n, (a, b) in enumerate(pairwise(cuts), 1):
            (ax, ay), base = run.edge.along, line.posts[run.posts[0]].at
            start, end = _on(run, base), _on(run, base)
            left = corners[0] if n == 1 else [_across(base, run, a - start, w) for w in (-half, half)]
            right = corners[1] if n == len(cuts) - 1 else [_across(base, run, b - end, w) for w in (-half, half)]
            shape = (left[0], *right, *reversed(left[1:]))
            spread = [x * ax + y * ay for x, y in shape]
            mitred = (n == 1 and run.corners[0]) + (n == len(cuts) - 1 and run.corners[1])
            ends = ("square", "one end mitred, to the long point", "both ends mitred, to the long points")[mitred]
            out.append(
                Part(place.label(f"Q{number}.{n}"), "guard cap", "steps", timber(section.id), place.label("guard"), max(spread) - min(spread),
                     section.width_mm, ends, solid=Solid(place.pose, shape, top - section.thickness_mm, top), hold=Hold(screws), run=place.label("guard cap"))
            )  # fmt: skip
    places = sum(len(run.posts) for run in line.runs)
    screw, _ = brief.sold.screw("deck_screw", section.thickness_mm * CATALOGUE.materials.fixings.board_times)
    return [
        *out,
        Part(screws, "hardware", "steps", screw, place.label("guard"), amount=FACTS.cap_screws * places, unit="each"),
    ]


def _on(run: GuardRun, at: Point) -> float:
    (ax, ay) = run.edge.along
    return at[0] * ax + at[1] * ay


def _across(base: Point, run: GuardRun, along: float, inwards: float) -> Point:
    (ax, ay), (nx, ny) = run.edge.along, run.edge.inward
    return base[0] + ax * along + nx * inwards, base[1] + ay * along + ny * inwards


def _cap_end(
    run: GuardRun, posts: list[PostPlace], first: bool, mitred: list[Point], half: float, face: float
) -> list[Point]:
    """The two corners of a cap's end, the outer one first: at the mitre, or square just past the end post; flush with it beside steps and other
    levels."""
    end = 0 if first else -1
    if run.corners[end]:
        return mitred
    past = face + FACTS.cap_past_mm * (not run.broken[end])
    return [_across(posts[end].at, run, -past if first else past, w) for w in (-half, half)]


def _over_one_post(line: GuardLine, run: GuardRun, first: bool, sides: list[list[Point]]) -> list[Point]:
    """The end of a cap at a post that also closes an edge too short for two: from its own outer corner to the middle of that edge, and from there to
    where its inner side crosses that of the cap on the far side of the edge. Nothing where no such edge lies between, or where both run alike."""
    ring, end = list(line.ring), 0 if first else -1
    beyond = next(
        (r for r in line.runs if r is not run and run.corners[end] and r.corners[-1 - end] and r.posts[-1 - end] == run.posts[end]), None
    )  # fmt: skip
    i = ring.index(run.edge)
    if beyond is None or ring.index(beyond.edge) == (i + (-1 if first else 1)) % len(ring):
        return []
    k = ring.index(beyond.edge)
    (outer, inner), (other, across) = (
        [side[(n + far) % len(ring)] for side in sides] for n, far in ((i, not first), (k, first))
    )
    (px, py), (ux, uy), (qx, qy), (vx, vy) = inner, run.edge.along, across, beyond.edge.along
    turn = ux * vy - uy * vx
    if abs(turn) < SQUARE:
        return []
    along = ((qx - px) * vy - (qy - py) * vx) / turn
    return [outer, ((outer[0] + other[0]) / 2, (outer[1] + other[1]) / 2), (px + ux * along, py + uy * along)]


def _cuts(marks: list[float], longest: float) -> list[float]:
    """From end to end, met over posts so that no piece is longer than is sold."""
    cuts = [marks[0]]
    while marks[-1] - cuts[-1] > longest + 1e-6:
        within = [m for m in marks if cuts[-1] < m <= cuts[-1] + longest]
        if not within:
            break
        cuts.append(max(within))
    return [*cuts, marks[-1]]
