"""Ways of building a deck beside each other."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from rowstake.core.plan import plan
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.trades.deck.finish import ways_to_finish

SideBySide = Callable[..., list[Any]]


def ways_to_end(job: DeckJob, side_by_side: SideBySide) -> list[Any]:
    """Every way to end the last row of a deck beside the one it has."""
    made = plan(job)
    ways: list[tuple[str, list[dict[str, Any]]]] = [("as it is", [])]
    for words, values in ways_to_finish(made.brief, made.laid.main.laying):
        ways.append((words, [{"do": "set", "path": f"deck.{path}", "value": value} for path, value in values.items()]))
    return side_by_side(job, ways)
