"""Edits: every change a person or a fix makes to a job, each one small and by name.

The browser sends these, advice offers them, and both go through `apply`. Lengths may be text in any unit.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Annotated, Any, TypeVar

from pydantic import Field, TypeAdapter, ValidationError

from rowstake.core.edits import deck, fence, shared
from rowstake.core.edits.base import Change
from rowstake.core.faults import faults_of, refuse
from rowstake.core.job import DeckJob, FenceJob, read_job

__all__ = ["Change", "Edit", "apply", "apply_raw", "read_edit"]


Edit = Annotated[
    shared.Set | fence.ChooseStyle | fence.ChangeLeg | fence.AddLeg | fence.RemoveLeg | fence.MoveCorner | fence.AddGate | fence.ChangeGate | fence.RemoveGate
    | fence.AddObstacle | fence.ChangeObstacle | fence.RemoveObstacle | fence.SetLevels
    | deck.AddCut | deck.RemoveCut | deck.SizeDeck | deck.AddLevel | deck.RemoveLevel | deck.MoveCut | deck.MoveLevel
    | shared.SetAside | shared.TakeVariant | shared.DropVariants,
    Field(discriminator="do"),
]  # fmt: skip


_EDIT: TypeAdapter[Any] = TypeAdapter(Edit)


def read_edit(raw: dict[str, Any]) -> Change:
    """An edit from plain data, as a fix or the browser gives it."""
    try:
        edit: Change = _EDIT.validate_python(raw)
    except ValidationError as error:
        raise faults_of(error, "edit.") from None
    return edit


J = TypeVar("J", bound=FenceJob | DeckJob)


def apply(job: J, edits: Sequence[Change]) -> J:
    """The job after the edits, in order. The given job is not changed. Raises `JobFault`."""
    for edit in edits:
        made = _DO[type(edit)]
        if not isinstance(job, made.about):
            raise refuse(
                "edit.do",
                edit.model_dump()["do"],
                "a change that this kind of job has",
                "That change is for another kind of job",
            )
        document = made.change(job, edit)
        job = document if isinstance(document, FenceJob | DeckJob) else read_job(document)  # type: ignore[assignment]
    return job


def apply_raw(job: J, raw: list[dict[str, Any]]) -> J:
    """`apply` for edits as plain data."""
    return apply(job, [read_edit(r) for r in raw])


@dataclass(frozen=True, slots=True)
class Made:
    """How an edit is made, and the jobs it is for."""

    change: Callable[[Any, Any], Any]
    about: tuple[type, ...] = (FenceJob,)


BOTH, DECK = (FenceJob, DeckJob), (DeckJob,)


_DO: dict[type[Change], Made] = {
    shared.Set: Made(shared.set, BOTH),
    fence.ChooseStyle: Made(fence.style),
    fence.ChangeLeg: Made(fence.leg),
    fence.AddLeg: Made(fence.add_leg),
    fence.RemoveLeg: Made(fence.remove_leg),
    fence.MoveCorner: Made(fence.move_corner),
    fence.AddGate: Made(fence.add_gate),
    fence.ChangeGate: Made(fence.change),
    fence.RemoveGate: Made(fence.remove),
    fence.AddObstacle: Made(fence.add_obstacle),
    fence.ChangeObstacle: Made(fence.change),
    fence.RemoveObstacle: Made(fence.remove),
    fence.SetLevels: Made(fence.levels),
    deck.AddCut: Made(deck.add_cut, DECK),
    deck.RemoveCut: Made(deck.remove_cut, DECK),
    deck.SizeDeck: Made(deck.size_deck, DECK),
    deck.AddLevel: Made(deck.add_level, DECK),
    deck.RemoveLevel: Made(deck.remove_level, DECK),
    deck.MoveCut: Made(deck.move_cut, DECK),
    deck.MoveLevel: Made(deck.move_level, DECK),
    shared.SetAside: Made(shared.set_aside, BOTH),
    shared.TakeVariant: Made(shared.take_variant, BOTH),
    shared.DropVariants: Made(shared.drop_variants, BOTH),
}
