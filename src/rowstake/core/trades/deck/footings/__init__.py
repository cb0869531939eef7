"""Kinds of footings: one file each, found by name; words stand in the catalogue."""

from __future__ import annotations

from functools import cache

from rowstake.core.rooms import kept_in
from rowstake.core.trades.deck.footings.base import Dug, FootingKind, Under

__all__ = ["Dug", "FootingKind", "Under", "kinds"]


@cache
def kinds() -> dict[str, FootingKind]:
    """Every kind of footing by its catalogue id."""
    return {thing.id: thing for thing in kept_in(__name__, "KIND").values()}
