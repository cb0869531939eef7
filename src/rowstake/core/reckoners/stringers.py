"""Stringers under a flight: the fewest whose spacing stays within what the tread spans."""

from __future__ import annotations

from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Outputs, Reckoner, counted, up


class Stringers(Inputs):
    """`width_mm` over the outer faces of the outer two, `stringer_mm` the thickness of one."""

    width_mm: Length
    stringer_mm: Length
    max_spacing_mm: Length


class StringerSpread(Outputs):
    count: int
    spacing_mm: float


def run(given: Stringers) -> StringerSpread:
    """Stringers `n = ⌈(width − stringer) / max⌉ + 1`, at least two, the outer faces at the ends; `(width − stringer) / (n − 1)` centre to
    centre.

    Lengths in mm. Source: arithmetic of the trade. Raises `JobFault` for a flight that two stringers do not fit in.
    """
    between = given.width_mm - given.stringer_mm
    if between < given.stringer_mm:
        raise refuse(
            "width_mm", f"{given.width_mm:g} mm", f"at least two stringers, {2 * given.stringer_mm:g} mm",
            "Two stringers do not fit side by side",
        )  # fmt: skip
    spaces = counted(max(1, up(between / given.max_spacing_mm)), "max_spacing_mm", given.max_spacing_mm)
    return StringerSpread(count=spaces + 1, spacing_mm=between / spaces)


def say(given: Stringers, out: StringerSpread, p: Printer) -> str:
    return f"{out.count} stringers at {p.length(out.spacing_mm)} centres, the outer faces at both ends."


RECKONER = Reckoner(
    "stringers", "steps", "Stringers under a flight", "Outer faces at the ends, the fewest within what the tread spans.",
    Stringers, StringerSpread, run, say, {"width_mm": 1219.2, "stringer_mm": 38.1, "max_spacing_mm": 406.4},
)  # fmt: skip
