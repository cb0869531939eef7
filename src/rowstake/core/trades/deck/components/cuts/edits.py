"""Edits of what is cut out of a deck: notches, clips, holes."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits.base import Change, next_id, snap
from rowstake.core.job import write_job
from rowstake.core.trades.deck.document import Cut, DeckJob
from rowstake.core.trades.deck.edits import named


class AddCut(Change):
    """Take something out of a deck's shape: a notch or clip at a corner, or a hole for a tree, a pipe, a post."""

    do: Literal["add_cut"]
    kind: Literal["notch", "clip", "hole"]
    corner: Literal["house_left", "house_right", "far_left", "far_right"] = "far_right"
    what: str = "tree"


class RemoveCut(Change):
    do: Literal["remove_cut"]
    id: str


class MoveCut(Change):
    """Drag a cut: the inner corner of a notch, the middle of a clipped edge, the middle of a hole."""

    do: Literal["move_cut"]
    id: str
    x_mm: float
    y_mm: float


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
    cuts.remove(named(cuts, edit.id, "cut"))
    return document


def move_cut(job: DeckJob, edit: MoveCut) -> dict[str, Any]:
    document, shape = write_job(job), job.deck.levels[0].shape
    cut = named(document["deck"]["levels"][0]["shape"]["cuts"], edit.id, "cut")
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


EDITS: dict[type[Any], Callable[[DeckJob, Any], dict[str, Any]]] = {
    AddCut: add_cut,
    RemoveCut: remove_cut,
    MoveCut: move_cut,
}
