"""The single calculations: one file each, found by name, used by planners, pages, API and command line."""

from __future__ import annotations

from functools import cache
from typing import Any

from rowstake.core.faults import refuse
from rowstake.core.reckoners.base import Reckoner
from rowstake.core.rooms import kept_in

_NOT_RECKONERS = ("base", "closed", "forms", "vectors")


@cache
def registry() -> dict[str, Reckoner[Any, Any]]:
    """Every reckoner by its fixed name, in alphabetical order."""
    found = kept_in(__name__, "RECKONER", but=_NOT_RECKONERS).values()
    return dict(sorted((r.name, r) for r in found))


def find(name: str) -> Reckoner[Any, Any]:
    """The reckoner `name`; a `JobFault` listing all names when there is none."""
    if name not in registry():
        raise refuse("reckoner", name, ", ".join(registry()), f"There is no reckoner “{name}”")
    return registry()[name]
