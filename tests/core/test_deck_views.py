"""What a deck's page says: drawings to scale, tapes, strips, things, choices and needs, each against the plan."""

import pytest

from rowstake.core.beside import comparison
from rowstake.core.desk import desk
from rowstake.core.plan import plan
from rowstake.core.preview import compare
from rowstake.core.trades.deck.drawing.on_plan import deck_outline
from rowstake.core.trades.deck.views.strips import deck_strips as strips
from tests.decks import cut, deck
from tests.jobs import put, scenes, yard


@pytest.fixture(scope="module")
def made():
    return plan(deck(4000, 3000, 600, put("deck.ground.fall_out_mm", 300), put("deck.boards.border.boards", 1)))


def shapes(scene, **match):
    return [s for s in scene.shapes if all(getattr(s, key) == value for key, value in match.items())]


def box(shape):
    xs, ys = [x for x, _ in shape.points], [y for _, y in shape.points]
    return min(xs), min(ys), max(xs), max(ys)


def test_the_plan_has_every_piece_in_its_layer(made):
    scene = scenes(made)["plan"]
    assert [layer.key for layer in scene.layers] == [
        "house",
        "footings",
        "beams",
        "joists",
        "blocks",
        "boards",
        "steps",
    ]
    by_layer = {s.of: s.layer for s in scene.shapes if s.of}
    assert (by_layer["D1"], by_layer["J1"], by_layer["B1-1"], by_layer["F1"]) == (
        "boards",
        "joists",
        "beams",
        "footings",
    )
    # The house lies at the top: a far board is drawn below zero by as much as it lies out.
    far = next(s for s in shapes(scene, of="D1"))
    assert box(far)[1] == pytest.approx(-(3000 - 151))
    words = {s.text for s in shapes(scene, kind="dim")}
    assert {"4000 mm", "3000 mm"} <= words


def test_the_section_stands_as_high_as_the_stack(made):
    scene = scenes(made)["elevation"]
    ledger = shapes(scene, of="L1")[0]
    # 600 − 28 boards: the frame from 422 to 572, the ledger on the wall at 0 to 47.
    assert box(ledger) == pytest.approx((0, 422, 47, 572))
    beam = shapes(scene, of="B1-1")[0]
    assert box(beam)[3] == pytest.approx(422)
    post = next(s for s in shapes(scene, look="post"))
    q = made.laid.main.posts[0]
    assert box(post)[3] - box(post)[1] == pytest.approx(q.height_mm, abs=0.5 + 300 * 25 / 3000)
    ground = shapes(scene, look="ground")[0]
    slope = (ground.points[1][1] - ground.points[0][1]) / (ground.points[1][0] - ground.points[0][0])
    assert slope == pytest.approx(-300 / 3000)
    assert any(s.text == "sill 50 mm above" for s in scene.shapes)
    assert any("guard" in s.text for s in scene.shapes)


def test_a_stack_that_does_not_fit_says_so_on_the_section():
    low = plan(deck(4000, 3000, 350))
    assert any("it does not fit" in s.text for s in scenes(low)["elevation"].shapes)


def test_the_section_across_shows_every_joist_end_on(made):
    scene = scenes(made)["across"]
    ends = [box(s) for s in shapes(scene, look="frame")]
    assert len(ends) == len(made.laid.main.grid.covering(1487.5))
    assert {round(b[2] - b[0]) for b in ends} == {47}
    assert {round(b[3] - b[1]) for b in ends} == {150}


def test_the_ledger_shows_every_fixing_where_it_is(made):
    scene = scenes(made)["ledger"]
    drilled = sorted(s.points[0] for s in shapes(scene, kind="circle"))
    assert drilled == sorted((h.s, h.up_mm) for h in made.laid.main.ledger.holes)
    free = plan(deck(4000, 3000, 600, put("deck.house.support", "free")))
    assert "ledger" not in scenes(free)


def test_footings_alike_share_one_drawing(made):
    drawn = [name for name in scenes(made) if name.startswith("section_")]
    assert len(drawn) == 1  # all three are of the least size
    told = desk(made).things
    assert {told[f"P{n}"].section for n in (1, 2, 3)} == set(drawn)
    section = scenes(made)[told["P2"].section]
    concrete = [box(s) for s in shapes(section, look="concrete")]
    assert max(b[2] - b[0] for b in concrete) == made.laid.main.footings[1].dug.across_mm


def test_the_load_picture_covers_what_the_beams_carry(made):
    scene = scenes(made)["load"]
    strips_ = [box(s) for s in scene.shapes if s.kind == "poly" and s.of.startswith("P")]
    drawn = sum((b[2] - b[0]) * (b[3] - b[1]) for b in strips_) / 1e6
    # Strips side by side over the whole of the beam; the middle post takes more than its strip, and its figure says so.
    [beam] = made.laid.main.supports.beams
    assert drawn == pytest.approx(beam.carried_mm * 3950 / 1e6)
    assert any("7.1 kN" in s.text for s in scene.shapes if s.kind == "text")
    over = plan(deck(4000, 3000, 600, put("deck.footings.kind", "pile"), put("deck.footings.pile_kn", 1)))
    assert shapes(scenes(over)["load"], look="zone")


def test_tapes_and_strips_read_as_the_parts_lie(made):
    tapes = {t.what: t for t in desk(made).tapes}
    assert set(tapes) == {"joists", "posts of B1", "boards"}
    # Measured from the left end of the frame, 25 in from the boards' edge.
    assert [m.mm for m in tapes["joists"].marks][:2] == pytest.approx([23.5, 123])
    assert [m.mm for m in tapes["posts of B1"].marks] == pytest.approx([300, 1975, 3650])
    rows = [m.mm for m in tapes["boards"].marks]
    assert rows == sorted(rows)
    assert rows[-1] == pytest.approx(3000 - 151 - 145)
    assert [s.title.split(",")[0] for s in strips(made)] == ["Joists", "Posts of b1", "Boards"]


def test_things_tell_their_own_figures(made):
    told = desk(made).things
    post = {line.name: line.value for line in told["P2"].lines}
    assert post["post"] == f"100×100, {made.brief.printer.length(made.laid.main.posts[1].height_mm)}"
    assert post["carries"].endswith(f"{made.laid.main.footings[1].load_kn:.1f} kN")
    beam = {line.name: line.value for line in told["B1"].lines}
    assert beam["section"] == "2 × 47×200"
    rip = next(p for p in made.parts if p.kind == "board" and p.width_mm < 144)
    assert {line.name: line.value for line in told[rip.label].lines}["ripped to"] == made.brief.printer.fine(
        rip.width_mm
    )
    assert all(line.value for thing in told.values() for line in thing.lines)


def test_needs_before_the_boards_go_down():
    made = plan(
        deck(
            9000, 3000, 600, put("deck.joists.tape", True), put("deck.lights.count", 8), put("deck.ground.paving_mm", 50),
            put("deck.boards.border.boards", 1), put("deck.footings.kind", "pile"), put("deck.boards.fascia", "uk_19x175"),
        )
    )  # fmt: skip
    because = {n.because for n in desk(made).needs}
    assert because >= {
        "the border", "the butt joints", "keeping their tops dry", "the lights", "the paving", "the fascia", "what they cover",
        "the boards that hide it",
    }  # fmt: skip
    # Eight lights of 2 W are 16 of the 48 W that a 60 W transformer may carry.
    lights = {p.material: p.amount for p in made.parts if p.of == "lights"}
    assert lights["transformer 60 W"] == 1
    many = plan(deck(9000, 3000, 600, put("deck.lights.count", 30)))
    assert {p.material: p.amount for p in many.parts if p.of == "lights"}["transformer 60 W"] == 2


def test_choices_are_of_the_region_and_of_the_board():
    here = desk(plan(deck())).choices
    assert {c.id for c in here["deck.joists.size"]} == {"uk_47x100", "uk_47x150", "uk_47x200", "uk_47x225"}
    assert "strips" not in {c.id for c in here["deck.boards.fixing"]}
    composite = desk(plan(deck(4000, 3000, 600, put("deck.boards.product", "uk_composite")))).choices
    assert "strips" in {c.id for c in composite["deck.boards.fixing"]}


def test_a_change_is_told_in_figures():
    before, after = plan(deck()), plan(deck(4000, 3000, 600, put("deck.beams.way", "flush")))
    told = compare(before, after)
    assert {d.key for d in told.differences} >= {"joist_span", "beams", "post"}
    assert "shortest post 147 mm" in told.sentence


def test_every_way_to_end_a_row_is_beside_the_one_there_is():
    sides = comparison(deck(4000, 2910, 600), "rows")
    assert next(s.chosen for s in sides)
    assert all(s.scene is not None for s in sides)
    labels = [s.label for s in sides]
    assert any(label.startswith("Trim the joists") for label in labels)
    assert any(label.startswith("Start from the other side") for label in labels)
    whole = comparison(deck(4000, 3014, 600), "rows")  # 19 × 151 + 145: ends whole already
    assert [s.label for s in whole] == ["as it is"]


def test_a_default_overhang_keeps_to_a_quarter_of_its_span():
    made = plan(deck(5000, 7000, 900))
    # Two spans of (6975 − c)/2; a sixth would be 1150: held to 6975/9 = 775, tidy 750.
    assert made.laid.main.supports.overhang_mm == 750
    assert made.laid.main.supports.joist_reach.span_mm == pytest.approx((6975 - 750) / 2)
    assert not [f for f in made.findings if f.rule == "overhang"]


def test_outlines_for_the_list_of_jobs():
    job = deck(4000, 3000, 600, {"do": "add_cut", "kind": "notch"}, *cut(0, along_mm=1000, out_mm=1000))
    scene = deck_outline(job.deck.levels[0].shape)
    assert len(scene.shapes[0].points) == 6


def test_sections_show_the_fascia_off_the_rim():
    made = plan(deck(4000, 3000, 600, put("deck.boards.fascia", "uk_19x175"), put("deck.boards.overhang_mm", 38)))
    along = scenes(made)["elevation"]
    faces = [s for s in along.shapes if s.of and s.of.startswith("A")]
    # The rim ends 38 short of the 3000: its fascia, 19 thick on packers of 6, from 2968 to 2987 under the boards.
    assert {tuple(round(f(q[0] for q in s.points)) for f in (min, max)) for s in faces} == {(2968, 2987)}


def test_sections_are_cut_from_the_solids():
    """A block of 300 by 150 stands on its bed under every post, whose foot clears it by 25; both plies of the beam are cut."""
    made = plan(deck(4000, 3000, 600, put("deck.footings.kind", "block"), support="free"))
    scene, solids = scenes(made)["elevation"], {p.label: p.solid for p in made.parts if p.solid}
    plies = [s for s in scene.shapes if s.of in ("B1-1", "B1-2")]
    assert {round(box(s)[2] - box(s)[0]) for s in plies} == {47}
    block = next(s for s in scene.shapes if s.look == "concrete")
    post = next(s for s in scene.shapes if s.look == "post")
    assert [round(box(block)[k + 2] - box(block)[k]) for k in (0, 1)] == [300, 150]
    assert box(post)[1] - box(block)[3] == pytest.approx(25, abs=0.01)
    for shape in scene.shapes:
        if shape.kind == "poly" and shape.of in solids:
            (_, y0, z0), (_, y1, z1) = solids[shape.of].box
            low, bottom, high, top = box(shape)
            assert -y1 - 0.01 <= low < high <= -y0 + 0.01
            assert z0 - 0.01 <= bottom < top <= z1 + 0.01


def test_a_footing_is_drawn_from_its_solids():
    made = plan(deck(4000, 3000, 600, put("deck.levels.0.shape.cuts", [])))
    f = made.laid.main.footings[0]
    section = scenes(made)[f"section_{f.label}"]
    pad = max((s for s in section.shapes if s.look == "concrete"), key=lambda s: box(s)[2] - box(s)[0])
    assert box(pad)[2] - box(pad)[0] == pytest.approx(f.dug.across_mm, abs=1)
    assert box(pad)[1] == pytest.approx(-f.dug.depth_mm)


def test_the_order_of_work_tells_what_is_hidden_and_what_waits():
    """Footings wait two days for concrete; the frame is inspected before boards; steps and guard come after them."""
    made = plan(deck(4000, 3000, 900, {"do": "add_steps", "side": "far"}, put("deck.guard.edges", "needed")))
    order = next(s for s in made.trade.schedules(made) if s.title == "Order of work")
    assert [row[0] for row in order.rows] == [str(n + 1) for n in range(len(order.rows))]
    at = {row[1].split(",")[0].split(":")[0]: row for row in order.rows}
    assert at["Pour the footings and the pads of steps"][4] == "2 days"
    assert "blocks, bolts and hold-downs for 8 guard posts" not in at["Beams"][3]
    assert "guard posts (for the guard)" in at["Inspection of the frame"][3]
    numbers = [
        int(at[name][0])
        for name in ("Inspection of the frame", "Boards from the outer edge", "Stringers of S1", "Caps")
    ]
    assert numbers == sorted(numbers)
    assert at["Stringers of S1"][2] == f"{sum(p.kind == 'stringer' for p in made.parts)} stringers"


def test_a_fence_is_built_in_order_too():
    made = plan(yard())
    order = next(s for s in made.trade.schedules(made) if s.title == "Order of work")
    told = [row[1].split(",")[0] for row in order.rows]
    assert told[:4] == ["Agree the boundary", "Mark every post from the datum", "Dig the holes", "Set end"]
    assert next(row for row in order.rows if row[1].startswith("Set end"))[4]
