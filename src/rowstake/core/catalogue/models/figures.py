"""Headline figures."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict


class FigureEntry(BaseModel):
    """Which way is the better one, where there is one, and the steps of the work it belongs to."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    better: Literal["", "less", "more"] = ""
    stakes: tuple[str, ...] = ()
    adds: Literal["", "count", "kg", "m"] = ""
    """What it adds up in over a job, so that so much a metre says something."""
    listed: bool = False
    """A list of jobs shows it."""
