"""Advice: what is wrong with a plan, why, and ways out. One file a rule, one catalogue entry each."""

from __future__ import annotations

import importlib
import pkgutil
from dataclasses import replace
from functools import cache
from typing import Any

from rowstake.core.catalogue import CATALOGUE, AdviceEntry
from rowstake.core.parts import Finding
from rowstake.core.planned import Planned
from rowstake.core.planned_deck import DeckPlanned


@cache
def all_rules(about: str = "rules") -> dict[str, Any]:
    """Every rule of fences, or of decks, by its catalogue id."""
    room = importlib.import_module(f"{__name__}.{about}")
    return {
        module.name: importlib.import_module(f"{room.__name__}.{module.name}").look
        for module in pkgutil.iter_modules(room.__path__)
    }


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
    """The same for a deck."""
    return _found(planned, "deck", CATALOGUE.advice_deck)
