"""Workings of the quantities."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.catalogue.models import Bag
from rowstake.core.measure import Printer
from rowstake.core.parts import Notebook
from rowstake.core.takeoff.lists import TakeOff


def explain_lists(
    p: Printer,
    bag: Bag,
    lists: TakeOff,
    holes: str,
    book: Notebook,
    concrete: str = "",
    names: dict[str, str] | None = None,
) -> None:
    """Bags, lengths and waste of any job; `holes` tells where the concrete goes."""
    facts = CATALOGUE.materials.concrete
    book.note(
        "bags", "Bags of concrete", f"{lists.bags}",
        rule=f"{concrete}All holes pooled, {facts.waste_pct:g} % waste added, by what a bag fills when it is mixed, rounded up to "
        "whole bags.",
        formula=f"{holes}{p.volume(lists.concrete_m3)} × {1 + facts.waste_pct / 100:g} ÷ {p.volume(bag.kg / facts.dry_kg_per_m3)} a bag "
        f"→ {lists.bags} × {bag.name}",
        source=facts.source,
        changes="Hole width and depth, number of posts, bag size.",
    )  # fmt: skip
    kept = names or {}
    waste = "; ".join(
        f"{kept.get(k, CATALOGUE.sections[k].name)} {plan.waste * 100:.0f} % waste" for k, plan in lists.plans.items()
    )
    book.note(
        "timber", "Timber to buy", lists.timber_words(p),
        rule="Pieces of one section are cut from the lengths on sale, longest first, with a saw cut between them. "
        "A plan that fills each board well, not proven least.",
        formula=f"kerf {p.fine(CATALOGUE.materials.cutting.kerf_mm)}; {waste}",
        source=CATALOGUE.materials.cutting.source,
        changes="Lengths on sale, board height, bay length, the longest rail you will handle.",
    )  # fmt: skip
    book.note(
        "waste", "Timber wasted", f"{lists.waste * 100:.0f} %",
        rule="Of all the timber bought, by length, the share that ends as offcuts and sawdust.",
        formula=waste,
        source=CATALOGUE.materials.cutting.source,
        changes="The same as for the lengths to buy.",
    )  # fmt: skip
    groups: dict[str, float] = {}
    for line in lists.buy:
        groups[line.group] = groups.get(line.group, 0.0) + line.kg
    book.note(
        "load", "To carry from the yard", p.weight(lists.kg),
        rule="Whole lengths by volume times the density of the timber, dry; bags and loose gravel as bought; hardware by the piece, "
        "about. Screws and what else weighs next to nothing is left out. Timber "
        f"that is soaked weighs {CATALOGUE.materials.gates.soaked:g} times as much.",
        formula=" + ".join(f"{p.weight(kg)} {group.lower()}" for group, kg in groups.items() if kg >= 0.5),
        source="densities of species and goods; trade practice",
        changes="Bags, gravel or foam, sections and lengths.",
    )  # fmt: skip
