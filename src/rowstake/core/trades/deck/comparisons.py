"""Ways of building a deck beside each other."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.plan import plan
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.components.steps.rise import way_told, ways
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


def ways_up(job: DeckJob, side_by_side: SideBySide) -> list[Any]:
    """Every flight with a riser fewer, a riser more, and deeper treads, beside the way it has."""
    made, p = plan(job), job.printer
    out: list[tuple[str, list[dict[str, Any]]]] = [("as it is", [])]
    for level in made.laid.levels:
        for flight in flights(level.brief):
            for other in ways(flight)[1:]:
                way, told = other.way, way_told(flight, other)
                if CATALOGUE.steps.riser_least_mm <= way.riser_mm <= CATALOGUE.steps.riser_most_mm:
                    words = f"{way.risers} risers" if "max_riser_mm" in told else f"treads of {p.length(way.going_mm)}"
                    edits = [{"do": "set", "path": f"{flight.path}.{k}", "value": v} for k, v in told.items()]
                    out.append((f"{flight.steps.id}: {words}", edits))
    return side_by_side(job, out)
