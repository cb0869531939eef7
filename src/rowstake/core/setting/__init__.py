"""Ways of setting a post: one file each, found by name; words and set times stand in the catalogue."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from rowstake.core.setting.base import Footless, HoleSize, Layer, Masonry, Method

__all__ = ["Footless", "HoleSize", "Layer", "Masonry", "Method", "methods"]


@cache
def methods() -> dict[str, Method]:
    """Every method by its catalogue id."""
    found = {}
    for module in pkgutil.iter_modules(__path__):
        if module.name != "base":
            method: Method = importlib.import_module(f"{__name__}.{module.name}").METHOD
            found[method.id] = method
    return found
