"""A fascia that stands out as far as the boards over it, so that water runs down its face and behind it."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.fascia import PACKER_MM, SHOWS_MM, stands_mm
from rowstake.core.trades.deck.level import DeckLevel

LEAST_MM = 5.0


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief = planned.brief.printer, planned.brief
    over, stands = brief.deck.boards.overhang_mm, stands_mm(brief)
    if brief.fascia is None or over >= stands + LEAST_MM:
        return
    reach = stands + SHOWS_MM
    yield found(
        f"Boards reach {p.length(over)} over the rim; the fascia stands out {p.length(stands)}",
        f"{p.length(brief.fascia.thickness_mm)} of fascia on packers of {p.length(PACKER_MM)}: water drips clear where boards "
        "reach past it.",
        (),
        [put_deck(f"Let the boards reach {p.length(reach)}", boards__overhang_mm=reach)],
    )
