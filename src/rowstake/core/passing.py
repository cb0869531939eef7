"""What follows a drag of a long job: the drawings that are made of its line alone, long before its parts are counted."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from rowstake.core.drawing.scene import Scene
from rowstake.core.drawing.thin import Window, thin
from rowstake.core.job import Job
from rowstake.core.trade import trade_of


def in_passing(job: Job, names: Iterable[str], windows: Mapping[str, Window]) -> dict[str, Scene]:
    """Those of the drawings that are sketched, as far as their frames show them. Raises `JobFault` where the job cannot be laid out."""
    sketches = trade_of(job).sketches
    return {name: thin(sketches[name](job), windows.get(name)) for name in names if name in sketches}
