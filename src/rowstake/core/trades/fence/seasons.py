"""The year in the boards: how wide they and their joints are in each month, from the moisture they were fixed at."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.parts import Notebook
from rowstake.core.trades.fence.resolve import Brief
from rowstake.core.trades.fence.skin import Course
from rowstake.core.year import Year, fixed_pct, live_through


def fixed_moisture_pct(brief: Brief) -> float:
    """The boards' moisture when they are fixed: by where they were kept, or by the meter."""
    return fixed_pct(brief.fence.skin.stock, brief.fence.skin.meter_pct)


def year(brief: Brief, laid: list[Course]) -> Year:
    """A year of the closest joint in the fence."""
    climate = pick(CATALOGUE.climates, brief.job.site.climate or brief.region.climate, "site.climate")
    lap = brief.style.joint == "lap"
    joint = min((c.laid.lap_mm if lap else c.laid.gap_mm for c in laid), default=0.0)
    moves = brief.species.moves_as if brief.board.density_kg_m3 is None else None
    return live_through(climate, fixed_moisture_pct(brief), brief.board.width_mm, moves, joint, lap)


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
