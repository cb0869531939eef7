"""Joists that span further than they may."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.spread import allowed_joist

CLOSER = 0.75


def stronger(planned: DeckLevel) -> list[Fix]:
    """Ways to a stronger frame: the size the rules ask, a larger joist, closer joists, one more beam, another timber."""
    p, brief, supports = planned.brief.printer, planned.brief, planned.supports
    sold = CATALOGUE.sections_for(brief.region.id, "joist")
    fixes = [put_deck("The size the span asks", joists__size=None)] if brief.deck.joists.size else []
    larger = sorted((s for s in sold if s.width_mm > supports.joist.width_mm + 1), key=lambda s: s.width_mm)
    fixes += [
        put_deck(f"Use {s.name} joists", joists__size=s.id)
        for s in larger[:1]
        if brief.deck.joists.size or brief.deck.beams.rows
    ]
    closer = max(brief.spacing_mm * CLOSER // brief.region.snap_mm * brief.region.snap_mm, 150.0)
    if closer < brief.spacing_mm - 1:
        fixes.append(put_deck(f"Joists at {p.length(closer)}", joists__spacing_mm=closer))
    fixes.append(put_deck("One more beam", beams__rows=planned.one_more_row))
    here = allowed_joist(brief, supports.joist).allowed_mm
    timbers = [s for s in CATALOGUE.species.values() if s.graded == brief.species.graded and s.id != brief.species.id]
    best = max(timbers, key=lambda s: s.long_mpa or s.fb_2x["8"], default=None)
    if best and (best.long_mpa or best.fb_2x["8"]) > (brief.species.long_mpa or brief.species.fb_2x["8"]) and here:
        fixes.append(put_deck(f"Frame of {best.name}", species=best.id))
    return fixes


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief, reach = planned.brief.printer, planned.brief, planned.supports.joist_reach
    if reach.used <= 1.0005:
        return
    yield found(
        f"Joists of {planned.supports.joist.name} span {p.length(reach.span_mm)}; {p.length(reach.allowed_mm)} is allowed",
        f"{reach.governed_by.capitalize()} governs at {p.length(brief.spacing_mm)} apart under {p.pressure(brief.total_kpa)}: over by "
        f"{(reach.used - 1) * 100:.0f} %."
        + ("" if brief.deck.joists.size else " No joist on sale reaches so far on these beams."),
        [label for label, s in planned.sticks if s.kind == "joist"],
        stronger(planned),
    )
