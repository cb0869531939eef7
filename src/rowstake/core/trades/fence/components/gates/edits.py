"""Edits of gates."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits.base import Change, LengthText, mm, next_id, snap
from rowstake.core.job import write_job
from rowstake.core.trades.fence.document import FenceJob, Gate
from rowstake.core.trades.fence.on_line import change, leg_at, remove


class AddGate(Change):
    do: Literal["add_gate"]
    leg: int = 0
    at_mm: LengthText | None = None
    opening_mm: LengthText | None = None


class ChangeGate(Change):
    do: Literal["gate"]
    id: str
    values: dict[str, Any]
    snap: bool = False

    after: str | None = None
    """A post: the place along the leg is then measured from its middle, to the near side of the opening; from one that stands
    past the gate, back to the far side."""


class RemoveGate(Change):
    do: Literal["remove_gate"]
    id: str


def add_gate(job: FenceJob, edit: AddGate) -> dict[str, Any]:
    leg_at(job, edit.leg)
    facts = CATALOGUE.regions[job.region]
    opening = facts.gate_opening_mm if edit.opening_mm is None else mm(job, edit.opening_mm, "gate.opening_mm")
    at = _free_place(job, edit.leg, opening) if edit.at_mm is None else mm(job, edit.at_mm, "gate.at_mm")
    document = write_job(job)
    gate = Gate(id=next_id("G", job.fence.gates), leg=edit.leg, at_mm=at, opening_mm=opening)
    document["fence"]["gates"].append(gate.model_dump())
    return document


def _free_place(job: FenceJob, leg: int, opening: float) -> float:
    """Where a gate fits: the middle of the widest stretch of a leg that no other gate takes."""
    length, beside = job.fence.legs[leg].length_mm, 2 * CATALOGUE.sections[job.fence.posts.gate_size].width_mm
    taken = sorted((g.at_mm - beside, g.at_mm + g.opening_mm + beside) for g in job.fence.gates if g.leg == leg)
    ends = [0.0, *(end for _, end in taken)]
    starts = [*(start for start, _ in taken), length]
    a, b = max(zip(ends, starts, strict=True), key=lambda free: free[1] - free[0])
    return min(max(snap(job, (a + b - opening) / 2), a), max(a, b - opening))


def change_gate(job: FenceJob, edit: ChangeGate) -> dict[str, Any]:
    return change(job, "gates", edit.id, edit.values, edit.snap, edit.after)


def remove_gate(job: FenceJob, edit: RemoveGate) -> dict[str, Any]:
    return remove(job, "gates", edit.id)


EDITS: Mapping[type[Any], Callable[[Any, Any], dict[str, Any]]] = {
    AddGate: add_gate,
    ChangeGate: change_gate,
    RemoveGate: remove_gate,
}
