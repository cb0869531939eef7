"""A footing of one level that stands up into another's frame, fascia or steps, where levels lie close over the ground."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import permutations, product

from rowstake.core.advice.base import found, put_deck
from rowstake.core.kinds import kind_of
from rowstake.core.parts import Finding
from rowstake.core.reckoners.base import up
from rowstake.core.space.meet import bodies, meetings
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.level import DeckLevel

MAY_TOUCH_MM = 1.0
LAYERS = ("beams", "joists", "blocks", "boards", "steps")
LOWEST_MM = -300


def look(planned: DeckPlan) -> Iterator[Finding]:
    levels, brief = planned.laid.levels, planned.brief
    met: dict[tuple[str, str], float] = {}
    for own, level in permutations(levels, 2):
        for of, deep in _into(own, level):
            key = of, level.place.name or "main"
            met[key] = max(deep, met.get(key, 0.0))
    if not met:
        return
    (of, name), deep = max(met.items(), key=lambda m: m[1])
    snap = brief.region.snap_mm / 2
    lower = brief.deck.footings.top_mm - up(deep / snap) * snap
    fixes = (
        [put_deck("Set the footings lower", footings__top_mm=lower)]
        if lower >= LOWEST_MM and brief.footing.id != "slab"
        else []
    )
    more = f" So do {len(met) - 1} more." if len(met) > 1 else ""
    yield found(
        f"Footing {of} stands {brief.printer.length(deep)} up into level {name}",
        f"It lies under the edge of that level, or of its steps, higher than what hangs lowest there.{more} Set the footings lower, that level higher, or move it "
        "off the footing.",
        sorted({of for of, _ in met}),
        fixes,
    )  # fmt: skip


def _into(own: DeckLevel, level: DeckLevel) -> Iterator[tuple[str, float]]:
    """Footings of a level that share a place with the frame or the boards of another, and how deep in height at most."""
    frame = [p.solid for p in level.parts if p.solid and p.unit != "m³" and kind_of(p.kind).layer in LAYERS]
    dug = [(p.of, p.solid) for p in own.parts if p.solid and p.step == "holes"]
    for (of, solid), other in product(dug, frame):
        (low, high), (under, over) = solid.box, other.box
        if all(min(high[k], over[k]) - max(low[k], under[k]) > MAY_TOUCH_MM for k in range(3)):
            met = meetings(list(product(bodies(solid), bodies(other))))
            if any(m.shared_mm > MAY_TOUCH_MM for m in met):
                yield of, high[2] - under[2]
