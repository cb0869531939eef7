"""What a job takes beside its goods: work by stage, what is hired, taken away and brought, as lines that are priced like goods."""

from __future__ import annotations

import math
from collections.abc import Iterator

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.measure import KM_PER_MILE, M3_PER_YD3
from rowstake.core.planned import AnyPlan
from rowstake.core.schedule.days import STAGE
from rowstake.core.takeoff.lists import BuyLine

WORK, HIRE, AWAY, BROUGHT = "Work", "Hire", "Taken away", "Delivery and travel"
UNCUT = ("holes", "finish")


def services(plan: AnyPlan) -> list[BuyLine]:
    """In the order in which they are told."""
    return [*_work(plan), *_hire(plan), *_away(plan), *_brought(plan)]


def _line(plan: AnyPlan, group: str, good_id: str, count: float, needed: str, *sizes: str) -> BuyLine:
    good = plan.brief.sold.good(good_id, *sizes)
    return BuyLine(group, good.words, count, good.entry.counted_in(plan.brief.job.units), needed, (), good)


def _work(plan: AnyPlan) -> Iterator[BuyLine]:
    """Hours by stage, to the tenth."""
    work = plan.days.work
    for stage, hours in plan.days.hours.items():
        if shown := round(hours, 1):
            pace = f", at {work.pace * 100:g} % of the usual hours" if work.pace != 1 else ""
            told = f"by the piece, its length and the volume dug{pace}"
            if stage == "finish":
                told = f"{plan.brief.printer.area(plan.days.finish_m2)}, all coats{pace}"
            yield _line(plan, WORK, "labour", shown, told, STAGE[stage])


def _days(plan: AnyPlan, hours: float) -> int:
    day: float = plan.days.work.crew * plan.brief.job.terms.calendar.hours
    return max(1, math.ceil(hours / day - 1e-9))


def _hire(plan: AnyPlan) -> Iterator[BuyLine]:
    facts, p = CATALOGUE.cost, plan.brief.printer
    holes = len({part.of for part in plan.parts if part.step == "holes" and part.sort.counted == "volume"})
    if plan.brief.job.terms.auger and holes >= facts.auger_from_holes:
        yield _line(plan, HIRE, "hire_auger", _days(plan, plan.days.dig_h), f"{holes} holes")
    if plan.brief.job.terms.saw and (built := sum(h for stage, h in plan.days.hours.items() if stage not in UNCUT)):
        yield _line(plan, HIRE, "hire_saw", _days(plan, built), "the days on which timber is cut")
    if size := plan.brief.job.terms.skip_size_m3:
        visits = math.ceil(plan.days.total)
        yield _line(plan, HIRE, "hire_skip", visits, "from the first day to the last", p.volume(size))
    if plan.lists.concrete_m3 >= facts.mixer_from_m3:
        setting = max(0.0, plan.days.hours["holes"] - plan.days.dig_h)
        yield _line(plan, HIRE, "hire_mixer", _days(plan, setting), f"{p.volume(plan.lists.concrete_m3)} of concrete")


def offcuts_m3(plan: AnyPlan) -> float:
    """Timber that is bought and not built in."""
    sections = CATALOGUE.sections
    return sum(
        (pattern.stock_mm - sum(pattern.pieces_mm)) * pattern.count * sections[key].width_mm * sections[key].mean_mm / 1e9
        for key, made in plan.lists.plans.items()
        for pattern in made.patterns
    )  # fmt: skip


def _away(plan: AnyPlan) -> Iterator[BuyLine]:
    """Spoil loose as it lies, and offcuts: by the skip where one is hired, to the next tenth of their volume otherwise."""
    spoil, left, p = plan.lists.spoil_m3, offcuts_m3(plan), plan.brief.printer
    told = f"{p.volume(spoil)} of spoil, {p.volume(left)} of offcuts"
    if size := plan.brief.job.terms.skip_size_m3:
        if loads := math.ceil((spoil + left) / size - 1e-6):
            yield _line(plan, AWAY, "skip_load", loads, told, p.volume(size))
        return
    volume = (spoil + left) / (M3_PER_YD3 if plan.brief.job.units == "ft-in" else 1.0)
    if tenths := math.ceil(volume * 10 - 1e-6):
        yield _line(plan, AWAY, "skip", tenths / 10, told)


def _brought(plan: AnyPlan) -> Iterator[BuyLine]:
    terms, feet = plan.brief.job.terms, plan.brief.job.units == "ft-in"
    if terms.deliveries:
        yield _line(plan, BROUGHT, "delivery", terms.deliveries, "as told in the terms")
    if terms.travel_km:
        visits = math.ceil(plan.days.total)
        far = terms.travel_km / (KM_PER_MILE if feet else 1.0)
        yield _line(
            plan,
            BROUGHT,
            "travel",
            round(far * visits, 1),
            f"{visits} days, {plan.brief.printer.distance(terms.travel_km)} each",
        )
