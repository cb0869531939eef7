"""What is wrong with a deck, why, and ways out. One file a rule, one catalogue entry each: beside the component it is about, here
where it is about all of the deck."""

from __future__ import annotations

from dataclasses import replace
from functools import cache
from typing import Any

from rowstake.core.advice.base import in_order, looked
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.rooms import kept_in
from rowstake.core.trades.deck.components import rules
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.level import DeckLevel


@cache
def all_rules() -> dict[str, Any]:
    """Every rule by its catalogue id."""
    return {**kept_in(__name__, "look"), **rules()}


def check(plan: DeckPlan) -> tuple[Finding, ...]:
    """Findings in the order of the work: of the whole deck and its main level, then of each level before it."""
    found: list[Finding] = []
    for name, entry in CATALOGUE.advice_deck.items():
        found += looked(plan if entry.about == "job" else plan.laid.main, all_rules(), {name: entry})
    each = {name: entry for name, entry in CATALOGUE.advice_deck.items() if entry.about == "level"}
    in_main = in_order(found, plan.trade.stages)
    in_low = [
        _of_level(finding, low)
        for low in plan.laid.lower
        for finding in in_order(looked(low, all_rules(), each), plan.trade.stages)
    ]
    every = in_order([*in_main, *in_low], plan.trade.stages)
    return tuple(f for f in every if f.stake == "steps") if plan.brief.deck.there else every


def _of_level(finding: Finding, low: DeckLevel) -> Finding:
    """A finding told of a lower level: named after it, with the fixes that are its own or the whole deck's; the house and the
    ground are the first level's alone."""
    fixes = tuple(
        fix for fix in finding.fixes if not any(str(edit.get("path", "")).startswith(FIRST_ONLY) for edit in fix.edits)
    )
    return replace(finding, title=f"Level {low.place.name}: {finding.title}", fixes=fixes)


FIRST_ONLY = ("deck.house.", "deck.ground.", "deck.over.")
