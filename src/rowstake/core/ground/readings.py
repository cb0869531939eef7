"""Levels typed, pasted or read from CSV: stations with levels, or staff readings under an instrument."""

from __future__ import annotations

import re
from typing import Any

from rowstake.core.faults import Fault, JobFault
from rowstake.core.measure import parse_length

WALL = {"wall", "w"}
SOIL = {"soil", "ground", "g", "s", ""}


def read_levels(
    text: str, units: str, instrument_mm: float | None = None, field: str = "levels"
) -> list[dict[str, Any]]:
    """Rows of `station, level` or `station, level, wall`; with `leg` in front where there are several.

    Cells are parted by commas, semicolons or tabs; a row of words is a heading. With `instrument_mm`, the second figure
    is a staff reading, and level = instrument height − reading. Raises `JobFault` with a fault for every row that
    cannot be read.
    """
    rows: list[dict[str, Any]] = []
    faults: list[Fault] = []
    heading: list[str] | None = None
    for number, line in enumerate(text.splitlines(), 1):
        cells = [c.strip() for c in re.split(r"[,;\t]", line)]
        if not any(cells):
            continue
        if heading is None and not any(re.search(r"\d", c) for c in cells):
            heading = [c.lower() for c in cells]
            continue
        try:
            rows.append(_row(cells, heading, units, instrument_mm, f"{field} row {number}"))
        except JobFault as fault:
            faults.extend(fault.faults)
    if faults:
        raise JobFault(*faults)
    return rows


def _row(
    cells: list[str], heading: list[str] | None, units: str, instrument_mm: float | None, field: str
) -> dict[str, Any]:
    on = "soil"
    if cells[-1].lower() in WALL | SOIL and len(cells) > 2:
        on = "wall" if cells.pop().lower() in WALL else "soil"
    leg = 0
    has_leg = len(cells) >= 3 if heading is None else "leg" in heading
    if has_leg and cells:
        text = cells.pop(0)
        if not text.isdigit() or int(text) < 1:
            raise JobFault(Fault(field, text, "a leg number, 1 or more", "The leg of this row cannot be read"))
        leg = int(text) - 1
    if len(cells) != 2:
        raise JobFault(
            Fault(
                field,
                ", ".join(cells),
                "station, level or leg, station, level",
                "This row has too few or too many figures",
            )
        )
    at = parse_length(cells[0], units, field)
    level = parse_length(cells[1], units, field, signed=True)
    if instrument_mm is not None:
        level = instrument_mm - level
    return {"leg": leg, "at_mm": at, "level_mm": round(level, 3), "on": on}
