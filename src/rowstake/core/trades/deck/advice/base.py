"""What rules about decks have in common."""

from __future__ import annotations

from typing import Any

from rowstake.core.advice.base import put
from rowstake.core.parts import Fix
from rowstake.core.trades.deck.level import DeckLevel


def put_level(level: DeckLevel, label: str, **values: Any) -> Fix:
    """A fix that sets fields of this level; its height as it stands over its own ground."""
    if "height_mm" in values:
        values["height_mm"] += level.place.ground_mm
    return put(label, level.place.path, **values)
