"""No control without an effect: every choice that is offered changes the plan, in the place where it is offered."""

import pytest
from pydantic import TypeAdapter

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.desk import Desk, desk
from rowstake.core.faults import JobFault
from rowstake.core.kept import kept_plan
from rowstake.core.parts import Part
from rowstake.core.plan import plan
from rowstake.core.trades.fence.views.choices import choices
from rowstake.core.trades.fence.views.offered import without_effect
from tests.decks import cut, deck
from tests.jobs import edited, fence, put

DESK, PARTS = TypeAdapter(Desk), TypeAdapter(list[Part])
TYPED = {
    "fence.skin.gap_mm": [17, 3, 30], "fence.skin.lap_mm": [33], "fence.skin.height_mm": [1500], "fence.skin.ground_gap_mm": [80],
    "fence.rails.count": [2, 4], "fence.rails.longest_mm": [1800, 2400, 3000], "fence.posts.proud_mm": [10], "fence.posts.hole_mm": [400],
    "fence.posts.depth_mm": [1000], "fence.posts.gravel_mm": [50], "fence.trims.post_caps": [True], "fence.trims.end_covers": [True],
    "fence.skin.both_faces": [True], "fence.gate_frame.through": [True], "fence.gate_frame.bars_mm": [300],
    "fence.gate_frame.hinge_gap_mm": [20], "fence.gate_frame.latch_gap_mm": [20], "fence.posts.wind_checked": [True],
    "fence.slope.equal_steps": [True], "fence.slope.fill": [True], "site.frost_depth_mm": [1200], "site.crew": [5], "site.near_salt": [True],
}  # fmt: skip
# What a choice needs before it can do anything; each is shown only then.
NEEDS = {
    "fence.bays.remainder": [put("fence.bays.way", "module"), put("fence.bays.module_mm", 1700)],
    "fence.rails.longest_mm": [put("fence.bays.max_mm", 2300)],
    "fence.slope.datum": [put("fence.slope.way", "level")],
    "fence.gate_frame.bars_on": [put("fence.gate_frame.bars_mm", 300)],
    "fence.posts.at_wall": [{"do": "levels", "text": "1, 0, 0\n1, 3 m, 400, wall\n1, 6 m, 400\n1, 9 m, 0\n2, 0, 0"}],
    "fence.skin.meter_pct": [put("fence.skin.stock", "meter")],
}
STANDING = {"fence.gate_frame.through", "fence.gate_frame.bars_mm", "fence.gate_frame.bars_on"}
"""Told of the leaf's boards only where they stand."""


def told(made):
    shown = DESK.dump_python(desk(made), mode="json")
    for key in ("choices", "lengths"):
        shown.pop(key)
    return shown


def changes(job, path, values):
    before = kept_plan(job)
    for value in values:
        try:
            after = edited(job, put(path, value))
            if after == job:
                continue
            made = plan(after)
        except JobFault:
            return True  # a choice that is refused in words does something
        if made.parts != before.parts or told(made) != told(before):
            return True
    return False


@pytest.mark.parametrize("style", list(CATALOGUE.styles))
def test_every_choice_of_a_fence_does_something(style):
    job = edited(
        fence((9000, 0), (5000, 90), style=style),
        {"do": "style", "style": style},
        {"do": "levels", "text": "1, 0, 0\n1, 2 m, -30\n1, 6 m, -300\n1, 9 m, -420"},
        {"do": "add_gate", "leg": 1, "opening_mm": 1000},
        put("site.gust_mps", 45),
        put("fence.skin.height_mm", 1730),
    )
    made = plan(job)
    offered = {path: [c.id for c in some] for path, some in choices(job).items()} | TYPED
    off = (
        set(without_effect(made.brief))
        | {"fence.skin.style"}
        | (STANDING if made.brief.along or made.brief.style.on_centres else set())
    )
    dead = []
    for path, values in offered.items():
        if path in off or (path == "fence.slope.fill" and made.brief.along):
            continue
        exact = (
            [put("fence.skin.fit", "exact")] if path == "fence.skin.gap_mm" and "exact" in made.brief.style.fits else []
        )
        base = edited(job, *NEEDS.get(path, exact))  # a gap that is only a wish may be met by none but one
        if (len(values) > 1 or path in TYPED) and not changes(base, path, values):
            dead.append(path)
    assert not dead
    parts = PARTS.dump_python(list(made.parts), mode="json")
    for path in without_effect(made.brief):
        for value in offered.get(path, ()):
            assert PARTS.dump_python(list(plan(edited(job, put(path, value))).parts), mode="json") == parts, path


@pytest.mark.parametrize("support", ["ledger", "free"])
def test_every_choice_of_a_deck_does_something(support):
    from rowstake.core.trades.deck.views.choices import deck_choices

    job = deck(5200, 3650, 900, put("deck.boards.border.boards", 1), put("deck.boards.product", "uk_composite"),
               put("deck.ground.fall_out_mm", 150), {"do": "add_steps", "side": "far"}, put("deck.guard.edges", "needed"), support=support)  # fmt: skip
    typed = {
        "deck.boards.gap_mm": [7], "deck.boards.overhang_mm": [40], "deck.boards.breaker": [True], "deck.boards.trim_ends_mm": [6],
        "deck.boards.edge_screws": [True], "deck.joists.tape": [True], "deck.joists.left_long": [True], "deck.joists.doubled_ends": [True],
        "deck.joists.guard_blocks": [True], "deck.joists.spacing_mm": [300], "deck.joists.measured_mm": [160], "deck.joists.hold_kn": [3], "deck.beams.rows": [3],
        "deck.beams.overhang_mm": [300], "deck.beams.plies": [3], "deck.posts.most_mm": [1500], "deck.footings.top_mm": [100],
        "deck.footings.soil_known": [True], "deck.loads.snow_kpa": [3], "deck.lights.count": [4], "deck.drainage.on": [True], "deck.drainage.fall_pct": [2.5], "deck.ledger.screw_kn": [1.5], "deck.boards.meter_pct": [14],
        "deck.posts.fixed": [[{"beam": "B1", "post": 2, "off_mm": 80}]], "deck.ground.paving_mm": [50],
        "deck.house.cantilevered_floor": [True], "deck.house.sill_mm": [920], "deck.over.guard_over_mm": [800],
        "deck.steps.0.at_mm": [900], "deck.steps.0.width_mm": [1500], "deck.steps.0.max_riser_mm": [160], "deck.steps.0.going_mm": [300],
        "deck.steps.0.nosing_mm": [10], "deck.steps.0.room_mm": [2500], "deck.steps.0.framed": [True], "deck.steps.0.closed": [False], "deck.guard.high_mm": [1000], "deck.guard.most_mm": [1200],
        "deck.skirting.sides": [["left"]], "deck.skirting.gap_mm": [5], "deck.skirting.clear_mm": [80],
        "deck.guard.socket_mm": [6], "deck.guard.sleeves": [True], "deck.guard.post_caps": [True],
        "deck.guard.gap_mm": [80], "deck.guard.under_mm": [60], "deck.guard.cap": [False], "deck.guard.sides": [["left"]], "deck.steps.0.level": ["Q1"],
    }  # fmt: skip
    needs = {
        "deck.boards.breaker": [*cut()[:0], put("deck.levels.0.shape.width_mm", 7000)],
        "deck.boards.edge_screws": [put("deck.boards.fixing", "clips")],
        "deck.boards.border.corner": [put("deck.boards.border.boards", 1)],
        "deck.footings.bag": [put("deck.footings.kind", "pad")],
        "site.soil": [put("deck.footings.soil_known", True), put("deck.loads.snow_kpa", 4)],
        "deck.footings.soil_known": [put("site.soil", "gravel"), put("deck.loads.snow_kpa", 4)],
        "site.climate": [put("deck.boards.product", "uk_softwood_145")],
        "deck.boards.stock": [put("deck.boards.product", "uk_softwood_145")],
        "deck.drainage.fall_pct": [put("deck.drainage.on", True)],
        "deck.ledger.screw_kn": [put("deck.ledger.fastener", "rated_screw")],
        "deck.boards.meter_pct": [put("deck.boards.product", "uk_softwood_145"), put("deck.boards.stock", "meter")],
        "deck.joists.hold_kn": [put("deck.beams.overhang_mm", 1400)],
        "deck.boards.fit": [put("deck.boards.gap_mm", 5)],
        "deck.guard.sides": [put("deck.guard.edges", "chosen")],
        "deck.guard.post_caps": [put("deck.guard.cap", False)],
        "deck.steps.0.held_by": [put("deck.steps.0.build", "boxes")],
        "deck.steps.0.boxes_way": [put("deck.steps.0.build", "boxes")],
        "deck.steps.0.boxes_of": [put("deck.steps.0.build", "boxes"), put("deck.joists.size", "uk_47x200")],
        **{
            f"deck.skirting.{own}": [put("deck.skirting.sides", ["left", "right"])]
            for own in ("board", "gap_mm", "clear_mm", "panel")
        },
        "deck.steps.0.level": [{"do": "add_level"}, put("deck.levels.1.y_mm", 6000), put("deck.steps.0.width_mm", 900)],
    }
    ledger_only = {"deck.ledger.fastener", "deck.house.cantilevered_floor", "deck.house.siding"}
    dead = []
    picked = {p: [c.id for c in some] for p, some in deck_choices(job).items()}
    asked = (
        typed if support == "ledger" else {p: v for p, v in typed.items() if p in picked}
    )  # the others do the same free of the house
    for path, values in (picked | asked).items():
        if support == "free" and path in ledger_only:
            continue
        if not changes(edited(job, *needs.get(path, [])), path, values):
            dead.append(path)
    assert not dead
