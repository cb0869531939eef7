"""What holds of the lengths that pieces are cut from: every piece is in one, side by side within the board, none longer than the first."""

from __future__ import annotations

from collections import Counter

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.takeoff.side_by_side import BOARDS_AT_MOST, Blank, blanks


def cut_from(made, key: str, pieces) -> list[Blank]:
    """The lengths of a section that a plan's pieces are cut from, counted again."""
    buyer, section = made.lists.buyer, CATALOGUE.sections[key]
    own = blanks(pieces, buyer.saw.kerf_mm, buyer.measured_mm).get(key, [])
    assert Counter(p.label for blank in own for p in blank.parts) == Counter(
        p.label for p in pieces if p.material == key
    )
    for blank in own:
        assert all(p.length_mm <= blank.length_mm + 1e-3 for p in blank.parts)
        if len(blank.parts) > 1:
            kerfs = (len(blank.parts) - 1) * buyer.saw.kerf_mm
            assert sum(p.width_mm for p in blank.parts) + kerfs <= buyer.measured_mm.get(key, section.width_mm) + 1e-6
            assert section.use == "sheet" or len(blank.parts) <= BOARDS_AT_MOST
    return own
