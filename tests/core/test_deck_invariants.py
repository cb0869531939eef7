"""Held over shapes, directions, borders, supports and regions: boards and gaps tile the deck, ends are carried,
nothing spans too far unsaid, what is drawn is what is counted is what is bought."""

import itertools
import math
import os
from collections import Counter

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from shapely.geometry import Point, Polygon
from shapely.ops import unary_union

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.desk import desk
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.trades.deck.border import border_depth
from rowstake.core.trades.deck.carried import footing_used
from rowstake.core.trades.deck.members import beam_plies
from rowstake.core.trades.deck.rows import past_joists
from rowstake.core.trades.deck.work import lines
from tests.decks import cut, deck
from tests.holds.cuts import cut_from
from tests.holds.deck import check_deck
from tests.holds.solids import check_solids
from tests.jobs import put, scenes
from tests.refused import drawn_again

KINDS = ("notch", "clip", "hole")
CORNERS = ("house_left", "house_right", "far_left", "far_right")


def _place(draw, whole, size):
    """Somewhere in the deck, or near one of its edges."""
    beside = draw(st.one_of(st.none(), st.floats(30, 400)))
    if beside is None:
        return whole * draw(st.floats(0.3, 0.6))
    return draw(st.sampled_from([beside, max(1.0, whole - size - beside)]))


@st.composite
def decks(draw):
    region = draw(st.sampled_from(list(CATALOGUE.regions)))
    width, out = draw(st.floats(1200, 14000)), draw(st.floats(1200, 14000))
    edits = []
    for n, kind in enumerate(draw(st.lists(st.sampled_from(KINDS), max_size=2))):
        edits.append({"do": "add_cut", "kind": kind, "corner": draw(st.sampled_from(CORNERS))})
        if kind == "hole":
            along, deep = (draw(st.sampled_from([60, 200, 500, 1200])) for _ in "xy")
            x, y = _place(draw, width, along), _place(draw, out, deep)
            edits += cut(n, along_mm=along, out_mm=deep, x_mm=x, y_mm=y)
        else:
            along = min(width, out) * draw(st.floats(0.1, 0.4))
            edits += cut(n, along_mm=along, out_mm=along if kind == "clip" else out * draw(st.floats(0.1, 0.4)))
    products = [d.id for d in CATALOGUE.decking.values() if d.region == region]
    edits += [
        put("deck.boards.product", draw(st.sampled_from(products))),
        put("deck.boards.run", draw(st.sampled_from(["along", "across", "diagonal"]))),
        put("deck.boards.start", draw(st.sampled_from(["far", "house"]))),
        put("deck.boards.fit", draw(st.sampled_from(["rip", "gap", "balanced"]))),
        put("deck.boards.border.boards", draw(st.sampled_from([0, 1, 2]))),
        put("deck.boards.border.sides", draw(st.lists(st.sampled_from(["left", "far", "right"]), unique=True))),
        put("deck.boards.breaker", draw(st.booleans())),
        put("deck.beams.way", draw(st.sampled_from(["dropped", "flush"]))),
        put("deck.footings.kind", draw(st.sampled_from(list(CATALOGUE.footings)))),
        put("deck.ground.fall_out_mm", draw(st.floats(-200, 600))),
    ]
    height = draw(st.floats(80, 3000))
    try:
        return plan(deck(width, out, height, *edits, region=region, support=draw(st.sampled_from(["ledger", "free"]))))
    except JobFault as fault:
        drawn_again(fault)


@settings(
    max_examples=int(os.environ.get("ROWSTAKE_EXAMPLES", 19)),
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much],
)
@given(decks())
def test_a_deck_holds_together(made):
    check_deck(made)
    _tiles(made)
    _ends_are_carried(made)
    _spans(made)
    _ledger_holds(made)
    _loads_add_up(made)
    _drawn_counted_bought(made)
    assert desk(made).stakes


@st.composite
def two_levels(draw):
    """A deck and a level before it on falling ground, with a hole in the level."""
    width, out = draw(st.floats(1500, 6000)), draw(st.floats(1200, 5000))
    hole = {
        "id": "K1", "kind": "hole", "what": draw(st.sampled_from(["oak tree", "drain"])), "x_mm": width * draw(st.floats(0.3, 0.6)),
        "y_mm": out * draw(st.floats(0.3, 0.6)), "along_mm": draw(st.sampled_from([60, 300, 600])), "out_mm": 300,
    }  # fmt: skip
    edits = [
        put("deck.ground.fall_out_mm", draw(st.floats(-50, 300))), {"do": "add_level"}, put("deck.levels.1.shape.width_mm", width),
        put("deck.levels.1.shape.out_mm", out), put("deck.levels.1.shape.cuts", [hole]),
        put("deck.footings.kind", draw(st.sampled_from(list(CATALOGUE.footings)))),
    ]  # fmt: skip
    try:
        return plan(deck(6000, 3000, draw(st.floats(500, 1500)), *edits))
    except JobFault as fault:
        drawn_again(fault)


@settings(
    max_examples=int(os.environ.get("ROWSTAKE_EXAMPLES", 30)) // 3,
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much],
)
@given(two_levels())
def test_lower_levels_hold_together(made):
    check_deck(made)
    check_solids(made)
    assert desk(made).stakes


@settings(
    max_examples=int(os.environ.get("ROWSTAKE_EXAMPLES", 30)) // 3,
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much],
)
@given(decks())
def test_a_deck_goes_together_and_is_held(made):
    check_solids(made)


def _tiles(made):
    """No two boards overlap, none leaves the deck, and what is not board is gap: each beside a board's edge or end."""
    boards = [b.shape for b in made.laid.main.laying.boards]
    whole = unary_union(boards)
    assert whole.area == pytest.approx(sum(b.area for b in boards), rel=1e-6, abs=20)
    assert whole.difference(made.laid.main.shape.buffer(0.01)).area < 5
    widest = max(made.laid.main.laying.gap_mm, made.laid.main.laying.end_gap_mm, made.brief.deck.boards.gap_mm)
    left = made.laid.main.shape.difference(whole.buffer(widest + 0.02, join_style="mitre"))
    assert left.area < 60 * len(boards)
    for b in made.laid.main.laying.boards:
        assert 0 < b.width_mm <= b.section.width_mm + 1e-6


def _ends_are_carried(made):
    """A square end of a field board lies over a joist, or past the last one by no more than the overhang and a board."""
    if made.brief.deck.boards.run == "diagonal" or made.laid.main.grid.broken or made.laid.main.grid.narrow:
        return  # a hole whose frame has no room is told
    grid, half = made.laid.main.grid, made.laid.main.grid.thick_mm / 2
    reach = made.brief.deck.boards.overhang_mm + made.laid.main.grid.thick_mm + border_depth(made.brief, 0)
    holes = [Polygon(r) for r in made.laid.main.shape.interiors]
    closing = [
        Polygon([grid.on_plan(q) for q in s.outline()])
        for _, s in made.laid.main.sticks
        if s.kind in ("rim", "ledger", "header")
    ]
    if made.laid.main.supports.flush:
        plies = [s for b in made.laid.main.supports.beams for _, s in beam_plies(b)]
        closing += [Polygon([grid.on_plan(q) for q in s.outline()]) for s in plies]
    closing = unary_union(closing)
    for b in made.laid.main.laying.of("board"):
        x0, y0, x1, y1 = b.shape.bounds
        middle = (y0 + y1) / 2 if not grid.turned else (x0 + x1) / 2
        ends = (x0, x1) if not grid.turned else (y0, y1)
        if "angle" in b.ends or "notched" in b.ends or b.width_mm < 10:
            continue
        past = past_joists(made.brief, grid)  # over a rim it lies on that
        joists = [j.s for j in grid.joists if j.t0 - past <= middle <= j.t1 + past]
        for end in ends:
            near = Point(end, middle) if not grid.turned else Point(middle, end)
            if any(h.distance(near) < 200 for h in holes):
                continue
            if closing.intersection(b.shape).length > 2 * b.length_mm:
                continue  # it lies along a header or a rim
            near_joist = min((abs(end - s) for s in joists), default=math.inf) <= reach + half + 2
            assert (
                near_joist
                or _on_closing(made, closing, b.shape, near, reach) > (y1 - y0 if not grid.turned else x1 - x0) / 2
            ), (b.number, end)


def _on_closing(made, closing, board, end, reach):
    """How much of a board's width beams and rims carry within its width of its end, where they leave a joist no room."""
    grid = made.laid.main.grid
    rims = [
        Polygon([grid.on_plan(q) for q in s.outline()]) for _, s in made.laid.main.sticks if s.kind == "clipped rim"
    ]
    x0, y0, x1, y1 = board.bounds
    wide = x1 - x0 if grid.turned else y1 - y0
    carried = (
        unary_union([closing, *rims]).intersection(board).intersection(end.buffer(reach + wide, cap_style="square"))
    )
    if carried.is_empty:
        return 0.0
    low, near, high, far = carried.bounds
    return high - low if grid.turned else far - near


def _spans(made):
    """Nothing is beyond its limit unless advice says so; every joist has two bearings or hangs on what closes the frame."""
    rules = {f.rule for f in made.findings}
    assert made.laid.main.supports.joist_reach.used <= 1.0005 or "joist_over" in rules
    assert all(b.reach.used <= 1.0005 for b in made.laid.main.supports.beams)
    for beam in made.laid.main.supports.beams:
        shares = [b - a for a, b in itertools.pairwise(beam.marks)]
        assert len(shares) == len(beam.posts)
        assert all(share > 0 for share in shares)
        assert sum(shares) == pytest.approx(beam.carries[1] - beam.carries[0])
        assert all(a < b for a, b in itertools.pairwise(beam.posts))
        assert beam.s0 <= beam.posts[0]
        assert beam.posts[-1] <= beam.s1
    if any(q.height_mm < -0.5 for q in made.laid.main.posts):
        assert "stack_fit" in rules
    for group in made.laid.main.grid.groups:
        bearings = len(made.laid.main.supports.bearings(group))
        narrow = group.s1 - group.s0 < 300 and "hole_room" in rules  # a strip of frame between a hole and the edge
        assert bearings >= (2 if group.ledger else 1) or narrow


def _ledger_holds(made):
    """No fixing meets a joist, and none carries more than it may: strides within what the load allows, or pairs."""
    ledger, grid = made.laid.main.ledger, made.laid.main.grid
    if ledger is None:
        return
    told = "ledger_hold" in {f.rule for f in made.findings}
    for _, piece in made.laid.main.sticks:
        if piece.kind != "ledger":
            continue
        low, high = sorted((piece.a[0], piece.b[0]))
        count = Counter(h.s for h in ledger.holes if low <= h.s <= high)
        assert count
        for a, b in itertools.pairwise(sorted(count)):
            assert b - a <= ledger.spacing_mm * min(count[a], count[b]) + 1e-6 or told
        held = [j for j in grid.joists if j.near == "ledger"]
        assert all(abs(s - j.s) > grid.thick_mm / 2 + 30 for s in count for j in held)


def _loads_add_up(made):
    """All of the frame stands on the posts and the ledger, and no footing presses harder than its ground bears."""
    carried = sum(q.carries_m2 for q in made.laid.main.posts)
    for g in made.laid.main.grid.groups:
        if g.ledger:
            marks = [*made.laid.main.supports.bearings(g), g.t1]
            carried += (marks[1] - marks[0]) / 2 * (g.s1 - g.s0) / 1e6
    assert (
        carried >= made.laid.main.grid.poly.area / 1e6 * 0.97 or made.laid.main.bare
    )  # told; a flush beam's own thickness carries nothing
    for f in made.laid.footings:
        used = footing_used(made.brief, f)
        assert used is None or used <= 1.0005 or "footing_kind" in {x.rule for x in made.findings}


def _drawn_counted_bought(made):
    pieces = [p for p in made.parts if p.unit == "piece"]
    labels = Counter(p.label for p in pieces)
    assert max(labels.values()) == 1
    drawn = {s.of for s in scenes(made)["plan"].shapes if s.kind == "poly"}
    assert set(labels) <= drawn
    assert sum(len(c.labels) for c in made.lists.cuts) == len(pieces)
    for key, cuts in made.lists.plans.items():
        own = cut_from(made, key, pieces)
        wanted = Counter(blank.length_mm for blank in own)
        planned = Counter({m: wanted[m] for m in cuts.too_long_mm})
        for pattern in cuts.patterns:
            assert pattern.saw == made.brief.job.cutting.saw
            assert pattern.saw.used_mm(pattern.pieces_mm, pattern.stock_mm) <= pattern.stock_mm + 1e-6
            for length, n in Counter(pattern.pieces_mm).items():
                planned[length] += n * pattern.count
        assert planned == wanted
    too_long = {key for key, cuts in made.lists.plans.items() if cuts.too_long_mm}
    assert bool(too_long) == any(f.rule == "deck_stock" for f in made.findings)


def test_a_beam_without_room_for_a_post_sits_on_its_bases():
    """Boards of 25, flush beams of 200 and the base's standoff of 25 leave nothing for a post under 250."""
    edits = [put("deck.beams.way", "flush"), put("deck.footings.kind", "slab"), put("deck.footings.top_mm", 0)]
    edits += [
        put("deck.boards.run", "across"),
        put("deck.boards.product", "uk_composite"),
        put("deck.joists.size", "uk_47x200"),
    ]
    made = plan(deck(3689, 1200, 250, *edits, put("deck.beams.size", "uk_47x200")))
    assert {p.height_mm for p in made.laid.main.posts} == {0}
    assert made.count("post") == 0
    check_solids(made)


def test_a_joist_that_only_the_end_of_a_clipped_rim_meets_is_carried_by_it():
    """The corner clipped at the house begins 4157 mm along; its rim of two plies of 47 closes the joist at 4072 too, half of whose
    507 mm to the first beam would hang past it."""
    clip = [
        {"do": "add_cut", "kind": "clip"},
        *cut(corner="house_right", x_mm=2000, y_mm=800, along_mm=300, out_mm=300),
        put("deck.beams.rows", 3),
    ]
    made = plan(deck(4492, 1804, 1766, *clip, put("deck.boards.overhang_mm", 25), put("deck.posts.size", "uk_100x100")))
    (corner,) = made.laid.main.corners
    assert len(corner.loads) == 1
    assert [p.label for p in made.laid.main.posts if p.beam is None] == ["P10"]
    check_deck(made)


def test_the_rim_of_a_clipped_corner_bears_on_a_beam_that_ends_under_its_foot():
    """Joists along the house and a clip of 1484: the foot of its rim lies over the end of the second beam, where no post fits."""
    edits = [
        {"do": "add_cut", "kind": "hole"},
        *cut(x_mm=304, y_mm=6022, along_mm=500, out_mm=60),
        {"do": "add_cut", "kind": "clip"},
        *cut(1, corner="house_left", along_mm=1484.2, out_mm=1484.2),
        *(put(f"deck.{path}", value) for path, value in (("species", "c16"), ("footings.kind", "slab"))),
        put("deck.boards.run", "across"),
    ]
    made = plan(deck(11786.4, 6441.8, 620.8, *edits, region="australia_nz"))
    (corner,) = made.laid.main.corners
    assert corner.on is not None
    assert corner.on.label == "B2"
    assert {p.beam is not None for p in made.laid.main.posts} == {True}
    first = next(p for p in made.laid.main.posts if p.beam is corner.on)
    assert first.stands_kn > corner.post_n / 1000 * 0.99
    check_solids(made)


def test_a_scrap_that_touches_the_frame_by_a_hair_is_told():
    """At 45° a row leaves a corner of 51 by 51, of which half a millimetre lies over the corner of the frame."""
    edits = [
        {"do": "add_cut", "kind": "notch"},
        *cut(corner="far_left", along_mm=401.69194, out_mm=414.80804),
        {"do": "add_cut", "kind": "notch"},
        *cut(1, corner="house_left", along_mm=312.01695, out_mm=230.33336),
        put("deck.boards.product", "uk_composite"),
        put("deck.boards.run", "diagonal"),
        put("deck.boards.start", "house"),
        put("deck.boards.gap_mm", 6),
        put("deck.ground.fall_out_mm", 338.64),
    ]
    made = plan(deck(1200, 1200, 659.009, *edits))
    assert ("D12",) in [f.where for f in made.findings if f.rule == "off_frame"]
    check_solids(made)


def test_a_scrap_between_a_hole_and_the_border_that_laps_a_header_by_a_hair_is_told():
    """27 deep between the edge of the hole and the gap at the border, of which 2 lie on the header: less than holds anything."""
    edits = [
        {"do": "add_cut", "kind": "hole"}, *cut(along_mm=500, out_mm=60, x_mm=450, y_mm=12354.655176715143), put("deck.boards.product", "uk_composite"),
        put("deck.boards.run", "diagonal"), put("deck.boards.start", "far"), put("deck.boards.gap_mm", 6), put("deck.boards.border.boards", 1),
        put("deck.boards.border.sides", ["left", "far"]),
    ]  # fmt: skip
    made = plan(deck(1200, 12593.655176715143, 600, *edits))
    assert [f.where for f in made.findings if f.rule == "off_frame"] == [("D3",)]
    check_solids(made)


@pytest.mark.parametrize("along", [140.625, 150.0])
def test_two_notches_that_end_nearly_alike_share_a_joist(along):
    """Notches of 131.25 and a little more at both ends of one side: no two joists of 38.1 stand that near, so that the frame of the outer
    is taken back to the inner, which is told with how far the boards then reach."""
    cuts = [{"do": "add_cut", "kind": "notch"}, *cut(corner="house_left", along_mm=along, out_mm=300)]
    cuts += [{"do": "add_cut", "kind": "notch"}]
    cuts += [
        put(f"deck.levels.0.shape.cuts.1.{k}", v)
        for k, v in (("corner", "far_left"), ("along_mm", 131.25), ("out_mm", 300))
    ]
    made = plan(deck(1200, 1200, 250, *cuts, region="north_america"))
    (told,) = (f for f in made.findings if f.rule == "frame_straight")
    assert made.brief.printer.fine(25.4 + along - 131.25) in told.title
    check_deck(made)
    check_solids(made)


def test_no_corner_of_a_diagonal_is_filled_with_a_sliver():
    """The last row would be 1.4 mm wide: nobody cuts that, nothing holds it, and no more than a gap stays open."""
    edits = [
        put("deck.boards.product", "au_composite"), put("deck.boards.run", "diagonal"), put("deck.boards.gap_mm", 5),
        put("deck.boards.border.boards", 2), put("deck.boards.border.sides", ["left", "far"]),
    ]  # fmt: skip
    made = plan(deck(1762, 14000, 250, *edits, region="australia_nz"))
    assert min(p.width_mm for p in made.parts if p.kind == "board") >= 5
    check_solids(made)


def test_a_brace_stops_at_the_end_of_a_beam_that_it_passes_by_half():
    """The next beam ends 12.5 beside the middle of the post: half of the brace would go through it."""
    edits = [
        {"do": "add_cut", "kind": "notch", "corner": "house_left"}, *cut(along_mm=262.5, out_mm=1498.75),
        {"do": "add_cut", "kind": "notch", "corner": "house_left"}, put("deck.levels.0.shape.cuts.1.along_mm", 337.5),
        put("deck.levels.0.shape.cuts.1.out_mm", 749.375), put("deck.boards.run", "along"),
    ]  # fmt: skip
    made = plan(deck(1200, 5995, 1076, *edits, region="north_america", support="free"))
    assert made.count("post brace")
    check_solids(made)


def test_a_clipped_rim_does_not_run_on_to_a_beam_that_begins_further_along():
    """The beam begins 71 past the corner, where the strip between the notch and the end is: a rim lies before it."""
    edits = [
        {"do": "add_cut", "kind": "clip", "corner": "house_left"}, *cut(along_mm=131.25, out_mm=131.25),
        {"do": "add_cut", "kind": "notch"}, *cut(1, corner="far_left", along_mm=187.5, out_mm=300), put("deck.beams.way", "flush"),
    ]  # fmt: skip
    made = plan(deck(1200, 1200, 250, *edits, region="north_america", support="free"))
    check_deck(made)
    check_solids(made)
    assert made.count("rim") == 1


def test_a_long_rim_meets_on_a_joist_that_ends_at_it():
    """Under a membrane all joists but those at the clip are doubled; one at the clip stands 7 past the mitre and ends at the clip's rim.
    The rim reaches 6096 from 932.8 to 7028.8: the last joist before that, but for two spaces of 304.8 at the end, stands at 6769.1."""
    edits = [
        {"do": "add_cut", "kind": "clip", "corner": "far_left"}, *cut(along_mm=914.4, out_mm=914.4),
        put("deck.boards.product", "na_softwood"), put("deck.boards.run", "diagonal"), put("deck.drainage.on", True),
    ]  # fmt: skip
    made = plan(deck(7827, 4869, 300, *edits, region="north_america"))
    check_deck(made)
    assert [round(s.a[0], 1) for _, s in made.laid.main.sticks if s.kind == "rim"] == [932.8, 6769.1]
    # The joist at 330.2 hangs 59.5 past its beam to the clip's rim, which would have to hold it down with 24 kN: it only closes the frame there.
    level = made.laid.main
    [line] = [x for x in lines(level.brief, level.grid, level.supports) if abs(x.joist.s - 330.2) < 0.1]
    span, long, load = 4043.5, 4103.0159, level.brief.total_kpa * line.wide_mm / 1e6
    beam = load * long**2 / 2 / span
    assert line.reactions == pytest.approx((load * long - beam, beam), rel=1e-4)
    assert "member_over" not in {f.rule for f in made.findings}


def test_a_clipped_rim_is_turned_off_a_beam_that_begins_so_near_that_no_rim_fits_before_it():
    """10.5 past the corner: both plies are cut short of the beam's end, and neither leaves the frame."""
    edits = [
        {"do": "add_cut", "kind": "clip", "corner": "far_left"}, *cut(along_mm=300, out_mm=300),
        {"do": "add_cut", "kind": "notch"}, *cut(1, corner="house_left", along_mm=300, out_mm=300), put("deck.beams.way", "flush"),
    ]  # fmt: skip
    made = plan(deck(1200, 1200, 250, *edits, region="north_america"))
    check_deck(made)
    check_solids(made)


def test_a_board_that_ends_on_a_beam_and_a_clipped_rim_is_carried_by_them():
    """Between the beam and the rims of the corner a joist would be 74 long: there is none, and more than half of the board's end lies on
    both."""
    edits = [
        {"do": "add_cut", "kind": "notch", "corner": "house_left"}, *cut(along_mm=450, out_mm=300),
        {"do": "add_cut", "kind": "clip", "corner": "house_right"}, *cut(1, along_mm=450, out_mm=450),
        put("deck.beams.way", "flush"), put("deck.boards.run", "across"),
    ]  # fmt: skip
    made = plan(deck(1200, 1200, 250, *edits, region="north_america"))
    check_deck(made)
    _ends_are_carried(made)


def test_a_narrow_group_between_two_is_carried_by_one_beam():
    """A notch in a notch: the beams on both sides of a strip of 150 lie at one mark, and run on under it as one."""
    edits = [
        {"do": "add_cut", "kind": "notch", "corner": "house_left"}, *cut(along_mm=450, out_mm=1556),
        {"do": "add_cut", "kind": "notch", "corner": "house_left"}, *cut(1, along_mm=300, out_mm=2334), put("deck.boards.run", "along"),
    ]  # fmt: skip
    made = plan(deck(1200, 6224, 250, *edits, region="north_america", support="free"))
    beams = made.laid.main.supports.beams
    assert not [
        (a, b) for a in beams for b in beams if a.label < b.label and a.t == b.t and min(a.s1, b.s1) > max(a.s0, b.s0)
    ]
    check_deck(made)
    check_solids(made)


def test_a_joist_that_hangs_past_its_beam_to_a_clipped_rim_without_a_post_is_told():
    """Beams every 513: the end joist stops 168 past the second of them at the corner's rim, which no post carries; a quarter would be 128."""
    clip = {"do": "add_cut", "kind": "clip"}, *cut(0, corner="far_left", along_mm=300, out_mm=300)
    made = plan(
        deck(3721.011719304881, 1608.8641433449422, 2190, put("deck.beams.rows", 3), *clip, region="australia_nz")
    )
    assert not made.laid.main.corners
    (told,) = [f for f in made.findings if f.rule == "overhang"]
    assert told.title == "Joists hang 168 mm past the beam; a quarter of the span is 128 mm"
    check_deck(made)


def test_a_post_under_one_clipped_corner_carries_no_other():
    """As above, with another corner clipped so far that its rim has a post: the joist at the first hangs all the same."""
    cuts = (
        {"do": "add_cut", "kind": "clip"}, *cut(0, corner="far_left", along_mm=300, out_mm=300),
        {"do": "add_cut", "kind": "clip"}, *cut(1, corner="far_right", along_mm=1300, out_mm=1000),
    )  # fmt: skip
    made = plan(
        deck(3721.011719304881, 1608.8641433449422, 2190, put("deck.beams.rows", 3), *cuts, region="australia_nz")
    )
    assert [corner.edge.a[0] > 1800 for corner in made.laid.main.corners] == [True]
    assert "overhang" in {f.rule for f in made.findings}
    check_deck(made)


def test_a_brace_stops_before_the_headers_of_a_hole():
    """A small deck on boards straight out: the hole lies between two joists, which both run past it, and the brace went up to a block in it."""
    made = plan(
        deck(
            1200, 1200, 1127, put("deck.boards.run", "across"), {"do": "add_cut", "kind": "hole"},
            *cut(0, x_mm=51, y_mm=152, along_mm=60, out_mm=200), region="north_america",
        )
    )  # fmt: skip
    main = made.laid.main
    beside = [b for b in main.braces if b.across and 126 < b.a[0] < 377]
    assert beside
    assert all(min(b.a[1], b.b[1]) >= 136 + 2 * 38.1 - 0.5 for b in beside)
    check_deck(made)


def test_a_brace_does_not_reach_out_into_a_notch():
    """Joists along the house, a notch of 560 by 232 at its left: the post beside that on the narrow strip is braced to one side only, for
    on the other there is no frame; a brace there stood in the steps round the corner."""
    made = plan(
        deck(
            6645, 4257, 1334, put("deck.house.support", "free"), put("deck.beams.way", "flush"), put("deck.boards.run", "across"),
            {"do": "add_cut", "kind": "notch"}, *cut(0, corner="house_left", along_mm=560, out_mm=232), region="north_america",
        )
    )  # fmt: skip
    main = made.laid.main
    beside = [b for b in main.braces if b.across and abs(b.a[0] - 218) < 40]
    assert beside
    assert all(min(b.a[1], b.b[1]) > 560 for b in beside)
    check_deck(made)
    check_solids(made)


def test_posts_that_crowd_at_a_narrow_strip_have_one_brace_between_them():
    """Two posts 25 apart on two beams, each with a brace along the same joist: one of them lies where the other would."""
    edits = [
        {"do": "add_cut", "kind": "notch", "corner": "house_left"}, *cut(along_mm=400, out_mm=131.25), {"do": "add_cut", "kind": "notch", "corner": "house_left"},
        *cut(1, along_mm=131.25, out_mm=169.71573934105746), put("deck.beams.way", "flush"), put("deck.boards.run", "across"),
    ]  # fmt: skip
    for support in ("ledger", "free"):
        made = plan(deck(1200, 1200, 1435, *edits, region="north_america", support=support))
        assert "narrow_strip" in {f.rule for f in made.findings}
        check_solids(made)
