"""Headers, trimmers, rims and hangers worked past what they hold."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.deck.components.frame.rules.joist_over import stronger
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.work import Worked

STEEPER = 1.2
"""How much faster than the span what is used falls must be reckoned."""


def look(planned: DeckLevel) -> Iterator[Finding]:
    p = planned.brief.printer
    over = [w for w in planned.work if w.used > 1.0005 and w.what != "lift"]
    if not over:
        return
    worst = over[0]
    more = f"; {len(over) - 1} more like it" if len(over) > 1 else ""
    beam = next((b for b in planned.supports.beams if b.label == worst.beam), None)
    size = (
        f"{worst.plies} × {(beam.section if beam else planned.supports.joist).name}"
        if worst.moment_knm
        else f"rated {p.force(worst.load_kn / worst.used)}"
    )
    yield found(
        f"The {worst.what} carries {p.force(worst.load_kn)}, {worst.used * 100:.0f} % of what it holds{more}",
        f"{size}"
        + (f" over {p.length(worst.span_mm)}" if worst.span_mm else "")
        + f": {worst.governed_by} governs. "
        + (
            "Posts nearer each other, one of them under the steps, or more plies."
            if beam
            else "A smaller hole, deeper or closer joists, or a beam beside it; a hanger of a higher rating by its maker."
        ),
        [beam.label]
        if beam
        else [label for label, s in planned.sticks if s.kind in worst.what or worst.what.startswith(s.kind)],
        _for_beam(planned, worst) if beam else stronger(planned),
    )


def _for_beam(planned: DeckLevel, worst: Worked) -> list[Fix]:
    chosen = planned.brief.deck.beams
    asked = put_deck("The beam that the load and the steps ask", beams__size=None, beams__plies=None)
    return [*([asked] if chosen.size or chosen.plies else []), _nearer(planned, worst)]


def _nearer(planned: DeckLevel, worst: Worked) -> Fix:
    """Posts so much nearer each other that the beam holds: shear falls with the span, and less where all of the steps come down in one
    bay, so that they are taken nearer than the span alone asks."""
    snap = planned.brief.region.snap_mm
    most = max(500.0, worst.span_mm / worst.used**STEEPER // snap * snap)
    beam = next(b for b in planned.supports.beams if b.label == worst.beam)
    return put_deck(
        f"Posts at most {planned.brief.printer.length(most)} apart, the beam as it is",
        posts__most_mm=most, beams__size=beam.section.id, beams__plies=beam.plies,
    )  # fmt: skip
