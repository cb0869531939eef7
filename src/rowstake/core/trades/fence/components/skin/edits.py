"""Edits of the boards: their style."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, Literal

from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.edits.base import Change
from rowstake.core.job import write_job
from rowstake.core.trades.fence.document import FenceJob, bays_of


class ChooseStyle(Change):
    """Take a style with its usual board, fit, gap and lap; where sheets set the bay, with its module."""

    do: Literal["style"]
    style: str


def style(job: FenceJob, edit: ChooseStyle) -> dict[str, Any]:
    entry = pick(CATALOGUE.styles, edit.style, "fence.skin.style")
    document = write_job(job)
    board = entry.boards[job.region]
    document["fence"]["skin"].update(
        style=edit.style, board=board, fit=entry.fits[0], gap_mm=entry.gap_mm, lap_mm=entry.lap_mm
    )
    document["fence"]["bays"].update(bays_of(entry, job.region))
    return document


EDITS: Mapping[type[Any], Callable[[Any, Any], dict[str, Any]]] = {ChooseStyle: style}
