"""The last plans are kept, no more of them than there is room for; what a list shows of a job."""

import pytest

from rowstake.core import kept as room
from rowstake.core.card import card_of
from rowstake.core.faults import JobFault
from rowstake.core.kept import Kept
from tests.jobs import edited, fence, put, yard


def named(name):
    return edited(fence((3600, 0)), put("name", name))


def test_the_same_document_is_planned_once():
    kept = Kept()
    first = kept.plan(named("A"))
    assert kept.plan(named("A")) is first
    assert kept.plan(named("B")) is not first


def test_what_was_not_asked_for_longest_is_given_up_first(monkeypatch):
    monkeypatch.setattr(room, "MOST_PLANS", 2)
    kept = Kept()
    a, b = kept.plan(named("A")), kept.plan(named("B"))
    assert kept.plan(named("A")) is a
    kept.plan(named("C"))
    assert kept.plan(named("A")) is a
    assert kept.plan(named("B")) is not b


def test_a_plan_of_more_parts_than_there_is_room_for_is_kept_alone(monkeypatch):
    monkeypatch.setattr(room, "MOST_PARTS", 10)
    kept = Kept()
    a, b = kept.plan(named("A")), kept.plan(named("B"))
    assert kept.plan(named("B")) is b
    assert kept.plan(named("A")) is not a


def test_a_job_that_cannot_be_laid_out_keeps_nothing_and_still_has_a_card():
    job = fence((9000, 0), (7, 90))
    with pytest.raises(JobFault):
        Kept().plan(job)
    card = card_of(job)
    assert (card.length, card.needs, card.figures) == ("9.007 m", None, ())


def test_a_card_says_what_is_to_look_at_by_hand():
    card = card_of(yard())
    assert card.needs == len(room.kept_plan(yard()).findings) > 0
    assert dict(card.figures)["posts"] == "14"
    assert [name for name, _ in card.figures] == ["posts", "bags of concrete", "boards", "on site"]
