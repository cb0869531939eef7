"""What a list of jobs shows of a deck."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.trades.deck.drawing.on_plan import deck_outline
from rowstake.core.views.base import Card


def deck_card(job: DeckJob) -> Card:
    """Raises `JobFault` for what the catalogue does not have."""
    shape, p = job.deck.levels[0].shape, job.printer
    size = f"{p.length(shape.width_mm)} × {p.length(shape.out_mm)}"
    return Card(CATALOGUE.regions[job.region].name, "Steps" if job.deck.there else "Deck", size, deck_outline(shape))
