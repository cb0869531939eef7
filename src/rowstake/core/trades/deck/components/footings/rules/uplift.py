"""Joists that lift off a bearing when only their overhang is loaded."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief = planned.brief.printer, planned.brief
    lift = next((w for w in planned.work if w.what == "lift"), None)
    if lift is None:
        return
    s, t = planned.told_at(planned.grid.on_plan(lift.at))
    fixes = [put_deck("A flush beam, nothing past it", beams__way="flush", beams__overhang_mm=None)]
    if brief.deck.beams.overhang_mm is not None:
        fixes.insert(0, put_deck("An overhang of a sixth of the way", beams__overhang_mm=None))
    fixes.append(put_deck("One more beam", beams__rows=planned.one_more_row, beams__overhang_mm=None))
    yield found(
        f"A joist lifts by {p.force(lift.load_kn)} where it bears {p.length(s)} along, {p.length(t)} out",
        f"{p.length(lift.span_mm)} hangs past its beam, and people stand on that while the rest is empty. "
        + (
            f"Its hangers and ties are said to hold {p.force(brief.deck.joists.hold_kn)} down: stronger ones, or less that hangs over."
            if brief.deck.joists.hold_kn
            else "Hangers are rated to carry, not to hold down: take ties rated for that pull, and say what they hold, or shorten what hangs over."
        ),
        (),
        fixes,
    )
