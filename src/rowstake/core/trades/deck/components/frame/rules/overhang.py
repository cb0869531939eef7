"""An overhang longer than a quarter of the span, or too short to be worth it."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.bearings import bearings_of
from rowstake.core.trades.deck.corners import borne
from rowstake.core.trades.deck.frame import Group
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, facts, supports = planned.brief.printer, CATALOGUE.deck, planned.supports
    chosen = planned.brief.deck.beams.overhang_mm
    if supports.flush:
        return
    over = max(_hangs(planned), key=lambda h: h[0], default=None)
    if over is not None:
        _, hang, span, group, _ = over
        most = (group.t1 - group.t0) * facts.overhang_share / (1 + (1 if group.ledger else 2) * facts.overhang_share)
        snap = planned.brief.region.snap_mm
        tidy = most // snap * snap
        cut = span < min(b - a for a, b in pairwise(supports.bearings(group))) - 1
        why = "There a hole or a clipped corner cuts the joist short behind it. " if cut else ""
        yield found(
            f"Joists hang {p.length(hang)} past the beam; a quarter of the span is {p.length(span * facts.overhang_share)}",
            f"{why}More than a quarter lifts the joists behind the beam and bounces at the edge.",
            [b.label for b in supports.beams if b.outer and group in b.groups],
            [put_deck("A flush beam, nothing past it", beams__way="flush", beams__overhang_mm=None)]
            if cut else [put_deck(f"Overhang {p.length(tidy)}", beams__overhang_mm=tidy)],
        )  # fmt: skip
        return
    if chosen is not None and 0 < chosen < facts.least_overhang_mm:
        yield found(
            f"An overhang of {p.length(chosen)} gains nothing",
            f"Under {p.length(facts.least_overhang_mm)} it saves no timber and costs height: take a real overhang, or a flush beam.",
            (),
            [put_deck("A sixth of the way", beams__overhang_mm=None), put_deck("A flush beam", beams__way="flush")],
        )


def _hangs(planned: DeckLevel) -> Iterator[tuple[float, float, float, Group, float]]:
    """(over, overhang, span behind it, group, where) of every line of joists that hangs past a beam further than it may."""
    supports, share = planned.supports, CATALOGUE.deck.overhang_share
    beam = max((b.wide_mm for b in supports.beams), default=0.0) / 2
    for joist in planned.grid.joists:
        bears = bearings_of(joist, supports.under(joist.s))
        carried = [
            t for t, by in bears if by != "clipped rim" or borne(planned.grid, planned.corners, joist, t)
        ]  # without a post of its own it only closes
        marks = carried if len(carried) > 1 else [t for t, _ in bears]
        group = next((g for g in planned.grid.groups if g.s0 <= joist.s <= g.s1), None)
        if len(marks) < 2 or group is None:
            continue
        thick = planned.grid.thick_mm
        near = marks[0] - joist.t0 + (thick if joist.near == "rim" else 0.0)
        far = joist.t1 - marks[-1] + (thick if joist.far == "rim" else 0.0)
        for hang, span in ((near, marks[1] - marks[0]), (far, marks[-1] - marks[-2])):
            if hang > max(span * share, beam, thick) + 0.5:
                yield hang - span * share, hang, span, group, joist.s
