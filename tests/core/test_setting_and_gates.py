"""Held over holes, gates and corners of every size."""

import math
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.setting import HoleSize, methods
from rowstake.core.trades.fence.gates.leaf import brace
from rowstake.core.trades.fence.layout import corner_reach_mm
from tests.jobs import edited, fence, put, spot
from tests.refused import drawn_again


@given(
    st.sampled_from(sorted(m.id for m in methods().values() if m.stands is None)), st.floats(150, 600), st.floats(450, 2000), st.floats(0, 300), st.floats(60, 100)
)  # fmt: skip
def test_layers_fill_the_hole_round_the_post(method, diameter, depth, gravel, post):
    hole = HoleSize(diameter, depth, gravel, post, post)
    layers = methods()[method].layers(hole)
    below = [layer for layer in layers if layer.bottom_mm < 0]
    assert below[0].bottom_mm == pytest.approx(-depth - gravel if gravel else -depth)
    for low, high in pairwise(below):
        assert high.bottom_mm == pytest.approx(low.top_mm, abs=1.01)
    area = math.pi * diameter**2 / 4
    space = area * (depth + gravel) - post * post * depth
    dome = sum((area - post * post) * layer.top_mm / 2 for layer in layers if layer.domed)
    assert sum(layer.volume_m3 for layer in layers) * 1e9 == pytest.approx(space + dome, rel=0.01)
    width = methods()[method].bearing_width_mm(hole)
    assert width == (diameter if method == "full" else post)


@given(st.floats(300, 4000), st.floats(300, 2500))
def test_a_brace_reaches_from_corner_to_corner(width, height):
    length, angle = brace(width, height)
    assert length == pytest.approx(math.hypot(width, height))
    assert length * math.cos(math.radians(angle)) == pytest.approx(width)
    assert length * math.sin(math.radians(angle)) == pytest.approx(height)


@given(st.floats(700, 5000), st.sampled_from([1, 2]), st.sampled_from(["start", "end"]), st.floats(700, 1820))
def test_leaves_and_gaps_fill_the_opening(opening, leaves, hinge, height):
    job = edited(
        fence((12_000, 0), style="lapped"), put("fence.skin.height_mm", height),
        {"do": "add_gate", "leg": 0, "at_mm": 3000, "opening_mm": opening},
        {"do": "gate", "id": "G1", "values": {"leaves": leaves, "hinge": hinge}},
    )  # fmt: skip
    try:
        made = plan(job)
    except JobFault as fault:
        drawn_again(fault)
    [gate] = made.laid.gates
    assert leaves * gate.leaf.leaf_width_mm + 10 * leaves + 12 == pytest.approx(opening)
    stiles = sorted((p for p in gate.parts if p.kind == "stile"), key=lambda p: spot(p).left_mm)
    assert len(stiles) == 2 * leaves
    near = 10 if leaves == 2 or hinge == "start" else 12
    assert spot(stiles[0]).left_mm == pytest.approx(3000 + near)
    boards = [p for p in gate.parts if p.kind == "gate board"]
    for stile in stiles[::2]:
        leaf = [
            b
            for b in boards
            if spot(stile).left_mm - 1 < spot(b).left_mm < spot(stile).left_mm + gate.leaf.leaf_width_mm
        ]
        assert min(spot(b).left_mm for b in leaf) == pytest.approx(spot(stile).left_mm)
        assert max(spot(b).right_mm for b in leaf) == pytest.approx(spot(stile).left_mm + gate.leaf.leaf_width_mm)
    assert {p.length_mm for p in boards} == {height}


@given(st.floats(-150, 150), st.sampled_from(["left", "right"]), st.floats(40, 150))
def test_planes_meet_where_two_legs_turn(turn, side, offset):
    reach = corner_reach_mm(turn, side, offset)
    inside = (turn > 0) == (side == "left")
    assert reach <= 1e-9 if inside else reach >= -1e-9
    # The offset lines of both legs cross at that distance past the corner along either leg.
    t = math.radians(turn)
    aside = offset if side == "left" else -offset
    first = (reach, aside)
    second = (-reach * math.cos(t) - aside * math.sin(t), -reach * math.sin(t) + aside * math.cos(t))
    assert first == pytest.approx(second, abs=1e-6)


@pytest.mark.parametrize("opening, hinge_kg, hinges", [(900, 45, 3), (2400, 90, 3)])
def test_hinges_by_the_weight_of_the_leaf(opening, hinge_kg, hinges):
    made = plan(edited(fence((9000, 0)), {"do": "add_gate", "leg": 0, "at_mm": 3000, "opening_mm": opening}))
    [gate] = made.laid.gates
    assert gate.hinges_per_leaf == hinges
    assert gate.weight_kg <= hinge_kg
    assert gate.hinge.words == {45: "strap hinge 450 mm", 90: "heavy strap hinge 600 mm"}[hinge_kg]
