"""Read how far something leans as a person writes it: so much off plumb over the level that it is read with."""

from __future__ import annotations

from rowstake.core.measure.length import parse_length
from rowstake.core.measure.printer import Printer, Units


def parse_lean(text: str, units: Units, field: str) -> float:
    """mm a metre from a length off plumb, over a metre or, where feet are used, over four feet; `a metre` and `in 4 ft` may stand behind it. Raises
    `JobFault`."""
    told = text.strip().lower()
    over = next(
        (mm for words, mm in (("a metre", 1000.0), ("in 4 ft", 1219.2)) if told.endswith(words)),
        Printer(units).level_mm,
    )
    return parse_length(told.removesuffix("a metre").removesuffix("in 4 ft").strip(), units, field) / over * 1000
