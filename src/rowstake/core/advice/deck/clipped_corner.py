"""A clipped corner so large that its joists end on a rim that nothing carries."""

from __future__ import annotations

from collections.abc import Iterator

from shapely.geometry import Point

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.deck.frame import Joist
from rowstake.core.deck.level import DeckLevel
from rowstake.core.deck.shape import cut_away
from rowstake.core.job.deck import Cut
from rowstake.core.parts import Finding, Fix

BEARS_MM = 60.0
RIM = 3
"""How many joists thick a leaning rim of two is along the joists, its own bearing included."""


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief = planned.brief.printer, planned.brief
    loose = [end for j in planned.grid.joists for end in _loose_ends(planned, j)]
    for cut in brief.deck.shape.cuts:
        if cut.kind != "clip":
            continue
        here = [end for end in loose if _beside(planned, cut, end)]
        if here:
            labels = [
                label for label, s in planned.built.sticks
                if any(s.a[0] == s.b[0] == at and (at, t) in (s.a, s.b) for at, t in here)
            ]  # fmt: skip
            yield found(
                f"At the clipped corner {cut.id}, {'a joist ends' if len(here) == 1 else f'{len(here)} joists end'} on a rim that nothing carries",
                "The rim hangs on the last joist, and that joist on the rim. The beam's end post is sized for the whole corner, but the "
                f"corner needs a post of its own under the rim, which is for an engineer. A clip of up to {p.length(_most(planned))} "
                "hangs past the beam, and the rim with it.",
                labels,
                _fixes(planned, cut),
            )


def _loose_ends(planned: DeckLevel, joist: Joist) -> Iterator[tuple[float, float]]:
    """Ends of a joist, in (s, t), more than the overhang's share past what it bears on, or with no second bearing."""
    group = next((g for g in planned.grid.groups if g.s0 <= joist.s <= g.s1 and g.t0 <= joist.t0 + BEARS_MM), None)
    if group is None:
        return
    rim = RIM * planned.grid.thick_mm
    marks = sorted(b.t for b in planned.supports.under(joist.s) if joist.t0 - rim <= b.t <= joist.t1 + rim)
    if group.ledger and joist.t0 - group.t0 < BEARS_MM:
        marks = [joist.t0, *marks]
    share = CATALOGUE.materials.deck.overhang_share
    near, far = (joist.s, joist.t0), (joist.s, joist.t1)
    if len(marks) < 2:
        only = marks[0] if marks else joist.t0
        yield far if joist.t1 - only > only - joist.t0 else near
        return
    if joist.t1 - marks[-1] > (marks[-1] - marks[-2]) * share + BEARS_MM:
        yield far
    if marks[0] - joist.t0 > (marks[1] - marks[0]) * share + BEARS_MM:
        yield near


def _beside(planned: DeckLevel, cut: Cut, end: tuple[float, float]) -> bool:
    """Whether a joist's end lies at this corner."""
    shape, reach = planned.brief.deck.shape, planned.brief.deck.boards.overhang_mm + 4 * planned.grid.thick_mm
    corner = cut_away(cut, shape.width_mm, shape.out_mm).buffer(reach)
    return bool(corner.contains(Point(planned.grid.on_plan(end))))


def _most(planned: DeckLevel) -> float:
    """The largest clip whose rim hangs past the beam with the joists."""
    snap = planned.brief.region.snap_mm
    return (planned.supports.overhang_mm + planned.brief.deck.boards.overhang_mm) // snap * snap


def _fixes(planned: DeckLevel, cut: Cut) -> list[Fix]:
    cuts, most = planned.brief.deck.shape.cuts, _most(planned)
    fixes = [put_deck("A square corner", shape__cuts=[c.model_dump() for c in cuts if c.id != cut.id])]
    if cut.corner.startswith("far") and most >= CATALOGUE.materials.deck.least_overhang_mm:
        less = cut.model_copy(update={"along_mm": most, "out_mm": most})
        told = planned.brief.printer.length(most)
        fixes.insert(
            0, put_deck(f"Clip {told}", shape__cuts=[(less if c.id == cut.id else c).model_dump() for c in cuts])
        )
    return fixes
