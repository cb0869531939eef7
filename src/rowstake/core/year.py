"""A year of timber: how wide boards and their joints are in each month of a climate, from the moisture they were fixed at."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE, Climate
from rowstake.core.reckoners.moisture_content import MoistureContent
from rowstake.core.reckoners.moisture_content import run as moisture_content
from rowstake.core.reckoners.wood_movement import WoodMovement
from rowstake.core.reckoners.wood_movement import run as wood_movement

MONTHS = (
    "January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November",
    "December",
)  # fmt: skip


def fixed_pct(stock: str, meter_pct: float | None) -> float:
    """Moisture of boards as they are fixed, %: by where they were kept, or by the meter; of a meter that says nothing, as dried in the yard."""
    facts = CATALOGUE.materials.seasons
    if stock == "meter":
        return meter_pct or facts.yard_pct
    return {"wet": facts.wet_pct, "yard": facts.yard_pct, "indoors": facts.indoors_pct}[stock]


@dataclass(frozen=True, slots=True)
class Month:
    """`joint_mm` is the gap between boards, or the lap; below zero they press on each other, or no longer lap."""

    name: str
    moisture_pct: float
    board_mm: float
    joint_mm: float


@dataclass(frozen=True, slots=True)
class Year:
    climate: Climate
    fixed_pct: float
    fixed_joint_mm: float
    lap: bool
    months: tuple[Month, ...]

    @property
    def least(self) -> Month:
        return min(self.months, key=lambda m: m.joint_mm)

    @property
    def most(self) -> Month:
        return max(self.months, key=lambda m: m.joint_mm)


def live_through(
    climate: Climate, fixed_pct: float, width_mm: float, moves_as: str | None, joint_mm: float, lap: bool
) -> Year:
    """Every month of a joint between boards fixed in their middles; `moves_as` None is for boards that do not swell."""
    months = []
    for name, t, h in zip(MONTHS, climate.temperature_c, climate.humidity_pct, strict=True):
        moisture = moisture_content(MoistureContent(temperature_c=t, humidity_pct=h)).emc_pct
        change = 0.0
        if moves_as:
            given = WoodMovement(
                species=moves_as, width_mm=width_mm, moisture_from_pct=fixed_pct, moisture_to_pct=moisture
            )
            change = wood_movement(given).change_mm
        months.append(Month(name, moisture, width_mm + change, joint_mm + change if lap else joint_mm - change))
    return Year(climate, fixed_pct, joint_mm, lap, tuple(months))
