"""What is wrong with a deck, why, and ways out. One file a rule, one catalogue entry each."""

from __future__ import annotations

from dataclasses import replace
from functools import cache
from typing import Any

from rowstake.core.advice.base import in_order, looked
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding, Fix
from rowstake.core.rooms import kept_in
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.level import DeckLevel


@cache
def all_rules() -> dict[str, Any]:
    """Every rule by its catalogue id."""
    return kept_in(__name__, "look")


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
    return in_order([*in_main, *in_low], plan.trade.stages)


def _of_level(finding: Finding, low: DeckLevel) -> Finding:
    """A finding told of a lower level: named after it, its fixes made where that level keeps its shape and height."""
    fixes = []
    for fix in finding.fixes:
        edits = [_edit_of_level(edit, low) for edit in fix.edits]
        if all(edits):
            fixes.append(Fix(fix.label, tuple(edit for edit in edits if edit)))
    return replace(finding, title=f"Level {low.place.name}: {finding.title}", fixes=tuple(fixes))


def _edit_of_level(edit: dict[str, Any], low: DeckLevel) -> dict[str, Any] | None:
    """The edit at this level's place in the document; None where it has no such choice of its own."""
    path = str(edit.get("path", ""))
    own = f"deck.lower.{low.place.number - 1}"
    if path.startswith("deck.shape."):
        return {**edit, "path": f"{own}.shape.{path.removeprefix('deck.shape.')}"}
    if path == "deck.levels.height_mm":
        return {**edit, "path": f"{own}.height_mm", "value": edit["value"] + low.place.ground_mm}
    return None if path.startswith(("deck.house.", "deck.levels.")) else edit
