"""Bars, half-laps, boards running through, the pull on the post; days and needs: each worked by hand."""

import itertools
import math

import pytest

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.check import prove
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.structure.timber import read_stick
from rowstake.core.trades.fence.openings import leaf_pull
from rowstake.core.trades.fence.views.order import needs
from rowstake.core.trades.fence.views.strips import first_bay, heights, posts
from tests.holds.solids import check_solids
from tests.jobs import edited, fence, kind, put, scenes, spot, yard


def gate(*edits):
    """The yard's gate: a leaf of 978 × 1800 in a frame of 38 × 87."""
    return plan(edited(yard(), *edits))


def test_bars_equally_spaced():
    made = gate(put("fence.gate_frame.bars_mm", 400))
    panel = made.laid.gates[0].panel
    # Inner width 978 − 174 = 804: fewest 16 mm bars whose gap is at most 95: 7 bars leave 692/8 = 86.5.
    assert len(panel.bars) == 7
    assert panel.bar_gap_mm == pytest.approx(86.5)
    assert panel.bar_cut_mm == 400 - 2 * 8
    # Boards up to the top of the middle rail: 1800 − 87 − 400; the brace between bottom and middle rail.
    assert {p.length_mm for p in made.parts if p.kind == "gate board"} == {1313}
    assert made.laid.gates[0].brace_mm == pytest.approx(math.hypot(804, 1313 - 174))
    rails = [p for p in made.laid.gates[0].parts if p.kind == "gate rail"]
    assert [p.length_mm for p in rails] == [804] * 3
    bars = {r.item: r.buy for r in made.lists.buy if r.item.startswith("bar")}
    assert bars == {"bar 16 mm, 384 mm long, galvanised": 7, "bar connector for 16 mm, galvanised": 14}


def test_bars_on_the_boards():
    made = gate(put("fence.gate_frame.bars_mm", 400), put("fence.gate_frame.bars_on", "boards"))
    # Boards of 150 with middles at 75, 225, … 825 and 939; inside the frame from 87 to 891, so those at 225 to 825.
    middles = [x + 8 + 87 for x in made.laid.gates[0].panel.bars]
    assert middles == pytest.approx([225, 375, 525, 675, 825])


@pytest.mark.parametrize(
    ("edits", "field"),
    [
        ([put("fence.gate_frame.bars_mm", 1500)], "fence.gate_frame.bars_mm"),
        (
            [put("fence.gate_frame.bars_mm", 100), put("fence.gate_frame.connector_mm", 55)],
            "fence.gate_frame.connector_mm",
        ),
    ],
)
def test_bars_that_do_not_fit_are_told(edits, field):
    with pytest.raises(JobFault) as fault:
        gate(*edits)
    assert fault.value.faults[0].field == field


def test_half_lapped_rails_run_full_width():
    made = gate(put("fence.gate_frame.joint", "half_lap"))
    rails = [p for p in made.laid.gates[0].parts if p.kind == "gate rail"]
    assert [p.length_mm for p in rails] == [978, 978]
    assert {p.ends for p in rails} == {"half-lapped 87 mm long, 19 mm deep"}


def test_boards_run_through_from_the_fence():
    made = gate(put("fence.gate_frame.through", True))
    # Leg 2 starts its boards at −88, every 150: the leaf from 2510 to 3488 meets edges at 2612, 2762 … 3362.
    boards = sorted((spot(p).left_mm, spot(p).right_mm) for p in made.parts if p.kind == "gate board")
    edges = [2510, 2612, 2762, 2912, 3062, 3212, 3362, 3488]
    assert [a for a, _ in boards] == pytest.approx(edges[:-1])
    assert [b for _, b in boards] == pytest.approx(edges[1:])


def test_what_the_leaf_pulls():
    made = gate()
    built, digger = made.laid.gates[0], made.laid.digger
    pull = leaf_pull(digger, made.laid.layout.openings[0], built)
    assert pull.moment_nm == pytest.approx(built.weight_kg * 9.81 * (978 / 2 + 10) / 1000)
    # 125 post: S = 125³/6; its lasting strength 4.1 or 6.2 by grade.
    assert pull.post_nm == pytest.approx(made.brief.species.long_mpa * 125**3 / 6 / 1000)
    d, h = kind(made, True).hole.embedment_mm / 1000, 0.55 * 1.8
    earth = 4 * d * d / (4 * d + 4.36 * h) * (2 * 15700 * d / 3) * 0.4 / 2.34 * h
    assert pull.earth_nm == pytest.approx(earth)
    assert "leaf_G1" in scenes(made)


def test_days_by_hand():
    made = plan(fence((7200, 0)))
    # Five posts at 0.4 h and what fills their holes at 14 h a cubic metre; 12 rails (3 rows of two two-bay lengths,
    # the middle row of three) at 0.15; boards at 0.07. Two people, 8 h: a day and the night, then the rest.
    filled = sum(p.amount for p in made.parts if p.unit == "m³")
    holes = 5 * 0.4 + 14 * filled
    frame, skin = made.count("rail") * 0.15, made.count("board") * 0.07
    assert made.days.hours["holes"] == pytest.approx(holes)
    total = math.ceil(holes / 16) + (frame + skin) / 16
    assert made.days.total == math.ceil(total * 2) / 2
    alone = plan(edited(fence((7200, 0)), put("site.crew", 1)))
    assert alone.days.total > made.days.total
    gravel = plan(edited(fence((7200, 0)), put("fence.posts.method", "gravel")))
    assert gravel.days.wait == 0


def test_later_choices_tell_the_earlier_step():
    quiet = {(n.stake, n.because) for n in needs(plan(fence((7200, 0))))}
    assert quiet == set()
    made = plan(edited(yard(), {"do": "style", "style": "stacked_channels"}, put("fence.trims.cap_rail", "uk_38x87"),
                       put("fence.rails.fixing", "let_in"), put("fence.trims.gravel_board", "uk_38x150"),
                       {"do": "gate", "id": "G1", "values": {"stop": True, "wheel": True}}))  # fmt: skip
    told = [(n.stake, n.because) for n in needs(made)]
    assert told == [
        ("ground", "the gate wheel"), ("holes", "the gates"), ("holes", "the gates"),
        ("holes", "the channels"), ("frame", "the gravel boards"), ("skin", "the dry-out"),
    ]  # fmt: skip
    sheets = needs(plan(edited(fence((7200, 0)), {"do": "style", "style": "sheet_panels"})))
    assert "1203 mm" in sheets[0].words


def test_strips_are_the_marks_of_the_plan():
    made = plan(yard())
    up = dict((words.rsplit(" ", 1)[0], mm) for mm, words in heights(made).marks)
    # Boards from 50 to 1850; rails of 87 with middles 150, 900 and 1650 above their foot; the post 50 proud.
    assert up["boards start"] == 50
    assert up["rail 2, lower edge"] == pytest.approx(50 + 900 - 43.5)
    assert up["top of post"] == 1900
    assert [mm for mm, _ in posts(made)[1].marks] == [0, 1218.75, 2437.5, 3562.5, 4781.25, 6000]
    assert [mm for mm, _ in first_bay(made).marks][:3] == [0, 150, 300]
    flat = plan(edited(yard(), {"do": "style", "style": "horizontal"}))
    assert first_bay(flat).title.startswith("Courses")


def test_a_leaf_of_cement_sheets_weighs_what_they_weigh_and_is_screwed_all_round():
    job = edited(
        fence((9000, 0)), {"do": "style", "style": "sheet_panels"}, {"do": "add_gate", "leg": 0, "opening_mm": 1000}
    )
    made = plan(job)
    [gate] = made.laid.gates
    board, soaked = made.brief.board, made.brief.species.density_kg_m3 * 1.35
    assert board.density_kg_m3 > 1000
    kg = 0.0
    for p in gate.parts:
        if p.unit == "piece":
            s = CATALOGUE.sections[p.material]
            kg += p.length_mm * p.width_mm * s.thickness_mm / 1e9 * (s.density_kg_m3 or soaked)
    assert gate.weight_kg == pytest.approx(kg)
    sheets = [p for p in gate.parts if p.kind == "gate board"]
    wanted = sum(2 * (math.ceil(p.length_mm / 200) + math.ceil(p.width_mm / 200)) for p in sheets)
    assert next(p.amount for p in gate.parts if p.kind == "board screw") == wanted
    both = plan(edited(job, put("fence.skin.both_faces", True))).laid.gates[0]
    assert sum(p.kind == "gate board" for p in both.parts) == 2 * len(sheets)
    assert both.weight_kg == pytest.approx(
        kg + sum(p.length_mm * p.width_mm * board.thickness_mm / 1e9 * board.density_kg_m3 for p in sheets)
    )


def test_an_oblong_hinge_post_is_taken_over_its_weaker_side():
    stick = read_stick("4x6")
    assert stick.weak_modulus_mm3 == pytest.approx(139.7 * 88.9**2 / 6)
    assert stick.section_modulus_mm3 == pytest.approx(88.9 * 139.7**2 / 6)


@pytest.mark.parametrize("on", ["equal", "boards"])
def test_bars_stand_between_the_stiles_and_nowhere_else(on):
    edits = [
        put("fence.gate_frame.bars_mm", 450),
        put("fence.gate_frame.bars_on", on),
        {"do": "add_gate", "leg": 0, "at_mm": 3000, "opening_mm": 1200},
    ]
    [gate] = plan(edited(fence((9000, 0)), *edits)).laid.gates
    bars = [spot(p) for p in gate.parts if p.kind == "bar"]
    near, far = [spot(p) for p in gate.parts if p.kind == "stile"]
    gaps = [b.left_mm - a.right_mm for a, b in itertools.pairwise([near, *bars, far])]
    assert min(gaps) > 0
    if on == "equal":  # the same gap everywhere, at the stiles too
        assert gaps == pytest.approx([gaps[0]] * len(gaps))
    else:  # each on the middle of a board
        middles = [(spot(p).left_mm + spot(p).right_mm) / 2 for p in gate.parts if p.kind == "gate board"]
        assert all(min(abs((b.left_mm + b.right_mm) / 2 - m) for m in middles) < 1e-6 for b in bars)


@pytest.mark.parametrize("joint", ["between", "half_lap"])
def test_a_leaf_goes_together_however_it_is_joined(joint):
    made = plan(edited(yard(), put("fence.gate_frame.joint", joint), put("fence.gate_frame.bars_mm", 400)))
    assert not prove(made.parts).clashes
    rail = next(p for p in made.parts if p.kind == "gate rail")
    stile = next(p for p in made.parts if p.kind == "stile")
    face, thick = made.brief.frame.width_mm / 1000, made.brief.frame.thickness_mm / 1000
    # Half of what lies over each other is cut from both: two laps to a rail, three to a stile with a middle rail.
    whole = rail.length_mm / 1000 * face * thick
    gone = 2 * face * face * thick / 2 if joint == "half_lap" else 0
    assert rail.solid.volume_m3 == pytest.approx(whole - gone)
    gone = 3 * face * face * thick / 2 if joint == "half_lap" else 0
    assert stile.solid.volume_m3 == pytest.approx(stile.length_mm / 1000 * face * thick - gone)


def test_no_strip_too_narrow_to_cut_ends_a_leaf_whose_boards_run_on():
    """A leaf of 2387 whose boards run on from the fence's: 6.8 are left before the first whole one, 0.2 after the last, which is left off."""
    job = edited(
        fence((4103, 0), (1500, 0), (1500, 0), region="australia_nz", style="framed_panel"),
        {"do": "add_gate", "leg": 0, "at_mm": 1507, "opening_mm": 2409},
        *(put(f"fence.{path}", value) for path, value in (("skin.height_mm", 700), ("skin.side", "left"), ("skin.fit", "balanced"),
                                                          ("gate_frame.through", True), ("gate_frame.joint", "between"), ("skin.lap_mm", 5),
                                                          ("bays.way", "module"), ("bays.module_mm", 1369), ("bays.remainder", "start"))),
    )  # fmt: skip
    boards = [p for p in plan(job).parts if p.kind == "gate board"]
    assert boards
    assert min(p.width_mm for p in boards) >= 5
    check_solids(plan(job))


def test_a_leaf_ends_on_no_sliver():
    """An opening of 950 leaves a leaf of 950 - 10 - 12 = 928: six boards of 150 and 28 over, less than half a board, so both end boards
    are (150 + 928 - 900) / 2 = 89. Of 1000, 978: six and a rip of 78, as on the fence."""
    for opening, widths in ((950, [89, *[150] * 5, 89]), (1000, [*[150] * 6, 78])):
        edits = [put("fence.skin.gap_mm", 0), put("fence.skin.fit", "exact")]
        made = plan(edited(fence((9000, 0)), {"do": "add_gate", "leg": 0, "opening_mm": opening}, *edits))
        assert [round(p.width_mm, 6) for p in made.laid.gates[0].parts if p.kind == "gate board"] == widths


def test_sheets_of_a_leaf_are_alike_and_their_joint_is_told():
    """A leaf of 2450 - 22 = 2428 takes three sheets of (2428 - 2 × 3) / 3, not two and a strip of 22 that nothing holds; one of 2407 two, 4 of its
    stile left bare."""
    for opening, widths in ((2450, [2422 / 3] * 3), (2429, [1200, 1200]), (1222, [1200])):
        edits = [{"do": "style", "style": "sheet_panels"}, {"do": "add_gate", "leg": 0, "opening_mm": opening}]
        made = plan(edited(fence((9000, 0)), *edits, put("fence.skin.gap_mm", 3)))
        sheets = [p.width_mm for p in made.laid.gates[0].parts if p.kind == "gate board"]
        assert sheets == pytest.approx(widths)
        assert ("leaf_joint" in {f.rule for f in made.findings}) == (len(widths) > 1)


def test_sheets_of_a_bay_are_alike():
    """Centres of 1206 leave a bay of 1203 for a sheet of 1200: 3 more are open under the batten. In one of 1307 two of (1307 - 3) / 2 meet between posts."""
    for centres, widths in ((1206, [1200]), (1310, [652, 652])):
        edits = [
            put("fence.bays.way", "module"),
            put("fence.bays.told", "centres"),
            put("fence.bays.module_mm", centres),
        ]
        made = plan(
            edited(
                fence((2 * centres, 0)), {"do": "style", "style": "sheet_panels"}, put("fence.skin.gap_mm", 3), *edits
            )
        )
        assert [p.width_mm for p in made.parts if p.kind == "board"] == pytest.approx(widths * 2)
        assert ("sheet_joint" in {f.rule for f in made.findings}) == (len(widths) > 1)
