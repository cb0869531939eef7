"""Narrow pieces ripped side by side from one length, by hand; on tickets each has its place across the board."""

from __future__ import annotations

import pytest

from rowstake.core.goods import timber
from rowstake.core.parts import Part
from rowstake.core.plan import plan
from rowstake.core.takeoff.side_by_side import blanks
from rowstake.core.takeoff.tickets import abreast, tickets
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


def test_whole_slanted_tapered_and_fitted_pieces_stay_alone():
    assert groups(piece("a", 150, 900, ends="square"), piece("b", 60, 900)) == [("a",), ("b",)]
    assert groups(piece("a", 60, 900, ends="one end mitred"), piece("b", 60, 900)) == [("a",), ("b",)]
    assert groups(piece("a", 40, 900, "uk_38x87", "rail"), piece("b", 40, 900, "uk_38x87", "rail")) == [("a",), ("b",)]


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
