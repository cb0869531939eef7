"""Styles of fences."""

from __future__ import annotations

from typing import Literal

from rowstake.core.catalogue.models.base import Fact


class StyleEntry(Fact):
    id: str
    name: str
    words: str
    rule: str
    fits: list[str]
    boards: dict[str, str]
    joint: Literal["gap", "lap"]
    between: Literal["gap", "board"] = "board"
    deep: int = 1
    runs: Literal["up", "along"] = "up"
    faces: int = 1
    spans: int = 1
    stiffener_mm: float = 0.0
    most_bay_mm: float = 0.0
    play_mm: float = 0.0
    channels: bool = False
    mitred: bool = False
    framed: bool = False
    on_centres: bool = False
    use: Literal["board", "sheet"] = "board"
    gap_mm: float = 0.0
    most_gap_mm: float = 0.0
    lap_mm: float = 0.0
    stock: Literal["wet", "yard", "indoors"] = "yard"
    """How damp its boards are usually fixed."""
    per_crossing: int
    holds: str
