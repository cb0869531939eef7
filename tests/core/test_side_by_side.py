"""Narrow pieces ripped side by side from one length, by hand; on tickets each has its place across the board."""

from __future__ import annotations

import pytest

from rowstake.core.goods import timber
from rowstake.core.parts import Part
from rowstake.core.plan import plan
from rowstake.core.takeoff.side_by_side import blanks
from rowstake.core.takeoff.tickets import abreast, tickets
from tests.decks import deck
from tests.holds.cuts import cut_from
from tests.jobs import edited, fence, put


def piece(label, width, length, section="uk_19x150", kind="board", ends="ripped"):
    return Part(label, kind, "skin", timber(section), "run", length, width, ends)


def groups(*parts):
    return [tuple(p.label for p in b.parts) for every in blanks(parts, 3.0, {}).values() for b in every]


def test_two_fit_a_board_with_their_kerf_and_a_third_begins_another():
    """70 + 3 + 70 of 150, the longest first; the third has no edge from the mill left, and lies alone."""
    assert groups(piece("a", 70, 900), piece("b", 70, 1800), piece("c", 4, 500)) == [("b", "a"), ("c",)]
    assert groups(piece("a", 73.4, 900), piece("b", 73.4, 900)) == [("a", "b")]
    assert groups(piece("a", 73.6, 900), piece("b", 73.6, 900)) == [("a",), ("b",)]


def test_a_wide_and_a_narrow_one_share_a_board_where_they_fill_it_best():
    """100 + 3 + 40 of 150, and 100 + 3 + 47 just: 47 goes where it fills the board, 40 beside the other; 50 fits beside neither."""
    assert groups(piece("a", 100, 1800), piece("b", 108, 1700), piece("c", 47, 900), piece("d", 39, 800), piece("e", 50, 700)) == [
        ("a", "c"), ("b", "d"), ("e",),
    ]  # fmt: skip


def test_a_strip_is_cut_across_into_pieces_of_its_width():
    """Beside one of 1800 lies a strip of 70 that two of 900 do not go into with their kerf, but 900 and 897 do; 896 of another width begins a board."""
    got = groups(
        piece("a", 70, 1800), piece("b", 70, 900), piece("c", 70, 900), piece("d", 70, 897), piece("e", 60, 896)
    )
    assert got == [("a", "b", "d"), ("c", "e")]
    ((one, _),) = (
        every
        for every in blanks(
            [piece("a", 70, 1800), piece("b", 70, 900), piece("d", 70, 897), piece("e", 75, 10)], 3.0, {}
        ).values()
    )
    assert [(x.part.label, x.aside_mm, x.along_mm) for x in one.laid(3.0)] == [
        ("a", 0, 0),
        ("b", 73, 0),
        ("d", 73, 903),
    ]


def test_whole_and_thin_edged_pieces_stay_alone():
    assert groups(piece("a", 150, 900, ends="square"), piece("b", 60, 900)) == [("a",), ("b",)]
    assert groups(piece("a", 40, 900, "uk_feather125"), piece("b", 40, 900, "uk_feather125")) == [("a",), ("b",)]


def test_what_is_cut_at_an_angle_lies_beside_another_and_never_behind_one():
    """Beside 1800 lies a strip of 70 that a second of 800 would go into behind the first, but for its mitre, or that of the first."""
    for first, second in (("ripped", "one end mitred"), ("one end mitred", "ripped"), ("both ends at 4.0°", "ripped")):
        got = groups(piece("a", 70, 1800), piece("b", 70, 801, ends=first), piece("c", 70, 800, ends=second))
        assert got == [("a", "b"), ("c",)]


def test_what_waits_for_a_measure_lies_beside_its_like_only():
    """Fascia ripped to 70 for a low deck: two to a board, each left long until its place is measured; a board of the skin is not held up by it."""
    fascia = [
        piece(label, 70, long, kind="fascia") for label, long in (("a", 1800), ("b", 1790), ("c", 700), ("d", 690))
    ]
    assert groups(*fascia, piece("e", 60, 650)) == [("a", "b"), ("c", "d"), ("e",)]


def test_strips_of_a_sheet_lie_beside_each_other_and_a_ticket_tells_where():
    """Sheets 1200 wide: the ends of three legs, 300 wide each and 1800 long, come from one of 2400: at 0, 303 and 606 over."""
    job = edited(
        fence((2700, 0), (2700, 90), (2700, 90), style="sheet_panels"), put("fence.bays.way", "module"),
        put("fence.bays.module_mm", 1200), put("fence.skin.height_mm", 1800),
    )  # fmt: skip
    made = plan(job)
    sheets = [p for p in made.parts if p.kind == "board"]
    key = sheets[0].good.id
    narrow = [p for p in sheets if p.width_mm < 598]
    assert len(narrow) == 3
    own = cut_from(made, key, [p for p in made.parts if p.unit == "piece"])
    assert len(own) == len(sheets) - 2
    assert sum(line.buy for line in made.lists.buy if line.good.id == key) == len(own)
    told = next(t for t in tickets(made.lists, made.parts, 600) if t.material == key and len(t.pieces) == 3)
    (beside,) = abreast(told.pieces)
    assert [q.aside_mm for q in beside] == pytest.approx(
        [0, narrow[0].width_mm + 3, narrow[0].width_mm + narrow[1].width_mm + 6], abs=0.1
    )
    assert {q.label for q in beside} == {p.label for p in narrow}


def test_a_border_with_its_mitres_and_a_row_with_its_joints_come_from_one_board_where_it_reaches():
    """The ring round 2.4 × 1.8 m against a house: 1800, 2400 and 1800 to the long points. From boards of 4.8 m the first two with a kerf between, 4203,
    and the third alone; no more than 2.4 m handled, all three alone. A row of two joints is its pieces in order."""
    job = edited(deck(2400, 1800, 400), put("deck.boards.border.boards", 1), put("cutting.runs", True))
    made = plan(job)
    ring = [p for p in made.parts if p.kind == "border"]
    own = [b for b in cut_from(made, ring[0].good.id, made.parts) if b.parts[0].kind == "border"]
    assert [[p.label for p in b.parts] for b in own] == [["E1", "E2"], ["E3"]]
    assert own[0].length_mm == pytest.approx(ring[0].length_mm + 3 + ring[1].length_mm)
    pieces = next(t for t in tickets(made.lists, made.parts, 600) if any(q.label == "E2" for q in t.pieces)).pieces
    first, then = (next(q for q in pieces if q.label == label) for label in ("E1", "E2"))
    assert (then.at_mm - first.at_mm, first.follows, then.follows) == (
        pytest.approx(ring[0].length_mm + 3),
        False,
        True,
    )
    short = plan(edited(job, put("cutting.longest_mm", 2500)))
    assert all(len(b.parts) == 1 for b in cut_from(short, ring[0].good.id, short.parts))
    rows = plan(edited(deck(9000, 1800, 400), put("cutting.runs", True)))
    for blank in cut_from(rows, next(p.good.id for p in rows.parts if p.kind == "board"), rows.parts):
        assert len({p.of for p in blank.parts}) == 1
