"""A grooved board at an open edge without a border: its groove is seen."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import edges


def look(planned: DeckLevel) -> Iterator[Finding]:
    brief, boards = planned.brief, planned.brief.deck.boards
    if brief.product.section == brief.product.square or boards.run == "diagonal":
        return
    beside = ("left", "right") if boards.run == "across" else ("far", "house")
    framed = boards.border.sides if boards.border.boards else []
    open_ = [
        e.side for e in edges(brief.outline) if not e.hole and not e.wall and not brief.at_wall(e) and e.side in beside
    ]
    shown = [side for side in dict.fromkeys(open_) if side not in framed]
    if not shown:
        return
    where = " and ".join(f"the {side} edge" if side == "far" else f"the {side} side" for side in shown)
    yield found(
        f"The groove of the outermost board faces out at {where}",
        "Grooved boards are for the field: a clip's slot along an edge that is seen collects dirt and looks unfinished. A border of square-edged "
        "boards closes it.",
        (),
        [
            put_deck(
                "A border there too",
                boards__border__boards=max(1, boards.border.boards),
                boards__border__sides=[*framed, *shown],
            )
        ],
    )
