"""Components of a level: each asks the frame for what it needs, and lays its own parts once that is settled. One file each,
found by its `COMPONENT`."""

from __future__ import annotations

from functools import cache

from rowstake.core.rooms import kept_in
from rowstake.core.trades.deck.components.base import Component


@cache
def components() -> tuple[Component, ...]:
    """Every component in the order of the work."""
    return tuple(sorted(kept_in(__name__, "COMPONENT").values(), key=lambda c: c.order))
