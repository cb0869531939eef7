"""Fixings of a ledger to the house frame."""

from __future__ import annotations

from typing import Literal

from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Load, LoadOrZero, Outputs, Reckoner, up

IN = 25.4
CAPACITY_N = {"lag_13mm": 1681.0, "bolt_13mm": 3172.0, "bolt_13mm_spaced": 2691.0}
"""Published capacity of one fixing: lag 378 lbf, bolt 713 lbf, bolt over spacers 605 lbf."""
WIDEST_IN = 36
FROM_END_MM = 50.0
WORDS = {
    "lag_13mm": "13 mm (1/2 in) lag screws",
    "bolt_13mm": "13 mm (1/2 in) bolts",
    "bolt_13mm_spaced": "13 mm (1/2 in) bolts over spacers",
}


class LedgerFasteners(Inputs):
    joist_span_mm: Length
    fastener: Literal["lag_13mm", "bolt_13mm", "bolt_13mm_spaced"] = "lag_13mm"
    live_kpa: Load = 1.9152104
    dead_kpa: LoadOrZero = 0.4788026
    length_mm: Length | None = None


class Fixed(Outputs):
    spacing_mm: float
    count: int | None


def run(given: LedgerFasteners) -> Fixed:
    """Capacity over the load of half the joists, to the nearest inch, at most 36 in."""
    line_n_mm = (given.live_kpa + given.dead_kpa) * given.joist_span_mm / 2 / 1000
    inches = int(CAPACITY_N[given.fastener] / line_n_mm / IN + 0.5)
    spacing = min(max(inches, 1), WIDEST_IN) * IN
    count = None
    if given.length_mm is not None:
        count = up(max(0.0, given.length_mm - 2 * FROM_END_MM) / spacing) + 1
    return Fixed(spacing_mm=spacing, count=count)


def say(given: LedgerFasteners, out: Fixed, p: Printer) -> str:
    number = "" if out.count is None else f", {out.count} in all"
    return (
        f"{WORDS[given.fastener].capitalize()} every {p.length(out.spacing_mm)}{number}, in two staggered rows "
        f"{p.length(FROM_END_MM)} from the edges."
    )


RECKONER = Reckoner(
    "ledger-fasteners", "Ledger fixings", "Capacity of a fixing over the load it carries.",
    LedgerFasteners, Fixed, run, say,
    {"joist_span_mm": 3048, "fastener": "lag_13mm", "live_kpa": 1.9152104, "dead_kpa": 0.4788026},
)  # fmt: skip
