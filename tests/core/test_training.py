"""The trainer: courses are the same by their number, and every fault in them is a rule of inspection broken in the solids themselves."""

from __future__ import annotations

import pytest

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.check import prove
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.trade import trades
from rowstake.core.training.course import course

TAUGHT = {trade.id: trade.training for trade in trades().values() if trade.training}


@pytest.mark.parametrize("trade", list(TAUGHT))
def test_a_course_has_faults_of_different_rules_that_no_piece_shares(trade):
    seen = set()
    for number in range(12):
        made = course(trade, number, "uk_ireland")
        assert 3 <= len(made.lessons) <= 5
        assert len({lesson.rule for lesson in made.lessons}) == len(made.lessons)
        marks = [mark for lesson in made.lessons for mark in lesson.marks]
        assert len(set(marks)) == len(marks), "a piece shows one fault"
        assert set(marks) <= {p.label for p in made.parts}, "what shows a fault can be pressed on"
        for lesson in made.lessons:
            assert CATALOGUE.inspection[lesson.rule].trade == trade
            assert made.found(lesson.marks[0]) is lesson
            assert lesson.as_drawn.bodies, "it is shown as it should be"
            seen.add(lesson.rule)
    assert len(seen) >= len(TAUGHT[trade].spoils) * 2 / 3
    course.cache_clear()
    again = course(trade, 11, "uk_ireland")
    assert (again.words, again.lessons) == (made.words, made.lessons)


@pytest.mark.parametrize(("trade", "rule"), [(t, rule) for t, training in TAUGHT.items() for rule in training.spoils])
def test_every_rule_is_broken_in_the_solids_and_in_nothing_else(trade, rule):
    """Some made-up job can be spoilt so; only what it tells of is another piece, or none, or where it was not."""
    from random import Random

    chance = Random(rule)
    for _ in range(8):
        made = plan(TAUGHT[trade].made_up(chance, "north_america"))
        was = {p.label: p for p in made.parts}
        spoilt = TAUGHT[trade].spoils[rule](tuple(made.parts), chance, made.brief.printer)
        if spoilt is None:
            continue
        now = {p.label: p for p in spoilt.parts}
        other = {label for label in was if now.get(label) is not was[label]}
        assert other, "something is otherwise"
        assert set(now) <= set(was), "nothing is put up that is not in the job"
        near = {was[label].of for label in spoilt.marks} | {was[label].kind for label in spoilt.marks}
        assert all(
            label in spoilt.marks or {was[label].of, was[label].kind} & near or label not in now for label in other
        )
        assert spoilt.told[0].isupper()
        return
    pytest.fail("no made-up job can be spoilt so")


def test_a_made_up_job_goes_together_before_it_is_spoilt():
    from random import Random

    for trade, training in TAUGHT.items():
        for seed in range(3):
            made = plan(training.made_up(Random(seed), "uk_ireland"))
            proof = prove(made.parts)
            assert not proof.clashes, trade
            assert not proof.loose, trade


@pytest.mark.parametrize(("trade", "number", "region", "field"), [
    ("roof", 1, "uk_ireland", "trade"), ("deck", -1, "uk_ireland", "number"), ("deck", 1, "moon", "region"),
])  # fmt: skip
def test_there_is_no_other_course(trade, number, region, field):
    with pytest.raises(JobFault) as refused:
        course(trade, number, region)
    assert refused.value.faults[0].field == field
