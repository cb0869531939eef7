"""Steps: flights on the edges of a level. Stringers, treads, risers, what they hang on and what they stand on."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Hold, Joint, Part, letters
from rowstake.core.space import Solid
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.base import Component
from rowstake.core.trades.deck.components.steps.drawing import marks, scenes
from rowstake.core.trades.deck.components.steps.drop import Bears, bears, stringer_of
from rowstake.core.trades.deck.components.steps.edits import EDITS
from rowstake.core.trades.deck.components.steps.explain import explain
from rowstake.core.trades.deck.components.steps.flight import Flight, flights
from rowstake.core.trades.deck.components.steps.foot import pad
from rowstake.core.trades.deck.components.steps.handrail import handrails
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.demands import BlockAt, StandsOn
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.trades.deck.fixings import deck_screw
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.views.base import Choice, Strip, worded

FACTS = CATALOGUE.steps


def _demands(brief: DeckBrief) -> Iterator[StandsOn]:
    """Half of what stands on a flight comes down on the edge that its stringers hang on."""
    for flight in flights(brief):
        stringer = Stringer(flight)
        places, half = stringer.places, flight.load_kn / 2
        for at in places:
            end = at in (places[0], places[-1])
            share = half / (len(places) - 1) / (2 if end else 1)
            yield StandsOn(flight.on_plan(0.0, at + stringer.section.thickness_mm / 2), share)


def _blocks(level: DeckLevel) -> Iterator[BlockAt]:
    """Where joists run along the edge, a block behind every stringer hands its load on to the next joist."""
    grid = level.grid
    for flight in flights(level.brief):
        along_joists = (flight.side in ("left", "right")) != grid.turned
        for at in Stringer(flight).places if along_joists else ():
            inside = flight.on_plan(-grid.spacing_mm / 2, at + Stringer(flight).section.thickness_mm / 2)
            yield BlockAt(grid.on_plan(inside))


def _lay(level: DeckLevel) -> list[Part]:
    out: list[Part] = []
    for flight in flights(level.brief):
        stringer = stringer_of(level, flight)
        on = bears(level, flight, stringer)
        out += [*_stringers(flight, stringer), *_dropped(flight, stringer, on)]
        out += [*_risers(flight, stringer), *_treads(flight, stringer), *pad(level, flight, stringer)]
        out += [part for rail in handrails(flight, stringer) for part in rail.parts()]
    return out


def _named(flight: Flight, own: str) -> str:
    return flight.brief.place.label(f"{flight.steps.id}-{own}")


def _stringers(flight: Flight, stringer: Stringer) -> list[Part]:
    name, section, sold = flight.steps.id, stringer.section, flight.brief.sold
    poured = flight.steps.foot == "pad" or flight.lands_on
    hold = Hold(_named(flight, "hangers")) if poured else Hold(_named(flight, "feet"), to="ground")
    ends = "cut to the pattern" if flight.treads > 0 else "square"
    out = [
        Part(_named(flight, f"S{n}"), "stringer", "steps", timber(section.id), name, stringer.length_mm, section.width_mm, ends,
             solid=Solid(flight.pose, stringer.outline, at, at + section.thickness_mm), hold=hold)
        for n, at in enumerate(stringer.places, 1)
    ]  # fmt: skip
    count, anchored = len(out), flight.steps.foot == "slab" or not flight.lands_on
    bought: list[tuple[str, Good, int]] = [
        ("hangers", sold.good("stringer_hanger", section.name), count),
        ("feet", sold.good("stringer_foot"), count),
        ("anchors", sold.good("masonry_anchor"), count * FACTS.anchors_each if anchored else 0),
        (
            "nails",
            sold.nail("connector_nail", section.thickness_mm, section.thickness_mm)[0],
            count * 2 * FACTS.bracket_screws,
        ),
    ]
    return out + _counted(flight, bought)


def _counted(flight: Flight, bought: list[tuple[str, Good, int]]) -> list[Part]:
    return [
        Part(_named(flight, own), "hardware", "steps", good, flight.steps.id, amount=n, unit="each")
        for own, good, n in bought
        if n
    ]


def _dropped(flight: Flight, stringer: Stringer, on: Bears) -> list[Part]:
    if on.section is None or not on.pieces or on.high_mm - on.low_mm < 1:
        return []
    section, name = on.section, flight.steps.id
    high = on.high_mm - on.low_mm
    ends = f"ripped to {flight.brief.printer.length(high)}" if high < section.width_mm - 0.5 else "square"
    straps, out = _named(flight, "straps"), []
    for n, (a, b) in enumerate(on.pieces, 1):
        ring = (
            (-section.thickness_mm, on.low_mm),
            (0.0, on.low_mm),
            (0.0, on.high_mm),
            (-section.thickness_mm, on.high_mm),
        )
        out.append(
            Part(_named(flight, f"B{n}"), "drop board", "steps", timber(section.id), name, b - a, high, ends,
                 solid=Solid(flight.pose, ring, a, b), hold=Hold(straps))
        )  # fmt: skip
    return out + _counted(flight, [("straps", flight.brief.sold.good("flat_strap"), len(stringer.places) + len(out))])


def _pieces(length: float, section: Section, joints: list[float]) -> list[tuple[float, float]]:
    """A board of a length in as few pieces as are on sale, met over what it lies on."""
    longest, cuts = max(section.lengths_mm), [0.0]
    while length - cuts[-1] > longest + 1e-6:
        reach = [j for j in joints if cuts[-1] < j <= cuts[-1] + longest]
        cuts.append(max(reach, default=cuts[-1] + longest))
    cuts.append(length)
    return list(pairwise(cuts))


def _treads(flight: Flight, stringer: Stringer) -> list[Part]:
    """Every board of every tread, front one first: 1a, 1b."""
    tread, name, start = flight.tread, flight.steps.id, flight.steps.at_mm
    half = stringer.section.thickness_mm / 2
    joints = [at + half - start for at in stringer.places]
    out, crossings = [], 0
    for k in range(1, flight.treads + 1):
        for n, (a, b) in enumerate(flight.rows(k), 1):
            for m, (low, high) in enumerate(_pieces(flight.steps.width_mm, tread, joints), 1):
                more = f".{m}" if high - low < flight.steps.width_mm - 1 else ""
                ring = ((a, flight.seat(k)), (b, flight.seat(k)), (b, flight.tread_top(k)), (a, flight.tread_top(k)))
                out.append(
                    Part(_named(flight, f"T{k}{letters(n)}{more}"), "tread", "steps", timber(tread.id), name, high - low, b - a,
                         "square" if b - a > tread.width_mm - 0.05 else "ripped", solid=Solid(flight.pose, ring, start + low, start + high))
                )  # fmt: skip
            crossings += len(joints)
    screw = deck_screw(flight.brief)
    least = (CATALOGUE.materials.fixings.board_times - 1) * tread.thickness_mm
    screws = Part(_named(flight, "tread screws"), "board screw", "steps", screw, name, unit="each",
                  amount=crossings * CATALOGUE.deck.screws_per_crossing, joint=Joint(("tread",), ("stringer",), least, end_grain=True))  # fmt: skip
    return [*out, screws] if out else []


def _risers(flight: Flight, stringer: Stringer) -> list[Part]:
    """A board on every plumb cut, from the seat in front of it up to that of its tread; the deck's own rim closes the first."""
    section = flight.riser_section
    if section is None or not flight.treads:
        return []
    name, thick, (start, end) = flight.steps.id, section.thickness_mm, flight.stringer_room
    half = stringer.section.thickness_mm / 2
    joints = [at + half - start for at in stringer.places]
    out, crossings = [], 0
    for k in range(1, flight.treads + 1):
        low = flight.seat(k + 1) if k < flight.treads else flight.foot_mm
        face, top = flight.face(k), flight.seat(k)
        high = min(top - low, section.width_mm)
        ring = ((face, top - high), (face + thick, top - high), (face + thick, top), (face, top))
        ripped = f"ripped to {flight.brief.printer.length(high)}" if high < section.width_mm - 0.5 else "square"
        for m, (a, b) in enumerate(_pieces(end - start, section, joints), 1):
            more = f".{m}" if b - a < end - start - 1 else ""
            out.append(
                Part(_named(flight, f"R{k}{more}"), "riser", "steps", timber(section.id), name, b - a, high, ripped,
                     solid=Solid(flight.pose, ring, start + a, start + b), hold=Hold(_named(flight, "riser screws")))
            )  # fmt: skip
        crossings += len(joints)
    screw, _ = flight.brief.sold.screw("fascia_screw", thick + CATALOGUE.materials.fixings.grip_mm)
    return [*out, Part(_named(flight, "riser screws"), "board screw", "steps", screw, name, unit="each",
                       amount=crossings * FACTS.riser_screws, joint=Joint(("riser",), ("stringer",), CATALOGUE.materials.fixings.grip_mm, end_grain=True))]  # fmt: skip


def _strips(level: DeckLevel) -> list[Strip]:
    """The upper edge of a stringer's board, with the corner of every notch."""
    out = []
    for flight in flights(level.brief):
        stringer = stringer_of(level, flight)
        out.append(
            Strip(
                f"Stringer of {flight.steps.id}, corners of its notches from the upper end",
                stringer.length_mm,
                tuple(marks(stringer)),
            )
        )
    return out


def _choices(job: DeckJob) -> dict[str, list[Choice]]:
    sold = sorted(
        [*CATALOGUE.sections_for(job.region, "stringer"), *CATALOGUE.sections_for(job.region, "joist")],
        key=lambda s: s.width_mm,
    )
    out: dict[str, list[Choice]] = {}
    for n, _ in enumerate(job.deck.steps):
        path = f"deck.steps.{n}"
        out[f"{path}.stringer"] = [Choice(s.id, s.name) for s in sold]
        out[f"{path}.level"] = [
            Choice(level.id, "the deck" if level.id == "main" else f"level {level.id}") for level in job.deck.levels
        ]
        out |= {f"{path}.{field}": told for field, told in _WORDED.items()}
    return out


_WORDED = {
    path.removeprefix("deck.steps."): told for path, told in worded("deck").items() if path.startswith("deck.steps.")
}

COMPONENT = Component(
    order=85,
    demands=_demands,
    blocks=_blocks,
    lay=_lay,
    explain=explain,
    edits=EDITS,
    choices=_choices,
    scenes=scenes,
    strips=_strips,
)
