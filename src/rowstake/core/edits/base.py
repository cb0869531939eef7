"""What every edit is, and the lengths and names they read."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Protocol

from pydantic import BaseModel, ConfigDict

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.job import Job
from rowstake.core.measure import parse_length


class Named(Protocol):
    @property
    def id(self) -> str: ...


LengthText = float | str


class Change(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


def mm(job: Job, value: Any, field: str, signed: bool = False) -> float:
    return parse_length(value, job.units, field, signed) if isinstance(value, str) else float(value)


def snap(job: Job, mm: float) -> float:
    step = CATALOGUE.regions[job.region].snap_mm
    return max(0.0, round(mm / step) * step)


def next_id(letter: str, things: Sequence[Named]) -> str:
    used = {t.id for t in things}
    return next(f"{letter}{n}" for n in range(1, len(used) + 2) if f"{letter}{n}" not in used)
