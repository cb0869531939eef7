"""A cap rail where the grade changes: round a corner its mitre does not lie in one plane, and boards stand across a bend."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan

FITS_MM = 1.0
"""So much is lost in a saw cut."""


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p, levels = planned.brief, planned.brief.printer, planned.laid.levels
    if not brief.capped or not brief.fence.trims.cap_rail:
        return
    half = CATALOGUE.sections[brief.fence.trims.cap_rail].width_mm / 2
    wide, bends = brief.board.width_mm / 2, []
    for before, after in pairwise(planned.laid.layout.bays):
        if before.right is not after.left:
            continue
        slopes = [levels.feet[b.label].slope for b in (before, after)]
        if before.leg == after.leg:
            bends += [before.right.label] * (abs(slopes[1] - slopes[0]) * wide > FITS_MM)
        elif (off := max(map(abs, slopes)) * half) > FITS_MM:
            yield found(
                f"The cap rail goes round the corner at {before.right.label} on a slope",
                f"The leg before it {_goes(slopes[0])}, the leg after it {_goes(slopes[1])}: at the edges of the cap their tops are up "
                f"to {p.fine(off)} apart from a level mitre. Scribe both caps and trim the tops of the boards there to fit, or step the bays.",
                (before.right.label,),
                WAYS,
            )
    if bends:
        yield found(
            f"The cap rail bends at {', '.join(bends[:4])}{' and more' if len(bends) > 4 else ''}",
            "A board that stands across the bend reaches over the line of one of the caps: trim the tops of the boards there to fit before "
            "the cap goes on, or step the bays.",
            bends,
            WAYS,
        )


WAYS = [put("Step the bays", slope__way="stepped"), put("Leave the cap rail off", trims__cap_rail=None)]


def _goes(slope: float) -> str:
    return "is level" if abs(slope) < 1e-4 else f"{'climbs' if slope > 0 else 'falls'} {abs(slope) * 100:.1f} %"
