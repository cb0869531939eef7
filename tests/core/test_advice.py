"""Every rule finds its trouble, stays quiet without it, and each of its fixes settles it."""

import pytest

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits import apply_raw
from rowstake.core.plan import plan
from rowstake.core.preview import consequence
from rowstake.core.trades.fence.advice import all_rules
from rowstake.core.trades.fence.document import Leg, new_fence
from tests.holds.solids import check_solids
from tests.jobs import edited, fence, put, yard

CALM = put("site.gust_mps", 15)
TROUBLE = {
    "sliver": fence((9150 - 100 + 20, 0)),
    "cap_corner": edited(
        yard(),
        put("fence.posts.proud_mm", 0),
        put("fence.trims.cap_rail", "uk_38x87"),
        {"do": "levels", "text": "1, 0, 0\n1, 9000, 900\n2, 0, 900\n2, 6000, 900"},
        put("fence.slope.way", "raked"),
    ),
    "corner_rail": edited(
        fence((5115, 0), (11_659, 93.2), region="north_america", style="spaced_pickets"),
        put("fence.posts.doubled", "all"),
        put("fence.skin.side", "right"),
    ),
    "short_bay": edited(fence((9000, 0)), put("fence.bays.way", "module"), put("fence.bays.module_mm", 1750)),
    "line_near": edited(fence((4000, 0), (3000, 120), (2950, 120)), put("fence.skin.side", "left")),
    "holes_meet": edited(fence((3800, 0)), put("fence.bays.way", "module"), put("fence.bays.module_mm", 1800)),
    "rail_reach": edited(fence((9600, 0)), put("fence.bays.max_mm", 2400)),
    "joint_off_post": edited(
        fence((9000, 0)),
        put("fence.bays.told", "clear"),
        put("fence.bays.max_mm", 1800),
        put("fence.rails.longest_mm", 1800),
    ),
    "gust": edited(fence((9000, 0)), put("site.gust_mps", 40), put("site.exposure", "C")),
    "stands": edited(fence((9000, 0)), put("fence.fixed", [{"leg": 0, "at_mm": 1900, "as_is": True, "depth_mm": 400}])),
    "buried": edited(
        fence((9000, 0)), put("site.buried", [{"kind": "gas", "points": [[8900, -2000], [8900, 2000]], "keep_mm": 600}])
    ),
    "frost": edited(fence((9000, 0)), put("site.frost_depth_mm", 900), put("fence.posts.depth_mm", 600)),
    "hinge_over": edited(
        fence((9000, 0)),
        {"do": "style", "style": "sheet_panels"},
        put("fence.skin.both_faces", True),
        {"do": "add_gate", "leg": 0, "opening_mm": 1800},
    ),
    "soil_touch": edited(fence((9000, 0)), put("fence.skin.ground_gap_mm", 0)),
    "wide_gate": edited(fence((9000, 0)), {"do": "add_gate", "leg": 0, "opening_mm": 3000}),
    "no_stock": edited(fence((9000, 0), region="north_america"), put("fence.skin.height_mm", "9'")),
    "height_limit": edited(fence((9000, 0)), put("site.height_limit_mm", 1800)),
    "gap_under": edited(fence((9000, 0)), {"do": "levels", "text": "0, 0\n9000, -1500"}),
    "gate_grounds": edited(
        fence((9000, 0)), {"do": "add_gate", "leg": 0}, {"do": "gate", "id": "G1", "values": {"rise_left_mm": 120}}
    ),
    "on_wall": edited(
        fence((9000, 0)), {"do": "levels", "text": "1, 0, 0\n1, 4 m, 400, wall\n1, 6 m, 400\n1, 9 m, 400"}
    ),
    "half_lap": edited(
        fence((9000, 0), style="board_on_board"), put("fence.skin.fit", "exact"), put("fence.skin.lap_mm", 70)
    ),
    "season_joint": edited(fence((9000, 0)), put("fence.skin.stock", "indoors")),
    "rake_unfit": edited(
        fence((9000, 0), style="stacked_channels"),
        {"do": "levels", "text": "0, 0\n9000, -300"},
        put("fence.slope.way", "raked"),
    ),
    "sheet_joint": edited(
        fence((9000, 0)), {"do": "style", "style": "sheet_panels"}, put("fence.bays.module_mm", 1500)
    ),
    "glue_wet": edited(fence((9000, 0)), put("fence.skin.fixing", "adhesive"), put("fence.skin.stock", "wet")),
    "just_over": edited(
        fence((9000, 0)), {"do": "levels", "text": "0, 0\n9000, -500"}, put("fence.slope.way", "raked")
    ),
    "leaf_joint": edited(
        fence((9000, 0)), {"do": "style", "style": "sheet_panels"}, {"do": "add_gate", "leg": 0, "opening_mm": 2400}
    ),
    "heavy_leaf": edited(
        fence((9000, 0), style="stacked_channels"),
        {"do": "add_gate", "leg": 0, "opening_mm": 2400},
        put("fence.posts.gate_size", "uk_100x100"),
        put("fence.posts.size", "uk_75x75"),
    ),
    "gate_post_small": edited(fence((9000, 0)), {"do": "add_gate"}, put("fence.posts.gate_size", "uk_100x100")),
    "single_post": edited(fence((4000, 0), (4000, -124)), put("fence.posts.doubled", "all")),
    "order_cap": edited(fence((9000, 0)), put("fence.trims.cap_rail", "uk_38x87")),
    "order_gravel": edited(fence((9000, 0)), put("fence.trims.gravel_board", "uk_19x150")),
    "obstacle": edited(fence((9000, 0)), {"do": "add_obstacle", "leg": 0, "at_mm": 1500, "width_mm": 2500}),
}


def found(made, rule):
    return [f for f in made.findings if f.rule == rule]


def test_every_rule_has_an_entry_and_a_trouble():
    assert set(all_rules()) == set(CATALOGUE.advice) == set(TROUBLE)


@pytest.mark.parametrize("rule", list(TROUBLE))
def test_rule_finds_its_trouble(rule):
    made = plan(TROUBLE[rule])
    [finding] = found(made, rule)[:1]
    assert finding.title
    assert finding.why
    assert finding.stake in ("line", "ground", "gates", "holes", "frame", "skin", "gates", "buy")
    known = (
        {p.label for p in made.parts} | {b.label for b in made.laid.layout.bays} | {c.label for c in made.laid.courses}
    )
    known |= {p.label for p in made.laid.layout.posts} | {f"gate {g.gate.id}" for g in made.laid.gates}
    assert set(finding.where) <= known


@pytest.mark.parametrize("rule", list(TROUBLE))
def test_each_fix_betters_it(rule):
    job = TROUBLE[rule]
    made = plan(job)
    for finding in found(made, rule):
        for fix in finding.fixes:
            after = plan(apply_raw(job, list(fix.edits)))
            settled = not found(after, rule)
            if rule == "gust":
                settled = settled or after.laid.holds_to_mps > made.laid.holds_to_mps
            assert settled, fix.label


@pytest.mark.parametrize("rule", [r for r in TROUBLE if r not in ("obstacle", "on_wall", "stands", "buried")])
def test_each_finding_offers_a_fix(rule):
    assert all(f.fixes for f in found(plan(TROUBLE[rule]), rule))


def test_only_posts_between_the_ends_of_a_wall_stand_on_it():
    [finding] = found(plan(TROUBLE["on_wall"]), "on_wall")
    assert finding.where == ("P4",)  # posts at 0, 1800, 3600, 5400 …; the wall runs from 4 m to 6 m


def test_a_sound_fence_is_left_in_peace():
    sound = edited(fence((9050, 0), style="lapped"), CALM)
    assert plan(sound).findings == ()


def test_consequence_of_a_fix_in_words():
    job = yard()
    made = plan(job)
    [sliver] = found(made, "sliver")
    told = consequence(job, made, list(sliver.fixes[0].edits))
    assert "narrowest end piece 7 mm → 78.5 mm" in told.sentence
    assert told.settles == (sliver.title,)
    opened = consequence(job, made, list(sliver.fixes[1].edits))
    assert "boards 136 → 134" in opened.sentence
    refused = consequence(job, made, [{"do": "leg", "index": 0, "length_mm": 10}])
    assert "shorter than its posts" in refused.sentence


def test_an_obstacle_moves_posts_to_its_edges():
    made = plan(edited(fence((9000, 0)), {"do": "add_obstacle", "leg": 0, "at_mm": 3500, "width_mm": 400}))
    marks = [p.on(0) for p in made.laid.layout.posts]
    assert 3350 in marks  # 3500 less half a 300 mm hole
    assert 4050 in marks
    assert not any(3350 < m < 4050 for m in marks)
    assert max(b.centres_mm for b in made.laid.layout.bays) <= 1800


def test_an_end_post_in_an_obstacle_is_told():
    made = plan(edited(fence((9000, 0)), {"do": "add_obstacle", "leg": 0, "at_mm": 0, "width_mm": 400}))
    assert any(f.title == "P1 stands in the tree" for f in made.findings)


def test_posts_that_just_miss_a_length():
    # (1940 + 50 + 50) × 1.5 = 3060, sold at 3000 and 3600: 60 over, mended by 40 less of height.
    job = edited(fence((9000, 0)), put("fence.skin.height_mm", 1940))
    [finding] = [f for f in found(plan(job), "just_over") if "posts" in f.title]
    assert "60 mm" in finding.title
    lower = next(f for f in finding.fixes if "ower" in f.label)
    after = plan(edited(job, *lower.edits))
    assert after.brief.fence.skin.height_mm == pytest.approx(1900)
    assert [f for f in found(after, "just_over") if "posts" in f.title] == []
    assert max(line.length_mm for line in after.lists.buy if line.item == "100×100") == 3000


def test_a_fix_of_one_gate_settles_that_gate():
    job = edited(
        fence((18000, 0)), {"do": "add_gate", "leg": 0, "at_mm": 2000, "opening_mm": 3000},
        {"do": "add_gate", "leg": 0, "at_mm": 9000, "opening_mm": 3000},
    )  # fmt: skip
    made = plan(job)
    wide = found(made, "wide_gate")
    assert len(wide) == 2
    for one, other in (wide, wide[::-1]):
        done = consequence(job, made, list(one.fixes[0].edits))
        assert one.title in done.settles
        assert other.title not in done.settles
        assert one.title not in done.brings


@pytest.mark.parametrize("region", list(CATALOGUE.regions))
@pytest.mark.parametrize("style", list(CATALOGUE.styles))
def test_what_a_new_fence_begins_with_holds(region, style):
    """A style as it comes stands its region's wind, its rails reach, its sheets meet on posts."""
    for length in range(2900, 16000, 1310):
        made = plan(new_fence("x", region, [Leg(length_mm=length, turn_deg=0)], style))
        rules = {f.rule for f in made.findings}
        assert not rules & {"gust", "rail_reach", "sheet_joint", "joint_off_post", "soil_touch"}, (length, rules)


def test_every_board_that_bears_too_little_round_a_corner_is_named():
    """Boards of 90 lapped by 25.9 run on from the far end: the second of leg 2 ends at 160, its rails begin at 158, behind a corner of 74°
    with a second post."""
    made = plan(
        edited(
            fence((1500, 0), (1500, -74), region="australia_nz", style="lapped"),
            *(put(f"fence.{path}", value) for path, value in (
                ("skin.board", "au_90x22"), ("skin.lap_mm", 25), ("skin.fit", "even"), ("skin.side", "left"), ("skin.start", "end"), ("skin.height_mm", 700),
                ("posts.doubled", "all"), ("bays.max_mm", 900), ("rails.fixing", "let_in"))),
        )
    )  # fmt: skip
    (told,) = found(made, "corner_rail")
    assert told.where[:2] == ("2B1", "2B2")
    assert "1 after it" in told.title
    check_solids(made)
