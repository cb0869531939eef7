import pytest

from rowstake.core.plan import plan
from rowstake.core.trades.fence.laid import bay_weights_kg
from tests.holds.solids import check_solids
from tests.jobs import edited, fence, put, spot, yard


def pieces(made, kind):
    return [p for p in made.parts if p.kind == kind]


def test_gravel_boards_fill_the_clear_under_the_boards():
    job = edited(yard(), put("fence.skin.ground_gap_mm", 160), put("fence.trims.gravel_board", "uk_38x150"))
    boards = pieces(plan(job), "gravel board")
    assert sorted({round(p.length_mm, 2) for p in boards}) == [1106.25, 1118.75, 1400, 1700]
    assert len(boards) == 12
    assert {(spot(p).bottom_mm, spot(p).top_mm) for p in boards} == {(10, 160)}


def test_cap_rail_runs_over_the_posts_in_scarfed_lengths():
    job = edited(yard(), put("fence.posts.proud_mm", 0), put("fence.trims.cap_rail", "uk_38x87"))
    made = plan(job)
    run_1 = [p for p in pieces(made, "cap rail") if p.of == "run 1"]
    # From the end post to the mitre of a square corner, half of 87 past its middle: 9043.5. Stock 4800 less a scarf:
    # joints at 3600 and 7200, half a thickness more at each.
    assert [(spot(p).left_mm, spot(p).right_mm) for p in run_1] == [(-50, 3600), (3600, 7200), (7200, 9043.5)]
    assert [round(p.length_mm) for p in run_1] == [3669, 3638, 1862]
    assert spot(run_1[0]).bottom_mm == 1850


def test_post_caps_by_size():
    made = plan(edited(yard(), put("fence.trims.post_caps", True)))
    bought = {line.item: line.buy for line in made.lists.buy if "post cap" in line.item}
    assert bought == {"post cap for 100×100, galvanised": 12, "post cap for 125×125, galvanised": 2}


def test_a_framed_panel_is_trimmed_on_both_faces():
    made = plan(edited(yard(), {"do": "style", "style": "framed_panel"}))
    trims = pieces(made, "trim")
    assert len(trims) == 4 * 12
    assert sorted({round(p.length_mm, 2) for p in trims}) == [1106.25, 1118.75, 1400, 1700]
    assert {(spot(p).bottom_mm, spot(p).top_mm) for p in trims} == {(50, 200), (1700, 1850)}
    # Rails between the posts whatever was chosen; boards in the clear of each bay: 1700 takes 11 and a rip of 50 shared.
    assert {round(p.length_mm, 2) for p in pieces(made, "rail")} == {1106.25, 1118.75, 1400, 1700}
    assert made.laid.courses[0].laid.boards[0] == (0.0, 100)
    assert len(made.laid.courses[0].laid.boards) == 12


def test_the_cap_is_part_of_what_a_bay_weighs():
    bare = plan(edited(yard(), put("fence.posts.proud_mm", 0)))
    capped = plan(edited(yard(), put("fence.posts.proud_mm", 0), put("fence.trims.cap_rail", "uk_38x87")))
    assert bay_weights_kg(capped)[1] > bay_weights_kg(bare)[1]


def test_caps_of_two_heights_meet_without_a_mitre():
    job = edited(
        yard(), put("fence.posts.proud_mm", 0), put("fence.trims.cap_rail", "uk_38x87"),
        {"do": "levels", "text": "1, 0, 0\n1, 9000, 0\n2, 0, -600\n2, 6000, -600"}, put("fence.slope.way", "stepped"),
    )  # fmt: skip
    caps = pieces(plan(job), "cap rail")
    at_corner = [p for p in caps if p.of == "run 1"][-1], next(p for p in caps if p.of == "run 2")
    tops = [round(spot(p).bottom_mm) for p in at_corner]
    assert tops[0] - tops[1] > 1
    assert not [p.ends for p in at_corner if "mitred" in p.ends and spot(p).right_mm in (9043.5,)]
    # The higher runs over the whole of the corner post, 50 past its middle; the lower butts against the face of that post.
    assert (spot(at_corner[0]).right_mm, spot(at_corner[1]).left_mm) == (9050, 50)


def test_trims_that_follow_a_slope_are_cut_plumb():
    job = edited(
        yard(), put("fence.posts.proud_mm", 0), put("fence.trims.cap_rail", "uk_38x87"), put("fence.skin.ground_gap_mm", 160),
        put("fence.trims.gravel_board", "uk_38x150"), {"do": "levels", "text": "0, 0\n9000, 900"}, put("fence.slope.way", "raked"),
    )  # fmt: skip
    made = plan(job)
    # 1 in 10 along the first leg: 5.7° off square.
    for kind in ("cap rail", "gravel board"):
        sloped = [p for p in pieces(made, kind) if spot(p).leg == 0]
        assert sloped
        assert all("plumb cut, 5.7° off square" in p.ends for p in sloped), kind


def test_posts_are_cut_to_a_cap_that_slopes():
    """1 in 10: 5.7°. A post of 100 is 5 higher at its upper edge than in the middle, and cut to there."""
    sloped = [
        put("fence.posts.proud_mm", 0),
        {"do": "levels", "text": "0, 0\n9000, 900"},
        put("fence.slope.way", "raked"),
    ]
    made = plan(edited(fence((9000, 0)), *sloped, put("fence.trims.cap_rail", "uk_38x150")))
    bare = plan(edited(fence((9000, 0)), *sloped))
    posts, before = ([p for p in m.parts if p.kind == "post"] for m in (made, bare))
    assert {p.ends for p in posts} == {"top cut to the cap, 5.7° off square"}
    assert [p.above_mm - b.above_mm for p, b in zip(posts, before, strict=True)] == pytest.approx([5] * len(posts))


def test_a_lower_cap_butts_against_the_post_of_a_step():
    """Two bays 300 apart in level: the higher cap runs on over the whole of the post, the lower ends at its face, 50 from its middle."""
    made = plan(edited(fence((3600, 0)), put("fence.posts.proud_mm", 0), put("fence.slope.way", "stepped"),
                       put("fence.trims.cap_rail", "uk_38x87"), {"do": "levels", "text": "0, 0\n1800, 0\n1800, -300\n3600, -300"}))  # fmt: skip
    high, low = (spot(p) for p in pieces(made, "cap rail"))
    middle = made.laid.layout.posts[1].on(0)
    assert high.bottom_mm - low.bottom_mm == pytest.approx(300)
    assert (high.right_mm, low.left_mm) == (middle + 50, middle + 50)


def test_a_stiffener_stands_clear_of_a_gravel_board_that_slopes():
    """Falling 80 in 1500, a stiffener of 38 cut square is 1 shorter at its foot."""
    job = edited(fence((1500, 0)), {"do": "style", "style": "horizontal"}, put("fence.trims.gravel_board", "uk_38x150"), put("fence.skin.ground_gap_mm", 160),
                 put("fence.slope.way", "raked"), {"do": "levels", "text": "0, 80\n1500, 0"})  # fmt: skip
    made = plan(job)
    check_solids(made)
    foot = next(iter(made.laid.levels.feet.values()))
    stiff = next(p for p in made.parts if p.kind == "stiffener")
    assert stiff.length_mm == pytest.approx(foot.height_mm - abs(foot.slope) * 19)
