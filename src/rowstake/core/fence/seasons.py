"""The year in the boards: how wide they and their joints are in each month, from the moisture they were fixed at."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE, Climate, pick
from rowstake.core.fence.resolve import Brief
from rowstake.core.fence.skin import Course
from rowstake.core.parts import Notebook
from rowstake.core.reckoners.moisture_content import MoistureContent
from rowstake.core.reckoners.moisture_content import run as moisture_content
from rowstake.core.reckoners.wood_movement import WoodMovement
from rowstake.core.reckoners.wood_movement import run as wood_movement

MONTHS = (
    "January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November",
    "December",
)  # fmt: skip


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


def fixed_moisture_pct(brief: Brief) -> float:
    """The boards' moisture when they are fixed: by where they were kept, or by the meter."""
    facts, skin = CATALOGUE.materials.seasons, brief.fence.skin
    known = {"wet": facts.wet_pct, "yard": facts.yard_pct, "indoors": facts.indoors_pct}
    return skin.meter_pct or facts.yard_pct if skin.stock == "meter" else known[skin.stock]


def year(brief: Brief, laid: list[Course]) -> Year:
    """A year of the closest joint in the fence. Boards are fixed in their middles and move both ways."""
    climate = pick(CATALOGUE.climates, brief.job.site.climate or brief.region.climate, "site.climate")
    fixed, width, lap = fixed_moisture_pct(brief), brief.board.width_mm, brief.style.joint == "lap"
    joint = min((c.laid.lap_mm if lap else c.laid.gap_mm for c in laid), default=0.0)
    months = []
    moves = brief.board.density_kg_m3 is None
    for name, t, h in zip(MONTHS, climate.temperature_c, climate.humidity_pct, strict=True):
        moisture = moisture_content(MoistureContent(temperature_c=t, humidity_pct=h)).emc_pct
        change = (
            wood_movement(
                WoodMovement(
                    species=brief.species.moves_as, width_mm=width, moisture_from_pct=fixed, moisture_to_pct=moisture
                )
            ).change_mm
            * moves
        )
        months.append(Month(name, moisture, width + change, joint + change if lap else joint - change))
    return Year(climate, fixed, joint, lap, tuple(months))


def explain_stack(brief: Brief, laid: list[Course], turn: Year, book: Notebook) -> None:
    """How high a stack in channels stands as it is laid and when it has dried; nothing for other styles."""
    if not brief.style.channels or not laid:
        return
    p, facts, boards = brief.printer, CATALOGUE.materials.stack, laid[0].laid.boards
    high = sum(w for _, w in boards)
    shares = {m.name: m.board_mm / brief.board.width_mm for m in turn.months}
    dry, wet = min(shares, key=shares.__getitem__), max(shares, key=shares.__getitem__)
    book.note(
        "stack", "Stack, as laid and dry", f"{p.length(high)} → {p.length(high * shares[dry])}",
        rule=f"Every board moves with its moisture, the stack by all of them together. Lay {facts.lay_at_once} courses in every bay "
        f"along the line, then {facts.lay_at_once} more, so that channels stay plumb. Cut and fix the caps, and drive the last screws, "
        f"after the dry-out of {facts.dry_out_days} days.",
        formula=f"{len(boards)} boards = {p.length(high)} at {turn.fixed_pct:.0f} %; {dry} {p.length(high * shares[dry])}, "
        f"{wet} {p.length(high * shares[wet])}",
        source="published shrinkage coefficients; climate made up for planning",
        changes="How damp the boards are when laid, their width, the height.",
    )  # fmt: skip


def explain_year(brief: Brief, turn: Year, book: Notebook) -> None:
    p, word = brief.printer, "lap" if turn.lap else "gap"
    book.note(
        "seasons", f"The {word} over the year", f"{p.fine(turn.least.joint_mm)} to {p.fine(turn.most.joint_mm)}",
        rule="Timber settles at the moisture of the air: each month's from its temperature and humidity. A board changes by "
        "width × coefficient × change of moisture, flat sawn, about its fixings in the middle; the joint changes by the same.",
        formula=f"fixed at {turn.fixed_pct:.0f} % with {p.fine(turn.fixed_joint_mm)}; {turn.least.name} {turn.least.moisture_pct:.1f} % → "
        f"{p.fine(turn.least.joint_mm)}, {turn.most.name} {turn.most.moisture_pct:.1f} % → {p.fine(turn.most.joint_mm)} "
        f"(boards of {p.length(brief.board.width_mm)}, {brief.species.moves_as.replace('_', ' ')})",
        source="published equilibrium equation and shrinkage coefficients; climate made up for planning",
        changes="How damp the boards are when fixed, their width and timber, the gap or lap, the climate.",
    )  # fmt: skip
