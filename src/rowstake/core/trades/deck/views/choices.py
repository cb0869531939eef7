"""What can be chosen for a deck, with the words of each."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.components import components, sections
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.views.base import Choice, worded


def deck_choices(job: DeckJob) -> dict[str, list[Choice]]:
    """Every list of choices by the path it sets: those told in words alone, timber from narrow to wide, and what each component
    has for this job."""
    out = {**worded("deck"), "site.climate": [Choice(k.id, k.name) for k in CATALOGUE.climates.values()]}
    for path, use in sections().items():
        sold = sorted(job.sold_for(use), key=lambda s: s.width_mm)
        out[path] = [Choice(s.id, s.name) for s in sold]
    for component in components():
        out |= component.choices(job)
    return out
