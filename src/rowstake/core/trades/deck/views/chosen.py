"""What the rules chose where a deck's document leaves it to them."""

from __future__ import annotations

from rowstake.core.trades.deck.components.guard.bays import bays_of
from rowstake.core.trades.deck.components.guard.mounts import post_of
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.fixings import deck_screw
from rowstake.core.trades.deck.laid import DeckPlan


def deck_chosen(plan: DeckPlan) -> dict[str, str]:
    """By the path of the choice, in words; nothing for what is set by hand."""
    main, deck, p = plan.laid.main, plan.brief.deck, plan.brief.printer
    supports, outer = main.supports, next((b for b in main.supports.beams if b.outer), None)
    told = {
        "deck.joists.size": supports.joist.name if deck.joists.size is None else "",
        "deck.joists.spacing_mm": p.length(main.grid.spacing_mm) if deck.joists.spacing_mm is None else "",
        "deck.beams.rows": str(len({b.t for b in supports.beams})) if deck.beams.rows is None else "",
        "deck.boards.fit": f"{p.fine(main.laying.gap_mm)} gap" if deck.boards.fit == "gap" else "",
        "deck.boards.fixing": deck_screw(plan.brief).words if deck.boards.fixing in ("screws", "plugs") else "",
    }
    if outer:
        told |= {
            "deck.beams.size": outer.section.name if deck.beams.size is None else "",
            "deck.beams.plies": str(outer.plies) if deck.beams.plies is None else "",
            "deck.posts.most_mm": p.length(outer.reach.span_mm) if deck.posts.most_mm is None else "",
        }
        if deck.beams.overhang_mm is None and not supports.flush:
            told["deck.beams.overhang_mm"] = p.length(supports.overhang_mm)
    for level in plan.laid.levels:
        for flight in flights(level.brief):
            steps, path = flight.steps, flight.path
            told |= {
                f"{path}.max_riser_mm": p.length(plan.brief.riser_most_mm) if steps.max_riser_mm is None else "",
                f"{path}.going_mm": p.length(flight.way.going_mm) if steps.going_mm is None else "",
                f"{path}.stringer": Stringer(flight).section.name
                if steps.stringer is None and not flight.boxed
                else "",
            }
    limits, over = plan.brief.limits, deck.over
    usual = {
        "going_mm": limits.going_mm,
        "differ_mm": limits.differ_mm,
        "open_mm": limits.open_mm,
        "triangle_mm": limits.triangle_mm,
    }
    told |= {f"deck.over.{key}": p.length(mm) if getattr(over, key) is None else "" for key, mm in usual.items()}
    told["deck.over.riser_mm"] = p.length(plan.brief.riser_most_mm) if over.riser_mm is None else ""
    told["deck.over.handrail_risers"] = str(limits.handrail_risers) if over.handrail_risers is None else ""
    if deck.guard.edges != "none":
        told |= {
            "deck.guard.high_mm": p.length(plan.brief.region.guard_high_mm) if deck.guard.high_mm is None else "",
            "deck.guard.post": post_of(plan.brief).name if deck.guard.post is None else "",
        }
        bays = [b for level in plan.laid.levels for b in bays_of(level)]
        if bays and deck.guard.gap_mm is None and not bays[0].glazed:
            told["deck.guard.gap_mm"] = p.fine(max(b.gaps.gap_mm for b in bays))
        if bays and deck.guard.most_mm is None:
            told["deck.guard.most_mm"] = p.length(max(b.centres_mm for b in bays))
    return {path: words for path, words in told.items() if words}
