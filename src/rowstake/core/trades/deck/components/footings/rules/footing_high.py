"""A footing that stands up into another level's frame, boards or steps, or into its own level's steps, where these lie close over the ground."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import product

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
STEPS = "steps"


def look(planned: DeckPlan) -> Iterator[Finding]:
    levels, brief = planned.laid.levels, planned.brief
    met: dict[tuple[str, str], float] = {}
    for own, level in product(levels, repeat=2):
        for of, into, deep in _into(own, level):
            met[of, into] = max(deep, met.get((of, into), 0.0))
    if not met:
        return
    (of, into), deep = max(met.items(), key=lambda m: m[1])
    snap = brief.region.snap_mm / 2
    lower = brief.deck.footings.top_mm - up(deep / snap) * snap
    fixes = (
        [put_deck("Set the footings lower", footings__top_mm=lower)]
        if lower >= LOWEST_MM and brief.footing.id != "slab"
        else []
    )
    more = f" So do {len(met) - 1} more." if len(met) > 1 else ""
    what, other = ("those steps", "them") if into.startswith(STEPS) else ("that level, or of its steps", "that level")
    yield found(
        f"Footing {of} stands {brief.printer.length(deep)} up into {into}",
        f"It lies under the edge of {what}, higher than what hangs lowest there.{more} Set the footings lower, {other} higher, or move {other} "
        "off the footing.",
        sorted({of for of, _ in met}),
        fixes,
    )  # fmt: skip


def _into(own: DeckLevel, level: DeckLevel) -> Iterator[tuple[str, str, float]]:
    """Footings of a level that share a place with the frame, the boards or the steps of another, or with its own steps; with what, and how
    deep in height at most."""
    same = own is level
    layers = LAYERS[-1:] if same else LAYERS
    name = f"level {level.place.name or 'main'}"
    there = [p for p in level.parts if p.solid and p.unit != "m³" and kind_of(p.kind).layer in layers]
    stands = {footing.label for footing in own.footings}
    dug = [(p.of, p.solid) for p in own.parts if p.solid and p.step == "holes" and (p.of in stands or not same)]
    for (of, solid), part in product(dug, there):
        other = part.solid
        assert other
        (low, high), (under, over) = solid.box, other.box
        if all(min(high[k], over[k]) - max(low[k], under[k]) > MAY_TOUCH_MM for k in range(3)):
            met = meetings(list(product(bodies(solid), bodies(other))))
            if any(m.shared_mm > MAY_TOUCH_MM for m in met):
                yield of, f"{STEPS} {part.of}" if same else name, high[2] - under[2]
