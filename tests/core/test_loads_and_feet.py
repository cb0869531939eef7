"""Loads typed and printed in either system; a deck in feet and inches says nothing in millimetres; each footing by hand."""

import math
import re

import pytest
from shapely.geometry import Point

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.desk import desk
from rowstake.core.fasteners import Sold
from rowstake.core.faults import JobFault
from rowstake.core.measure import Printer, parse_force, parse_pressure
from rowstake.core.plan import plan
from rowstake.core.trades.deck.footings import Under, kinds
from rowstake.core.trades.deck.squaring import rectangle
from tests.decks import deck
from tests.jobs import edited, fence, put

FEET, METRIC = Printer("ft-in"), Printer()


@pytest.mark.parametrize(
    ("text", "units", "kpa"),
    [
        ("1.5", "mm", 1.5),
        ("40", "ft-in", 1.9152),
        ("40 psf", "mm", 1.9152),
        ("2 kN/m²", "ft-in", 2),
        (".5 kPa", "ft-in", 0.5),
    ],
)
def test_a_load_on_an_area_in_any_unit(text, units, kpa):
    assert parse_pressure(text, units, "x") == pytest.approx(kpa, abs=1e-4)


@pytest.mark.parametrize(
    ("text", "units", "kn"),
    [("6.7", "mm", 6.7), ("1500 lb", "mm", 6.6723), ("1500", "ft-in", 6.6723), ("900 N", "mm", 0.9)],
)
def test_a_force_in_any_unit(text, units, kn):
    assert parse_force(text, units, "x") == pytest.approx(kn, abs=1e-3)


@pytest.mark.parametrize("text", ["", "heavy", "-3", "3 stone", "1,5,", "4 psf psf"])
def test_what_is_no_load_is_told(text):
    with pytest.raises(JobFault) as fault:
        parse_pressure(text, "mm", "deck.loads.live_kpa")
    assert fault.value.faults[0].field == "deck.loads.live_kpa"


def test_loads_are_printed_in_the_jobs_units():
    assert (METRIC.pressure(1.5), METRIC.pressure(2), METRIC.force(6.67)) == ("1.5 kPa", "2 kPa", "6.7 kN")
    assert METRIC.force(0.04) == "40 N"
    assert (FEET.pressure(1.9152104), FEET.force(6.6723)) == ("40 psf", "1500 lb")
    assert (METRIC.area(12), FEET.area(9.2903)) == ("12.00 m²", "100 sq ft")


def test_a_load_is_typed_into_the_document():
    job = deck(4000, 3000, 900, put("deck.loads.snow_kpa", "30 psf"), region="north_america")
    assert job.deck.loads.snow_kpa == pytest.approx(1.4364, abs=1e-4)
    assert desk(plan(job)).lengths["deck.loads.live_kpa"] == "40 psf"


def test_a_deck_in_feet_says_nothing_in_millimetres():
    job = deck(
        4876.8, 3657.6, 711.2, {"do": "add_level"}, put("deck.boards.border.boards", 1), put("deck.footings.kind", "pad"),
        put("site.frost_depth_mm", "3'"), region="north_america",
    )  # fmt: skip
    made = plan(job)
    shown = desk(made)
    told = [t for f in shown.figures for t in (f.name, f.text)] + [s.figure for s in shown.stakes]
    told += [t for w in made.workings.values() for t in (w.title, w.value, w.formula)]
    told += [t for f in made.findings for t in (f.title, f.why, *(x.label for x in f.fixes))]
    told += [s.text for scene in shown.scenes.values() for s in scene.shapes] + [
        scene.title for scene in shown.scenes.values()
    ]
    told += [line.value for thing in shown.things.values() for line in thing.lines]
    odd = [t for t in told if re.search(r"\d mm\b|\bkN\b|\bkPa\b|m²", t)]
    assert not odd


def under(**given):
    base = dict(load_kn=10.0, bearing_kpa=100.0, post_mm=100.0, post_deep_mm=100.0, post_name="100×100", frost_mm=600.0, top_mm=50.0,
                augers_mm=(300.0, 400.0, 600.0), step_mm=50.0, pile_kn=None, slab_mm=None, sold=Sold("mm"))  # fmt: skip
    return Under(**{**base, **given})


def test_a_pad_by_hand():
    # 10 kN on 100 kPa: 0.1 m², 357 across, 400 to the step; thickness 152.4, so 175; a pier of 200 from 425 down to 50 up.
    dug = kinds()["pad"].dig(under())
    assert (dug.across_mm, dug.depth_mm) == (400, 600)
    pad, pier, soil = dug.layers
    assert pad.volume_m3 == pytest.approx(math.pi * 0.4**2 / 4 * 0.175)
    assert pier.volume_m3 == pytest.approx(math.pi * 0.2**2 / 4 * 0.475)
    assert soil.volume_m3 == pytest.approx(math.pi * (0.4**2 - 0.2**2) / 4 * 0.425)
    assert dug.spoil_m3 == pytest.approx(1.25 * (math.pi * 0.4**2 / 4 * 0.600 - soil.volume_m3))
    assert dug.words(METRIC) == "pad 400 mm across, 175 mm thick, pier 200 mm"


def test_a_post_in_its_hole_by_hand():
    # 357 across is asked and three post widths are 300: the next auger is 400. 100 of base under 600 of post.
    dug = kinds()["hole"].dig(under())
    assert (dug.across_mm, dug.depth_mm, dug.post_below_mm) == (400, 700, 650)
    base, pour = dug.layers
    assert base.volume_m3 == pytest.approx(math.pi * 0.4**2 / 4 * 0.1)
    assert pour.volume_m3 == pytest.approx((math.pi * 0.4**2 / 4 - 0.01) * 0.6)
    assert dug.hardware == ()


def test_a_block_a_slab_and_a_pile_by_hand():
    # 0.1 m² is 316 square: 350 to the step, on 150 of base.
    block = kinds()["block"].dig(under())
    assert block.across_mm == 350
    assert [layer.volume_m3 for layer in block.layers] == pytest.approx([0.35 * 0.35 * 0.15])
    assert [(layer.bottom_mm, layer.top_mm) for layer in block.layers] == [
        (-250, -100)
    ]  # under a block of 150 that stands 50 up
    wide = kinds()["block"].dig(under(load_kn=49))  # 700 square: 200 past the block on each side, so 200 thick
    assert (wide.across_mm, wide.layers[0].top_mm - wide.layers[0].bottom_mm) == (700, 200)
    oblong = kinds()["hole"].dig(under(post_deep_mm=150.0, load_kn=1.0))  # three of the greater side: 450, so 600
    assert oblong.across_mm == 600
    assert oblong.layers[1].volume_m3 == pytest.approx((math.pi * 0.6**2 / 4 - 0.1 * 0.15) * 0.6)
    slab = kinds()["slab"].dig(under(slab_mm=120.0))
    assert slab.bears_m2 == pytest.approx(0.34 * 0.34)  # 100 and 120 on both sides
    assert (slab.layers, slab.spoil_m3) == ((), 0)
    assert {good.words: n for good, n in slab.hardware}["masonry anchor M12 × 110"] == 4
    pile = kinds()["pile"].dig(under(pile_kn=25.0))
    assert (pile.carries_kn, pile.layers) == (25, ())


@pytest.mark.parametrize("kind", ["pad", "hole", "block", "slab", "pile"])
def test_every_kind_stands_under_a_deck(kind):
    made = plan(
        deck(
            4000,
            3000,
            600,
            put("deck.footings.kind", kind),
            put("deck.footings.pile_kn", 30),
            put("deck.footings.slab_mm", 120),
        )
    )
    post = next(p for p in made.parts if p.kind == "post")
    q = made.laid.main.posts[0]
    below = 25 + 50 + 300 if kind == "hole" else 0  # standoff, over the ground, and in it
    assert post.length_mm == pytest.approx(q.height_mm + below)
    assert q.height_mm == 600 - 28 - 150 - 200 - 25 - (0 if kind == "slab" else 50)
    assert (made.lists.bags > 0) == (kind in ("pad", "hole"))
    assert not [f for f in made.findings if f.rule == "footing_kind"] or kind == "block"  # on a ledger, no blocks


def test_a_small_bare_rating_is_asked_about_where_pounds_are_used():
    with pytest.raises(JobFault) as caught:
        parse_force("5", "ft-in", "deck.ledger.bracket_kn")
    assert "kilonewtons or pounds" in caught.value.faults[0].message
    assert parse_force("5 lb", "ft-in", "x") == pytest.approx(0.02224, abs=1e-4)
    assert parse_force("5", "mm", "x") == 5


def test_what_is_bought_in_an_inch_region_has_inch_sizes():
    made = plan(deck(4876.8, 3657.6, 900, put("deck.boards.fascia", "na_1x8") if "na_1x8" in CATALOGUE.sections else put("deck.joists.tape", True),
                     put("deck.joists.tape", True), put("deck.lights.count", 4), region="north_america"))  # fmt: skip
    lines = [f"{row.item} {row.buy} {row.unit} {row.needed} {row.note}" for row in made.lists.buy]
    assert not [line for line in lines if re.search(r"\d ?mm\b|\bkN\b|litre|\bkg\b|\bm roll|\d m\b|m²", line)], lines
    fence_ = plan(edited(fence((9000, 0), region="north_america"), {"do": "add_gate", "leg": 0}, put("fence.skin.finish", "early"),
                         put("fence.posts.method", "gravel"), put("fence.skin.fixing", "adhesive")))  # fmt: skip
    lines = [f"{row.item} {row.buy} {row.unit} {row.needed} {row.note}" for row in fence_.lists.buy]
    assert not [line for line in lines if re.search(r"\d ?mm\b|litre|\bkg\b|\d m\b|m²", line)], lines


def test_plies_trims_and_frames_have_their_fixings():
    made = plan(deck())
    # One beam of two plies, 3950 long: two rows at 400, 11 in each.
    screws = {p.material: p.amount for p in made.parts if p.material.startswith("structural screw")}
    assert screws == {"structural screw 80 mm": 22}
    dressed = plan(edited(fence((9000, 0)), put("fence.trims.gravel_board", "uk_19x150"), put("fence.trims.cap_rail", "uk_38x87"),
                          {"do": "add_gate", "leg": 0}))  # fmt: skip
    boards = dressed.count("gravel board")
    held = {p.label: p.amount for p in dressed.parts if p.unit == "each"}
    cleats = [p for p in dressed.parts if p.kind == "cleat"]
    assert len(cleats) == 2 * boards
    # Behind a board of 19 in the middle of the posts, from 9.5 to 34.5; 38 along, as high as the board of 150.
    assert {(p.solid.near_mm, p.solid.far_mm) for p in cleats} == {(-34.5, -9.5)}
    assert {p.length_mm for p in cleats} == {150}
    assert next(v for k, v in held.items() if k.startswith("cleats screw")) == 2 * len(cleats)
    assert next(v for k, v in held.items() if k.startswith("gravel boards screw")) == 6 * boards
    assert any(k.startswith("cap rail screw") for k in held)
    assert held["G1 frame screws"] == 4 * 4 + 8
    assert any(p.material.startswith("end-grain preservative") for p in dressed.parts)
    channels = plan(fence((9000, 0), style="stacked_channels"))
    # Channels of 1800: every 600 and at both ends, four screws; two channels a bay.
    assert (
        sum(p.amount for p in channels.parts if "self-drilling" in p.material) == 2 * len(channels.laid.layout.bays) * 4
    )


def test_days_go_by_length_crew_and_stain():
    plain, stained = plan(fence((30_000, 0))), plan(edited(fence((30_000, 0)), put("fence.skin.finish", "early")))
    assert stained.days.hours["finish"] > 0
    assert stained.days.total > plain.days.total
    long = plan(deck(4800, 3000, 600)).days.hours["skin"]
    assert long > 20 * 0.07 * 1.5  # twenty boards of 4.8 m take longer than twenty pickets
    alone = plan(deck(4800, 3000, 600, put("site.crew", 1))).days.hours["skin"]
    assert alone > long
    assert "the frame" in plan(deck(4800, 3000, 600)).workings["days"].formula


def test_an_l_is_squared_by_corners_that_are_there():
    from tests.decks import cut

    notch = [{"do": "add_cut", "kind": "notch", "corner": "far_right"}, *cut(along_mm=2000, out_mm=1500)]
    made = plan(deck(6000, 4000, 800, *notch))
    by = rectangle(made.laid.main.grid)
    assert not by.whole
    for s in (by.s0, by.s1):
        for t in (by.t0, by.t1):
            assert made.laid.main.grid.poly.exterior.distance(Point(s, t)) < 1
    assert made.workings["square"].value != f"both diagonals {math.hypot(5950, 3975):.0f} mm"


def test_everything_of_a_deck_is_told_from_one_end():
    made = plan(deck())
    tapes = {t.what: t for t in desk(made).tapes}
    mark = next(m for m in tapes["posts of B1"].marks if m.of == "P1")
    stands = next(line.value for line in desk(made).things["P1"].lines if line.name == "stands")
    assert stands.startswith(f"{mark.mm:.0f} mm along")


def test_ground_that_rises_from_the_house_can_be_typed():
    assert deck(4000, 3000, 600, put("deck.ground.fall_out_mm", "-200 mm")).deck.ground.fall_out_mm == -200
