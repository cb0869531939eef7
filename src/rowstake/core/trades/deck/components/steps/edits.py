"""Edits of flights: put one on an edge, slide it along, take it away."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits.base import Change, next_id, snap
from rowstake.core.job import write_job
from rowstake.core.trades.deck.document import DeckJob, DeckSide, Steps
from rowstake.core.trades.deck.edits import named


class AddSteps(Change):
    """A flight in the middle of an edge of a level; `full` takes the whole of the edge."""

    do: Literal["add_steps"]
    side: DeckSide = "far"
    level: str = "main"
    full: bool = False


class RemoveSteps(Change):
    do: Literal["remove_steps"]
    id: str


class MoveSteps(Change):
    """Drag a flight along its edge: the middle of it, on the plan of its level."""

    do: Literal["move_steps"]
    id: str
    x_mm: float
    y_mm: float


def add_steps(job: DeckJob, edit: AddSteps) -> dict[str, Any]:
    """As wide as is usual, or as the edge is."""
    document = write_job(job)
    level = named([level.model_dump() for level in job.deck.levels], edit.level, "level")
    shape = level["shape"]
    long = shape["width_mm"] if edit.side in ("far", "house") else shape["out_mm"]
    wide = long if edit.full else min(long, snap(job, CATALOGUE.steps.usual_width_mm))
    at = max(0.0, min(snap(job, (long - wide) / 2), long - wide))
    steps = Steps(
        id=next_id("S", job.deck.steps),
        level=edit.level,
        side=edit.side,
        at_mm=at,
        width_mm=wide,
        nosing_mm=CATALOGUE.regions[job.region].overhang_mm,
        boxes_of="joists",
    )
    document["deck"]["steps"].append(steps.model_dump())
    return document


def remove_steps(job: DeckJob, edit: RemoveSteps) -> dict[str, Any]:
    document = write_job(job)
    steps = document["deck"]["steps"]
    steps.remove(named(steps, edit.id, "flight"))
    return document


def move_steps(job: DeckJob, edit: MoveSteps) -> dict[str, Any]:
    document = write_job(job)
    steps = named(document["deck"]["steps"], edit.id, "flight")
    level = named([level.model_dump() for level in job.deck.levels], steps["level"], "level")
    far = steps["side"] in ("far", "house")
    middle, long = (edit.x_mm, level["shape"]["width_mm"]) if far else (edit.y_mm, level["shape"]["out_mm"])
    steps["at_mm"] = max(0.0, min(snap(job, middle - steps["width_mm"] / 2), long - steps["width_mm"]))
    return document


EDITS: dict[type[Any], Callable[[DeckJob, Any], dict[str, Any]]] = {
    AddSteps: add_steps,
    RemoveSteps: remove_steps,
    MoveSteps: move_steps,
}
