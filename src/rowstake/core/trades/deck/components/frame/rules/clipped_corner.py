"""A clipped corner whose joists end on a rim with nothing to bear on but a post."""

from __future__ import annotations

from collections.abc import Iterator

from shapely.geometry import Point

from rowstake.core.advice.base import found
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.deck.advice.base import put_level
from rowstake.core.trades.deck.document import Cut
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import cut_away


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief = planned.brief.printer, planned.brief
    for cut in brief.shape.cuts:
        if cut.kind == "clip" and any(_beside(planned, cut, end) for edge in planned.bare for end in (edge.a, edge.b)):
            yield found(
                f"At the clipped corner {cut.id} joists end on a rim that nothing carries",
                f"It crosses no beam, so that a post at one end does not hold it: that is for an engineer. A clip of up to {p.length(_most(planned))} "
                "hangs past the beam, and the rim with it.",
                [label for label, s in planned.sticks if s.kind == "clipped rim"],
                _fixes(planned, cut),
            )


def _beside(planned: DeckLevel, cut: Cut, end: tuple[float, float]) -> bool:
    """Whether a joist's end lies at this corner."""
    shape, reach = planned.brief.shape, planned.brief.deck.boards.overhang_mm + 4 * planned.grid.thick_mm
    corner = cut_away(cut, shape.width_mm, shape.out_mm).buffer(reach)
    return bool(corner.contains(Point(planned.grid.on_plan(end))))


def _most(planned: DeckLevel) -> float:
    """The largest clip whose rim hangs past the beam with the joists."""
    snap = planned.brief.region.snap_mm
    return (planned.supports.overhang_mm + planned.brief.deck.boards.overhang_mm) // snap * snap


def _fixes(planned: DeckLevel, cut: Cut) -> list[Fix]:
    cuts, most = planned.brief.shape.cuts, _most(planned)
    fixes = [put_level(planned, "A square corner", shape__cuts=[c.model_dump() for c in cuts if c.id != cut.id])]
    if cut.corner.startswith("far") and most >= CATALOGUE.deck.least_overhang_mm:
        less = cut.model_copy(update={"along_mm": most, "out_mm": most})
        told = planned.brief.printer.length(most)
        fixes.insert(
            0,
            put_level(
                planned, f"Clip {told}", shape__cuts=[(less if c.id == cut.id else c).model_dump() for c in cuts]
            ),
        )
    return fixes
