"""Edits of a deck: what is cut out of its shape, its levels, its size as it is dragged."""

from __future__ import annotations

from typing import Any, Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits.base import Change, next_id, snap
from rowstake.core.faults import refuse
from rowstake.core.job import write_job
from rowstake.core.trades.deck.document import Cut, DeckJob


class AddCut(Change):
    """Take something out of a deck's shape: a notch or clip at a corner, or a hole for a tree, a pipe, a post."""

    do: Literal["add_cut"]
    kind: Literal["notch", "clip", "hole"]
    corner: Literal["house_left", "house_right", "far_left", "far_right"] = "far_right"
    what: str = "tree"


class RemoveCut(Change):
    do: Literal["remove_cut"]
    id: str


class AddLevel(Change):
    """Another level before the far edge of a deck, one riser down."""

    do: Literal["add_level"]


class RemoveLevel(Change):
    do: Literal["remove_level"]
    id: str


class MoveCut(Change):
    """Drag a cut: the inner corner of a notch, the middle of a clipped edge, the middle of a hole."""

    do: Literal["move_cut"]
    id: str
    x_mm: float
    y_mm: float


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


CUT_NAMES = {"notch": "N", "clip": "C", "hole": "H"}


def add_cut(job: DeckJob, edit: AddCut) -> dict[str, Any]:
    """A first size that fits: a quarter of the deck for a notch, a sixth for a clip, a hole in the middle."""
    document, shape = write_job(job), job.deck.levels[0].shape
    share = {"notch": 0.3, "clip": 0.18, "hole": 0.12}[edit.kind]
    along, out = (snap(job, share * v) or 100.0 for v in (shape.width_mm, shape.out_mm))
    if edit.kind == "clip":
        along = out = min(along, out)
    cut = Cut(
        id=next_id(CUT_NAMES[edit.kind], shape.cuts), kind=edit.kind, corner=edit.corner, along_mm=along, out_mm=out,
        x_mm=snap(job, shape.width_mm * 0.44), y_mm=snap(job, shape.out_mm * 0.44), what=edit.what,
    )  # fmt: skip
    document["deck"]["levels"][0]["shape"]["cuts"].append(cut.model_dump())
    return document


def remove_cut(job: DeckJob, edit: RemoveCut) -> dict[str, Any]:
    document = write_job(job)
    cuts = document["deck"]["levels"][0]["shape"]["cuts"]
    cuts.remove(_named(cuts, edit.id, "cut"))
    return document


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
    document = write_job(job)
    levels = document["deck"]["levels"]
    levels.remove(_named(levels[1:], edit.id, "lower level"))
    return document


def _named(things: list[dict[str, Any]], key: str, what: str) -> dict[str, Any]:
    found = next((t for t in things if t["id"] == key), None)
    if found is None:
        known = ", ".join(t["id"] for t in things) or "none"
        raise refuse("edit.id", key, known, f"There is no {what} “{key}”")
    return found


def move_cut(job: DeckJob, edit: MoveCut) -> dict[str, Any]:
    document, shape = write_job(job), job.deck.levels[0].shape
    cut = _named(document["deck"]["levels"][0]["shape"]["cuts"], edit.id, "cut")
    if cut["kind"] == "hole":
        cut["x_mm"] = snap(job, edit.x_mm - cut["along_mm"] / 2)
        cut["y_mm"] = snap(job, edit.y_mm - cut["out_mm"] / 2)
        return document
    along = shape.width_mm - edit.x_mm if cut["corner"].endswith("right") else edit.x_mm
    out = shape.out_mm - edit.y_mm if cut["corner"].startswith("far") else edit.y_mm
    times = 2 if cut["kind"] == "clip" else 1
    least = CATALOGUE.regions[job.region].snap_mm
    cut["along_mm"], cut["out_mm"] = max(least, snap(job, times * along)), max(least, snap(job, times * out))
    return document


def move_level(job: DeckJob, edit: MoveLevel) -> dict[str, Any]:
    document = write_job(job)
    level = _named(document["deck"]["levels"][1:], edit.id, "lower level")
    level["x_mm"], level["y_mm"] = snap(job, edit.x_mm), snap(job, edit.y_mm)
    return document


def size_deck(job: DeckJob, edit: SizeDeck) -> dict[str, Any]:
    document = write_job(job)
    for key, value in (("width_mm", edit.width_mm), ("out_mm", edit.out_mm)):
        if value is not None:
            document["deck"]["levels"][0]["shape"][key] = max(600.0, snap(job, value))
    return document
