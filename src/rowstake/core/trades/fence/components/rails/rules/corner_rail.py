"""Boards at a corner that nothing is behind: at the outside one that ends before the rails of its leg begin, or begins after they end; at
the inside lying ones that begin beside the post."""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Iterable, Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding, Part
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    if brief.along and not brief.style.channels:
        yield from _beside_post(planned)
    if brief.between or brief.along:
        return
    rails, least = _first_of_legs(planned.all("rail")), CATALOGUE.materials.limits.bears_mm
    # A board that leans on the one after it bears on the rails up to their lap only.
    leans = brief.style.deep > 1 and brief.fence.skin.start == "end"
    lap = max((c.laid.lap_mm for c in planned.laid.courses), default=0.0) if leans else 0.0
    if brief.style.deep > 1 and not leans:
        yield from _past_rails(planned, max((c.laid.lap_mm for c in planned.laid.courses), default=0.0))
    ends = _ends_by_leg(planned.all("board"), {leg: ends[0] + least + lap for leg, ends in rails.items() if leg})
    for leg in sorted(rails.keys() - {0}):
        start = rails[leg][0]
        short = [(end - lap, label) for end, label in ends[leg] if end - lap < start + least]
        if short:
            bears, label = min(short)
            more = f", and {len(short) - 1} after it find too little of them" if len(short) > 1 else ""
            other = "right" if brief.fence.skin.side == "left" else "left"
            yield found(
                f"Board {label} at the corner {'bears' if lap else 'ends'} {p.length(max(0.0, start - bears))} before its rails begin{more}",
                "Round the outside of a corner the rails of the second leg begin behind those of the first. Screw such boards to a "
                "block between the ends of the rails, or take wider boards.",
                [own for _, own in short],
                [put("Boards on the other side", skin__side=other)],
            )


def _ends_by_leg(parts: Iterable[Part], before: dict[int, float]) -> defaultdict[int, list[tuple[float, str]]]:
    """Where the boards that begin before a place on their leg end, and their labels."""
    out: defaultdict[int, list[tuple[float, str]]] = defaultdict(list)
    for part in parts:
        if part.solid:
            leg, profile = part.solid.pose.number, part.solid.profile
            if profile[0][0] < before.get(leg, -math.inf):
                out[leg].append((max(profile)[0], part.label))
    return out


def _past_rails(planned: FencePlan, lap: float) -> Iterator[Finding]:
    """Lapped boards run on past the corner post to cover those of the next leg: a narrow last one finds no rail behind what it does not
    lap."""
    p, least = planned.brief.printer, CATALOGUE.materials.limits.bears_mm
    boards, rails = _last_of_legs(planned.all("board")), _last_of_legs(planned.all("rail"))
    for leg in sorted(boards.keys() & rails.keys() - {len(planned.laid.layout.legs) - 1}):
        (start, _, label), (_, end, _) = boards[leg], rails[leg]
        past = start + lap + least - end
        if past > 0:
            yield found(
                f"Board {label} at the corner bears {p.length(past - least)} past the end of its rails"
                if past > least
                else f"Board {label} at the corner has only {p.length(least - past)} of rail behind it",
                "It is screwed to the board before it alone. Screw a block to the corner post for it, or put the boards on the other side.",
                (label,),
                [
                    put(
                        "Boards on the other side",
                        skin__side="right" if planned.brief.fence.skin.side == "left" else "left",
                    )
                ],
            )


def _beside_post(planned: FencePlan) -> Iterator[Finding]:
    """Lying boards on the inside of a corner end at the back of the boards of the leg after, and begin past those of the leg before: either
    way beside the post they would bear on."""
    brief, p, legs = planned.brief, planned.brief.printer, planned.laid.layout.legs
    if not brief.on_posts:
        return
    least = CATALOGUE.materials.limits.bears_mm
    firsts, lasts = _first_of_legs(planned.all("board")), _last_of_legs(planned.all("board"))
    for leg in range(len(legs) - 1):
        post, beside, furthest = planned.laid.layout.leg_posts(leg)[-1], [], 0.0
        for own, ends, at, way in ((leg, lasts, 1, -1), (leg + 1, firsts, 0, 1)):
            if own in ends:
                mark = ends[own][:2][at]
                past = (mark - post.on(own)) * way - post.face_mm / 2
                if past > -least:
                    beside.append((own, mark))
                    furthest = max(furthest, past)
        if beside:
            whose = " and ".join(f"leg {own + 1}" for own, _ in beside)
            yield found(
                f"The boards of {whose} end beside the corner post {post.label}, not on it",
                f"On the inside of a corner they meet {p.length(furthest)} past the edge of the post: no timber is behind their ends. "
                f"Screw a cleat to {post.label} for them, or put the boards on the other side.",
                [label for own, mark in beside for label in _ending_at(planned.parts, own, mark)] + [post.label],
                [put("Boards on the other side", skin__side="right" if brief.fence.skin.side == "left" else "left")],
            )


def _ending_at(parts: Iterable[Part], leg: int, mark: float) -> list[str]:
    """The boards of a leg that begin or end at a station, and what is screwed to them alone."""
    own = [q for q in parts if q.solid and q.solid.pose.number == leg]
    boards = [q for q in own if q.kind == "board" and q.solid and any(abs(a - mark) < 1 for a, _ in q.solid.profile)]
    of = {q.of for q in boards}
    return [q.label for q in boards] + [q.label for q in own if q.kind == "stiffener" and q.of in of]


def _last_of_legs(parts: Iterable[Part]) -> dict[int, tuple[float, float, str]]:
    """By leg: from where to where the piece lies that reaches furthest, and its label."""
    out: dict[int, tuple[float, float, str]] = {}
    for part in parts:
        if part.solid:
            stations = [a for a, _ in part.solid.profile]
            seen = out.get(part.solid.pose.number)
            if seen is None or max(stations) > seen[1]:
                out[part.solid.pose.number] = min(stations), max(stations), part.label
    return out


def _first_of_legs(parts: Iterable[Part]) -> dict[int, tuple[float, float, str]]:
    """By leg: from where to where the first piece lies, and its label. Parts run along their legs."""
    out: dict[int, tuple[float, float, str]] = {}
    for part in parts:
        if part.solid and part.solid.pose.number not in out:
            stations = [a for a, _ in part.solid.profile]
            out[part.solid.pose.number] = min(stations), max(stations), part.label
    return out
