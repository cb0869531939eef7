"""Tape over the joists."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.fasteners import sold_mm
from rowstake.core.parts import Part
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.components.base import DeckComponent
from rowstake.core.trades.deck.level import DeckLevel

ROLL_MM = CATALOGUE.deck.tape_roll_mm


def _lay(level: DeckLevel) -> list[Part]:
    sold = level.brief.sold
    if not level.brief.deck.joists.tape:
        return []
    rolls = up(sum(j.length_mm for j in level.grid.joists) / sold_mm(sold, ROLL_MM))
    tape = sold.good("joist_tape", ROLL_MM)
    return [Part(level.place.label("joist tape"), "hardware", "frame", tape, "frame", amount=rolls, unit="each")]


COMPONENT = DeckComponent(order=70, lay=_lay)
