"""Edits of a deck: its levels, its size as it is dragged. What is cut out of it has its own beside it."""

from __future__ import annotations

from typing import Any, Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits.base import Change, next_id, snap
from rowstake.core.faults import refuse
from rowstake.core.job import write_job
from rowstake.core.trades.deck.document import DeckJob


class AddLevel(Change):
    """Another level before the far edge of a deck, one riser down."""

    do: Literal["add_level"]


class RemoveLevel(Change):
    do: Literal["remove_level"]
    id: str


class MoveLevel(Change):
    """Drag a lower level by its corner at the left, nearest the house."""

    do: Literal["move_level"]
    id: str
    x_mm: float
    y_mm: float


class SizeDeck(Change):
    """Drag the far edge or the right end of a deck, or the corner of both; it snaps to what a tape can read."""

    do: Literal["size_deck"]
    width_mm: float | None = None
    out_mm: float | None = None


def add_level(job: DeckJob, edit: AddLevel) -> dict[str, Any]:
    """Half as wide as the deck, before its far edge, one riser down."""
    document, deck = write_job(job), job.deck
    first = deck.levels[0].shape
    level = {
        "id": next_id("Q", deck.levels), "x_mm": 0.0, "y_mm": sum(level.shape.out_mm for level in deck.levels),
        "height_mm": max(60.0, min(level.height_mm for level in deck.levels) - CATALOGUE.regions[job.region].riser_mm),
        "shape": {"width_mm": max(900.0, snap(job, first.width_mm / 2)), "out_mm": max(600.0, snap(job, first.out_mm / 3))},
    }  # fmt: skip
    document["deck"]["levels"].append(level)
    return document


def remove_level(job: DeckJob, edit: RemoveLevel) -> dict[str, Any]:
    """With the flights that stand on it."""
    document = write_job(job)
    levels, deck = document["deck"]["levels"], document["deck"]
    levels.remove(named(levels[1:], edit.id, "lower level"))
    deck["steps"] = [steps for steps in deck["steps"] if steps["level"] != edit.id]
    return document


def move_level(job: DeckJob, edit: MoveLevel) -> dict[str, Any]:
    document = write_job(job)
    level = named(document["deck"]["levels"][1:], edit.id, "lower level")
    level["x_mm"], level["y_mm"] = snap(job, edit.x_mm), snap(job, edit.y_mm)
    return document


def size_deck(job: DeckJob, edit: SizeDeck) -> dict[str, Any]:
    document = write_job(job)
    for key, value in (("width_mm", edit.width_mm), ("out_mm", edit.out_mm)):
        if value is not None:
            document["deck"]["levels"][0]["shape"][key] = max(600.0, snap(job, value))
    return document


def named(things: list[dict[str, Any]], key: str, what: str) -> dict[str, Any]:
    """The thing of that id. Raises `JobFault` where there is none."""
    found = next((t for t in things if t["id"] == key), None)
    if found is None:
        known = ", ".join(t["id"] for t in things) or "none"
        raise refuse("edit.id", key, known, f"There is no {what} “{key}”")
    return found
