"""How far a built-up beam reaches between posts."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Load, LoadOrZero, Outputs, Reckoner
from rowstake.core.structure.beams import LONGEST_MM, simple_span
from rowstake.core.structure.timber import read_stick, sharing

OVERHANGING = 1.25**2 / 2
"""Joists overhang by a quarter, as the published tables assume."""


class BeamSpan(Inputs):
    species: list[str] = Field(min_length=1, max_length=20)
    size: str = "2x8"
    plies: Annotated[int, Field(ge=1, le=4)] = 2
    joist_span_mm: Length
    live_kpa: Load = 1.9152104
    dead_kpa: LoadOrZero = 0.4788026


class BeamSpanOut(Outputs):
    span_mm: float
    governed_by: str


def run(given: BeamSpan) -> BeamSpanOut:
    """The longest span between posts, mm, and what governs: `simple_span` under the joists' load, several species giving the least.

    w = (live + dead) · joist span · 1.25²/2, N per mm: joists that overhang by a quarter, as the tables assume. `plies` 1 to 4
    share the load (1, 1.1, 1.15). At most 18 ft. Source: published design method; agrees with the published beam tables.
    """
    stick = read_stick(given.size)
    carried_m = given.joist_span_mm * OVERHANGING / 1000
    reaches = [
        simple_span(
            pick(CATALOGUE.species, name, "species"), stick,
            (given.live_kpa + given.dead_kpa) * carried_m, given.live_kpa * carried_m,
            given.plies, sharing(given.plies),
        )
        for name in given.species
    ]  # fmt: skip
    span, governs = min([*reaches, (LONGEST_MM, "longest in the tables")])
    return BeamSpanOut(span_mm=span, governed_by=governs)


def say(given: BeamSpan, out: BeamSpanOut, p: Printer) -> str:
    return (
        f"{given.plies} plies of {given.size} reach {p.length(out.span_mm)} between posts under joists of "
        f"{p.length(given.joist_span_mm)}; {out.governed_by} governs."
    )


RECKONER = Reckoner(
    "beam-span", "frame", "Beam span", "Bending, deflection and shear under the joists it carries.",
    BeamSpan, BeamSpanOut, run, say,
    {"species": ["southern_pine"], "size": "2x8", "plies": 2, "joist_span_mm": 3048,
     "live_kpa": 1.9152104, "dead_kpa": 0.4788026},
)  # fmt: skip
