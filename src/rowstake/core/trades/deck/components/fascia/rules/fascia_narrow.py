"""A fascia narrower than the frame it covers."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief = planned.brief.printer, planned.brief
    depth = planned.supports.joist.width_mm
    if brief.fascia is None or brief.fascia.width_mm >= depth - 0.5:
        return
    wide = [s for s in CATALOGUE.sections_for(brief.region.id, "fascia") if s.width_mm >= depth]
    yield found(
        f"Fascia of {p.length(brief.fascia.width_mm)} does not cover joists of {p.length(depth)}",
        "It is ripped from the next width sold.",
        (),
        [put_deck(f"Use {wide[0].name}", boards__fascia=wide[0].id)] if wide else [],
    )
