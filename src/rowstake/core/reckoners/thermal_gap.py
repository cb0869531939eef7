"""The end gap a long board needs for heat."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Outputs, Reckoner

Celsius = Annotated[float, Field(ge=-60, le=120)]


class ThermalGap(Inputs):
    material: Literal["pvc", "composite", "aluminium", "steel"] = "composite"
    length_mm: Length
    install_c: Celsius
    hottest_c: Celsius


class Gap(Outputs):
    gap_mm: float


def run(given: ThermalGap) -> Gap:
    """The gap that heat asks of a board, `α · L · (T_hottest − T_laid)`, mm, never below nothing.

    L in mm, temperatures in °C, α per million and °C of the material. Source: published expansion coefficients.
    """
    alpha = CATALOGUE.movement.heat_per_million[given.material] / 1e6
    return Gap(gap_mm=max(0.0, alpha * given.length_mm * (given.hottest_c - given.install_c)))


def say(given: ThermalGap, out: Gap, p: Printer) -> str:
    return f"Leave {p.fine(out.gap_mm)} at the end, and never less than the maker's instructions say."


RECKONER = Reckoner(
    "thermal-gap", "timber", "Heat gap", "Growth along the length between fixing and the hottest day.",
    ThermalGap, Gap, run, say, {"material": "pvc", "length_mm": 4876.8, "install_c": 5, "hottest_c": 40},
)  # fmt: skip
