"""A course: by its number always the same made-up job with the same faults."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache
from random import Random

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing.standing import Standing, standing
from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.parts import Part
from rowstake.core.plan import plan
from rowstake.core.trade import trades
from rowstake.core.training.spoil import Training

FAULTS = (3, 4, 5)
MOST_NUMBER = 1_000_000
KEPT = 32


@dataclass(frozen=True, slots=True)
class Lesson:
    """One fault: the rule that is broken, what was done, the pieces that show it, and those pieces as they should be."""

    rule: str
    where: str
    wrong: str
    why: str
    right: str
    bad: str
    told: str
    marks: tuple[str, ...]
    as_drawn: Standing


@dataclass(frozen=True, slots=True)
class TrainingCourse:
    trade: str
    number: int
    region: str
    words: str
    parts: tuple[Part, ...]
    lessons: tuple[Lesson, ...]

    def found(self, label: str) -> Lesson | None:
        """What a piece shows."""
        return next((lesson for lesson in self.lessons if label in lesson.marks), None)


@lru_cache(maxsize=KEPT)
def course(trade: str, number: int, region: str) -> TrainingCourse:
    """Raises `JobFault` for a trade without a trainer, a region or a number there is not."""
    training = _training(trade)
    if region not in CATALOGUE.regions:
        raise refuse("region", region, ", ".join(CATALOGUE.regions), "There is no such region")
    if not 0 <= number <= MOST_NUMBER:
        raise refuse("number", number, f"0 to {MOST_NUMBER}", "There is no such course")
    chance = Random(f"{trade} {number} {region}")
    made = plan(training.made_up(chance, region))
    p: Printer = made.brief.printer
    parts, lessons = tuple(made.parts), list[Lesson]()
    rules = list(training.spoils)
    chance.shuffle(rules)
    wanted = chance.choice(FAULTS)
    for rule in rules:
        spoilt = training.spoils[rule](parts, chance, p) if len(lessons) < wanted else None
        if spoilt is None or any(spoilt.marks & set(lesson.marks) for lesson in lessons):
            continue
        entry = CATALOGUE.inspection[rule]
        was = standing(_unlike(parts, spoilt.parts))
        lessons.append(
            Lesson(rule, entry.where, p.worded(entry.wrong), entry.why, p.worded(entry.right), entry.bad, spoilt.told, tuple(sorted(spoilt.marks)), was)
        )  # fmt: skip
        parts = spoilt.parts
    words = ", ".join(f"{f.name} {f.text}" for f in made.trade.figures(made)[:2])
    return TrainingCourse(trade, number, region, words, parts, tuple(lessons))


def _training(trade: str) -> Training:
    offered = {t.id: t.training for t in trades().values() if t.training}
    if trade not in offered:
        raise refuse("trade", trade, ", ".join(offered), "There is no trainer for that")
    found: Training = offered[trade]
    return found


def _unlike(was: Iterable[Part], now: Iterable[Part]) -> tuple[Part, ...]:
    """Pieces as they were that are not so any more."""
    left = {id(p) for p in now}
    return tuple(p for p in was if id(p) not in left and p.solid)
