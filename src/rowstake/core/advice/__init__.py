"""Advice: what is wrong with a plan, why, and ways out. One file a rule, one catalogue entry each."""

from __future__ import annotations

from dataclasses import replace
from functools import cache
from typing import Any

from rowstake.core.catalogue import CATALOGUE, AdviceEntry
from rowstake.core.deck.level import Lower
from rowstake.core.parts import Finding, Fix
from rowstake.core.planned import Planned
from rowstake.core.planned_deck import DeckPlanned
from rowstake.core.rooms import kept_in


@cache
def all_rules(about: str = "rules") -> dict[str, Any]:
    """Every rule of fences, or of decks, by its catalogue id."""
    return kept_in(f"{__name__}.{about}", "look")


ORDER = ["site", "line", "ground", "holes", "frame", "skin", "gates", "buy"]


def _found(planned: Any, about: str, entries: dict[str, AdviceEntry]) -> tuple[Finding, ...]:
    found = []
    for name, entry in entries.items():
        for finding in all_rules(about)[name](planned):
            found.append(replace(finding, rule=name, stake=entry.stake, weight=entry.weight, source=entry.source))
    return tuple(sorted(found, key=lambda f: ORDER.index(f.stake)))


def check(planned: Planned) -> tuple[Finding, ...]:
    """Findings of a fence in the order of the work; each carries its stake, weight and source from the catalogue."""
    return _found(planned, "rules", CATALOGUE.advice)


def check_deck(planned: DeckPlanned) -> tuple[Finding, ...]:
    """The same for a deck: its own, then each rule that is about one level for the levels before it."""
    found = list(_found(planned, "deck", CATALOGUE.advice_deck))
    for low in planned.lower:
        own = {name: entry for name, entry in CATALOGUE.advice_deck.items() if entry.each_level}
        found += [_of_level(finding, low) for finding in _found(low, "deck", own)]
    return tuple(sorted(found, key=lambda f: ORDER.index(f.stake)))


def _of_level(finding: Finding, low: Lower) -> Finding:
    """A finding told of a lower level: named after it, its fixes made where that level keeps its shape and height."""
    fixes = []
    for fix in finding.fixes:
        edits = [_edit_of_level(edit, low) for edit in fix.edits]
        if all(edits):
            fixes.append(Fix(fix.label, tuple(edit for edit in edits if edit)))
    labels = {p.label for p in low.built.parts}
    where = tuple(w if w in labels else f"{low.level.id}-{w}" for w in finding.where)
    return replace(finding, title=f"Level {low.level.id}: {finding.title}", where=where, fixes=tuple(fixes))


def _edit_of_level(edit: dict[str, Any], low: Lower) -> dict[str, Any] | None:
    """The edit at this level's place in the document; None where it has no such choice of its own."""
    path = str(edit.get("path", ""))
    own = f"deck.lower.{low.number}"
    if path.startswith("deck.shape."):
        return {**edit, "path": f"{own}.shape.{path.removeprefix('deck.shape.')}"}
    if path == "deck.levels.height_mm":
        return {**edit, "path": f"{own}.height_mm", "value": edit["value"] + low.raise_mm}
    return None if path.startswith(("deck.house.", "deck.levels.")) else edit
