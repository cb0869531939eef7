"""Flights on the edge of a deck: one worked by hand, piece by piece, then whatever edge, width, height, mount and region."""

import math
import os

import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.desk import desk
from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.trades.deck.components.steps.drop import bears, stringer_of
from rowstake.core.trades.deck.components.steps.flight import flights, ways
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.stands import levered
from tests.decks import cut, deck
from tests.holds.deck import check_deck
from tests.holds.solids import check_solids
from tests.jobs import put

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
    """Steps along all of a deck of 5.4 m, 1.5 m up, bring the outer beam over what it holds; nearer posts settle it."""
    job = deck(5400, 3600, 1500, {"do": "add_steps", "side": "far", "full": True})
    made = plan(job)
    (beam,) = (b for b in made.laid.main.supports.beams if b.outer)
    (under,) = (w for w in made.laid.main.work if w.beam)
    assert beam.reach.used <= 1 < under.used
    steps = sum(p.stands_kn for p in made.laid.main.posts if p.beam is beam)
    even = made.brief.total_kpa * beam.carried_mm * (beam.s1 - beam.s0) / 1e6
    assert under.load_kn == pytest.approx(steps + even, rel=0.01)
    (over,) = (f for f in made.findings if f.rule == "member_over")
    assert over.where == (beam.label,)
    after = plan(apply_raw(job, list(over.fixes[0].edits)))
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
            put(f"{path}.handrail", draw(st.sampled_from(["none", "near", "far", "both"]))),
            put(f"{path}.foot", draw(st.sampled_from(["pad", "slab"]))),
        ]
    try:
        return plan(
            deck(
                width,
                out,
                draw(st.floats(400, 2600)),
                *edits,
                region=region,
                support=draw(st.sampled_from(["ledger", "free"])),
            )
        )
    except JobFault:
        assume(False)


@settings(
    max_examples=int(os.environ.get("ROWSTAKE_EXAMPLES", 60)) // 2,
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much],
)
@given(decks_with_steps())
def test_any_flight_is_even_goes_together_and_is_held(made):
    rules = {f.rule for f in made.findings}
    for flight in flights(made.laid.main.brief):
        way, n = flight.way, flight.treads
        assert way.risers * way.riser_mm == pytest.approx(flight.rise_mm)
        assert flight.tread_top(n) - flight.foot_mm == pytest.approx(way.riser_mm)
        for k in range(1, n + 1):
            boards = flight.rows(k)
            assert boards[0][1] == pytest.approx(flight.nose(k))
            assert all(a < b for a, b in boards)
            assert boards[-1][0] >= flight.back(k) - 1e-6
        stringer = stringer_of(made.laid.main, flight)
        gaps = [b - a for a, b in zip(stringer.places, stringer.places[1:], strict=False)]
        assert max(gaps) <= flight.tread_reach_mm + made.brief.post.width_mm + stringer.section.thickness_mm + 3
        assert stringer.throat_mm >= CATALOGUE.steps.throat_mm - 0.5 or "throat" in rules
        if flight.brief.region.riser_mm < way.riser_mm - 0.5:
            assert "rise_and_going" in rules
    check_deck(made)
    check_solids(made)
    assert desk(made).stakes
