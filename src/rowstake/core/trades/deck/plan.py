"""A deck's job in, its plan out."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.parts import Notebook
from rowstake.core.planned import Plan
from rowstake.core.schedule.days import Work, days, explain_days
from rowstake.core.takeoff.explain import explain_lists
from rowstake.core.takeoff.lists import Buyer, take_off
from rowstake.core.trade import Trade
from rowstake.core.trades.deck.advice import check
from rowstake.core.trades.deck.components.steps.foot import spoil_m3
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.trades.deck.explain import explain_level
from rowstake.core.trades.deck.laid import DeckLaid, DeckPlan
from rowstake.core.trades.deck.lay import lay_levels
from rowstake.core.year import fixed_pct, live_through


def plan_deck(job: DeckJob, trade: Trade) -> DeckPlan:
    """Raises `JobFault` when the deck cannot be laid out as it stands."""
    levels = lay_levels(job)
    main, brief = levels[0], levels[0].brief
    parts = [part for level in levels for part in level.parts]
    dug = 0.0 if job.deck.there else sum(f.dug.spoil_m3 for level in levels for f in level.footings)
    spoil = dug + spoil_m3(parts)
    density = brief.species.density_kg_m3
    buyer = Buyer(
        brief.printer,
        brief.sold,
        brief.bag,
        job.site.near_salt,
        {},
        None,
        density,
        job.cutting.saw,
        job.cutting.longest_mm,
        runs=job.cutting.runs,
        measured_mm={brief.field.id: brief.field.width_mm},
    )
    lists = take_off(buyer, parts, spoil)
    poured = any(part.good.id == "concrete" for part in parts)
    high = max(level.height_mm for level in job.deck.levels)
    work = Work(job.site.crew, job.terms.pace_pct / 100, brief.soil.dig_times, high, density)
    on_site = days(parts, work, 48.0 if poured else 0.0, 0.0)
    climate = pick(CATALOGUE.climates, job.site.climate or brief.region.climate, "site.climate")
    boards = brief.deck.boards
    moves = brief.species.moves_as if brief.product.moves == "timber" else None
    turn = live_through(
        climate, fixed_pct(boards.stock, boards.meter_pct), brief.field.width_mm, moves, main.laying.gap_mm, lap=False
    )
    book = Notebook()
    explain_level(main, turn, book)
    for low in levels[1:]:
        own = Notebook()
        explain_level(low, turn, own)
        book.fold_in(f"level {low.place.name}", own)
    explain_lists(brief.printer, brief.bag, lists, "", book)
    explain_days(on_site, brief.printer, book, "the frame")
    laid = DeckLaid(levels, turn)
    made = Plan(trade, brief, laid, tuple(parts), lists, on_site, book.workings)
    return replace(made, findings=check(made))
