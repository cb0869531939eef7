"""What a quotation for a deck, its steps and its guard says beside what they need."""

from __future__ import annotations

from typing import Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.components.guard.bays import bays_of
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.views.base import Verdict
from rowstake.core.views.second import QuoteAsk, weigh

NEAR = 0.05
"""Lengths that differ by less are the same."""


def spacing(plan: DeckPlan, theirs: float) -> Verdict:
    """Further apart than the boards reach is short; nearer takes more joists."""
    p, ours = plan.brief.printer, plan.laid.main.grid.spacing_mm
    agrees: Literal["agrees", "short", "over"] = (
        "agrees" if abs(theirs - ours) <= ours * NEAR else "short" if theirs > ours else "over"
    )
    told = f"These boards are laid on joists {p.length(ours)} apart"
    words = f"{told}; {p.length(theirs)} is further than that." if agrees == "short" else f"{told}."
    return Verdict("joist spacing", p.length(theirs), p.length(ours), agrees, words)


def joists(plan: DeckPlan, theirs: float) -> Verdict:
    p, ours = plan.brief.printer, sum(len(level.grid.joists) for level in plan.laid.levels)
    across = sum(level.grid.poly.bounds[2] - level.grid.poly.bounds[0] for level in plan.laid.levels)
    apart = across / max(theirs - len(plan.laid.levels), 1)
    words = f"{theirs:g} on {p.length(across)} are {p.length(apart)} apart on average, doubled ones among them."
    return Verdict("joists", f"{theirs:g}", str(ours), weigh(theirs, ours), words)


def footings(plan: DeckPlan, theirs: float) -> Verdict:
    """All of the load on fewer of them."""
    p, ours = plan.brief.printer, len(plan.laid.footings)
    load = sum(f.load_kn for f in plan.laid.footings)
    if not theirs:
        return Verdict("footings", "0", str(ours), "cannot be", "Something has to stand on the ground.")
    words = (
        f"{p.force(load)} in all: {p.force(load / theirs)} on each, where the plan has {p.force(load / max(ours, 1))}."
    )
    return Verdict("footings", f"{theirs:g}", str(ours), weigh(theirs, ours), words)


def bags(plan: DeckPlan, theirs: float) -> Verdict:
    p, bag = plan.brief.printer, plan.brief.bag
    made = theirs * bag.kg / CATALOGUE.materials.concrete.dry_kg_per_m3
    words = f"{theirs:g} × {bag.name} make {p.volume(made)}; holes and pads take {p.volume(plan.lists.concrete_m3)}."
    ours = plan.lists.bags
    return Verdict(
        "bags", f"{theirs:g}", str(ours), weigh(theirs, ours) if ours else "over" if theirs else "agrees", words
    )


def boards(plan: DeckPlan, theirs: float) -> Verdict:
    p, ours = plan.brief.printer, plan.count("board", "border", "breaker")
    short = (ours - theirs) / ours * sum(level.area_m2 for level in plan.laid.levels) if ours else 0.0
    words = (
        f"That leaves about {p.area(short)} without boards."
        if theirs < ours
        else f"{theirs - ours:g} to spare; steps and fascia are not among them."
    )
    return Verdict("boards", f"{theirs:g}", str(ours), weigh(theirs, ours), words)


def _own(plan: DeckPlan) -> list[Flight]:
    return [f for level in plan.laid.levels for f in flights(level.brief)]


def risers(plan: DeckPlan, theirs: float) -> Verdict:
    """Of the first flight: its rise shared out anew."""
    p, own = plan.brief.printer, _own(plan)
    if not own:
        return Verdict("risers", f"{theirs:g}", "0", "over" if theirs else "agrees", "This deck has no steps.")
    flight, highest = own[0], plan.brief.riser_most_mm
    if not theirs:
        return Verdict(
            "risers", "0", str(flight.way.risers), "cannot be", f"{p.length(flight.rise_mm)} down wants steps."
        )
    riser = flight.rise_mm / theirs
    over = f"; at most {p.length(highest)} here" if riser > highest + 0.5 else ""
    words = f"{p.length(flight.rise_mm)} in {theirs:g} risers is {p.length(riser)} each{over}."
    agrees: Literal["agrees", "short", "over"] = (
        "short" if over else "agrees" if theirs == flight.way.risers else weigh(theirs, flight.way.risers)
    )
    return Verdict("risers", f"{theirs:g}", str(flight.way.risers), agrees, words)


def stringers(plan: DeckPlan, theirs: float) -> Verdict:
    p, ours, own = plan.brief.printer, plan.count("stringer", "ready stringer"), _own(plan)
    if not own or not ours:
        return Verdict("stringers", f"{theirs:g}", str(ours), "over" if theirs else "agrees", "These steps need none.")
    words = f"These treads reach {p.length(own[0].tread_reach_mm)} from stringer to stringer."
    return Verdict("stringers", f"{theirs:g}", str(ours), weigh(theirs, ours), words)


def guard_posts(plan: DeckPlan, theirs: float) -> Verdict:
    """What they mean for the bays: the ends and corners are fixed, the rest stand between."""
    p, lines = plan.brief.printer, [lay_line(level) for level in plan.laid.levels]
    ours, bays = sum(len(line.posts) for line in lines), [b for level in plan.laid.levels for b in bays_of(level)]
    if not bays:
        return Verdict("guard posts", f"{theirs:g}", "0", "over" if theirs else "agrees", "No guard is planned.")
    left, runs = theirs - (ours - len(bays)), sum(len(line.runs) for line in lines)
    if left < runs:
        words = f"The ends and corners alone take {ours - len(bays) + runs} posts."
        return Verdict("guard posts", f"{theirs:g}", str(ours), "cannot be", words)
    apart = sum(b.centres_mm for b in bays) / left
    reach = CATALOGUE.deck.guard_posts_mm
    words = f"{p.length(apart)} apart on average; rails reach {p.length(reach)}."
    agrees: Literal["agrees", "short", "over"] = (
        "short" if apart > reach else "over" if weigh(theirs, ours) == "over" else "agrees"
    )
    return Verdict("guard posts", f"{theirs:g}", str(ours), agrees, words)


def balusters(plan: DeckPlan, theirs: float) -> Verdict:
    """The average gap that they leave."""
    p, bays = plan.brief.printer, [b for level in plan.laid.levels for b in bays_of(level) if b.gaps.count]
    ours = sum(b.gaps.count for b in bays)
    if not bays or not bays[0].upright:
        return Verdict("balusters", f"{theirs:g}", "0", "over" if theirs else "agrees", "No balusters are planned.")
    clear, wide, most = sum(b.clear_mm for b in bays), bays[0].filling.width_mm, plan.brief.limits.open_mm
    gap = max(0.0, clear - theirs * wide) / (theirs + len(bays))
    words = f"Gaps of {p.fine(gap)} on average; nothing that {p.length(most)} passes through."
    agrees = "short" if gap >= most else weigh(theirs, ours)
    return Verdict("balusters", f"{theirs:g}", str(ours), agrees, words)


def _built(plan: DeckPlan) -> bool:
    return not plan.brief.deck.there


SECOND_LOOK = (
    QuoteAsk("spacing_mm", "Joist spacing", spacing, length=True, fits=_built), QuoteAsk("joists", "Joists", joists, fits=_built),
    QuoteAsk("footings", "Footings", footings, fits=_built), QuoteAsk("bags", "Bags", bags), QuoteAsk("boards", "Boards", boards, fits=_built),
    QuoteAsk("risers", "Risers", risers), QuoteAsk("stringers", "Stringers", stringers), QuoteAsk("guard_posts", "Guard posts", guard_posts, fits=_built),
    QuoteAsk("balusters", "Balusters", balusters, fits=_built),
)  # fmt: skip
