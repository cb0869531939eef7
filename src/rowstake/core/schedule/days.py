"""Days on site for a crew: digging and setting, the wait for concrete, frame and boards, gates."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.catalogue.models import WorkingDay
from rowstake.core.measure import Printer
from rowstake.core.parts import Notebook, Part

HALF = 0.5


@dataclass(frozen=True, slots=True)
class Work:
    """Who works how: `pace` is the crew's own share of the usual hours, `dig_times` how much longer its ground takes, `high_mm` how
    high the work reaches, and what its timber weighs."""

    crew: int
    pace: float = 1.0
    dig_times: float = 1.0
    high_mm: float = 0.0
    timber_kg_m3: float = 500.0


@dataclass(frozen=True, slots=True)
class Days:
    """Hours of work by stage, waits in days, and the days from the first hole to the last latch, in half days.

    `dig_h` are those of the stage `holes` that are spent digging; `rails_after_h` and `gates_after_h` what concrete asks.
    """

    hours: dict[str, float]
    wait: float
    gate_wait: float
    total: float
    work: Work = field(default_factory=lambda: Work(2))
    dig_h: float = 0.0
    rails_after_h: float = 0.0
    gates_after_h: float = 0.0
    finish_m2: float = 0.0
    stack_days: int = 0
    """How long boards that are stacked wet dry before their caps and last screws."""


STAGE = {
    "holes": "holes and posts",
    "frame": "frame",
    "skin": "boards and trims",
    "steps": "steps and guard",
    "gates": "gates",
    "finish": "staining",
}
ABOVE_GROUND = ("frame", "skin", "gates")


def _hours(part: Part, work: Work, day: WorkingDay) -> float:
    """Hours for one part by its kind and its length; what is poured, by volume; nothing for what goes in with another. One person
    alone takes longer over a long piece, a heavy one takes two, and work over one's head goes slower."""
    kind = part.sort
    if kind.counted == "volume":
        return day.dig_h_per_m3 * work.dig_times * part.amount
    hours = kind.hours_each + kind.hours_metre * part.length_mm / 1000
    if part.length_mm > day.heavy_from_mm and (section := part.good.section) is not None:
        weighs = section.kg(part.length_mm, part.width_mm or section.width_mm, work.timber_kg_m3)
        hours *= day.heavy_times if weighs > day.heavy_over_kg else 1.0
    if work.high_mm > day.high_over_mm and part.step in ABOVE_GROUND:
        hours *= day.high_times
    alone = work.crew == 1 and part.length_mm > day.alone_over_mm
    return hours * (day.alone_times if alone else 1.0)


def days(
    parts: list[Part],
    work: Work,
    rails_after_h: float,
    gates_after_h: float,
    finish_m2: float = 0.0,
    stack_days: int = 0,
) -> Days:
    """Stages follow each other; a wait ends at the start of a working day. Gates wait from the setting of the posts. What is
    stained (`finish_m2`, all its coats together) is done last, after whatever it dries before."""
    facts = CATALOGUE.rates.day
    hours, dig = dict.fromkeys(STAGE, 0.0), 0.0
    known: dict[tuple[str, str, str, float, float, float], float] = {}
    for part in parts:
        alike = part.kind, part.step, part.good.id, part.length_mm, part.width_mm, part.amount
        if (own := known.get(alike, -1.0)) < 0:
            own = known[alike] = _hours(part, work, facts)
        hours[part.step] += own
        if part.step == "holes" and part.sort.counted == "volume":
            dig += own * facts.dig_share
    hours["finish"] = finish_m2 * facts.finish_h_per_m2
    hours = {step: h * work.pace for step, h in hours.items()}
    each = {step: h / (work.crew * facts.hours) for step, h in hours.items()}
    set_by = math.ceil(each["holes"] - 1e-9) if rails_after_h else each["holes"]
    wait = max(0.0, math.ceil(rails_after_h / 24) - 1.0)
    closed = set_by + wait + each["frame"] + each["skin"] + each["steps"]
    total, gate_wait = closed, 0.0
    if hours["gates"]:
        ready = math.ceil(each["holes"] - 1e-9) + max(0.0, math.ceil(gates_after_h / 24) - 1.0)
        gate_wait = max(0.0, ready - closed)
        total = max(closed, ready) + each["gates"]
    total += each["finish"]
    whole = max(HALF, math.ceil(total / HALF - 1e-9) * HALF)
    return Days(
        hours, wait, gate_wait, whole, work, dig * work.pace, rails_after_h, gates_after_h, finish_m2, stack_days
    )


def told(value: float) -> str:
    """`4½ days`."""
    whole, half = int(value), value % 1 >= HALF
    count = f"{whole}½" if half and whole else "½" if half else f"{whole}"
    return f"{count} day{'' if value <= 1 else 's'}"


def explain_days(made: Days, p: Printer, book: Notebook, after: str = "the rails") -> None:
    """`after` names what waits for concrete to set."""
    facts, work = CATALOGUE.rates.day, made.work
    rows = [f"{STAGE[step]} {h:.0f} h" for step, h in made.hours.items() if h]
    waits = [
        f"{w:g} day{'s' * (w != 1)} of waiting before {what}"
        for w, what in ((made.wait, after), (made.gate_wait, "the gates"))
        if w
    ]
    own = f", at {work.pace * 100:g} % of the usual hours" if work.pace != 1 else ""
    harder = [f"this ground takes {work.dig_times:g} times as long to dig"] if work.dig_times != 1 else []
    harder += [f"work over {p.length(facts.high_over_mm)} goes {facts.high_times:g} times as slowly"] * (
        work.high_mm > facts.high_over_mm
    )
    book.note(
        "days", "Days on site", told(made.total),
        rule=f"Hours by the piece and its length, by the volume dug and the area stained, for a crew of {work.crew} at {facts.hours:g} h a day{own}; "
        f"a piece over {p.weight(facts.heavy_over_kg)} takes two to carry. "
        f"Concrete sets overnight or longer before {after}. Weather, deliveries and inspections are not in it.",
        formula="; ".join([*rows, *harder, *waits]) + f" → {told(made.total)}",
        source=facts.source,
        changes="The crew, the way posts are set, the number of holes and boards.",
    )  # fmt: skip
