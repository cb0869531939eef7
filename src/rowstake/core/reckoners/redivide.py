"""Equal bays between what is built already: posts that stand stay, the rest is divided anew."""

from __future__ import annotations

from itertools import pairwise
from typing import Annotated

from pydantic import Field

from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Outputs, Reckoner, counted
from rowstake.core.reckoners.closed import bays_in, mark_in


class Redivide(Inputs):
    """`built_mm` are the places of what stands, from the start of the run, in order."""

    run_mm: Length
    built_mm: Annotated[list[Length], Field(max_length=500)] = []
    max_spacing_mm: Length


class Redivided(Outputs):
    bays: int
    marks_mm: list[float]


def run(given: Redivide) -> Redivided:
    """Between neighbours among 0, what is built, and the run: `n = ⌈d / max⌉` equal bays; the marks tell all of them, both ends among them.

    Lengths in mm; at most 20,000 bays. Source: arithmetic of the trade. Raises `JobFault` where what is built is out of order or past the
    run's end.
    """
    ends = [0.0, *given.built_mm, given.run_mm]
    for before, after in pairwise(ends):
        if after <= before:
            raise refuse("built_mm", f"{after:g} mm", f"more than {before:g} mm and less than {given.run_mm:g} mm",
                         "What is built is told in order, inside the run")  # fmt: skip
    bays = [int(bays_in(after - before, given.max_spacing_mm)) for before, after in pairwise(ends)]
    counted(sum(bays), "max_spacing_mm", given.max_spacing_mm)
    marks = [
        mark_in(a, b, given.max_spacing_mm, i) for (a, b), n in zip(pairwise(ends), bays, strict=True) for i in range(n)
    ]
    return Redivided(bays=sum(bays), marks_mm=[*marks, given.run_mm])


def say(given: Redivide, out: Redivided, p: Printer) -> str:
    widest = max(b - a for a, b in pairwise(out.marks_mm))
    return f"{out.bays} bays, the widest {p.length(widest)}; {len(given.built_mm)} that stand stay where they are."


RECKONER = Reckoner(
    "redivide", "line", "Divide anew round what stands", "Equal bays on either side of every post that stays.",
    Redivide, Redivided, run, say, {"run_mm": 10_800, "built_mm": [1890], "max_spacing_mm": 1800},
)  # fmt: skip
