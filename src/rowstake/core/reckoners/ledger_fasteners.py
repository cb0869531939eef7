"""Fixings of a ledger to the house frame."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Load, LoadOrZero, Outputs, Reckoner, up, whole

IN = 25.4
FACTS = CATALOGUE.structure.ledger
LEAST_MM = FACTS.least_in * IN
"""Closer than this, fixings split the ledger: that cannot be built."""
TABLE_TOL = 1e-4
WORDS = {
    "lag_13mm": "13 mm (1/2 in) lag screws",
    "bolt_13mm": "13 mm (1/2 in) bolts",
    "bolt_13mm_spaced": "13 mm (1/2 in) bolts over spacers",
    "rated_screw": "structural screws",
}


BY = {
    "table": "from the published table",
    "capacity": "from the capacity of a fixing, rounded down",
    "rating": "from the rating of one, rounded down",
}


class LedgerFasteners(Inputs):
    joist_span_mm: Length
    fastener: Literal["lag_13mm", "bolt_13mm", "bolt_13mm_spaced", "rated_screw"] = "lag_13mm"
    live_kpa: Load = 1.9152104
    dead_kpa: LoadOrZero = 0.4788026
    length_mm: Length | None = None
    rated_kn: Annotated[float, Field(gt=0, le=100)] | None = None
    """What one structural screw carries by its maker; None: what any carries."""


class FixedBy(Outputs):
    spacing_mm: float
    count: int | None
    by: str


def spacing_mm(
    fastener: str, joist_span_mm: float, live_kpa: float, dead_kpa: float, rated_kn: float | None = None
) -> tuple[float, str]:
    """(spacing, `table`, `capacity` or, for structural screws, `rating`): the published column at the table's own load, a span just past one taking the
    next; at any other load, and past the table, capacity ÷ (load · span/2), rounded down to the inch (under an inch not
    at all), at most 36 in."""
    at_table = abs(live_kpa - FACTS.table_kpa[0]) < TABLE_TOL and abs(dead_kpa - FACTS.table_kpa[1]) < TABLE_TOL
    if fastener == "rated_screw":
        each, by = (FACTS.screw_n if rated_kn is None else rated_kn * 1000), "rating"
        return _even(each, joist_span_mm, live_kpa + dead_kpa), by
    columns = zip(FACTS.table_span_ft, FACTS.table_in[fastener], strict=True)
    column = next((inches for feet, inches in columns if joist_span_mm <= feet * 12 * IN + 0.05), None)
    if at_table and column is not None:
        return column * IN, "table"
    return _even(FACTS.capacity_n[fastener], joist_span_mm, live_kpa + dead_kpa), "capacity"


def _even(each_n: float, joist_span_mm: float, kpa: float) -> float:
    """`each ÷ (load · span / 2)`, rounded down to the inch, at most 36 in."""
    raw = each_n / (kpa * joist_span_mm / 2 / 1000)
    return min(whole(raw / IN) * IN if raw >= IN else raw, FACTS.widest_in * IN)


def run(given: LedgerFasteners) -> FixedBy:
    """How far apart fixings of a ledger stand, mm, and how many: by the published table at its own loads (40 and 10 psf), the column of
    the span or the next longer; else `capacity / (½ · span · load)`, rounded down to the inch, at most 36 in. Structural screws by what
    one of them is rated for.

    Spans in mm, loads in kPa, capacities in N. Raises `JobFault` where the load asks for fixings closer than can be built.
    Source: published prescriptive ledger fastening and capacities.
    """
    spacing, by = spacing_mm(given.fastener, given.joist_span_mm, given.live_kpa, given.dead_kpa, given.rated_kn)
    if spacing < LEAST_MM - 1e-6:
        raise refuse(
            "joist_span_mm", f"{given.joist_span_mm:g} mm", f"a span and a load that leave at least {LEAST_MM:.0f} mm between fixings",
            f"{WORDS[given.fastener].capitalize()} would stand {spacing:.0f} mm apart: too close to build. Take stronger fixings, a shorter span, "
            "or a beam of its own beside the house",
        )  # fmt: skip
    count = None
    if given.length_mm is not None:
        count = up(max(0.0, given.length_mm - 2 * FACTS.from_end_mm) / spacing) + 1
    return FixedBy(spacing_mm=spacing, count=count, by=by)


def say(given: LedgerFasteners, out: FixedBy, p: Printer) -> str:
    number = "" if out.count is None else f", {out.count} in all"
    return (
        f"{WORDS[given.fastener].capitalize()} every {p.length(out.spacing_mm)}{number}, in two staggered rows "
        f"{p.length(FACTS.from_end_mm)} from the edges; {BY[out.by]}."
    )


RECKONER = Reckoner(
    "ledger-fasteners", "frame", "Ledger fixings", "Capacity of a fixing over the load it carries.",
    LedgerFasteners, FixedBy, run, say,
    {"joist_span_mm": 3048, "fastener": "lag_13mm", "live_kpa": 1.9152104, "dead_kpa": 0.4788026},
)  # fmt: skip
