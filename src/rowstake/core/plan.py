"""Job in, plan out: a pure function, and the only way from a document to its figures."""

from __future__ import annotations

from dataclasses import dataclass, fields

from rowstake.core.advice import check
from rowstake.core.fence import openings
from rowstake.core.fence.explain import explain_ground, explain_jig, explain_line, explain_skin
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
from rowstake.core.job import Job
from rowstake.core.parts import Finding, Notebook, Working
from rowstake.core.planned import Planned, explain_weight
from rowstake.core.schedule.days import days, explain_days
from rowstake.core.takeoff.explain import explain_take_off
from rowstake.core.takeoff.lists import take_off


@dataclass(frozen=True, slots=True)
class Plan(Planned):
    """Everything that follows from a job: parts, lists, workings and findings."""

    workings: dict[str, Working]
    findings: tuple[Finding, ...]


def plan(job: Job) -> Plan:
    """The plan of a job. Raises `JobFault` when the job cannot be laid out as it stands."""
    brief = resolve(job)
    layout = lay_out(brief)
    levels = lay_levels(brief, layout)
    laid = courses(brief, layout, levels)
    digger = Digger(brief, layout, levels, solidity(brief, laid))
    built = openings.gates(brief, layout, levels, laid)
    skin = sheet_parts if brief.style.on_centres else lying if brief.along else board_parts
    parts = digger.parts() + rail_parts(brief, layout, levels) + skin(brief, layout, levels, laid)
    parts += trim_parts(brief, layout, levels)
    for gate in built:
        parts.extend(gate.parts)
    spoil = sum(digger.of(post).spoil_m3 for post in layout.posts)
    lists = take_off(brief, parts, spoil)
    gusts = digger.gusts()
    turn = year(brief, laid)
    waits = [(kind.method.rails_after_h, kind.method.gates_after_h) for kind in digger.kinds.values()]
    on_site = days(parts, job.site.crew, max(w[0] for w in waits), max(w[1] for w in waits))
    book = Notebook()
    explain_line(brief, layout, book)
    explain_ground(brief, levels, book)
    digger.explain(book)
    on_gates = sum(part.kind == "gate board" for part in parts)
    explain_skin(brief, laid, on_gates, gusts, digger.solidity, book)
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
