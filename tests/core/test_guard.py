"""Guards: two bays worked by hand, piece by piece, then whatever edges, heights, mounts and infills."""

import itertools
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import box

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.desk import desk
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.trades.deck.components.guard.bays import bays_of
from rowstake.core.trades.deck.components.guard.cables import pulled
from rowstake.core.trades.deck.components.guard.gate import gates
from rowstake.core.trades.deck.components.guard.line import lay_line, usual_most_mm
from rowstake.core.trades.deck.components.guard.where import drop_mm, guarded
from rowstake.core.trades.deck.shape import edges, leans
from tests.decks import ANY, cut, deck, planned
from tests.holds.deck import check_deck
from tests.holds.solids import check_solids
from tests.jobs import edited, put

FAR = [put("deck.guard.edges", "chosen"), put("deck.guard.sides", ["far"])]


def labelled(made, kind):
    return {p.label: p for p in made.parts if p.kind == kind}


def test_two_bays_by_hand():
    """3600 wide. Posts of 100 inside an overhang of 25 and a rim of 47: middles 122 in from every edge; 3600 - 244 = 3356 in two bays of
    1678, 1578 clear. Spindles of 41, gaps under 98: ⌈(1578 - 98) / 139⌉ = 11, gaps of (1578 - 451) / 12 = 93.917.
    1100 high with a cap of 28: rails of 87 from 75 to 162 and from 985 to 1072; spindles 823 long."""
    made = plan(deck(3600, 3000, 900, *FAR))
    line = lay_line(made.laid.main)
    assert sorted(p.at for p in line.posts) == [pytest.approx(q) for q in ((122, 2878), (1800, 2878), (3478, 2878))]
    assert {p.mount for p in line.posts} == {"inside"}
    first, second = bays_of(made.laid.main)
    assert (first.centres_mm, first.clear_mm) == pytest.approx((1678, 1578))
    assert first.gaps.count == second.gaps.count == 11
    assert first.gaps.gap_mm == pytest.approx(1127 / 12)
    rails = labelled(made, "guard rail")
    assert {round(p.length_mm, 3) for p in rails.values()} == {1578}
    assert {(p.solid.profile[0][1], p.solid.profile[2][1]) for p in rails.values()} == {(75, 162), (985, 1072)}
    spindles = labelled(made, "baluster")
    assert len(spindles) == 22
    assert {p.length_mm for p in spindles.values()} == {823}
    (tape,) = [t for t in desk(made).tapes if t.what == "balusters of guard 1.1, 1.2"]
    assert [round(m.mm, 2) for m in tape.marks][:2] == [114.42, 249.33]  # 93.917 + 20.5, and 134.917 on
    posts = labelled(made, "guard post")
    assert {round(p.length_mm, 3) for p in posts.values()} == {1072 + 28 + made.laid.main.joist_mm}
    (cap,) = labelled(made, "guard cap").values()
    assert cap.length_mm == pytest.approx(3356 + 100 + 2 * 10)
    count = {p.label: p.amount for p in made.parts if p.kind == "hardware" and p.step == "steps"}
    assert (count["guard bolts"], count["guard hold-downs"]) == (6, 3)
    assert count["guard 1.1 connectors"] == 22
    bolt = next(p.good for p in made.parts if p.label == "guard bolts")
    assert bolt.sizes[0] == min(
        s for s in CATALOGUE.materials.bolts.lengths_mm if s >= 100 + 47 + CATALOGUE.materials.bolts.over_mm
    )
    notched = [p for p in made.parts if p.kind == "board" and "notched round a post" in p.ends]
    assert notched
    # The push of 0.89 kN at the top, about the lower bolt, 50 inside the joist's edge.
    apart = made.laid.main.joist_mm - 100
    assert f"{0.89 * (1100 + 28 + made.laid.main.joist_mm - 50) / apart:.1f}" in made.workings["guard_push"].value
    check_solids(made)


def test_a_guard_runs_where_the_drop_asks_for_one_and_not_before_another_level():
    """900 over the ground asks for a guard (600); a level 500 high before it leaves 400 there."""
    below = [{"do": "add_level"}, put("deck.levels.1.height_mm", 500), put("deck.levels.1.shape.width_mm", 4000)]
    plain = plan(deck(4000, 3000, 900, put("deck.guard.edges", "needed")))
    stepped = plan(deck(4000, 3000, 900, *below, put("deck.guard.edges", "needed")))
    assert {r.edge.side for r in lay_line(plain.laid.main).runs} == {"left", "far", "right"}
    assert {r.edge.side for r in lay_line(stepped.laid.main).runs} == {"left", "right"}
    far = next(e for e in edges(stepped.laid.main.brief.outline) if e.side == "far")
    assert drop_mm(stepped.laid.main.brief, far) == pytest.approx(400)


def test_steps_open_the_guard_and_their_posts_stand_beside_them():
    made = plan(deck(4000, 3000, 900, *FAR, {"do": "add_steps", "side": "far"}))
    runs = lay_line(made.laid.main).runs
    assert len(runs) == 2
    steps = made.brief.deck.steps[0]
    xs = sorted(p.at[0] for p in lay_line(made.laid.main).posts)
    assert steps.at_mm - 50 in [pytest.approx(x) for x in xs]
    assert steps.at_mm + steps.width_mm + 50 in [pytest.approx(x) for x in xs]
    check_solids(made)


def test_blocks_stand_behind_posts_and_boards_go_round_them():
    bare, made = plan(deck(3600, 3000, 900)), plan(deck(3600, 3000, 900, *FAR))
    assert made.count("blocking") == bare.count("blocking") + 3
    needs = [n.words for n in made.trade.needs(made)]
    assert "blocks, bolts and hold-downs for 3 guard posts" in needs
    assert "guard posts up before the boards that are notched round them" in needs


def test_a_nailer_under_a_border_is_parted_round_posts_by_hand():
    """A border of one board asks for a nailer at 148, from 124.5 to 171.5: in the way of posts from 72 to 172. Beside the posts at 100
    and 1489 its pieces end on blocks of 47 that stand 1 off the post: from 100 + 50 + 1 + 47 = 198 to 1489 - 98 = 1391, and on from
    1587 to the corner's, 2878 - 98 = 2780. Four more hangers on each side."""
    made = plan(deck(4000, 3000, 900, put("deck.boards.border.boards", 1), put("deck.guard.edges", "needed")))
    level = made.laid.main
    assert {p.mount for p in lay_line(level).posts} == {"inside"}
    pieces = sorted((round(j.t0), round(j.t1)) for j in level.grid.joists if j.kind == "nailer" and j.s < 1000)
    assert pieces == [(198, 1391), (1587, 2780)]
    plain = plan(deck(4000, 3000, 900, put("deck.boards.border.boards", 1)))
    hangers = [sum(p.amount for p in m.parts if p.good.id == "joist_hanger") for m in (plain, made)]
    assert hangers[1] - hangers[0] == 2 * (4 - 1)  # each nailer hung on the ledger alone before
    check_deck(made)
    check_solids(made)


@pytest.mark.parametrize(
    ("edits", "field"),
    [
        ([put("deck.guard.high_mm", 300)], "deck.guard.high_mm"),
        ([put("deck.guard.gap_mm", 5)], "deck.guard.gap_mm"),
        ([put("deck.guard.post", "oak"), *FAR], "deck.guard.post"),
    ],
)
def test_what_cannot_be_is_refused_by_its_field(edits, field):
    with pytest.raises(JobFault) as refused:
        plan(deck(3600, 3000, 900, *edits))
    assert refused.value.faults[0].field == field


@st.composite
def guarded_decks(draw):
    region = draw(st.sampled_from(list(CATALOGUE.regions)))
    width, out = draw(st.floats(1800, 7000)), draw(st.floats(1800, 6000))
    edits = []
    if kind := draw(st.sampled_from([None, None, "notch", "clip", "hole"])):
        corner = draw(st.sampled_from(["house_left", "far_left", "far_right"]))
        edits = [{"do": "add_cut", "kind": kind, "corner": corner}]
        if kind != "hole":
            edits += cut(along_mm=draw(st.floats(300, 900)), out_mm=draw(st.floats(300, 900)))
    edits += [
        put(
            "deck.boards.product",
            draw(st.sampled_from([d.id for d in CATALOGUE.decking.values() if d.region == region])),
        ),
        put("deck.boards.run", draw(st.sampled_from(["along", "across", "diagonal"]))),
        put("deck.boards.border.boards", draw(st.sampled_from([0, 1, 2]))),
        put(
            "deck.boards.fascia",
            draw(st.sampled_from([None, *(s.id for s in CATALOGUE.sections_for(region, "fascia"))])),
        ),
        put("deck.beams.way", draw(st.sampled_from(["dropped", "flush"]))),
        put("deck.joists.doubled_ends", draw(st.booleans())),
        put("deck.guard.edges", draw(st.sampled_from(["needed", "chosen"]))),
        put("deck.guard.sides", draw(st.lists(st.sampled_from(["left", "far", "right", "house"]), unique=True))),
        put("deck.guard.mount", draw(st.sampled_from(["inside", "outside", "surface"]))),
        put("deck.guard.infill", draw(st.sampled_from(["balusters", "faced", "boards", "cables", "glass"]))),
        put("deck.guard.rails_by", draw(st.sampled_from(["brackets", "screws"]))),
        put("deck.guard.sleeves", draw(st.booleans())),
        put("deck.guard.socket_mm", draw(st.sampled_from([0, 6]))),
        put("deck.guard.cap", draw(st.booleans())),
        put("deck.guard.most_mm", draw(st.one_of(st.none(), st.floats(700, 2400)))),
        put(
            "deck.guard.post",
            draw(st.sampled_from([None, *(s.id for s in CATALOGUE.sections_for(region, "post"))][:3])),
        ),
    ]
    if draw(st.booleans()):
        edits.append({"do": "add_steps", "side": draw(st.sampled_from(["far", "left", "right"]))})
        edits.append(put("deck.steps.0.gate", draw(st.sampled_from(["none", "near", "far"]))))
    return planned(draw, width, out, (80, 3000), edits, region)


@ANY
@given(guarded_decks())
def test_any_guard_goes_together_is_held_and_lets_nothing_through(made):
    level, guard = made.laid.main, made.brief.deck.guard
    line = lay_line(level)
    most = guard.most_mm or usual_most_mm(level.brief)
    for run in line.runs:
        assert guarded(level.brief, run.edge)
        for a, b in itertools.pairwise(run.posts):
            assert math.dist(line.posts[a].at, line.posts[b].at) <= most + 100 + 0.5
    for bay in bays_of(level):
        if bay.clear_mm > CATALOGUE.steps.least_bay_mm and not bay.glazed:
            assert bay.gaps.gap_mm <= bay.most_gap_mm + 1e-6
    for gate in gates(level):
        assert gate.gaps.gap_mm <= level.brief.limits.open_mm - 1
    assert sum(q.kind == "guard post" and q.of == "guard" for q in made.parts) == len(line.posts)
    check_deck(made)
    check_solids(made)
    assert desk(made).stakes


def test_bolts_are_as_long_as_what_they_go_through():
    """Posts of 100 on a rim of 47 at the far edge, on doubled end joists of 94 at the sides and corners: M12 × 177 and × 224, to the
    next on sale."""
    made = plan(deck(3600, 3000, 900, put("deck.guard.edges", "needed"), put("deck.joists.doubled_ends", True)))
    over, sold = CATALOGUE.materials.bolts.over_mm, CATALOGUE.materials.bolts.lengths_mm
    wanted = [min(s for s in sold if s >= 100 + mm + over) for mm in (47, 94)]
    bolts = [p for p in made.parts if p.label.startswith("guard bolts")]
    assert [p.good.sizes[0] for p in bolts] == wanted
    assert sum(p.amount for p in bolts) == 2 * len(lay_line(made.laid.main).posts)


@pytest.mark.parametrize(("along", "out"), [(25, 60), (150, 25), (250, 60), (150, 400)])
@pytest.mark.parametrize("infill", ["faced", "boards", "cables", "glass"])
def test_an_edge_too_short_for_two_posts_has_one(along, out, infill):
    notch = [{"do": "add_cut", "kind": "notch"}, *cut(corner="far_left", along_mm=along, out_mm=out)]
    made = plan(deck(3000, 2600, 1300, *notch, put("deck.guard.edges", "needed"), put("deck.guard.infill", infill)))
    posts = lay_line(made.laid.main).posts
    assert min(math.dist(a.at, b.at) for a, b in itertools.combinations(posts, 2)) >= 100
    check_solids(made)
    assert desk(made).stakes


def test_panes_of_the_two_bays_and_blocks_under_long_rails():
    """1578 clear by 985 - 162: 12 off all round: 1554 × 799. Rails over 1200 stand on a block, 75 high; those of an outside guard do not."""
    made = plan(deck(3600, 3000, 900, *FAR, put("deck.guard.infill", "glass")))
    panes = labelled(made, "pane")
    assert {tuple(round(s, 3) for s in p.good.sizes[1:]) for p in panes.values()} == {(1554, 799)}
    assert {p.length_mm for p in labelled(made, "rail block").values()} == {75}
    assert len(panes) == len(labelled(made, "rail block")) == 2
    # 25 kg to a square metre at 10 mm: 1.554 · 0.799 · 25 each.
    (bought,) = (line for line in made.lists.buy if line.good.id == "glass_pane")
    assert bought.kg == pytest.approx(2 * 1.554 * 0.799 * 25)
    clamps = sum(p.amount for p in made.parts if p.label.endswith(" clamps"))
    assert clamps == 8
    assert not labelled(made, "baluster")
    assert "guard_gap" not in made.workings
    check_solids(made)
    outside = plan(deck(3600, 3000, 900, *FAR, put("deck.guard.mount", "outside")))
    assert not labelled(outside, "rail block")


def bought(made):
    return {
        p.label: (p.good.id, p.amount) for p in made.parts if p.kind in ("hardware", "rail screw") and p.step == "steps"
    }


def test_cables_of_a_bay_and_what_they_ask_of_an_end_post_by_hand():
    """3356 in three bays of at most 1200: 1118.667, 1018.667 clear, bought as 1050. Cables of 4 over the 823 between the rails, 75 at
    most between them: ⌈(823 - 75) / 79⌉ = 10, gaps of 783 / 11 = 71.18. 10 kN over 823: M = 10 · 823 / 8 = 1028.75 kN·mm;
    W = 100³ / 6 = 166,667 mm³: 6.17 MPa."""
    made = plan(deck(3600, 3000, 900, *FAR, put("deck.guard.infill", "cables")))
    bays = bays_of(made.laid.main)
    assert next(b.centres_mm for b in bays) == pytest.approx(3356 / 3, abs=60)  # those beside a joist give a little
    assert {(b.gaps.count, round(b.gaps.gap_mm, 2)) for b in bays} == {(10, 71.18)}
    cables = labelled(made, "cable")
    assert len(cables) == 30
    for cable in cables.values():
        low, high = cable.solid.box
        assert 0 <= cable.good.sizes[1] - (high[0] - low[0]) < 50
    assert bought(made)["guard 1.1 cable tensioners"] == ("cable_tensioner", 10)
    assert pulled(bays[0]).pull_kn == 10
    assert pulled(bays[0]).mpa == pytest.approx(6.1725)
    assert [f.rule for f in made.findings if f.stake == "steps"] == ["guard_climbable"]
    wide = plan(deck(3600, 3000, 900, *FAR, put("deck.guard.infill", "cables"), put("deck.guard.most_mm", 1700)))
    assert "guard_cables" in [f.rule for f in wide.findings]
    # 40 apart: 18 cables and 11.1 MPa, more than the 6.2 of the timber; a post of 125 takes 5.7.
    tight = plan(deck(3600, 3000, 900, *FAR, put("deck.guard.infill", "cables"), put("deck.guard.gap_mm", 40)))
    (bends,) = [f for f in tight.findings if f.rule == "guard_cables"]
    assert "11.1 MPa" in bends.why
    assert bends.fixes[0].label == "Posts of 125×125"


def test_balusters_on_the_face_of_the_rails_and_rails_on_screws_by_hand():
    """From the lower rail's lower edge at 75 to the cap at 1072: 997 long. Four screws each: 41 + the grip asked. Two at either end of
    a rail."""
    made = plan(deck(3600, 3000, 900, *FAR, put("deck.guard.infill", "faced"), put("deck.guard.rails_by", "screws")))
    spindles = labelled(made, "baluster")
    assert {p.length_mm for p in spindles.values()} == {997}
    assert {(p.solid.near_mm, p.solid.far_mm) for p in spindles.values()} == {(-19 - 41, -19)}
    assert bought(made)["guard 1.1 baluster screws"] == ("deck_screw", 44)
    assert bought(made)["guard 1.1 rail screws"] == ("structural_screw", 8)
    assert not any("brackets" in label or "connectors" in label for label in bought(made))
    check_solids(made)


def test_sleeves_sockets_and_caps_on_posts_by_hand():
    """A sleeve of 6 all round takes 12 of every bay: 1566 clear; sockets of 5 leave 823 + 28 - 10 of a baluster where no cap lies over it."""
    own = [
        put("deck.guard.sleeves", True),
        put("deck.guard.socket_mm", 5),
        put("deck.guard.cap", False),
        put("deck.guard.post_caps", True),
    ]
    made = plan(deck(3600, 3000, 900, *FAR, *own))
    assert {round(b.clear_mm, 3) for b in bays_of(made.laid.main)} == {1566}
    assert {p.length_mm for p in labelled(made, "baluster").values()} == {841}
    assert [p.good.sizes for p in labelled(made, "post sleeve").values()] == [("100×100", 1100)] * 3
    assert bought(made)["guard post caps"] == ("post_cap", 3)
    check_solids(made)


def test_a_gate_at_the_top_of_steps_by_hand():
    """Posts beside steps 1000 wide leave 1000: a leaf of 976 with 12 at both sides, 976 - 2 · 87 = 802 between its stiles:
    ⌈(802 - 98) / 139⌉ = 6 balusters, gaps of (802 - 246) / 7 = 79.43."""
    steps = [{"do": "add_steps", "side": "far"}, put("deck.steps.0.width_mm", 1000), put("deck.steps.0.gate", "near")]
    made = plan(deck(4000, 3000, 900, *FAR, *steps))
    (gate,) = gates(made.laid.main)
    assert (gate.wide_mm, gate.gaps.count) == (pytest.approx(976), 6)
    assert gate.gaps.gap_mm == pytest.approx(556 / 7)
    leaf = [p for p in made.parts if p.of == "S1 gate" and p.solid]
    assert sorted(round(p.length_mm) for p in leaf) == [802, 802, *[823] * 6, 997, 997]
    assert bought(made)["S1 gate hinges"] == ("closing_hinge", 2)
    # 2 · (997 + 802) · 87 · 38 + 6 · 823 · 41² mm³ soaked
    species = made.brief.species
    soaked = species.density_kg_m3 * CATALOGUE.materials.gates.soaked
    assert gate.weight_kg == pytest.approx((2 * (997 + 802) * 87 * 38 + 6 * 823 * 41**2) / 1e9 * soaked, rel=1e-3)
    assert gate.pull_n == pytest.approx(9.80665 * gate.weight_kg * 488 / (997 - 100), rel=1e-3)
    hung = made.workings["guard_gate_S1"].rule
    other = plan(deck(4000, 3000, 900, *FAR, *steps, put("deck.steps.0.gate", "far"))).workings["guard_gate_S1"].rule
    assert hung != other
    check_solids(made)
    assert "gate_S1" in desk(made).scenes
    wide = plan(deck(4000, 3000, 900, *FAR, *steps, put("deck.steps.0.width_mm", 1500)))
    assert [f.rule for f in wide.findings if f.rule == "guard_gate"] == ["guard_gate"]


def test_a_post_beside_a_clipped_corner_stands_clear_of_its_rim():
    """On the left edge of a deck whose corner at the house is clipped by 300: the last post would stand in the clipped rim."""
    clip = [{"do": "add_cut", "kind": "clip", "corner": "house_left"}, *cut(along_mm=300, out_mm=300)]
    made = plan(
        deck(
            1800,
            1800,
            500,
            *clip,
            put("deck.guard.edges", "chosen"),
            put("deck.guard.sides", ["left"]),
            region="north_america",
        )
    )
    assert [q.mount for q in lay_line(made.laid.main).posts] == ["inside", "surface"]
    check_solids(made)


def test_blocks_beside_a_post_go_before_those_behind_stringers():
    """A post at the foot of a flight stands where the nailer of the border lies: it is parted there, and its ends hang on blocks, though a
    stringer asks for one a little further on. Another post stands nearer than a block is thick."""
    edits = [
        put("deck.guard.edges", "chosen"), put("deck.boards.border.boards", 1),
        {"do": "add_steps", "side": "right"}, put("deck.steps.0.at_mm", 304.8), put("deck.steps.0.width_mm", 1219.2),
    ]  # fmt: skip
    made = plan(deck(1800, 1800, 500, *edits, region="north_america"))
    assert any(j.kind == "nailer" and "block" in (j.near, j.far) for j in made.laid.main.grid.joists)
    (aside,) = [j for j in made.laid.main.grid.joists if j.kind == "nailer" and j.s < 1647.6 - 1 and j.s > 900]
    assert (aside.s, aside.length_mm, aside.near, aside.far) == (
        pytest.approx(1647.6 - 1 - 19.05),
        pytest.approx(213.5),
        "block",
        "rim",
    )
    assert any(w.what == "rim past posts" for w in made.laid.main.work)
    ladders = [p for p in made.parts if p.kind in ("ladder block", "packing")]
    assert len(ladders) >= 4  # between the rest of the nailer and the end joist as before
    check_deck(made)
    check_solids(made)


def test_the_block_that_ends_a_nailer_at_a_corner_goes_before_that_of_a_brace():
    """A brace asks for a block 28.5 nearer the house than the one that the nailer ends on."""
    made = plan(
        deck(1800, 5150, 954, put("deck.guard.edges", "needed"), put("deck.boards.border.boards", 1), support="free")
    )
    assert made.laid.main.grid.joists
    check_deck(made)
    check_solids(made)


def test_a_stretch_too_short_for_a_post_beside_a_turned_corner_post_has_none():
    """116 from the middle of a post turned by 45° at a clipped corner to where a post beside steps would stand: 70.7 and 50 do not fit. The
    corner's own closes it: 550 - 384 - 70.7 = 95 stand open beside the steps."""
    clip = [
        {"do": "add_cut", "kind": "clip", "corner": "far_left"},
        *cut(along_mm=400, out_mm=400),
        {"do": "add_steps", "side": "far"},
    ]
    made = plan(deck(2251, 2084, 300, *clip, put("deck.steps.0.at_mm", 550), put("deck.guard.edges", "needed"),
                     put("deck.ground.fall_out_mm", 289)))  # fmt: skip
    posts = lay_line(made.laid.main).posts
    assert not [q for q in posts if abs(q.at[0] - 500) < 1 and q.at[1] > 1900]
    assert any(q.corner and q.half_along((-1.0, 0.0), 50) == pytest.approx(70.71, abs=0.01) for q in posts)
    check_solids(made)


def test_a_post_at_an_inside_corner_has_a_block_on_both_sides_for_what_is_left_of_a_nailer():
    """The nailer under the border goes on past the corner's post to the next, 189 further on: 150.9 of it is left, between a block behind
    each."""
    notch = [{"do": "add_cut", "kind": "notch"}, *cut(corner="far_right", along_mm=318, out_mm=300)]
    made = plan(deck(1800, 1800, 763, *notch, put("deck.boards.run", "across"), put("deck.boards.border.boards", 1),
                     put("deck.guard.edges", "needed"), put("deck.guard.cap", False), region="north_america"))  # fmt: skip
    short = [j for j in made.laid.main.grid.joists if j.kind == "nailer" and j.t1 - j.t0 < 200]
    assert [(j.near, j.far) for j in short] == [("block", "block")]
    check_deck(made)
    check_solids(made)


def test_a_nailer_at_a_clipped_corner_is_one_with_the_joist_it_is_packed_to():
    """What is left of it beside a post bears on a block and a beam 731 apart and goes 353 past the beam, more than a quarter of that; but it is packed all
    along to the end joist, which spans 3323 and ends 74 short of its tip."""
    edits = [
        {"do": "add_cut", "kind": "clip", "corner": "far_left"}, *cut(along_mm=300, out_mm=300), put("deck.boards.border.boards", 1),
        put("deck.boards.start", "far"), put("deck.boards.gap_mm", 6), put("deck.guard.edges", "needed"), put("deck.boards.product", "uk_softwood_120"),
    ]  # fmt: skip
    made = plan(deck(1800, 4045, 601, *edits))
    [last] = [p for p in made.parts if p.label == "J4"]
    low, _ = last.solid.box
    packings = [p.solid.box for p in made.parts if p.kind == "packing" and p.solid.box[1][0] <= low[0] + 1]
    assert last.kind == "nailer"
    assert min(b[0][1] for b in packings) - low[1] < 400
    check_deck(made)
    check_solids(made)
    two_thick = [
        {"do": "add_cut", "kind": "clip", "corner": "far_left"}, *cut(along_mm=300, out_mm=300), put("deck.boards.border.boards", 1),
        put("deck.boards.start", "far"), put("deck.boards.product", "na_softwood"), put("deck.boards.gap_mm", 4.7625),
        put("deck.guard.edges", "chosen"), put("deck.guard.sides", ["left"]),
    ]  # fmt: skip
    made = plan(deck(1800, 4037, 500, *two_thick, region="north_america"))
    assert next(p.kind for p in made.parts if p.label == "J4") == "nailer"
    check_deck(made)


def test_a_nailer_ends_on_a_flush_beam_that_lies_where_the_block_beside_a_post_would():
    """A beam from 1629 to 1764 and a post from 1800: no room for the block from 1754 to 1799, so that what is left of the nailer hangs on the beam."""
    edits = [
        put("deck.beams.way", "flush"), {"do": "add_cut", "kind": "hole"}, *cut(x_mm=800, y_mm=2200, along_mm=200, out_mm=600), put("deck.guard.edges", "needed"),
        put("deck.boards.run", "diagonal"), put("deck.boards.start", "far"), put("deck.boards.product", "au_composite"), put("deck.boards.border.boards", 2),
        {"do": "add_steps", "side": "left"}, put("deck.steps.0.at_mm", 1900), put("deck.boards.gap_mm", 5),
    ]  # fmt: skip
    made = plan(deck(1800, 5020.026454366749, 1175, *edits, region="australia_nz", support="free"))
    beams = {(b.t - b.wide_mm / 2, b.t + b.wide_mm / 2) for b in made.laid.main.supports.beams}
    ended = [j for j in made.laid.main.grid.joists if "beam" in (j.near, j.far)]
    assert ended
    assert all(j.t1 in {low for low, _ in beams} or j.t0 in {high for _, high in beams} for j in ended)
    check_deck(made)
    check_solids(made)


def test_steps_that_begin_at_a_clipped_corner_open_the_far_edge_alone():
    """The clip ends where the far edge begins, 153 before the steps: they lead off that edge, and the guard of the clip runs on to the post at their corner."""
    made = plan(
        deck(
            2363, 2329, 371, {"do": "add_cut", "kind": "clip", "corner": "far_left"}, {"do": "add_steps", "side": "far"},
            put("deck.steps.0.at_mm", 609.6), put("deck.steps.0.width_mm", 1219.2), put("deck.ground.fall_out_mm", 378),
            put("deck.guard.edges", "needed"), put("deck.guard.mount", "outside"), region="north_america",
        )
    )  # fmt: skip
    line = lay_line(made.laid.main)
    (clip,) = [run for run in line.runs if leans(run.edge)]
    assert len(clip.posts) == 2
    boxes_ = [box(*(p.solid.box[0][:2]), *(p.solid.box[1][:2])) for p in made.parts if p.kind == "guard post"]
    assert all(a.distance(b) > 0 for a, b in itertools.combinations(boxes_, 2))
    check_solids(made)


def test_posts_with_sleeves_take_their_room_beside_steps():
    """A corner post from 70 to 160 and another that ends at the steps, at 255: 5 are left between them, and not the 6 of a sleeve on both. The post at the
    corner stands there alone."""
    job = deck(
        1800, 1800, 1001, {"do": "add_steps", "side": "far"}, put("deck.steps.0.at_mm", 255), put("deck.steps.0.width_mm", 1290),
        put("deck.guard.edges", "needed"), put("deck.guard.post", "au_90x90"), region="australia_nz",
    )  # fmt: skip
    plain, sleeved = plan(job), plan(edited(job, put("deck.guard.sleeves", True)))
    assert [made.count("guard post") for made in (plain, sleeved)] == [6, 4]
    check_solids(plain)
    check_solids(sleeved)


def test_caps_meet_over_the_one_post_of_a_clip_too_short_for_two():
    """A clip of 300 by 300 leaves no room for two posts: the caps of the far edge and of the left one meet over the one there is, from where their inner
    sides cross to the middle of the clip's own outer line."""
    clip = [{"do": "add_cut", "kind": "clip", "corner": "far_left"}, *cut(0, along_mm=300, out_mm=300)]
    more = put("deck.joists.doubled_ends", True), put("deck.beams.way", "flush"), put("deck.guard.edges", "needed")
    made = plan(deck(3569, 1805, 1001, *clip, *more, region="australia_nz"))
    far, left = (labelled(made, "guard cap")[f"Q{n}.1"].solid.profile for n in (2, 3))
    shared = [q for q in far if any(math.dist(q, r) < 1e-6 for r in left)]
    assert len(shared) == 2
    (x, y), inner = shared
    assert math.dist((x, y), far[1]) == pytest.approx(math.dist((x, y), left[0]))
    assert inner == pytest.approx((left[2][0], far[4][1]))
    check_solids(made)
