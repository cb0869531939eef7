"""Edits: every change a person or a fix makes to a job, each one small and by name.

The browser sends these, advice offers them, and both go through `apply`. Lengths may be text in any unit.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from functools import cache, reduce
from operator import or_
from typing import Annotated, Any, TypeVar

from pydantic import Field, TypeAdapter, ValidationError

from rowstake.core.edits import shared
from rowstake.core.edits.base import Change
from rowstake.core.faults import faults_of, refuse
from rowstake.core.job import Common, read_job
from rowstake.core.trade import trade_of, trades

__all__ = ["Change", "apply", "apply_raw", "edit_type", "read_edit"]

Make = Callable[[Any, Any], Any]
SHARED: Mapping[type[Change], Make] = {
    shared.Set: shared.set,
    shared.SetAside: shared.set_aside,
    shared.TakeVariant: shared.take_variant,
    shared.DropVariants: shared.drop_variants,
    shared.RenameVariant: shared.rename_variant,
    shared.AddOwn: shared.add_own,
    shared.RemoveOwn: shared.remove_own,
    shared.AddOwnBag: shared.add_own_bag,
    shared.RemoveOwnBag: shared.remove_own_bag,
    shared.AddOwnGood: shared.add_own_good,
    shared.RemoveOwnGood: shared.remove_own_good,
}


def edit_type() -> Any:
    """The type of an edit of any trade, told apart by what it does."""
    types = dict.fromkeys((*SHARED, *(edit for trade in trades().values() for edit in trade.edits)))
    return Annotated[reduce(or_, types), Field(discriminator="do")]


@cache
def _adapter(known: tuple[str, ...]) -> TypeAdapter[Any]:
    return TypeAdapter(edit_type())


def read_edit(raw: dict[str, Any]) -> Change:
    """An edit from plain data, as a fix or the browser gives it."""
    try:
        edit: Change = _adapter(tuple(trades())).validate_python(raw)
    except ValidationError as error:
        raise faults_of(error, "edit.") from None
    return edit


J = TypeVar("J", bound=Common)


def apply(job: J, edits: Sequence[Change]) -> J:
    """The job after the edits, in order. The given job is not changed. Raises `JobFault`."""
    for edit in edits:
        make = SHARED.get(type(edit)) or trade_of(job).edits.get(type(edit))
        if make is None:
            raise refuse(
                "edit.do",
                edit.model_dump()["do"],
                "a change that this kind of job has",
                "That change is for another kind of job",
            )
        made = make(job, edit)
        job = made if isinstance(made, Common) else read_job(made)  # type: ignore[assignment]
    return job


def apply_raw(job: J, raw: list[dict[str, Any]]) -> J:
    """`apply` for edits as plain data."""
    return apply(job, [read_edit(r) for r in raw])
