"""Posts that stand where they were measured, further apart than their beam reaches, or too far from its ends."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.deck.beam_line import BeamLine
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.spread import MOST_PLIES
from rowstake.core.trades.deck.supports import allowed_beam


def look(planned: DeckLevel) -> Iterator[Finding]:
    p = planned.brief.printer
    for beam in planned.supports.beams:
        end = max(beam.ends, key=lambda e: e.past_mm - e.most_mm)
        if end.past_mm > end.most_mm + 0.5:
            yield found(
                f"As its posts stand, {beam.label} goes {p.length(end.past_mm)} past the last of them: {p.length(end.most_mm)} is the most",
                "A quarter of the bay beside it, or its end sinks and the next post lifts. A post nearer the end, or a beam cut shorter under joists that reach it.",
                [beam.label],
                [],
            )
    over = [b for b in planned.supports.beams if b.reach.used > 1.0005]
    if not over:
        return
    worst = max(over, key=lambda b: b.reach.used)
    yield found(
        f"As its posts stand, {worst.label} spans {p.length(worst.reach.span_mm)}: it reaches {p.length(worst.reach.allowed_mm)}",
        f"{worst.plies} × {worst.section.name} under {worst.carries_words(p)}: {worst.reach.governed_by} governs. A post between, the footing moved back, or "
        "more plies.",
        [b.label for b in over],
        list(_more_plies(planned, worst)),
    )


def _more_plies(planned: DeckLevel, beam: BeamLine) -> Iterator[Fix]:
    """As few as reach so far."""
    for plies in range(beam.plies + 1, MOST_PLIES + 1):
        reach, _ = allowed_beam(planned.brief, beam.section, plies, beam.carried_mm * beam.as_much)
        if reach >= beam.reach.span_mm:
            chosen = (
                {"beams__plies": plies}
                if planned.supports.flush
                else {"beams__plies": plies, "beams__size": beam.section.id}
            )
            yield put_deck(f"Beams of {plies} plies", **chosen)
            return
