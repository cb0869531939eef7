"""The single calculations: one file each, found by name, used by planners, pages, API and command line."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache
from typing import Any

from rowstake.core.faults import refuse
from rowstake.core.reckoners.base import Reckoner

_NOT_RECKONERS = {"base", "forms", "vectors"}


@cache
def registry() -> dict[str, Reckoner[Any, Any]]:
    """Every reckoner by its fixed name, in alphabetical order."""
    found = {}
    for module in pkgutil.iter_modules(__path__):
        if module.name not in _NOT_RECKONERS:
            reckoner: Reckoner[Any, Any] = importlib.import_module(f"{__name__}.{module.name}").RECKONER
            found[reckoner.name] = reckoner
    return dict(sorted(found.items()))


def find(name: str) -> Reckoner[Any, Any]:
    """The reckoner `name`; a `JobFault` listing all names when there is none."""
    if name not in registry():
        raise refuse("reckoner", name, ", ".join(registry()), f"There is no reckoner “{name}”")
    return registry()[name]
