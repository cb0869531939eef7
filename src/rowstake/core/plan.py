"""Job in, plan out: a pure function, and the only way from a document to its figures."""

from __future__ import annotations

from dataclasses import dataclass, fields
from typing import overload

from rowstake.core.advice import check, check_deck
from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.deck.brief import resolve_deck
from rowstake.core.deck.explain import explain_deck
from rowstake.core.deck.level import lay_level, lower_levels
from rowstake.core.fence import openings
from rowstake.core.fence.explain import explain_ground, explain_jig, explain_line, explain_skin
from rowstake.core.fence.fixings import trim_fixings
from rowstake.core.fence.holes import Digger
from rowstake.core.fence.layout import lay_out
from rowstake.core.fence.levels import lay_levels
from rowstake.core.fence.lying import lying
from rowstake.core.fence.rails import rail_parts
from rowstake.core.fence.resolve import resolve
from rowstake.core.fence.seasons import explain_stack, explain_year, year
from rowstake.core.fence.sheets import sheet_parts
from rowstake.core.fence.skin import board_parts, courses, solidity
from rowstake.core.fence.trims import trim_parts
from rowstake.core.job import DeckJob, FenceJob, Job
from rowstake.core.parts import Finding, Notebook, Working
from rowstake.core.planned import Planned, explain_weight
from rowstake.core.planned_deck import DeckPlanned
from rowstake.core.schedule.days import days, explain_days
from rowstake.core.sealer import end_sealer
from rowstake.core.takeoff.explain import explain_lists, explain_take_off
from rowstake.core.takeoff.lists import Buyer, finish_m2, take_off
from rowstake.core.year import live_through


@dataclass(frozen=True, slots=True)
class Plan(Planned):
    """Everything that follows from a job: parts, lists, workings and findings."""

    workings: dict[str, Working]
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True)
class DeckPlan(DeckPlanned):
    """Everything that follows from a deck's job."""

    workings: dict[str, Working]
    findings: tuple[Finding, ...]


AnyPlan = Plan | DeckPlan


@overload
def plan(job: FenceJob) -> Plan: ...
@overload
def plan(job: DeckJob) -> DeckPlan: ...
@overload
def plan(job: Job) -> AnyPlan: ...
def plan(job: Job) -> AnyPlan:
    """The plan of a job. Raises `JobFault` when the job cannot be laid out as it stands."""
    return _deck(job) if isinstance(job, DeckJob) else _fence(job)


def _deck(job: DeckJob) -> DeckPlan:
    main = lay_level(resolve_deck(job))
    brief, lower = main.brief, lower_levels(main)
    levels = (main, *lower)
    parts = [part for level in levels for part in level.built.parts]
    spoil = sum(f.dug.spoil_m3 for level in levels for f in level.built.footings)
    lists = take_off(Buyer(brief.printer, brief.sold, brief.bag, job.site.near_salt, {}), parts, spoil)
    poured = any(part.good.id == "concrete" for part in parts)
    on_site = days(parts, job.site.crew, 48.0 if poured else 0.0, 0.0)
    climate = pick(CATALOGUE.climates, job.site.climate or brief.region.climate, "site.climate")
    damp = {"wet": "wet_pct", "yard": "yard_pct", "indoors": "indoors_pct"}[brief.deck.boards.stock]
    moves = brief.species.moves_as if brief.product.moves == "timber" else None
    turn = live_through(
        climate, getattr(CATALOGUE.materials.seasons, damp), brief.field.width_mm, moves, main.laying.gap_mm, lap=False
    )
    planned = DeckPlanned(
        brief, main.grid, main.supports, main.laying, main.built, lower, tuple(parts), lists, on_site, turn
    )
    book = Notebook()
    explain_deck(brief, main.grid, main.supports, main.laying, main.built, turn, book)
    for low in lower:
        own = Notebook()
        explain_deck(low.brief, low.grid, low.supports, low.laying, low.built, turn, own)
        book.fold_in(f"level {low.level.id}", own)
    explain_lists(brief.printer, brief.bag, lists, "", book)
    explain_days(on_site, job.site.crew, brief.printer, book, "the frame")
    told = {field.name: getattr(planned, field.name) for field in fields(planned)}
    return DeckPlan(**told, workings=book.workings, findings=check_deck(planned))


def _fence(job: FenceJob) -> Plan:
    brief = resolve(job)
    layout = lay_out(brief)
    levels = lay_levels(brief, layout)
    laid = courses(brief, layout, levels)
    digger = Digger(brief, layout, levels, solidity(brief, laid))
    built = openings.gates(brief, layout, levels, laid)
    skin = sheet_parts if brief.style.on_centres else lying if brief.along else board_parts
    parts = digger.parts() + rail_parts(brief, layout, levels) + skin(brief, layout, levels, laid)
    parts += trim_parts(brief, layout, levels)
    parts += trim_fixings(brief, parts)
    for gate in built:
        parts.extend(gate.parts)
    parts += end_sealer(brief.sold, parts)
    spoil = sum(digger.of(post).spoil_m3 for post in layout.posts)
    longest = {brief.rail.id: brief.longest_rail_mm} if brief.fence.rails.longest_mm else {}
    buyer = Buyer(brief.printer, brief.sold, brief.bag, job.site.near_salt, longest, brief.finish_after_days)
    lists = take_off(buyer, parts, spoil)
    gusts = digger.gusts()
    turn = year(brief, laid)
    waits = [(kind.method.rails_after_h, kind.method.gates_after_h) for kind in digger.kinds.values()]
    stained = 0.0 if brief.finish_after_days is None else finish_m2(parts) * CATALOGUE.materials.finish.coats
    on_site = days(parts, job.site.crew, max(w[0] for w in waits), max(w[1] for w in waits), stained)
    book = Notebook()
    explain_line(brief, layout, book)
    explain_ground(brief, levels, book)
    digger.explain(book)
    on_gates = sum(part.kind == "gate board" for part in parts)
    pieces = sum(part.kind == "board" for part in parts)
    explain_skin(brief, laid, pieces, on_gates, gusts, digger.solidity, book)
    openings.explain(brief, built, book)
    openings.explain_pull(brief, digger, layout, built, book)
    explain_year(brief, turn, book)
    explain_stack(brief, laid, turn, book)
    explain_jig(brief, laid, book)
    explain_take_off(brief, lists, digger, layout, book)
    planned = Planned(
        brief, layout, levels, tuple(laid), digger, tuple(built), tuple(parts), lists, tuple(gusts), turn, on_site
    )
    explain_weight(planned, book)
    explain_days(on_site, job.site.crew, brief.printer, book)
    told = {field.name: getattr(planned, field.name) for field in fields(planned)}
    return Plan(**told, workings=book.workings, findings=check(planned))
