"""A drainage membrane over the joists, by hand and at random: nothing stands up in its troughs, and every board joint lies on two joists."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.trades.deck.components.drainage import gutter_mm, gutters, rolls, strips
from rowstake.core.trades.deck.sag import CROSSING, deepest_mm, hangs, sag_mm
from tests.decks import ANY, cut, deck
from tests.holds.deck import check_deck
from tests.holds.solids import check_solids
from tests.jobs import put, scenes
from tests.refused import drawn_again

ON = put("deck.drainage.on", True)


def test_troughs_of_a_small_deck_by_hand():
    """2400 × 1800 in the UK: joists from 47 to 1753, 1706 long, at 48.5 … 400 apart. At 1.5 % the membrane hangs 15 + 0.015 · 1706 = 40.6 at the gutter.
    A trough 400 wide: 400 + 2 · 75 + 8 · 40.6²/(3 · 400) = 561 wide, 1706 + 300 long: five to a roll of 10 m."""
    made = plan(deck(2400, 1800, 400, ON))
    level = made.laid.main
    [line] = {(round(j.t0, 1), round(j.t1, 1)) for j in level.grid.joists}
    long = line[1] - line[0]
    deep = deepest_mm(level.brief, level.grid)
    assert deep == pytest.approx(15 + 0.015 * long)
    marks = sorted(j.s for j in level.grid.joists)
    wide = [s for s in strips(level)]
    assert len(wide) == len(marks) - 1
    assert wide[1] == (
        pytest.approx(marks[2] - marks[1] + 150 + 8 * deep**2 / (3 * (marks[2] - marks[1]))),
        pytest.approx(long + 300),
    )
    per_roll = 10_000 // (long + 300)
    assert sum(rolls(level).values()) == -(-len(wide) // per_roll)
    bought = {line.item: line.buy for line in made.lists.buy}
    assert bought["gutter with its brackets, 3 m"] == 1
    assert bought["gutter outlet with its downpipe"] == 1
    assert bought["gutter end"] == 2
    assert "gutter corner" not in bought
    assert "gutter with its brackets, 3 m" not in {line.item for line in plan(deck(2400, 1800, 400)).lists.buy}


def test_joists_are_doubled_all_along_under_joints_and_blocks_are_set_down():
    made = plan(deck(9000, 3000, 600, ON))
    level = made.laid.main
    assert level.laying.butts
    assert not [p for p in made.parts if p.kind == "sister block"]
    top = level.frame_top_mm
    across = [p for p in made.parts if p.kind in CROSSING]
    assert across
    for p in across:
        t = -p.solid.box[0][1]
        assert top - p.solid.box[1][2] >= sag_mm(level.brief, level.grid, t - 25) - 1
        assert "its top" in p.ends
        assert p.width_mm == pytest.approx(p.solid.box[1][2] - p.solid.box[0][2])
    steps = [s.do for s in made.trade.order(made)]
    assert any(s.startswith("Gutter along the far edge") for s in steps)
    check_deck(made)
    check_solids(made)


@st.composite
def drained(draw):
    region = draw(st.sampled_from(list(CATALOGUE.regions)))
    kind = draw(st.sampled_from([None, "notch", "clip", "hole"]))
    edits = (
        []
        if kind is None
        else [{"do": "add_cut", "kind": kind, "corner": draw(st.sampled_from(["far_left", "house_right"]))}]
    )
    edits += [
        ON, put("deck.drainage.fall_pct", draw(st.floats(0.5, 5))), put("deck.boards.run", draw(st.sampled_from(["along", "across", "diagonal"]))),
        put("deck.boards.border.boards", draw(st.sampled_from([0, 1, 2]))), put("deck.boards.breaker", draw(st.booleans())),
        put("deck.beams.way", draw(st.sampled_from(["dropped", "flush"]))), put("deck.guard.edges", draw(st.sampled_from(["none", "needed"]))),
        put("deck.joists.doubled_ends", draw(st.booleans())), *([{"do": "add_steps", "side": "far"}] if draw(st.booleans()) else []),
    ]  # fmt: skip
    try:
        return plan(deck(draw(st.floats(1800, 12_000)), draw(st.floats(1800, 6000)), draw(st.floats(80, 2500)), *edits, region=region,
                         support=draw(st.sampled_from(["ledger", "free"]))))  # fmt: skip
    except JobFault as fault:
        drawn_again(fault)


@ANY
@given(drained())
def test_any_drained_deck_goes_together_and_nothing_stands_up_in_its_troughs(made):
    check_deck(made)
    check_solids(made)
    rules = {f.rule for f in made.findings}
    for level in made.laid.levels:
        assert not [s for _, s in level.sticks if s.kind == "sister block"]
        top = level.frame_top_mm
        for p in made.parts:
            if p.kind in CROSSING and "drain_deep" not in rules:
                assert p.solid.box[1][2] < top - CATALOGUE.deck.drain_sag_mm


def test_gutters_go_round_clipped_corners_and_end_at_steps_of_the_edge():
    """5000 wide, less 25 over the frame on both sides. A notch of 1800 parts the far edge: two gutters, together as long; four ends. A clip of 900 by
    900 takes as much of it and gives √2 · 900, less what the overhang takes of the mitres, with a corner between."""
    notched = plan(
        deck(
            5000,
            3600,
            600,
            ON,
            {"do": "add_cut", "kind": "notch"},
            *cut(0, corner="far_left", along_mm=1800, out_mm=1200),
        )
    )
    over = notched.brief.deck.boards.overhang_mm
    assert [len(g) for g in gutters(notched.laid.main)] == [1, 1]
    assert gutter_mm(notched.laid.main) == pytest.approx(5000 - 2 * over)
    clipped = plan(
        deck(
            5000, 3600, 600, ON, {"do": "add_cut", "kind": "clip"}, *cut(0, corner="far_left", along_mm=900, out_mm=900)
        )
    )
    (gutter,) = gutters(clipped.laid.main)
    short = over * math.tan(math.radians(22.5))
    assert sorted(e.length_mm for e in gutter) == pytest.approx([900 * math.sqrt(2) - 2 * short, 4100 - over - short])
    bought = {line.item: line.buy for line in clipped.lists.buy}
    assert (bought["gutter corner"], bought["gutter end"]) == (1, 2)


def test_the_membrane_is_drawn_as_it_hangs():
    """Half-way out of a frame that begins at t0 the sag is 15 + 1.5 % of the way; the curve is lowest in the middle of a trough, and a
    notch has none."""
    made = plan(
        deck(
            5000,
            3600,
            600,
            ON,
            {"do": "add_cut", "kind": "notch"},
            *cut(0, corner="far_left", along_mm=1800, out_mm=1200),
        )
    )
    level, all_drawn = made.laid.main, scenes(made)
    near, far = level.grid.poly.bounds[1::2]
    middle = (near + far) / 2
    curves = [s for s in all_drawn["across"].shapes if s.look == "water"]
    start = min(j.t0 for j in level.grid.joists)
    for curve in curves:
        assert min(z for _, z in curve.points) == pytest.approx(level.frame_top_mm - 15 - 0.015 * (middle - start))
    assert len(curves) == len(hangs(level.brief, level.grid, middle)) > 8
    beside = hangs(level.brief, level.grid, far - 300)
    assert beside
    assert min(x for curve in beside for x, _ in curve) > 1700
    (line,) = [s for s in all_drawn["elevation"].shapes if s.look == "water" and s.kind == "line"]
    assert line.points[1][1] == pytest.approx(level.frame_top_mm - 15 - 0.015 * (line.points[1][0] - start))
    assert not [s for s in scenes(plan(deck(5000, 3600, 600)))["across"].shapes if s.look == "water"]
