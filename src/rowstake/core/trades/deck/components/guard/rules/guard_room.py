"""Guard posts that find no room where they are asked for, and stand on bases instead."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import leans

WHY = {
    "inside": "A joist, a nailer under the border or a flush beam lies where they would stand.",
    "outside": "Outside the rim another level lies in their way, or the edge is too short for a post on either side of its corners.",
}
WAYS = {
    "inside": put_deck("All outside the rim", guard__mount="outside"),
    "outside": put_deck("All inside the rim", guard__mount="inside"),
}


def look(planned: DeckLevel) -> Iterator[Finding]:
    line, chosen = lay_line(planned), planned.brief.deck.guard.mount
    on_clips = {n for run in line.runs if leans(run.edge) for n in run.posts}
    shifted = [n for n, q in enumerate(line.posts) if q.mount == "surface" and n not in on_clips]
    if chosen in WHY and shifted:
        yield found(
            f"{len(shifted)} of {len(line.posts)} guard posts find no room {chosen} the rim and stand on bases",
            f"{WHY[chosen]} On a base alone a post gives more when it is leaned on.",
            [planned.place.label(f"Y{n + 1}") for n in shifted],
            [WAYS[chosen], put_deck("All on bases", guard__mount="surface")],
        )
