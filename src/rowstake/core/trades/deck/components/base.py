"""What a component of a level gives."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass

from rowstake.core.parts import Notebook, Part
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.demands import Demand
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.year import Year

TRADE = "maker-neutral trade practice"
TABLES = "published design values and span tables"
"""Where figures come from."""


def _asks_nothing(_: DeckBrief | DeckLevel) -> Iterable[Demand]:
    return ()


def _no_parts(_: DeckLevel) -> list[Part]:
    return []


def _nothing_to_tell(*_: object) -> None:
    return None


@dataclass(frozen=True, slots=True)
class Component:
    """`order` is its place in the order of the work. `demands` are made of the frame before it is laid, `blocks` once joists,
    posts and boards are settled; `lay` gives its parts of the level; `explain` writes its workings."""

    order: int
    demands: Callable[[DeckBrief], Iterable[Demand]] = _asks_nothing
    blocks: Callable[[DeckLevel], Iterable[Demand]] = _asks_nothing
    lay: Callable[[DeckLevel], list[Part]] = _no_parts
    explain: Callable[[DeckLevel, Year, Notebook], None] = _nothing_to_tell
