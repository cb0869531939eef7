"""Kinds of footings: one file each, found by name; words stand in the catalogue."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from rowstake.core.deck.footings.base import Dug, Kind, Under

__all__ = ["Dug", "Kind", "Under", "kinds"]


@cache
def kinds() -> dict[str, Kind]:
    """Every kind of footing by its catalogue id."""
    found = {}
    for module in pkgutil.iter_modules(__path__):
        if module.name != "base":
            kind: Kind = importlib.import_module(f"{__name__}.{module.name}").KIND
            found[kind.id] = kind
    return found
