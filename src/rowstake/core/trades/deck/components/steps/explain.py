"""Workings of a flight: its rise, risers and going, its stringers and what they hang on."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Notebook
from rowstake.core.trades.deck.components.base import TRADE
from rowstake.core.trades.deck.components.steps.boxes import boxes, stepped
from rowstake.core.trades.deck.components.steps.drop import bears, stringer_of
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.handrail import handrails
from rowstake.core.trades.deck.components.steps.head import SCREW_KN, notch_kn, screws_each
from rowstake.core.trades.deck.components.steps.hip import hips, jacks
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.components.steps.raked import raked, triangle_mm
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.views.build import counted
from rowstake.core.year import Year

FACTS = CATALOGUE.steps
LIMITS = "the usual prescriptive limits: ask locally"


CUT = "each from the shallowest board whose notches leave the throat. Cut one, try it, and trace the others from it."
READY = "as they are sold. Measure the rise and the going of each before it is hung."


def explain(level: DeckLevel, _: Year, book: Notebook) -> None:
    for flight in flights(level.brief):
        stringer = stringer_of(level, flight)
        _risers(flight, book)
        _filled(level, flight, book)
        if flight.boxed:
            _boxes(flight, stringer, book)
            continue
        _stringers(level, flight, stringer, book)
        _mitre(flight, stringer, book)


def _risers(flight: Flight, book: Notebook) -> None:
    p, way, name = flight.brief.printer, flight.way, flight.steps.id
    highest = flight.steps.max_riser_mm or flight.brief.riser_most_mm
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


def _filled(level: DeckLevel, flight: Flight, book: Notebook) -> None:
    bays = [bay for own in flight.runs for rail in handrails(own, stringer_of(level, own)) for bay in raked(rail)]
    if not bays:
        return
    p, way, bay = flight.brief.printer, flight.way, max(bays, key=lambda b: b.end_mm - b.start_mm)
    gaps, side = bay.gaps, "over" if bay.over_mm >= 0 else "below"
    book.note(
        f"filled_{flight.of}", f"Guard on {flight.of}", f"{counted(len(bays), 'bay')}, gaps of {p.fine(gaps.gap_mm)}",
        rule="Rails along the line of the noses between the handrail's posts, beside the treads. The lower one as high as the circle in the "
        f"triangle of tread, riser and rail allows: nothing that {p.length(flight.limits.triangle_mm)} passes. Balusters stand plumb, the fewest "
        "whose equal gap stays within the limit, a gap at both ends.",
        formula=f"rail {p.length(abs(bay.over_mm))} {side} the noses: {p.length(triangle_mm(way.riser_mm, way.going_mm, bay.over_mm))} passes; widest bay "
        f"{p.length(bay.end_mm - bay.start_mm)} along the level, {gaps.count} balusters of {p.length(bay.filling.width_mm)}",
        source=LIMITS, changes="Riser and going, the largest gap, what must not pass below the rail.",
    )  # fmt: skip


def _stand(flight: Flight) -> str:
    """How its boxes stand on each other."""
    if stepped(flight):
        return "and no deeper: its front rail stands on a strip screwed to the back of the one below, its back on a leg under every rung."
    return "each as deep as all the treads above it, so that the upper one stands on all of the lower."


def _boxes(flight: Flight, stringer: Stringer, book: Notebook) -> None:
    p, made = flight.brief.printer, boxes(flight, stringer)
    if not made:
        return
    told = "; ".join(
        f"{box.k}: {p.length(box.high - box.low)} high, {p.length(box.front - box.behind_mm)} deep, {len(box.rungs)} rungs of "
        f"{p.length(box.inside[1] - box.inside[0])}" + (f" on legs of {p.length(box.leg_mm)}" if box.leg_mm > 0 else "")
        for box in reversed(made)
    )
    book.note(
        f"boxes_{flight.steps.id}", f"Boxes of {flight.steps.id}", f"{len(made)} of {made[-1].section.name}",
        rule=f"One under every tread, {_stand(flight)} One riser "
        f"high, the lowest less its tread and the {p.length(FACTS.box_air_mm)} that it is packed off the ground. Rungs no further apart than "
        f"the treads reach, {p.length(flight.tread_reach_mm)}; one across every corner, shorter ones beside it.",
        formula=f"from the ground up, by the tread: {told}",
        source=TRADE, changes="Width, riser and going, treads, the ground.",
    )  # fmt: skip


def _mitre(flight: Flight, stringer: Stringer, book: Notebook) -> None:
    p, name, way = flight.brief.printer, flight.steps.id, flight.way
    for hip in hips(flight, stringer)[:1]:
        under, many = hip.stringer, sum(len(list(jacks(own, stringer))) for own in flight.runs)
        book.note(
            f"mitre_{name}", f"Round the corner of {name}", f"{len(flight.corners)} and {many} shorter of {stringer.section.name}",
            rule="The mitre runs from the corner of the frame through the crossing of the nose lines, at 45°: on the stringer under it every "
            "going is √2 times as long. It stands half its thickness behind the risers' backs. On both sides of it shorter stringers hang on "
            "it, no further apart than the treads reach. Treads and risers are told to the long point: try the first with offcuts.",
            formula=f"{p.length(way.going_mm)} · √2 = {p.length(way.going_mm * under.turn)}; throat {p.length(under.section.width_mm)} − "
            f"{p.length(under.notch_mm)} = {p.length(under.throat_mm)}; half of {p.force(flight.corner_kn)} hangs on the corner",
            source=TRADE, changes="Riser and going, how far the steps go round, the board they are cut from.",
        )  # fmt: skip


def _stringers(level: DeckLevel, flight: Flight, stringer: Stringer, book: Notebook) -> None:
    p, name, made, on = flight.brief.printer, flight.steps.id, stringer.spread, bears(level, flight, stringer)
    below = (
        f"; only {p.length(on.rim_mm)} of the plumb cut lies on the rim, {p.length(on.below_mm)} on a board below it"
        if on.section
        else f"; {p.length(on.rim_mm)} of the plumb cut lies on the rim"
    )
    if stringer.head:
        below = (
            f"; notched over a rail that they stand on, {p.length(stringer.left_mm)} left over it: ⅔ · Fv · b · dₙ · (dₙ ÷ d)² = "
            f"{p.force(notch_kn(stringer, flight.brief.species))}; {counted(screws_each(stringer), 'screw')} of {p.force(SCREW_KN)} at each"
        )
    beside = "; one on either side of what stands out past the face" if len(stringer.places) > made.count else ""
    limits = flight.limits
    throat = (
        f"theirs rise {p.length(limits.ready_riser_mm)} and go {p.length(limits.ready_going_mm)}; " if flight.ready
        else f"throat {p.length(stringer.section.width_mm)} − {p.length(stringer.notch_mm)} = {p.length(stringer.throat_mm)}; "
    )  # fmt: skip
    book.note(
        f"stringers_{name}", f"Stringers of {name}", f"{len(stringer.places)} {'bought ready cut' if flight.ready else f'of {stringer.section.name}'}",
        rule=f"The fewest that stand no further apart than the treads reach, {p.length(flight.tread_reach_mm)}, {READY if flight.ready else CUT}",
        formula=f"{made.count} at {p.length(made.spacing_mm)} centres; {throat}an inner one carries {p.force(stringer.load_kn)}, half of it at each "
        f"end{below}{beside}",
        source=TRADE, changes="Width, treads, riser and going, the board they are cut from.",
    )  # fmt: skip
