"""Components of a fence: each lays its own parts of the settled line, explains its figures, and has its edits and rules of advice
beside it. One package each, found by its `COMPONENT`."""

from __future__ import annotations

from collections.abc import Callable
from functools import cache
from typing import Any

from rowstake.core.rooms import beside, kept_in
from rowstake.core.trades.fence.components.base import FenceComponent


@cache
def components() -> tuple[FenceComponent, ...]:
    """Every component in the order of the work."""
    return tuple(sorted(kept_in(__name__, "COMPONENT").values(), key=lambda c: c.order))


def edits() -> dict[type[Any], Callable[[Any, Any], dict[str, Any]]]:
    """The changes of all components by their type."""
    return {kind: make for c in components() for kind, make in c.edits.items()}


def sections() -> dict[str, tuple[str, ...]]:
    """By the path of a choice: the uses of the timber that may be put there."""
    return {path: uses for c in components() for path, uses in c.sections.items()}


def rules() -> dict[str, Any]:
    """The rules of advice of all components, by their catalogue ids."""
    return beside(__name__, "rules", "look")
