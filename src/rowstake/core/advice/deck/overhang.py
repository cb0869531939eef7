"""An overhang longer than a quarter of the span, or too short to be worth it."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.deck.level import DeckLevel
from rowstake.core.parts import Finding


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, facts, supports = planned.brief.printer, CATALOGUE.materials.deck, planned.supports
    hang, chosen = supports.overhang_mm, planned.brief.deck.beams.overhang_mm
    group = max(planned.grid.groups, key=lambda g: g.t1 - g.t0)
    marks = supports.bearings(group)
    if supports.flush or len(marks) < 2:
        return
    span = marks[-1] - marks[-2]
    if hang > span * facts.overhang_share + 0.5:
        most = (group.t1 - group.t0) * facts.overhang_share / (1 + facts.overhang_share)
        snap = planned.brief.region.snap_mm
        tidy = most // snap * snap
        yield found(
            f"Joists hang {p.length(hang)} past the beam; a quarter of the span is {p.length(span * facts.overhang_share)}",
            "More than a quarter lifts the joists at the house and bounces at the edge.",
            [b.label for b in supports.beams if b.outer],
            [put_deck(f"Overhang {p.length(tidy)}", beams__overhang_mm=tidy)],
        )
    elif chosen is not None and 0 < chosen < facts.least_overhang_mm:
        yield found(
            f"An overhang of {p.length(chosen)} gains nothing",
            f"Under {p.length(facts.least_overhang_mm)} it saves no timber and costs height: take a real overhang, or a flush beam.",
            (),
            [put_deck("A sixth of the way", beams__overhang_mm=None), put_deck("A flush beam", beams__way="flush")],
        )
