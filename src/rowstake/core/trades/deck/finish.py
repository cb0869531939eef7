"""Other ways for the last row to end than on the rip it would end on."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.laying import BoardLaying

LEAST_HANG_MM, MOST_HANG_MM = CATALOGUE.deck.least_hang_mm, CATALOGUE.deck.most_hang_mm


def ways_to_finish(brief: DeckBrief, laying: BoardLaying) -> list[tuple[str, dict[str, float | str]]]:
    """Other ways to end than on this rip: (words, fields of the deck to set), likeliest first."""
    width, p = brief.field.width_mm, brief.printer
    rip, gap = laying.rows.last_rip_mm, brief.deck.boards.gap_mm
    if not rip:
        return []
    out: list[tuple[str, dict[str, float | str]]] = []
    if (best := laying.rows.full_board_gap_mm) is not None:
        out.append((f"Gap {p.fine(gap)} → {p.fine(best)}: ends on a whole board", {"boards.fit": "gap"}))
    shape, key = brief.shape, "width_mm" if brief.turned else "out_mm"
    size = shape.width_mm if brief.turned else shape.out_mm
    if brief.deck.boards.run != "diagonal":
        less, more = rip + gap, width - rip
        out.append(
            (
                f"Trim the joists: {p.length(size)} → {p.length(size - less)}",
                {f"levels.{brief.place.number}.shape.{key}": size - less},
            )
        )
        out.append(
            (
                f"Build out: {p.length(size)} → {p.length(size + more)}",
                {f"levels.{brief.place.number}.shape.{key}": size + more},
            )
        )
    out.append((f"Rip both outer rows to {p.fine((width + rip) / 2)}", {"boards.fit": "balanced"}))
    hang = brief.deck.boards.overhang_mm
    for change in (width - rip, -(rip + gap)):
        if LEAST_HANG_MM <= hang + change <= MOST_HANG_MM and brief.deck.boards.run != "diagonal":
            told = f"Overhang {p.fine(hang)} → {p.fine(hang + change)}: ends on a whole board"
            out.append(
                (told, {"boards.overhang_mm": hang + change, f"levels.{brief.place.number}.shape.{key}": size + change})
            )
    other = "house" if brief.deck.boards.start == "far" else "far"
    where = "at the far edge" if other == "house" else "at the house"
    out.append((f"Start from the other side: the rip lies {where}", {"boards.start": other}))
    return out
