"""Components of a level: each asks the frame for what it needs, and lays its own parts once that is settled. One file each,
found by its `COMPONENT`."""

from __future__ import annotations

from collections.abc import Callable
from functools import cache
from typing import Any

from rowstake.core.rooms import beside, kept_in
from rowstake.core.trades.deck.components.base import DeckComponent


@cache
def components(there: bool = False) -> tuple[DeckComponent, ...]:
    """Every component in the order of the work; where the deck is there already, those that are built without it."""
    every = sorted(kept_in(__name__, "COMPONENT").values(), key=lambda c: c.order)
    return tuple(c for c in every if c.alone or not there)


def edits() -> dict[type[Any], Callable[[Any, Any], dict[str, Any]]]:
    """The changes of all components by their type."""
    return {kind: make for c in components() for kind, make in c.edits.items()}


def sections() -> dict[str, str]:
    """By the path of a choice: the use of the timber that may be put there."""
    return {path: use for c in components() for path, use in c.sections.items()}


def rules() -> dict[str, Any]:
    """The rules of advice of all components, by their catalogue ids."""
    return beside(__name__, "rules", "look")
