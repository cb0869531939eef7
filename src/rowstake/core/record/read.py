"""What several entries of one thing say together."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from rowstake.core.record.entry import PostRead


@dataclass(frozen=True, slots=True)
class Read:
    """A post that was read on site: which leg, the mark it was drawn at, where it stands, and all that its entries say together: of each
    value the last that was read."""

    leg: int
    drawn_mm: float
    at_mm: float
    values: PostRead
    entries: tuple[Any, ...]

    @property
    def entry(self) -> Any:
        return self.entries[-1]


PLACE = ("at_mm", "clear_mm", "after_mm")
"""Where it is: told together, by one entry."""


def read_together(entries: Sequence[Any]) -> PostRead:
    """What several entries of one post say: its place by the last that measured it, of all else the last that was read."""
    out: dict[str, Any] = {}
    for entry in entries:
        told = entry.values.model_dump(exclude_none=True, exclude_defaults=True)
        if told.keys() & set(PLACE):
            out = {key: value for key, value in out.items() if key not in PLACE}
        out |= told
    return PostRead.model_validate(out)
