"""The moisture that timber settles at in given air."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Outputs, Reckoner


class MoistureContent(Inputs):
    temperature_c: Annotated[float, Field(ge=-40, le=80)]
    humidity_pct: Annotated[float, Field(ge=0, le=99.9)]


class Settles(Outputs):
    emc_pct: float


def run(given: MoistureContent) -> Settles:
    """The moisture content that timber settles at, %: `1800/W · (K·h/(1 − K·h) + (K1·K·h + 2·K1·K2·K²·h²)/(1 + K1·K·h + K1·K2·K²·h²))`.

    h relative humidity 0 to 1; W, K, K1, K2 quadratic in the temperature, °C. Source: published equilibrium moisture equation.
    """
    t, h = given.temperature_c, given.humidity_pct / 100
    w = 349 + 1.29 * t + 0.0135 * t * t
    k = 0.805 + 0.000736 * t - 0.00000273 * t * t
    k1 = 6.27 - 0.00938 * t - 0.000303 * t * t
    k2 = 1.91 + 0.0407 * t - 0.000293 * t * t
    kh = k * h
    wet = (k1 * kh + 2 * k1 * k2 * kh * kh) / (1 + k1 * kh + k1 * k2 * kh * kh)
    return Settles(emc_pct=1800 / w * (kh / (1 - kh) + wet))


def say(given: MoistureContent, out: Settles, p: Printer) -> str:
    return f"Timber in this air settles at {out.emc_pct:.1f} % moisture."


RECKONER = Reckoner(
    "moisture-content", "timber", "Moisture in air", "The moisture timber settles at in air of a temperature and humidity.",
    MoistureContent, Settles, run, say, {"temperature_c": 10, "humidity_pct": 80},
)  # fmt: skip
