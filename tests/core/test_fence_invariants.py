"""Held over styles, fits, fixings, corners, gates and regions: what is drawn is what is counted is what is bought."""

import math
import os
from itertools import pairwise

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.trades.fence.planes import through_mm
from tests.holds.fence import check_fence
from tests.holds.solids import check_solids
from tests.jobs import edited, fence, put, spot
from tests.refused import drawn_again

CASES = [(style, fit) for style, entry in CATALOGUE.styles.items() for fit in entry.fits]


def _sold(region, *uses):
    return [s.id for use in uses for s in CATALOGUE.sections_for(region, use)]


TURNS = st.one_of(st.floats(-130, 130), st.sampled_from([90, -90, 91, -91, 45, 1]))
"""Right angles are what most corners are, and what is told apart by a hair's breadth."""


@st.composite
def jobs(draw):
    region = draw(st.sampled_from(list(CATALOGUE.regions)))
    style, fit = draw(st.sampled_from(CASES))
    turns = [0.0, *draw(st.lists(TURNS, max_size=2))]
    job = fence(*((draw(st.floats(1500, 14_000)), turn) for turn in turns), region=region, style=style)
    edits = [
        put("fence.skin.fit", fit),
        put("fence.posts.method", draw(st.sampled_from(list(CATALOGUE.methods)))),
        put("fence.rails.fixing", draw(st.sampled_from(["face", "between", "let_in"]))),
        put("fence.posts.doubled", draw(st.sampled_from(["none", "gates", "all"]))),
        put("fence.posts.at_wall", draw(st.sampled_from(["on", "back", "front"]))),
        put("fence.skin.side", draw(st.sampled_from(["left", "right"]))),
        put("fence.skin.start", draw(st.sampled_from(["start", "end"]))),
        put("fence.skin.height_mm", draw(st.floats(700, 1820))),
        put("fence.bays.way", draw(st.sampled_from(["equal", "module"]))),
        put("fence.bays.remainder", draw(st.sampled_from(["start", "end"]))),
        put("fence.bays.max_mm", draw(st.floats(900, 2700))),
        put("fence.bays.module_mm", draw(st.floats(900, 2700))),
        put("fence.bays.told", draw(st.sampled_from(["centres", "clear"]))),
    ]
    if draw(st.booleans()):
        edits += [
            put("fence.skin.fixing", draw(st.sampled_from(["screws", "nails", "adhesive"]))),
            put("fence.skin.both_faces", draw(st.booleans())),
            put("fence.skin.lap_mm", draw(st.floats(5, 80))),
            put("fence.trims.cap_rail", draw(st.sampled_from([None, *_sold(region, "rail", "board")]))),
            put("fence.trims.gravel_board", draw(st.sampled_from([None, *_sold(region, "board", "rail")]))),
            put("fence.trims.end_covers", draw(st.booleans())),
            put("fence.posts.proud_mm", draw(st.sampled_from([0, 50]))),
            put("fence.gate_frame.joint", draw(st.sampled_from(["between", "half_lap"]))),
            put("fence.gate_frame.bars_mm", draw(st.sampled_from([0, 0, 300]))),
            put("fence.gate_frame.through", draw(st.booleans())),
        ]
    if draw(st.booleans()):
        edits.append(
            {"do": "add_gate", "leg": 0, "at_mm": draw(st.floats(0, 12_000)), "opening_mm": draw(st.floats(600, 3000))}
        )
    if draw(st.booleans()):
        edits.append(
            {"do": "add_obstacle", "leg": 0, "at_mm": draw(st.floats(0, 1500)), "width_mm": draw(st.floats(50, 900))}
        )
    if draw(st.booleans()):
        length = job.fence.legs[0].length_mm
        wall = draw(st.sampled_from(["", ", wall"]))
        rows = draw(st.lists(st.tuples(st.floats(0, 1), st.floats(-900, 900)), min_size=1, max_size=5))
        edits.append(
            {"do": "levels", "text": "\n".join(f"{length * at:.0f}, {level:.0f}{wall}" for at, level in sorted(rows))}
        )
        edits.append(put("fence.slope.way", draw(st.sampled_from(["stepped", "raked", "contour", "level"]))))
        edits.append(put("fence.slope.equal_steps", draw(st.booleans())))
        edits.append(put("fence.slope.fill", draw(st.booleans())))
    job = edited(job, *edits)
    try:
        return plan(job)
    except JobFault as fault:
        drawn_again(fault)


@settings(
    max_examples=int(os.environ.get("ROWSTAKE_EXAMPLES", 40)),
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much],
)
@given(jobs())
def test_a_fence_holds_together(made):
    check_fence(made)


@settings(
    max_examples=int(os.environ.get("ROWSTAKE_EXAMPLES", 30)) // 3,
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much],
)
@given(jobs())
def test_a_fence_goes_together_and_is_held(made):
    check_solids(made)


def test_a_short_stretch_laps_board_on_board_by_half_at_most():
    """Three 140 mm boards over 255 mm would lap 82 mm evenly, and the two of one face lie in one another."""
    job = fence((12_944, 0), region="north_america", style="board_on_board")
    edits = [
        {
            "do": "set",
            "path": "fence.bays",
            "value": {"way": "module", "module_mm": 900, "max_mm": 900, "remainder": "start"},
        },
        put("fence.skin.height_mm", 700),
    ]
    made = plan(edited(job, *edits))
    # 255.1 clear: 0 and 139.7 on one face, edge to edge, the second ripped to 255.1 − 139.7; 69.85 on the other.
    assert [tuple(round(v, 2) for v in b) for b in made.laid.courses[0].laid.boards] == [
        (0, 139.7),
        (69.85, 139.7),
        (139.7, 115.4),
    ]
    check_solids(made)


def test_a_lapped_board_that_leans_past_the_start_of_its_rails_is_told():
    """Round a corner of 7° the rails begin at 44.2; the first board ends at 55 and bears up to its lap at 30."""
    job = fence((1500, 0), (1500, 0), (1500, -7), region="australia_nz", style="lapped")
    edits = [put("fence.skin.board", "au_90x22"), put("fence.skin.fit", "exact"), put("fence.skin.lap_mm", 25)]
    edits += [put("fence.skin.start", "end"), put("fence.bays.max_mm", 900), put("fence.skin.height_mm", 700)]
    made = plan(edited(job, *edits, put("fence.skin.side", "left")))
    finding = next(f for f in made.findings if f.rule == "corner_rail")
    assert finding.title == "Board 3B1 at the corner bears 14 mm before its rails begin"
    check_solids(made)


def test_a_lap_of_more_than_half_a_board_is_told_and_not_laid():
    job = fence((7200, 0), style="board_on_board")
    made = plan(edited(job, put("fence.skin.fit", "exact"), put("fence.skin.lap_mm", 70)))
    finding = next(f for f in made.findings if f.rule == "half_lap")
    assert made.laid.courses[0].laid.lap_mm == 62.5
    check_solids(made)
    mended = plan(edited(made.brief.job, *finding.fixes[0].edits))
    assert "half_lap" not in {f.rule for f in mended.findings}


def test_trims_keep_clear_of_the_double_of_a_corner_post():
    """At 79° the double of the corner post stands 1.8 mm into where the next leg's trims would begin: they begin beyond it."""
    job = fence((1500, 0), (1500, 0), (1500, -79.310731), style="framed_panel")
    edits = [
        put("fence.posts.doubled", "all"),
        put("fence.bays.max_mm", 900),
        put("fence.skin.height_mm", 700),
        put("fence.skin.side", "left"),
    ]
    check_solids(plan(edited(job, *edits)))


def test_lapped_boards_of_a_gate_start_at_the_end_the_fence_does():
    """Started from the right, the rip is the board at the left, and every board leans on the one to its right."""
    job = fence((1500, 0), region="north_america", style="lapped")
    edits = [put("fence.skin.start", "end"), put("fence.skin.fit", "exact"), put("fence.skin.lap_mm", 25)]
    made = plan(edited(job, {"do": "add_gate", "leg": 0, "at_mm": 0, "opening_mm": 600}, *edits))
    boards = [p for p in made.parts if p.kind == "gate board"]
    assert [p.width_mm < 139 for p in boards] == [True, *[False] * (len(boards) - 1)]
    check_solids(made)


def test_a_lapped_gate_has_no_strip_that_lies_wholly_on_the_board_beside_it():
    """The fence's boards of 90 lie 49.84 apart and run on over the leaf: strips of 10 and of 16 at its ends would each lie on a board
    that ends where they do, the second too far out for its screw."""
    job = fence((1500, 0), region="australia_nz", style="lapped")
    edits = [
        put("fence.skin.lap_mm", 37),
        put("fence.skin.height_mm", 700),
        put("fence.trims.end_covers", True),
        put("fence.gate_frame.through", True),
        put("fence.bays.max_mm", 900),
    ]
    made = plan(edited(job, {"do": "add_gate", "leg": 0, "at_mm": 0, "opening_mm": 600}, *edits))
    boards = sorted(
        (p.solid.box[0][0], p.solid.box[1][0]) for p in made.parts if p.kind == "gate board" and p.solid is not None
    )
    assert all(a < b and right < far for (a, right), (b, far) in pairwise(boards))
    check_solids(made)


def test_boards_of_a_framed_panel_keep_clear_of_the_trims_of_the_leg_before():
    """At an inner corner of 98° the first board would stand 2 mm in the front trims of the bay before."""
    job = fence((1500, 0), (1500, 98), region="north_america", style="framed_panel")
    edits = [put("fence.skin.side", "left"), put("fence.bays.max_mm", 900), put("fence.skin.height_mm", 700)]
    check_solids(plan(edited(job, *edits)))


@pytest.mark.parametrize("turn", [0.25, 10])
def test_a_screw_is_measured_through_the_board_not_along_its_lean(turn):
    """Legs that turn by a quarter of a degree: boards lie 22 thick on the corner post, not 25 for leaning 3 along their length."""
    job = fence((1500, 0), (1500, turn), region="australia_nz", style="horizontal")
    edits = [put("fence.skin.side", "left"), put("fence.bays.max_mm", 900), put("fence.skin.height_mm", 700)]
    check_solids(plan(edited(job, *edits)))


def test_two_pieces_never_overlap_in_a_row_of_rails():
    made = plan(fence((9137, 0), (5221, 60), (3333, -120)))
    rows = {}
    for part in made.parts:
        if part.kind == "rail":
            rows.setdefault((spot(part).leg, spot(part).bottom_mm), []).append(
                (spot(part).left_mm, spot(part).right_mm)
            )
    for pieces in rows.values():
        for (_, end), (start, _) in zip(sorted(pieces), sorted(pieces)[1:], strict=False):
            assert end == pytest.approx(start)
    posts = {0: [p.on(0) for p in made.laid.layout.leg_posts(0)]}
    joints = {round(end, 6) for (leg, _), pieces in rows.items() if leg == 0 for _, end in sorted(pieces)[:-1]}
    assert joints <= {round(p, 6) for p in posts[0]}


@pytest.mark.parametrize(("lap", "turn"), [(47, -90), (67.9, 90), (42, -90), (30, 90)])
def test_no_lap_is_more_than_boards_take(lap, turn):
    """Boards of 90 × 22 lean no more than 25°: 22 / tan 25° = 47.18 of pitch, so a lap of 42.82 at most; past it they are laid so, and told."""
    job = fence((1500, 0), (1500, turn), style="lapped", region="australia_nz")
    edits = [
        put("fence.skin.height_mm", 700),
        put("fence.bays.max_mm", 900),
        put("fence.skin.side", "right"),
        put("fence.skin.board", "au_90x22"),
        put("fence.skin.lap_mm", lap),
    ]
    made = plan(edited(job, *edits, put("fence.skin.fit", "even")))
    most = 90 - 22 / math.tan(math.radians(25))
    assert most == pytest.approx(42.82, abs=0.01)
    assert all(c.laid.lap_mm <= most + 1e-6 for c in made.laid.courses)
    assert ("half_lap" in {f.rule for f in made.findings}) == (lap > most)
    check_fence(made)
    check_solids(made)


def test_a_screw_through_lapped_boards_reaches_past_what_lies_between():
    """A lap of 30 on boards of 90 × 22: in its middle the upper board's back is 22 · 75 / 60 = 27.5 off the rail, so the screw goes through
    49.5 before it grips 38: 87.5, of those on sale the next, where it does not come out of a rail of 45."""
    job = fence((6000, 0), style="lapped", region="australia_nz")
    made = plan(
        edited(job, put("fence.skin.board", "au_90x22"), put("fence.skin.lap_mm", 30), put("fence.skin.fit", "exact"))
    )
    assert through_mm(made.brief) == pytest.approx(49.5)
    (screws,) = (p for p in made.parts if p.kind == "board screw")
    sold = made.brief.sold.screws_mm
    assert screws.good.sizes[0] == min(s for s in sold if s >= 87.5)
    assert screws.good.sizes[0] <= 49.5 + 45


def test_a_lapped_board_past_the_end_of_its_rails_is_told():
    """Boards of 90 lapped 40 go on 50 each: the 34th begins 33 · 50 past the first, at -50, and so at 1600. Past its lap it bears from 1640 on;
    the rails end at 1595, behind those of the next leg."""
    job = fence((1500, 0), (1500, 90), style="lapped", region="australia_nz")
    edits = [put("fence.skin.height_mm", 700), put("fence.bays.max_mm", 900), put("fence.skin.side", "right")]
    lapped = [put("fence.skin.board", "au_90x22"), put("fence.skin.fit", "exact"), put("fence.skin.lap_mm", 40)]
    made = plan(edited(job, *edits, *lapped))
    (told,) = (f for f in made.findings if f.rule == "corner_rail" and "past the end" in f.title)
    assert told.title == "Board 1B34 at the corner bears 45 mm past the end of its rails"
    assert told.where == ("1B34",)
    turned = plan(apply_raw(made.brief.job, list(told.fixes[0].edits)))
    assert "corner_rail" not in {f.rule for f in turned.findings}


def test_a_notch_that_would_leave_a_hair_of_the_head_goes_to_the_top():
    """On a bank of 640 over 375 a let-in rail comes out 0.17 above the head of its post: the post ends in the notch."""
    made = plan(
        edited(
            fence((1500, 0)),
            put("fence.bays.max_mm", 900), put("fence.rails.fixing", "let_in"), put("fence.skin.height_mm", 700), put("fence.posts.proud_mm", 0),
            put("fence.slope.way", "raked"), put("fence.skin.style", "close_butted"), put("fence.skin.board", "uk_19x150"),
            {"do": "add_gate", "leg": 0, "at_mm": 188, "opening_mm": 600},
            put("fence.ground", [{"leg": 0, "at_mm": 0, "level_mm": 640}, {"leg": 0, "at_mm": 375, "level_mm": 0}]),
        )
    )  # fmt: skip
    assert any("notch" in p.ends for p in made.parts if p.kind == "post")
    check_fence(made)
    check_solids(made)


def test_cleats_end_under_the_boards_on_a_rake():
    """Ground that rises 20 over 750: a cleat 38 wide whose foot keeps to the lower edge of its board ends 1 mm lower."""
    made = plan(
        edited(
            fence((1500, 0)),
            put("fence.bays.max_mm", 900), put("fence.skin.height_mm", 700), put("fence.slope.way", "raked"), put("fence.skin.style", "board_on_board"),
            put("fence.skin.board", "uk_19x125"), put("fence.trims.gravel_board", "uk_38x150"), put("fence.skin.lap_mm", 5), put("fence.skin.fit", "even"),
            put("fence.ground", [{"leg": 0, "at_mm": 0, "level_mm": 0}, {"leg": 0, "at_mm": 750, "level_mm": 20}]),
        )
    )  # fmt: skip
    tall = {round(p.length_mm, 2) for p in made.parts if p.kind == "cleat"}
    assert min(tall) == pytest.approx(150 - 38 * 20 / 750, abs=0.02)
    check_solids(made)


def test_holes_meet_where_the_line_comes_back_to_itself():
    """110° and 118° bring the end of three legs of 1500 to 295 from the start: holes of 304.8 run into each other."""
    made = plan(
        edited(
            fence((1500, 0), (1500, 110), (1500, 118), region="north_america"),
            put("fence.bays.max_mm", 900),
            put("fence.skin.height_mm", 700),
        )
    )
    assert [f.where for f in made.findings if f.rule == "holes_meet"] == [("P1", "P7")]
    check_solids(made)


@pytest.mark.parametrize(
    ("style", "board", "gravel", "rise"),
    [("board_on_board", "uk_19x125", "uk_38x150", 9), ("close_butted", "uk_19x150", "uk_50x100", 2)],
)
def test_boards_are_not_cut_down_into_a_gravel_board(style, board, gravel, rise):
    """Steps over ground that rises a little, boards cut down to it: where a gravel board lies there is nothing to fill."""
    made = plan(
        edited(
            fence((1500, 0)), put("fence.bays.max_mm", 900), put("fence.skin.height_mm", 700), put("fence.slope.way", "stepped"),
            put("fence.slope.fill", True), put("fence.skin.style", style), put("fence.skin.board", board),
            put("fence.trims.gravel_board", gravel), put("fence.skin.lap_mm", 5), put("fence.posts.proud_mm", 0), put("fence.rails.fixing", "between"),
            put("fence.skin.side", "left"), put("fence.skin.fit", "even" if style == "board_on_board" else "exact"),
            put("fence.ground", [{"leg": 0, "at_mm": 0, "level_mm": 0}, {"leg": 0, "at_mm": 750, "level_mm": rise}]),
        )
    )  # fmt: skip
    feet = {foot.left_mm for foot in made.laid.levels.feet.values()}
    assert {round(min(y for _, y in p.solid.profile), 3) for p in made.parts if p.kind == "board"} <= {
        round(f, 3) for f in feet
    }
    check_solids(made)


def test_cleats_behind_a_steep_gravel_board_are_cut_to_its_slope():
    """A bay of 127 between posts that rises 515.5: over the 38 of a cleat the board rises 38 × 515.5 ÷ 127 = 154.2, more than it is wide. Of the
    200 of a cleat 45.8 are left beside that. In the other bay it rises 13.3 over a cleat: 150 - 13.3 between square ends."""
    made = plan(edited(
        fence((1500, 0), style="board_on_board"), put("fence.skin.board", "uk_19x125"), put("fence.skin.height_mm", 700),
        put("fence.slope.way", "raked"), put("fence.bays.way", "module"), put("fence.bays.told", "centres"), put("fence.bays.module_mm", 1273),
        put("fence.bays.remainder", "start"), put("fence.trims.gravel_board", "uk_38x150"), put("fence.skin.lap_mm", 5),
        put("fence.ground", [{"leg": 0, "at_mm": 0, "level_mm": -578}, {"leg": 0, "at_mm": 375, "level_mm": 548}]),
    ))  # fmt: skip
    assert [round(p.length_mm, 1) for p in made.parts if p.kind == "cleat"] == [200, 200, 136.7, 136.7]
    check_solids(made)


def test_lying_boards_between_two_inside_corners_are_told_to_bear_on_nothing():
    """A bay of 1500 between two corners, boards on the inside: they begin 19 past the edge of one post and end at that of the other."""
    made = plan(edited(
        fence((1500, 0), (1500, 90), (1500, 90), region="north_america", style="horizontal"), put("fence.skin.side", "left"),
        put("fence.bays.way", "module"), put("fence.bays.told", "clear"), put("fence.bays.module_mm", 1234), put("fence.bays.remainder", "start"),
    ))  # fmt: skip
    told = [f.title for f in made.findings if f.rule == "corner_rail"]
    assert told == [
        f"The boards of leg {n} and leg {n + 1} end beside the corner post P{n + 1}, not on it" for n in (1, 2)
    ]
    check_solids(made)


def test_a_sliver_narrower_than_it_is_thick_is_not_screwed_through_its_edge():
    """The last board of the second leg is 11 wide and lies against the rail of the third with its edge, where no screw goes."""
    turns = ((1500, 0), (1500, -72), (1500, -90))
    made = plan(edited(fence(*turns, region="north_america"), put("fence.bays.max_mm", 900), put("fence.rails.fixing", "let_in"),
                       put("fence.skin.height_mm", 700)))  # fmt: skip
    assert min(p.width_mm for p in made.parts if p.kind == "board") < 15
    check_solids(made)


def test_a_line_that_comes_back_to_itself_is_told():
    """Three legs of 1500 that turn by 115° and 116° end beside where they began: boards of the first and the last meet there."""
    made = plan(edited(fence((1500, 0), (1500, 115), (1500, 116), region="north_america"), put("fence.skin.side", "left"),
                       put("fence.bays.max_mm", 900), put("fence.skin.height_mm", 700)))  # fmt: skip
    (told,) = (f for f in made.findings if f.rule == "line_near")
    assert {"1B1", "3B10"} <= set(told.where)
    check_solids(made)
    after = plan(edited(made.brief.job, *told.fixes[0].edits))
    assert "line_near" not in {f.rule for f in after.findings}


@pytest.mark.parametrize("turn", [-121, -128, 125])
def test_cleats_keep_clear_of_the_gravel_board_round_a_sharp_corner(turn):
    """At an inner angle of 59° a cleat behind one leg's board would reach 1.6 into that of the next leg."""
    made = plan(edited(
        fence((1500, 0), (1500, turn), region="north_america"), put("fence.bays.max_mm", 900), put("fence.skin.height_mm", 700),
        put("fence.skin.side", "left"), put("fence.trims.gravel_board", "na_2x6_board"), put("fence.skin.ground_gap_mm", 200),
    ))  # fmt: skip
    assert sum(p.kind == "cleat" for p in made.parts) == 8
    check_solids(made)


def test_boards_on_both_faces_keep_clear_of_a_post_that_is_turned_a_little():
    """Round a bend of 2° the post's corner stands 1.7 into the bay at the far face: boards begin past it on both, those of the far face too
    where a lap of more than half a board has the second begin beside the first."""
    made = plan(edited(
        fence((1500, 0), (1500, 0), (10_726, -2), style="board_on_board"), put("fence.bays.max_mm", 976), put("fence.skin.height_mm", 700),
        put("fence.skin.side", "left"), put("fence.skin.start", "end"), put("fence.skin.fit", "even"), put("fence.skin.lap_mm", 63),
        put("fence.posts.proud_mm", 0),
    ))  # fmt: skip
    assert any(f.rule == "half_lap" for f in made.findings)
    check_solids(made)
