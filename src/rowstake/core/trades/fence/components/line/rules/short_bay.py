"""A remainder bay too short to look right."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.layout import pitch_mm


def look(planned: FencePlan) -> Iterator[Finding]:
    bays = planned.brief.fence.bays
    if bays.way != "module":
        return
    p, pitch = planned.brief.printer, pitch_mm(planned.brief)
    least = CATALOGUE.materials.limits.short_bay * pitch
    short = [b for b in planned.laid.layout.bays if b.centres_mm < least - 0.5]
    if not short:
        return
    worst = min(short, key=lambda b: b.centres_mm)
    others = f" {len(short) - 1} more bays are short too." if len(short) > 1 else ""
    yield found(
        f"A short bay of {p.length(worst.centres_mm)} on leg {worst.leg + 1}",
        f"The module of {p.length(pitch)} leaves a bay under a third of it.{others}",
        [b.label for b in short],
        [
            put(
                f"Divide equally, at most {p.length(bays.module_mm)}",
                bays__way="equal",
                bays__max_mm=bays.module_mm,
            )
        ],
    )
