"""What can be chosen for a deck, with the words of each."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.views.base import Choice, worded


def deck_choices(job: DeckJob) -> dict[str, list[Choice]]:
    """Every list of choices by the path it sets: those told in words alone, and those the catalogue has for this job."""
    c, region, told = CATALOGUE, job.region, worded("deck")

    def sections(use: str) -> list[Choice]:
        return [Choice(s.id, s.name) for s in c.sections_for(region, use)]

    joists = [Choice(s.id, s.name) for s in sorted(c.sections_for(region, "joist"), key=lambda s: s.width_mm)]
    strips = c.decking[job.deck.boards.product].strip_spaces
    return {
        **told,
        "site.soil": [Choice(s.id, s.name) for s in c.soils.values()],
        "site.climate": [Choice(k.id, k.name) for k in c.climates.values()],
        "deck.species": [Choice(s.id, s.name) for s in c.species.values()],
        "deck.joists.size": joists,
        "deck.beams.size": joists,
        "deck.posts.size": sections("post"),
        "deck.footings.kind": [Choice(f.id, f.name, f.words) for f in c.footings.values()],
        "deck.footings.bag": [Choice(b, c.materials.bags[b].name) for b in c.regions[region].bags],
        "deck.boards.product": [Choice(d.id, d.name) for d in c.decking.values() if d.region == region],
        "deck.boards.fixing": [way for way in told["deck.boards.fixing"] if way.id != "strips" or strips],
        "deck.boards.fascia": sections("fascia"),
    }
