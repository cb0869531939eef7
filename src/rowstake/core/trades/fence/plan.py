"""A fence's job in, its plan out."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Notebook
from rowstake.core.planned import Plan
from rowstake.core.schedule.days import Work, days, explain_days
from rowstake.core.sealer import end_sealer
from rowstake.core.takeoff.lists import Buyer, finish_m2, take_off
from rowstake.core.trade import Trade
from rowstake.core.trades.fence import openings
from rowstake.core.trades.fence.advice import check
from rowstake.core.trades.fence.document import FenceJob
from rowstake.core.trades.fence.explain import explain_ground, explain_jig, explain_line, explain_skin
from rowstake.core.trades.fence.fixings import trim_fixings
from rowstake.core.trades.fence.holes import Digger
from rowstake.core.trades.fence.laid import FenceLaid, FencePlan, explain_weight
from rowstake.core.trades.fence.layout import lay_out
from rowstake.core.trades.fence.levels import lay_levels
from rowstake.core.trades.fence.lying import lying
from rowstake.core.trades.fence.rails import let_in, rail_parts
from rowstake.core.trades.fence.resolve import resolve
from rowstake.core.trades.fence.seasons import explain_stack, explain_year, year
from rowstake.core.trades.fence.sheets import sheet_parts
from rowstake.core.trades.fence.skin import board_parts, courses, solidity
from rowstake.core.trades.fence.take_off import explain_take_off
from rowstake.core.trades.fence.trims import trim_parts


def plan_fence(job: FenceJob, trade: Trade) -> FencePlan:
    """Raises `JobFault` when the fence cannot be laid out as it stands."""
    brief = resolve(job)
    layout = lay_out(brief)
    levels = lay_levels(brief, layout)
    courses_ = courses(brief, layout, levels)
    digger = Digger(brief, layout, levels, solidity(brief, courses_))
    built = openings.gates(brief, layout, levels, courses_)
    skin = sheet_parts if brief.style.on_centres else lying if brief.along else board_parts
    rails = rail_parts(brief, layout, levels)
    parts = let_in(brief, layout, digger.parts(), rails) + rails + skin(brief, layout, levels, courses_)
    parts += trim_parts(brief, layout, levels)
    parts += trim_fixings(brief, parts)
    for gate in built:
        parts.extend(gate.parts)
    parts += end_sealer(brief.sold, parts)
    spoil = sum(digger.of(post).spoil_m3 for post in layout.posts)
    longest = {brief.rail.id: brief.longest_rail_mm} if brief.fence.rails.longest_mm else {}
    buyer = Buyer(
        brief.printer,
        brief.sold,
        brief.bag,
        job.site.near_salt,
        longest,
        brief.finish_after_days,
        brief.species.density_kg_m3,
        job.cutting.saw,
        job.cutting.longest_mm,
        runs=job.cutting.runs,
        called={brief.board.id: "boards", brief.rail.id: "rails", brief.post.id: "posts"},
        measured_mm={brief.board.id: brief.board.width_mm},
    )
    lists = take_off(buyer, parts, spoil)
    gusts = digger.gusts()
    turn = year(brief, courses_)
    waits = [(kind.method.rails_after_h, kind.method.gates_after_h) for kind in digger.kinds.values()]
    stained = 0.0 if brief.finish_after_days is None else finish_m2(parts) * CATALOGUE.materials.finish.coats
    pace = job.terms.pace_pct / 100
    work = Work(job.site.crew, pace, brief.soil.dig_times, brief.fence.skin.height_mm, brief.species.density_kg_m3)
    dries = (
        CATALOGUE.materials.stack.dry_out_days
        if brief.style.channels and brief.fence.skin.stock in ("wet", "yard")
        else 0
    )
    on_site = days(parts, work, max(w[0] for w in waits), max(w[1] for w in waits), stained, dries)
    book = Notebook()
    explain_line(brief, layout, book)
    explain_ground(brief, levels, book)
    digger.explain(book)
    on_gates = sum(part.kind == "gate board" for part in parts)
    pieces = sum(part.kind == "board" for part in parts)
    explain_skin(brief, courses_, pieces, on_gates, gusts, digger.solidity, book)
    openings.explain(brief, built, book)
    openings.explain_pull(brief, digger, layout, built, book)
    explain_year(brief, turn, book)
    explain_stack(brief, courses_, turn, book)
    explain_jig(brief, courses_, book)
    explain_take_off(brief, lists, digger, layout, book)
    laid = FenceLaid(layout, levels, tuple(courses_), digger, tuple(built), tuple(gusts), turn)
    made = Plan(trade, brief, laid, tuple(parts), lists, on_site, book.workings)
    explain_weight(made, book)
    explain_days(on_site, brief.printer, book)
    return replace(made, findings=check(made))
