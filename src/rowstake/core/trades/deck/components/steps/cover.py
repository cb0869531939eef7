"""What covers a flight: the boards of its treads, and those that close its risers."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Hold, Joint, Part, letters
from rowstake.core.reckoners.base import up
from rowstake.core.space import Solid
from rowstake.core.space.outlines import band
from rowstake.core.trades.deck.components.steps.bordered import (
    Carrier,
    Rows,
    blocks,
    ends,
    framed_mm,
    framed_screws,
    mitred_front,
)
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.fixings import deck_screw

FACTS = CATALOGUE.steps
CARRIES = ("stringer", "ready stringer", "box rail", "rung", "tread block")
Under = Callable[[int, float], list[float]]
"""The middles of what carries the k-th tread, along the edge, that is there so far out."""


MITRES = ("", "one end mitred 45°, to the long point", "both ends mitred 45°, to the long points")
"""By how many of its ends are cut so."""


def counted(flight: Flight, bought: list[tuple[str, Good, int]]) -> list[Part]:
    return [
        Part(flight.part(own), "hardware", "steps", good, flight.of, amount=n, unit="each")
        for own, good, n in bought
        if n
    ]


def pieces(start: float, end: float, section: Section, joints: list[float]) -> list[tuple[float, float]]:
    """A board from place to place in as few pieces as are on sale, met over what it lies on, and as alike as those places let them be."""
    longest, cuts = max(section.lengths_mm), [start]
    while end - cuts[-1] > longest + 1e-6:
        many = up((end - cuts[-1]) / longest - 1e-9)
        even = cuts[-1] + (end - cuts[-1]) / many
        reach = [j for j in joints if cuts[-1] < j <= cuts[-1] + longest]
        enough = [j for j in reach if end - j <= (many - 1) * longest]
        cuts.append(min(enough, key=lambda j: abs(j - even)) if enough else max(reach, default=even))
    cuts.append(end)
    return list(pairwise(cuts))


def _mitred(flight: Flight, ends: str, first: bool, last: bool) -> str:
    """How a piece's ends are cut: at the mitres of its flight, told to the long point."""
    many = sum(bool(m) and at for m, at in zip(flight.mitres, (first, last), strict=True))
    told = MITRES[many]
    return ", ".join(words for words in (ends if ends != "square" or not told else "", told) if words)


def lying_box(flight: Flight, out: tuple[float, float], along: tuple[float, float], up: tuple[float, float]) -> Solid:
    """A straight board along a flight: from how far out, along the edge, from level to level."""
    (a, b), (floor, top) = out, up
    return Solid(flight.pose, ((a, floor), (b, floor), (b, top), (a, top)), *along)


def _lying(flight: Flight, out: tuple[float, float], along: tuple[float, float], up: tuple[float, float]) -> Solid:
    """A board along a flight: from how far out, along the edge, from level to level; cut back along its mitres behind."""
    (a, b), (low, high), (floor, top) = out, along, up
    if not any(flight.mitres):
        return lying_box(flight, out, along, up)
    sides = [(low, high, low, high) if not m else (*flight.reach(a), *flight.reach(b)) for m in flight.mitres]
    whole = ((a, sides[0][0]), (b, sides[0][2]), (b, sides[1][3]), (a, sides[1][1]))
    return Solid(flight.pose.laid, tuple(band(whole, low, high)), floor, top)


def treads(flight: Flight, under: Under, past_mm: float, carrier: Sequence[Carrier]) -> list[Part]:
    """Every board of every tread, front one first: 1a, 1b; those at its ends last. `carrier` tells of what carries each tread."""
    out, driven, each = list[Part](), 0, CATALOGUE.deck.screws_per_crossing
    for k in range(1, flight.treads + 1):
        rows = flight.rows(k, past_mm)
        if framed_mm(flight, k, rows):
            carried = blocks(flight, k, rows, under(k, rows[0][0]), carrier[k - 1], flight.room_under(k))
            names = f"T{k}{letters(len(rows) + 1)}", f"T{k}{letters(len(rows) + 2)}"
            out += [*carried, *ends(flight, k, rows, names)]
            driven += framed_screws(carried, each)
        for n, row in enumerate(rows, 1):
            made, crossed = _row(flight, k, n, rows, under(k, row[0]))
            out += made
            driven += each * crossed
    if not out:
        return []
    screw = deck_screw(flight.brief)
    least = (CATALOGUE.materials.fixings.board_times - 1) * flight.tread.thickness_mm
    screws = Part(flight.part("tread screws"), "board screw", "steps", screw, flight.of, unit="each", amount=driven,
                  joint=Joint(("tread",), CARRIES, least, end_grain=True))  # fmt: skip
    held = sum(p.kind == "tread block" for p in out) * 2 * FACTS.box_screws
    block_screw = flight.brief.sold.screw("structural_screw", FACTS.box_screw_mm)[0]
    return [*out, screws, *counted(flight, [("block screws", block_screw, held)])]


def _row(flight: Flight, k: int, n: int, rows: Rows, below: list[float]) -> tuple[list[Part], int]:
    """(the pieces of the n-th board of a tread, how often it crosses what carries it all along): between the boards at its ends, but the
    one at the nose, which is mitred to them."""
    (a, b), tread, framed = rows[n - 1], flight.tread, framed_mm(flight, k, rows)
    (start, end), level = flight.span(a, b), (flight.seat(k), flight.tread_top(k))
    if framed and n > 1:
        start, end = start + framed + flight.gap_mm, end - framed - flight.gap_mm
        below = [x for x in below if start < x < end]
    out, whole = [], "square" if b - a > tread.width_mm - 0.05 else "ripped"
    for m, (low, high) in enumerate(pieces(start, end, tread, below), 1):
        more, first, last = f".{m}" if high - low < end - start - 1 else "", low <= start, high >= end
        if framed and n == 1:
            told, solid = MITRES[first + last] or whole, mitred_front(flight, (a, b), (low, high), level)
        else:
            told, solid = _mitred(flight, whole, first, last), _lying(flight, (a, b), (low, high), level)
        out.append(
            Part(flight.part(f"T{k}{letters(n)}{more}"), "tread", "steps", timber(tread.id), flight.of, high - low, b - a, told, solid=solid)
        )  # fmt: skip
    return out, len(below) + sum(bool(m) for m in flight.mitres)


def risers(flight: Flight, under: Under) -> list[Part]:
    """A board on every plumb cut, from the seat in front of it up to that of its tread; the deck's own rim closes the first."""
    section = flight.riser_section
    if section is None or not flight.treads:
        return []
    name, thick, room = flight.of, section.thickness_mm, flight.stringer_room
    out, crossings = [], 0
    for k in range(1, flight.treads + 1):
        low = flight.seat(k + 1) if k < flight.treads else flight.foot_mm
        face, top = flight.face(k), flight.seat(k)
        high = min(top - low, section.width_mm)
        ripped = f"ripped to {flight.brief.printer.length(high)}" if high < section.width_mm - 0.5 else "square"
        long = flight.span(face, face + thick)
        start, end = (r if m else q for q, r, m in zip(room, long, flight.mitres, strict=True))
        below = under(k, face)
        for m, (a, b) in enumerate(pieces(start, end, section, below), 1):
            more = f".{m}" if b - a < end - start - 1 else ""
            out.append(
                Part(flight.part(f"R{k}{more}"), "riser", "steps", timber(section.id), name, b - a, high,
                     _mitred(flight, ripped, a <= start, b >= end), hold=Hold(flight.part("riser screws")),
                     solid=_lying(flight, (face, face + thick), (a, b), (top - high, top)))
            )  # fmt: skip
        crossings += len(below) + sum(bool(m) for m in flight.mitres)
    screw, _ = flight.brief.sold.screw("fascia_screw", thick + CATALOGUE.materials.fixings.grip_mm)
    return [*out, Part(flight.part("riser screws"), "board screw", "steps", screw, name, unit="each",
                       amount=crossings * FACTS.riser_screws, joint=Joint(("riser",), CARRIES, CATALOGUE.materials.fixings.grip_mm, end_grain=True))]  # fmt: skip
