"""What a trade gives: its document, how a job is laid out, what its page shows and what may be changed. Trades are found in
`trades/`, one package each; nothing outside asks which trade a job is of."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cache
from typing import Any

from rowstake.core.rooms import kept_in

ROOM = "rowstake.core.trades"


def _nothing(*_: Any) -> None:
    return None


def _none(*_: Any) -> list[Any]:
    return []


def _by_name(*_: Any) -> dict[str, Any]:
    return {}


@dataclass(frozen=True, slots=True)
class Trade:
    """`id` is the key of its own block in a job's document, `document` the whole of it. `plan` raises `JobFault` for a job
    that cannot be laid out.

    `stages` are the steps of its work, in order. Of a plan: `figures` that plans are compared by, `stakes` of the steps,
    `needs` of later choices, `things` by label, `tapes` with their marks, `scenes` by name, `strips` at full size,
    `schedules` for paper, of a job alone `sketches`, those of its scenes that are made long before its plan, `panels` of the steps, the one that matters for each first, what the rules have
    `chosen` by the path that leaves it to them, and `year` of its boards and their width, and `own`, what
    only its page shows, of the type `own_type`. Of a job: `choices` by the path they
    set, `card` for the list. On site: the `order` of its work, step by step; a job as it is `built` by its record; what `site` mode
    shows of a plan as built; and by the goods that it is `measured` from on delivery, the paths of what they turn out to be, or `metered` from, the blocks whose moisture they tell. `picture` tells two ways of a job apart; `training` is what the trainer makes of it; `ours` are paths of values that a crew has of its own, from job to job. `edits` are its changes by type; `sections` says what
    a path may name. `comparisons` are ways of doing a job beside each other; `second_look` are the quantities of somebody else's that it weighs.
    """

    id: str
    document: type[Any]
    plan: Callable[[Any], Any]
    stages: tuple[str, ...]
    figures: Callable[[Any], list[Any]]
    stakes: Callable[[Any], list[Any]]
    choices: Callable[[Any], dict[str, list[Any]]]
    things: Callable[[Any], Mapping[str, Any]]
    tapes: Callable[..., list[Any]]
    scenes: Callable[[Any], Mapping[str, Any]]
    picture: Callable[[Any], Any]
    card: Callable[[Any], Any]
    needs: Callable[[Any], list[Any]] = _none
    strips: Callable[[Any], list[Any]] = _none
    schedules: Callable[[Any], list[Any]] = _none
    panels: Callable[[Any], dict[str, list[Any]]] = _by_name
    sketches: Mapping[str, Callable[[Any], Any]] = field(default_factory=dict)
    chosen: Callable[[Any], dict[str, str]] = _by_name
    year: Callable[[Any], tuple[Any, float]] | None = None
    own: Callable[[Any], Any] = _nothing
    own_type: Any = None
    edits: Mapping[type[Any], Callable[[Any, Any], Any]] = field(default_factory=dict)
    sections: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    comparisons: Mapping[str, Callable[[Any, Callable[..., list[Any]]], list[Any]]] = field(default_factory=dict)
    second_look: tuple[Any, ...] = ()
    order: Callable[[Any], list[Any]] = _none
    built: Callable[[Any, Any], Any] = _nothing
    site: Callable[[Any, Any], Any] = _nothing
    measured: Callable[[Any], Mapping[str, str]] = _by_name
    training: Any = None
    ours: tuple[str, ...] = ()
    metered: Callable[[Any], Mapping[str, str]] = _by_name


@cache
def _found() -> dict[str, Trade]:
    return {trade.id: trade for trade in kept_in(ROOM, "TRADE").values()}


_MORE: dict[str, Trade] = {}


def register(trade: Trade) -> None:
    """Adds a trade from elsewhere, as tests do. Raises `ValueError` for one that is there already."""
    if trade.id in trades():
        raise ValueError(f"the trade “{trade.id}” is there already")
    _MORE[trade.id] = trade


def forget(id: str) -> None:
    """Takes a registered trade away again."""
    _MORE.pop(id, None)


def trades() -> dict[str, Trade]:
    """Every trade by its id."""
    return {**_found(), **_MORE}


def trade_of(job: Any) -> Trade:
    """The trade of a job by its document. Raises `KeyError` for none."""
    return next(t for t in trades().values() if isinstance(job, t.document))
