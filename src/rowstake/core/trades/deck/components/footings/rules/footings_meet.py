"""Footings so near each other that they lie in one place."""

from __future__ import annotations

import math
from collections.abc import Iterator
from itertools import combinations

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.deck.carried import FootingAt
from rowstake.core.trades.deck.laid import DeckPlan

MAY_TOUCH_MM = 1.0


def _clear_mm(one: FootingAt, other: FootingAt) -> float:
    """Between the edges of two round footings; of square ones, along the axis that parts them most."""
    wide = (one.dug.across_mm + other.dug.across_mm) / 2
    apart = [abs(a - b) for a, b in zip(one.post.on_site, other.post.on_site, strict=True)]
    return (max(apart) if one.dug.square and other.dug.square else math.hypot(*apart)) - wide


def look(planned: DeckPlan) -> Iterator[Finding]:
    met = [
        (one, other) for one, other in combinations(planned.laid.footings, 2) if _clear_mm(one, other) < -MAY_TOUCH_MM
    ]
    if not met:
        return
    p, (one, other) = planned.brief.printer, min(met, key=lambda pair: _clear_mm(*pair))
    more = f" So do {len(met) - 1} pairs more." if len(met) > 1 else ""
    yield found(
        f"Footings {one.label} and {other.label} lie {p.length(-_clear_mm(one, other))} in each other",
        f"Their posts stand {p.length(math.dist(one.post.on_site, other.post.on_site))} apart.{more} Dig them as one, as wide as both and "
        "as deep as the deeper, or move a beam or a cut so that one post carries both.",
        sorted({f.label for pair in met for f in pair}),
        list(_ways(planned)),
    )


def _ways(planned: DeckPlan) -> Iterator[Fix]:
    """Fewer rows where the builder asked for many, the rules' own number, and piles, which take no hole."""
    rows = planned.laid.main.one_more_row - 1
    if planned.brief.deck.beams.rows is not None:
        yield put_deck("As many beams as the joists ask", beams__rows=None)
    if rows > 1:
        yield put_deck("One row of beams less", beams__rows=rows - 1)
    if planned.brief.footing.id != "pile":
        yield put_deck("Screw piles, which take no hole", footings__kind="pile")
