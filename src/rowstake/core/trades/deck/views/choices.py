"""What can be chosen for a deck, with the words of each."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.views.base import Choice


def deck_choices(job: DeckJob) -> dict[str, list[Choice]]:
    """Every list of choices by the path it sets."""
    c, region = CATALOGUE, job.region

    def sections(use: str) -> list[Choice]:
        return [Choice(s.id, s.name) for s in c.sections_for(region, use)]

    joists = [Choice(s.id, s.name) for s in sorted(c.sections_for(region, "joist"), key=lambda s: s.width_mm)]
    return {
        "site.soil": [Choice(s.id, s.name) for s in c.soils.values()],
        "site.climate": [Choice(k.id, k.name) for k in c.climates.values()],
        "deck.house.support": [
            Choice("ledger", "carried by the house", "A ledger on the wall: fewer footings; flashing and fixings decide how long it lasts."),
            Choice("free", "free of the house", "A beam near the wall instead of a ledger: nothing is fixed to the house."),
        ],
        "deck.house.siding": [
            Choice("lap", "lap siding"), Choice("board", "board siding"), Choice("render", "render"),
            Choice("masonry", "solid masonry"), Choice("veneer", "brick veneer"),
        ],
        "deck.house.window": [
            Choice("none", "no window near"), Choice("plain", "plain glass near"), Choice("low_e", "low-e glass near"),
        ],
        "deck.species": [Choice(s.id, s.name) for s in c.species.values()],
        "deck.joists.size": joists,
        "deck.beams.size": joists,
        "deck.beams.way": [
            Choice("dropped", "under the joists", "Joists lie on it and may run past it: simple, but it takes height."),
            Choice("flush", "flush with the joists", "Joists hang in it: low, and no overhang."),
        ],
        "deck.posts.size": sections("post"),
        "deck.footings.kind": [Choice(f.id, f.name, f.words) for f in c.footings.values()],
        "deck.footings.bag": [Choice(b, c.materials.bags[b].name) for b in c.regions[region].bags],
        "deck.ledger.fastener": [
            Choice("lag_13mm", "13 mm (1/2 in) lag screws"), Choice("bolt_13mm", "13 mm (1/2 in) bolts"),
            Choice("bolt_13mm_spaced", "13 mm (1/2 in) bolts over spacers", "Water drains behind the ledger."),
        ],
        "deck.boards.product": [Choice(d.id, d.name) for d in c.decking.values() if d.region == region],
        "deck.boards.run": [
            Choice("along", "along the house", "On joists that run out from it."),
            Choice("across", "straight out from the house", "On joists that run along it, free of the house."),
            Choice("diagonal", "at 45°", "Joists one step closer; more is cut off."),
        ],
        "deck.boards.start": [
            Choice("far", "the outer edge", "Whole boards where they show; the rip lies at the house."),
            Choice("house", "the house", "Whole boards at the house; trim the joists so that the last is whole."),
        ],
        "deck.boards.fit": [
            Choice("rip", "as set, last row ripped"), Choice("gap", "gap opened to end whole", "Within the board's limits."),
            Choice("balanced", "both outer rows ripped alike", "At least half a board each."),
        ],
        "deck.boards.fixing": [
            Choice("screws", "face screws", "Two at each joist; any board can be changed."),
            Choice("clips", "hidden clips", "One at each joist between boards; screws on edges and borders."),
            *([Choice("strips", "clip strips", "A strip of clips along every joist; they lift the boards a little.")] if c.decking[job.deck.boards.product].strip_spaces else []),
            Choice("plugs", "screws and plugs", "A plug over every screw."),
        ],
        "deck.boards.stock": [
            Choice("wet", "wet from treatment", "Lay them tight: they shrink."), Choice("yard", "dried in the yard", "About 19 %."),
            Choice("indoors", "kept indoors", "About 12 %: they swell outdoors; leave more gap."),
        ],
        "deck.boards.border.corner": [Choice("mitred", "mitred"), Choice("butted", "butted", "Each board runs through at one end.")],
        "deck.boards.fascia": sections("fascia"),
    }  # fmt: skip
