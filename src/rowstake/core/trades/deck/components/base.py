"""What a component of a level gives."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from typing import Any

from rowstake.core.drawing.scene import Scene
from rowstake.core.parts import Notebook, Part
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.demands import Demand
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.views.base import Choice, Strip
from rowstake.core.year import Year

TRADE = "maker-neutral trade practice"
TABLES = "published design values and span tables"
"""Where figures come from."""


def _asks_nothing(_: DeckBrief | DeckLevel) -> Iterable[Demand]:
    return ()


def _no_parts(_: DeckLevel) -> list[Part]:
    return []


def _no_choices(_: DeckJob) -> dict[str, list[Choice]]:
    return {}


def _no_scenes(_: DeckLevel) -> dict[str, Callable[[], Scene]]:
    return {}


def _no_strips(_: DeckLevel) -> list[Strip]:
    return []


def _goes_together(levels: tuple[DeckLevel, ...]) -> tuple[DeckLevel, ...]:
    return levels


def _nothing_to_tell(*_: object) -> None:
    return None


@dataclass(frozen=True, slots=True)
class DeckComponent:
    """`order` is its place in the order of the work. `demands` are made of the frame before it is laid, `blocks` once joists,
    posts and boards are settled; `lay` gives its parts of the level; `together` fits what it has laid of each level to the
    others, or raises `JobFault`; `explain` writes its workings.

    `edits` are its changes to a document by their type; `sections` the use of timber that may be put at a path; `choices` what
    else may be chosen at one; `scenes` its drawings by name and `strips` its marks at full size. Rules of advice lie in its `rules/`.
    Only what is `alone` is built where the deck is there already."""

    order: int
    demands: Callable[[DeckBrief], Iterable[Demand]] = _asks_nothing
    blocks: Callable[[DeckLevel], Iterable[Demand]] = _asks_nothing
    lay: Callable[[DeckLevel], list[Part]] = _no_parts
    together: Callable[[tuple[DeckLevel, ...]], tuple[DeckLevel, ...]] = _goes_together
    explain: Callable[[DeckLevel, Year, Notebook], None] = _nothing_to_tell
    edits: Mapping[type[Any], Callable[[Any, Any], dict[str, Any]]] = field(default_factory=dict)
    sections: Mapping[str, str] = field(default_factory=dict)
    choices: Callable[[DeckJob], dict[str, list[Choice]]] = _no_choices
    scenes: Callable[[DeckLevel], dict[str, Callable[[], Scene]]] = _no_scenes
    strips: Callable[[DeckLevel], list[Strip]] = _no_strips
    alone: bool = False
