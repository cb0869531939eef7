"""Troughs that hang deeper than the joists leave room for."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.sag import deepest_mm

FACTS = CATALOGUE.deck
LEAST_PCT = 0.5


def look(planned: DeckLevel) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    if not brief.deck.drainage.on:
        return
    deep, most = deepest_mm(brief, planned.grid), planned.joist_mm * FACTS.drain_deep_share - FACTS.drain_clear_mm
    if deep <= most:
        return
    pct = brief.deck.drainage.fall_pct
    less = (most - FACTS.drain_sag_mm) / (deep - FACTS.drain_sag_mm) * pct if deep > FACTS.drain_sag_mm else 0.0
    fixes = (
        [put_deck(f"A fall of {less // 0.1 / 10:g} %", drainage__fall_pct=less // 0.1 / 10)]
        if less // 0.1 / 10 >= LEAST_PCT
        else []
    )
    yield found(
        f"At the gutter the membrane hangs {p.length(deep)} down between joists of {p.length(planned.joist_mm)}",
        f"Blocks across it are set down under it, and what is left of them holds joists upright no more: {p.length(most)} is the most. Less fall, deeper joists, or a "
        "gutter half way.",
        (),
        fixes,
    )
