"""Styles: one file each, found by name; its words and defaults stand in the catalogue."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from rowstake.core.fence.styles.base import Laid, Stretch, Style

__all__ = ["Laid", "Stretch", "Style", "styles"]


@cache
def styles() -> dict[str, Style]:
    """Every style by its catalogue id."""
    found = {}
    for module in pkgutil.iter_modules(__path__):
        if module.name != "base":
            style: Style = importlib.import_module(f"{__name__}.{module.name}").STYLE
            found[style.id] = style
    return found
