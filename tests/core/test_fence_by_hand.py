"""One fence worked by hand, every figure. The yard: 9, 6 and 4.5 m, square corners to the left, boards on the right.

Post 100, gate post 125, rail 38×87, board 19×150, height 1800, ground gap 50, proud 50, gravel 100.
"""

import math
from collections import Counter

import pytest

from rowstake.core.plan import plan
from rowstake.core.space.solid import dot, minus
from tests.jobs import edited, kind, put, spot, yard


@pytest.fixture(scope="module")
def made():
    return plan(yard())


def test_posts_and_bays(made):
    # Leg 1: 9000/1800 = 5 bays. Leg 2: gate posts at 2500 − 62.5 and 3500 + 62.5, so 2 bays of 1218.75 on each side.
    # Leg 3: 4500/1800 = 2.5, so 3 bays of 1500.
    assert [round(b.centres_mm, 2) for b in made.laid.layout.bays] == [1800] * 5 + [1218.75] * 4 + [1500] * 3
    kinds = Counter("gate" if p.gate else p.kind for p in made.laid.layout.posts)
    assert kinds == {"end": 2, "corner": 2, "gate": 2, "line": 8}
    assert [p.on(1) for p in made.laid.layout.leg_posts(1)] == [0, 1218.75, 2437.5, 3562.5, 4781.25, 6000]
    first, by_gate = made.laid.layout.bays[0], made.laid.layout.bays[6]
    assert (first.clear_mm, first.edges_mm) == (1700, 1800)
    assert by_gate.clear_mm == 1218.75 - 50 - 62.5


def test_corner_is_shared_and_on_the_plan(made):
    corner = next(p for p in made.laid.layout.posts if p.kind == "corner")
    assert corner.stations == ((0, 9000), (1, 0.0))
    assert (corner.x_mm, corner.y_mm) == pytest.approx((9000, 0))
    last = made.laid.layout.posts[-1]
    assert (last.x_mm, last.y_mm) == pytest.approx((4500, 6000))


def test_holes(made):
    # 1900 above ground, half of it in the ground: 950; the gate posts a third deeper.
    line, gate = kind(made, False), kind(made, True)
    assert (line.hole.embedment_mm, line.hole.hole_depth_mm, line.diameter_mm) == (950, 1050, 300)
    assert (line.hole.post_length_mm, line.hole.stock_length_mm, line.hole.trim_mm) == (2850, 3000, 150)
    assert gate.hole.embedment_mm == pytest.approx(1266.667, abs=0.001)
    assert (gate.diameter_mm, gate.hole.stock_length_mm) == (400, 3600)
    assert line.depth_stick_mm == 950


def test_concrete(made):
    ring = math.pi * 0.3**2 / 4 - 0.1**2
    gate_ring = math.pi * 0.4**2 / 4 - 0.125**2
    by_hand = 12 * ring * (0.950 + 0.0125) + 2 * gate_ring * (1.266667 + 0.0125)
    assert by_hand == pytest.approx(0.98244, abs=1e-5)
    assert made.lists.concrete_m3 == pytest.approx(by_hand, abs=1e-6)
    assert made.lists.bags == 111  # 0.98244 × 1.05 × 2136 / 20 = 110.2
    spoil = 1.25 * (12 * math.pi * 0.15**2 * 1.050 + 2 * math.pi * 0.2**2 * 1.366667)
    assert made.lists.spoil_m3 == pytest.approx(spoil, abs=1e-6)


def test_boards(made):
    # Boards lie from 88 to 107 off the line. Leg 1 runs through its outside corner: −50 to 9107. Leg 2 butts: from −88.
    lengths = [c.stretch.length_mm for c in made.laid.courses]
    assert lengths == pytest.approx([9157, 2588, 2607, 4638])
    assert [len(c.laid.boards) for c in made.laid.courses] == [62, 18, 18, 31]
    assert [c.last_mm for c in made.laid.courses] == pytest.approx([7, 38, 57, 138])
    assert made.count("gate board") == 7  # leaf 978: six of 150 and a rip of 78
    assert made.count("board", "gate board") == 136


def test_rails(made):
    # Three rows. Rails lie from 50 to 88 off the line; two-bay lengths, the middle row begins with one bay.
    pieces = Counter(round(p.length_mm, 2) for p in made.parts if p.kind == "rail")
    odd = [3650, 3600, 1888, 2550, 2588, 3050, 1550]
    even = [1850, 3600, 3688, 1268.75, 1281.25, 1281.25, 1306.75, 1550, 3050]
    assert pieces == Counter(odd) + Counter(odd) + Counter(even)
    run_1 = [p for p in made.parts if p.kind == "rail screw" and p.of == "run 1"]
    assert [p.amount for p in run_1] == [16, 16, 16]  # posts crossed 3 + 3 + 2 and 2 + 3 + 3, two screws each


def test_gate(made):
    gate = made.laid.gates[0]
    assert gate.leaf.leaf_width_mm == 978
    assert gate.leaf.diagonal_mm == pytest.approx(math.hypot(978, 1800))
    inner = (978 - 2 * 87, 1800 - 2 * 87)
    assert gate.brace_mm == pytest.approx(math.hypot(*inner))
    assert gate.brace_deg == pytest.approx(math.degrees(math.atan2(inner[1], inner[0])))
    frame = 2 * 1800 + 2 * 804 + math.hypot(*inner)
    weight = (frame * 87 * 38 + 978 * 1800 * 19) / 1e9 * 500 * 1.35
    assert gate.weight_kg == pytest.approx(weight)
    hardware = {p.material: p.amount for p in gate.parts if p.kind == "hardware"}
    assert hardware == {"strap hinge 450 mm": 3, "latch": 1}


def test_gust(made):
    # Bay 1800 × 1850 high, exposure B, 30 m/s, clay: see the steps.
    p = 0.6 * (0.613 * 0.57 * 0.85 * 30**2) * 0.85 * 1.3
    force = p * 1.85 * 1.8
    lever = 0.55 * 1.85
    earth = 4 * 0.95**2 / (4 * 0.95 + 4.36 * lever) * (2 * 15700 * 0.95 / 3) * 0.3 / 2.34
    assert force == pytest.approx(590.1, abs=0.2)
    weakest = made.laid.gusts[0]
    assert weakest.where == tuple(f"bay {n}" for n in range(1, 6))
    assert weakest.stands.holds_to_mps == pytest.approx(30 * math.sqrt(earth / force), abs=1e-6)
    assert weakest.stands.governed_by == "embedment"


def test_fixes_of_the_sliver():
    balanced = plan(edited(yard(), put("fence.skin.fit", "balanced")))
    assert [c.last_mm for c in balanced.laid.courses] == pytest.approx([78.5, 94, 103.5, 144])
    opened = plan(edited(yard(), put("fence.skin.fit", "whole")))
    # 7/60 and 38/16 mm open the first two; 57/16 and 138/29 are over 3 mm, so those are ripped at both ends.
    assert [c.laid.gap_mm for c in opened.laid.courses] == pytest.approx([7 / 60, 2.375, 0, 0])
    assert [len(c.laid.boards) for c in opened.laid.courses] == [61, 17, 18, 31]
    assert [c.last_mm for c in opened.laid.courses] == pytest.approx([150, 150, 103.5, 144])


def dot_out(solid, point):
    """How far off the middle of its leg a point is."""
    pose = solid.pose
    return dot(minus(point, (pose.at[0], pose.at[1], 0.0)), pose.c)


def test_lapped():
    made = plan(edited(yard(), {"do": "style", "style": "lapped"}))
    # Featherboards 22 at the thick edge, lying on one another: backs at 88, fronts at 88 + 22 × 2.5 = 143 at the most, which
    # the corners cover. n = ceil((L − 25)/100), lap = (125 n − L)/(n − 1).
    assert [c.stretch.length_mm for c in made.laid.courses] == pytest.approx([9193, 2588, 2643, 4638])
    assert [len(c.laid.boards) for c in made.laid.courses] == [92, 26, 27, 47]
    lap = (92 * 125 - 9193) / 91
    assert made.laid.courses[0].laid.lap_mm == pytest.approx(lap)
    assert made.count("board", "gate board") == 202
    # A board leans by its thickness, 16.5 in the mean, over a pitch: its outer edge lies on the one before.
    first = next(p for p in made.parts if p.kind == "board").solid
    assert max(c for c in (dot_out(first, q) for q in first.corners)) == pytest.approx(
        88 + 16.5 * 125 / (125 - lap) + 16.5
    )


def test_pickets():
    made = plan(edited(yard(), {"do": "style", "style": "spaced_pickets"}))
    # 19×100 pickets, a board at both ends, gap nearest 50: 9157 = 100 n + gap (n − 1); 61 pickets leave 3057/60.
    first = made.laid.courses[0].laid
    assert (len(first.boards), first.gap_mm) == (61, pytest.approx(3057 / 60))
    assert made.laid.digger.solidity == pytest.approx(max(100 / (100 + c.laid.gap_mm) for c in made.laid.courses))


def test_rails_between_posts():
    made = plan(edited(yard(), put("fence.rails.fixing", "between")))
    rails = [round(p.length_mm, 2) for p in made.parts if p.kind == "rail"]
    assert Counter(rails) == Counter({1700: 15, 1118.75: 6, 1106.25: 6, 1400: 9})
    assert [c.stretch.length_mm for c in made.laid.courses][:2] == [1700, 1700]


def test_inside_corner():
    made = plan(edited(yard(), put("fence.skin.side", "left")))
    # Boards inside the corners: leg 1 stops at 9000 − 88, leg 2 begins at 107 and its end stops at 6000 − 88.
    assert [c.stretch.length_mm for c in made.laid.courses] == pytest.approx([8962, 2393, 2412, 4443])


def test_board_on_board():
    made = plan(edited(yard(), {"do": "style", "style": "board_on_board"}))
    # Boards on both faces of the rails leave these no place but between the posts: 1700 clear in bays of 1800.
    # 19×125 boards with a 25 lap at least: n = ceil((1700 − 25)/100) = 17 in a bay.
    assert len(made.laid.courses[0].laid.boards) == 17
    assert made.laid.courses[0].laid.lap_mm == pytest.approx((17 * 125 - 1700) / 16)
    screws = next(p.amount for p in made.parts if p.kind == "board screw" and p.of == "bay 1")
    assert screws == 17 * 3 * 2
    # By turns on the far face and on the near one of rails of 38 in the middle of the line.
    depths = [(p.solid.near_mm, p.solid.far_mm) for p in made.parts if p.kind == "board"][:3]
    assert depths == [(19, 38), (-38, -19), (19, 38)]


def test_horizontal():
    made = plan(edited(yard(), {"do": "style", "style": "horizontal"}))
    # 1800 high: 11 courses of 150 leave 150 for ten gaps of 15; twelve would close them to nothing.
    laid = made.laid.courses[0].laid
    assert (len(laid.boards), laid.gap_mm) == (11, 15)
    boards = [p for p in made.parts if p.kind == "board"]
    # On the posts, 50 to 69 off the line: leg 1 from −50 to 9069. Odd courses 3650, 3600, 1869; even 1850, 3600, 3669.
    run_1 = Counter(round(p.length_mm) for p in boards if p.of == "run 1")
    assert run_1 == {3650: 6, 3600: 11, 1869: 6, 1850: 5, 3669: 5}
    assert len(boards) == 33 + 16 + 16 + 22
    # Clears of 1700 and 1400 take one stiffener; 1118.75 and 1106.25 take none.
    assert made.count("stiffener") == 5 + 3
    assert made.count("rail") == 0
    screws = next(p.amount for p in made.parts if p.kind == "board screw" and p.of == "run 1")
    assert screws == 11 * (8 + 5) * 2
    assert made.count("gate board") == 11
    assert {p.length_mm for p in made.parts if p.kind == "gate board"} == {978}


def test_horizontal_top_rip():
    made = plan(
        edited(
            yard(),
            {"do": "style", "style": "horizontal"},
            put("fence.skin.fit", "exact"),
            put("fence.skin.height_mm", 1770),
        )
    )
    # 11 × 160 = 1760 leaves a top rip of 10.
    assert made.laid.courses[0].laid.boards[-1] == (1760, 10)
    [finding] = [f for f in made.findings if f.rule == "sliver"]
    assert finding.fixes[0].label == "Open the gaps to end on a whole course"


def test_post_and_board():
    made = plan(edited(yard(), {"do": "style", "style": "post_and_board"}, put("fence.skin.height_mm", 1200)))
    assert made.laid.courses[0].laid.boards == ((250, 150), (650, 150), (1050, 150))
    assert made.laid.digger.solidity == pytest.approx(150 / 400)
    joints = Counter(spot(p).right_mm for p in made.parts if p.kind == "board" and p.of == "run 1")
    inner = {at: n for at, n in joints.items() if 0 < at < 9000}
    assert max(inner.values()) <= 2  # three boards: no post carries more than two joints, and they alternate


def test_stacked_in_channels():
    made = plan(edited(yard(), {"do": "style", "style": "stacked_channels"}))
    assert len(made.laid.courses[0].laid.boards) == 12  # 1800 / 150
    lengths = Counter(round(p.length_mm, 2) for p in made.parts if p.kind == "board")
    assert lengths == {1694: 60, 1112.75: 24, 1100.25: 24, 1394: 36}  # the clear less 6 of play, twelve to a bay
    channels = sum(p.amount for p in made.parts if p.kind == "hardware" and "channel" in p.material)
    assert channels == 24
    assert sorted({round(p.length_mm, 2) for p in made.parts if p.kind == "cap"}) == [1106.25, 1118.75, 1400, 1700]


def test_other_ways_of_setting():
    ring, gate_ring = math.pi * 0.3**2 / 4 - 0.01, math.pi * 0.4**2 / 4 - 0.125**2
    beds = 0.1 * (12 * math.pi * 0.15**2 + 2 * math.pi * 0.2**2)
    collar = plan(edited(yard(), put("fence.posts.method", "collar")))
    # A band of 300 with its top 300 down, in every hole; 350 and 666.67 of soil below it, 300 above.
    assert collar.lists.concrete_m3 == pytest.approx(0.3 * (12 * ring + 2 * gate_ring))
    assert [(round(y.bottom_mm), round(y.top_mm)) for y in kind(collar, False).layers] == [
        (-1050, -950), (-950, -600), (-600, -300), (-300, 0),
    ]  # fmt: skip
    assert collar.lists.spoil_m3 == pytest.approx(
        1.25
        * (12 * (math.pi * 0.15**2 * 1.05 - ring * 0.65) + 2 * (math.pi * 0.2**2 * 1.366667 - gate_ring * 0.966667)),
        rel=1e-5,
    )
    gravel = plan(edited(yard(), put("fence.posts.method", "gravel")))
    assert gravel.lists.bags == 0
    poured = sum(p.amount for p in gravel.parts if p.material == "gravel")
    assert poured == pytest.approx(beds + 12 * ring * 0.95 + 2 * gate_ring * 1.266667, rel=1e-6)
    assert gravel.laid.holds_to_mps < plan(yard()).laid.holds_to_mps  # the earth bears on the post alone
    foam = plan(edited(yard(), put("fence.posts.method", "foam")))
    kits = next(line.buy for line in foam.lists.buy if line.unit == "kits")
    assert kits == math.ceil((12 * ring * 0.95 + 2 * gate_ring * 1.266667) * 1.05 / 0.015)
