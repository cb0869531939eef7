"""Styles: one file each, found by name; its words and defaults stand in the catalogue."""

from __future__ import annotations

from functools import cache

from rowstake.core.rooms import kept_in
from rowstake.core.trades.fence.styles.base import BoardsLaid, BoardStretch, Style

__all__ = ["BoardStretch", "BoardsLaid", "Style", "styles"]


@cache
def styles() -> dict[str, Style]:
    """Every style by its catalogue id."""
    return {thing.id: thing for thing in kept_in(__name__, "STYLE").values()}
