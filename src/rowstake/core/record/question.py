"""What a record leaves open: measurements that cannot both be right, or that do not go with the job as it is drawn now."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import Any, TypeVar

from rowstake.core.record.read import Read
from rowstake.core.record.record import Record

K = TypeVar("K")


@dataclass(frozen=True, slots=True)
class Question:
    """`entries` are the ids that it is about: whoever knows takes back those that are wrong."""

    part: str
    words: str
    entries: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class AsBuilt:
    """A job as it stands, by its record: what was measured taken as given. `reads` are what its trade took from the record."""

    job: Any
    record: Record
    asked: tuple[Question, ...] = ()
    reads: tuple[Read, ...] = ()


def governing(entries: Iterable[Any], key: Callable[[Any], K]) -> dict[K, list[Any]]:
    """Entries that are about the same, in order: the last of each counts."""
    out: dict[K, list[Any]] = {}
    for entry in entries:
        out.setdefault(key(entry), []).append(entry)
    return out


def differ(entries: Sequence[Any], what: str, said: Sequence[str]) -> list[Question]:
    """A question where measurements of one thing that do not answer each other say different things, each in its words."""
    if len(set(said)) < 2:
        return []
    each = "; ".join(f"{words} by {e.author}, {e.time:%d %b %H:%M}" for e, words in zip(entries, said, strict=True))
    return [Question(entries[-1].part, f"{what} was measured more than once: {each}. The last counts until one is taken back.",
                     tuple(e.id for e in entries))]  # fmt: skip
