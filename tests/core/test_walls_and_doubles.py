"""Posts on, behind and beside a wall, on a slab, and doubled: each worked by hand."""

import math

import pytest

from rowstake.core.beside import comparison
from rowstake.core.plan import plan
from tests.holds.solids import check_solids
from tests.jobs import edited, fence, put, yard


def along_wall(*edits):
    """3.6 m of soil, then 3.6 m on a wall 500 high: posts P1, P2 in soil, P3 at the step, P4, P5 on the wall."""
    text = "0, 0\n3600, 0\n3600, 500, wall\n7200, 500, wall"
    return plan(edited(fence((7200, 0)), {"do": "levels", "text": text}, *edits))


def hardware(made):
    return {p.material: p.amount for p in made.parts if p.kind == "hardware" and p.of == "P4"}


def test_on_the_wall_posts_stand_on_bases():
    made = along_wall()
    assert made.laid.levels.walled == {"P3", "P4", "P5"}
    cut = {p.label: made.laid.digger.cut(p).length_mm for p in made.laid.layout.posts}
    # In soil 1900 and half of it. P3 stands at the step: measured from the soil, 500 more. On the wall 1900 less 25.
    assert cut["P1"] == pytest.approx(made.laid.digger.usual.hole.embedment_mm + 1900)
    assert cut["P4"] == pytest.approx(1875)
    assert hardware(made) == {"post base to bolt down, for 100×100": 1, "masonry anchor M12 × 110": 4}
    assert not [p for p in made.parts if p.of == "P4" and p.kind == "concrete"]
    assert made.laid.digger.holes == 2
    assert [f.where for f in made.findings if f.rule == "on_wall"] == [("P3", "P4", "P5")]


@pytest.mark.parametrize(("at", "name", "off"), [("on", "plate", 50), ("back", "wall_back", 0)])
def test_the_wall_is_drawn_with_its_post_and_the_gap_it_drips_through(at, name, off):
    """Boards of 19 on rails of 38 on posts of 100, 50 over the wall; across the wall from the middle or the back of the post."""
    made = along_wall(put("fence.posts.at_wall", at))
    drawn = made.trade.scenes(made)[f"section_line_{name}"]
    assert "50 mm to drip" in [s.text for s in drawn.shapes if s.kind == "dim"]
    (board,) = [s.points for s in drawn.shapes if s.look == "board"]
    assert min(y for _, y in board) == pytest.approx(50)
    rail = made.brief.rail.thickness_mm
    assert min(x for x, _ in board) == pytest.approx(off + rail)
    assert max(x for x, _ in board) == pytest.approx(off + rail + made.brief.board.thickness_mm)


def test_bolted_to_the_back_of_the_wall():
    made = along_wall(put("fence.posts.at_wall", "back"), put("fence.posts.wall_over_soil_mm", 500))
    # The lap ends 50 clear of the soil: 450. Bolts: 100 post + 215 wall + 30 = 345, to the next on sale: 360.
    cut = {p.label: made.laid.digger.cut(p).length_mm for p in made.laid.layout.posts}
    assert cut["P4"] == pytest.approx(1900 + 450)
    assert hardware(made) == {"bolt M12 × 360 mm with plate washers": 3}
    low = along_wall(put("fence.posts.at_wall", "back"), put("fence.posts.wall_over_soil_mm", 400))
    assert any("The wall gives the bolts 350 mm" in f.title for f in low.findings)


def test_in_the_soil_behind_the_wall():
    made = along_wall(put("fence.posts.at_wall", "behind"), put("fence.posts.wall_over_soil_mm", 500))
    at = next(p for p in made.laid.layout.posts if p.label == "P4")
    kind = made.laid.digger.of(at)
    # P3, at the step, is measured from the soil too: 500 − 500 − … its ground is 0 − 500; the others 500 − 500 = 0.
    assert made.laid.levels.ground["P4"] == 0
    assert made.laid.levels.above_mm(at) == pytest.approx(500 + 1900)
    assert kind.hole.embedment_mm == pytest.approx(
        max(made.laid.levels.above_mm(p) for p in made.laid.layout.posts if made.laid.digger.of(p) is kind) / 2
    )
    assert made.laid.digger.holes == 5


def test_a_slab_under_the_whole_line():
    made = plan(edited(yard(), put("fence.posts.method", "plate")))
    assert made.laid.digger.holes == 0
    assert made.lists.bags == 0
    assert made.lists.spoil_m3 == 0
    assert {p.material: p.amount for p in made.parts if p.of == "P1" and p.kind == "hardware"} == {
        "post base to bolt down, for 100×100": 1, "masonry anchor M12 × 110": 4}  # fmt: skip
    # 1900 above the slab less 25.
    assert made.laid.digger.cut(made.laid.layout.posts[0]).length_mm == pytest.approx(1875)


def test_a_rated_base_sets_the_gust():
    free, rated = (
        plan(edited(yard(), put("fence.posts.method", "plate"), put("fence.posts.plate_moment_nm", nm)))
        for nm in (None, 300)
    )
    worst = rated.laid.gusts[0]
    assert worst.holds.gives == "base"
    assert worst.holds.holds_to_mps == pytest.approx(30 * math.sqrt(300 / worst.stands.moment_nm))
    assert free.laid.gusts[0].holds.gives == "post"
    assert [f.rule for f in free.findings if f.rule == "on_wall"] == ["on_wall"]
    assert not [f for f in rated.findings if f.rule == "on_wall"]


def test_doubled_posts_share_the_wind():
    one, two = plan(yard()), plan(edited(yard(), put("fence.posts.doubled", "all")))
    assert two.count("post") == 2 * one.count("post")
    # One hole for both, widened by the second post: 300 across and 100 longer, both posts in it, 950 of them and a dome of 25.
    hole = next(p for p in two.parts if p.of == "P2" and p.kind == "concrete")
    assert two.laid.digger.holes == one.laid.digger.holes
    ring = math.pi * 0.3**2 / 4 + 0.3 * 0.1 - 0.02
    assert hole.amount == pytest.approx(ring * (0.950 + 0.0125))
    assert not [p for p in two.parts if p.label.startswith("P2b") and p.kind == "concrete"]
    # The earth holds what it held: it gave first. Where posts give first, two hold √2 of the gust.
    assert two.laid.holds_to_mps == pytest.approx(one.laid.holds_to_mps)
    deep = [put("fence.posts.school", "fixed"), put("fence.posts.fixed_depth_mm", 2500)]
    one, two = (plan(edited(yard(), *deep, put("fence.posts.doubled", how))) for how in ("none", "all"))
    assert one.laid.gusts[0].holds.gives == "post"
    assert two.laid.holds_to_mps == pytest.approx(one.laid.holds_to_mps * math.sqrt(2))
    gates = plan(edited(yard(), put("fence.posts.doubled", "gates")))
    assert gates.count("post") == one.count("post") + 2
    # 125 and three quarters of the second are 218.75, more than the longest screw of 200: bolts through both, 250 and 30 for nut
    # and washers. Line posts of 100: 175, a screw of 180.
    held = {p.material: p.amount for p in gates.parts if p.of in ("P8", "P9") and p.material.startswith("bolt")}
    assert held == {"bolt M12 × 280 mm with nut and washers": 6}
    every = {p.material for p in plan(edited(yard(), put("fence.posts.doubled", "all"))).parts if p.kind == "hardware"}
    assert "structural screw 180 mm" in every
    assert "every post doubled" in [way.label for way in comparison(edited(yard(), *deep), "wind")]


def test_a_drainage_gap_over_a_wall_is_not_soil():
    text = {"do": "levels", "text": "0, 500, wall\n7200, 500, wall"}
    low = put("fence.skin.ground_gap_mm", 10)
    on_soil, on_wall = plan(edited(fence((7200, 0)), low)), plan(edited(fence((7200, 0)), text, low))
    assert [f for f in on_soil.findings if f.rule == "soil_touch"]
    assert not [f for f in on_wall.findings if f.rule == "soil_touch"]


@pytest.mark.parametrize(("turn", "bevel"), [(30, "30.0°"), (120, "60.0°")])
def test_a_corner_post_under_mitred_boards_is_bevelled_by_the_turn(turn, bevel):
    """Cut along the plane of the next leg's boards, which turns by 30° from its own face, or by 120°, which is 60° the other way."""
    made = plan(edited(fence((4000, 0), (4000, turn), style="horizontal"), put("fence.skin.side", "right")))
    (post,) = (p for p in made.parts if p.kind == "post" and "bevelled" in p.ends)
    assert bevel in post.ends


def test_a_doubled_corner_post_has_a_hole_drawn_out_towards_the_next_leg():
    """Legs square to each other: the second post of the corner stands along the second leg, and their one hole reaches that much further
    to the next post, 389 on. By the middles of the first posts the holes would not meet."""
    made = plan(
        edited(
            fence((1500, 0), (1500, 0), (1500, -90), region="north_america"),
            put("fence.posts.doubled", "all"),
            put("fence.bays.way", "module"),
            put("fence.bays.module_mm", 1111),
            put("fence.bays.max_mm", 900),
            put("fence.bays.remainder", "start"),
            put("fence.skin.side", "left"),
            put("fence.skin.height_mm", 700),
        )
    )
    (told,) = [f for f in made.findings if f.rule == "holes_meet"]
    assert len(told.where) == 2
    check_solids(made)
