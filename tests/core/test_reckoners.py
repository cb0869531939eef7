import json
import random
import re
import shutil
import subprocess
from pathlib import Path

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from rowstake.core.faults import JobFault
from rowstake.core.measure import Printer
from rowstake.core.reckoners import closed, find, registry
from rowstake.core.reckoners.base import read_inputs
from rowstake.core.reckoners.box_steps import BoxSteps
from rowstake.core.reckoners.box_steps import run as box_steps
from rowstake.core.reckoners.forms import form
from rowstake.core.reckoners.stairs import Stairs
from rowstake.core.reckoners.vectors import check, check_all
from rowstake.files.closed_ts import closed_ts

WEB = Path(__file__).parents[2] / "web"
VECTORS = Path(__file__).parents[1] / "vectors"
WANTED = [
    "equal-spacing",
    "picket-gaps",
    "lap-boards",
    "hole-concrete",
    "post-hole",
    "fence-wind",
    "gate-leaf",
    "joist-span",
    "beam-span",
    "footing-size",
    "ledger-fasteners",
    "deck-boards",
    "stairs",
    "square-up",
    "three-four-five",
    "level-loop",
    "redivide",
    "stock-cutting",
    "creep",
    "wood-movement",
    "moisture-content",
    "thermal-gap",
    "height-stack",
]


def reckon(name, **inputs):
    r = find(name)
    return r.run(read_inputs(r, inputs))


@pytest.mark.parametrize("name", [n for n in WANTED if (VECTORS / f"{n}.jsonl").exists()])
def test_vectors(name):
    lines = (VECTORS / f"{name}.jsonl").read_text().splitlines()
    wrong = [w for _, w in check_all(lines) if w]
    assert lines
    assert wrong == []


def test_a_wrong_vector_is_told():
    line = '{"reckoner": "equal-spacing", "inputs": {"length_mm": 100, "max_spacing_mm": 50}, "expect": {"bays": 3}}'
    assert "bays is 2, expected 3" in check(line)
    assert "not a vector" in check("{")
    assert "no reckoner" in check('{"reckoner": "x", "inputs": {}, "expect": {}}')


def test_registry_is_whole_and_every_example_works():
    assert set(WANTED) <= set(registry())
    for r in registry().values():
        given_ = read_inputs(r, r.example)
        for units in ("mm", "ft-in"):
            assert r.say(given_, r.run(given_), Printer(units))
        names = [f.name for f in form(r, "mm", "uk_ireland")]
        assert names == list(r.takes.model_fields)


@pytest.mark.parametrize(
    "name, inputs, field",
    [
        ("equal-spacing", {"length_mm": 0, "max_spacing_mm": 100}, "length_mm"),
        ("equal-spacing", {"length_mm": -3, "max_spacing_mm": 100}, "length_mm"),
        ("equal-spacing", {"length_mm": 2e7, "max_spacing_mm": 100}, "length_mm"),
        ("equal-spacing", {"length_mm": "a bit", "max_spacing_mm": 100}, "length_mm"),
        ("equal-spacing", {"max_spacing_mm": 100}, "length_mm"),
        ("equal-spacing", {"length_mm": 5, "max_spacing_mm": 100, "colour": 1}, "colour"),
        ("picket-gaps", {"clear_mm": 50, "width_mm": 90, "target_gap_mm": 5}, "width_mm"),
        ("lap-boards", {"length_mm": 1000, "width_mm": 100, "min_lap_mm": 100}, "min_lap_mm"),
        ("hole-concrete", {"hole_diameter_mm": 100, "concrete_depth_mm": 500, "post_w_mm": 90, "post_d_mm": 90}, "hole_diameter_mm"),
        ("gate-leaf", {"opening_mm": 20, "leaf_height_mm": 1000}, "opening_mm"),
        ("joist-span", {"species": ["balsa"], "size": "2x8"}, "species"),
        ("joist-span", {"species": ["southern_pine"], "size": "huge"}, "size"),
        ("wood-movement", {"species": "oak", "width_mm": 90, "moisture_from_pct": 5, "moisture_to_pct": 9}, "species"),
    ],
)  # fmt: skip
def test_bad_input_names_the_field(name, inputs, field):
    with pytest.raises(JobFault) as caught:
        reckon(name, **inputs)
    fault = caught.value.faults[0]
    assert fault.field == field
    assert fault.allowed


def test_post_hole_by_hand():
    out = reckon("post-hole", above_ground_mm=1900, post_w_mm=100, school="third", frost_depth_mm=600, gravel_mm=100,
                 stock_lengths_mm=[2400, 3000, 3600])  # fmt: skip
    assert (out.embedment_mm, out.hole_depth_mm, out.hole_diameter_mm) == (950, 1050, 300)
    assert (out.post_length_mm, out.stock_length_mm, out.trim_mm, out.governed_by) == (2850, 3000, 150, "third")
    frost = reckon("post-hole", above_ground_mm=1000, post_w_mm=100, frost_depth_mm=800)
    assert (frost.embedment_mm, frost.governed_by, frost.stock_length_mm) == (800, "frost", None)
    low = reckon("post-hole", above_ground_mm=600, post_w_mm=88.9, gravel_mm=0)
    assert (low.embedment_mm, low.governed_by) == (450, "minimum")
    assert low.hole_diameter_mm == pytest.approx(304.8)  # 3 × 88.9 = 266.7, next auger in inches is 12


def test_height_stack_by_hand():
    fits = reckon("height-stack", finished_mm=600, board_mm=28, joist_mm=147, beam_mm=147, standoff_mm=25)
    assert (fits.top_of_frame_mm, fits.top_of_beam_mm, fits.post_mm) == (572, 425, 253)
    tight = reckon("height-stack", finished_mm=340, board_mm=28, clip_mm=5, joist_mm=147, beam_mm=147, standoff_mm=25)
    assert tight.post_mm == -12
    said = find("height-stack").say(read_inputs(find("height-stack"), {
        "finished_mm": 340, "board_mm": 28, "clip_mm": 5, "joist_mm": 147, "beam_mm": 147}), tight, Printer())  # fmt: skip
    assert "352 mm needed, 340 mm there" in said


@given(st.floats(100, 1e6), st.floats(100, 5000))
def test_equal_marks_never_drift(length, most):
    out = reckon("equal-spacing", length_mm=length, max_spacing_mm=most)
    assert out.marks_mm[0] == 0
    assert out.marks_mm[-1] == pytest.approx(length, rel=1e-12)
    assert out.spacing_mm <= most * (1 + 1e-9)
    assert out.bays == 1 or length / (out.bays - 1) > most * (1 - 1e-8)
    assert all(m == pytest.approx(length * i / out.bays, rel=1e-12) for i, m in enumerate(out.marks_mm))


@given(st.floats(300, 6000), st.floats(20, 200), st.sampled_from(["gap", "board"]), st.floats(10, 200))
def test_pickets_and_gaps_fill_the_clear(clear, width, edges, target):
    assume(clear >= 2 * width)
    out = reckon("picket-gaps", clear_mm=clear, width_mm=width, edges=edges, target_gap_mm=target)
    gaps = out.count + (1 if edges == "gap" else -1)
    assert out.count * width + gaps * out.gap_mm == pytest.approx(clear, abs=1e-6)
    for n in (out.count - 1, out.count + 1):
        other = n + (1 if edges == "gap" else -1)
        if other > 0 and n >= 2 and n * width <= clear:
            assert abs((clear - n * width) / other - target) >= abs(out.gap_mm - target) - 1e-6


@given(st.floats(300, 6000), st.floats(20, 200), st.floats(5, 200))
def test_largest_gap_takes_the_least_count(clear, width, most):
    try:
        out = reckon("picket-gaps", clear_mm=clear, width_mm=width, max_gap_mm=most)
    except JobFault:
        n = int(clear // width)
        assert (clear - n * width) / (n + 1) > most - 1e-6
        return
    assert out.gap_mm <= most + 1e-6
    if out.count > 1:
        assert (clear - (out.count - 1) * width) / out.count > most - 1e-6


@given(st.floats(300, 9000), st.floats(60, 200), st.floats(5, 50))
def test_laps_fill_the_length(length, width, least):
    out = reckon("lap-boards", length_mm=length, width_mm=width, min_lap_mm=least)
    assert out.count * width - (out.count - 1) * out.lap_mm == pytest.approx(length, abs=1e-6)
    assert out.lap_mm >= least - 1e-6


@given(st.floats(200, 9000), st.floats(60, 200), st.floats(0, 10))
def test_deck_rows_fill_the_run(run, board, gap):
    out = reckon("deck-boards", run_mm=run, board_mm=board, gap_mm=gap, min_gap_mm=0, max_gap_mm=12)
    used = out.full_boards * (board + gap)
    assert out.last_rip_mm == pytest.approx(max(0, run - used), abs=0.051)
    assert out.last_rip_mm < board
    if out.full_board_gap_mm is not None:
        rows = (run + out.full_board_gap_mm) / (board + out.full_board_gap_mm)
        assert rows == pytest.approx(round(rows), abs=1e-6)


@given(st.floats(800, 2400), st.floats(800, 3000), st.floats(0.2, 1), st.floats(300, 1500))
def test_what_a_fence_stands_is_where_its_limit_lies(height, bay, solidity, depth):
    inputs = dict(height_mm=height, bay_mm=bay, solidity=solidity, exposure="C", species="southern_pine", post_size="4x4",
                  hole_diameter_mm=300, embedment_mm=depth, lateral_bearing_kpa_per_m=15.7)  # fmt: skip
    first = reckon("fence-wind", wind_mps=30, **inputs)
    again = reckon("fence-wind", wind_mps=min(first.holds_to_mps, 120), **inputs)
    if first.holds_to_mps <= 120:
        load = again.moment_nm / again.post_capacity_nm
        depth_used = (again.required_embedment_mm or 1e9) / depth
        assert max(load, depth_used) == pytest.approx(1, rel=1e-3)


@pytest.mark.parametrize(
    ("name", "inputs", "field"),
    [
        ("equal-spacing", {"length_mm": 1e6, "max_spacing_mm": 1e-12}, "max_spacing_mm"),
        ("equal-spacing", {"length_mm": 1e7, "max_spacing_mm": 1}, "max_spacing_mm"),
        ("stairs", {"total_rise_mm": 900, "max_riser_mm": 1e-300, "tread_run_mm": 280}, "max_riser_mm"),
        (
            "stairs",
            {"total_rise_mm": 100, "max_riser_mm": 200, "tread_run_mm": 280, "tread_thickness_mm": 120},
            "tread_thickness_mm",
        ),
        (
            "stairs",
            {"total_rise_mm": 900, "max_riser_mm": 190, "tread_run_mm": 280, "stringer_width_mm": 100},
            "stringer_width_mm",
        ),
        ("picket-gaps", {"clear_mm": 1e7, "width_mm": 1, "target_gap_mm": 1}, "width_mm"),
        ("deck-boards", {"run_mm": 1e7, "board_mm": 1, "gap_mm": 0}, "board_mm"),
        ("lap-boards", {"length_mm": 1e7, "width_mm": 10, "min_lap_mm": 9.9999999999}, "min_lap_mm"),
        ("creep", {"remaining_a_mm": 1e7, "remaining_b_mm": 1e7, "board_mm": 1, "gap_mm": 0}, "board_mm"),
        ("ledger-fasteners", {"joist_span_mm": 6000, "fastener": "lag_13mm", "live_kpa": 20}, "joist_span_mm"),
        ("beam-span", {"joist_span_mm": 3000, "species": ["southern_pine"] * 21}, "species"),
        ("joist-span", {"species": ["southern_pine"], "live_kpa": 1e-9}, "live_kpa"),
    ],
)
def test_what_no_builder_means_is_refused(name, inputs, field):
    reckoner = find(name)
    with pytest.raises(JobFault) as caught:
        reckoner.run(read_inputs(reckoner, inputs))
    assert caught.value.faults[0].field == field


def test_ledger_fixings_by_the_table_and_by_capacity():
    reckoner = find("ledger-fasteners")

    def at(span, fastener="bolt_13mm", **load):
        return reckoner.run(read_inputs(reckoner, {"joist_span_mm": span, "fastener": fastener, **load}))

    # 12'-8" lies past the 12 ft column: the 14 ft one, 24 in.
    assert at(12 * 304.8 + 203.2).spacing_mm == pytest.approx(24 * 25.4)
    assert at(12 * 304.8 + 203.2).by == "table"
    # 2 kPa on 3.6 m: 3172 ÷ 3.6 = 881 mm, 34.7 in: rounded down to 34.
    assert at(3600, live_kpa=1.5, dead_kpa=0.5).spacing_mm == pytest.approx(34 * 25.4)
    assert at(3600, live_kpa=1.5, dead_kpa=0.5).by == "capacity"
    for span in range(1500, 8000, 111):
        given = at(span, live_kpa=3.0, dead_kpa=0.5)
        assert given.spacing_mm * 3.5 * span / 2 / 1000 <= 3172 + 1e-6


def test_a_wide_post_gets_a_hole_of_three_widths():
    reckoner = find("post-hole")
    assert reckoner.run(read_inputs(reckoner, {"above_ground_mm": 1800, "post_w_mm": 300})).hole_diameter_mm == 900


def test_footings_have_the_published_least():
    reckoner = find("footing-size")
    out = reckoner.run(read_inputs(reckoner, {"load_kn": 0.5}))
    assert (out.side_mm, out.diameter_mm, out.thickness_mm) == (304.8, 355.6, 152.4)


def test_steps_as_boxes_by_hand():
    """540 in three risers of 180: two boxes. The lower frame 180 - 28 = 152 high, the upper, on it, 180; stacked the lower is
    2 · 290 - 25 = 555 deep, the upper 265; rungs in 1500: ⌈1453 / 400⌉ + 1 = 5, of 461 and 171."""
    given = {"total_rise_mm": 540, "max_riser_mm": 190, "going_mm": 290, "width_mm": 1500}
    out = box_steps(BoxSteps(**given))
    assert (out.risers, out.riser_mm) == (3, 180)
    assert [(b.frame_height_mm, b.depth_mm, b.rungs, b.rung_mm) for b in out.boxes] == [
        (152, 555, 5, 461),
        (180, 265, 5, 171),
    ]
    assert out.timber_mm == 4 * 1500 + 5 * 461 + 5 * 171
    back = box_steps(BoxSteps(**given, way="stepped"))
    # Stepped back the lower is 290 deep, with a strip behind it; the upper stands on that and on a leg of 152 under each rung.
    assert [(b.depth_mm, b.legs, b.leg_mm, b.strip_mm) for b in back.boxes] == [
        (290, None, None, 1500), (265, 5, 152, None),
    ]  # fmt: skip
    assert back.timber_mm == 4 * 1500 + 5 * 196 + 5 * 171 + 5 * 152 + 1500
    assert box_steps(BoxSteps(**given | {"total_rise_mm": 180})).boxes == []
    for field, value in (("going_mm", 100), ("tread_mm", 185), ("width_mm", 40)):
        with pytest.raises(JobFault) as refused:
            box_steps(BoxSteps(**given | {field: value}))
        assert refused.value.faults[0].field == field


def test_stairs_tell_one_riser_more_and_one_fewer():
    out = find("stairs").run(Stairs(total_rise_mm=900, max_riser_mm=190, tread_run_mm=277))
    assert [(w.risers, w.riser_mm, w.total_run_mm, w.step_mm) for w in out.ways] == [
        (4, 225, 831, 727),
        (6, 150, 1385, 577),
    ]


def test_lists_are_typed_in_a_line():
    out = reckon("redivide", run_mm="10.8 m", built_mm="1890; 1.9 m", max_spacing_mm="1800")
    assert out.marks_mm[:4] == [0, 945, 1890, 1900]
    levels = reckon("level-loop", sights="1425 to 1610; 1388 to 1502\n1720 to 1418")
    assert levels.levels_mm == pytest.approx([-186, -301, 0])
    cuts = reckon("stock-cutting", pieces="2 × 1800; 600", stock="3600 @ 9.5; 4800 @ 12, 4")
    # Both of 1800 and a saw cut are 3603: a board of 4800 holds all three, 4206 with two cuts; 594 are left, 591 after one more.
    assert (cuts.stock_count, cuts.cost, cuts.optimal) == (1, 12, True)
    assert cuts.boards[0].offcut_mm == pytest.approx(591)
    fields = {f.name: f for f in form(find("stock-cutting"), "mm", "uk_ireland")}
    assert (fields["pieces"].kind, fields["stock"].example) == ("list", "3600 mm @ 9.2; 4800 mm @ 12.6")


@pytest.mark.parametrize(
    ("name", "inputs", "field"),
    [
        ("stock-cutting", {"pieces": "5000", "stock": "4800 @ 3"}, "pieces"),
        ("stock-cutting", {"pieces": "2 × 3000", "stock": "4800 @ 3, 1"}, "stock"),
        ("stock-cutting", {"pieces": "1000", "stock": "4800"}, "stock"),
        ("stock-cutting", {"pieces": "1000", "stock": "4800 @ 0"}, "stock.0.price"),
        ("redivide", {"run_mm": 5000, "built_mm": [3000, 2000], "max_spacing_mm": 1800}, "built_mm"),
        ("redivide", {"run_mm": 5000, "built_mm": [5000], "max_spacing_mm": 1800}, "built_mm"),
        ("three-four-five", {"side_a_mm": 500, "side_b_mm": 500, "unit_mm": 300}, "unit_mm"),
        ("level-loop", {"sights": "1425"}, "sights"),
    ],
)
def test_lists_that_cannot_be_are_refused_by_their_field(name, inputs, field):
    with pytest.raises(JobFault) as refused:
        reckon(name, **inputs)
    assert refused.value.faults[0].field == field


@pytest.mark.parametrize("units", ["mm", "ft-in"])
@pytest.mark.parametrize("name", list(registry()))
def test_what_a_form_begins_with_is_answered(name, units):
    reckoner = find(name)
    typed = {
        f.name: f.example
        for f in form(reckoner, units, "north_america" if units == "ft-in" else "uk_ireland")
        if f.example is not None
    }
    given = read_inputs(reckoner, typed, units)
    assert reckoner.say(given, reckoner.run(given), Printer(units))


def _by_node(source: str, calls: list) -> list:
    """What functions of the browser answer to [name, arguments], run by node; types are taken off."""
    plain = re.sub(r": (number|string|Units)\b", "", source)
    plain = re.sub(r"^(import|type) .*$", "", plain, flags=re.MULTILINE).replace("export ", "")
    node = shutil.which("node") or str(WEB.parent / ".tools/node/bin/node")
    script = f"{plain}\nconsole.log(JSON.stringify({json.dumps(calls)}.map(([n, a]) => eval(n)(...a))));"
    return json.loads(subprocess.run([node, "-e", script], capture_output=True, text=True, check=True).stdout)


def test_the_browser_prints_lengths_as_the_core_does():
    rng = random.Random(7)
    lengths = [
        0,
        0.4,
        -0.4,
        0.5,
        -0.5,
        2.5,
        -2.5,
        25.4,
        304.8,
        304.7,
        -304.8,
        3048 + 12.7,
        12.7,
        *(rng.uniform(-9000, 40_000) for _ in range(300)),
    ]
    asked = [
        (mm, units, of) for mm in lengths for units, of in (("mm", 16), ("ft-in", 8), ("ft-in", 16), ("ft-in", 32))
    ]
    source = (WEB / "src/features/onsite/closed.ts").read_text("utf-8") + (
        WEB / "src/features/onsite/shown.ts"
    ).read_text("utf-8")
    assert _by_node(source, [["shown", list(q)] for q in asked]) == [Printer(u, of).length(mm) for mm, u, of in asked]


def test_the_browser_has_the_closed_formulas_of_the_core_and_gets_the_same_from_them():
    """The file is what the core writes today; run by node, figures agree to the last bit but one."""
    assert (WEB / "src/features/onsite/closed.ts").read_text("utf-8") == closed_ts(), (
        "rowstake formulas > web/src/features/onsite/closed.ts"
    )
    rng = random.Random(5)
    asked = {
        "push": (4, (500, 9000)), "true_diagonal": (2, (500, 9000)), "boards_left": (4, (20, 900)), "gap_at": (3, (90, 900)), "mark_after": (3, (0, 9000)),
        "bays_in": (2, (50, 9000)), "mark_in": (4, (1, 9000)), "cut_by": (2, (-50, 3000)), "from_feet": (4, (1, 40)), "parts_of_inch": (2, (1, 4000)), "out_of_square": (2, (1, 9000)),
        "lean_of": (2, (5, 1300)), "staff_at": (3, (-900, 3000)), "off_by": (4, (-900, 3000)),
    }  # fmt: skip
    functions = {name for name in vars(closed) if getattr(getattr(closed, name), "__module__", "") == closed.__name__}
    assert functions == set(asked)
    cases = []
    for name, (count, (low, high)) in asked.items():
        for _ in range(40):
            args = [rng.uniform(low, high) for _ in range(count)][: getattr(closed, name).__code__.co_argcount]
            cases.append((name, args, getattr(closed, name)(*args)))
    camel = {name: re.sub(r"_(\w)", lambda m: m.group(1).upper(), name) for name in asked}
    told = _by_node(closed_ts(), [[camel[n], a] for n, a, _ in cases])
    assert told == pytest.approx([value for *_, value in cases], rel=1e-12)
