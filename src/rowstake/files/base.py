"""What every export format is: which documents it makes of a plan, and how it writes one."""

from __future__ import annotations

import datetime
from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from rowstake.core.plan import AnyPlan


@dataclass(frozen=True, slots=True)
class Issue:
    """What a sheet is stamped with: its day, and the revision of the saved job it was made from (None: not saved)."""

    day: datetime.date
    revision: int | None = None

    @property
    def words(self) -> str:
        saved = "not saved" if self.revision is None else f"revision {self.revision}"
        return f"{saved}, {self.day:%d %B %Y}"


@dataclass(frozen=True, slots=True)
class Format:
    """`group` is what it is taken away for; `documents` maps the key of each document to its name; `write` gives its bytes."""

    id: str
    group: Literal["print", "lists", "drawings", "job"]
    name: str
    media: str
    suffix: str
    documents: Callable[[AnyPlan], dict[str, str]]
    write: Callable[[AnyPlan, str, Issue], bytes]
