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
    explain_timber(lists, book)


def explain_timber(lists: TakeOff, book: Notebook) -> None:
    """Lengths, waste and load, however the lengths were found."""
    p, saw, called = lists.buyer.printer, lists.buyer.saw, lists.buyer.called
    trimmed = f", {p.fine(saw.trim_mm)} trimmed off both ends of every board" if saw.trim_mm else ""
    waste = "; ".join(
        f"{called.get(k, CATALOGUE.sections[k].name)} {plan.waste * 100:.0f} % waste" for k, plan in lists.plans.items()
    )
    book.note(
        "timber", "Timber to buy", lists.timber_words(p),
        rule="Pieces of one section are cut from the lengths on sale, with a saw cut between them. "
        + _how_near(lists),
        formula=f"kerf {p.fine(saw.kerf_mm)}{trimmed}; {waste}",
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


def _how_near(lists: TakeOff) -> str:
    """What is known of a plan's being the least."""
    proofs = [plan.proof for plan in lists.plans.values() if plan.patterns]
    if not proofs or any(proof is None for proof in proofs):
        return "Made at once, longest first: it fills each board well, and is not proven least."
    short = max((proof.gap for proof in proofs if proof), default=0.0)
    return (
        "Proven: no plan costs less."
        if not short
        else f"Proven to be within {short * 100:.2f} % of the least that any plan of a section can cost."
    )
