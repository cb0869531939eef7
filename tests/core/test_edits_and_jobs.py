import json
from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.job import read_job, read_job_text, write_job, write_job_text
from rowstake.core.plan import plan
from tests.jobs import edited, fence, put, yard


def lengths(job):
    return [round(leg.length_mm, 3) for leg in job.fence.legs]


def test_job_file_round_trips_byte_for_byte():
    text = write_job_text(yard())
    assert write_job_text(read_job_text(text)) == text


@pytest.mark.parametrize(
    "change, field",
    [
        ({"schema": 99}, "schema"),
        ({"schema": None}, "schema"),
        ({"colour": "red"}, "colour"),
        ({"name": ""}, "name"),
        ({"units": "cubits"}, "units"),
        ({"site": {"gust_mps": -1}}, "site.gust_mps"),
    ],
)
def test_a_file_that_is_not_ours_is_refused(change, field):
    with pytest.raises(JobFault) as caught:
        read_job({**write_job(yard()), **change})
    assert caught.value.faults[0].field == field


def test_a_truncated_file_says_where():
    with pytest.raises(JobFault, match="breaks off at line"):
        read_job_text(write_job_text(yard())[:900])
    with pytest.raises(JobFault, match="not a job file"):
        read_job_text("[1, 2]")


@pytest.mark.parametrize(
    "edit, field, says",
    [
        (put("fence.legs", []), "fence.legs", "at least 1"),
        ({"do": "leg", "index": 0, "length_mm": "0"}, "fence.legs.0.length_mm", "0"),
        ({"do": "leg", "index": 0, "length_mm": "-4 m"}, "fence.legs.0.length_mm", "below zero"),
        ({"do": "leg", "index": 0, "length_mm": "11 km"}, "fence.legs.0.length_mm", "not a length"),
        ({"do": "leg", "index": 0, "length_mm": "11000 m"}, "fence.legs.0.length_mm", "10 km"),
        ({"do": "leg", "index": 0, "length_mm": "far"}, "fence.legs.0.length_mm", "not a length"),
        ({"do": "leg", "index": 1, "angle_deg": 0}, "fence.legs.1.angle", "cannot have that angle"),
        ({"do": "leg", "index": 1, "angle_deg": 4}, "fence.legs.1.turn_deg", "folds back"),
        ({"do": "leg", "index": 9, "length_mm": 5}, "edit.index", "no leg 10"),
        ({"do": "leg", "index": 0, "length_mm": 150}, "fence.legs.0.length_mm", "shorter than its posts"),
        ({"do": "gate", "id": "G1", "values": {"opening_mm": "6.2 m"}}, "fence.gates.0.opening_mm", "longer than leg 2"),
        ({"do": "gate", "id": "G1", "values": {"at_mm": "5.5 m"}}, "fence.gates.0.at_mm", "past the end"),
        ({"do": "gate", "id": "G7", "values": {}}, "edit.id", "no “G7”"),
        ({"do": "gate", "id": "G1", "values": {"colour": 1}}, "fence.gates.0.colour", "no “colour”"),
        ({"do": "add_gate", "leg": 1, "at_mm": 2800}, "fence.gates.1.at_mm", "overlaps"),
        ({"do": "add_obstacle", "leg": 0, "at_mm": "9.5 m"}, "fence.obstacles.0.at_mm", "past the end"),
        ({"do": "style", "style": "wattle"}, "fence.skin.style", "no “wattle”"),
        (put("fence.skin.fit", "even"), "fence.skin.fit", "not fitted that way"),
        (put("fence.posts.hole_mm", "120"), "fence.posts.hole_mm", "does not fit"),
        (put("fence.legs.7.length_mm", 1), "edit.path", "nothing at"),
        (put("fence.posts.sise", 1), "edit.path", "nothing at"),
        (put("site.gust_mps", float("nan")), "site.gust_mps", "finite"),
        ({"do": "fly"}, "edit", "fly"),
    ],
)  # fmt: skip
def test_bad_edits_are_told_and_change_nothing(edit, field, says):
    job = yard()
    before = write_job_text(job)
    with pytest.raises(JobFault) as caught:
        plan(edited(job, edit))
    fault = caught.value.faults[0]
    assert fault.field.startswith(field)
    assert says in f"{fault.message} {fault.given} {fault.allowed}"
    assert write_job_text(job) == before


def test_crossing_legs():
    with pytest.raises(JobFault, match="Leg 4 crosses leg 1"):
        plan(fence((6000, 0), (3000, 90), (3000, 90), (5000, 90)))
    plan(fence((6000, 0), (3000, 90), (3000, 90), (2000, 90)))


def test_typed_and_dragged_lines_agree():
    job = edited(fence((6000, 0)), {"do": "add_leg", "x_mm": 6020, "y_mm": 4010})
    assert (lengths(job), job.fence.legs[1].turn_deg) == ([6000, 4000], 90)
    job = edited(job, {"do": "add_leg", "length_mm": "2.5 m", "angle_deg": 135, "side": "right"})
    assert (lengths(job), job.fence.legs[2].turn_deg) == ([6000, 4000, 2500], -45)


def test_dragging_a_corner_leaves_the_others():
    job = fence((6000, 0), (4000, 90), (3000, 90))
    before = plan(job).laid.layout.legs
    moved = edited(job, {"do": "move_corner", "corner": 1, "x_mm": 7010, "y_mm": 30})
    after = plan(moved).laid.layout.legs
    assert lengths(moved)[0] == 7000
    assert after[0].end == pytest.approx((7000, 0), abs=0.01)
    assert after[1].end == pytest.approx(before[1].end, abs=1)
    assert after[2].end == pytest.approx(before[2].end, abs=1)
    start = edited(job, {"do": "move_corner", "corner": 0, "x_mm": -980, "y_mm": 10})
    assert lengths(start) == [7000, 4000, 3000]
    assert plan(start).laid.layout.legs[2].end == pytest.approx(before[2].end, abs=1)


@settings(max_examples=60, deadline=None)
@given(st.integers(0, 3), st.floats(-9000, 15_000), st.floats(-9000, 9000))
def test_any_drag_is_a_line_or_a_clear_fault(corner, x, y):
    job = fence((6000, 0), (4000, 90), (3000, 90))
    try:
        moved = edited(job, {"do": "move_corner", "corner": corner, "x_mm": x, "y_mm": y})
        plan(moved)
    except JobFault as fault:
        assert fault.faults[0].message
    else:
        assert len(moved.fence.legs) == 3


def test_legs_come_and_go_with_their_gates():
    job = edited(yard(), {"do": "remove_leg", "index": 0})
    assert lengths(job) == [6000, 4500]
    assert job.fence.gates[0].leg == 0
    assert edited(yard(), {"do": "remove_leg", "index": 1}).fence.gates == []
    with pytest.raises(JobFault, match="at least one leg"):
        apply_raw(fence((3000, 0)), [{"do": "remove_leg", "index": 0}])


def test_a_gate_beside_the_end_hangs_on_the_end_post():
    made = plan(edited(fence((6000, 0)), {"do": "add_gate", "leg": 0, "at_mm": 60, "opening_mm": 1000}))
    opening = made.laid.layout.openings[0]
    assert opening.hung_on_end
    assert opening.left.kind == "end"
    assert (opening.left_mm, opening.right_mm) == (62.5, 1062.5)
    assert len(made.laid.layout.posts) == 1 + 1 + 3  # 6000 − 1125 = 4875 of fence in three bays


def test_units_switch_loses_nothing():
    job = yard()
    there = edited(job, put("units", "ft-in"))
    back = edited(there, put("units", "mm"))
    assert json.dumps(write_job(back)) == json.dumps(write_job(job))
    assert plan(there).workings["posts"].value == plan(job).workings["posts"].value


def test_gates_are_hung_beside_each_other_until_there_is_no_room():
    job = fence((9000, 0))
    for _ in range(4):
        job = edited(job, {"do": "add_gate", "leg": 0})
    spans = sorted((g.at_mm, g.at_mm + g.opening_mm) for g in job.fence.gates)
    assert all(a[1] < b[0] for a, b in pairwise(spans))
    plan(job)
    for _ in range(20):
        job = edited(job, {"do": "add_gate", "leg": 0})
    with pytest.raises(JobFault) as caught:
        plan(job)
    assert "gates" in caught.value.faults[0].field


def test_a_gate_that_all_but_fits_hangs_from_post_to_post():
    # 125 of post and 1000 of opening in 1125.3: no post stands 0.3 mm beside another.
    job = fence((3000, 0), (1125.3, 90))
    made = plan(edited(job, {"do": "add_gate", "leg": 1, "at_mm": 100, "opening_mm": 1000}))
    assert [p.kind for p in made.laid.layout.posts if p.gate] == ["corner", "end"]
    assert [r.leg for r in made.laid.layout.runs] == [0]
    # Moved back to end on the end post it would overlap the gate before it: refused, not built.
    two = edited(fence((3300, 0)), {"do": "add_gate", "leg": 0, "at_mm": 500, "opening_mm": 1000})
    with pytest.raises(JobFault) as caught:
        plan(edited(two, {"do": "add_gate", "leg": 0, "at_mm": 1700, "opening_mm": 1600}))
    assert caught.value.faults[0].field == "fence.gates.1.opening_mm"


def test_a_gate_goes_to_another_leg_and_is_measured_from_a_post():
    job = edited(fence((9000, 0), (6000, 90)), {"do": "add_gate", "leg": 0, "at_mm": 5400, "opening_mm": 1000})
    moved = edited(
        job, {"do": "gate", "id": "G1", "values": {"leg": 1}}, {"do": "gate", "id": "G1", "values": {"at_mm": "2 m"}}
    )
    assert [(g.leg, g.at_mm) for g in moved.fence.gates] == [(1, 2000)]
    # From the corner post at 9,000 back to the far side of the opening: 9,000 − 2,000 − 1,000.
    posts = plan(job).laid.layout.leg_posts(0)
    back = edited(job, {"do": "gate", "id": "G1", "values": {"at_mm": "2 m"}, "after": posts[-1].label})
    assert back.fence.gates[0].at_mm == 6000
    on = edited(job, {"do": "gate", "id": "G1", "values": {"at_mm": "2 m"}, "after": "P1"})
    assert on.fence.gates[0].at_mm == 2000
    shown = plan(back)
    told = [(f.post, f.length, f.back) for f in shown.trade.own(shown).from_posts["G1"]]
    assert told == [("P1", "6000 mm", False), (shown.laid.layout.leg_posts(0)[-1].label, "2000 mm", True)]
    with pytest.raises(JobFault, match="no post “P99” on leg 1"):
        edited(job, {"do": "gate", "id": "G1", "values": {"at_mm": "1 m"}, "after": "P99"})


@pytest.mark.parametrize(
    ("units", "path", "value", "message", "allowed"),
    [
        ("mm", "legs.1.length_mm", "-3 m", "Leg 2: length is -3000 mm", "more than 0 mm"),
        ("ft-in", "skin.height_mm", "60 m", "Height is 196'-10 3/16\"", "at most 19'-8 1/4\""),
        ("mm", "skin.height_mm", "2 mm", "Height is 2 mm: did you mean 2 m or 2 ft?", "at least 300 mm"),
    ],
)
def test_refusals_are_in_the_units_of_the_job(units, path, value, message, allowed):
    job = edited(fence((9000, 0), (6000, 90)), put("units", units))
    with pytest.raises(JobFault) as refused:
        edited(job, put(f"fence.{path}", value))
    assert [(f.message, f.allowed) for f in refused.value.faults] == [(message, allowed)]


def test_a_leg_of_7_mm_is_asked_about():
    with pytest.raises(JobFault, match="Leg 2 is 7 mm long, shorter than its posts: did you mean 7 m or 7 ft"):
        plan(fence((9000, 0), (7, 90)))
