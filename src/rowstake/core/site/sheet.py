"""Everything that site mode and the desk's Build and Log show of a job as it stands, in one answer that a phone can keep."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from rowstake.core.cost.book import Prices
from rowstake.core.drawing.scene import Scene, Shape
from rowstake.core.job import Job
from rowstake.core.kept import kept_plan
from rowstake.core.planned import AnyPlan
from rowstake.core.preview import Consequence, More, compare, no_more
from rowstake.core.record.question import Question
from rowstake.core.record.record import Record
from rowstake.core.site.arrivals import Arrivals, arrivals
from rowstake.core.site.as_built import as_built
from rowstake.core.site.cuts import AtTheSaw, at_the_saw
from rowstake.core.site.inspection import Inspection, inspection
from rowstake.core.site.logbook import LogLine, log_lines, punch_list
from rowstake.core.site.mending import mends
from rowstake.core.site.opened import DrawnAt, no_drawing, opened_again
from rowstake.core.site.steps import StepTold, steps_told
from rowstake.core.views.lists import BuyRow, buy_rows
from rowstake.core.views.site import SiteTold, site_told


@dataclass(frozen=True, slots=True)
class ToDo:
    """Something on the list of what is to be put right."""

    entry: str
    fault: str
    about: str
    cause: str
    due: str


@dataclass(frozen=True, slots=True)
class SiteSheet:
    """`changes` are the figures that differ from the drawing; `scene` is the plan as built, with what was drawn behind it."""

    name: str
    trade: str
    units: Literal["mm", "ft-in"]
    fraction: int
    site: SiteTold
    steps: tuple[StepTold, ...]
    saw: AtTheSaw
    asked: tuple[Question, ...]
    changes: Consequence
    scene: Scene
    buy: tuple[BuyRow, ...]
    log: tuple[LogLine, ...]
    punch: tuple[ToDo, ...]
    inspection: Inspection
    caution: tuple[str, ...]
    arrivals: Arrivals
    entries: int
    revision: int | None = None
    """Of the document that it was made from."""


def site_sheet(
    job: Job,
    record: Record,
    cautions: tuple[str, ...] = (),
    more: More = no_more,
    lists: AnyPlan | None = None,
    drawn_at: DrawnAt = no_drawing,
    revision: int | None = None,
    prices: Prices | None = None,
) -> SiteSheet:
    """`lists` is the plan as built with lists from somewhere else, a book and a rack; `drawn_at` earlier revisions of the document; `prices` are those of its books. Raises
    `JobFault` for a job that cannot be laid out as it is drawn."""
    built = as_built(job, record)
    drawn, plan = kept_plan(job), kept_plan(built.job)
    told = site_told(plan, built)
    bought = lists or plan
    log = tuple(log_lines(drawn, record))
    about = {line.id: line.part for line in log}
    punch = tuple(
        ToDo(
            e.id,
            e.values.fault,
            about[e.id],
            e.values.cause,
            f"{e.values.due.day} {e.values.due:%b %Y}" if e.values.due else "",
        )
        for e in punch_list(record)
    )
    again = opened_again(drawn, record, drawn_at)
    steps = tuple(replace(step, again=again.get(step.key, ())) for step in steps_told(plan, record))
    return SiteSheet(
        job.name, plan.trade.id, job.units, job.fraction, told, steps, at_the_saw(bought, record, told.pending, told.lengths),
        built.asked, compare(drawn, plan, more), built_scene(drawn, plan), tuple(buy_rows(bought.lists)), log, punch,
        inspection(plan.trade.id, record, plan.brief.printer, lambda rule: mends(rule, plan, prices)), cautions,
        arrivals(bought.lists.buy, record, plan.brief.printer, drawn.trade.measured(drawn)), len(record.entries), revision,
    )  # fmt: skip


def built_scene(drawn: AnyPlan, plan: AnyPlan) -> Scene:
    """The plan as built; posts that were drawn elsewhere are dashed behind them."""
    now: Scene = plan.trade.scenes(plan)["plan"]
    was: Scene = drawn.trade.scenes(drawn)["plan"]
    if drawn is plan:
        return replace(now, handles=())
    standing = {_where(s) for s in now.shapes}
    ghosts = tuple(
        replace(s, hidden=True, of="")
        for s in was.shapes
        if s.look == "post" and s.kind != "text" and _where(s) not in standing
    )
    return replace(now, shapes=(*ghosts, *now.shapes), handles=())


def _where(shape: Shape) -> tuple[object, ...]:
    return shape.kind, shape.look, tuple((round(x), round(y)) for x, y in shape.points)
