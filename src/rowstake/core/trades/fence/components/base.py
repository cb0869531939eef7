"""What a component of a fence gives."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any

from rowstake.core.parts import Notebook, Part
from rowstake.core.trades.fence.laying import FenceLaying

TRADE = "maker-neutral trade practice"
"""Where figures come from."""


def _no_parts(_: FenceLaying) -> list[Part]:
    return []


@dataclass(frozen=True, slots=True)
class FenceComponent:
    """`order` is its place in the order of the work. `lay` gives its parts, `explain` writes its workings. `edits` are its changes to a
    document by their type; `sections` the uses of timber that may be put at a path. Rules of advice lie in its `rules/`."""

    order: int
    lay: Callable[[FenceLaying], list[Part]] = _no_parts
    explain: Callable[[FenceLaying, Notebook], None] = lambda *_: None
    edits: Mapping[type[Any], Callable[[Any, Any], dict[str, Any]]] = field(default_factory=dict)
    sections: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
