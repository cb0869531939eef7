"""Several readings of one length: their mean, how far they are apart, and what was thrown out, with a word."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from statistics import mean, median

from rowstake.core.faults import refuse
from rowstake.core.measure import Printer

MOST_TILT_DEG = 1.0
"""A device that leans more reads along a slope: over 1° that is more than 0.015 %, and the foot is not where it is taken to be."""
APART_MM = 5.0
"""What is further off the middle of all than this, or three times their usual spread, is of something else."""
LEAST = 3


@dataclass(frozen=True, slots=True)
class Raw:
    """One reading as a device sends it; no length where there was no echo."""

    mm: float | None
    tilt_deg: float = 0.0


@dataclass(frozen=True, slots=True)
class Reading:
    mm: float
    spread_mm: float
    count: int
    words: str


def taken(raw: Sequence[Raw], p: Printer) -> Reading:
    """Their mean without those that are bad. Raises `JobFault` where fewer than three are good."""
    thrown: Counter[str] = Counter()
    upright: list[float] = []
    for reading in raw:
        if reading.mm is None or reading.mm <= 0:
            thrown["no echo"] += 1
        elif abs(reading.tilt_deg) > MOST_TILT_DEG:
            thrown["tilted"] += 1
        else:
            upright.append(reading.mm)
    good: list[float] = []
    if upright:
        middle = median(upright)
        usual = median(abs(mm - middle) for mm in upright)
        good = [mm for mm in upright if abs(mm - middle) <= max(APART_MM, 3 * usual)]
        if far := len(upright) - len(good):
            thrown["of something else"] += far
    told = ", ".join(f"{n} {why}" for why, n in thrown.items())
    if len(good) < LEAST:
        why = f": {told}" if told else ""
        raise refuse(
            "reading",
            len(good),
            f"at least {LEAST} good readings",
            f"Too few good readings{why}. Hold it still and measure again",
        )
    spread = max(good) - min(good)
    words = f"mean of {len(good)}, {p.fine(spread)} apart" + (f"; thrown out: {told}" if told else "")
    return Reading(mean(good), spread, len(good), words)
