"""Levels along a loop of sights: what is left over at the start is spread over them."""

from __future__ import annotations

import re
from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field

from rowstake.core.faults import refuse
from rowstake.core.measure import Printer, parse_length
from rowstake.core.reckoners.base import Inputs, Outputs, Reckoner, Written

Reading = Annotated[float, Field(ge=0, le=20_000)]


class StaffSight(BaseModel):
    """The staff read back at the point before, and on at the next, from one place of the instrument."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    back_mm: Reading
    fore_mm: Reading


class LevelLoop(Inputs):
    start_mm: Annotated[float, Field(ge=-1_000_000, le=1_000_000)] = 0
    sights: Annotated[list[StaffSight], Field(min_length=2, max_length=500)]


class Levelled(Outputs):
    misclosure_mm: float
    levels_mm: list[float]


def run(given: LevelLoop) -> Levelled:
    """Each sight lifts by back − fore. What the sum is off the start at the end is the misclosure `m = Σ (back − fore)`; after the i-th of n
    sights the level is `start + Σ (back − fore) − m · i / n`, so that the last equals the start.

    Lengths in mm. Source: levelling, misclosure spread evenly over the sights.
    """
    lifts = [s.back_mm - s.fore_mm for s in given.sights]
    over, levels, at = sum(lifts), [], given.start_mm
    for n, lift in enumerate(lifts, 1):
        at += lift
        levels.append(at - over * n / len(lifts))
    return Levelled(misclosure_mm=over, levels_mm=levels)


def say(given: LevelLoop, out: Levelled, p: Printer) -> str:
    told = "; ".join(p.length(z) for z in out.levels_mm)
    return f"It closes {p.fine(abs(out.misclosure_mm))} {'high' if out.misclosure_mm > 0 else 'low'}. Spread over the sights the levels are {told}."


def _read(text: str, units: Any, name: str) -> list[dict[str, float]]:
    out = []
    for part in re.split(r"[;\n]", text):
        both = re.split(r"\bto\b", part)
        if len(both) != 2 or not all(x.strip() for x in both):
            raise refuse(
                name, part.strip(), "back to fore; back to fore", "A sight is two readings of the staff, back and fore"
            )
        back, fore = (parse_length(x, units, name) for x in both)
        out.append({"back_mm": back, "fore_mm": fore})
    return out


def _say(sights: Any, p: Printer) -> str:
    return "; ".join(f"{p.length(s['back_mm'])} to {p.length(s['fore_mm'])}" for s in sights)


RECKONER = Reckoner(
    "level-loop", "line", "Levels that come back to their start", "Back less fore at each sight; what is left over is spread.",
    LevelLoop, Levelled, run, say,
    {"start_mm": 0, "sights": [{"back_mm": 1425, "fore_mm": 1610}, {"back_mm": 1388, "fore_mm": 1502}, {"back_mm": 1720, "fore_mm": 1418}]},
    {"sights": Written(_read, _say)},
)  # fmt: skip
