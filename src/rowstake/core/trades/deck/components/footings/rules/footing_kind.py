"""A kind of footing that does not suit this deck."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.carried import footing_used
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief, facts = planned.brief.printer, planned.brief, CATALOGUE.deck
    deck, kind = brief.deck, brief.footing.id
    pads = put_deck("Use concrete pads", footings__kind="pad")
    if kind == "block":
        why = []
        if brief.attached:
            why.append("the house carries one side and does not move with them")
        if brief.job.site.frost_depth_mm > 0:
            why.append(f"the ground freezes {p.length(brief.job.site.frost_depth_mm)} deep under them")
        if planned.brief.height_mm > facts.block_highest_mm:
            why.append(f"the deck is over {p.length(facts.block_highest_mm)} high")
        wide = max((f.dug.across_mm for f in planned.footings), default=0.0)
        if wide > 2 * facts.block_mm + 0.5:
            why.append(f"the load asks for a base of {p.length(wide)}, more than twice the block")
        if why:
            yield found(
                "Blocks on the ground do not suit this deck",
                f"Here {'; '.join(why)}.",
                [f.label for f in planned.footings],
                [pads],
            )
    if kind == "slab" and (deck.footings.slab_mm or 0) < facts.slab_least_mm:
        told = (
            "its thickness is not known"
            if deck.footings.slab_mm is None
            else f"it is {p.length(deck.footings.slab_mm)} thick"
        )
        yield found(f"The slab must be at least {p.length(facts.slab_least_mm)} thick; {told}",
                    "A thin slab has no anchors to give and cracks under a post.", (), [pads])  # fmt: skip
    heavy = [f for f in planned.footings if (footing_used(brief, f) or 0.0) > 1.0005]
    if kind == "slab" and heavy:
        worst = max(heavy, key=lambda f: f.load_kn)
        held = worst.load_kn / (footing_used(brief, worst) or 1.0)
        yield found(
            f"{worst.label} brings {p.force(worst.load_kn)} to the slab; spread through it the ground bears {p.force(held)}",
            "A slab spreads a load at 45° through its thickness; past that it cracks and sinks. A thicker slab, closer posts, or pads of their own.",
            [f.label for f in heavy],
            [pads],
        )
    if kind == "pile":
        worst = max(planned.footings, key=lambda f: f.load_kn)
        carries = deck.footings.pile_kn
        if carries is None or worst.load_kn > carries + 0.05:
            told = "no rating was entered" if carries is None else f"a pile carries {p.force(carries)}"
            yield found(f"{worst.label} asks a pile of {p.force(worst.load_kn)}; {told}",
                        "The installer states what each pile carries from its turning force.", [worst.label], [pads])  # fmt: skip
