"""Levels before and beside each other: where guards run between them, and whatever steps, guards and skirting they have."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import affinity
from shapely.geometry import Polygon

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.desk import desk
from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.components.guard.mounts import post_of
from rowstake.core.trades.deck.components.guard.where import drop_mm, openings
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.components.steps.rise import ways
from rowstake.core.trades.deck.fascia import stands_mm
from rowstake.core.trades.deck.frame import frame_outline
from rowstake.core.trades.deck.shape import edges
from tests.decks import ANY, deck, planned
from tests.holds.deck import check_deck
from tests.holds.solids import check_solids
from tests.jobs import put


def two(height_mm, *edits, x_mm=0, y_mm=3000, width_mm=4000, out_mm=2000):
    """A deck 6000 × 3000, 900 up, and a level so high, 2000 out."""
    at = {"height_mm": height_mm, "x_mm": x_mm, "y_mm": y_mm, "shape.width_mm": width_mm, "shape.out_mm": out_mm}
    return plan(
        deck(6000, 3000, 900, {"do": "add_level"}, *(put(f"deck.levels.1.{k}", v) for k, v in at.items()), *edits)
    )


def edge_of(level, side):
    return next(e for e in edges(level.brief.outline) if e.side == side)


def reach(level, side):
    """From where to where the posts of the guard along a side stand, run by run, on its own plan."""
    line, axis = lay_line(level), 0 if side in ("far", "house") else 1
    return [
        tuple(sorted(round(line.posts[n].at[axis]) for n in (run.posts[0], run.posts[-1])))
        for run in line.runs if run.edge.side == side
    ]  # fmt: skip


NEEDED = put("deck.guard.edges", "needed")


def test_a_guard_runs_beside_a_level_and_not_before_it():
    """The level takes 4000 of the far edge, 400 down: less than needs a guard (600). Posts of 100 stand 122 in from the edges, the last 50 past
    the level's end: 4050. 100 up it is 800 down: the guard goes on over all of the edge."""
    made = two(500, NEEDED)
    assert drop_mm(made.laid.main.brief, edge_of(made.laid.main, "far")) == pytest.approx(900)
    assert reach(made.laid.main, "far") == [(4050, 5878)]
    assert lay_line(made.laid.lower[0]).runs == ()  # 500 up itself
    assert reach(two(100, NEEDED).laid.main, "far") == [(122, 5878)]


def test_no_guard_stands_before_a_level_that_lies_higher():
    """A level 700 up on ground that falls needs its own guard, on the sides that no deck lies before: its house edge runs 2000 along the deck's
    far edge and 2000 past it, where one falls. With its sides chosen it is the same, since the deck lies higher. One on the right of the deck, from 500 to 2500 out, leaves
    the rest of that side open to the ground: from the ledger, 47 and 3 and half a post off the wall, to 450, and from 2550 on."""
    for chosen in ([NEEDED], [put("deck.guard.edges", "chosen"), put("deck.guard.sides", ["house", "right"])]):
        made = two(700, *chosen, x_mm=4000)
        assert reach(made.laid.lower[0], "house") == [(2050, 3878)]
    beside = two(700, NEEDED, x_mm=6000, y_mm=500)
    assert reach(beside.laid.lower[0], "left") == []
    assert reach(beside.laid.main, "right") == [(100, 450), (2550, 2878)]


def test_a_guard_runs_where_one_falls_under_a_higher_deck():
    """A deck 900 up closes the edge of a level 700 up. One 1500 up, with boards of 28 on joists of 100 at least, leaves 672 under its rim: one
    falls 700 there."""
    made = two(700, NEEDED, put("deck.levels.0.height_mm", 1500), put("deck.house.sill_mm", 1600))
    assert reach(made.laid.lower[0], "house") == [(122, 3878)]
    assert reach(two(700, NEEDED).laid.lower[0], "house") == []
    check_solids(made)


def test_steps_that_arrive_on_a_level_open_its_guard():
    """A flight from the deck ends on a level 700 up that begins 250 before it: over its house edge, 1000 wide in the middle of the deck."""
    edits = [
        NEEDED,
        {"do": "add_steps", "side": "far"},
        put("deck.steps.0.width_mm", 1000),
        put("deck.steps.0.at_mm", 1500),
    ]
    made = two(700, *edits, put("deck.steps.0.going_mm", 300), y_mm=3250)
    [low] = made.laid.lower
    assert reach(low, "house") == [(122, 1450), (2550, 3878)]
    assert openings(low.brief, edge_of(low, "house"), 50.0) == [pytest.approx((1450, 2550))]
    check_solids(made)


def test_a_guard_keeps_clear_of_the_handrail_of_steps_that_arrive_beside_its_edge():
    """Four risers of 150 and three treads of 280 from the boards' edge at 3000: the last nose is 840 on the level, its riser's face 25 + 19
    behind it, and the rail goes on 60 past its post there: to 856. The guard's post stands 50 past that."""
    edits = [put("deck.guard.edges", "chosen"), put("deck.guard.sides", ["left"]), {"do": "add_steps", "side": "far"}]
    flight = {"width_mm": 1000, "at_mm": 1020, "handrail": "near", "going_mm": 280}
    made = two(300, *edits, *(put(f"deck.steps.0.{k}", v) for k, v in flight.items()), x_mm=1000, out_mm=3000)
    assert reach(made.laid.lower[0], "left") == [(906, 2878)]
    check_solids(made)


def test_a_flight_needs_no_guard_where_a_level_beside_it_catches_who_slips():
    """Five risers of 180 from 900 up: the first tread lies 720 up, 20 over a level 700 up beside its far side: one side is open there. Beside a
    level 100 up one falls 620 from it, more than 600."""
    flight = [{"do": "add_steps", "side": "far"}, put("deck.steps.0.width_mm", 1000), put("deck.steps.0.at_mm", 990)]

    def told(height_mm):
        return [f.title for f in two(height_mm, *flight, x_mm=2000).findings if f.rule == "flight_guard"]

    assert told(700) == ["The first tread of S1 is 720 mm up: over 600 mm its open side needs a guard"]
    assert told(100) == ["The first tread of S1 is 720 mm up: over 600 mm its open sides need a guard"]


FLIGHT = [{"do": "add_steps", "side": "far"}, put("deck.steps.0.width_mm", 1000), put("deck.steps.0.at_mm", 1500)]


def test_what_is_free_before_another_level_and_on_it_by_hand():
    """From the frame's face at 2975 the last nose of four goings of 277 is at 4108, 192 before a level at 4300. With three to a level 300 up
    it is at 3831, 669 before the far edge of one 1500 out, clear of one 2000 out. 800 are needed."""

    def told(*args, **more):
        return [f.title.split(": ")[1] for f in two(*args, *FLIGHT, **more).findings if f.rule == "foot_room"]

    assert told(300, y_mm=4300) == ["192 mm is left at its foot before level Q1, 800 mm is needed"]
    assert told(300, out_mm=1500) == ["669 mm is left at its foot before the edge of level Q1, 800 mm is needed"]
    assert told(300) == told(300, y_mm=5000) == []


def test_another_way_of_a_flight_that_finds_no_way_down_is_not_offered():
    """Deeper treads would end on the level at 4300, from which it is a riser less, and end before it again: the flight itself is laid all the same."""
    made = two(300, *FLIGHT, put("deck.steps.0.room_mm", 1500), y_mm=4300)
    assert "foot_room" in {f.rule for f in made.findings}
    (flight,) = flights(made.laid.main.brief)
    assert all(way.way.going_mm == flight.way.going_mm for way in ways(flight))
    with pytest.raises(JobFault, match="S1 ends beside level Q1"):
        plan(
            apply_raw(
                made.brief.job,
                [put("deck.steps.0.going_mm", flight.way.going_mm + flight.tread.width_mm + flight.gap_mm)],
            )
        )


def test_a_level_that_steps_lead_down_to_may_lie_deeper_than_a_riser():
    assert "level_step" in {f.rule for f in two(300).findings}
    assert "level_step" not in {f.rule for f in two(300, *FLIGHT).findings}


def test_footings_that_stand_up_into_another_level_are_told():
    """Piers under the deck's far beam reach 50 up under the edge of a level 150 up, whose boards of 28 on joists of 100 leave 22: 28 too high."""
    low = two(150, put("deck.beams.way", "flush"), put("deck.footings.kind", "pad"))
    high = two(400, put("deck.beams.way", "flush"), put("deck.footings.kind", "pad"))
    assert "footing_high" not in {f.rule for f in high.findings}
    [told] = [f for f in low.findings if f.rule == "footing_high"]
    assert (told.title, told.where) == ("Footing F1 stands 28 mm up into level Q1", ("F1", "F2", "F3"))
    deeper = plan(apply_raw(low.brief.job, list(told.fixes[0].edits)))
    assert "footing_high" not in {f.rule for f in deeper.findings}


def test_footings_that_stand_up_into_the_steps_of_their_own_deck_are_told():
    """Two risers of 73: stringers over a tread of 28 have their seat at 73 − 28 = 45, under the pier's 50; and stand on the ground before the face."""
    steps = {"do": "add_steps", "side": "far", "full": True}
    low = plan(deck(2000, 2200, 146, put("deck.beams.way", "flush"), put("deck.footings.kind", "pad"), steps))
    [told] = [f for f in low.findings if f.rule == "footing_high"]
    assert (told.title, told.where) == ("Footing F1 stands 50 mm up into steps S1", ("F1", "F2"))
    deeper = plan(apply_raw(low.brief.job, list(told.fixes[0].edits)))
    assert "footing_high" not in {f.rule for f in deeper.findings}
    check_solids(low)
    check_solids(deeper)


def test_posts_outside_the_rim_stand_on_it_and_not_where_another_level_lies():
    """At an outside corner a post of 100 on either side of it ends with the frame, 25 inside the boards: 75 from their corner, with its middle 25
    past their edge. One at the corner itself would be bolted to nothing. Where a level lies before an edge they stand on bases."""
    outside = put("deck.guard.mount", "outside")
    plain = lay_line(plan(deck(6000, 3000, 900, NEEDED, outside)).laid.main)
    assert {q.mount for q in plain.posts} == {"outside"}
    assert {(5925, 3025), (6025, 2925), (75, 3025), (-25, 2925)} <= {tuple(round(v) for v in q.at) for q in plain.posts}
    made = two(100, NEEDED, outside)
    by = {
        run.edge.side: {lay_line(made.laid.main).posts[n].mount for n in run.posts}
        for run in lay_line(made.laid.main).runs
    }
    assert (by["far"], by["left"]) == ({"surface"}, {"outside"})
    [told] = [f for f in made.findings if f.rule == "guard_room"]
    assert "another level" in told.why
    check_solids(made)


def test_the_dimensions_of_the_deck_stand_past_a_level_before_its_edge():
    """A deck 6000 × 3000 with a level 2000 out before its far edge: the edge's dimension is drawn 5000 from the house, a row past the level's own."""
    made = two(700)
    dims = [s for s in made.trade.scenes(made)["plan"].shapes if s.kind == "dim" and s.points[0][1] == s.points[1][1]]
    drawn = {(s.text, round(s.points[0][1]), s.aside) for s in dims}
    assert {("6000 mm", 0, 1.4), ("6000 mm", -5000, 2.4), ("4000 mm", -5000, 1.2)} <= drawn


@st.composite
def levelled(draw):
    """A deck and a level before it, beside it or off it, with steps, guards and skirting."""
    region = draw(st.sampled_from(list(CATALOGUE.regions)))
    wide, out, high = draw(st.floats(2500, 7000)), draw(st.floats(2000, 5000)), draw(st.floats(500, 1500))
    width, deep = draw(st.floats(1200, 7000)), draw(st.floats(1200, 4000))
    off = draw(st.sampled_from([0, 5, 50, 300, 900]))
    x, y = draw(st.sampled_from([
        (draw(st.floats(-0.7, 0.7)) * min(width, wide), out + off), (wide + off, draw(st.floats(0, 0.8)) * out), (-width - off, 0.0),
    ]))  # fmt: skip
    edits = [put("deck.ground.fall_out_mm", draw(st.floats(-50, 300)))]
    if kind := draw(st.sampled_from([None, None, "notch", "clip"])):
        edits.append({"do": "add_cut", "kind": kind, "corner": draw(st.sampled_from(["far_left", "far_right"]))})
    at = {
        "height_mm": high - draw(st.floats(120, 700)),
        "x_mm": x,
        "y_mm": y,
        "shape.width_mm": width,
        "shape.out_mm": deep,
    }
    edits += [{"do": "add_level"}, *(put(f"deck.levels.1.{key}", value) for key, value in at.items())]
    for n, level in enumerate(draw(st.sampled_from([[], ["main"], ["main"], ["Q1"], ["main", "Q1"]]))):
        side, path = draw(st.sampled_from(["far", "left", "right"])), f"deck.steps.{n}"
        full = draw(st.booleans())
        edits += [{"do": "add_steps", "side": side, "level": level, "full": full}]
        if not full:
            along = wide if side == "far" else out
            edits += [
                put(f"{path}.width_mm", draw(st.floats(800, 1200))),
                put(f"{path}.at_mm", draw(st.floats(0, max(1, along - 1200)))),
            ]
        edits += [
            put(f"{path}.handrail", draw(st.sampled_from(["none", "near", "far", "both"]))),
            put(f"{path}.build", draw(st.sampled_from(["stringers", "stringers", "boxes"]))),
            put(f"{path}.foot", draw(st.sampled_from(["pad", "slab"]))),
            put(f"{path}.top", draw(st.sampled_from(["down", "level"]))),
        ]
    fascia = [None, *(s.id for s in CATALOGUE.sections_for(region, "fascia"))]
    edits += [
        put("deck.boards.fascia", draw(st.sampled_from(fascia))),
        put("deck.beams.way", draw(st.sampled_from(["dropped", "flush"]))),
        put("deck.footings.kind", draw(st.sampled_from(["pad", "hole", "slab", "pile"]))),
        put("deck.guard.edges", draw(st.sampled_from(["none", "needed", "chosen"]))),
        put("deck.guard.sides", draw(st.lists(st.sampled_from(["left", "far", "right", "house"]), unique=True))),
        put("deck.guard.mount", draw(st.sampled_from(["inside", "outside", "surface"]))),
        put("deck.guard.infill", draw(st.sampled_from(["balusters", "faced", "boards", "cables", "glass"]))),
        put("deck.guard.sleeves", draw(st.booleans())),
        put("deck.guard.cap", draw(st.booleans())),
        put("deck.guard.most_mm", draw(st.sampled_from([None, draw(st.floats(700, 2400))]))),
        put("deck.joists.doubled_ends", draw(st.booleans())),
        put("deck.skirting.sides", draw(st.lists(st.sampled_from(["left", "far", "right"]), unique=True))),
    ]
    return planned(draw, wide, out, (high, high), edits, region)


@ANY
@given(levelled())
def test_levels_go_together_with_all_that_they_have(made):
    for level in made.laid.levels:
        _bolted(level)
    check_deck(made)
    check_solids(made)
    assert desk(made).stakes


def _bolted(level):
    """A post outside the rim lies against the frame, or the fascia on it, with all of its width."""
    line, wide = lay_line(level), post_of(level.brief).width_mm
    for post in line.posts:
        if post.mount == "outside":
            (ax, ay), off = post.along, stands_mm(level.brief) + 1
            behind = affinity.translate(post.square(wide / 2), -ay * off, ax * off)
            assert behind.intersection(Polygon(frame_outline(level.brief))).area > 0.95 * wide, post
