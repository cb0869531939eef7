"""Edits of a deck: what is cut out of its shape, its levels, its size as it is dragged."""

from __future__ import annotations

from typing import Any, Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits.base import Change, next_id, snap
from rowstake.core.faults import refuse
from rowstake.core.job import Cut, DeckJob, write_job


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


class SizeDeck(Change):
    """Drag the far edge or the right end of a deck, or the corner of both; it snaps to what a tape can read."""

    do: Literal["size_deck"]
    width_mm: float | None = None
    out_mm: float | None = None


CUT_NAMES = {"notch": "N", "clip": "C", "hole": "H"}


def add_cut(job: DeckJob, edit: AddCut) -> dict[str, Any]:
    """A first size that fits: a quarter of the deck for a notch, a sixth for a clip, a hole in the middle."""
    document, shape = write_job(job), job.deck.shape
    share = {"notch": 0.3, "clip": 0.18, "hole": 0.12}[edit.kind]
    along, out = (snap(job, share * v) or 100.0 for v in (shape.width_mm, shape.out_mm))
    if edit.kind == "clip":
        along = out = min(along, out)
    cut = Cut(
        id=next_id(CUT_NAMES[edit.kind], shape.cuts), kind=edit.kind, corner=edit.corner, along_mm=along, out_mm=out,
        x_mm=snap(job, shape.width_mm * 0.44), y_mm=snap(job, shape.out_mm * 0.44), what=edit.what,
    )  # fmt: skip
    document["deck"]["shape"]["cuts"].append(cut.model_dump())
    return document


def remove_cut(job: DeckJob, edit: RemoveCut) -> dict[str, Any]:
    document = write_job(job)
    cuts = document["deck"]["shape"]["cuts"]
    found = [c for c in cuts if c["id"] == edit.id]
    if not found:
        known = ", ".join(c["id"] for c in cuts) or "none"
        raise refuse("edit.id", edit.id, known, f"Nothing called “{edit.id}” is cut out")
    cuts.remove(found[0])
    return document


def add_level(job: DeckJob, edit: AddLevel) -> dict[str, Any]:
    """Half as wide as the deck, before its far edge, one riser down."""
    document, deck = write_job(job), job.deck
    below = [*(low.height_mm for low in deck.lower), deck.levels.height_mm]
    out = deck.shape.out_mm + sum(low.shape.out_mm for low in deck.lower)
    level = {
        "id": next_id("Q", deck.lower), "x_mm": 0.0, "y_mm": out,
        "height_mm": max(60.0, min(below) - CATALOGUE.regions[job.region].riser_mm),
        "shape": {"width_mm": max(900.0, snap(job, deck.shape.width_mm / 2)), "out_mm": max(600.0, snap(job, deck.shape.out_mm / 3))},
    }  # fmt: skip
    document["deck"]["lower"].append(level)
    return document


def remove_level(job: DeckJob, edit: RemoveLevel) -> dict[str, Any]:
    document = write_job(job)
    levels = document["deck"]["lower"]
    found = [level for level in levels if level["id"] == edit.id]
    if not found:
        known = ", ".join(level["id"] for level in levels) or "none"
        raise refuse("edit.id", edit.id, known, f"There is no level “{edit.id}”")
    levels.remove(found[0])
    return document


def size_deck(job: DeckJob, edit: SizeDeck) -> dict[str, Any]:
    document = write_job(job)
    for key, value in (("width_mm", edit.width_mm), ("out_mm", edit.out_mm)):
        if value is not None:
            document["deck"]["shape"][key] = max(600.0, snap(job, value))
    return document
