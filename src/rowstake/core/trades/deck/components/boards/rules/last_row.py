"""A last row too narrow to fix."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.deck.finish import ways_to_finish
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief, laying = planned.brief.printer, planned.brief, planned.laying
    rip = min(laying.first_mm, laying.last_mm)
    if rip >= brief.field.width_mm / 2 - 0.05 or laying.row_count < 2 or brief.deck.boards.run == "diagonal":
        return
    fixes = [
        Fix(words, tuple({"do": "set", "path": f"deck.{path}", "value": value} for path, value in values.items()))
        for words, values in ways_to_finish(brief, laying)
        if "boards.start" not in values
    ]
    where = "at the house" if brief.deck.boards.start == "far" else "at the outer edge"
    yield found(
        f"The last row is {p.fine(rip)} wide, {where}",
        f"Under half of {p.length(brief.field.width_mm)} a board splits at its fixings and shows.",
        [planned.place.label(f"D{b.number}") for b in laying.of("board") if b.row == laying.row_count - 1],
        fixes,
    )
