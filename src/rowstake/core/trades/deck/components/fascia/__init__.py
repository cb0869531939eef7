"""Fascia on the rim along every open edge: ripped, mitred at corners, on packers."""

from __future__ import annotations

import math

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Joint, Part, letters
from rowstake.core.reckoners.base import up
from rowstake.core.space import Solid
from rowstake.core.trades.deck.components.base import DeckComponent
from rowstake.core.trades.deck.fascia import PACKER_MM, open_edge, stands_mm
from rowstake.core.trades.deck.frame import frame_outline
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import edges, rings, set_in

LEAST_PIECE_MM = 1.0


def _lay(level: DeckLevel) -> list[Part]:
    """Along every open edge of the frame, ripped to its depth, to the long points of the corners, in lengths as sold; its
    screws and the packers behind them."""
    brief, place, top = level.brief, level.place, level.frame_top_mm
    if brief.fascia is None:
        return []
    longest, out = max(brief.fascia.lengths_mm), []
    high, thick, off = min(level.joist_mm, brief.fascia.width_mm), brief.fascia.thickness_mm, stands_mm(brief)
    ring = rings(edges(frame_outline(brief)))[0]
    front = set_in(ring, lambda e: -off if open_edge(brief, e) else 0.0)
    back = set_in(ring, lambda e: thick - off if open_edge(brief, e) else 0.0)
    ripped = f", ripped to {brief.printer.length(high)}" if high < brief.fascia.width_mm - 0.5 else ""
    number = 0
    for i, edge in enumerate(ring):
        if not open_edge(brief, edge):
            continue
        number += 1
        after = (i + 1) % len(ring)
        whole = math.dist(front[i], front[after])
        if whole < LEAST_PIECE_MM:
            continue
        pieces = up(whole / longest)
        (dx, dy), (nx, ny) = edge.along, edge.inward
        for k in range(pieces):
            p, q = (
                (front[i][0] + dx * s, front[i][1] + dy * s) for s in (whole * k / pieces, whole * (k + 1) / pieces)
            )
            mitred = k == 0 and open_edge(brief, ring[i - 1]), k == pieces - 1 and open_edge(brief, ring[after])
            inner = [back[at] if cut else (x + nx * thick, y + ny * thick)
                     for cut, at, (x, y) in zip(reversed(mitred), (after, i), (q, p), strict=True)]  # fmt: skip
            ends = ("square", "one end mitred, to the long point", "both ends mitred, to the long points")[sum(mitred)]
            out.append(
                Part(place.label(f"A{number}{letters(k + 1) if pieces > 1 else ''}"), "fascia", "skin", timber(brief.fascia.id), place.label(edge.side),
                     whole / pieces, high, ends + ripped, solid=Solid(place.pose, (p, q, *inner), top - high, top),
                     hold=Hold(place.label("fascia packers"), PACKER_MM), run=place.label("fascia"))
            )  # fmt: skip
    return out + _fixings(level, out, thick)


def _fixings(level: DeckLevel, pieces: list[Part], thick: float) -> list[Part]:
    """Two screws near the top and one low at every packer, so that water and air pass behind."""
    facts, sold, place = CATALOGUE.deck, level.brief.sold, level.place
    places = sum(up(p.length_mm / facts.fascia_screw_every_mm) + 1 for p in pieces)
    screw, _ = sold.screw("fascia_screw", thick + PACKER_MM + CATALOGUE.materials.fixings.grip_mm)
    return [
        Part(place.label("fascia screws"), "board screw", "skin", screw, "fascia", amount=2 * places, unit="each",
             joint=Joint(("fascia",), ("rim", "end joist", "clipped rim"), CATALOGUE.materials.fixings.grip_mm)),
        Part(place.label("fascia packers"), "hardware", "skin", sold.good("fascia_packer", PACKER_MM), "fascia",
             amount=places, unit="each"),
    ] if pieces else []  # fmt: skip


COMPONENT = DeckComponent(order=60, lay=_lay, sections={"deck.boards.fascia": "fascia"})
