"""Ground and slopes. The bank: one leg of 7.2 m in four bays of 1800, falling 600 evenly, so 150 in each bay."""

import itertools
import math

import pytest

from rowstake.core.faults import JobFault
from rowstake.core.ground import lay_ground, read_levels
from rowstake.core.plan import plan
from rowstake.core.trades.fence.document import GroundPoint
from rowstake.core.trades.fence.views.things import things
from tests.holds.fence import check_fence
from tests.jobs import edited, fence, kind, put, scenes, spot


def points(*rows):
    return [GroundPoint(leg=leg, at_mm=at, level_mm=level) for leg, at, level in rows]


def bank(way="stepped", *more):
    job = edited(fence((7200, 0)), {"do": "levels", "text": "0, 0\n7200, -600"}, put("fence.slope.way", way), *more)
    return plan(job)


def feet(made):
    return [
        (round(made.laid.levels.feet[b.label].left_mm, 3), round(made.laid.levels.feet[b.label].right_mm, 3))
        for b in made.laid.layout.bays
    ]


def test_profile_between_stations_and_steps():
    [first, second] = lay_ground(points((0, 0, 100), (0, 4000, 300), (0, 4000, 900), (0, 6000, 900)), [6000, 2000])
    assert first.at(2000) == 200
    assert (first.at(4000), first.at(4000, from_left=False)) == (300, 900)
    assert first.highest(0, 3999) == pytest.approx(299.95)
    assert first.highest(0, 5000) == 900
    assert first.over_line(0, 100, 4000, 100) == 200
    assert second.at(1500) == 900  # goes on level from the leg before


def test_levels_off_the_line_are_told():
    with pytest.raises(JobFault, match="past the end of its leg"):
        lay_ground(points((0, 7000, 0)), [6000])
    with pytest.raises(JobFault, match="no leg 3"):
        lay_ground(points((2, 0, 0)), [6000])


def test_readings_typed_pasted_and_by_staff():
    text = "leg; station; level\n1; 0; 0\n1; 3 m; -0.12 m; wall\n2; 12'; -5\"\n"
    assert read_levels(text, "mm") == [
        {"leg": 0, "at_mm": 0, "level_mm": 0, "on": "soil"},
        {"leg": 0, "at_mm": 3000, "level_mm": -120, "on": "wall"},
        {"leg": 1, "at_mm": pytest.approx(3657.6), "level_mm": -127, "on": "soil"},
    ]
    staff = read_levels("0\t1.250 m\n2400\t1400\n", "mm", instrument_mm=1500)
    assert [r["level_mm"] for r in staff] == [250, 100]
    with pytest.raises(JobFault) as caught:
        read_levels("0, 0\nfoo, 3\n1, 2, 3, 4", "mm")
    assert [f.field for f in caught.value.faults] == ["levels row 2", "levels row 3"]


def test_stepped_by_hand():
    made = bank()
    assert feet(made) == [(50, 50), (-100, -100), (-250, -250), (-400, -400)]
    foot = made.laid.levels.feet["bay 2"]
    assert (foot.gap_least_mm, foot.gap_most_mm) == pytest.approx((50, 200))
    assert [round(made.laid.levels.above_mm(p)) for p in made.laid.layout.posts] == [1900, 2050, 2050, 2050, 2050]
    assert kind(made, False).hole.embedment_mm == 1025
    cuts = [made.laid.digger.cut(p) for p in made.laid.layout.posts]
    assert [(round(c.length_mm), c.stock_mm) for c in cuts] == [(2925, 3000)] + [(3075, 3600)] * 4
    rails = sorted(round(p.length_mm) for p in made.parts if p.kind == "rail")
    assert rails == [1800] * 6 + [1850] * 6  # one bay each, half a post more at both ends
    assert [round(c.stretch.length_mm) for c in made.laid.courses] == [1850, 1800, 1800, 1850]
    told = {line.name: line.value for line in things(made)["bay 2"].lines}
    assert told["steps"] == "150 mm down at P3"
    assert told["gap under"] == "50 mm to 200 mm"


def test_equal_steps():
    job = edited(
        fence((7200, 0)),
        {"do": "levels", "text": "0, 0\n1800, -20\n3600, -320\n5400, -340\n7200, -600"},
        put("fence.slope.equal_steps", True),
    )
    made = plan(job)
    levels = [a for a, _ in feet(made)]
    steps = {round(a - b, 2) for a, b in itertools.pairwise(levels)}
    assert len(steps) == 1
    # Highest ground in the bays: 0, −20, −320, −340; even steps of 340/3, lifted so that bay 2 keeps its gap.
    assert levels[0] == pytest.approx(50 + (-20 + 340 / 3), abs=0.01)
    assert all(f.gap_least_mm >= 50 - 1e-6 for f in made.laid.levels.feet.values())


def test_raked_by_hand():
    made = bank("raked")
    assert feet(made) == [(50, -100), (-100, -250), (-250, -400), (-400, -550)]
    assert {round(made.laid.levels.above_mm(p)) for p in made.laid.layout.posts} == {1900}
    stretch = math.hypot(12, 1) / 12
    rails = sorted({round(p.length_mm, 2) for p in made.parts if p.kind == "rail"})
    wanted = sorted({round(length * stretch, 2) for length in (3650, 1850, 3600)})
    assert rails == wanted  # one grade, so rails run two bays
    assert made.laid.levels.feet["bay 1"].angle_deg == pytest.approx(4.764, abs=0.001)
    board = next(p for p in made.parts if p.label == "1B3")
    assert board.length_mm == pytest.approx(1800 + 150 / 12)
    assert spot(board).rise_mm == pytest.approx(-150 / 12)
    assert "4.8°" in board.ends
    assert made.laid.levels.feet["bay 3"].gap_most_mm == pytest.approx(50)


def test_raked_clears_a_hump():
    made = plan(
        edited(
            fence((3600, 0)),
            {"do": "levels", "text": "0, 0\n900, 200\n1800, 0\n3600, 0"},
            put("fence.slope.way", "raked"),
        )
    )
    assert feet(made) == [(250, 250), (250, 50)]
    assert made.laid.levels.feet["bay 1"].gap_least_mm == pytest.approx(50)


def test_contour_is_level_where_nearly_flat():
    made = plan(
        edited(
            fence((5400, 0)),
            {"do": "levels", "text": "0, 0\n1800, -10\n3600, -200\n5400, -205"},
            put("fence.slope.way", "contour"),
        )
    )
    assert feet(made) == [(50, 50), (40, -150), (-150, -150)]


def test_a_gate_hangs_level_over_the_highest_ground():
    made = bank("raked", {"do": "add_gate", "leg": 0, "at_mm": 3000, "opening_mm": 1000})
    foot = made.laid.levels.feet["gate G1"]
    assert foot.left_mm == foot.right_mm == pytest.approx(-2937.5 / 12 + 50)
    leaf = next(p for p in made.parts if p.label == "G1-S1")
    assert spot(leaf).bottom_mm == pytest.approx(foot.left_mm)


def test_level_ground_changes_nothing():
    plain = plan(fence((7200, 0)))
    for way in ("stepped", "raked", "contour"):
        made = plan(edited(fence((7200, 0)), {"do": "levels", "text": "0, 0\n7200, 0"}, put("fence.slope.way", way)))
        assert made.parts == plain.parts


def test_height_limit_counts_from_the_lower_side():
    # The downhill end of a stepped bay stands 50 + 1800 + 150 over the ground.
    made = bank("stepped", put("site.height_limit_mm", 1990), put("site.far_drop_mm", 100))
    [finding] = [f for f in made.findings if f.rule == "height_limit"]
    assert finding.title.startswith("2100 mm high at 7200 mm on leg 1")
    assert finding.fixes[0].edits[0]["value"] == pytest.approx(1690)
    assert not [f for f in bank("raked", put("site.height_limit_mm", 1850)).findings if f.rule == "height_limit"]


def test_the_elevation_draws_the_ground_and_holes_below_it():
    made = bank()
    drawn = scenes(made)["elevation"]
    ground = next(s for s in drawn.shapes if s.look == "ground")
    assert ground.points[1:-1] == ((0, 0), (7200, -600))
    last = next(s for s in drawn.shapes if s.look == "post" and s.of == "P5")
    assert min(y for _, y in last.points) == pytest.approx(-600 - 1025)


def test_boards_stand_clear_of_a_step_in_the_ground_beside_a_gate_post():
    # Gate posts of 125 at 3937.5 − 62.5 … the ground steps up by 300 inside the post's own face.
    job = edited(fence((9000, 0)), {"do": "add_gate", "leg": 0, "at_mm": 4000, "opening_mm": 1000})
    left = next(p for p in plan(job).laid.layout.posts if p.gate)
    at = left.on(0) + 30
    made = plan(edited(job, {"do": "levels", "text": f"0, 0\n{at:.0f}, 0\n{at:.0f}, 300\n9000, 300"}))
    last = max(
        (p for p in made.parts if p.kind == "board" and spot(p).right_mm <= left.on(0) + 63),
        key=lambda p: spot(p).right_mm,
    )
    assert spot(last).right_mm > at
    assert spot(last).bottom_mm == pytest.approx(300 + 50)


def test_no_frost_depth_where_it_freezes_is_told():
    told = {f.rule: f for f in plan(fence((9000, 0), region="north_america")).findings}
    assert "No frost depth was given" in told["frost"].title
    assert "frost" not in {
        f.rule for f in plan(edited(fence((9000, 0), region="north_america"), put("site.frost_depth_mm", 600))).findings
    }


def test_pickets_never_stand_further_apart_than_their_limit():
    for length in range(1500, 3000, 37):
        made = plan(
            edited(fence((length, 0)), {"do": "style", "style": "spaced_pickets"}, put("fence.skin.gap_mm", 90))
        )
        assert all(c.laid.gap_mm <= 98 + 1e-6 for c in made.laid.courses)


def test_raked_boards_clear_the_ground_past_a_post_beside_one_that_was_lifted():
    """The last bay is lifted over the edge of a drop, and with it the short bay between it and a gate. Its boards run 62.5 on past
    the gate post, down the same line: y0 ≥ (50 + y1·r) / (1 + r) with r = 62.5 / 200.5 keeps their ends 50 over the ground."""
    job = edited(
        fence((5707, 0)),
        put("fence.slope.way", "raked"),
        {"do": "add_gate", "leg": 0, "at_mm": 880, "opening_mm": 3000},
        put("fence.bays.way", "module"),
        put("fence.bays.told", "clear"),
        put("fence.bays.module_mm", 1464),
        put("fence.bays.remainder", "start"),
        {"do": "levels", "text": "5529, 0\n5707, -181"},
    )
    made = plan(job)
    foot = made.laid.levels.feet["bay 2"]
    r = 62.5 / (foot.end_mm - foot.start_mm)
    assert foot.right_mm > 200
    assert foot.left_mm == pytest.approx((50 + foot.right_mm * r) / (1 + r))
    first = next(spot(p) for p in made.parts if p.kind == "board" and p.of == "run 2")
    assert (first.left_mm, first.bottom_mm) == (pytest.approx(3880), pytest.approx(50))


def test_boards_past_the_end_of_a_steep_leg_clear_the_ground():
    """Rising 1 in 2 with 10 under the boards: the first reaches 50 past the middle of its end post, where it would lie 25 lower than
    there and 15 in the soil. It just clears it."""
    made = plan(edited(fence((1500, 0)), put("fence.skin.ground_gap_mm", 10), put("fence.slope.way", "raked"),
                       {"do": "levels", "text": "0, 0\n1500, 750"}))  # fmt: skip
    check_fence(made)
    first = spot(next(p for p in made.parts if p.kind == "board"))
    assert first.left_mm == -50
    assert first.bottom_mm == pytest.approx(0, abs=1e-6)


def test_ground_that_falls_evenly_from_end_to_end_by_hand():
    """600 mm over legs of 9 and 6 m: 360 by the corner, then 240; a bay of 1.8 m falls 72."""
    made = plan(edited(yard_line(), put("fence.slope.way", "raked"), put("fence.falls_mm", "0.6 m")))
    profiles = made.laid.levels.profiles
    assert [p.at(at) for p, at in ((profiles[0], 0), (profiles[0], 9000), (profiles[1], 0), (profiles[1], 6000))] == [
        0,
        -360,
        -360,
        -600,
    ]
    assert {round(made.laid.levels.feet[b.label].fall_mm, 6) for b in made.laid.layout.bays if b.leg == 0} == {72}
    # A shorter leg leaves it as it was said: 600 from end to end.
    shorter = plan(edited(made.brief.job, put("fence.legs.1.length_mm", "3 m")))
    assert shorter.laid.levels.profiles[1].at(3000) == -600
    # It rises where it is below zero; levels that are typed take its place.
    assert plan(edited(yard_line(), put("fence.falls_mm", "-0.6 m"))).laid.levels.profiles[1].at(6000) == 600
    typed = edited(made.brief.job, {"do": "levels", "text": "1, 0, 0\n2, 6 m, -100"})
    assert plan(typed).laid.levels.profiles[1].at(6000) == -100


def yard_line():
    return fence((9000, 0), (6000, 90))


@pytest.mark.parametrize("text", ["0, 0\n0, -76", "2845, -76\n2845, 0"])
def test_a_step_at_the_very_end_of_a_line_is_not_under_it(text):
    """The ground goes on past the end as the line has it, so that the board before the post's outer half stands where the others do."""
    made = plan(edited(fence((2845, 0)), {"do": "levels", "text": text}))
    (profile,) = made.laid.levels.profiles
    assert [profile.at(at, left) for at in (0, 2845) for left in (True, False)] == [-76] * 4
    assert len({round(p.solid.box[0][2], 6) for p in made.parts if p.kind == "board"}) == 1
    check_fence(made)
