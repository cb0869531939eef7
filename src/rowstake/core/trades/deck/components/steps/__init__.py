"""Steps: flights on the edges of a level. Stringers, treads, risers, what they hang on and what they stand on."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from functools import partial

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Hold, Part
from rowstake.core.space import Solid
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.base import DeckComponent
from rowstake.core.trades.deck.components.steps.bordered import Carrier
from rowstake.core.trades.deck.components.steps.boxes import boxes, framed, under_box
from rowstake.core.trades.deck.components.steps.cover import counted, risers, treads
from rowstake.core.trades.deck.components.steps.drawing import marks, scenes
from rowstake.core.trades.deck.components.steps.drop import Bears, bears, stringer_of
from rowstake.core.trades.deck.components.steps.edits import EDITS
from rowstake.core.trades.deck.components.steps.explain import explain
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.foot import kickers, pad
from rowstake.core.trades.deck.components.steps.handrail import handrails
from rowstake.core.trades.deck.components.steps.head import head_rails
from rowstake.core.trades.deck.components.steps.hip import cut_short, hips, jacks
from rowstake.core.trades.deck.components.steps.on_edge import clear_of_each_other, flights, runs
from rowstake.core.trades.deck.components.steps.raked import raked
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.demands import BlockAt, StandsOn
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.views.base import Choice, Strip, worded

FACTS = CATALOGUE.steps


def _demands(brief: DeckBrief) -> Iterator[StandsOn]:
    """Half of what stands on a flight comes down on the edge that its stringers hang on."""
    for flight in runs(brief):
        if flight.boxed:  # which stand on the ground
            continue
        stringer = Stringer(flight)
        places, half = stringer.places, flight.load_kn / 2
        for at in places:
            end = at in (places[0], places[-1])
            share = half / (len(places) - 1) / (2 if end else 1)
            yield StandsOn(flight.on_plan(0.0, at + stringer.section.thickness_mm / 2), share)
        for hip in hips(flight, stringer):
            yield StandsOn(flight.on_plan(0.0, hip.line.mitre.at_mm), flight.corner_kn / 2)


def _blocks(level: DeckLevel) -> Iterator[BlockAt]:
    """Where joists run along the edge, a block behind every stringer hands its load on to the next joist; two, where a nailer lies between."""
    grid = level.grid
    for flight in runs(level.brief):
        if flight.boxed:
            continue
        along_joists = (flight.side in ("left", "right")) != grid.turned
        for at in Stringer(flight).places if along_joists else ():
            for deep in (2 * grid.thick_mm, grid.spacing_mm / 2):
                inside = flight.on_plan(-deep, at + Stringer(flight).section.thickness_mm / 2)
                yield BlockAt(grid.on_plan(inside))


def _lay(level: DeckLevel) -> list[Part]:
    out: list[Part] = []
    for flight in runs(level.brief):
        stringer = stringer_of(level, flight)
        if flight.boxed:
            made = boxes(flight, stringer)
            out += framed(flight, made)
            under, carried = partial(under_box, made), [Carrier(box.thick, *box.inside) for box in made]
        else:
            out += [
                *_stringers(flight, stringer),
                *_cornered(flight, stringer),
                *_dropped(flight, stringer, bears(level, flight, stringer)),
            ]
            under, carried = partial(_under, flight, stringer), [Carrier(stringer.section.thickness_mm)] * flight.treads
            if stringer.head:
                carried[0] = Carrier(stringer.section.thickness_mm, deep_mm=stringer.left_mm)
        out += [
            *risers(flight, under),
            *treads(flight, under, stringer.past_mm, carried),
            *pad(level, flight),
        ]
        for rail in handrails(flight, stringer):
            out += rail.parts()
            out += [part for n, bay in enumerate(raked(rail), 1) for part in bay.parts(n)]
    return out


def _together(levels: tuple[DeckLevel, ...]) -> tuple[DeckLevel, ...]:
    """Flights of one level in the way of another's are refused; a pad lies round the footings of other levels too."""
    clear_of_each_other(levels)
    out = []
    for level in levels:
        others = [other for other in levels if other is not level]
        pads = {part.label: part for own in runs(level.brief) for part in pad(level, own, others)} if others else {}
        out.append(replace(level, parts=tuple(pads.get(part.label, part) for part in level.parts)) if pads else level)
    return tuple(out)


def _stringers(flight: Flight, stringer: Stringer) -> list[Part]:
    name, section, sold = flight.of, stringer.section, flight.brief.sold
    poured = flight.steps.foot == "pad" or flight.lands_on
    hold = Hold(flight.part("hangers")) if poured or stringer.kicker else Hold(flight.part("feet"), to="ground")
    ends = (
        f"cut to the pattern{', notched over the kicker' if stringer.kicker else ''}{', notched over the rail' if stringer.head else ''}"
        if flight.treads > 0
        else "square"
    )
    if flight.ready and flight.treads:
        ends = "measure its rise and going before it is hung"
    kind, good = (
        ("ready stringer", ready_good(flight)) if flight.ready and flight.treads else ("stringer", timber(section.id))
    )
    cut = [cut_short(flight, stringer, at) for at in stringer.places]
    out = [
        Part(flight.part(f"S{n}"), kind, "steps", good, name, own.length_mm, section.width_mm, unit="each" if kind != "stringer" else "piece",
             ends=ends if own is stringer else "the pattern's upper end, hung on the one under the mitre",
             solid=Solid(flight.pose, own.outline, at, at + section.thickness_mm), hold=hold if own is stringer else Hold(flight.part("hangers")))
        for n, (at, own) in enumerate(zip(stringer.places, cut, strict=True), 1)
    ]  # fmt: skip
    anchored, kicker = flight.steps.foot == "slab" or not flight.lands_on, kickers(flight, stringer)
    count, down = len(out), 0 if kicker else sum(own is stringer for own in cut)
    bought: list[tuple[str, Good, int]] = [
        ("hangers", sold.good("stringer_hanger", section.name), 0 if stringer.head else count),
        ("feet", sold.good("stringer_foot"), down),
        ("inside hangers", sold.good("skewed_hanger", section.name), sum(own is not stringer for own in cut)),
        ("anchors", sold.good("masonry_anchor"), down * FACTS.anchors_each if anchored else 0),
        (
            "nails",
            sold.nail("connector_nail", section.thickness_mm, section.thickness_mm)[0],
            (count + (0 if stringer.head else count)) * FACTS.bracket_screws,
        ),
    ]
    return out + kicker + head_rails(flight, stringer) + counted(flight, bought)


def ready_good(flight: Flight) -> Good:
    """The stringer on sale for so many treads, or the next longer one, to be cut off."""
    limits, sold = flight.limits, flight.brief.sold
    treads = next((n for n in sorted(limits.ready_treads) if n >= flight.treads), max(limits.ready_treads))
    return sold.good("ready_stringer", treads, limits.ready_riser_mm, limits.ready_going_mm)


def _cornered(flight: Flight, stringer: Stringer) -> list[Part]:
    """The stringers under and beside the mitres, all cut like the others but for their goings and their upper ends."""
    out, name, section, sold = [], flight.of, stringer.section, flight.brief.sold
    hangers, jacked = flight.part("corner hangers"), flight.part("skewed hangers")
    for n, hip in enumerate(hips(flight, stringer), 1):
        made = hip.stringer
        out.append(
            Part(flight.part(f"H{n}"), "stringer", "steps", timber(section.id), name, made.length_mm, section.width_mm,
                 "cut to the pattern of the mitre", solid=hip.solid, hold=Hold(hangers, made.start_mm))
        )  # fmt: skip
    under = len(out)
    for n, jack in enumerate(jacks(flight, stringer), 1):
        out.append(
            Part(flight.part(f"J{n}"), "stringer", "steps", timber(section.id), name, jack.stringer.length_mm, section.width_mm,
                 "the pattern's lower end, hung on the one under the mitre", solid=jack.solid, hold=Hold(jacked, 2 * section.thickness_mm))
        )  # fmt: skip
    anchored = flight.steps.foot == "slab" or not flight.lands_on
    nails = sold.nail("connector_nail", section.thickness_mm, section.thickness_mm)[0]
    return out + counted(flight, [
        ("corner hangers", sold.good("stringer_hanger", section.name), under),
        ("skewed hangers", sold.good("skewed_hanger", section.name), len(out) - under),
        ("corner feet", sold.good("stringer_foot"), len(out)),
        ("corner anchors", sold.good("masonry_anchor"), len(out) * FACTS.anchors_each if anchored else 0),
        ("corner nails", nails, len(out) * 2 * FACTS.bracket_screws),
    ])  # fmt: skip


def _dropped(flight: Flight, stringer: Stringer, on: Bears) -> list[Part]:
    if on.section is None or not on.pieces or on.high_mm - on.low_mm < 1:
        return []
    section, name = on.section, flight.of
    high = on.high_mm - on.low_mm
    ends = f"ripped to {flight.brief.printer.length(high)}" if high < section.width_mm - 0.5 else "square"
    straps, out = flight.part("straps"), []
    for n, (a, b) in enumerate(on.pieces, 1):
        ring = (
            (-section.thickness_mm, on.low_mm),
            (0.0, on.low_mm),
            (0.0, on.high_mm),
            (-section.thickness_mm, on.high_mm),
        )
        out.append(
            Part(flight.part(f"B{n}"), "drop board", "steps", timber(section.id), name, b - a, high, ends,
                 solid=Solid(flight.pose, ring, a, b), hold=Hold(straps))
        )  # fmt: skip
    return out + counted(flight, [("straps", flight.brief.sold.good("flat_strap"), len(stringer.places) + len(out))])


def _under(flight: Flight, stringer: Stringer, _: int, out: float) -> list[float]:
    """The middles of the stringers, but for those under mitres, that are there so far out."""
    half = stringer.section.thickness_mm / 2
    plain = [at + half for at in stringer.places if cut_short(flight, stringer, at).end_mm > out]
    return sorted(plain + [jack.at_mm for jack in jacks(flight, stringer) if jack.stringer.start_mm < out])


def _strips(level: DeckLevel) -> list[Strip]:
    """The upper edge of a stringer's board, with the corner of every notch."""
    out = []
    for flight in flights(level.brief):
        if flight.boxed or flight.ready:
            continue
        stringer = stringer_of(level, flight)
        told = [(f"Stringer of {flight.steps.id}", stringer)]
        told += [(f"Stringer under the mitre of {flight.steps.id}", hip.stringer) for hip in hips(flight, stringer)[:1]]
        out += [
            Strip(f"{words}, corners of its notches from the upper end", made.length_mm, tuple(marks(made)))
            for words, made in told
        ]
    return out


def _choices(job: DeckJob) -> dict[str, list[Choice]]:
    sold = sorted(
        [*job.sold_for("stringer"), *job.sold_for("joist")],
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

COMPONENT = DeckComponent(
    order=85,
    demands=_demands,
    blocks=_blocks,
    lay=_lay,
    together=_together,
    explain=explain,
    edits=EDITS,
    choices=_choices,
    scenes=scenes,
    strips=_strips,
    alone=True,
)
