"""What a leaf pulls at its upper hinge."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Outputs, Reckoner

GRAVITY = 9.80665


class HingePull(Inputs):
    leaf_kg: Annotated[float, Field(ge=0.1, le=2000)]
    leaf_width_mm: Length
    hinge_spacing_mm: Length


class Pulls(Outputs):
    pull_n: float


def run(given: HingePull) -> Pulls:
    """The level pull `F = g · m · (width / 2) / spacing` of the upper hinge: the leaf's weight at half its width, about the lower one.

    `leaf_kg` in kg, lengths in mm, the pull in N. Source: statics.
    """
    return Pulls(pull_n=GRAVITY * given.leaf_kg * given.leaf_width_mm / 2 / given.hinge_spacing_mm)


def say(given: HingePull, out: Pulls, p: Printer) -> str:
    return f"The upper hinge is pulled level with {p.force(out.pull_n / 1000)}; hinges further apart are pulled less."


RECKONER = Reckoner(
    "hinge-pull", "gates", "Pull of a leaf on its upper hinge", "Its weight at half its width, about the lower hinge.",
    HingePull, Pulls, run, say, {"leaf_kg": 48, "leaf_width_mm": 1050, "hinge_spacing_mm": 1300},
)  # fmt: skip
