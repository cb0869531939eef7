"""The record: any order and repetition gives the same state; what is measured never moves; nothing unreadable gets in."""

from __future__ import annotations

import json
import os
import random

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.record import Record, read_entries, read_entry, write_entries
from rowstake.core.site.as_built import as_built
from rowstake.core.site.sheet import site_sheet
from rowstake.core.trades.deck.built import along_of
from tests.decks import ANY, deck
from tests.entries import entry, raw_entry
from tests.holds.solids import check_solids
from tests.jobs import fence, put, yard

LEG = fence((10_800, 0), (6000, 90))
"""Six bays of 1800 mm, then a corner and 6 m."""


def stations(job, leg=0):
    return [round(post.on(leg), 1) for post in plan(job).laid.layout.leg_posts(leg)]


def built(*entries, job=LEG):
    return as_built(job, Record(entries))


def test_a_measured_post_stays_and_the_rest_is_divided_anew():
    """1890 is over 1800: two bays of 945; on from there 8910 in ⌈8910 / 1800⌉ = 5 bays of 1782: the published vector."""
    made = built(entry(1, "post", "1/post/2", at_mm=1890))
    assert stations(made.job) == [0, 945, 1890, 3672, 5454, 7236, 9018, 10_800]
    assert stations(made.job, 1) == stations(LEG, 1)
    assert made.asked == ()
    assert stations(LEG) == [0, 1800, 3600, 5400, 7200, 9000, 10_800], "what was intended is not rewritten"


def test_a_bay_measured_clear_gives_the_mark():
    """After P2 at 1800: 1800 + (100 + 100) / 2 + 1650 = 3550."""
    made = built(entry(1, "post", "1/post/2"), entry(2, "post", "1/post/3", clear_mm=1650, after_mm=1800))
    assert stations(made.job)[:4] == [0, 1800, 3550, 5000], "7250 left, ⌈7250 / 1800⌉ = 5 bays of 1450"
    drawn = built(entry(1, "post", "1/post/3", clear_mm=1650))
    assert 3550 in stations(drawn.job), "without a mark of the one before: from the one that is drawn before it"


def test_left_as_it_is_no_post_is_added_and_the_wide_bay_is_told():
    made = built(entry(1, "post", "1/post/2", at_mm=1890, as_is=True), entry(2, "post", "1/post/3", as_is=True))
    assert stations(made.job)[:3] == [0, 1890, 3600]
    told = next(f for f in plan(made.job).findings if f.rule == "stands")
    assert told.title == "Bay 1 is 1890 mm as its posts stand; 1800 mm was asked for"


def test_a_corner_moves_the_line_and_a_gate_post_its_opening():
    corner = built(entry(1, "post", "1/post/7", at_mm=10_850))
    assert corner.job.fence.legs[0].length_mm == 10_850
    gate = yard().fence.gates[0]
    right = built(entry(1, "post", "2/post/3", drawn_mm=3562.5, at_mm=3600), job=yard())
    assert right.job.fence.gates[0].opening_mm == pytest.approx(gate.opening_mm + 37.5)
    both = built(
        entry(1, "post", "2/post/2", drawn_mm=2437.5, at_mm=2427.5),
        entry(2, "post", "2/post/3", drawn_mm=3562.5, at_mm=3572.5),
        job=yard(),
    )
    assert both.job.fence.gates[0].opening_mm == pytest.approx(gate.opening_mm + 20)
    assert both.job.fence.gates[0].at_mm == pytest.approx(gate.at_mm - 10)


@pytest.mark.parametrize(
    ("entries", "words"),
    [
        ([entry(1, "post", "9/post/1", at_mm=100)], "is on no leg"),
        ([entry(1, "post", "1/post/99")], "There is no post “1/post/99”"),
        ([entry(1, "post", "1/post/1", at_mm=40)], "is what everything is measured from"),
        ([entry(1, "post", "1/post/3", at_mm=50)], "two posts cannot stand in each other"),
        ([entry(1, "post", "1/post/2", at_mm=0.5)], "two posts cannot stand in each other"),
        ([entry(1, "extra", "1/post/1", at_mm=0.4)], "two posts cannot stand in each other"),
        ([entry(1, "post", "1/post/3", at_mm=11_500)], "past the end of its leg"),
        ([entry(1, "post", "1/post/7", at_mm=50)], "P7 is measured at 50 mm"),
        ([entry(1, "post", "1/post/2", at_mm=1890), entry(2, "post", "1/post/2", at_mm=1840, author="Al")], "1890 mm by Jo"),
        ([entry(1, "size", "fence.legs.7.length_mm", mm=50)], "nothing that is measured on this job"),
        ([entry(1, "size", "fence.legs.0.length_mm", mm=90)], "It is not taken until that is settled"),
        ([entry(1, "size", "fence.skin.measured_mm", mm=300)], "not the width of a"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_asked_about_and_nothing_is_lost(entries, words):
    made = built(*entries)
    assert any(words in question.words for question in made.asked)
    assert made.asked[0].entries
    plan(made.job)


def test_an_answer_settles_and_taking_it_back_brings_back_what_it_answered():
    first, second = (
        entry(1, "post", "1/post/2", at_mm=1890),
        entry(2, "post", "1/post/2", at_mm=1840, answers=("entry-0001",)),
    )
    back = entry(3, "settled", "1/post/2", answers=("entry-0002",), why="misread")
    assert built(first, second).asked == ()
    assert 1840 in stations(built(first, second).job)
    assert 1890 in stations(built(first, second, back).job)


def test_a_third_reading_does_not_bring_back_the_first():
    first, second = (
        entry(1, "post", "1/post/2", at_mm=1890),
        entry(2, "post", "1/post/2", at_mm=1840, answers=("entry-0001",)),
    )
    third = entry(3, "post", "1/post/2", at_mm=1800, answers=("entry-0002",))
    assert [e.id for e in Record([first, second, third]).live] == ["entry-0003"]
    back = entry(4, "settled", answers=("entry-0003",))
    assert [e.id for e in Record([first, second, third, back]).live] == ["entry-0002", "entry-0004"]
    again = entry(5, "settled", answers=("entry-0004",))
    assert [e.id for e in Record([first, second, third, back, again]).live] == ["entry-0003", "entry-0005"]


PARTS = st.sampled_from([f"1/post/{n}" for n in range(1, 9)] + ["2/post/1", "2/post/4", "3/post/1"])
READS = st.fixed_dictionaries(
    {}, optional={"at_mm": st.floats(0, 12_000), "depth_mm": st.floats(0, 2000), "as_is": st.booleans()}
)
MADE = st.lists(st.tuples(PARTS, READS, st.lists(st.integers(1, 8), max_size=2)), max_size=8)


@settings(max_examples=int(os.environ.get("ROWSTAKE_EXAMPLES", 32)), deadline=None)
@given(MADE, st.randoms(use_true_random=False))
def test_any_order_and_repetition_gives_the_same_and_pinned_posts_never_move(made, rng: random.Random):
    entries = [
        entry(n, "post", part, answers=tuple(f"entry-{a:04}" for a in answers), **values)
        for n, (part, values, answers) in enumerate(made, 1)
    ]
    mixed = entries * 2
    rng.shuffle(mixed)
    one, other = Record(entries), Record(mixed)
    assert one.entries == other.entries
    assert one.live == other.live
    standing = as_built(LEG, one)
    assert standing.job == as_built(LEG, other).job
    laid = plan(standing.job).laid.layout
    for read in standing.reads:
        assert any(abs(post.on(read.leg) - read.at_mm) < 0.5 for post in laid.leg_posts(read.leg)), read
    limit = standing.job.fence.bays.max_mm + 0.5
    as_is = {(f.leg, round(f.at_mm, 1)) for f in standing.job.fence.fixed if f.as_is}
    assert all(b.centres_mm <= limit or (b.leg, round(b.right.on(b.leg), 1)) in as_is for b in laid.bays)
    asked = {id for q in standing.asked for id in q.entries}
    used = {e.id for read in standing.reads for e in read.entries}
    assert all(e.id in asked | used for e in one.of("post")), "what is not taken is asked about"
    site_sheet(LEG, one)


DECK = deck(5200, 3000, 900, put("deck.posts.most_mm", 1450))
FEET = plan(DECK).laid.footings
OFF = st.floats(-700, 700).map(lambda mm: round(mm, 1))


@ANY
@given(
    st.lists(
        st.tuples(st.integers(0, len(FEET) - 1), OFF, st.sampled_from([None, None, 60, 300, 800])),
        min_size=1,
        max_size=6,
    )
)
def test_footings_that_were_read_stand_where_they_were_read_or_are_asked_about(made):
    main = plan(DECK).laid.main
    marks = {f.label: along_of(main, f) for f in FEET}
    entries = [
        entry(n, "post", f"footing/{FEET[of].label}", at_mm=max(0.0, round(marks[FEET[of].label] + off, 1)), **({"depth_mm": deep} if deep else {}))
        for n, (of, off, deep) in enumerate(made, 1)
    ]  # fmt: skip
    standing = as_built(DECK, Record(entries))
    laid = plan(standing.job).laid
    now = {f"footing/{f.label}": f for f in laid.footings}
    assert standing.job == as_built(DECK, Record(entries[::-1] * 2)).job
    asked = {q.part for q in standing.asked}
    for read in standing.reads:
        found = now[read.entry.part]
        there = abs(along_of(laid.main, found) - read.at_mm) < 1
        deep = read.values.depth_mm is None or found.dug.depth_mm == read.values.depth_mm
        assert (there and deep) or read.entry.part in asked, read
    for beam in laid.main.supports.beams:
        assert list(beam.posts) == sorted(beam.posts)
        assert beam.reach.used <= 1.0005 or "beam_over" in {f.rule for f in plan(standing.job).findings}
    check_solids(plan(standing.job))


@pytest.mark.parametrize(
    ("change", "field", "allowed"),
    [
        ({"kind": "measured"}, "entries.1.kind", "post, extra"),
        ({"values": {"at_mm": -1}}, "entries.1.values.at_mm", "at least 0 mm"),
        ({"values": {"at_mm": 1, "clear_mm": 2}}, "entries.1.values", "not both"),
        ({"values": {"at": 1}}, "entries.1.values.at", "not permitted"),
        ({"time": "2026-03-02T08:00:00"}, "entries.1.time", "a time with its zone"),
        ({"id": "x"}, "entries.1.id", "at least 8"),
        ({"author": ""}, "entries.1.author", "at least 1"),
    ],
)
def test_what_cannot_be_read_is_refused_by_its_line(change, field, allowed):
    with pytest.raises(JobFault) as caught:
        read_entries(json.dumps({**raw_entry(1, "post", "1/post/2"), **change}))
    fault = caught.value.faults[0]
    assert fault.field == field
    assert allowed in fault.allowed


def test_lines_are_read_again_as_they_were_written():
    entries = [
        entry(1, "post", "1/post/2", at_mm=1890, met="root"),
        entry(2, "note", text="wet"),
        entry(3, "cut", good="uk_38x87", length_mm=900),
    ]
    text = write_entries(entries)
    assert read_entries(text + "\n") == entries
    assert write_entries(read_entries(text)) == text
    with pytest.raises(JobFault, match="breaks off"):
        read_entries(text + '{"id": "entry')
    with pytest.raises(JobFault, match="JSON object"):
        read_entry(["post"])
