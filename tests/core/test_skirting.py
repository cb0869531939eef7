"""Skirting below the rim: one side worked by hand, then whatever stands in its way."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.desk import desk
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from tests.decks import ANY, deck, planned
from tests.holds.solids import check_solids
from tests.jobs import put

FAR = [put("deck.skirting.sides", ["far"]), put("deck.skirting.panel", "far")]


def test_one_side_by_hand():
    """3950 along the rim: ⌈3960 / 160⌉ = 25 boards of 150 with 24 gaps of 10, the first and last (3950 - 240 - 23 · 150) / 2 = 130 wide.
    The frame ends 722 up: 722 + 60 - 50 = 732 long. Four boards are 630 wide and come away; rails of 130 + 9 · 160 = 1570 and 1730
    beside them, 5 off the corners. 21 boards on the rim, 21 + 2 · 4 on rails, two screws each."""
    made = plan(deck(4000, 3000, 900, *FAR))
    boards = [p for p in made.parts if p.kind == "skirting"]
    assert len(boards) == 25
    assert {p.length_mm for p in boards} == {732}
    assert [p.width_mm for p in boards] == [130, *[150] * 23, 130]
    assert sum("of the panel" in p.ends for p in boards) == 4
    rails = sorted(p.length_mm for p in made.parts if p.kind == "skirting rail")
    assert rails == pytest.approx([630, 630, 1565, 1725])
    held = {p.label: p.amount for p in made.parts if p.of == "skirting 1" and p.unit == "each"}
    assert held == {"skirting 1 screws": 42, "skirting 1 rail screws": 58, "skirting 1 catches": 4}
    check_solids(made)


def test_boards_follow_the_ground_and_make_room_for_steps():
    """A fall of 300 over 3000 out: at the far edge, 2975 out, the ground lies 297.5 lower. Steps take the place of the boards behind."""
    fallen = plan(deck(4000, 3000, 900, *FAR, put("deck.ground.fall_out_mm", 300)))
    assert {round(p.length_mm, 1) for p in fallen.parts if p.kind == "skirting"} == {732 + 297.5}
    stepped = plan(deck(4000, 3000, 900, *FAR, {"do": "add_steps", "side": "far"}))
    assert 14 <= stepped.count("skirting") <= 17  # of 25, behind 1200 of steps and what carries them
    check_solids(stepped)
    low = plan(deck(4000, 3000, 250, *FAR))  # the rim ends just over the ground
    assert low.count("skirting") == 0
    assert [f.title.split(":")[0] for f in low.findings if f.rule == "skirting_room"] == [
        "No skirting hangs below the rim"
    ]


def test_skirting_ends_over_the_boards_of_a_level_before_it():
    """The frame ends 722 up: to the ground 732 long with the lap of 60 and 50 kept clear; over boards 450 up 282, over a level of the
    same side's width all of them."""
    below = [{"do": "add_level"}, put("deck.levels.1.height_mm", 450), put("deck.levels.1.shape.width_mm", 4000)]
    made = plan(deck(4000, 3000, 900, *FAR, *below))
    own = [p for p in made.parts if p.kind == "skirting" and p.of == "skirting 1"]
    assert own
    assert {round(p.length_mm) for p in own} == {282}
    check_solids(made)
    order = [row[1] for s in desk(made).schedules if s.title == "Order of work" for row in s.rows]
    assert order.index(next(x for x in order if x.startswith("Skirting"))) > order.index(
        next(x for x in order if x.startswith("Boards"))
    )


def test_screws_do_not_come_out_of_a_thin_rim():
    """Boards of 15.875 on joists of 38.1: 15.9 + 38 would take screws of 63.5, which come out; 50.8 is the longest that does not."""
    made = plan(deck(4000, 3000, 900, put("deck.skirting.sides", ["left", "far"]), region="north_america"))
    board = next(p for p in made.parts if p.kind == "skirting").good.section.thickness_mm
    screw = next(p.good for p in made.parts if p.label == "skirting 1 screws")
    assert board + 12 < screw.sizes[-1] <= board + 38.1
    check_solids(made)


def test_a_board_that_is_not_on_sale_is_refused():
    with pytest.raises(JobFault) as refused:
        plan(deck(4000, 3000, 900, *FAR, put("deck.skirting.board", "oak")))
    assert refused.value.faults[0].field == "deck.skirting.board"


@st.composite
def skirted(draw):
    region = draw(st.sampled_from(list(CATALOGUE.regions)))
    edits = [
        put("deck.skirting.sides", draw(st.lists(st.sampled_from(["left", "far", "right"]), unique=True, min_size=1))),
        put("deck.skirting.panel", draw(st.sampled_from(["none", "left", "far", "right"]))),
        put("deck.skirting.gap_mm", draw(st.floats(0, 40))),
        put("deck.beams.way", draw(st.sampled_from(["dropped", "flush"]))),
        put("deck.ground.fall_out_mm", draw(st.floats(-100, 400))),
        put("deck.guard.edges", draw(st.sampled_from(["none", "needed"]))),
        put("deck.guard.mount", draw(st.sampled_from(["inside", "outside"]))),
        put(
            "deck.boards.fascia",
            draw(st.sampled_from([None, *(s.id for s in CATALOGUE.sections_for(region, "fascia"))])),
        ),
    ]
    if draw(st.booleans()):
        edits.append({"do": "add_cut", "kind": draw(st.sampled_from(["notch", "clip"])), "corner": "far_left"})
    if draw(st.booleans()):
        edits.append({"do": "add_steps", "side": draw(st.sampled_from(["far", "left"]))})
    return planned(draw, draw(st.floats(1500, 6000)), draw(st.floats(1500, 5000)), (80, 2500), edits, region)


@ANY
@given(skirted())
def test_any_skirting_goes_together_and_is_held(made):
    clear = made.brief.deck.skirting.clear_mm
    for part in (p for p in made.parts if p.kind == "skirting"):
        assert part.length_mm > CATALOGUE.deck.skirting.least_mm
        assert part.solid.near_mm >= clear - max(0, made.brief.deck.ground.fall_out_mm) - 1e-6
    check_solids(made)


def test_boards_are_screwed_to_the_rail_of_their_own_side_whatever_comes_round_the_corner():
    """A guard outside the rim and steps at the left: the last board of the left side lies on its own rail, and against the panel of the far
    side, where no screw of it goes."""
    made = plan(deck(1500, 1826, 601, {"do": "add_steps", "side": "left"}, put("deck.steps.0.at_mm", 300), put("deck.steps.0.width_mm", 1200),
                     put("deck.guard.edges", "needed"), put("deck.guard.mount", "outside"), put("deck.skirting.sides", ["left", "far"]),
                     put("deck.skirting.gap_mm", 0), put("deck.skirting.panel", "left")))  # fmt: skip
    check_solids(made)
