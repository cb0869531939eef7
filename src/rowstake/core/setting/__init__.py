"""Ways of setting a post: one file each, found by name; words and set times stand in the catalogue."""

from __future__ import annotations

from functools import cache

from rowstake.core.rooms import kept_in
from rowstake.core.setting.base import FillLayer, Footless, HoleSize, Method, OnMasonry

__all__ = ["FillLayer", "Footless", "HoleSize", "Method", "OnMasonry", "methods"]


@cache
def methods() -> dict[str, Method]:
    """Every method by its catalogue id."""
    return {thing.id: thing for thing in kept_in(__name__, "METHOD").values()}
