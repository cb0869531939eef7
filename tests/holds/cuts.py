"""What holds of the lengths that pieces are cut from: every piece is in one, side by side within the board, none longer than the first."""

from __future__ import annotations

from collections import Counter

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.takeoff.side_by_side import BOARDS_AT_MOST, Blank


def cut_from(made, key: str, pieces) -> list[Blank]:
    """The lengths of a section that a plan's pieces are cut from, counted again."""
    buyer, section = made.lists.buyer, CATALOGUE.sections[key]
    own = buyer.blanks(pieces).get(key, [])
    assert Counter(p.label for blank in own for p in blank.parts) == Counter(
        p.label for p in pieces if p.material == key
    )
    for blank in own:
        assert all(p.length_mm <= blank.length_mm + 1e-3 for p in blank.parts)
        for strip in blank.strips:
            kerfs = (len(strip) - 1) * buyer.saw.kerf_mm
            assert sum(p.length_mm for p in strip) + kerfs <= blank.length_mm + 1e-3
            assert max(p.width_mm for p in strip) - min(p.width_mm for p in strip) < 0.1
        if len(blank.strips) > 1:
            kerfs = (len(blank.strips) - 1) * buyer.saw.kerf_mm
            widths = sum(strip[0].width_mm for strip in blank.strips)
            assert widths + kerfs <= buyer.measured_mm.get(key, section.width_mm) + 1e-6
            assert section.use == "sheet" or len(blank.strips) <= BOARDS_AT_MOST
    return own
