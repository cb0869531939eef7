"""Headers, trimmers, rims and hangers worked past what they hold."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.frame.rules.joist_over import stronger
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p = planned.brief.printer
    over = [w for w in planned.work if w.used > 1.0005 and w.what != "lift"]
    if not over:
        return
    worst = over[0]
    more = f"; {len(over) - 1} more like it" if len(over) > 1 else ""
    size = (
        f"{worst.plies} × {planned.supports.joist.name}"
        if worst.moment_knm
        else f"rated {p.force(worst.load_kn / worst.used)}"
    )
    yield found(
        f"The {worst.what} carries {p.force(worst.load_kn)}, {worst.used * 100:.0f} % of what it holds{more}",
        f"{size}" + (f" over {p.length(worst.span_mm)}" if worst.span_mm else "") + f": {worst.governed_by} governs. "
        "A smaller hole, deeper or closer joists, or a beam beside it; a hanger of a higher rating by its maker.",
        [label for label, s in planned.sticks if s.kind in worst.what or worst.what.startswith(s.kind)],
        stronger(planned),
    )
