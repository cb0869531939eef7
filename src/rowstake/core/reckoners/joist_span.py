"""How far a joist reaches."""

from __future__ import annotations

from pydantic import Field

from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Load, LoadOrZero, Outputs, Reckoner
from rowstake.core.structure.beams import LONGEST_MM, simple_span
from rowstake.core.structure.timber import REPETITIVE, read_stick


class JoistSpan(Inputs):
    species: list[str] = Field(min_length=1, max_length=20)
    size: str = "2x8"
    spacing_mm: Length = 406.4
    live_kpa: Load = 1.9152104
    dead_kpa: LoadOrZero = 0.4788026


class JoistSpanOut(Outputs):
    span_mm: float
    governed_by: str


def run(given: JoistSpan) -> JoistSpanOut:
    """The longest span, mm, and what governs: `simple_span` under `(live + dead) · spacing`, at most 18 ft; several species give the
    least of them.

    Spacing in mm, loads in kPa; members share load (1.15). Source: published design method; agrees with the published joist
    tables.
    """
    stick = read_stick(given.size)
    total, live = ((given.live_kpa + given.dead_kpa), given.live_kpa)
    reaches = [
        simple_span(
            pick(CATALOGUE.species, name, "species"), stick,
            total * given.spacing_mm / 1000, live * given.spacing_mm / 1000, 1, REPETITIVE,
        )
        for name in given.species
    ]  # fmt: skip
    span, governs = min([*reaches, (LONGEST_MM, "longest in the tables")])
    return JoistSpanOut(span_mm=span, governed_by=governs)


def say(given: JoistSpan, out: JoistSpanOut, p: Printer) -> str:
    return f"A {given.size} joist at {p.length(given.spacing_mm)} reaches {p.length(out.span_mm)}; {out.governed_by} governs."


RECKONER = Reckoner(
    "joist-span", "frame", "Joist span", "Bending, deflection of the live load, shear, and the longest in the tables.",
    JoistSpan, JoistSpanOut, run, say,
    {"species": ["southern_pine"], "size": "2x8", "spacing_mm": 406.4, "live_kpa": 1.9152104, "dead_kpa": 0.4788026},
)  # fmt: skip
