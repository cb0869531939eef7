"""What holds pieces together, by hand: through the first, into the second, and not out behind."""

import pytest

from rowstake.core.plan import plan
from tests.decks import cut, deck
from tests.jobs import edited, fence, put, yard


def screws(made, label):
    return {
        p.label.removeprefix(label).strip(): (p.good.sizes, p.amount)
        for p in made.parts
        if p.joint and p.label.startswith(label)
    }


def test_a_leaf_is_screwed_through_its_stiles():
    # Four joints and both ends of the brace, four screws each; stiles 87 wide and 38 into the end of the rail are 125: 150 on sale.
    # Boards of 19 on a frame of 38: 57 would come out flush, 55 does not: seven boards,
    # two at the two rails and the brace.
    assert screws(plan(yard()), "G1") == {"frame screws": ((150.0,), 24), "board screws": ((55.0,), 42)}


def test_half_laps_are_screwed_through_both_halves():
    # Halves of 19: through one and seven tenths of the other, 32.3; 35 is on sale and ends 3 before the face.
    made = screws(plan(edited(yard(), put("fence.gate_frame.joint", "half_lap"))), "G1")
    assert made["lap screws"] == ((35.0,), 16)
    assert made["brace screws"] == ((150.0,), 8)


def test_a_gate_is_screwed_where_the_fence_is_glued():
    made = plan(edited(yard(), put("fence.skin.fixing", "adhesive")))
    assert screws(made, "G1")["board screws"] == ((55.0,), 42)
    assert {p.good.id for p in made.parts if p.label.startswith("run 1 board")} == {"pin"}


def test_trims_of_a_framed_panel_go_through_the_boards_into_the_rails():
    # Trim 19, board 19, rail 38: 76 is flush with the back of the rail, 75 is on sale. Behind: trim 19 and rail 38, 55.
    made = plan(edited(fence((7200, 0)), {"do": "style", "style": "framed_panel"}))
    lengths = {p.label.split(" screw")[0]: p.good.sizes for p in made.parts if p.joint and p.label.startswith("trims")}
    assert lengths == {"trims": (75.0,), "trims behind": (55.0,)}


@pytest.mark.parametrize(("beams", "size"), [("uk_47x150", 80.0), ("uk_47x200", 80.0)])
def test_plies_are_screwed_through_one_and_most_of_the_next(beams, size):
    # 1.7 × 47 = 79.9, 80 on sale; 94 less 3 is the most.
    made = plan(deck(4000, 3000, 600, put("deck.beams.size", beams)))
    assert {p.good.sizes[0] for p in made.parts if p.joint and p.joint.through == ("beam",)} == {size}


def test_rims_are_screwed_into_the_ends_of_joists():
    # 47 and 38 into the end of the joist: 85, 90 on sale.
    made = plan(deck(4000, 3000, 600, {"do": "add_cut", "kind": "notch"}, *cut(0, along_mm=1000, out_mm=800)))
    [rim] = [p for p in made.parts if p.joint and "rim" in p.joint.through and p.kind == "frame screw"]
    assert rim.good.sizes == (90.0,)


def test_gaps_wider_than_what_is_left_are_shared_by_both_ends():
    """1508 of boards of 140 with gaps of 50: eight leave 38 bare; nine with 64 at both ends fill it."""
    made = plan(
        edited(fence((7200, 0), style="close_butted"), put("fence.skin.fit", "balanced"), put("fence.skin.gap_mm", 50))
    )
    for course in made.laid.courses:
        boards = course.laid.boards
        assert boards[0][1] == pytest.approx(boards[-1][1])
        assert sum(boards[-1]) == pytest.approx(course.stretch.length_mm)
