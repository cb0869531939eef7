"""Days on site for a crew: digging and setting, the wait for concrete, frame and boards, gates."""

from __future__ import annotations

import math
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.catalogue.models import WorkingDay
from rowstake.core.measure import Printer
from rowstake.core.parts import Notebook, Part

HALF = 0.5


@dataclass(frozen=True, slots=True)
class Days:
    """Hours of work by stage, waits in days, and the days from the first hole to the last latch, in half days."""

    hours: dict[str, float]
    wait: float
    gate_wait: float
    total: float


STAGE = {
    "holes": "holes and posts",
    "frame": "frame",
    "skin": "boards and trims",
    "steps": "steps and guard",
    "gates": "gates",
    "finish": "staining",
}


def _hours(part: Part, crew: int, day: WorkingDay) -> float:
    """Hours for one part by its kind and its length; what is poured, by volume; nothing for what goes in with another. One
    person alone takes longer over a long piece."""
    kind = part.sort
    if kind.counted == "volume":
        return day.dig_h_per_m3 * part.amount
    hours = kind.hours_each + kind.hours_metre * part.length_mm / 1000
    alone = crew == 1 and part.length_mm > day.alone_over_mm
    return hours * (day.alone_times if alone else 1.0)


def days(parts: list[Part], crew: int, rails_after_h: float, gates_after_h: float, finish_m2: float = 0.0) -> Days:
    """Stages follow each other; a wait ends at the start of a working day. Gates wait from the setting of the posts. What is
    stained (`finish_m2`, all its coats together) is done last, after whatever it dries before."""
    facts = CATALOGUE.rates.day
    hours = dict.fromkeys(STAGE, 0.0)
    for part in parts:
        hours[part.step] += _hours(part, crew, facts)
    hours["finish"] = finish_m2 * facts.finish_h_per_m2
    each = {step: h / (crew * facts.hours) for step, h in hours.items()}
    set_by = math.ceil(each["holes"] - 1e-9) if rails_after_h else each["holes"]
    wait = max(0.0, math.ceil(rails_after_h / 24) - 1.0)
    closed = set_by + wait + each["frame"] + each["skin"] + each["steps"]
    total, gate_wait = closed, 0.0
    if hours["gates"]:
        ready = math.ceil(each["holes"] - 1e-9) + max(0.0, math.ceil(gates_after_h / 24) - 1.0)
        gate_wait = max(0.0, ready - closed)
        total = max(closed, ready) + each["gates"]
    total += each["finish"]
    return Days(hours, wait, gate_wait, max(HALF, math.ceil(total / HALF - 1e-9) * HALF))


def told(value: float) -> str:
    """`4½ days`."""
    whole, half = int(value), value % 1 >= HALF
    count = f"{whole}½" if half and whole else "½" if half else f"{whole}"
    return f"{count} day{'' if value <= 1 else 's'}"


def explain_days(made: Days, crew: int, p: Printer, book: Notebook, after: str = "the rails") -> None:
    """`after` names what waits for concrete to set."""
    facts = CATALOGUE.rates.day
    rows = [f"{STAGE[step]} {h:.0f} h" for step, h in made.hours.items() if h]
    waits = [
        f"{w:g} day{'s' * (w != 1)} of waiting before {what}"
        for w, what in ((made.wait, after), (made.gate_wait, "the gates"))
        if w
    ]
    book.note(
        "days", "Days on site", told(made.total),
        rule=f"Hours by the piece and its length, by the volume dug and the area stained, for a crew of {crew} at {facts.hours:g} h a day. "
        f"Concrete sets overnight or longer before {after}. Weather, deliveries and inspections are not in it.",
        formula="; ".join([*rows, *waits]) + f" → {told(made.total)}",
        source=facts.source,
        changes="The crew, the way posts are set, the number of holes and boards.",
    )  # fmt: skip
