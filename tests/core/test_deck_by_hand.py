"""One deck worked by hand, every piece: 4 m along the house, 3 m out, 600 high, on a ledger; 28×145 boards at 6 mm.

Joists 47 thick of C24 at 400; 1.5 kPa of people and 0.5 of itself. Level ground, no frost, soil not known: clay.
"""

import math
from collections import Counter
from itertools import pairwise

import pytest
from shapely.geometry import LineString

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.structure.columns import column_n
from rowstake.core.structure.timber import read_stick
from rowstake.core.trades.deck.carried import footing_used, post_used
from rowstake.core.trades.deck.finish import ways_to_finish
from rowstake.core.trades.deck.fixings import held_at
from rowstake.core.trades.deck.ledger import SIDING_MM
from rowstake.core.trades.deck.views.figures import deck_figures
from tests.decks import cut, deck
from tests.holds.solids import check_solids
from tests.jobs import put

WIDE, OUT = 3950.0, 2975.0  # the frame: 25 of overhang at both ends and at the far edge


@pytest.fixture(scope="module")
def made():
    return plan(deck())


def lengths(made, kind):
    return Counter(round(p.length_mm, 1) for p in made.parts if p.kind == kind)


def test_joists(made):
    # Ends at 25 + 23.5 and 3975 − 23.5; on centre from the left end of the frame: 425, 825 … 3625.
    marks = sorted(j.s for j in made.laid.main.grid.joists)
    assert marks == pytest.approx([48.5, *range(425, 3626, 400), 3951.5])
    # From the ledger's face at 47 to the rim's at 2975 − 47.
    assert lengths(made, "joist") == {2881: 9}
    assert lengths(made, "end joist") == {2881: 2}
    assert lengths(made, "ledger") == lengths(made, "rim") == {3950: 1}


def test_joist_size_is_the_shallowest_that_reaches(made):
    # A sixth of 2975 to a tidy figure: 450 past the beam, so 2525 to span. C24: 6.2 × 1.15 = 7.13 N/mm² on 0.8 N/mm.
    assert made.laid.main.supports.overhang_mm == 450
    assert made.laid.main.supports.joist_reach.span_mm == 2525
    reach = {d: math.sqrt(8 * 6.2 * 1.15 * 47 * d * d / 6 / 0.8) for d in (100, 150)}
    assert reach[100] < 2525 < reach[150]
    assert made.laid.main.supports.joist.name == "47×150"
    assert made.laid.main.supports.joist_reach.allowed_mm == pytest.approx(reach[150], rel=1e-6)


def test_beam_and_posts(made):
    # The beam carries w(S + c)²/2S: 2975²/(2 × 2525).
    [beam] = made.laid.main.supports.beams
    assert beam.t == 2525
    assert beam.carried_mm == pytest.approx(2975**2 / 5050)
    line = 2.0 * 2975**2 / 5050 / 1000
    reach = {d: math.sqrt(8 * 6.2 * 1.10 * 2 * 47 * d * d / 6 / line) for d in (150, 200)}
    assert reach[150] < 2400 < reach[200]  # 2.4 m between posts is wanted
    assert (beam.plies, beam.section.name) == (2, "47×200")
    # Ends in by 300, 3350 between: two bays of 1675.
    assert beam.posts == pytest.approx((325, 2000, 3675))
    assert lengths(made, "beam") == {3950: 2}


def test_height_stack(made):
    # 600 − 28 boards − 150 joist − 200 beam − 25 base − 50 footing.
    assert [q.height_mm for q in made.laid.main.posts] == [147, 147, 147]
    assert lengths(made, "post") == {147: 3}
    fallen = plan(deck(4000, 3000, 600, put("deck.ground.fall_out_mm", 300), put("deck.ground.fall_along_mm", 100)))
    first, _, last = fallen.laid.main.posts
    # The ground under P1 lies 300 × 2525/3000 + 100 × 325/4000 lower.
    assert first.height_mm == pytest.approx(147 + 252.5 + 8.125)
    assert last.height_mm == pytest.approx(147 + 252.5 + 91.875)


def test_footings(made):
    carried = 2975**2 / 5050 / 1000
    loads = [f.load_kn for f in made.laid.main.footings]
    # Plies that run on over the middle post bring it 5/4·L − 3/2·c²/L of two bays of 1675 with ends of 300, more than 1675.
    middle = 1.25 * 1.675 - 1.5 * 0.3**2 / 1.675
    assert loads == pytest.approx([2 * carried * 1.1375, 2 * carried * middle, 2 * carried * 1.1375], rel=1e-3)
    # 7.06 kN on 71.8 kPa wants 354 across: the least, 355.6 (14 in), so 400 to the step; 152.4 thick: 175; a pier of 200.
    assert math.sqrt(4 * loads[1] / 71.82039 / math.pi) * 1000 < 355.6
    middle = made.laid.main.footings[1].dug
    assert (middle.across_mm, middle.depth_mm) == (400, 300)
    pad, pier, soil = middle.layers
    assert pad.volume_m3 == pytest.approx(math.pi * 0.40**2 / 4 * 0.175)
    assert pier.volume_m3 == pytest.approx(math.pi * 0.20**2 / 4 * (0.125 + 0.050))
    assert soil.volume_m3 == pytest.approx(math.pi * (0.40**2 - 0.20**2) / 4 * 0.125)
    outer = pad.volume_m3  # the least as well
    total = 2 * (outer + pier.volume_m3) + pad.volume_m3 + pier.volume_m3
    assert made.lists.concrete_m3 == pytest.approx(total)
    assert made.lists.bags == math.ceil(total * 1.05 * 2136 / 20)


def test_ledger(made):
    # 3172 N a bolt over 2.525 N/mm is 1256 mm: held to 36 in. (3950 − 100)/914.4, rounded up, and one.
    ledger = made.laid.main.ledger
    assert ledger.spacing_mm == pytest.approx(914.4)
    assert len(ledger.holes) == 6
    assert [h.up_mm for h in ledger.holes] == [100.0, 50.0] * 3
    for hole in ledger.holes:
        assert all(abs(hole.s - j.s) >= 23.5 + 40 - 1e-6 for j in made.laid.main.grid.joists)
    bought = {r.item: r.buy for r in made.lists.buy}
    assert bought["bolt M12 × 140 mm with nut and washers, galvanised"] == 6
    assert bought["lateral tie, 6.7 kN, galvanised"] == 2
    assert bought["joist hanger for 47×150, galvanised"] == 11
    assert bought["joist tie over a beam, galvanised"] == 11


def test_blocking(made):
    # 2525 is over 2400: one row in the middle. 400 less 47; at the ends 425 − 48.5 − 47 and 3951.5 − 3625 − 47.
    assert lengths(made, "blocking") == {353: 8, 329.5: 1, 279.5: 1}


def test_boards(made):
    # (3000 + 6)/151 = 19 whole rows and 3000 − 19 × 151 = 131; every row 4000 long, from the far edge.
    laying = made.laid.main.laying
    assert (laying.rows.full_boards, laying.rows.last_rip_mm, laying.row_count) == (19, pytest.approx(131), 20)
    assert lengths(made, "board") == {4000: 20}
    assert Counter(round(p.width_mm, 1) for p in made.parts if p.kind == "board") == {145: 19, 131: 1}
    first, last = laying.of("board")[0], laying.of("board")[-1]
    assert first.shape.bounds == pytest.approx((0, 2855, 4000, 3000))
    assert last.shape.bounds == pytest.approx((0, 0, 4000, 131))
    screws = {p.material: p.amount for p in made.parts if p.kind == "board screw"}
    assert screws == {"deck screw 70 mm": 20 * 11 * 2}
    assert {r.length_mm: r.buy for r in made.lists.buy if r.item == "28×145 decking"} == {4200: 20}


def test_area_balances(made):
    rows, gaps = 19 * 145 + 131, 19 * 6
    assert rows + gaps == pytest.approx(3000)
    assert sum(b.shape.area for b in made.laid.main.laying.boards) == pytest.approx(4000 * rows)


def test_figures_say_the_same(made):
    told = {f.key: f.text for f in deck_figures(made)}
    assert told["area"] == "12.00 m²"
    assert told["last"] == "131 mm"
    assert told["joists"] == "11 of 47×150"
    assert told["joist_span"] == "2525 mm, 71 % of allowed"


def test_ways_to_finish():
    for fit, first, last in (("gap", 145, 145), ("balanced", 138, 138)):
        laid = plan(deck(4000, 3000, 600, put("deck.boards.fit", fit))).laid.main.laying
        assert (laid.first_mm, laid.last_mm) == pytest.approx((first, last))
    # 20 whole boards: (3000 − 2900)/19 = 5.26 between them.
    assert plan(deck(4000, 3000, 600, put("deck.boards.fit", "gap"))).laid.main.laying.gap_mm == pytest.approx(100 / 19)


def test_a_mitred_border_and_what_it_needs():
    made = plan(deck(4000, 3000, 600, put("deck.boards.border.boards", 1)))
    # Left and right 3000 to the long point, far 4000; the field 4000 − 2 × 151 wide and 3000 − 151 deep.
    assert sorted(b.length_mm for b in made.laid.main.laying.of("border")) == pytest.approx([3000, 3000, 4000])
    x0, y0, x1, y1 = made.laid.main.laying.field.bounds
    assert (x0, y0, x1, y1) == pytest.approx((151, 0, 3849, 2849))
    assert {round(p.length_mm) for p in made.parts if p.kind == "board"} == {3698}
    # Nailers under the ends of the field, half a gap outside it, and ladders of blocks from them to the end joists.
    assert sorted(j.s for j in made.laid.main.grid.joists if j.kind == "nailer") == pytest.approx([148, 3852])
    # Every 400 from the ledger, but at 1247, where the row in the middle of the span stands already: seven places a side.
    # 52.5 between them is too narrow for a block: packing of two, 26 thick each.
    assert lengths(made, "packing") == {150: 28}


def test_a_free_standing_turned_deck_has_no_ledger():
    made = plan(deck(4000, 3000, 600, put("deck.boards.run", "across"), put("deck.house.support", "free")))
    assert made.laid.main.ledger is None
    assert not made.count("ledger")
    # Joists run along the house: from 25 + 47 to 3975 − 47, boards 3000 long with one rip: 4000 − 26 × 151 = 74.
    assert {round(p.length_mm) for p in made.parts if p.kind in ("joist", "end joist")} == {3856}
    assert {round(p.length_mm) for p in made.parts if p.kind == "board"} == {3000}
    assert made.laid.main.laying.last_mm == pytest.approx(74)
    # Two beams in by a sixth of 3950 to a tidy 650 from both ends.
    assert sorted(b.t for b in made.laid.main.supports.beams) == pytest.approx([675, 3325])


def test_a_flush_beam_takes_no_height():
    made = plan(deck(4000, 3000, 600, put("deck.beams.way", "flush")))
    [beam] = made.laid.main.supports.beams
    assert beam.section is made.laid.main.supports.joist
    assert {q.height_mm for q in made.laid.main.posts} == {600 - 28 - beam.section.width_mm - 25 - 50}
    # It closes the frame in place of the rim: joists end at its inner face.
    assert not made.count("rim")
    assert lengths(made, "joist").keys() == {round(2975 - beam.plies * 47 - 47, 1)}


def test_boards_at_45_degrees():
    made = plan(deck(3000, 3000, 600, put("deck.boards.run", "diagonal")))
    assert made.laid.main.grid.spacing_mm == 300
    area = sum(b.shape.area for b in made.laid.main.laying.boards)
    # A gap of 6 beside every board of 145: nine hundred and sixty parts in a thousand, less what the edges cut.
    assert area / 9e6 == pytest.approx(145 / 151, abs=0.01)
    longest = max(b.length_mm for b in made.laid.main.laying.boards)
    assert longest == pytest.approx(3000 * math.sqrt(2), abs=300)


def test_a_long_row_is_joined_on_joists_clear_of_the_row_before():
    made = plan(deck(9000, 2400, 600))
    # One joint in reach of 4.8 m from both ends, on the joist at 4425; the next row has to keep 800 clear of it, so it
    # takes two, and of all the ways the one whose shortest piece is longest: 2825 from the left, then 3200, then 2975.
    rows = {}
    for x, y in made.laid.main.laying.butts:
        rows.setdefault(round(y), []).append(round(x))
    in_order = [sorted(rows[y]) for y in sorted(rows, reverse=True)]
    assert in_order[0] == [4425]
    assert in_order[1] == [2825, 6025]
    assert in_order[2] == [4425]
    assert made.count("sister block") == len(made.laid.main.laying.butts)
    # Every row crosses 24 joists, two screws each; a joint adds two to make its four.
    screws = sum(p.amount for p in made.parts if p.kind == "board screw" and p.of == "boards")
    assert screws == 2 * (24 * made.laid.main.laying.row_count + len(made.laid.main.laying.butts))
    broken = plan(deck(9000, 2400, 600, put("deck.boards.breaker", True)))
    assert not broken.laid.main.laying.butts
    assert len(broken.laid.main.laying.of("breaker")) == 1


def _row_at(made, y):
    return next(b.row for b in made.laid.main.laying.boards if b.shape.bounds[1] <= y <= b.shape.bounds[3])


def test_composite_boards_get_end_gaps_and_clips():
    made = plan(deck(9000, 2400, 600, put("deck.boards.product", "uk_composite"), put("deck.boards.fixing", "clips")))
    # The longest piece that meets another, 9000 − 4425: × 40 millionths × 35 °C = 6.4 mm.
    assert made.laid.main.laying.end_gap_mm == pytest.approx(4575 * 40e-6 * 35)
    # A clip for each board at each joist it crosses, so two where boards meet; the first row gets starters, and it
    # and the last are screwed down, two at a crossing.
    got = {p.material: p.amount for p in made.parts if p.of == "boards"}
    joists, rows = len(made.laid.main.grid.joists), made.laid.main.laying.row_count
    met = Counter(row for _, y in made.laid.main.laying.butts for row in [_row_at(made, y)])
    assert got["starter clip with screw"] == joists + met[0]
    assert got["hidden clip with screw"] == (rows - 1) * joists + sum(met.values()) - met[0]
    assert sum(n for what, n in got.items() if what.startswith("deck screw")) == 2 * (
        2 * joists + met[0] + met[rows - 1]
    )
    assert made.laid.year.least.joint_mm == made.laid.year.most.joint_mm


def test_a_butted_border_runs_through_at_its_ends():
    made = plan(deck(4000, 3000, 600, put("deck.boards.border.boards", 1), put("deck.boards.border.corner", "butted")))
    # Anticlockwise: the right board runs through to the far corner, the far one starts 145 + 6 in, and so the left.
    assert sorted(round(b.length_mm, 1) for b in made.laid.main.laying.of("border")) == [2849, 3000, 3849]
    assert {b.ends for b in made.laid.main.laying.of("border")} == {"square both ends"}


def test_clip_strips_lift_the_boards():
    made = plan(deck(4000, 3000, 600, put("deck.boards.product", "uk_composite"), put("deck.boards.fixing", "strips")))
    # 4 mm under the boards; rows of 146 + 5: 19 whole and a rip of 131: 20 spaces, two strips to each of 11 joists.
    assert made.laid.main.posts[0].height_mm == 600 - 25 - 4 - 150 - 200 - 25 - 50
    amounts = {p.material: p.amount for p in made.parts if p.of == "boards"}
    assert amounts["clip strip of 10 spaces"] == 2 * 11
    assert amounts["clip-strip screw 40 mm"] == 20 * (2 * 2 + 9 * 1)
    # Without a corner of 1.5 × 1.8 m, 9 rows cross its four joists: one strip each. The other eight, one beside the
    # inner corner, take two; the left end is fixed twice a row, and so is the right.
    notch = [{"do": "add_cut", "kind": "notch", "corner": "far_right"}, *cut(along_mm=1500, out_mm=1800)]
    product = [put("deck.boards.product", "uk_composite"), put("deck.boards.fixing", "strips")]
    less = {p.material: p.amount for p in plan(deck(4000, 3000, 600, *product, *notch)).parts if p.of == "boards"}
    assert less["clip strip of 10 spaces"] == 8 * 2 + 4
    assert less["clip-strip screw 40 mm"] == 20 * (2 + 7) + 9 * (3 + 2)


def test_ledger_screws_are_spaced_by_their_rating():
    """3025 of joists between ledger and beam under 2.0 kPa bring 3.025 N to a mm: 900 N of any make 297, 1.5 kN 495, rounded down to inches:
    11 and 19. The screw goes through ledger 47, sheathing and the house's rim."""
    screws = put("deck.ledger.fastener", "rated_screw")
    usual, rated = (
        plan(deck(4000, 3600, 600, screws)),
        plan(deck(4000, 3600, 600, screws, put("deck.ledger.screw_kn", 1.5))),
    )
    for made, each in ((usual, 900), (rated, 1500)):
        ledger = made.laid.main.ledger
        a_mm = made.brief.total_kpa * ledger.span_mm / 2 / 1000
        assert ledger.spacing_mm == pytest.approx(each / a_mm // 25.4 * 25.4)
        assert all(b - a <= ledger.spacing_mm + 1e-6 for a, b in pairwise(sorted({h.s for h in ledger.holes})))
    assert len(usual.laid.main.ledger.holes) > len(rated.laid.main.ledger.holes)
    assert usual.workings["ledger"].formula.startswith("0.9 kN each, of any make; ")
    assert rated.workings["ledger"].formula.startswith("1.5 kN each, as rated; ")
    (bought,) = [p for p in rated.parts if p.of == "ledger" and p.good.id.startswith("structural_screw")]
    assert bought.amount == len(rated.laid.main.ledger.holes)
    assert float(bought.good.sizes[0]) >= 47 + SIDING_MM + CATALOGUE.deck.house_rim_mm


def test_veneer_brackets_are_spaced_by_their_rating():
    made = plan(
        deck(
            4000,
            3000,
            600,
            put("deck.house.siding", "veneer"),
            put("deck.ledger.bracket_kn", 2.0),
            put("deck.ledger.veneer_gap_mm", 100),
        )
    )
    # 2 kN over 2.525 N/mm is 792 mm: 3850/792 = 4.9, so six brackets; in range, so nothing is said.
    assert made.laid.main.ledger.spacing_mm == pytest.approx(2000 / 2.525)
    assert len(made.laid.main.ledger.holes) == 6
    assert not [f for f in made.findings if f.rule == "house_wall"]
    far = plan(
        deck(
            4000,
            3000,
            600,
            put("deck.house.siding", "veneer"),
            put("deck.ledger.bracket_kn", 2.0),
            put("deck.ledger.veneer_gap_mm", 140),
        )
    )
    assert "140 mm" in next(f.title for f in far.findings if f.rule == "house_wall")


def test_guard_blocks_stand_in_pairs_behind_every_post():
    made = plan(deck(4000, 3000, 1000, put("deck.joists.guard_blocks", True)))
    # Along each end joist from 150 inside both ends, 2581 between: two spaces of at most 1830, three posts, two blocks each.
    assert made.count("guard block") == 2 * 3 * 2
    # A post of 100 goes between the two of a pair.
    near = sorted(s.a[1] for _, s in made.laid.main.sticks if s.kind == "guard block" and s.a[0] < 1000)
    assert near[1] - near[0] - 47 == pytest.approx(101)


def test_a_pipe_between_joists_needs_no_frame():
    pipe = [{"do": "add_cut", "kind": "hole"}, *cut(0, what="pipe", x_mm=1000, y_mm=1200, along_mm=60, out_mm=60)]
    made = plan(deck(4000, 3000, 600, *pipe))
    assert not made.count("header", "trimmer")
    assert len(made.laid.main.grid.joists) == 11
    for _, stick in made.laid.main.sticks:
        if stick.kind == "blocking":
            assert not (stick.a[0] < 1060 and stick.b[0] > 1000 and 1200 < stick.a[1] < 1260)
    # On a joist, at 1225, it has to be framed.
    framed = plan(deck(4000, 3000, 600, pipe[0], *cut(0, what="pipe", x_mm=1200, y_mm=1200, along_mm=60, out_mm=60)))
    assert framed.count("header")


def test_fascia_lies_on_the_rim_under_the_boards():
    made = plan(deck(4000, 3000, 600, put("deck.boards.fascia", "uk_19x175")))
    pieces = [p for p in made.parts if p.kind == "fascia"]
    # The frame runs from 25 to 3975 and out to 2975: 19 on packers of 6 outside it, to the long points of two corners.
    long = [p for p in pieces if p.of == "far"]
    assert sum(p.length_mm for p in long) == pytest.approx(3950 + 2 * 25)
    for p in pieces:
        xs, ys = [q[0] for q in p.solid.profile], [q[1] for q in p.solid.profile]
        assert min(xs) >= -0.01
        assert max(xs) <= 4000.01
        assert max(ys) <= 3000.01
    assert [p.length_mm for p in pieces if p.of in ("left", "right")] == pytest.approx([2975 + 25] * 2)
    assert sum(p.amount for p in made.parts if p.label == "fascia screws") > 0


def test_borders_beside_the_joists_are_screwed_at_every_space():
    made = plan(deck(4000, 3000, 600, put("deck.boards.border.boards", 1)))
    side = next(b for b in made.laid.main.laying.of("border") if b.shape.bounds[2] - b.shape.bounds[0] < 200)
    # 3000 at 400: eight spaces, nine places, two screws each.
    assert held_at(made.laid.main.grid, side) == 9


def test_a_border_in_two_pieces_is_mitred_once_in_each():
    made = plan(deck(9000, 3000, 600, put("deck.boards.border.boards", 1)))
    far = [b for b in made.laid.main.laying.of("border") if b.shape.bounds[1] > 2800 and b.length_mm > 500]
    assert len(far) == 2
    assert {b.ends for b in far} == {"one end mitred, to the long point"}


def test_squaring_by_the_diagonals():
    made = plan(deck())
    target = math.hypot(3950, 2975)
    assert made.workings["square"].value == f"both diagonals {target:.0f} mm"
    # a − b = 20: (a² − b²)/(4 × 3950).
    pushed = plan(
        deck(
            4000,
            3000,
            600,
            put("deck.levels.0.squaring.diagonal_a_mm", 4955),
            put("deck.levels.0.squaring.diagonal_b_mm", 4935),
        )
    )
    push = (4955**2 - 4935**2) / (4 * 3950)
    assert f"{push:.1f} mm to the left" in pushed.workings["square"].value


def test_a_deck_round_a_tree_has_headers_and_trimmers():
    job = deck(
        4000, 3000, 600, {"do": "add_cut", "kind": "hole"}, *cut(0, x_mm=1800, y_mm=1200, along_mm=300, out_mm=300)
    )
    made = plan(job)
    # The frame keeps 25 clear of the hole: headers 350 long in pairs before and behind it, trimmers in pairs beside it.
    assert lengths(made, "header") == {350: 4}
    assert made.count("trimmer") == 4
    area = sum(b.shape.area for b in made.laid.main.laying.boards)
    solid = plan(deck()).laid.main.laying
    assert sum(b.shape.area for b in solid.boards) - area == pytest.approx(300 * 300, abs=300 * 6 * 3)


@pytest.mark.parametrize(
    ("edits", "field"),
    [
        ([{"do": "add_cut", "kind": "hole"}, *cut(0, x_mm=3900)], "deck.levels.0.shape.cuts.0.x_mm"),
        ([{"do": "add_cut", "kind": "notch"}, *cut(0, along_mm=3900)], "deck.levels.0.shape.cuts.0.along_mm"),
        ([put("deck.boards.fixing", "strips")], "deck.boards.fixing"),
        ([put("deck.joists.size", "na_2x8")], "deck.joists.size"),
        ([put("deck.boards.gap_mm", 25)], "deck.boards.gap_mm"),
        ([put("deck.levels.0.shape.width_mm", 200)], "deck.levels.0.shape.width_mm"),
    ],
)
def test_what_cannot_be_laid_out_is_named(edits, field):
    with pytest.raises(JobFault) as fault:
        plan(deck(4000, 3000, 600, *edits))
    assert fault.value.faults[0].field == field


def test_a_border_longer_than_its_stock_is_joined_on_a_joist():
    made = plan(deck(9000, 2400, 600, put("deck.boards.border.boards", 1), put("deck.boards.breaker", True)))
    far = [b for b in made.laid.main.laying.of("border") if b.shape.bounds[3] - b.shape.bounds[1] < 200]
    assert sum(b.length_mm for b in far) == pytest.approx(9000)
    assert max(b.length_mm for b in far) <= 4800
    joint = next(x for b in far for x in (b.shape.bounds[0], b.shape.bounds[2]) if 1000 < x < 8000)
    assert min(abs(joint - j.s) for j in made.laid.main.grid.joists) < 1
    assert not made.lists.too_long


def test_a_beam_ends_where_a_clipped_corner_begins():
    made = plan(deck(4000, 3000, 600, {"do": "add_cut", "kind": "clip"}, *cut(0, along_mm=800, out_mm=800)))
    [beam] = made.laid.main.supports.beams
    # The clip runs from (3975, 2185) to (3185, 2975) in the frame: at 2525 out it has taken 340 off the end.
    edge = made.laid.main.grid.poly.intersection(LineString([(0, beam.t), (5000, beam.t)]))
    assert beam.s1 == pytest.approx(edge.bounds[2])
    assert beam.s1 < 3975 - 300


def test_what_posts_and_footings_use():
    made = plan(deck(4000, 3000, 2500))
    f = made.laid.main.footings[1]
    # 2500 − 28 − 150 − 200 − 75 = 2047 tall, 100 square, C24: 0.822 × 0.365 × 11000 × 0.9 ÷ 20.47² = 7.09, held to 5 N/mm².
    assert f.post.height_mm == 2047
    assert column_n(made.brief.species, read_stick("uk_100x100"), 2047) == pytest.approx(50_000)
    slender = 0.822 * 0.365 * 11000 * 0.9 / 40**2 * 10_000
    assert column_n(made.brief.species, read_stick("uk_100x100"), 4000) == pytest.approx(slender)
    assert post_used(made.brief, f) == pytest.approx(f.load_kn / 50)
    # 400 across on 71.82 kPa.
    assert footing_used(made.brief, f) == pytest.approx(f.load_kn / (71.82039 * math.pi * 0.40**2 / 4))
    assert footing_used(made.brief, f) < 1
    piles = plan(deck(4000, 3000, 600, put("deck.footings.kind", "pile"), put("deck.footings.pile_kn", 20)))
    assert footing_used(piles.brief, piles.laid.main.footings[1]) == pytest.approx(
        piles.laid.main.footings[1].load_kn / 20
    )


def test_a_deck_in_the_corner_of_two_walls():
    made = plan(
        deck(
            4000,
            3000,
            600,
            put("deck.house.also", ["left"]),
            put("deck.boards.border.boards", 1),
            put("deck.boards.fascia", "uk_19x175"),
        )
    )
    # No overhang at the left wall: the frame runs from 0; no border or fascia there.
    assert made.laid.main.grid.poly.bounds[0] == 0
    assert sorted(round(b.length_mm) for b in made.laid.main.laying.of("border")) == [3000, 4000]
    assert {p.of for p in made.parts if p.kind == "fascia"} == {"far", "right"}
    assert made.laid.main.laying.field.bounds[0] == 0


def test_a_small_change_of_overhang_can_end_on_a_whole_board():
    job = deck(4000, 2995, 600)
    made = plan(job)
    # 19 × 151 = 2869 leaves 126, so 19 more: the overhang from 25 to 44.
    ways = dict(ways_to_finish(made.brief, made.laid.main.laying))
    words, fields = next((w, f) for w, f in ways.items() if w.startswith("Overhang"))
    assert "44 mm" in words
    assert fields == {"boards.overhang_mm": 44, "levels.0.shape.out_mm": 3014}
    assert not plan(apply_raw(job, [put(f"deck.{k}", v) for k, v in fields.items()])).laid.main.laying.rows.last_rip_mm


@pytest.mark.parametrize("plies", [2, 3])
def test_a_flush_beam_never_hangs_past_the_frame(plies):
    made = plan(deck(4000, 3000, 900, put("deck.beams.way", "flush"), put("deck.beams.plies", plies)))
    [beam] = made.laid.main.supports.beams
    assert beam.t + beam.wide_mm / 2 == pytest.approx(2975)
    joists = {round(p.length_mm, 1) for p in made.parts if p.kind == "joist"}
    assert joists == {2975 - plies * 47 - 47}
    free = plan(
        deck(
            4000,
            3000,
            900,
            put("deck.beams.way", "flush"),
            put("deck.beams.plies", plies),
            put("deck.house.support", "free"),
        )
    )
    near = min(free.laid.main.supports.beams, key=lambda b: b.t)
    assert near.t - near.wide_mm / 2 == pytest.approx(25)
    # Both beams close the frame: no rim, joists from face to face.
    assert not free.count("rim")
    assert {round(p.length_mm, 1) for p in free.parts if p.kind == "joist"} == {2950 - 2 * plies * 47}


def test_a_clipped_corner_gets_a_post_of_its_own():
    clip = [{"do": "add_cut", "kind": "clip", "corner": "far_right"}, *cut(along_mm=1200, out_mm=1200)]
    made = plan(deck(4000, 3000, 600, *clip))
    # The beam is loaded as though the corner were whole: 2525/2 + 450 + 450²/(2 × 2525) = 1752.6 of deck over 3950.
    own = [q for q in made.laid.main.posts if q.beam is not None]
    assert sum(q.carries_m2 for q in own) >= 3.950 * 1.7526 - 0.001
    # The rim runs from the side at 3000 − 1200 out to the far edge 1200 in: a post under it at the side.
    [corner] = [q for q in made.laid.main.posts if q.beam is None]
    assert corner.label == "P4"
    assert 3975 - 100 < corner.at[0] < 3975
    assert 1800 - 100 < corner.at[1] < 1800 + 25
    # It stands under the joists, not under a beam: taller by as much.
    assert corner.height_mm == own[0].height_mm + own[0].beam.section.width_mm
    rim = next(w for w in made.laid.main.work if w.what == "rim of a clipped corner")
    assert 0 < rim.used < 1
    assert not [f for f in made.findings if f.rule in ("clipped_corner", "member_over", "overhang")]


def test_a_clipped_rim_and_its_joists_are_cut_to_the_long_point():
    clip = [{"do": "add_cut", "kind": "clip", "corner": "far_right"}, *cut(along_mm=1200, out_mm=1200)]
    made = plan(deck(4000, 3000, 600, *clip))
    rims = [s for _, s in made.laid.main.sticks if s.kind == "clipped rim"]
    # The frame is 25 in: x + y = 5800 − 25√2 = 5764.645 from (3975, 1789.645) to (2789.645, 2975): 1185.355 √2 = 1676.345.
    # At the side it runs out flush, at 45°: each face 47 longer than the one outside it. At the rim it is mitred, at
    # 22.5°: each face 47 × tan 22.5° = 19.468 shorter.
    assert [round(s.length_mm, 1) for s in rims] == [1723.3, 1750.9]
    assert {s.ends for s in rims} == {"ends cut to 45.0° and 22.5°, length to the long points"}
    # The joist 3600 along meets the inner face 94 √2 = 132.936 nearer, and its long point lies 23.5 further.
    joist = next(s for _, s in made.laid.main.sticks if s.a[0] == 3625.0)
    assert joist.b[1] == pytest.approx(5764.645 - 3625 - 132.936, abs=0.01)
    assert joist.length_mm == pytest.approx(joist.b[1] - 47 + 23.5)
    assert "one end cut to 45.0°, length to the long point" in joist.ends


def test_an_end_joist_is_mitred_with_the_rim_of_a_steep_clip():
    clip = [{"do": "add_cut", "kind": "clip", "corner": "far_right"}, *cut(along_mm=300, out_mm=900)]
    made = plan(deck(4000, 3000, 600, *clip))
    # The clip, 3x + y = 14100, is set in 25: 3x + y = 14100 − 25√10 = 14020.943, which meets the side x = 3975 at 2095.943.
    # It leans atan(1/3) = 18.43° from that side: both are cut to half of it, 9.22° (1 in 6.162), the joist 23.5 each way.
    joist = next(s for _, s in made.laid.main.sticks if s.kind == "end joist" and s.a[0] == 3951.5)
    assert joist.b[1] == pytest.approx(2095.943 - 23.5 / 6.162, abs=0.01)
    assert "one end cut to 9.2°, length to the long point" in joist.ends
    assert joist.length_mm == pytest.approx(2095.943 - 47, abs=0.01)  # from the ledger to its outer face


@pytest.mark.parametrize(("y", "beyond"), [(2300, 0), (2250, 1), (2200, 2), (2050, 2)])
def test_a_hole_beside_the_rim_has_as_much_of_a_header_as_finds_room(y, beyond):
    # The frame ends at 2975, the hole's at y + 625: 50, 100, 150 and 300 mm of frame, a rim of 47, plies of 47.
    hole = [{"do": "add_cut", "kind": "hole"}, *cut(x_mm=1700, y_mm=y, along_mm=600, out_mm=600)]
    made = plan(deck(4000, 3000, 600, *hole))
    headers = [s for _, s in made.laid.main.sticks if s.kind == "header"]
    assert sum(s.a[1] > y for s in headers) == beyond
    assert sum(s.a[1] < y for s in headers) == 2
    # 300 less a rim and two plies leaves stubs of 159, which hang on the header; the others leave none that is longer
    # than two joists are thick.
    stubs = [j for j in made.laid.main.grid.joists if j.near == "header"]
    assert len(stubs) == (1 if y == 2050 else 0)
    assert len(made.laid.main.grid.carry) == (2 if y == 2050 else 1)
    doubled = next(p for p in made.parts if "for 2 ×" in p.material)
    assert doubled.amount == 2 * len(made.laid.main.grid.carry)
    assert not [f for f in made.findings if f.rule == "hole_room"]


def test_a_notch_as_narrow_as_a_joist_has_beams_of_its_own():
    notch = [{"do": "add_cut", "kind": "notch", "corner": "far_right"}, *cut(along_mm=50, out_mm=200)]
    made = plan(
        deck(5376.4, 4700, 600, *notch, put("deck.joists.doubled_ends", True), region="australia_nz", support="free")
    )
    end = max(j.s for j in made.laid.main.grid.joists)
    assert len(made.laid.main.supports.under(end)) == 2


@pytest.mark.parametrize("out", [6750, 7600, 12500])
def test_every_piece_of_a_spliced_joist_has_two_bearings(out):
    made = plan(deck(4000, out, 600, support="free"))
    beams = sorted({b.t for b in made.laid.main.supports.beams})
    for _, stick in made.laid.main.sticks:
        if stick.kind == "joist":
            a, b = stick.a[1], stick.b[1]
            assert b - a <= 4800
            assert sum(a <= t <= b for t in beams) >= 2
    # A piece never meets another over the first or the last beam.
    met = {t for _, s in made.laid.main.sticks if "meets" in s.ends for t in beams if abs(s.b[1] - t) < 1}
    assert met
    assert met <= set(beams[1:-1])
    # A block of 600 lies beside every joint, half of it on either piece.
    blocks = [s for _, s in made.laid.main.sticks if s.kind == "splice block"]
    joints = [s for _, s in made.laid.main.sticks if s.kind == "joist" and s.b[1] in met]
    assert {(round(b.a[1] + 300, 6), round(b.length_mm, 6)) for b in blocks} == {(round(t, 6), 600) for t in met}
    assert len(blocks) >= len(joints)


def test_a_hole_is_framed_as_strong_as_its_load_asks():
    tree = [{"do": "add_cut", "kind": "hole"}, *cut(0, x_mm=1500, y_mm=1500, along_mm=3000, out_mm=500)]
    made = plan(deck(6000, 3600, 800, *tree, put("deck.loads.snow_kpa", 3), put("deck.beams.rows", 1)))
    header = next(w for w in made.laid.main.work if w.what == "header")
    # Between trimmers 3050 apart (25 of overhang at both sides) it carries half of what lies between it and the ledger.
    assert header.span_mm == 3050
    assert made.laid.main.grid.plies > 2
    assert header.used <= 1
    assert made.count("trimmer") == 2 * made.laid.main.grid.plies
    for beam in made.laid.main.supports.beams:
        assert not 1500 < beam.t < 2000


def test_a_pipe_and_a_tree_keep_footings_off_by_their_own_measure():
    for what, off in (("tree", 300), ("pipe", 50)):
        hole = [{"do": "add_cut", "kind": "hole"}, *cut(0, what=what, x_mm=1900, y_mm=2200, along_mm=200, out_mm=200)]
        made = plan(deck(4000, 3000, 600, *hole))
        dug = made.laid.main.footings[0].dug.across_mm / 2
        for q in made.laid.main.posts:
            dx, dy = max(1900 - q.at[0], q.at[0] - 2100, 0), max(2200 - q.at[1], q.at[1] - 2400, 0)
            assert max(dx, dy) >= off + dug - 60


def test_a_row_count_that_asks_too_much_takes_the_joist_that_reaches():
    feet = {"region": "north_america"}
    made = plan(deck(4876.8, 4267.2, 900, put("deck.beams.rows", 1), **feet))
    assert made.laid.main.supports.joist_reach.used <= 1
    assert not [f for f in made.findings if f.rule == "joist_over"]
    # Where none on sale reaches it is said, with ways out.
    long = plan(deck(4876.8, 7000, 900, put("deck.beams.rows", 1), **feet))
    told = next(f for f in long.findings if f.rule == "joist_over")
    assert {"One more beam"} <= {x.label for x in told.fixes}


def test_a_low_ledger_and_a_heavy_load_are_told():
    low = plan(deck(4000, 1800, 600, put("deck.joists.size", "uk_47x100")))
    assert low.laid.main.ledger.rows == 1
    assert "ledger_hold" in {f.rule for f in low.findings}
    heavy = plan(
        deck(
            4000,
            4500,
            900,
            put("deck.loads.snow_kpa", 15),
            put("deck.ledger.fastener", "lag_13mm"),
            put("deck.beams.rows", 1),
        )
    )
    assert heavy.laid.main.ledger.over
    assert "ledger_hold" in {f.rule for f in heavy.findings}


def test_a_post_that_cannot_be_cut_is_told_and_not_bought():
    # 600 − 28 − 150 − 200 − 25 = 197 over the footing: 180 up leaves 17.
    made = plan(deck(4000, 3000, 600, put("deck.footings.top_mm", 180)))
    assert made.laid.main.posts[0].height_mm == 17
    assert not made.count("post")
    assert not [p for p in made.parts if "post cap" in p.material]
    told = next(f for f in made.findings if f.rule == "stack_fit")
    for fix in told.fixes:
        after = plan(apply_raw(deck(4000, 3000, 600, put("deck.footings.top_mm", 180)), list(fix.edits)))
        assert all(q.fits(after.laid.main.in_ground) for q in after.laid.main.posts) or "stack_fit" in {
            f.rule for f in after.findings
        }


def test_free_decks_are_braced_both_ways_dropped_and_flush():
    for way in ("dropped", "flush"):
        made = plan(deck(4000, 4000, 1500, put("deck.beams.way", way), support="free"))
        props = [p for p in made.parts if p.kind == "post brace"]
        along = [p for p in props if abs(p.solid.pose.a[0]) > 0.5]
        assert along
        assert len(along) < len(props)
        assert all("from P" in p.ends and " to " in p.ends for p in props)
        assert sum(p.amount for p in made.parts if p.label == "brace screws") == 4 * len(props)
        # From the face of its post 600 out and as much up, at most: 600 √2 = 848.53 along its long edge.
        longest = max(props, key=lambda p: p.length_mm)
        assert longest.length_mm == pytest.approx(848.528, abs=0.01)
        # Its head lies level under what it goes up to, 600 from the post at its long point.
        (low, head), posts = longest.solid.box, {p.label: p.solid.box for p in made.parts if p.kind == "post"}
        foot, stood = longest.of, posts[longest.of]
        assert foot in posts
        assert head[2] - low[2] == pytest.approx(600)
        assert min(abs(low[0] - stood[1][0]), abs(head[0] - stood[0][0]), abs(low[1] - stood[1][1]),
                   abs(head[1] - stood[0][1])) < 0.01  # fmt: skip


def test_a_footing_set_low_lies_over_its_pad():
    made = plan(deck(4000, 3000, 600, put("deck.footings.top_mm", -300)))
    f = made.laid.main.footings[0]
    pad = f.dug.layers[0]
    assert (pad.bottom_mm, pad.top_mm) == (-475, -300)
    post = next(p for p in made.parts if p.label == "P1")
    assert post.solid.near_mm == -300 + 25
    assert post.length_mm == 600 - 28 - 150 - 200 - 25 + 300


def test_posts_on_piles_moved_clear_of_a_hole_do_not_stand_in_each_other():
    """A pile's shaft is 76 wide, the post on it 100: posts 76 apart were taken where a hole moved one of them. One hole beside a beam:
    every way to move its posts leaves them a post's width at least."""
    hole = [{"do": "add_cut", "kind": "hole"}, *cut(0, x_mm=1474, y_mm=925, along_mm=300, out_mm=300)]
    made = plan(deck(2948, 1850, 310, *hole, put("deck.footings.kind", "pile"), support="free"))
    for beam in made.laid.main.supports.beams:
        assert min(b - a for a, b in pairwise(beam.posts)) >= made.brief.post.width_mm
    check_solids(made)
