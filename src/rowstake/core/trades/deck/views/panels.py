"""What the desk of each step of a deck shows."""

from __future__ import annotations

from rowstake.core.trades.deck.components.guard.drawing import scenes as guard_scenes
from rowstake.core.trades.deck.components.steps.drawing import scenes as step_scenes
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.views.schedules import FOOTINGS
from rowstake.core.views.base import Panel


def deck_panels(plan: DeckPlan) -> dict[str, list[Panel]]:
    """By step: the shape from above, the ground cut through, footings with their schedule, the frame from three sides, the boards
    with the edge that everybody sees."""
    above, side = Panel(("plan",)), Panel(("elevation", "across"))
    if plan.brief.deck.there:
        return {
            "site": [above],
            "line": [above],
            "ground": _steps(plan, above),
            "steps": _steps(plan, above),
            "buy": [],
        }
    ledger = ("ledger",) if plan.laid.main.ledger else ()
    first = plan.laid.footings[0].label if plan.laid.footings else ""
    return {
        "site": [above],
        "line": [above],
        "ground": [Panel(("elevation", "across")), above],
        "holes": [above, Panel((f"section_{first}", "strings")) if first else side, Panel(schedule=FOOTINGS)],
        "frame": [above, Panel(("elevation", "across", "load")), *([Panel(ledger)] if ledger else [])],
        "skin": [above, Panel(("edge",)), Panel(("last",))],
        "steps": _steps(plan, above),
        "buy": [],
    }


def _steps(plan: DeckPlan, above: Panel) -> list[Panel]:
    """Flights cut through with their stringers as they are marked and guards from outside, in one place to choose from, beside the plan,
    where steps are moved; the plan alone where there is none yet."""
    guards = tuple(name for level in plan.laid.levels for name in guard_scenes(level))
    drawn = tuple(name for level in plan.laid.levels for name in step_scenes(level))
    return [Panel(drawn + guards), above] if drawn or guards else [above]
