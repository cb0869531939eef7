"""The gate over rising ground, worked by hand."""

import math

import pytest

from rowstake.core.plan import plan
from rowstake.core.reckoners import find
from rowstake.core.reckoners.base import read_inputs
from tests.jobs import edited, fence


def sweep(**inputs):
    r = find("gate-sweep")
    return r.run(read_inputs(r, inputs))


def test_sweep_by_hand():
    out = sweep(leaf_width_mm=1000, bottom_gap_mm=50, ground_levels_mm=[0, 20, 45, 70, 80])
    # Even angles of 22.5°: 45 is at 45°, 70 at 67.5° is the first over 50.
    assert (out.worst_angle_deg, out.clearance_mm, out.gap_needed_mm) == (90, -30, 80)
    assert (out.opens, out.stops_at_deg) == (False, 67.5)
    fine = sweep(leaf_width_mm=1000, bottom_gap_mm=50, ground_levels_mm="0; 1 cm; -20 mm")
    assert (fine.opens, fine.worst_angle_deg, fine.clearance_mm) == (True, 45, 40)


def gate(**values):
    return plan(
        edited(
            fence((9000, 0)), {"do": "add_gate", "leg": 0, "at_mm": 4000}, {"do": "gate", "id": "G1", "values": values}
        )
    )


def test_rising_drive():
    built = gate(rise_left_mm=120, wheel=True).laid.gates[0]
    leaf = built.leaf.leaf_width_mm
    swings = {(s.hinge, s.swing): s for s in built.swings}
    # The ground rises 120 over the 1000 of the opening: at angle a the free end stands 0.12 × leaf × sin(a) up.
    up = swings["start", "left"]
    assert up.swept.gap_needed_mm == pytest.approx(0.12 * leaf)
    stop = math.degrees(math.asin(50 / (0.12 * leaf)))
    assert up.swept.stops_at_deg == math.ceil(stop / 5) * 5
    assert up.wheel_varies_mm == pytest.approx(0.12 * leaf)
    assert up.wheel_binds
    assert swings["start", "right"].swept.opens
    assert not swings["start", "right"].wheel_binds
    assert [(s.hinge, s.swing) for s in built.hung] == [("start", "left")]


def test_ground_along_the_line_counts_too():
    job = edited(
        fence((9000, 0)),
        {"do": "add_gate", "leg": 0, "at_mm": 4000},
        {"do": "levels", "text": "0, 0\n4000, 0\n5000, 100\n9000, 100"},
    )
    built = plan(job).laid.gates[0]
    near, far = (next(s for s in built.swings if s.hinge == h and s.swing == "left") for h in ("start", "end"))
    # It hangs 50 over the highest ground between its posts, which is at the far post.
    assert min(f.clearance_mm for f in near.frames) == pytest.approx(near.frames[0].clearance_mm)
    assert near.swept.opens
    assert far.frames[-1].clearance_mm == pytest.approx(built.swings[0].bottom_mm - 100 + 1e-9, abs=2)


def test_fixes_name_what_opens():
    made = gate(rise_left_mm=120)
    [finding] = [f for f in made.findings if f.rule == "gate_grounds"]
    assert finding.fixes[0].label == "Swing it to the right"
    binds = [f for f in gate(rise_left_mm=120, wheel=True).findings if "will bind" in f.title]
    assert binds[0].fixes[0].label == "Leave the wheel off"


def test_every_way_of_hanging_moves_all_its_leaves():
    job = edited(fence((9000, 0)), {"do": "add_gate", "leg": 0, "at_mm": 3000, "opening_mm": 3000})
    one = plan(job)
    ways = one.trade.own(one).rehearsals["G1"]
    assert [w.words for w in ways if w.chosen] == ["at the near post, to the left"]
    assert [len(w.leaves) for w in ways] == [1, 1, 1, 1]
    # 10 mm at the hinges: 10 from the near side of the opening, or 10 from the far one.
    assert [w.leaves[0].hinge_mm for w in ways] == [10, 10, 2990, 2990]
    both = plan(edited(job, {"do": "gate", "id": "G1", "values": {"leaves": 2, "rise_left_mm": 400}}))
    left, right = both.trade.own(both).rehearsals["G1"]
    assert [leaf.hinge_mm for leaf in left.leaves] == [10, 2990]
    assert (left.chosen, left.opens, right.opens) == (True, False, True)
    assert left.told.startswith("grounds at")
