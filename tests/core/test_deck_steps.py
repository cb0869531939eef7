"""Steps of a deck's outline: those too small for a joist, and narrow strips beside them, framed as a builder frames them."""

from __future__ import annotations

from hypothesis import given, settings
from hypothesis import strategies as st

from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from tests.decks import cut, deck
from tests.holds.deck import check_deck
from tests.holds.solids import check_solids
from tests.jobs import put
from tests.refused import drawn_again

NOTCH = {"do": "add_cut", "kind": "notch"}


def notched(*notches, corner="house_left", size=(4000, 3000), **ways):
    edits = [NOTCH] * len(notches)
    for n, (along, out) in enumerate(notches):
        edits = [*edits, *cut(n, corner=corner, along_mm=along, out_mm=out)]
    return deck(*size, 600, *edits, *(put(f"deck.{k.replace('__', '.')}", v) for k, v in ways.items()))


def test_the_frame_runs_straight_past_a_step_smaller_than_a_joist():
    """Notches 215 and 225 wide leave a step of 10: the frame starts at 225 + 25 beside both, boards reach 35 over it there."""
    made = plan(notched((215, 300), (225, 150)))
    assert {x for x, _ in made.laid.main.grid.poly.exterior.coords} == {25, 250, 3975}
    [finding] = [f for f in made.findings if f.rule == "frame_straight"]
    assert "a step of 10 mm; boards reach 35 mm over it" in finding.title
    assert (
        "that begins 215 mm along and 175 mm out" in finding.why
    )  # at 240 and 175, told from the frame's left end at 25
    check_deck(made)
    check_solids(made)


def test_an_edge_on_the_house_stays_on_the_house():
    """A notch only 30 deep at the house: the ledger keeps its place, so the step stays."""
    made = plan(notched((1000, 30)))
    assert sorted({y for _, y in made.laid.main.grid.poly.exterior.coords}) == [0, 55, 2975]
    check_deck(made)


def test_a_narrow_strip_shares_the_rows_of_the_deck_beside_it():
    """A strip 130 wide beside a notch 166 deep, on a deck that stands free: its joists would take rows of their own 116 further
    out and 50 nearer; the beams of the deck run on under it instead, out to the frame's edge at 25."""
    job = notched((130, 166), house__support="free")
    beams = plan(job).laid.main.supports.beams
    assert [(b.s0, b.s1, len(b.groups)) for b in beams] == [(25, 3975, 2)] * 2
    assert [(b.marks[0], b.marks[-1]) for b in beams] == [(25, 3975)] * 2


def test_a_joist_that_hangs_on_the_end_of_a_flush_beam_is_carried_by_it():
    """A clipped corner ends the near beam at 8152; the joist at 8153.4, 38 thick, lies 17.7 on its end and hangs there."""
    job = deck(
        2720, 9054, 600, NOTCH, *cut(0, corner="house_left", along_mm=680, out_mm=2263.5),
        {"do": "add_cut", "kind": "clip"}, *cut(1, corner="far_left", along_mm=892.5, out_mm=892.5),
        put("deck.beams.way", "flush"), put("deck.boards.run", "across"), region="north_america", support="free",
    )  # fmt: skip
    made = plan(job)
    supports = made.laid.main.supports
    near = next(b for b in supports.beams if abs(b.s1 - 8152) < 1)
    [joist] = [j for j in made.laid.main.grid.joists if near.s1 < j.s < near.s1 + 5]
    assert near in supports.under(joist.s)
    check_deck(made)
    check_solids(made)


def test_a_joist_hardly_on_a_flush_beam_hangs_on_the_rim_of_the_clipped_corner():
    """The near beam ends 11.7 inside the joist at 425, less than the 12 that carry: the rim beside it takes its end."""
    job = deck(
        3328, 2373, 250, {"do": "add_cut", "kind": "clip"}, *cut(0, corner="house_left", along_mm=426.4, out_mm=426.4),
        put("deck.beams.way", "flush"), put("deck.boards.product", "au_composite"), put("deck.boards.gap_mm", 5), region="australia_nz", support="free",
    )  # fmt: skip
    made = plan(job)
    [joist] = [j for j in made.laid.main.grid.joists if j.s == 425]
    assert joist.near == "clipped rim"
    assert [b.label for b in made.laid.main.supports.under(425)] == ["B2"]
    check_deck(made)
    check_solids(made)


def test_the_rim_of_a_clipped_corner_runs_to_the_end_of_the_flush_beam():
    """A shallow clip of 770 by 208: both plies of its rim butt on the end of the near beam, and joists end along them."""
    job = deck(7009, 2242, 600, {"do": "add_cut", "kind": "clip"}, *cut(0, corner="house_right", along_mm=770, out_mm=208),
               put("deck.beams.way", "flush"), region="australia_nz", support="free")  # fmt: skip
    made = plan(job)
    beam = made.laid.main.supports.beams[0]
    rims = [stick for _, stick in made.laid.main.sticks if stick.kind == "clipped rim"]
    assert {round(min(s for s, _ in rim.outline()) - beam.s1, 1) for rim in rims} == {0}
    check_deck(made)
    check_solids(made)


@settings(max_examples=40)
@given(st.data())
def test_clipped_corners_with_flush_beams_hold_together(data):
    draw = data.draw
    clips = [{"do": "add_cut", "kind": "clip"}] * draw(st.integers(1, 2))
    corners = ["house_left", "house_right", "far_left", "far_right"]
    sizes = [
        edit
        for n in range(len(clips))
        for edit in cut(n, corner=draw(st.sampled_from(corners)), along_mm=draw(st.integers(150, 1200)), out_mm=draw(st.integers(150, 1200)))
    ]  # fmt: skip
    job = deck(
        draw(st.integers(1700, 9000)), draw(st.integers(1700, 5000)), 600, *clips, *sizes,
        put("deck.beams.way", "flush"), put("deck.boards.run", draw(st.sampled_from(["along", "across"]))),
        region=draw(st.sampled_from(["uk_ireland", "north_america", "australia_nz"])),
        support=draw(st.sampled_from(["ledger", "free"])),
    )  # fmt: skip
    try:
        made = plan(job)
    except JobFault as fault:
        drawn_again(fault)
    check_deck(made)


@settings(max_examples=15)
@given(st.data())
def test_small_steps_and_narrow_strips_hold_together(data):
    draw = data.draw
    sizes = st.integers(20, 300)
    first = (draw(sizes), draw(sizes))
    second = (max(20, first[0] + draw(st.integers(-50, 50))), draw(sizes))
    made = plan(
        notched(
            *[first, second][: draw(st.integers(1, 2))],
            corner=draw(st.sampled_from(["house_left", "house_right", "far_left", "far_right"])),
            size=draw(st.sampled_from([(1200, 1200), (2400, 4000), (4000, 2500)])),
            boards__run=draw(st.sampled_from(["along", "across"])),
            beams__way=draw(st.sampled_from(["dropped", "flush"])),
            house__support=draw(st.sampled_from(["ledger", "free"])),
        )
    )
    check_deck(made)
    check_solids(made)


def test_trimmers_of_one_hole_that_stand_in_another_are_told():
    """Two plies of 38 beside the first hole reach 19 past the left edge of the second, further out on the same joists."""
    hole = {"do": "add_cut", "kind": "hole"}
    made = plan(deck(1200, 10_785, 600, hole, *cut(0, x_mm=192, y_mm=5392, along_mm=60, out_mm=60),
                     hole, *cut(1, x_mm=360, y_mm=3235, along_mm=200, out_mm=60), region="north_america"))  # fmt: skip
    assert len(made.laid.main.crossed) == 1
    [told] = [f for f in made.findings if f.rule == "hole_room"]
    assert "H2" in told.title
    assert not plan(apply_raw(made.brief.job, list(told.fixes[0].edits))).laid.main.crossed


def test_a_scrap_between_two_holes_that_cross_is_told():
    """Holes of 200 by 60 and 60 by 1200 that cross leave 24.5 of a board beside them, 286 long, that no piece of the frame lies under."""
    holes = [{"do": "add_cut", "kind": "hole"}, {"do": "add_cut", "kind": "hole"},
             *cut(0, x_mm=1354.24, y_mm=3440.35, along_mm=200, out_mm=60), *cut(1, x_mm=1477.7, y_mm=3079.25, along_mm=60, out_mm=1200)]  # fmt: skip
    made = plan(deck(4203.25, 6158.5, 600, *holes, put("deck.boards.run", "across"), put("deck.boards.breaker", True), put("deck.boards.fit", "rip"),
                     put("deck.boards.gap_mm", 5), put("deck.boards.start", "far"), region="australia_nz"))  # fmt: skip
    (told,) = [f for f in made.findings if f.rule == "off_frame"]
    assert "24.5 mm wide, lies on nothing of the frame" in told.title
    check_solids(made)


def test_a_header_hardly_longer_than_it_is_thick_is_not_screwed_through_lengthwise():
    """Two holes that cross leave a header of 55.1 between trimmers: its end is screwed to from the side of the trimmer, not through it."""
    holes = [{"do": "add_cut", "kind": "hole"}, {"do": "add_cut", "kind": "hole"},
             *cut(0, x_mm=1313.51, y_mm=3464.16, along_mm=200, out_mm=60), *cut(1, x_mm=1477.7, y_mm=3079.25, along_mm=60, out_mm=500)]  # fmt: skip
    made = plan(deck(4203.25, 6158.5, 600, *holes, put("deck.boards.run", "across"), region="australia_nz"))
    assert min(p.length_mm for p in made.parts if p.kind == "header") < 60
    check_solids(made)
