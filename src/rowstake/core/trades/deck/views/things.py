"""What is told about each thing of a deck that can be picked."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from rowstake.core.asked import WhenAsked
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Part
from rowstake.core.trades.deck.beam_line import BeamLine
from rowstake.core.trades.deck.carried import FootingAt, footing_used, post_used
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.document import Cut
from rowstake.core.trades.deck.drawing.details import footings_alike
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.views.base import Line, Thing

STAKE = {"holes": "holes", "frame": "frame", "skin": "skin", "steps": "steps"}


def deck_things(plan: DeckPlan) -> WhenAsked[Thing]:
    """Posts and footings, beams, joists and boards, by label."""
    ways: dict[str, Callable[[], Thing]] = {}
    if plan.brief.deck.there:
        ways = {part.label: partial(_piece, plan, part) for part in plan.parts if part.unit == "piece"}
        return WhenAsked(
            ways | {f.steps.id: partial(_flight, plan, f) for level in plan.laid.levels for f in flights(level.brief)}
        )
    alike = footings_alike(plan)
    for f in plan.laid.footings:
        shown = f"section_{alike[f.label].label}"
        ways[f.post.label] = partial(_post, plan, f, shown)
        ways[f.label] = partial(_footing, plan, f, shown)
    ways |= {beam.label: partial(_beam, plan, beam) for beam in plan.laid.main.supports.beams}
    for part in plan.parts:
        if part.unit == "piece":
            ways.setdefault(part.label, partial(_piece, plan, part))
    for level in plan.laid.levels:
        ways |= {flight.steps.id: partial(_flight, plan, flight) for flight in flights(level.brief)}
    return WhenAsked(ways | {cut.id: partial(_cut, plan, cut) for cut in plan.brief.shape.cuts})


def _flight(plan: DeckPlan, flight: Flight) -> Thing:
    p, way, name, stringer = plan.brief.printer, flight.way, flight.steps.id, Stringer(flight)
    lines = (
        Line("rise", p.length(flight.rise_mm), f"risers_{name}"),
        Line("risers", f"{way.risers} of {p.length(way.riser_mm)}", f"risers_{name}"),
        Line("going", p.length(way.going_mm), f"going_{name}"),
        Line("runs out", p.length(flight.nose(flight.treads)), f"going_{name}"),
        *_carried(flight, stringer),
        *(
            [Line("guard on it", plan.workings[f"filled_{name}"].value, f"filled_{name}")]
            if f"filled_{name}" in plan.workings
            else []
        ),
        Line("ends on", f"level {flight.lands_on}" if flight.lands_on else "the finished ground"),
    )
    return Thing(f"Steps {name}", "steps", lines, f"flight_{name}")


def _carried(flight: Flight, stringer: Stringer) -> list[Line]:
    name = flight.steps.id
    if flight.boxed:
        return [Line("boxes", str(flight.treads), f"boxes_{name}")]
    if flight.ready:
        return [Line("stringers", f"{len(stringer.places)} bought ready cut", f"stringers_{name}")]
    return [
        Line("stringers", f"{len(stringer.places)} of {stringer.section.name}", f"stringers_{name}"),
        Line("throat", flight.brief.printer.length(stringer.throat_mm), f"stringers_{name}"),
    ]


def _cut(plan: DeckPlan, cut: Cut) -> Thing:
    p = plan.brief.printer
    size = Line("size", f"{p.length(cut.along_mm)} × {p.length(cut.out_mm)}", "area")
    return Thing(f"{cut.kind.capitalize()} {cut.id}", "line", (size,))


def _post(plan: DeckPlan, f: FootingAt, shown: str) -> Thing:
    p, post = plan.brief.printer, f.post
    part = next((q for q in plan.parts if q.label == post.label), None)
    lines = [
        Line("stands", "{} along, {} out".format(*(p.length(v) for v in plan.laid.main.told_at(post.on_site)))),
        Line("ground there", p.length(post.ground_mm), "stack"),
        Line("post", f"{plan.brief.post.name}, {post.long(p)}", "stack"),
        *((Line("cut", p.length(part.length_mm)),) if part else ()),
        Line("top of the frame", p.length(post.stack.top_of_frame_mm), "stack"),
        Line("carries", f"{p.area(post.carries_m2)}, {p.force(f.load_kn)}", "footings"),
        Line("as a column", f"{post_used(plan.brief, f) * 100:.0f} % of what it holds", "footings"),
        Line("under", post.under, "beams"),
        Line("on", f"{f.label}, {f.dug.words(p)}", "footings"),
    ]
    return Thing(f"Post {post.label}", "holes", tuple(lines), shown)


def _footing(plan: DeckPlan, f: FootingAt, shown: str) -> Thing:
    p = plan.brief.printer
    lines = [
        Line("load", p.force(f.load_kn), "footings"),
        Line("across", p.length(f.dug.across_mm), "footings"),
        Line("deep", p.length(f.dug.depth_mm), "footings"),
        *(Line(layer.what, p.volume(layer.volume_m3), "bags") for layer in f.dug.layers),
        *(Line(item.words, str(n)) for item, n in f.dug.hardware),
        Line("spoil", f"{p.volume(f.dug.spoil_m3)} loose"),
    ]
    if (used := footing_used(plan.brief, f)) is not None:
        lines.append(Line("ground used", f"{used * 100:.0f} % of what it bears", "footings"))
    if f.dug.carries_kn is not None:
        lines.append(Line("can carry", p.force(f.dug.carries_kn)))
    return Thing(f"Footing {f.label}", "holes", tuple(lines), shown)


def _beam(plan: DeckPlan, beam: BeamLine) -> Thing:
    p = plan.brief.printer
    lines = (
        Line("section", f"{beam.plies} × {beam.section.name}", "beams"),
        Line("length", p.length(beam.s1 - beam.s0)),
        Line("posts at", f"{p.length(beam.reach.span_mm)}, {len(beam.posts)} posts", "beams"),
        Line("allowed", f"{p.length(beam.reach.allowed_mm)}; {beam.reach.governed_by}", "beams"),
        Line("used", f"{beam.reach.used * 100:.0f} %", "beams"),
        Line("carries", beam.carries_words(p), "beams"),
    )
    return Thing(f"Beam {beam.label}", "frame", lines)


def _piece(plan: DeckPlan, part: Part) -> Thing:
    p, reach = plan.brief.printer, plan.laid.main.supports.joist_reach
    section = CATALOGUE.sections[part.material]
    lines = [Line("cut", p.length(part.length_mm)), Line("section", section.name)]
    if plan.lists.buyer.ripped(part.material, part.width_mm):
        lines.append(Line("ripped to", p.fine(part.width_mm)))
    if part.ends != "square":
        lines.append(Line("ends", part.ends))
    if part.sort.family == "joist":
        lines.append(Line("span", f"{p.length(reach.span_mm)}, {reach.used * 100:.0f} % of allowed", "joist_span"))
    if part.of != part.sort.name:
        lines.append(Line("belongs to", part.of))
    if part.solid:
        (x, _, _), (_, y, _) = part.solid.box
        x, y = plan.laid.main.told_at((x, -y))
        lines.append(Line("near corner", f"{p.length(x)} along, {p.length(y)} out"))
    return Thing(f"{part.sort.name.capitalize()} {part.label}", STAKE.get(part.step, "frame"), tuple(lines))
