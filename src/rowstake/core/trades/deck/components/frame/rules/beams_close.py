"""Rows of beams so near each other, for a hole that leaves them no other place, that the posts of one stand in the other."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import combinations

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.spread import clear_of_posts


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, clear = planned.brief.printer, clear_of_posts(planned.brief)
    close = [
        (abs(a.t - b.t), a, b)
        for a, b in combinations(planned.supports.beams, 2)
        if abs(a.t - b.t) < clear - 0.1 and min(a.s1, b.s1) - max(a.s0, b.s0) > 1
    ]
    if not close:
        return
    apart, one, other = min(close, key=lambda pair: pair[0])
    names = ", ".join(zone.id for zone in planned.brief.keep_clear) or "the shape"
    yield found(
        f"{one.label} and {other.label} lie {p.length(apart)} apart, and their posts take {p.length(clear)}",
        f"{names} leaves the rows of beams no other place. Move it, make it smaller, or hang that part of the deck another way: "
        "the posts of one row stand in the other as it is drawn.",
        [one.label, other.label],
    )
