"""Sheets, stacks, jigs, end covers, ways of fixing and the finish: each worked by hand."""

import math
from collections import Counter

import pytest

from rowstake.core.plan import plan
from rowstake.core.takeoff.lists import finish_m2
from rowstake.core.trades.fence.laid import bay_weights_kg
from rowstake.core.trades.fence.views.things import things
from tests.jobs import edited, fence, put, yard


def sheets(*edits):
    """3.7 m: three bays of 1203 and one of 91… 3 × 1203 = 3609, so the last bay is merged: see the marks."""
    return plan(edited(fence((3609, 0)), {"do": "style", "style": "sheet_panels"}, *edits))


def pieces(made, kind):
    return Counter((round(p.length_mm, 1), round(p.width_mm, 1)) for p in made.parts if p.kind == kind)


def test_sheets_set_the_bay():
    made = sheets()
    assert [b.centres_mm for b in made.laid.layout.bays] == [1203, 1203, 1203]
    # From post middle to post middle less half a joint at each side: exactly one sheet.
    assert pieces(made, "board") == {(1800, 1200): 3}
    # Rails between posts of 100: 1103; three rows.
    assert pieces(made, "rail") == {(1103, 87): 9}
    # A batten up each of four posts, and one over each rail from batten to batten: 1203 − 38.
    assert pieces(made, "trim") == {(1800, 38): 4, (1165, 38): 9}
    # Screws of a sheet: three rails × (6 + 1), and 2 × (9 − 1 − 1) up its edges.
    screws = {p.label: (p.material, p.amount) for p in made.parts if p.kind == "board screw"}
    assert screws["sheet screws"] == ("coated cement-sheet screw 40 mm", 3 * (21 + 14))
    # Battens every 300: 1800/300 + 1 = 7 and ceil(1165/300) + 1 = 5; 19 + 9 + 38 = 66 would be 70 mm,
    # which comes out behind the rails of 38 by 4: the next shorter.
    assert screws["batten screws"] == ("screw 65 mm", 4 * 7 + 9 * 5)
    assert {r.group for r in made.lists.buy} >= {"Sheets", "Battens"}


def test_sheets_on_both_faces_double_rails_and_battens():
    one, two = sheets(), sheets(put("fence.skin.both_faces", True))
    for kind in ("board", "rail", "trim"):
        assert two.count(kind) == 2 * one.count(kind)
    # One face of a bay, dry: a sheet at 1500 kg/m³, three rails and its share of the battens at 500.
    trim = (4 * 1800 + 9 * 1165) * 38 * 19 / 3
    kg = (1200 * 1800 * 9 * 1500 + (3 * 1103 * 87 * 38 + trim) * 500) / 1e9
    assert bay_weights_kg(one)[0] == pytest.approx(kg)
    assert one.laid.year.least.joint_mm == one.laid.year.most.joint_mm == 3  # cement does not move with the damp


def test_a_stack_shrinks_by_all_its_boards():
    made = plan(edited(fence((7200, 0), style="stacked_channels"), put("fence.skin.stock", "wet")))
    boards = len(made.laid.courses[0].laid.boards)
    dry = min(m.board_mm for m in made.laid.year.months)
    told = made.workings["stack"]
    assert boards == 12
    assert f"{12 * dry:.0f} mm" in told.value
    assert "four" not in told.rule
    assert "Lay 4 courses in every bay" in told.rule


@pytest.mark.parametrize(
    ("style", "jig"),
    [
        ("lapped", lambda laid: laid.lap_mm),
        ("board_on_board", lambda laid: 125 - 2 * laid.lap_mm),
        ("spaced_pickets", lambda laid: laid.gap_mm),
        ("horizontal", lambda laid: laid.gap_mm),
    ],
)
def test_the_jig_is_what_lies_between(style, jig):
    made = plan(edited(yard(), {"do": "style", "style": style}))
    assert made.workings["jig"].value == made.brief.printer.fine(jig(made.laid.courses[0].laid))
    assert any(line.working == "jig" for line in things(made)[made.laid.courses[0].label].lines)


def test_board_on_board_is_seen_through_past_an_angle():
    made = plan(edited(yard(), {"do": "style", "style": "board_on_board"}))
    angle = math.degrees(math.atan(made.laid.courses[0].laid.lap_mm / 38))
    assert made.workings["see_through"].value == f"{angle:.0f}° off square"


def test_end_covers_are_ripped_to_rail_and_board():
    made = plan(edited(yard(), put("fence.trims.end_covers", True)))
    # Two ends of the line and two at the gate; corners have none. 38 + 19 wide.
    assert pieces(made, "trim") == {(1800, 57): 4}


@pytest.mark.parametrize(
    ("how", "name"), [("screws", "screw 55 mm"), ("nails", "ring-shank nail 50 mm"), ("adhesive", "pin 50 mm")]
)
def test_ways_of_fixing_boards(how, name):
    made = plan(edited(yard(), put("fence.skin.fixing", how)))
    on_boards = [p for p in made.parts if p.kind == "board screw" and p.of.startswith("run")]
    assert {p.material for p in on_boards} == {name}
    # 62 + 18 + 18 + 31 boards, three rails, two to a crossing: whatever the fixing.
    assert sum(p.amount for p in on_boards) == 129 * 3 * 2
    glue = [r for r in made.lists.buy if r.unit == "cartridges"]
    # A bead across the rail's 87 at each crossing, 8 m to a cartridge: 387 × 0.087 = 33.7 m.
    assert [r.buy for r in glue] == ([5] if how == "adhesive" else [])


def test_finish_covers_all_faces():
    made = plan(edited(fence((1800, 0)), put("fence.skin.finish", "dry")))
    boards = sum(2 * (p.width_mm + 19) * 1800 for p in made.parts if p.kind == "board")
    area = boards + 3 * 2 * (87 + 38) * 1900 + 2 * 4 * 100 * 1900
    assert finish_m2(made.parts) == pytest.approx(area / 1e6)
    [line] = [r for r in made.lists.buy if r.group == "Finish"]
    assert line.buy == math.ceil(area / 1e6 * 2 / 7)
    assert "30 days" in line.note
    early = plan(edited(fence((1800, 0)), put("fence.skin.finish", "early")))
    assert "soaks in" in next(r.note for r in early.lists.buy if r.group == "Finish")
