"""What fixes the ledger to the house, and keeps it dry and tied."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.fasteners import sold_mm
from rowstake.core.goods import Good
from rowstake.core.parts import Notebook, Part
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.base import DeckComponent
from rowstake.core.trades.deck.ledger import FLASHING_MM, LAP_MM, MEMBRANE_MM, LedgerPlan, bracketed, fixing
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.year import Year


def _holds(level: DeckLevel, ledger: LedgerPlan) -> Good:
    return level.brief.sold.good("veneer_bracket") if bracketed(level.brief) else fixing(level.brief, ledger.thick_mm)


def fixing_label(level: DeckLevel) -> str:
    """The label of what holds the ledger to the house; nothing where there is none."""
    return level.place.label(f"ledger {_holds(level, level.ledger).words}") if level.ledger else ""


def _lay(level: DeckLevel) -> list[Part]:
    brief, ledger, place = level.brief, level.ledger, level.place
    if ledger is None:
        return []
    facts, sold = CATALOGUE.deck, brief.sold
    flashing = up((ledger.length_mm + LAP_MM) / (sold_mm(brief.sold, FLASHING_MM) - LAP_MM))

    def item(what: Good, count: float) -> Part:
        return Part(place.label(f"ledger {what.words}"), "hardware", "frame", what, "ledger", amount=count, unit="each")

    return [
        item(_holds(level, ledger), len(ledger.holes)),
        item(sold.good("z_flashing", FLASHING_MM), flashing),
        item(sold.good("ledger_membrane", MEMBRANE_MM), up(ledger.length_mm / sold_mm(sold, MEMBRANE_MM))),
        item(sold.good("lateral_tie"), facts.ties),
    ]


LEDGER_BY = {
    "table": "The published table at its own load, 40 psf of people and 10 psf of itself: the column of the span, or the next longer one.",
    "capacity": "Capacity of one fixing over the load of half the joists, rounded down to the inch, at most 36 in.",
    "rating": "What one screw carries, by its maker's rating or as any make does, over the load of half the joists, rounded down to the inch, at most 36 in.",
    "the brackets' rating": "The rating of one bracket over the load of half the joists.",
}


def _each(brief: DeckBrief) -> str:
    """What a structural screw is taken to carry."""
    own = brief.deck.ledger
    if own.fastener != "rated_screw" or bracketed(brief):
        return ""
    usual = CATALOGUE.structure.ledger.screw_n / 1000
    return (
        f"{brief.printer.force(usual)} each, of any make; "
        if own.screw_kn is None
        else f"{brief.printer.force(own.screw_kn)} each, as rated; "
    )


def _explain(level: DeckLevel, _: Year, book: Notebook) -> None:
    brief, p, ledger = level.brief, level.brief.printer, level.ledger
    if ledger is None:
        return
    book.note(
        "ledger", "Ledger fixings", f"{len(ledger.holes)} at {p.length(ledger.spacing_mm)} or closer",
        rule=f"{LEDGER_BY[ledger.by]} Two staggered rows {p.length(CATALOGUE.deck.ledger_edge_mm)} from the edges, none within "
        "40 mm of a joist; in pairs beside joists too close to step over.",
        formula=_each(brief) + f"joist span {p.length(ledger.span_mm)}, {p.pressure(brief.total_kpa)} → {p.length(ledger.spacing_mm)}; "
        f"ledger {p.run(ledger.length_mm)} → {len(ledger.holes)}",
        source="published capacities of ledger fixings", changes="The fixing, the joist span, load.",
    )  # fmt: skip


COMPONENT = DeckComponent(order=30, lay=_lay, explain=_explain)
