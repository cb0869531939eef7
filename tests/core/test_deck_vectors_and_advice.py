"""Published spans, footings and ledgers through the deck planner; every rule of advice with its trouble and its fixes."""

import json
from pathlib import Path

import pytest

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits import apply_raw
from rowstake.core.fasteners import Sold
from rowstake.core.plan import plan
from rowstake.core.preview import consequence
from rowstake.core.reckoners.beam_span import OVERHANGING
from rowstake.core.trades.deck.advice import all_rules
from rowstake.core.trades.deck.brief import resolve_deck
from rowstake.core.trades.deck.footings import Under
from rowstake.core.trades.deck.spread import allowed_joist
from rowstake.core.trades.deck.supports import allowed_beam
from tests.decks import cut, deck
from tests.holds.deck import check_deck
from tests.holds.solids import check_solids
from tests.jobs import put

VECTORS = Path(__file__).parent.parent / "vectors"
FEET = {"region": "north_america"}


def vectors(name):
    rows = [json.loads(line) for line in (VECTORS / f"{name}.jsonl").read_text().splitlines() if line.strip()]
    return [pytest.param(r, id=f"{name}-{n}") for n, r in enumerate(rows)]


def brief_of(given, species):
    edits = [
        put("deck.species", species),
        put("deck.loads.live_kpa", given.get("live_kpa", 1.9152104)),
        put("deck.loads.dead_kpa", given.get("dead_kpa", 0.4788026)),
    ]
    if "spacing_mm" in given:
        edits.append(put("deck.joists.spacing_mm", given["spacing_mm"]))
    return resolve_deck(deck(4000, 3000, 900, *edits, **FEET))


def close(row, key, got):
    assert got == pytest.approx(row["expect"][key], abs=row.get("tolerance", {}).get(key, 0) or 1e-6)


@pytest.mark.parametrize("row", vectors("joist-span"))
def test_published_joist_spans(row):
    given = row["inputs"]
    section = CATALOGUE.sections[f"na_{given.get('size', '2x8')}"]
    reach = min(allowed_joist(brief_of(given, s), section).allowed_mm for s in given["species"])
    close(row, "span_mm", reach)


@pytest.mark.parametrize("row", vectors("beam-span"))
def test_published_beam_spans(row):
    given = row["inputs"]
    section = CATALOGUE.sections[f"na_{given.get('size', '2x8')}"]
    carried = given["joist_span_mm"] * OVERHANGING
    reach = min(allowed_beam(brief_of(given, s), section, given.get("plies", 2), carried)[0] for s in given["species"])
    close(row, "span_mm", reach)


@pytest.mark.parametrize("row", vectors("footing-size"))
def test_published_footings(row):
    given = row["inputs"]
    load = given.get("load_kn") or given["tributary_m2"] * (
        given.get("live_kpa", 1.9152104) + given.get("dead_kpa", 0.4788026)
    )
    under = Under(
        load,
        given.get("bearing_kpa", 71.82039),
        given.get("post_mm", 139.7),
        given.get("post_mm", 139.7),
        "6×6",
        0,
        50,
        (300.0,),
        50.8,
        None,
        None,
        Sold("ft-in"),
    )
    for key in row["expect"]:
        if key in ("side_mm", "diameter_mm", "thickness_mm", "area_m2"):
            close(row, key, getattr(under.asked, key))


@pytest.mark.parametrize("row", vectors("ledger-fasteners"))
def test_published_ledgers(row):
    given, hang = row["inputs"], 300.0
    span = given["joist_span_mm"]
    made = plan(deck(
        4000, span + hang + 25.4, 1500, put("deck.ledger.fastener", given.get("fastener", "lag_13mm")),
        put("deck.loads.live_kpa", given.get("live_kpa", 1.9152104)), put("deck.loads.dead_kpa", given.get("dead_kpa", 0.4788026)),
        put("deck.beams.overhang_mm", hang), put("deck.beams.rows", 1), **FEET,
    ))  # fmt: skip
    assert made.laid.main.ledger.span_mm == pytest.approx(span)
    close(row, "spacing_mm", made.laid.main.ledger.spacing_mm)


GUARD = put("deck.guard.edges", "needed")
STEPS = {"do": "add_steps", "side": "far"}
TROUBLE = {
    "buried": deck(4000, 3000, 600, put("site.buried", [{"kind": "drain", "points": [[0, -3000], [4000, -3000]], "keep_mm": 900}])),
    "stack_fit": deck(4000, 3000, 350),
    "footings_meet": deck(4000, 3000, 900, {"do": "add_cut", "kind": "notch"},
                          *cut(along_mm=350, out_mm=1500, corner="far_right"), put("deck.footings.kind", "hole")),
    "off_frame": deck(3000, 3000, 900, put("deck.boards.run", "diagonal")),
    "sill": deck(4000, 3000, 600, put("deck.house.sill_mm", 610)),
    "guard": deck(4000, 3000, 1200),
    "frost_ask": deck(4000, 3000, 900, put("deck.footings.kind", "pad"), **FEET),
    "just_over": deck(4000, 3140, 600),
    "turned": deck(4000, 3000, 600, put("deck.boards.run", "across")),
    "house_wall": deck(4000, 3000, 600, put("deck.house.siding", "veneer")),
    "footing_kind": deck(4000, 3000, 600, put("deck.footings.kind", "block")),
    "post_tall": deck(4000, 3000, 3000, put("deck.posts.size", "uk_75x75"), put("deck.joists.doubled_ends", True)),
    "joist_over": deck(4000, 3600, 900, put("deck.joists.size", "uk_47x100"), put("deck.beams.rows", 1)),
    "beam_over": deck(6000, 3600, 900, put("deck.posts.fixed", [{"beam": "B1", "post": 2, "off_mm": 400}])),
    "drain_deep": deck(5000, 3600, 900, put("deck.drainage.on", True), put("deck.drainage.fall_pct", 3)),
    "posts_close": deck(6000, 3600, 900, put("deck.beams.size", "uk_47x100"), put("deck.beams.plies", 1), put("deck.posts.most_mm", None),
                      put("deck.loads.snow_kpa", 9)),
    "hole_room": deck(4000, 3000, 600, {"do": "add_cut", "kind": "hole"}, *cut(x_mm=1700, y_mm=2330, along_mm=600, out_mm=600)),
    "narrow_strip": deck(
        7300, 6000, 900, {"do": "add_cut", "kind": "notch"}, {"do": "add_cut", "kind": "notch"},
        *cut(0, along_mm=2130, out_mm=1950), *cut(1, corner="house_left", along_mm=2320, out_mm=1790), *cut(0, corner="house_left"),
    ),
    "clipped_corner": deck(3808, 5835, 1000, *[x for n, (corner, along, out) in enumerate([("house_right", 1883, 2336), ("far_left", 2233, 472)])
                        for x in ({"do": "add_cut", "kind": "clip", "corner": corner}, *cut(n, along_mm=along, out_mm=out))]),
    "member_over": deck(8000, 3600, 800, {"do": "add_cut", "kind": "hole"}, *cut(x_mm=1500, y_mm=1500, along_mm=5000, out_mm=500), put("deck.loads.snow_kpa", 3.6), put("deck.species", "c16"), put("deck.beams.rows", 1)),
    "uplift": deck(4000, 3000, 600, put("deck.beams.overhang_mm", 1400)),
    "ledger_hold": deck(4000, 1800, 600, put("deck.joists.size", "uk_47x100")),
    "overhang": deck(4000, 3000, 600, put("deck.beams.overhang_mm", 900)),
    "joist_wide": deck(4000, 3000, 600, put("deck.joists.spacing_mm", 600)),
    "last_row": deck(4000, 2910, 600),
    "butts": deck(9000, 2400, 600),
    "gap_year": deck(4000, 3000, 600, put("deck.boards.stock", "indoors"), put("deck.boards.gap_mm", 2)),
    "low_e": deck(4000, 3000, 600, put("deck.house.window", "low_e"), put("deck.boards.product", "uk_composite")),
    "fascia_shows": deck(4000, 3000, 600, put("deck.boards.fascia", "uk_19x175")),
    "fascia_narrow": deck(4000, 4500, 900, put("deck.boards.fascia", "uk_19x175"), put("deck.joists.size", "uk_47x200"), put("deck.joists.doubled_ends", True)),
    "heavy_board": deck(5400, 3000, 600, put("site.crew", 1), put("deck.boards.product", "na_composite"), **FEET),
    "beams_close": deck(1550, 1550, 600, {"do": "add_cut", "kind": "hole"},
                        *cut(0, x_mm=920.3125, y_mm=920.3125, along_mm=300, out_mm=300, what="oak tree"), support="free"),
    "frame_straight": deck(4000, 3000, 600, {"do": "add_cut", "kind": "notch"}, *cut(0, along_mm=1000, out_mm=30)),
    "level_step": deck(4000, 3000, 600, {"do": "add_level"}, put("deck.levels.1.height_mm", 300)),
    "throat": deck(4000, 3000, 590, STEPS, put("deck.steps.0.stringer", "uk_47x200")),
    "head_notch": deck(4000, 3000, 1300, STEPS, put("deck.steps.0.head_by", "rail")),
    "rise_and_going": deck(4000, 3000, 590, STEPS, put("deck.steps.0.max_riser_mm", 230)),
    "foot_known": deck(4000, 3000, 590, STEPS, put("deck.steps.0.foot", "slab")),
    "cross_fall": deck(4000, 3000, 500, STEPS, put("deck.ground.fall_along_mm", 90), put("deck.steps.0.foot", "slab")),
    "open_riser": deck(4000, 3000, 590, STEPS, put("deck.steps.0.closed", False)),
    "hangs_on": deck(4000, 3000, 300, STEPS, put("deck.joists.size", "uk_47x100"), put("deck.boards.product", "uk_softwood_145")),
    "handrail": deck(4000, 3000, 590, STEPS),
    "door_riser": deck(4000, 3000, 590, STEPS, put("deck.house.sill_mm", 700)),
    "flight_guard": deck(4000, 3000, 1300, STEPS),
    "box_legs": deck(4000, 3000, 900, STEPS, put("deck.steps.0.build", "boxes"), put("deck.steps.0.boxes_way", "stepped")),
    "box_soil": deck(4000, 3000, 600, STEPS, put("deck.steps.0.build", "boxes"), put("deck.steps.0.foot", "slab"), put("deck.ground.fall_out_mm", 400)),
    "riser_lights": deck(4000, 3000, 500, STEPS, put("deck.steps.0.closed", False), put("deck.steps.0.lights", 1)),
    "groove_out": deck(4000, 3000, 600, put("deck.boards.product", "uk_composite")),
    "guard_outside": deck(4000, 3000, 900, GUARD, put("deck.guard.mount", "outside")),
    "guard_climbable": deck(4000, 3000, 900, GUARD, put("deck.guard.infill", "boards")),
    "guard_opening": deck(4000, 3000, 900, GUARD, put("deck.guard.under_mm", 150)),
    "pad_frost": deck(4000, 3000, 590, STEPS, put("site.frost_depth_mm", 600)),
    "guard_room": deck(4000, 3000, 900, GUARD, put("deck.beams.way", "flush")),
    "skirting_room": deck(4000, 3000, 900, put("deck.skirting.sides", ["far"]), put("deck.boards.fascia", "uk_19x175")),
    "skirting_panel": deck(4000, 3000, 900, put("deck.skirting.sides", ["far", "left"])),
    "flight_long": deck(4000, 3000, 2900, STEPS),
    "ready_made": deck(4000, 3000, 850, STEPS, put("deck.steps.0.made", "bought")),
    "foot_room": deck(4000, 3000, 900, STEPS, put("deck.steps.0.room_mm", 1800)),
    "guard_cables": deck(4000, 3000, 900, GUARD, put("deck.guard.infill", "cables"), put("deck.guard.most_mm", 1700)),
    "guard_gate": deck(4000, 3000, 900, STEPS, put("deck.steps.0.gate", "near")),
    "guard_bay": deck(4000, 3000, 900, GUARD, put("deck.guard.most_mm", 2500)),
    "deck_stock": deck(4000, 6500, 900, put("deck.joists.size", "uk_47x225"), put("deck.beams.rows", 1), put("deck.joists.doubled_ends", True)),
    "handrail_room": deck(
        4000, 3000, 600, {"do": "add_cut", "kind": "notch", "corner": "far_left"}, *cut(along_mm=1500, out_mm=1500), STEPS,
        put("deck.steps.0.at_mm", 300), put("deck.steps.0.width_mm", 1200), put("deck.steps.0.handrail", "far"),
    ),
    "footing_high": deck(
        2500, 2000, 500, {"do": "add_level"}, put("deck.levels.1.y_mm", 2000), put("deck.levels.1.height_mm", 214),
        put("deck.beams.way", "flush"), put("deck.boards.fascia", "na_1x8"), region="north_america",
    ),
    "built_otherwise": deck(2000, 2000, 115, STEPS, put("deck.steps.0.build", "boxes"), put("deck.steps.0.framed", True), put("deck.steps.0.foot_by", "kicker")),
}  # fmt: skip


def found(made, rule):
    return [f for f in made.findings if f.rule == rule]


def test_every_rule_has_an_entry_and_a_trouble():
    assert set(all_rules()) == set(CATALOGUE.advice_deck) == set(TROUBLE)


@pytest.mark.parametrize("rule", list(TROUBLE))
def test_a_deck_in_trouble_is_drawn_as_it_is_told(rule):
    made = plan(TROUBLE[rule])
    check_deck(made)
    check_solids(made)


@pytest.mark.parametrize("rule", list(TROUBLE))
def test_rule_finds_its_trouble_and_its_fixes_settle_it(rule):
    job = TROUBLE[rule]
    made = plan(job)
    findings = found(made, rule)
    assert findings, rule
    known = (
        {p.label for p in made.parts}
        | {b.label for b in made.laid.main.supports.beams}
        | {q.label for q in made.laid.main.posts}
    )
    known |= {f.label for f in made.laid.main.footings}
    settled = []
    for finding in findings:
        assert finding.title
        assert finding.why
        assert set(finding.where) <= known
        settled += [True] * (rule in ("frost_ask", "buried", "frame_straight", "beams_close"))  # only its builder knows
        for fix in finding.fixes:
            after = plan(apply_raw(job, list(fix.edits)))
            settled.append(not found(after, rule))
            assert consequence(job, made, list(fix.edits)).sentence
    assert any(settled), rule
    if rule not in (
        "posts_close",
        "joist_over",
        "guard",
        "member_over",
        "clipped_corner",
        "stack_fit",
        "deck_stock",
        "butts",
    ):
        assert all(settled), rule


def test_a_plain_sound_deck_is_quiet():
    assert plan(deck()).findings == ()


def test_posts_of_a_short_beam_stand_as_far_apart_as_their_holes_are_wide():
    """A wing of 500 mm: holes of 400 mm; (500 - 400) / 2 = 50 mm of beam past each post, where a sixth would be 83."""
    job = deck(4000, 3000, 900, {"do": "add_cut", "kind": "notch"},
               *cut(along_mm=500, out_mm=1500, corner="far_right"), put("deck.footings.kind", "hole"))  # fmt: skip
    made = plan(job)
    (short,) = (b for b in made.laid.main.supports.beams if b.s1 - b.s0 < 600)
    assert short.posts == pytest.approx((short.s0 + 50, short.s1 - 50))
    assert "footings_meet" not in {f.rule for f in made.findings}


def test_a_lift_is_held_by_ties_that_are_rated_for_it():
    """What hangs 1400 past its beam lifts the joist at the wall; ties that hold a little less than that are told, ties that hold it are not."""
    job = TROUBLE["uplift"]
    lift = next(w.load_kn for w in plan(job).laid.main.work if w.what == "lift")
    for share, told in ((0.9, True), (1.01, False)):
        made = plan(apply_raw(job, [put("deck.joists.hold_kn", lift * share)]))
        assert bool([f for f in made.findings if f.rule == "uplift"]) == told
        check_deck(made)
