"""Edits of the ground under the line."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, Literal

from rowstake.core.edits.base import Change, LengthText, mm
from rowstake.core.ground import read_levels
from rowstake.core.job import write_job
from rowstake.core.trades.fence.document import FenceJob


class SetLevels(Change):
    """The ground from typed, pasted or CSV rows; with `instrument_mm`, rows are staff readings. Empty text: level ground."""

    do: Literal["levels"]
    text: str
    instrument_mm: LengthText | None = None


def levels(job: FenceJob, edit: SetLevels) -> dict[str, Any]:
    height = None if edit.instrument_mm in (None, "") else mm(job, edit.instrument_mm, "instrument height", signed=True)
    document = write_job(job)
    document["fence"]["ground"] = read_levels(edit.text, job.units, height)
    return document


EDITS: Mapping[type[Any], Callable[[Any, Any], dict[str, Any]]] = {SetLevels: levels}
