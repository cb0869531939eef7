"""The same trade in feet and inches, worked by hand: 40 ft and 24 ft with a square corner to the left.

Post 4×4 (3.5 in), gate post 6×6 (5.5), rail 2×4, board 5/8×6 (5.5), 6 ft high, 2 in off the ground, 2 in proud,
4 in of gravel, bays of 6 ft at most, an opening of 3 ft 6 that begins 10 ft along the second leg.
"""

import math

import pytest

from rowstake.core.desk import desk
from rowstake.core.plan import plan
from tests.jobs import edited, fence, kind, put

IN = 25.4


@pytest.fixture(scope="module")
def job():
    line = fence((480 * IN, 0), (288 * IN, 90), region="north_america")
    return edited(line, {"do": "add_gate", "leg": 1, "at_mm": "10'", "opening_mm": "3' 6"})


@pytest.fixture(scope="module")
def made(job):
    return plan(job)


def inches(*values):
    return [pytest.approx(v * IN, abs=0.01) for v in values]


def test_bays(made):
    # 480/72 takes 7 bays; gate posts stand at 120 − 2.75 and 162 + 2.75; 117.25 and 123.25 take two bays each.
    wanted = [480 / 7] * 7 + [58.625] * 2 + [61.625] * 2
    assert [b.centres_mm for b in made.laid.layout.bays] == inches(*wanted)
    assert len(made.laid.layout.posts) == 8 + 5


def test_holes_and_posts(made):
    line, gate = kind(made, False), kind(made, True)
    # 72 + 2 + 2 = 76 in above ground, 38 below; gate posts a third deeper. 3 × 3.5 and 3 × 5.5 to the next auger.
    assert [line.hole.embedment_mm, line.hole.hole_depth_mm, line.diameter_mm] == inches(38, 42, 12)
    assert [gate.hole.embedment_mm, gate.diameter_mm] == inches(38 * 4 / 3, 18)
    assert [line.hole.post_length_mm, line.hole.stock_length_mm, line.hole.trim_mm] == inches(114, 120, 6)
    assert gate.hole.stock_length_mm == pytest.approx(144 * IN)


def test_concrete(made):
    dome = 25 / IN / 2
    line = (math.pi * 12**2 / 4 - 3.5**2) * (38 + dome)
    gate = (math.pi * 18**2 / 4 - 5.5**2) * (38 * 4 / 3 + dome)
    cubic_metres = (11 * line + 2 * gate) * (IN / 1000) ** 3
    assert made.lists.concrete_m3 == pytest.approx(cubic_metres, rel=1e-6)
    assert made.lists.bags == math.ceil(cubic_metres * 1.05 * 2136 / 36.287) == 67


def test_boards(made):
    # 3.25 to 3.875 off the line: −1.75 to 483.875; −3.25 to 120; 162 to 289.75.
    assert [c.stretch.length_mm for c in made.laid.courses] == inches(485.625, 123.25, 127.75)
    assert [len(c.laid.boards) for c in made.laid.courses] == [89, 23, 24]
    assert [c.last_mm for c in made.laid.courses] == inches(1.625, 2.25, 1.25)


def test_leaf(made):
    assert made.laid.gates[0].leaf.leaf_width_mm == pytest.approx((42 - 0.375 - 0.5) * IN)


def test_what_is_read_on_screen(made):
    shown = desk(made)
    figures = {f.key: f.text for f in shown.figures}
    assert figures["spacing"] == "5'-8 9/16\""
    assert figures["hole"] == "3'-6\""
    assert figures["bags"] == "67"
    assert figures["last"] == '1 1/4"'
    marks = next(t for t in shown.tapes if t.leg == 1 and t.what == "posts").marks
    assert [m.text for m in marks] == ['0"', "4'-10 5/8\"", "9'-9 1/4\"", "13'-8 3/4\"", "18'-10 3/8\"", "24'-0\""]
    assert shown.lengths["fence.gates.0.opening_mm"] == "3'-6\""


def test_module_bays_leave_their_remainder_where_it_is_asked(job):
    module = edited(job, put("fence.bays.way", "module"), put("fence.bays.module_mm", "6'"))
    first = [b.centres_mm for b in plan(module).laid.layout.bays if b.leg == 0]
    assert first == inches(*[72] * 6, 48)
    turned = edited(module, put("fence.bays.remainder", "start"))
    assert [b.centres_mm for b in plan(turned).laid.layout.bays if b.leg == 0] == inches(48, *[72] * 6)
    # Told clear between faces, a module of 6 ft is 6 ft and a post from middle to middle.
    clear = edited(module, put("fence.bays.told", "clear"))
    bays = [b for b in plan(clear).laid.layout.bays if b.leg == 0]
    assert [b.clear_mm for b in bays][:-1] == inches(*[72] * 6)
    assert bays[-1].centres_mm == pytest.approx((480 - 6 * 75.5) * IN)


def test_wind_checked_depth_stands_the_gust(job):
    windy = edited(
        job, put("site.gust_mps", 38), put("fence.posts.wind_checked", True), put("fence.posts.size", "na_6x6")
    )
    checked = plan(windy)
    assert kind(checked, False).hole.governed_by == "wind"
    assert checked.laid.holds_to_mps >= 38 - 0.01
    assert not [f for f in checked.findings if f.rule == "gust"]
    assert plan(edited(windy, put("fence.posts.wind_checked", False))).laid.holds_to_mps < 38


def test_two_leaves(job):
    double = plan(edited(job, {"do": "gate", "id": "G1", "values": {"opening_mm": "10'", "leaves": 2}}))
    gate = double.laid.gates[0]
    assert gate.leaf.leaf_width_mm == pytest.approx((120 - 2 * 0.375 - 0.5) / 2 * IN)
    kinds = [p.kind for p in gate.parts]
    assert kinds.count("stile") == 4
    assert kinds.count("brace") == kinds.count("brace leaning left") == 1
    hardware = {p.material: p.amount for p in gate.parts if p.kind == "hardware"}
    assert hardware["drop bolt"] == 1
    assert sum(n for name, n in hardware.items() if "hinge" in name) == 6
