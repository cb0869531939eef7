"""The record of a job: entries in one order, whatever order they came in and however often; what still counts of them."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from functools import cached_property
from typing import Any

from rowstake.core.record.entry import write_entry


class Record:
    """Every entry once, by time and then by id. An entry counts until a later one answers it, or takes it back; taking back an answer
    brings back what it answered, answering it again does not. Two entries of one id are told apart by what they say: the first in that order stays."""

    def __init__(self, entries: Iterable[Any] = ()) -> None:
        once: dict[str, Any] = {}
        for entry in sorted(entries, key=lambda e: (*e.order, str(write_entry(e)))):
            once.setdefault(entry.id, entry)
        self.entries: tuple[Any, ...] = tuple(sorted(once.values(), key=lambda e: e.order))

    def __bool__(self) -> bool:
        return bool(self.entries)

    @cached_property
    def live(self) -> tuple[Any, ...]:
        """Those that count, in order: not taken back, and answered by no later one that is not taken back itself."""
        taken_back: set[str] = set()
        answered: set[str] = set()
        out = []
        for entry in reversed(self.entries):
            if entry.id in taken_back:
                continue
            if entry.kind == "settled":
                taken_back.update(entry.answers)
            if entry.id not in answered:
                out.append(entry)
            answered.update(entry.answers)
        return tuple(reversed(out))

    @cached_property
    def _by_kind(self) -> dict[str, list[Any]]:
        out: dict[str, list[Any]] = defaultdict(list)
        for entry in self.live:
            out[entry.kind].append(entry)
        return out

    def of(self, kind: str, part: str | None = None) -> list[Any]:
        """Those of a kind that count, in order; of one part only where it is named."""
        return [e for e in self._by_kind.get(kind, ()) if part is None or e.part == part]

    def last(self, kind: str, part: str | None = None) -> Any:
        """The last of a kind that counts, or None."""
        found = self.of(kind, part)
        return found[-1] if found else None

    def behind(self, ids: Iterable[str]) -> tuple[str, ...]:
        """These entries and all that they answered, and those in turn."""
        out: dict[str, None] = {}
        waiting = list(ids)
        while waiting:
            id = waiting.pop(0)
            if id not in out and (entry := self.by_id(id)) is not None:
                out[id] = None
                waiting += entry.answers
        return tuple(out)

    def by_id(self, id: str) -> Any:
        return next((e for e in self.entries if e.id == id), None)
