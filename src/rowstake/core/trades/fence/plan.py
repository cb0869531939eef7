"""A fence's job in, its plan out."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Notebook, Part
from rowstake.core.planned import Plan
from rowstake.core.schedule.days import Days, Work, days, explain_days
from rowstake.core.sealer import end_sealer
from rowstake.core.takeoff.lists import Buyer, TakeOff, finish_m2, take_off
from rowstake.core.trade import Trade
from rowstake.core.trades.fence.advice import check
from rowstake.core.trades.fence.components import components
from rowstake.core.trades.fence.document import FenceJob
from rowstake.core.trades.fence.laid import FencePlan, explain_weight
from rowstake.core.trades.fence.laying import FenceLaying, begun
from rowstake.core.trades.fence.take_off import explain_take_off


def plan_fence(job: FenceJob, trade: Trade) -> FencePlan:
    """Raises `JobFault` when the fence cannot be laid out as it stands."""
    laying = begun(job)
    brief = laying.brief
    for component in components():
        laying.parts += component.lay(laying)
    parts = laying.parts + end_sealer(brief.sold, laying.parts)
    lists, on_site = _lists(laying, parts), _days(laying, parts)
    book = Notebook()
    for component in components():
        component.explain(laying, book)
    explain_take_off(brief, lists, laying.digger, laying.layout, book)
    made = Plan(trade, brief, laying.laid, tuple(parts), lists, on_site, book.workings)
    explain_weight(made, book)
    explain_days(on_site, brief.printer, book)
    return replace(made, findings=check(made))


def _lists(laying: FenceLaying, parts: list[Part]) -> TakeOff:
    brief, job, digger = laying.brief, laying.brief.job, laying.digger
    spoil = sum(digger.of(post).spoil_m3 for post in laying.layout.posts)
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
    return take_off(buyer, parts, spoil)


def _days(laying: FenceLaying, parts: list[Part]) -> Days:
    brief, job = laying.brief, laying.brief.job
    waits = [(kind.method.rails_after_h, kind.method.gates_after_h) for kind in laying.digger.kinds.values()]
    stained = 0.0 if brief.finish_after_days is None else finish_m2(parts) * CATALOGUE.materials.finish.coats
    pace = job.terms.pace_pct / 100
    work = Work(job.site.crew, pace, brief.soil.dig_times, brief.fence.skin.height_mm, brief.species.density_kg_m3)
    dries = (
        CATALOGUE.materials.stack.dry_out_days
        if brief.style.channels and brief.fence.skin.stock in ("wet", "yard")
        else 0
    )
    return days(parts, work, max(w[0] for w in waits), max(w[1] for w in waits), stained, dries)
