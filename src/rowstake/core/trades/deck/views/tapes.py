"""The tapes of a deck: joists along the ledger or the beams, posts along each beam, board edges out from the start.

A lower level has tapes of its own, hooked at its own left end.
"""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import pairwise

from rowstake.core.kinds import kind_of
from rowstake.core.trades.deck.components.guard.bays import GuardBay
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.components.steps.boxes import boxes
from rowstake.core.trades.deck.components.steps.drop import stringer_of
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.views.base import Mark, Tape


def deck_tapes(planned: DeckPlan, _: int = 0, only: int | None = None) -> list[Tape]:
    """Every level's, the deck's own first; `only` those of one, the other tapes without their marks."""
    if planned.brief.deck.there:
        every = [_carriers(planned, flight) for flight in flights(planned.brief)]
    else:
        every = [tape for n, level in enumerate(planned.laid.levels) for tape in _of(level, n)]
    return [tape if only in (None, tape.leg) else replace(tape, marks=()) for tape in every]


def _carriers(planned: DeckPlan, flight: Flight) -> Tape:
    """What carries a flight, along its edge from where it begins."""
    p, level, wide = planned.brief.printer, planned.laid.main, flight.steps.width_mm
    stringer = stringer_of(level, flight)
    box = boxes(flight, stringer)[0] if flight.boxed and flight.treads else None
    places, thick = (box.rungs, box.thick) if box else (stringer.places, stringer.section.thickness_mm)
    kind, letter = ("rung", "K1.") if box else ("stringer", "S")
    marks = []
    for n, at in enumerate(places, 1):
        low = at - flight.steps.at_mm
        middle = low + thick / 2
        marks.append(Mark(flight.part(f"{letter}{n}"), kind, middle, p.bare(middle), p.bare(low), p.bare(low + thick)))
    return Tape(0, f"{kind}s of {flight.of}", wide, p.length(wide), tuple(marks))


def _of(level: DeckLevel, leg: int) -> list[Tape]:
    p, grid, brief = level.brief.printer, level.grid, level.brief
    low, _, high, _ = grid.poly.bounds
    half = grid.thick_mm / 2

    def tape(what: str, length: float, marks: list[Mark]) -> Tape:
        return Tape(leg, what, length, p.length(length), tuple(marks))

    joists = {
        round(s.a[0], 2): (label, s.kind) for label, s in reversed(level.sticks) if kind_of(s.kind).family == "joist"
    }
    out = [
        tape("joists", high - low, [
            Mark(label, kind, s - low, p.bare(s - low), p.bare(s - low - half), p.bare(s - low + half))
            for s, (label, kind) in sorted(joists.items())
        ]),
    ]  # fmt: skip
    for beam in level.supports.beams:
        own = zip((q for q in level.posts if q.beam == beam), beam.posts, strict=True)
        marks = [Mark(q.label, "post", s - low, p.bare(s - low), p.bare(s - low), p.bare(beam.t)) for q, s in own]
        out.append(tape(f"posts of {beam.label}", high - low, marks))
    for n, stretch in enumerate((line := lay_line(level)).runs, 1):
        start = line.posts[stretch.posts[0]]
        ends = [math.dist(start.at, line.posts[i].at) for i in stretch.posts]
        own_marks = [
            Mark(level.place.label(f"Y{i + 1}"), "post", s, p.bare(s), p.bare(s), p.bare(s))
            for i, s in zip(stretch.posts, ends, strict=True)
        ]
        out.append(tape(f"posts of guard {n}", ends[-1], own_marks))
    for names, bay in _alike(level):
        wide = bay.filling.width_mm
        own_marks = [
            Mark(level.place.label(f"I{names[0]}-{n}"), "baluster", s + wide / 2, p.bare(s + wide / 2), p.bare(s), p.bare(s + wide))
            for n, s in enumerate(bay.gaps.marks_mm, 1)
        ]  # fmt: skip
        out.append(tape(f"balusters of guard {', '.join(names)}", bay.clear_mm, own_marks))
    if brief.deck.boards.run != "diagonal":
        run = brief.shape.width_mm if grid.turned else brief.shape.out_mm
        off = level.datum_mm if grid.turned else 0.0  # out from the wall, or along from where every tape hooks
        rows = [
            Mark(level.place.label(f"D{n}"), "board", a - off, p.bare(a - off), p.bare(a - off), p.bare(b - off))
            for n, (a, b) in _rows(level)
        ]
        out.append(tape("boards", run, rows))
    return out


def _alike(level: DeckLevel) -> list[tuple[list[str], GuardBay]]:
    """Bays with balusters by what is clear between their posts, from the left post's face, with the names of all that are alike."""
    line, out = lay_line(level), dict[float, tuple[list[str], GuardBay]]()
    for number, run in enumerate(line.runs, 1):
        for n, (a, b) in enumerate(pairwise(run.posts), 1):
            bay = GuardBay(level.brief, line.posts[a], line.posts[b])
            if bay.upright and bay.gaps.count:
                out.setdefault(round(bay.clear_mm, 1), ([], bay))[0].append(f"{number}.{n}")
    return list(out.values())


def _rows(level: DeckLevel) -> list[tuple[int, tuple[float, float]]]:
    """(first piece of a row, its edges) from the house (or the left) outwards."""
    seen: dict[int, tuple[int, tuple[float, float]]] = {}
    for b in level.laying.boards:
        x0, y0, x1, y1 = b.shape.bounds
        if b.kind == "board" and b.row not in seen:
            seen[b.row] = (b.number, (x0, x1) if level.grid.turned else (y0, y1))
    return sorted(seen.values(), key=lambda r: r[1][0])
