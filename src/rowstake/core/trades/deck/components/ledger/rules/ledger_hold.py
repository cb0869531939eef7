"""A ledger too low for two rows of fixings, or a load that no spacing of them holds."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.reckoners.ledger_fasteners import FACTS, LEAST_MM
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief, ledger = planned.brief.printer, planned.brief, planned.ledger
    if ledger is None:
        return
    facts, free = CATALOGUE.deck, put_deck("Stand it free of the house", house__support="free")
    high = planned.supports.joist.width_mm
    if ledger.rows < 2:
        least = 2 * facts.ledger_edge_mm + facts.ledger_rows_mm
        deeper = [s for s in CATALOGUE.sections_for(brief.region.id, "joist") if s.width_mm >= least - 0.5]
        smallest = min(deeper, key=lambda s: s.width_mm, default=None)
        yield found(
            f"A ledger of {p.length(high)} is too low for two rows of fixings",
            f"{p.length(facts.ledger_edge_mm)} from both edges leaves {p.length(max(0.0, high - 2 * facts.ledger_edge_mm))} between the rows; under "
            f"{p.length(facts.ledger_rows_mm)} the ledger splits along them, and one row lets it turn. The published spacings do not hold for it.",
            ("L1",),
            [
                *([put_deck(f"Joists and ledger of {smallest.name}", joists__size=smallest.id)] if smallest else []),
                free,
            ],
        )
    if ledger.over:
        best = max(FACTS.capacity_n, key=lambda k: FACTS.capacity_n[k])
        stronger = [put_deck("Through bolts", ledger__fastener=best)] if brief.deck.ledger.fastener != best else []
        yield found(
            f"The load asks for ledger fixings {p.length(ledger.spacing_mm)} apart; under {p.length(LEAST_MM)}, or past joists that cannot be stepped "
            "over, they cannot be set",
            f"{p.pressure(brief.total_kpa)} on joists of {p.length(ledger.span_mm)}: a shorter span, stronger fixings, or a beam beside the house.",
            ("L1",),
            [*stronger, put_deck("One more beam", beams__rows=planned.one_more_row), free],
        )
