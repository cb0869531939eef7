"""Level tops from a datum, boards cut down to the ground, rails let in, mitred corners: each worked by hand."""

import pytest

from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from tests.jobs import edited, fence, put, spot, yard


def bank(*edits):
    """7.2 m that fall 400 evenly: four bays of 1800, each falling 100. Boards 1800 high, 50 off the ground."""
    return plan(edited(fence((7200, 0)), {"do": "levels", "text": "0, 0\n7200, -400"}, *edits))


@pytest.mark.parametrize(
    ("edits", "heights"),
    [
        # The start: top at 0 + 50 + 1800. Feet at 50, −50, −150, −250.
        ([], [1800, 1900, 2000, 2100]),
        # The end of leg 1 lies at −400: top at 1450.
        ([put("fence.slope.corner", 1)], [1400, 1500, 1600, 1700]),
        # A limit of 2000 at the lowest ground, seen from a neighbour 100 lower: top at −400 − 100 + 2000.
        (
            [put("site.height_limit_mm", 2000), put("site.far_drop_mm", 100), put("fence.slope.datum", "limit")],
            [1450, 1550, 1650, 1750],
        ),
    ],
)
def test_tops_in_one_level_line(edits, heights):
    made = bank(*edits, put("fence.slope.way", "level"))
    feet = [made.laid.levels.feet[b.label] for b in made.laid.layout.bays]
    assert [f.height_mm for f in feet] == pytest.approx(heights)
    tops = {round(spot(p).top_mm, 6) for p in made.parts if p.kind == "board"}
    assert len(tops) == 1
    assert len({made.laid.levels.top_mm(post) for post in made.laid.layout.posts}) == 1
    if limit := made.brief.job.site.height_limit_mm:
        # At the foot of the last bay's fall the tops stand exactly at the limit: nothing is over it.
        assert max(f.left_mm + f.height_mm + 400 + 100 for f in feet) == pytest.approx(limit)
        assert not [f for f in made.findings if f.rule == "height_limit"]


def test_rails_follow_the_height_of_each_bay():
    made = bank(put("fence.slope.way", "level"))
    rows = {b.label: len({spot(p).bottom_mm for p in made.parts if p.kind == "rail"
                          and spot(p).left_mm < (b.left.on(0) + b.right.on(0)) / 2 < spot(p).right_mm})
            for b in made.laid.layout.bays}  # fmt: skip
    assert rows == {"bay 1": 3, "bay 2": 4, "bay 3": 4, "bay 4": 4}  # over 1830 high: four


@pytest.mark.parametrize(
    ("edits", "field"),
    [
        ([put("fence.slope.datum", "wall")], "fence.slope.datum"),
        ([put("fence.slope.datum", "limit")], "site.height_limit_mm"),
        ([put("fence.slope.corner", 2)], "fence.slope.corner"),
        ([{"do": "levels", "text": "0, 0\n7200, 2400"}], "fence.slope.way"),
    ],
)
def test_a_datum_that_is_not_there_is_named(edits, field):
    with pytest.raises(JobFault) as fault:
        bank(*edits, put("fence.slope.way", "level"))
    assert fault.value.faults[0].field == field


def test_tops_hung_from_a_wall():
    made = plan(edited(fence((7200, 0)), {"do": "levels", "text": "0, 0\n3600, 0\n3600, 500, wall\n7200, 500, wall"},
                       put("fence.slope.datum", "wall"), put("fence.slope.way", "level")))  # fmt: skip
    # The wall's top at 500: tops at 500 + 50 + 1800; the bays on the soil are 500 higher.
    assert [made.laid.levels.feet[b.label].height_mm for b in made.laid.layout.bays] == [2300, 2300, 1800, 1800]


def test_boards_cut_down_to_the_ground():
    made = bank(put("fence.slope.fill", True))
    board = next(p for p in made.parts if p.label == "1B5")
    # 1B5 lies from 550 to 700: its foot at 50 − 550/18 and 50 − 700/18, its top at 1850.
    assert (spot(board).left_mm, spot(board).right_mm) == (550, 700)
    assert spot(board).bottom_mm == pytest.approx(50 - 550 / 18)
    assert spot(board).foot_rise_mm == pytest.approx(-150 / 18)
    assert board.length_mm == pytest.approx(1850 - (50 - 700 / 18))
    assert "foot cut at 3.2°" in board.ends
    assert not [f for f in made.findings if f.rule == "gap_under"]


def test_rails_let_into_the_posts():
    made = plan(edited(yard(), put("fence.rails.fixing", "let_in")))
    # Rails flush with the posts' faces at 50, so boards lie from 50 to 69: leg 1 from −50 to 9069, leg 2 from −50.
    assert [c.stretch.length_mm for c in made.laid.courses] == pytest.approx([9119, 2550, 2569, 4600])


def test_horizontal_boards_are_mitred_round_outside_corners():
    made = plan(edited(yard(), {"do": "style", "style": "horizontal"}))
    # Boards from 50 to 69 off the line: both legs run to the outside corner at 69, cut to the long point.
    ends = {p.label: (spot(p).left_mm, spot(p).right_mm, p.ends) for p in made.parts if p.kind == "board"}
    last = max((e for k, e in ends.items() if k.startswith("1B")), key=lambda e: e[1])
    first = min((e for k, e in ends.items() if k.startswith("2B")), key=lambda e: e[0])
    assert last[1] == pytest.approx(9069)
    assert first[0] == pytest.approx(-69)
    assert "mitred 45.0°, cut to the long point" in last[2]
    assert "mitred 45.0°, cut to the long point" in first[2]
