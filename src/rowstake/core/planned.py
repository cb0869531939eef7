"""The plan of a job, of whatever trade: everything that drawings, advice, views and files read."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any, Generic, TypeVar

from rowstake.core.once import once
from rowstake.core.parts import Finding, Part, Working
from rowstake.core.schedule.days import Days
from rowstake.core.takeoff.lists import TakeOff

if TYPE_CHECKING:
    from rowstake.core.trade import Trade

B = TypeVar("B")
L = TypeVar("L")


@dataclass(frozen=True, slots=True, repr=False)
class Plan(Generic[B, L]):
    """`brief` is the job with everything it names looked up, `laid` what its trade laid out; from the parts follow the lists
    and the days. `findings` are empty while advice looks at it."""

    trade: Trade
    brief: B
    laid: L
    parts: tuple[Part, ...]
    lists: TakeOff
    days: Days
    workings: dict[str, Working]
    findings: tuple[Finding, ...] = ()

    def __repr__(self) -> str:
        """The job it is of: all else follows from it."""
        job: Any = getattr(self.brief, "job", None)
        return f"Plan({job.model_dump_json(by_alias=True) if job else self.trade.id})"

    def count(self, *kinds: str) -> int:
        """How many parts of these kinds there are."""
        there = _by_kind(self)
        return sum(len(there[kind]) for kind in set(kinds) if kind in there)

    def all(self, kind: str) -> Sequence[Part]:
        """The parts of a kind, in their order."""
        return _by_kind(self).get(kind, ())


def _parts_of(plan: Plan[Any, Any]) -> tuple[object, ...]:
    return (plan.parts,)


@once(_parts_of, most=2)
def _by_kind(plan: Plan[Any, Any]) -> dict[str, list[Part]]:
    out: defaultdict[str, list[Part]] = defaultdict(list)
    for part in plan.parts:
        out[part.kind].append(part)
    return dict(out)


AnyPlan = Plan[Any, Any]
