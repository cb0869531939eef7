"""A bracket anchored to a slab that is there already: nothing is dug."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.footings.base import Dug, FootingKind, Under


def dig(under: Under) -> Dug:
    """The slab spreads the load at 45° through its thickness, taken as the least where it was not measured."""
    facts, facts_deck = CATALOGUE.materials.masonry, CATALOGUE.deck
    items = (
        (under.sold.good("post_base_bolted", under.post_name), 1),
        (under.sold.good("masonry_anchor"), facts.anchors_per_base),
    )
    spread = under.post_mm + 2 * (under.slab_mm or facts_deck.slab_least_mm)
    return Dug(
        under.post_deep_mm, 0.0, (), 0.0, items, bears_m2=spread * spread / 1e6,
        words=lambda p: f"on the slab, which spreads it over {p.length(spread)} square",
    )  # fmt: skip


KIND = FootingKind("slab", dig)
