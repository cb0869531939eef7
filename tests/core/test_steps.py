"""Flights on the edge of a deck: one worked by hand, piece by piece, then whatever edge, width, height, mount and region."""

import math
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.desk import desk
from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.trades.deck.components.guard.bays import bays_of
from rowstake.core.trades.deck.components.steps.boxes import boxes
from rowstake.core.trades.deck.components.steps.drop import bears, stringer_of
from rowstake.core.trades.deck.components.steps.handrail import evenly, handrails
from rowstake.core.trades.deck.components.steps.head import notch_kn
from rowstake.core.trades.deck.components.steps.hip import hips, jacks
from rowstake.core.trades.deck.components.steps.on_edge import flights, runs
from rowstake.core.trades.deck.components.steps.raked import over_noses_mm, raked, triangle_mm
from rowstake.core.trades.deck.components.steps.rise import ways
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.demands import StandsOn
from rowstake.core.trades.deck.stands import levered
from tests.decks import ANY, cut, deck, planned
from tests.holds.deck import check_deck
from tests.holds.solids import check_solids
from tests.jobs import edited, put

FAR = {"do": "add_steps", "side": "far"}
FASCIA = put("deck.boards.fascia", "uk_19x225")


def flight_of(made):
    return flights(made.laid.main.brief)[0]


def own(made, kind):
    return [p for p in made.parts if p.kind == kind and p.of == "S1"]


def test_a_flight_of_five_by_hand():
    """900 high with a fascia of 19 on packers of 6 under an overhang of 25: noses start at the fascia's face.

    ⌈900 / 190⌉ = 5 risers of 180; going of 2 boards: 2 · 145 + 2 · 6 - 25 = 277; four treads; the last nose 1108 out.
    """
    made = plan(deck(4800, 3600, 900, FAR, FASCIA))
    flight = flight_of(made)
    assert (flight.way.risers, flight.way.riser_mm, flight.way.going_mm, flight.way.run_mm) == (5, 180, 277, 1108)
    assert flight.face_mm == pytest.approx(3600)
    assert flight.nose(4) == pytest.approx(1108)
    # Notch 180 · 277 / √(180² + 277²) = 150.9; of 300 are left 149.1.
    stringer = Stringer(flight)
    assert stringer.section.id == "uk_47x300"
    assert stringer.throat_mm == pytest.approx(300 - 180 * 277 / math.hypot(180, 277))
    assert stringer.throat_mm == pytest.approx(149.07, abs=0.01)
    # 1200 of treads, stringers 25 inside both ends: 1150 over 47, at most 304.8 apart: 5 at 275.75.
    assert [p.solid.near_mm for p in own(made, "stringer")] == pytest.approx([1825 + i * 275.75 for i in range(5)])
    # Seats at 900 - 180k - 28; plumb cuts 44 behind the noses: nosing 25, riser 19. First seat 233, the others 277.
    corners = own(made, "stringer")[0].solid.profile
    told = [(round(x, 3), round(z, 3)) for x, z in corners]
    assert told[:3] == [(0, 692), (233, 692), (233, 512)]
    assert told[7:9] == [(1064, 152), (1064, 0)]
    # Along the board's edge the notches' corners lie √(180² + 277²) = 330.35 apart.
    treads = own(made, "tread")
    assert [p.label for p in treads] == [f"S1-T{k}{n}" for k in (1, 2, 3, 4) for n in "ab"]
    # The deck's boards end at the fascia, so the first tread has 277 - 6 of room: its second board is ripped to 120.
    assert {p.length_mm for p in treads} == {1200}
    assert [round(p.width_mm, 1) for p in treads] == [145, 120, *[145] * 6]
    assert [round(max(a for a, _ in p.solid.profile), 1) for p in treads[::2]] == [277, 554, 831, 1108]
    # Riser boards from seat to seat, 180; the lowest from the pad to its seat, 900 - 4 · 180 - 28 = 152.
    assert [round(p.width_mm, 1) for p in own(made, "riser")] == [180, 180, 180, 152]
    assert {p.length_mm for p in own(made, "riser")} == {1150}
    pad = {p.kind: p for p in made.parts if p.of == "S1" and p.unit == "m³"}
    low, high = min(y for _, y in pad["concrete"].solid.profile), max(y for _, y in pad["concrete"].solid.profile)
    assert pad["concrete"].amount == pytest.approx((high - low) * 1200 * 100 / 1e9)
    assert high == pytest.approx(3600 + 1108 + 100)
    check_solids(made)


def test_what_a_flight_weighs_on_is_handed_to_the_posts():
    """Half of what stands on the flight comes down on the far edge; by the lever past the outer beam the posts there take more."""
    plain, made = plan(deck(4800, 3600, 900, FASCIA)), plan(deck(4800, 3600, 900, FAR, FASCIA))
    flight = flight_of(made)
    half = 1.2 * 1.108 * made.brief.total_kpa / 2
    assert flight.load_kn / 2 == pytest.approx(half)
    extra = sum(p.stands_kn for p in made.laid.main.posts)
    beam = next(b for b in made.laid.main.supports.beams if b.outer)
    edge = made.laid.main.grid.groups[0].t1 + made.laid.main.grid.thick_mm + 25
    assert extra == pytest.approx(half * (edge - 47) / (beam.t - 47), rel=0.02)
    loads = [sum(f.load_kn for f in m.laid.footings) for m in (plain, made)]
    assert loads[1] - loads[0] == pytest.approx(extra)
    assert levered([0, 1000], 250, 4) == [3, 1]
    assert levered([0, 1000], 1500, 4) == [0, 6]


def test_a_beam_that_steps_come_down_on_is_worked_with_them():
    """Steps along all of a deck of 5.4 m, 1.5 m up, bring the outer beam over what it holds: it is proposed as under more deck. Where the
    builder chose a weak one, nearer posts settle it, and past a limit it is told."""
    job = deck(5400, 3600, 1500, {"do": "add_steps", "side": "far", "full": True})
    made = plan(job)
    (beam,) = (b for b in made.laid.main.supports.beams if b.outer)
    (under,) = (w for w in made.laid.main.work if w.beam)
    assert beam.reach.used <= 1
    assert under.used <= 1 < beam.as_much
    assert not [f for f in made.findings if f.rule == "member_over"]
    steps = sum(p.stands_kn for p in made.laid.main.posts if p.beam is beam)
    even = made.brief.total_kpa * beam.carried_mm * (beam.s1 - beam.s0) / 1e6
    assert under.load_kn == pytest.approx(steps + even, rel=0.01)
    weak = apply_raw(job, [put("deck.beams.size", "uk_47x100"), put("deck.beams.plies", 1)])
    (over,) = (f for f in plan(weak).findings if f.rule == "member_over")
    assert over.where == (beam.label,)
    after = plan(apply_raw(weak, list(over.fixes[0].edits)))
    assert not [f for f in after.findings if f.rule == "member_over"]


def test_treads_level_with_the_deck_hang_on_the_whole_rim():
    made = plan(deck(4800, 3600, 900, FAR, FASCIA, put("deck.steps.0.top", "level")))
    flight = flight_of(made)
    assert flight.treads == 5
    assert flight.tread_top(1) == 900
    on = bears(made.laid.main, flight, Stringer(flight))
    assert (on.section, on.pieces) == (None, ())
    assert not own(made, "drop board")
    check_solids(made)


def test_little_of_the_plumb_cut_on_the_rim_wants_a_board_below_it():
    """The rim reaches from 872 down to 722; the plumb cut begins at 692."""
    made = plan(deck(4800, 3600, 900, FAR, FASCIA, put("deck.joists.size", "uk_47x150")))
    flight = flight_of(made)
    on = bears(made.laid.main, flight, stringer_of(made.laid.main, flight))
    assert on.rim_mm == 0
    assert on.below_mm == pytest.approx(692 - 572)
    (board,) = own(made, "drop board")
    assert (board.length_mm, board.width_mm) == (1150, 150)
    assert any("S1-B1 below the rim" in n.words for n in made.trade.needs(made))


def test_a_handrail_follows_the_noses():
    """Posts of 100 on the first and the last of 4 treads, 3 · √(180² + 277²) = 991 apart, under 1830; the rail's top 950 over the noses."""
    made = plan(deck(4800, 3600, 900, FAR, FASCIA, put("deck.steps.0.handrail", "near")))
    posts, (rail,) = own(made, "guard post"), own(made, "handrail")
    assert [p.label for p in posts] == ["S1-L1", "S1-L2"]
    (a, low), _, _, (_, top) = rail.solid.profile
    assert top == pytest.approx(720 + (277 - a) * 180 / 277 + 950)
    assert top - low == pytest.approx(45 * math.hypot(1, 180 / 277))
    assert (posts[0].solid.near_mm, posts[0].solid.far_mm) == (1700, 1800)
    assert own(made, "stringer")[0].solid.near_mm == 1800
    check_solids(made)


def test_paving_to_come_is_part_of_the_rise():
    """600 over ground that paving lifts by 60: 540 makes three risers of 180, not four of 150."""
    assert flight_of(plan(deck(4800, 3600, 600, FAR))).way.riser_mm == 150
    paved = flight_of(plan(deck(4800, 3600, 600, FAR, put("deck.ground.paving_mm", 60))))
    assert (paved.way.risers, paved.way.riser_mm) == (3, 180)


def test_a_flight_down_to_another_level_stands_on_its_boards():
    below = [
        {"do": "add_level"},
        put("deck.levels.1.height_mm", 300),
        put("deck.levels.1.x_mm", 1000),
        put("deck.levels.1.shape.out_mm", 2000),
    ]
    made = plan(deck(4800, 3600, 900, *below, FAR, put("deck.steps.0.at_mm", 1500)))
    flight = flight_of(made)
    assert (flight.lands_on, flight.foot_mm, flight.rise_mm) == ("Q1", 300, 600)
    assert not [p for p in made.parts if p.of == "S1" and p.unit == "m³"]


def test_ways_to_take_a_rise_and_one_is_taken():
    job = deck(4800, 3600, 900, FAR, FASCIA)
    made = plan(job)
    told = [
        (w.risers, round(w.riser_mm, 1), w.going_mm, round(w.step_mm, 1))
        for w in (f.way for f in ways(flight_of(made)))
    ]
    assert told == [(5, 180, 277, 637), (4, 225, 277, 727), (6, 150, 277, 577), (5, 180, 428, 788)]
    sides = made.trade.comparisons["rises"](job, lambda job, ways: ways)
    assert [label for label, _ in sides] == ["as it is", "S1: 4 risers", "S1: 6 risers", "S1: treads of 428 mm"]
    assert flight_of(plan(apply_raw(job, sides[2][1]))).way.risers == 6


@pytest.mark.parametrize(
    ("edits", "field", "words"),
    [
        ([put("deck.steps.0.at_mm", 4000)], "deck.steps.0.at_mm", "reaches past its edge"),
        ([put("deck.steps.0.side", "house")], "deck.steps.0.side", "finds no open edge"),
        ([put("deck.steps.0.width_mm", 300)], "deck.steps.0.width_mm", ""),
        ([put("deck.steps.0.max_riser_mm", 20)], "deck.steps.0.max_riser_mm", ""),
        ([FAR], "deck.steps.1.at_mm", "lie in each other"),
        ([put("deck.ground.fall_out_mm", -850)], "deck.steps.0.id", "needs no step"),
        ([put("deck.steps.0.stringer", "oak")], "deck.steps.0.stringer", "no “oak”"),
    ],
)
def test_what_cannot_be_is_refused_by_its_field(edits, field, words):
    with pytest.raises(JobFault) as refused:
        plan(deck(4800, 3600, 900, FAR, *edits))
    assert refused.value.faults[0].field == field
    assert words in str(refused.value)


def test_a_flight_slides_along_its_edge_and_goes_away():
    job = apply_raw(deck(4800, 3600, 900, FAR), [{"do": "move_steps", "id": "S1", "x_mm": 300, "y_mm": 0}])
    assert job.deck.steps[0].at_mm == 0
    assert apply_raw(job, [{"do": "remove_steps", "id": "S1"}]).deck.steps == []
    with pytest.raises(JobFault):
        apply_raw(job, [{"do": "remove_steps", "id": "S9"}])


@st.composite
def decks_with_steps(draw):
    region = draw(st.sampled_from(list(CATALOGUE.regions)))
    width, out = draw(st.floats(2000, 7000)), draw(st.floats(2000, 6000))
    edits = []
    if kind := draw(st.sampled_from([None, None, "notch", "clip"])):
        corner = draw(st.sampled_from(["house_left", "far_left", "far_right"]))
        edits = [
            {"do": "add_cut", "kind": kind, "corner": corner},
            *cut(along_mm=draw(st.floats(200, 900)), out_mm=draw(st.floats(200, 900))),
        ]
    fascia = draw(st.sampled_from([None, *(s.id for s in CATALOGUE.sections_for(region, "fascia"))]))
    edits += [
        put("deck.boards.run", draw(st.sampled_from(["along", "across", "diagonal"]))),
        put("deck.boards.border.boards", draw(st.sampled_from([0, 1]))),
        put("deck.boards.fascia", fascia),
        put("deck.beams.way", draw(st.sampled_from(["dropped", "flush"]))),
        put("deck.footings.kind", draw(st.sampled_from(["pad", "hole", "slab", "pile"]))),
        put("deck.ground.fall_out_mm", draw(st.floats(-150, 500))),
        put("deck.ground.fall_along_mm", draw(st.floats(-150, 150))),
        put("deck.ground.paving_mm", draw(st.sampled_from([0, 60]))),
    ]
    for n in range(draw(st.sampled_from([1, 1, 2]))):
        path = f"deck.steps.{n}"
        edits += [
            {"do": "add_steps", "side": draw(st.sampled_from(["far", "left", "right"])), "full": draw(st.booleans())},
            put(f"{path}.closed", draw(st.booleans())),
            put(f"{path}.top", draw(st.sampled_from(["down", "level"]))),
            put(f"{path}.nosing_mm", draw(st.sampled_from([0, 10, 25, 38]))),
            put(f"{path}.going_mm", draw(st.one_of(st.none(), st.floats(220, 420)))),
            put(f"{path}.max_riser_mm", draw(st.one_of(st.none(), st.floats(120, 200)))),
            put(f"{path}.wall", draw(st.sampled_from(["none", "near", "both"]))),
            put(f"{path}.handrail", draw(st.sampled_from(["none", "near", "far", "both"]))),
            put(f"{path}.build", draw(st.sampled_from(["stringers", "stringers", "boxes"]))),
            put(f"{path}.boxes_way", draw(st.sampled_from(["stacked", "stepped"]))),
            put(f"{path}.filled", draw(st.booleans())),
            put(f"{path}.made", draw(st.sampled_from(["cut", "cut", "bought"]))),
            put(f"{path}.framed", draw(st.booleans())),
            put(f"{path}.foot_by", draw(st.sampled_from(["brackets", "kicker"]))),
            put(f"{path}.foot", draw(st.sampled_from(["pad", "slab"]))),
            put(f"{path}.head_by", draw(st.sampled_from(["hangers", "rail"]))),
            *(
                put(f"{path}.round_{end}_mm", draw(st.floats(300, 2500)))
                for end in draw(st.sampled_from([[], [], ["near"], ["far"], ["near", "far"]]))
            ),
        ]
    return planned(draw, width, out, (80, 2800), edits, region)


@ANY
@given(decks_with_steps())
def test_any_flight_is_even_goes_together_and_is_held(made):
    rules = {f.rule for f in made.findings}
    thin = {part for f in made.findings if f.rule == "throat" for mark in f.where for part in mark.split("-")[:-1]}
    for flight in runs(made.laid.main.brief):
        way, n = flight.way, flight.treads
        assert way.risers * way.riser_mm == pytest.approx(flight.rise_mm)
        assert flight.tread_top(n) - flight.foot_mm == pytest.approx(way.riser_mm)
        for k in range(1, n + 1):
            boards = flight.rows(k)
            assert boards[0][1] == pytest.approx(flight.nose(k))
            assert all(a < b for a, b in boards)
            assert boards[-1][0] >= flight.back(k) - 1e-6
        stringer = stringer_of(made.laid.main, flight)
        if flight.boxed:
            frames = boxes(flight, stringer)
            assert [b.high for b in frames] == pytest.approx([flight.seat(k) for k in range(1, n + 1)])
            assert all(a.low == pytest.approx(b.high) for a, b in pairwise(frames))
            reach = flight.tread_reach_mm + 0.5
            assert all(b - a <= reach for f in frames for a, b in pairwise(f.rungs))
            continue
        gaps = [b - a for a, b in pairwise(stringer.places)]
        assert max(gaps) <= flight.tread_reach_mm + made.brief.post.width_mm + stringer.section.thickness_mm + 3
        if flight.ready:  # its throat is its maker's: what does not fit is told by its rise
            assert flight.of not in thin
        else:
            assert stringer.throat_mm >= CATALOGUE.steps.throat_mm - 0.5 or flight.of in thin
        if flight.brief.region.riser_mm < way.riser_mm - 0.5:
            assert "rise_and_going" in rules
    check_deck(made)
    check_solids(made)
    assert desk(made).stakes


def test_flights_beside_each_other_leave_room_for_the_posts_of_their_handrails():
    """Posts of 100 stand beside their flight: 60 between two flights are enough without a handrail there, not with one."""
    beside = {"do": "add_steps", "side": "far"}
    edits = [FAR, put("deck.steps.0.at_mm", 400), beside, put("deck.steps.1.at_mm", 400 + 1000 + 60)]
    wide = [put(f"deck.steps.{n}.width_mm", 1000) for n in (0, 1)]
    edits = [edits[0], wide[0], edits[1], edits[2], wide[1], edits[3]]
    assert plan(deck(4800, 3600, 900, *edits)).count("stringer")
    assert plan(deck(4800, 3600, 900, *edits, put("deck.steps.0.handrail", "near"))).count("handrail") == 1
    with pytest.raises(JobFault) as refused:
        plan(deck(4800, 3600, 900, *edits, put("deck.steps.0.handrail", "far")))
    assert "lie in each other" in str(refused.value)


def _over_a_level(far_mm, *edits, **level):
    """A deck 900 up, a level 2000 out and 4000 wide `far_mm` before it, and a flight of 1000 in its middle."""
    set_ = [put(f"deck.levels.1.{field}", value) for field, value in level.items()]
    size = [put("deck.levels.1.shape.width_mm", 4000), put("deck.levels.1.shape.out_mm", 2000)]
    return deck(
        4800, 3000, 900, {"do": "add_level"}, put("deck.levels.1.y_mm", 3000 + far_mm), *size, *set_, FAR, *edits
    )


def test_a_flight_that_would_end_before_a_level_or_go_on_through_it_is_refused():
    """Down to the ground it takes five risers, four goings of 287 (two boards of 145 with 5 between and a nosing of 25 less): to 1150 out, past
    the edge of a level 400 before the deck; down to its boards, 300 up, it takes four and ends 860 out: on it, which is right. Down to one
    700 up takes two risers, 287: before its edge, where nothing carries the foot."""
    lands = plan(_over_a_level(400, height_mm=300))
    [flight] = flights(lands.laid.main.brief)
    assert (flight.lands_on, flight.rise_mm) == ("Q1", pytest.approx(600))
    check_solids(lands)
    with pytest.raises(JobFault) as refused:
        plan(_over_a_level(400, height_mm=700))
    assert "S1 ends beside level Q1" in str(refused.value)


def test_a_pad_lies_round_the_footings_of_another_level():
    """A flight of 1200 with its last nose 1108 out: its pad, 560.667 deep, reaches 100 past that, into a round hole of 400 whose middle lies
    1345.5 out, and keeps 1 off it: a segment of radius 201, 137.5 from the middle, is left of it: r² · acos(d / r) − d · √(r² − d²)."""
    pad, holes = put("deck.steps.0.foot", "pad"), [put("deck.footings.kind", "hole"), put("deck.beams.way", "flush")]
    made = plan(_over_a_level(1250, pad, *holes, height_mm=300))
    [poured] = [p.amount for p in made.parts if p.label == "S1 concrete"]
    segment = 201**2 * math.acos(137.5 / 201) - 137.5 * math.sqrt(201**2 - 137.5**2)
    assert poured == pytest.approx((1200 * 560.667 - segment) * 100 / 1e9, rel=1e-3)
    check_solids(made)


def test_flights_of_two_levels_keep_clear_of_each_other():
    """The deck's flight runs down on the right of the level; one from the level's right side would cross it."""
    beside = {"x_mm": -3000, "height_mm": 300}
    steps = [put("deck.steps.0.at_mm", 1150), put("deck.steps.0.width_mm", 1000)]
    crosses = [{"do": "add_steps", "side": "right", "level": "Q1"}, put("deck.steps.1.width_mm", 900)]
    assert plan(_over_a_level(0, *steps, **beside)).count("stringer")
    with pytest.raises(JobFault) as refused:
        plan(_over_a_level(0, *steps, *crosses, put("deck.steps.1.at_mm", 100), **beside))
    assert "S2 and S1 lie in each other" in str(refused.value)


def test_the_posts_of_a_handrail_do_not_stand_in_a_level_beside_the_flight():
    """A level 600 up hard beside a flight from 900: its posts would stand in the level's frame, and no guard is needed where its boards lie
    over the treads. One 100 up lies under all that the posts of the upper treads reach down to."""
    beside = {"x_mm": -3000}
    steps = [put("deck.steps.0.at_mm", 1000), put("deck.steps.0.width_mm", 1000), put("deck.steps.0.handrail", "near")]
    made = plan(_over_a_level(0, *steps, height_mm=600, **beside))
    [flight] = flights(made.laid.main.brief)
    assert (flight.in_deck("near"), flight.in_deck("far")) == (list(range(1, flight.treads + 1)), [])
    assert (made.count("handrail"), "handrail_room" in {f.rule for f in made.findings}) == (0, True)
    check_solids(made)


def test_a_level_is_taken_away_with_its_steps_and_none_stand_on_one_that_is_not_there():
    job = deck(4800, 3600, 900, {"do": "add_level"}, {"do": "add_steps", "side": "far", "level": "Q1"})
    assert [s.level for s in job.deck.steps] == ["Q1"]
    assert apply_raw(job, [{"do": "remove_level", "id": "Q1"}]).deck.steps == []
    with pytest.raises(JobFault) as refused:
        plan(deck(4800, 3600, 900, FAR, put("deck.steps.0.level", "Q7")))
    assert refused.value.faults[0].field == "deck.steps.0.level"


def test_the_pad_is_dug_and_the_first_tread_begins_past_a_post_that_stands_out():
    """1200 by what lies on the plan, 100 of concrete on 100 of gravel, dug and swollen; a flush beam of 2 × 38.1 on posts of 88.9, across
    the joists, lets them stand 6.35 out."""
    bare, made = plan(deck(4800, 3600, 900)), plan(deck(4800, 3600, 900, FAR))
    dug = sum(p.amount for p in made.parts if p.of == "S1" and p.unit == "m³") * CATALOGUE.materials.fill.spoil_bulking
    more = sum(f.dug.spoil_m3 for f in made.laid.footings) - sum(f.dug.spoil_m3 for f in bare.laid.footings)
    assert made.lists.spoil_m3 - bare.lists.spoil_m3 == pytest.approx(dug + more)
    flush = [put("deck.beams.way", "flush"), put("deck.beams.plies", 2), {**FAR, "full": True}]
    out = plan(deck(6108.7, 3600, 1761, *flush, region="north_america"))
    flight = flight_of(out)
    stringer = stringer_of(out.laid.main, flight)
    assert stringer.past_mm == pytest.approx((88.9 - 76.2) / 2)
    first = [p for p in own(out, "tread") if p.label.startswith("S1-T1")]
    assert min(a for p in first for a, _ in p.solid.profile) >= stringer.past_mm
    check_solids(out)


def test_long_noses_and_heavy_hangers_are_told():
    nosed = plan(deck(4000, 3000, 590, FAR, put("deck.steps.0.nosing_mm", 60)))
    assert any("Noses of S1" in f.title for f in nosed.findings)
    heavy = plan(deck(4800, 3600, 4200, FAR, put("deck.loads.live_kpa", 9)))
    told = [f.title for f in heavy.findings if f.rule == "hangs_on"]
    half = Stringer(flight_of(heavy)).load_kn / 2
    assert bool(told) == (half > CATALOGUE.steps.hanger_kn)
    assert half > CATALOGUE.steps.hanger_kn


def test_a_flight_round_a_corner_by_hand():
    """The flight of five again, from 3000 to the right end at 4800 and on round the corner for 1500.

    Both noses cross on a line at 45° from the corner of the frame at (4800, 3600): the k-th tread's long point is 277k past it.
    Under it a stringer of goings 277 · √2 = 391.7: 300 - 180 · 391.7 / √(180² + 391.7²) = 136.4 are left of it.
    """
    made = plan(
        deck(4800, 3600, 900, FAR, FASCIA, put("deck.steps.0.at_mm", 3000), put("deck.steps.0.round_far_mm", 1500))
    )
    flight, wing = runs(made.laid.main.brief)
    assert (wing.side, wing.steps.at_mm, wing.steps.width_mm, wing.way) == ("right", 2100, 1500, flight.way)
    treads = {p.label: p for p in own(made, "tread")}
    assert [treads[f"S1-T{k}a"].length_mm for k in (1, 2, 3, 4)] == [1800 + 277 * k for k in (1, 2, 3, 4)]
    assert [treads[f"S1-far-T{k}a"].length_mm for k in (1, 2, 3, 4)] == [1500 + 277 * k for k in (1, 2, 3, 4)]
    # The second board's front lies a board and a gap behind the nose: 151 shorter.
    assert treads["S1-T1b"].length_mm == 1800 + 277 - 151
    # Risers end where their faces cross, the nosing of 25 behind the noses.
    risers = {p.label: p.length_mm for p in own(made, "riser")}
    assert risers["S1-R1"] == 1775 + 277 - 25
    stringers = {p.label: p for p in own(made, "stringer")}
    # 1775 over 47 at most 304.8 apart: 7; 1475: 6; and 1064 past the corner in 4 bays of 266: 3 beside the mitre on either side.
    assert sum(label.startswith("S1-S") for label in stringers) == 7
    assert [sum(label.startswith(f"S1-{x}J") for label in stringers) for x in ("", "far-")] == [3, 3]
    (hip,) = hips(flight, stringer_of(made.laid.main, flight))
    assert hip.stringer.throat_mm == pytest.approx(300 - 180 * 277 * math.sqrt(2) / math.hypot(180, 277 * math.sqrt(2)))
    # Its last plumb cut lies √2 · 1064 from the corner, less half its 47.
    assert max(x for x, _ in stringers["S1-H1"].solid.profile) == pytest.approx(1064 * math.sqrt(2) - 23.5)
    # One pad under all of it, an L: 1200 … of both strips and the square at the corner.
    (pad,) = (p for p in made.parts if p.of == "S1" and p.kind == "concrete")
    assert pad.amount == pytest.approx(pad.solid.volume_m3)
    assert flight.corner_kn == pytest.approx(1.108**2 * made.brief.total_kpa)
    # Half of all that comes down on the edges: of 1.8 m, of 1.5 m and of the corner.
    kn = sum(d.kn for d in made.laid.main.brief.asked if isinstance(d, StandsOn))
    assert kn == pytest.approx((1.8 * 1.108 + 1.5 * 1.108 + 1.108**2) * made.brief.total_kpa / 2)
    # Each tread's boards cross 7 stringers, the mitre's, and those beside it that begin before the board's back; two screws at each.
    backs = [a for k in (1, 2, 3, 4) for a, _ in flight.rows(k)]
    beside = [jack.stringer.start_mm for jack in jacks(flight, stringer_of(made.laid.main, flight))]
    screws = next(p.amount for p in made.parts if p.label == "S1-tread screws")
    assert screws == 2 * sum(7 + 1 + sum(start < back for start in beside) for back in backs)
    check_solids(made)
    assert "handrail" in {f.rule for f in made.findings}
    railed = plan(apply_raw(made.brief.job, [put("deck.steps.0.handrail", "both")]))
    assert {p.label for p in own(railed, "handrail")} == {"S1-L rail", "S1-far-L rail"}
    assert "handrail" not in {f.rule for f in railed.findings}


@pytest.mark.parametrize(
    ("edits", "field", "words"),
    [
        ([put("deck.steps.0.round_far_mm", 3700)], "deck.steps.0.round_far_mm", "goes on past the edge"),
        (
            [put("deck.steps.0.side", "right"), put("deck.steps.0.round_near_mm", 900)],
            "deck.steps.0.round_near_mm",
            "cannot go round",
        ),
    ],
)
def test_no_flight_goes_round_where_there_is_no_corner_for_it(edits, field, words):
    with pytest.raises(JobFault) as refused:
        plan(deck(4800, 3600, 900, FAR, *edits))
    assert refused.value.faults[0].field == field
    assert words in str(refused.value)


def test_two_flights_at_one_corner_leave_each_other_room_behind_it():
    """The boards below the rim come to the same corner: the second ends where the first lies, 38.1 before it."""
    sides = [{**FAR, "full": True}, {**FAR, "side": "left", "full": True}]
    open_ = [put(f"deck.steps.{n}.{k}", v) for n in (0, 1) for k, v in (("closed", False), ("nosing_mm", 0))]
    made = plan(deck(2000, 2000, 456, *sides, *open_, put("deck.boards.fascia", "na_1x8"), region="north_america"))
    first, second = (
        [p.solid.box for p in made.parts if p.kind == "drop board" and p.of == name] for name in ("S1", "S2")
    )
    ((_, far, _), (_, inner, _)), *_ = first
    assert inner - far == pytest.approx(38.1)
    assert min(low for (_, low, _), _ in second) == pytest.approx(inner)
    check_solids(made)


def test_a_guard_on_a_flight_by_hand():
    """Risers of 180 and goings of 277. A rail whose edge ran along the noses would leave 180 + 277 - √(180² + 277²) = 126.7 below it; 98 is
    let: its edge runs 98 / (1 + 1.5389 - √(1 + 1.5389²)) - 180 = 40.7 below the noses, beside the treads."""
    made = plan(
        deck(4800, 3600, 900, FAR, FASCIA, put("deck.steps.0.handrail", "near"), put("deck.steps.0.filled", True))
    )
    assert triangle_mm(180, 277, 0) == pytest.approx(126.66, abs=0.01)
    assert over_noses_mm(180, 277, 98) == pytest.approx(-40.73, abs=0.01)
    assert triangle_mm(180, 277, over_noses_mm(180, 277, 98)) == pytest.approx(98)
    (rail,) = handrails(flight_of(made), stringer_of(made.laid.main, flight_of(made)))
    (bay,) = raked(rail)
    # Posts of 100 under the first and the last nose, 3 · 277 = 831 apart: 731 clear along the level.
    assert bay.end_mm - bay.start_mm == pytest.approx(731)
    wide = bay.filling.width_mm
    count = math.ceil((731 - 98) / (wide + 98))
    assert (bay.gaps.count, bay.gaps.gap_mm) == (count, pytest.approx((731 - count * wide) / (count + 1)))
    rails, filled = own(made, "guard rail"), own(made, "baluster")
    assert {round(p.length_mm, 2) for p in rails} == {round(731 * math.hypot(180, 277) / 277, 2)}
    assert rails[0].ends == "plumb cut, 33.0° off square"
    # Plumb from rail to rail 950 + 40.7 less two rails' depths, and the slope over its own width more to the long point.
    deep = bay.rail.width_mm * math.hypot(1, 180 / 277)
    assert made.workings["filled_S1"].value == f"1 bay, gaps of {made.brief.printer.fine(bay.gaps.gap_mm)}"
    assert {round(p.length_mm, 1) for p in filled} == {round(950 + 40.73 - 2 * deep + wide * 180 / 277, 1)}
    check_solids(made)


def test_a_high_flight_wants_a_guard_on_both_sides():
    job = deck(4800, 3600, 1500, FAR)
    (told,) = (f for f in plan(job).findings if f.rule == "flight_guard")
    after = plan(apply_raw(job, list(told.fixes[0].edits)))
    assert "flight_guard" not in {f.rule for f in after.findings}
    assert len(own(after, "handrail")) == 2
    assert own(after, "baluster")
    assert "flight_guard" not in {f.rule for f in plan(deck(4800, 3600, 600, FAR)).findings}


def test_a_side_that_a_wall_closes_needs_no_guard_and_carries_its_rail():
    """The rail 40 off the wall, on as many brackets as there would be posts, and no post, bolt or baluster on that side."""
    job = deck(4800, 3600, 1500, FAR, put("deck.steps.0.wall", "far"), put("deck.steps.0.at_mm", 1000))
    (told,) = (f for f in plan(job).findings if f.rule == "flight_guard")
    assert "its open side needs a guard" in told.title
    one = plan(apply_raw(job, list(told.fixes[0].edits)))
    assert one.brief.job.deck.steps[0].handrail == "near"
    assert "flight_guard" not in {f.rule for f in one.findings}
    both = plan(apply_raw(one.brief.job, [put("deck.steps.0.handrail", "both")]))
    assert len(own(both, "guard post")) == len(own(one, "guard post"))
    assert len(own(both, "baluster")) == len(own(one, "baluster"))
    rail = next(p for p in own(both, "handrail") if "-M" in p.label)
    steps = both.brief.job.deck.steps[0]
    assert rail.solid.far_mm == pytest.approx(steps.at_mm + steps.width_mm - 40)
    check_deck(both)
    check_solids(both)
    walled = plan(apply_raw(job, [put("deck.steps.0.wall", "both")]))
    assert "flight_guard" not in {f.rule for f in walled.findings}


def test_local_limits_stand_before_the_regions():
    """900 in risers of at most 160: six of 150. Handrails from six on; what passes 80 must not pass between balusters."""
    local = [
        put(f"deck.over.{k}", v)
        for k, v in (("riser_mm", 160), ("going_mm", 320), ("open_mm", 80), ("handrail_risers", 7))
    ]
    made = plan(deck(4800, 3600, 900, FAR, *local, put("deck.guard.edges", "needed")))
    flight = flight_of(made)
    assert (flight.way.risers, flight.way.going_mm >= 320) == (6, True)
    assert "handrail" not in {f.rule for f in made.findings}
    assert all(b.gaps.gap_mm <= 78 for b in bays_of(made.laid.main))


def test_boxes_round_a_corner_by_hand():
    """540 in three risers of 180: two boxes under treads 277 deep. Upper one 180 high, out to 277 - 44 = 233; the lower one
    180 - 28 - 10 = 142 high, out to 510. From 3000 to the corner at 4800 and 1500 on round it, frames of 47.
    """
    round_ = [
        put("deck.steps.0.build", "boxes"),
        put("deck.steps.0.at_mm", 3000),
        put("deck.steps.0.round_far_mm", 1500),
    ]
    made = plan(deck(4800, 3600, 540, FAR, FASCIA, *round_))
    rails = {p.label: (p.length_mm, round(p.width_mm, 3)) for p in own(made, "box rail")}
    # Its room begins 25 inside the treads' end; the front rails run to the outer corner, those of the wing up to them.
    assert rails == {
        "S1-K1F": (1775 + 233, 180), "S1-K1B": (1775, 180), "S1-K2F": (1775 + 510, 142), "S1-K2B": (1775, 142),
        "S1-far-K1F": (1475 + 233 - 47, 180), "S1-far-K1B": (1475, 180),
        "S1-far-K2F": (1475 + 510 - 47, 142), "S1-far-K2B": (1475, 142),
    }  # fmt: skip
    rungs = {p.label: p for p in own(made, "rung")}
    # ⌈(1775 - 47) / 304.8⌉ = 6 bays, ⌈(1475 - 47) / 304.8⌉ = 5; past the corner 510 in 2 bays: one beside the mitre in the lower box.
    assert sum(label.startswith("S1-K1.") for label in rungs) == 7
    assert sum(label.startswith("S1-K2.") for label in rungs) == 8
    assert sum(label.startswith("S1-far-K2.") for label in rungs) == 7
    assert rungs["S1-K1.1"].length_mm == 233 - 2 * 47
    # Across the corner from 24.5 to √2 · (510 - 47) less half its 47.
    assert rungs["S1-K2D1"].length_mm == pytest.approx(math.sqrt(2) * 463 - 23.5 - 24.5)
    # Three screws in both ends of every rung, one tie a rung, two packers and an anchor under each of the lowest; a vent a closed box.
    count = {p.label: p.amount for p in made.parts if p.kind == "hardware"}
    assert [count[f"S1-{k}"] for k in ("box screws", "ties", "packers", "anchors", "vents")] == [
        3 * 2 * 17,
        14,
        16,
        8,
        2,
    ]
    assert [count[f"S1-far-{k}"] for k in ("box screws", "ties", "packers", "anchors", "vents")] == [
        3 * 2 * 13,
        12,
        14,
        7,
        2,
    ]
    open_ = plan(apply_raw(made.brief.job, [put("deck.steps.0.closed", False)]))
    assert not [p for p in open_.parts if p.label.endswith("vents")]
    assert all(max(s.width_mm for s in f.stringers_sold) >= 260 for f in runs(made.laid.main.brief))
    assert not own(made, "stringer")
    assert "boxes_S1" in made.workings
    check_solids(made)


def test_a_box_in_the_ground_is_told_and_a_pad_settles_it():
    job = deck(
        4800,
        3600,
        600,
        FAR,
        put("deck.steps.0.build", "boxes"),
        put("deck.steps.0.foot", "slab"),
        put("deck.ground.fall_out_mm", 400),
    )
    (told,) = (f for f in plan(job).findings if f.rule == "box_soil")
    for fix in told.fixes:
        assert "box_soil" not in {f.rule for f in plan(apply_raw(job, list(fix.edits))).findings}
    with pytest.raises(JobFault, match="meet in its middle"):
        plan(deck(4800, 3600, 400, FAR, put("deck.steps.0.build", "boxes"), put("deck.steps.0.going_mm", 170)))


def test_a_flight_into_an_inside_corner_by_hand():
    """A notch of 1800 × 1500 leaves an inside corner at (3000, 2100); steps of 180 and 277 along both its edges, to 4500 and to 3400.

    Treads end where the noses cross, 277k out of both faces, told to the long point behind: the front board of the k-th, 145 wide, is
    4500 - 3000 - (277k - 145) long. The stringer under the mitre has goings of 277 · √2; those beside it end at it.
    """
    notch = [{"do": "add_cut", "kind": "notch"}, *cut(corner="far_right", along_mm=1800, out_mm=1500)]
    at = [put("deck.steps.0.at_mm", 3500), put("deck.steps.0.width_mm", 1000), put("deck.steps.0.round_near_mm", 1300)]
    made = plan(deck(4800, 3600, 900, *notch, FAR, FASCIA, *at))
    flight, wing = runs(made.laid.main.brief)
    assert (wing.side, wing.steps.at_mm, flight.mitres[0].grows) == ("right", 2100, -1)
    treads = {p.label: p.length_mm for p in own(made, "tread")}
    assert [treads[f"S1-T{k}a"] for k in (1, 2, 3, 4)] == pytest.approx([1500 - (277 * k - 145) for k in (1, 2, 3, 4)])
    assert [treads[f"S1-near-T{k}a"] for k in (1, 2, 3, 4)] == pytest.approx(
        [1300 - (277 * k - 145) for k in (1, 2, 3, 4)]
    )
    stringers = {p.label: p for p in own(made, "stringer")}
    # The first hangs 150 off the corner; it ends 1 off the one under the mitre: 150 - 47 / √2 - 1 out.
    first = stringers["S1-S1"].solid
    assert first.near_mm == pytest.approx(3150)
    assert max(x for x, _ in first.profile) == pytest.approx(150 - 47 / math.sqrt(2) - 1)
    assert max(x for x, _ in stringers["S1-H1"].solid.profile) == pytest.approx(1064 * math.sqrt(2))
    count = {p.label: p.amount for p in made.parts if p.of == "S1" and p.kind == "hardware"}
    short = sum(
        p.ends.startswith("the pattern's upper end") for label, p in stringers.items() if label.startswith("S1-S")
    )
    assert count["S1-inside hangers"] == short > 1
    assert count["S1-feet"] == sum(label.startswith("S1-S") for label in stringers) - short
    check_solids(made)


def test_boxes_into_an_inside_corner_by_hand():
    """The same notch, 540 up: two boxes in frames of 47, out to 233 and 510. Front rails meet at the crossing of the fronts: that of the main
    box from 510 - 47 past the corner to its end at 1475, that of the wing butts on it, from 510 to 1275. Rungs before the corner end 1 off
    the one across it, which runs from behind the back rails, √2 · 47 + 23.5, to √2 · (510 - 47) - 23.5.
    """
    notch = [{"do": "add_cut", "kind": "notch"}, *cut(corner="far_right", along_mm=1800, out_mm=1500)]
    at = [put("deck.steps.0.at_mm", 3500), put("deck.steps.0.width_mm", 1000), put("deck.steps.0.round_near_mm", 1300)]
    made = plan(deck(4800, 3600, 540, *notch, FAR, FASCIA, *at, put("deck.steps.0.build", "boxes")))
    rails = {p.label: p.length_mm for p in own(made, "box rail")}
    assert rails == pytest.approx({
        "S1-K1F": 1475 - (233 - 47), "S1-K1B": 1475, "S1-K2F": 1475 - (510 - 47), "S1-K2B": 1475,
        "S1-near-K1F": 1275 - 233, "S1-near-K1B": 1275 - 47, "S1-near-K2F": 1275 - 510, "S1-near-K2B": 1275 - 47,
    })  # fmt: skip
    rungs = {p.label: p for p in own(made, "rung")}
    assert rungs["S1-K2D1"].length_mm == pytest.approx(math.sqrt(2) * (463 - 47) - 47)
    assert rungs["S1-K2.1"].length_mm == pytest.approx(150 - 47 / math.sqrt(2) - 1 - 47)
    assert rungs["S1-K2.6"].length_mm == 510 - 2 * 47
    check_solids(made)
    assert not [f for f in made.findings if f.rule == "box_soil"]


def test_lights_in_risers_are_bought_wired_and_need_a_board():
    """Two in each of the four risers that boards close, 2 W each, 16 W: one transformer of 60 W. Cable down the flight and to its middle."""
    made = plan(deck(4800, 3600, 900, FAR, FASCIA, put("deck.steps.0.lights", 2)))
    bought = {p.good.id: p.amount for p in made.parts if p.of == "lights"}
    assert (bought["deck_light"], bought["transformer"]) == (8, 1)
    run = 1108 + 900 + 4 * 1200 / 2
    assert bought["light_cable"] == math.ceil(run * CATALOGUE.deck.cable_share / CATALOGUE.deck.cable_mm)
    # Round a corner they are in the risers there too; those along the edges are bought once, whatever levels there are.
    wrapped = plan(apply_raw(made.brief.job, [put("deck.steps.0.at_mm", 3600), put("deck.steps.0.round_far_mm", 900)]))
    assert next(p.amount for p in wrapped.parts if p.of == "lights" and p.good.id == "deck_light") == 16
    low = plan(deck(4000, 3000, 600, {"do": "add_level"}, put("deck.lights.count", 6)))
    assert sum(p.amount for p in low.parts if p.good.id == "deck_light") == 6
    assert any("8 lights drawn to S1" in n.words for n in made.trade.needs(made))
    bare = plan(apply_raw(made.brief.job, [put("deck.steps.0.closed", False)]))
    (told,) = (f for f in bare.findings if f.rule == "riser_lights")
    assert not [p for p in bare.parts if p.of == "lights"]
    for fix in told.fixes:
        assert "riser_lights" not in {f.rule for f in plan(apply_raw(bare.brief.job, list(fix.edits))).findings}


def test_what_is_free_at_the_foot_by_hand():
    """900 up in 5 risers, 4 goings of 277 and a nose of 25: the last nose 1133 out. Of 1800 that are free 667 are left, 800 are asked
    for; goings of 240, the least, end 985 out and leave 815."""
    job = deck(4000, 3000, 900, {"do": "add_steps", "side": "far"}, put("deck.steps.0.room_mm", 1800))
    made = plan(job)
    assert made.workings["going_S1"].formula.endswith("the last nose 1133 mm out from the face the flight hangs on")
    (told,) = [f for f in made.findings if f.rule == "foot_room"]
    assert "667 mm is left at its foot, 800 mm is needed" in told.title
    (fix,) = told.fixes
    after = plan(apply_raw(job, list(fix.edits)))
    assert next(f.number for f in desk(after).figures if f.key == "foot:S1") == 815


def test_a_handrail_longer_than_is_sold_meets_over_a_post():
    """2000 long in pieces of 900 at most: two would be 1100 and 900 at the post at 1100; three come to 500, 600 and 900."""
    assert evenly(0, 2000, [500, 1100, 1600], 1200) == [(0, 1100), (1100, 2000)]
    assert evenly(0, 2000, [500, 1100, 1600], 900) == [(0, 500), (500, 1100), (1100, 2000)]
    long = [{"do": "add_steps", "side": "far"}, put("deck.steps.0.going_mm", 340), put("deck.steps.0.max_riser_mm", 120),
            put("deck.steps.0.handrail", "near"), put("deck.steps.0.top", "level")]  # fmt: skip
    made = plan(deck(4000, 3000, 1700, *long, region="north_america"))
    rails = [p for p in made.parts if p.kind == "handrail"]
    assert len(rails) == 2
    assert min(p.length_mm for p in rails) > 1500
    check_solids(made)


def test_treads_framed_by_boards_at_their_ends_by_hand():
    """1200 wide, boards of 145 with gaps of 6, each tread 296 deep: the board at the nose 1200 to the long points, one of 296 at either
    end, 1200 - 2 · 151 = 898 between them. Stringers of 47 at 1425, 1700 …: blocks from 1472 to 1700.75 under the seam and the back."""
    job = deck(4000, 3000, 900, {"do": "add_steps", "side": "far"}, put("deck.steps.0.framed", True))
    made, plain = plan(job), plan(deck(4000, 3000, 900, {"do": "add_steps", "side": "far"}))
    first = sorted((p for p in made.parts if p.kind == "tread" and "T1" in p.label), key=lambda p: p.label)
    assert [(p.label, round(p.length_mm)) for p in first] == [
        ("S1-T1a", 1200), ("S1-T1b", 898), ("S1-T1c", 296), ("S1-T1d", 296)
    ]  # fmt: skip
    assert [p.ends.split(" mitred")[0] for p in first] == ["both ends", "square", "one end", "one end"]
    area = sum(p.solid.volume_m3 for p in first) / 0.028
    assert area == pytest.approx(1.2 * 0.296 - 0.91 * 0.006 - 2 * 0.006 * 0.145)  # the gaps before it and beside it
    # Two boards over five stringers before: 20 screws a tread. Framed, the board at the nose crosses five, the one behind it three: 16; the
    # boards at the ends cross a stringer and two blocks each: 12; on the four blocks lie 2 · (2 + 1) edges of the others: 6.
    screws = [next(p.amount for p in m.parts if p.label == "S1-tread screws") for m in (plain, made)]
    assert screws == [4 * 20, 4 * (16 + 12 + 6)]
    blocks = [p for p in made.parts if p.kind == "tread block"]
    assert {round(p.length_mm, 2) for p in blocks} == {228.75}
    assert len(blocks) == 4 * made.count("tread") / 4
    assert made.count("tread") == plain.count("tread") + 2 * 4
    check_solids(made)
    boxed = plan(
        deck(
            4000,
            3000,
            500,
            {"do": "add_steps", "side": "far"},
            put("deck.steps.0.framed", True),
            put("deck.steps.0.build", "boxes"),
        )
    )
    assert boxed.count("tread block") > 0
    check_solids(boxed)


def test_feet_over_a_kicker_by_hand():
    """A board of 87 × 38 flat on the pad behind the last riser's back, from stringer to stringer (1150); anchors at most 600 apart: 3."""
    made = plan(deck(4000, 3000, 900, {"do": "add_steps", "side": "far"}, put("deck.steps.0.foot_by", "kicker")))
    (kicker,) = [p for p in made.parts if p.kind == "kicker"]
    (flight,) = flights(made.laid.main.brief)
    assert kicker.length_mm == 1150
    assert sorted(x for x, _ in kicker.solid.profile)[::2] == pytest.approx([flight.face(4) - 87, flight.face(4)])
    count = {p.label: p.amount for p in made.parts if p.of == "S1" and p.kind == "hardware"}
    assert count["S1-kicker anchors"] == 3
    assert "S1-feet" not in count
    assert any("notched over the kicker" in p.ends for p in made.parts if p.kind == "stringer")
    wrapped = plan(
        deck(
            4000,
            3000,
            900,
            {"do": "add_steps", "side": "far"},
            put("deck.steps.0.round_far_mm", 1200),
            put("deck.steps.0.foot_by", "kicker"),
        )
    )
    assert wrapped.count("kicker") == 0


def test_heads_on_a_rail_by_hand():
    """900, boards of 28, joists of 150: rim from 722 to 872, the board below it from 572. Five risers of 180: the plumb cut ends at
    900 - 180 - 28 = 692, under the rim, and reaches below 572: so the rail lies from 572 to 610, and 82 are left over it. Five
    stringers, each with two screws and three nails, no hanger."""
    made = plan(deck(4000, 3000, 900, {"do": "add_steps", "side": "far"}, put("deck.steps.0.head_by", "rail")))
    main = made.laid.main
    (flight,) = flights(main.brief)
    stringer = stringer_of(main, flight)
    (rail,) = [p for p in made.parts if p.kind == "head rail"]
    low, high = rail.solid.box[0][2], rail.solid.box[1][2]
    assert (rail.length_mm, rail.width_mm, high - low) == (1150, 38, 38)
    assert (low, high) == pytest.approx((572, 610))
    assert stringer.plumb[0] < 572
    assert (stringer.plumb[1], stringer.left_mm) == pytest.approx((692, 82))
    assert {(38.0, high), (0.0, high)} <= set(stringer.outline)
    marked = made.trade.scenes(made)["stringer_S1"]
    assert marked.title.endswith("its head notched 38 mm by 38 mm over the rail")
    assert "82" in {s.text for s in marked.shapes if s.kind == "dim"}
    count = {p.label: p.amount for p in made.parts if p.of == "S1" and p.kind == "hardware"}
    screws = {p.label: p.amount for p in made.parts if p.of == "S1"}
    assert "S1-hangers" not in count
    assert (screws["S1-rail screws"], screws["S1-head nails"]) == (10, 15)
    assert all("notched over the rail" in p.ends for p in made.parts if p.kind == "stringer")
    check_solids(made)


def test_a_board_of_a_tread_just_too_long_is_met_in_its_middle():
    """4801 of 4800 on sale, framed: in two pieces alike, not one of 4776 and a stub shorter than its own mitre, which lay in both."""
    made = plan(
        deck(
            2000, 4801, 400, {"do": "add_steps", "side": "left", "full": True}, put("deck.steps.0.width_mm", 4801),
            put("deck.steps.0.framed", True), put("deck.steps.0.closed", False), put("deck.steps.0.nosing_mm", 0),
        )
    )  # fmt: skip
    front = [p.length_mm for p in made.parts if p.label.startswith("S1-T1a")]
    assert len(front) == 2
    assert max(front) - min(front) < 2 * 400
    check_solids(made)


@pytest.mark.parametrize(("rise", "framed"), [(125, False), (170, True)])
def test_a_tread_without_room_for_blocks_is_not_framed(rise, framed):
    """Of 125 in two risers of 62.5 the seat lies 62.5 − 25.4 = 37.1 over the ground, a rail that feet are notched over takes 38.1 of it; of 170
    it lies 59.6 over: blocks of 21.5."""
    job = deck(2000, 2000, rise, {"do": "add_steps", "side": "far", "full": True}, put("deck.steps.0.framed", True),
               put("deck.steps.0.closed", False), region="north_america")  # fmt: skip
    made = plan(job)
    blocks = [p for p in made.parts if p.kind == "tread block"]
    assert {round(p.width_mm, 1) for p in blocks} == ({21.5} if framed else set())
    assert any("mitred" in p.ends for p in made.parts if p.kind == "tread") == framed
    check_solids(made)


@pytest.mark.parametrize(("rise", "notched"), [(125, False), (190, False), (210, True)])
def test_feet_too_low_to_be_notched_stand_on_brackets(rise, notched):
    """Over a rail of 38.1 a foot keeps 40 at least: of two risers of 62.5 less a board of 25.4 there is −1 over it, of 95 31.5, of 105 41.5."""
    job = deck(
        2000,
        2000,
        rise,
        {"do": "add_steps", "side": "far", "full": True},
        put("deck.steps.0.foot_by", "kicker"),
        region="north_america",
    )
    made = plan(job)
    assert (made.count("kicker") > 0) == notched
    check_solids(made)


def low_over_piers(width, out, high, fall, *edits, region="uk_ireland"):
    """A flight over the piers under a flush beam, which reach past the deck's face."""
    edits = [
        put("deck.ground.fall_out_mm", fall), put("deck.beams.way", "flush"), put("deck.footings.kind", "pad"), FAR,
        *(put(f"deck.steps.0.{key}", to) for key, to in edits),
    ]  # fmt: skip
    return plan(deck(width, out, high, *edits, region=region))


def test_a_foot_before_a_pier_stands_on_brackets():
    """The pier reaches 132.5 out, 5 is kept clear of it: of the foot that ends 220 out 82.5 is left, less than a kicker of 90."""
    made = low_over_piers(
        3995, 2999, 232, 56, ("nosing_mm", 38), ("foot", "slab"), ("foot_by", "kicker"), region="australia_nz"
    )
    assert stringer_of(made.laid.main, flight_of(made)).over[0] == pytest.approx(132.5 + 5)
    assert made.count("kicker") == 0
    check_solids(made)


def test_a_heel_cut_away_over_a_pier_bears_so_much_less():
    """260 in two risers: the seat is 130 − 28 = 102 up, the rim's foot 260 − 28 − 150 = 82: 20 of the plumb cut lie on it; of the board below that lie
    82 − 55, down to what is cut away 5 over the pier."""
    made = low_over_piers(3200, 2400, 260, 0, ("width_mm", 3200), ("at_mm", 0))
    stringer = stringer_of(made.laid.main, flight_of(made))
    on = bears(made.laid.main, flight_of(made), stringer)
    assert (stringer.plumb, on.rim_mm, on.below_mm) == ((55, 102), 20, 27)
    assert "Only 47 mm of the stringers of S1 lies on the frame; 75 mm should" in {f.title for f in made.findings}
    check_solids(made)


def test_a_box_over_a_pier_begins_at_the_face_on_legs_past_it():
    """The pier is 50 up and reaches 153 out, 5 is kept clear of it: the box over it begins at the face all the same, where the last strip of its tread lies,
    and its legs stand 158 out."""
    way = [("build", "boxes"), ("boxes_way", "stepped"), ("top", "level"), ("going_mm", 347), ("max_riser_mm", 124)]
    made = low_over_piers(3362, 2953, 430, 9, *way, ("nosing_mm", 25))
    first = [p.solid.box for p in own(made, "box leg") if "K1L" in p.label]
    back = next(p.solid.box for p in own(made, "box rail") if p.label == "S1-K1B")
    face = flight_of(made).face_mm
    assert {round(-high[1] - face) for _, high in first} == {158}
    assert -back[1][1] - face == pytest.approx(3)
    check_solids(made)


@pytest.mark.parametrize(("rise", "boxed"), [(115, False), (117, True)])
def test_a_rise_too_low_for_boxes_is_built_on_stringers(rise, boxed):
    """Under boards of 28, 10 of air and rails of 20 at least: 58 to a riser, 116 to two."""
    made = plan(
        deck(2000, 2000, rise, {"do": "add_steps", "side": "far", "full": True}, put("deck.steps.0.build", "boxes"))
    )
    assert (made.count("box rail") > 0, made.count("stringer") > 0) == (boxed, not boxed)
    check_solids(made)


def test_blocks_under_a_framed_tread_lie_over_the_rail_that_heads_stand_on():
    """82 are left over the rail: the first tread's blocks of 87 are ripped to that, the others are whole."""
    made = plan(
        deck(
            4000,
            3000,
            900,
            {"do": "add_steps", "side": "far"},
            put("deck.steps.0.head_by", "rail"),
            put("deck.steps.0.framed", True),
        )
    )
    blocks = {p.label[3:5]: p.width_mm for p in made.parts if p.kind == "tread block"}
    assert (blocks["P1"], blocks["P2"]) == pytest.approx((82, 87))
    check_solids(made)


def test_what_a_notch_over_the_rail_leaves_by_hand():
    """V = 2/3 · 0.64 · 47 · 76.3 · (76.3 / 188.2)² = 251 N of C24 wet: 0.9 kN on a stringer of seven risers bring 458 N there."""
    edits = {"do": "add_steps", "side": "far"}, put("deck.steps.0.head_by", "rail")
    made = plan(deck(4000, 3000, 1300, *edits))
    stringer = stringer_of(made.laid.main, flights(made.laid.main.brief)[0])
    assert notch_kn(stringer, made.brief.species) == pytest.approx(0.2514, abs=0.0005)
    assert stringer.load_kn / 2 == pytest.approx(0.458, abs=0.001)
    (told,) = [f for f in made.findings if f.rule == "head_notch"]
    assert "head_notch" not in {f.rule for f in plan(edited(made.brief.job, *told.fixes[0].edits)).findings}
    for more in (
        put("deck.steps.0.made", "bought"),
        put("deck.steps.0.round_far_mm", 1200),
        put("deck.steps.0.build", "boxes"),
    ):
        assert plan(deck(4000, 3000, 900, *edits, more)).count("head rail") == 0


def test_stringers_bought_ready_cut_by_hand():
    """Sold here with 180 up and 250 out. 900 is 5 · 180: they fit, going 250. 850 is 5 · 170: five of theirs make 900, 50 over, where
    steps may differ by 10."""
    bought = [{"do": "add_steps", "side": "far"}, put("deck.steps.0.made", "bought")]
    made = plan(deck(4000, 3000, 900, *bought))
    ready = [p for p in made.parts if p.kind == "ready stringer"]
    assert {p.good.sizes for p in ready} == {(4, 180, 250)}
    assert len(ready) == len(Stringer(next(iter(flights(made.laid.main.brief)))).places)
    assert made.count("stringer") == 0
    assert "ready_made" not in [f.rule for f in made.findings]
    check_solids(made)
    assert "stringer_S1" not in desk(made).scenes  # nothing is marked on what is bought cut
    assert made.workings["stringers_S1"].value == f"{len(ready)} bought ready cut"
    low = plan(deck(4000, 3000, 850, *bought))
    (told,) = [f for f in low.findings if f.rule == "ready_made"]
    assert "5 make 900 mm, 50 mm over what S1 needs" in told.title
    (line,) = [line for line in made.lists.buy if line.good and line.good.id == "ready_stringer"]
    assert line.item == "stringer ready cut for 4 treads, 180 mm up and 250 mm out"


def test_boxes_stepped_back_by_hand():
    """700 in four risers of 175, treads 277 deep: 700 - 175 - 28 = 497 is the seat of the first. Its box begins at the face, 2975 out, and ends 233
    further, 175 high; those below are 277 deep. Strips 70 high lie behind the lower two, their tops where the box above begins: at 322 and 147. Legs
    stand on 10 of packing: 322 - 10 = 312 under the first, 147 - 10 = 137 under the second. Five rungs each."""
    way = [put("deck.steps.0.build", "boxes"), put("deck.steps.0.boxes_way", "stepped")]
    made = plan(deck(4000, 3000, 700, FAR, FASCIA, *way))
    parts = {
        p.label: p for p in own(made, "box rail") + own(made, "rung") + own(made, "box strip") + own(made, "box leg")
    }
    depth = {k: parts[f"S1-K{k}F"].solid.box[0][1] - parts[f"S1-K{k}B"].solid.box[1][1] for k in (1, 2, 3)}
    assert {k: round(-d) for k, d in depth.items()} == {1: 233, 2: 277, 3: 277}
    assert {p.label: (p.width_mm, round(p.solid.box[1][2])) for p in own(made, "box strip")} == {
        "S1-K2T": (70, 322), "S1-K3T": (70, 147),
    }  # fmt: skip
    assert sorted(round(p.length_mm) for p in own(made, "box leg")) == [137] * 5 + [312] * 5
    count = {p.label: p.amount for p in made.parts if p.kind == "hardware"}
    # Three in both ends of 15 rungs, in every leg, and in the strips at every rung; two packers under the lowest rungs and one under a leg, as many anchors.
    assert count["S1-box screws"] == 3 * (2 * 15 + 10 + 2 * 5)
    assert count["S1-packers"] == 2 * 5 + 10
    assert count["S1-anchors"] == 5 + 10
    assert "box_legs" not in [f.rule for f in made.findings]
    check_solids(made)
    with pytest.raises(JobFault, match="go round a corner"):
        plan(deck(4800, 3600, 540, FAR, *way, put("deck.steps.0.round_far_mm", 1500)))


def test_the_lowest_box_of_those_stepped_back_has_no_legs():
    """One tread of 374 on paving of 60: what is packed off it by 10 stands on no leg, of no length either, and none is bought for."""
    edits = [
        {"do": "add_steps"}, put("deck.ground.paving_mm", 60), put("deck.ground.fall_out_mm", 1), put("deck.steps.0.build", "boxes"),
        put("deck.steps.0.boxes_way", "stepped"), put("deck.steps.0.boxes_of", "joists"), put("deck.steps.0.going_mm", 374),
    ]  # fmt: skip
    made = plan(deck(2000, 2189, 400, *edits, region="north_america"))
    assert made.count("box leg") == 0
    [rungs] = [len([p for p in made.parts if p.kind == "rung"])]
    assert [p.amount for p in made.parts if p.label.endswith("packers")] == [2 * rungs]
    check_solids(made)


def test_the_lowest_box_is_anchored_pinned_or_glued():
    """One of either to every rung; or two beads of 0.1 m to each of two packers under a rung, 0.4 m, at 8 m to a cartridge."""
    boxes_ = [{"do": "add_steps", "side": "far"}, put("deck.steps.0.build", "boxes")]
    for held, good in (("anchors", "masonry_anchor"), ("pins", "ground_pin"), ("glue", "adhesive")):
        made = plan(deck(4000, 3000, 500, *boxes_, put("deck.steps.0.held_by", held)))
        rungs = len({p.label for p in made.parts if p.kind == "rung" and p.hold and p.hold.to == "ground"})
        (by,) = [p for p in made.parts if p.good.id == good and p.of == "S1"]
        assert by.amount == pytest.approx(rungs * (0.4 if held == "glue" else 1))
        check_solids(made)


def test_a_flight_too_long_for_any_board_is_told_with_its_ways_out():
    """2900 up in 16 risers of 181.25, 15 goings of 277, √(277² + 181.25²) = 331 from nose to nose: from the first nose to the last 14 of
    these are 4634, the ends more; the longest board is 4800."""
    job = deck(4000, 3000, 2900, {"do": "add_steps", "side": "far"})
    made = plan(job)
    (told,) = [f for f in made.findings if f.rule == "flight_long"]
    long = {p.label: p.length_mm for p in made.parts if p.kind == "stringer"}
    assert set(told.where) == set(long)
    assert max(long.values()) > 4800
    assert "deck_stock" not in [f.rule for f in made.findings]  # no more beams are offered for stringers
    (flight,) = flights(made.laid.main.brief)
    along = math.hypot(flight.way.going_mm, flight.way.riser_mm)
    assert max(long.values()) == pytest.approx(Stringer(flight).length_mm)
    assert 14 * along < max(long.values()) < 15 * along
    assert told.fixes
    for fix in told.fixes:
        after = plan(apply_raw(job, list(fix.edits)))
        assert max(p.length_mm for p in after.parts if p.kind == "stringer") <= 4800
    check_solids(made)


def test_the_pad_of_a_flight_is_poured_round_a_post_that_stands_on_a_slab_beside_it():
    """The post stands 6.35 into the pad, lower than its top."""
    edits = [
        put("deck.beams.way", "flush"), put("deck.footings.kind", "slab"), put("deck.ground.paving_mm", 60),
        put("deck.ground.fall_along_mm", 140), put("deck.posts.size", "na_4x4"), put("deck.boards.run", "across"), put("deck.boards.border.boards", 1),
        {"do": "add_steps", "side": "left"}, put("deck.steps.0.at_mm", 1066.8), put("deck.steps.0.width_mm", 1219.2), put("deck.steps.0.nosing_mm", 0),
        put("deck.steps.0.closed", False),
    ]  # fmt: skip
    made = plan(deck(2000, 3418, 401, *edits, region="north_america"))
    poured = next(p for p in made.parts if p.label == "S1 concrete")
    assert len(poured.solid.profile) == 8
    check_solids(made)


def test_the_rung_across_the_corner_of_a_box_begins_past_what_is_poured_there():
    """A pier at the corner stands out of both faces under the boxes: the rung under the mitre begins √2 times as far out, and half its own
    thickness more."""
    edits = [
        {"do": "add_cut", "kind": "notch", "corner": "house_left"}, *cut(along_mm=200, out_mm=200), put("deck.beams.way", "flush"),
        put("deck.footings.kind", "pad"), {"do": "add_steps", "side": "left"}, put("deck.steps.0.build", "boxes"),
        put("deck.steps.0.nosing_mm", 0), put("deck.steps.0.round_far_mm", 300),
    ]  # fmt: skip
    made = plan(deck(2000, 2000, 400, *edits, region="north_america", support="free"))
    lowest = next(p for p in own(made, "rung") if p.label.endswith("K2D1"))
    back = next(p for p in own(made, "box rail") if p.label.endswith("S1-K2B"))
    behind = min(x for x, _ in back.solid.profile)
    assert min(x for x, _ in lowest.solid.profile) == pytest.approx(behind * math.sqrt(2) + 19.05)
    check_solids(made)


def test_boxes_are_framed_from_the_joists_own_boards_first():
    """Joists of 200: the lower box, 123 high, is ripped from them too, where boards of 150 would serve; less timber is bought in all."""
    boxes = [
        {"do": "add_steps", "side": "far"},
        put("deck.joists.size", "uk_47x200"),
        put("deck.steps.0.build", "boxes"),
    ]
    own_joists = plan(deck(4800, 3600, 500, *boxes))
    least = plan(deck(4800, 3600, 500, *boxes, put("deck.steps.0.boxes_of", "least")))
    assert own_joists.brief.job.deck.steps[0].boxes_of == "joists"
    assert {p.good.id for p in own(own_joists, "box rail")} == {"uk_47x200"}
    assert {p.good.id for p in own(least, "box rail")} == {"uk_47x200", "uk_47x150"}
    assert own_joists.lists.timber_mm < least.lists.timber_mm
    low = plan(deck(4800, 3600, 500, *boxes, put("deck.joists.size", "uk_47x150")))
    assert {p.good.id for p in own(low, "box rail")} == {"uk_47x200", "uk_47x150"}, (
        "the upper box is higher than the joists are deep"
    )
    check_solids(own_joists)


def test_joists_end_at_the_flush_beam_that_closes_a_clipped_frame_though_steps_made_it_another():
    """Steps on the far edge: a beam of two plies lacks a little under joists that end at it, one of three does not; joists ended for three must not meet
    two, 45 short of them."""
    edits = [
        {"do": "add_cut", "kind": "clip", "corner": "house_left"}, *cut(along_mm=200, out_mm=200), {"do": "add_steps", "side": "far"},
        put("deck.steps.0.at_mm", 900), put("deck.steps.0.width_mm", 1200), put("deck.steps.0.max_riser_mm", 120), put("deck.beams.way", "flush"),
        put("deck.boards.start", "far"), put("deck.boards.gap_mm", 5), put("deck.boards.product", "au_softwood"), put("deck.steps.0.nosing_mm", 0),
        put("deck.steps.0.closed", False),
    ]  # fmt: skip
    made = plan(deck(3023, 2302, 1321, *edits, region="australia_nz"))
    [beam] = made.laid.main.supports.beams
    assert {j.t1 for j in made.laid.main.grid.joists} == {beam.t - beam.wide_mm / 2}
    check_deck(made)
    check_solids(made)


def test_the_posts_of_a_handrail_do_not_stand_in_the_deck():
    """A flight that ends at an inside corner: on its far side the deck itself lies, where a post of 100 would stand; 100 off it is enough. That side
    needs no guard either: nobody falls there."""
    corner = {"do": "add_cut", "kind": "notch", "corner": "far_left"}, *cut(along_mm=1500, out_mm=1500)
    steps = {"do": "add_steps", "side": "far"}, put("deck.steps.0.at_mm", 300), put("deck.steps.0.width_mm", 1200)
    for rail, posts in (("far", set()), ("both", {"S1-L1", "S1-L2"})):
        made = plan(deck(4000, 3000, 600, *corner, *steps, put("deck.steps.0.handrail", rail)))
        check_solids(made)
        assert {p.label for p in own(made, "guard post")} == posts
        [told] = [f for f in made.findings if f.rule == "handrail_room"]
        assert "beside the far side of S1" in told.title
    for more in (
        [put("deck.steps.0.handrail", "near")],
        [put("deck.steps.0.handrail", "both"), put("deck.steps.0.width_mm", 1075)],
    ):
        check_solids(plan(deck(4000, 3000, 600, *corner, *steps, *more)))
    high = plan(deck(4000, 3000, 1300, *corner, *steps))
    [told] = [f for f in high.findings if f.rule == "flight_guard"]
    assert "its open side needs a guard" in told.title
    assert {e["value"] for e in told.fixes[0].edits} == {"near", True}
    # A notch only 300 deep leaves the outer treads of that side open: whoever slips there falls.
    shallow = {"do": "add_cut", "kind": "notch", "corner": "far_left"}, *cut(along_mm=1500, out_mm=300)
    partly = plan(deck(4000, 3000, 1300, *shallow, *steps))
    railed = plan(deck(4000, 3000, 1300, *shallow, *steps, put("deck.steps.0.handrail", "far")))
    check_solids(railed)
    past = min(-p.solid.box[1][1] for p in own(railed, "guard post"))
    assert past >= 3000 - 1
    assert "handrail_room" in {f.rule for f in railed.findings}
    [told] = [f for f in partly.findings if f.rule == "flight_guard"]
    assert "its open sides need a guard" in told.title


def test_no_stringer_hangs_between_two_posts_that_stand_close():
    """Beside a notch of 200 a flush beam of 150 has posts of 100 at 8 to 108 and at 142 to 242, 3 past the face: a stringer of 47 finds no place
    between them, and the first of the flight that goes on round the corner hangs past both, at 243."""
    edits = [
        {"do": "add_cut", "kind": "notch"}, *cut(corner="house_left", along_mm=200, out_mm=200), {"do": "add_steps", "side": "far"},
        put("deck.beams.way", "flush"), put("deck.posts.size", "uk_100x100"), put("deck.steps.0.at_mm", 400),
        put("deck.steps.0.width_mm", 1200), put("deck.steps.0.round_far_mm", 1867), put("deck.footings.kind", "pad"),
        put("deck.boards.run", "across"), put("deck.steps.0.nosing_mm", 0), put("deck.steps.0.closed", False),
    ]  # fmt: skip
    made = plan(deck(2000, 2000, 400, *edits, support="free"))
    first = min((p for p in own(made, "stringer") if p.label.startswith("S1-far-S")), key=lambda p: p.solid.near_mm)
    assert first.solid.near_mm == pytest.approx(242.667, abs=0.01)
    check_solids(made)
