"""A stack that does not fit between the ground and the finished height."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.advice.base import put_level
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, deck = planned.brief.printer, planned.brief.deck
    short = [q for q in planned.posts if not q.fits(planned.in_ground)]
    if not short:
        return
    worst = min(short, key=lambda q: q.height_mm)
    least = 0.0 if planned.in_ground else CATALOGUE.deck.least_post_mm
    lacks = least - worst.height_mm
    snap = planned.brief.region.snap_mm / 2
    more = up(lacks / snap) * snap
    fixes = []
    if not planned.supports.flush:
        fixes.append(put_deck("Hang the joists in a flush beam", beams__way="flush"))
    if deck.footings.top_mm - more >= -300 and planned.brief.footing.id != "slab":
        fixes.append(put_deck(f"Set the footings {p.length(more)} lower", footings__top_mm=deck.footings.top_mm - more))
    raised = planned.brief.height_mm + more
    if raised <= deck.house.sill_mm - deck.house.step_mm + 0.5:
        fixes.append(put_level(planned, f"Raise the deck to {p.length(raised)}", height_mm=raised))
    fixes.append(
        put_deck(
            "One more beam, shallower joists", beams__rows=planned.one_more_row, joists__size=None, beams__size=None
        )
    )
    there = planned.brief.height_mm - worst.ground_mm - planned.brief.footing_top_mm
    many = f"{len(short)} posts do not fit" if len(short) > 1 else "One post does not fit"
    if worst.height_mm > 0:
        why = f"{p.length(worst.height_mm)} is left for a post; under {p.length(least)} none can be cut and fixed"
    else:
        why = f"Boards, joists, beam and base leave no room for a post of at least {p.length(least)}: {p.length(lacks)} short"
    into = _standing_into(planned)
    if into:
        why += f". {' and '.join(into)} would even stand up into the boards or the fascia"
    yield found(
        f"{p.length(there + lacks)} needed at {worst.label}, {p.length(there)} there",
        f"{why}. {many}.",
        [*(q.label for q in short), *into],
        fixes,
    )


def _standing_into(planned: DeckLevel) -> list[str]:
    """Footings whose tops lie over the underside of the boards, or of the fascia that hangs beside the frame."""
    fascia, under = planned.brief.fascia, planned.frame_top_mm
    if fascia:
        under -= min(planned.joist_mm, fascia.width_mm)
    own = {f.label for f in planned.footings}
    tops = (
        (q.of, q.solid.box[1][2] - planned.place.ground_mm)
        for q in planned.parts
        if q.solid and q.kind != "post" and q.of in own
    )
    return sorted({of for of, top in tops if top > under + 0.5})
