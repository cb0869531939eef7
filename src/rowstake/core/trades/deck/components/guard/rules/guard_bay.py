"""Guard posts further apart than their rails should reach."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.guard.bays import GuardBay
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    line, p, most = lay_line(planned), planned.brief.printer, CATALOGUE.deck.guard_posts_mm
    bays = [
        (a, GuardBay(planned.brief, line.posts[a], line.posts[b])) for run in line.runs for a, b in pairwise(run.posts)
    ]
    long = [(a, bay) for a, bay in bays if bay.centres_mm > most + 0.5]
    if long:
        widest = max(bay.centres_mm for _, bay in long)
        yield found(
            f"Guard posts {p.length(widest)} apart: rails reach {p.length(most)}",
            "A rail leaned on springs, and pulls its ends out of the posts.",
            [planned.place.label(f"Y{a + 1}") for a, _ in long],
            [put_deck("The usual spacing", guard__most_mm=None)],
        )
