"""Workings of a flight: its rise, risers and going, its stringers and what they hang on."""

from __future__ import annotations

from rowstake.core.parts import Notebook
from rowstake.core.trades.deck.components.base import TRADE
from rowstake.core.trades.deck.components.steps.drop import bears, stringer_of
from rowstake.core.trades.deck.components.steps.flight import Flight, flights
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.year import Year

LIMITS = "the usual prescriptive limits: ask locally"


def explain(level: DeckLevel, _: Year, book: Notebook) -> None:
    for flight in flights(level.brief):
        stringer = stringer_of(level, flight)
        _risers(flight, book)
        _stringers(level, flight, stringer, book)


def _risers(flight: Flight, book: Notebook) -> None:
    p, way, name = flight.brief.printer, flight.way, flight.steps.id
    highest = flight.steps.max_riser_mm or flight.brief.region.riser_mm
    ground = f"the boards of level {flight.lands_on}" if flight.lands_on else "the finished ground at its foot"
    paving = flight.brief.ground.paving_mm
    told = f" ({p.length(paving)} of paving to come among it)" if paving and not flight.lands_on else ""
    book.note(
        f"risers_{name}", f"Risers of {name}", f"{way.risers} of {p.length(way.riser_mm)}",
        rule=f"From the finished top down to {ground}{told}, all risers equal and none over {p.length(highest)}; where the ground falls "
        "along the foot, from its highest end, where the pad is poured level.",
        formula=f"⌈{p.length(flight.rise_mm)} ÷ {p.length(highest)}⌉ = {way.risers}; {p.length(flight.rise_mm)} ÷ {way.risers} = "
        f"{p.length(way.riser_mm)}; the first is cut {p.length(flight.tread.thickness_mm)} shorter by its tread",
        source=LIMITS, changes="The height of the deck, the ground and its paving, the highest riser.",
    )  # fmt: skip
    boards = len(flight.rows(flight.treads)) if flight.treads else 0
    book.note(
        f"going_{name}", f"Going of {name}", p.length(way.going_mm),
        rule="From nose to nose: what whole boards and their gaps make, less the nosing that lies over the riser below; at least the "
        f"region's {p.length(flight.limits.going_mm)}. Twice the riser and the going should make {p.length(flight.limits.step_mm[0])} to "
        f"{p.length(flight.limits.step_mm[1])}.",
        formula=f"{boards} boards a tread: {p.length(way.going_mm)}; 2 × {p.length(way.riser_mm)} + {p.length(way.going_mm)} = "
        f"{p.length(way.step_mm)}; the last nose {p.length(flight.nose(flight.treads))} out from the face the flight hangs on",
        source=LIMITS, changes="Boards, gap, nosing, the going chosen.",
    )  # fmt: skip


def _stringers(level: DeckLevel, flight: Flight, stringer: Stringer, book: Notebook) -> None:
    p, name, made, on = flight.brief.printer, flight.steps.id, stringer.spread, bears(level, flight, stringer)
    below = (
        f"; only {p.length(on.rim_mm)} of the plumb cut lies on the rim, {p.length(on.below_mm)} on a board below it"
        if on.section
        else f"; {p.length(on.rim_mm)} of the plumb cut lies on the rim"
    )
    beside = "; one on either side of what stands out past the face" if len(stringer.places) > made.count else ""
    book.note(
        f"stringers_{name}", f"Stringers of {name}", f"{len(stringer.places)} of {stringer.section.name}",
        rule=f"The fewest that stand no further apart than the treads reach, {p.length(flight.tread_reach_mm)}, each from the shallowest board "
        "whose notches leave the throat. Cut one, try it, and trace the others from it.",
        formula=f"{made.count} at {p.length(made.spacing_mm)} centres; throat {p.length(stringer.section.width_mm)} − "
        f"{p.length(stringer.notch_mm)} = {p.length(stringer.throat_mm)}; an inner one carries {p.force(stringer.load_kn)}, half of it at each "
        f"end{below}{beside}",
        source=TRADE, changes="Width, treads, riser and going, the board they are cut from.",
    )  # fmt: skip
