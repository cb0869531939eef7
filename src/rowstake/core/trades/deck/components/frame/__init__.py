"""Joists, what closes them, blocks and beams; their hangers, ties, nails and screws."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Notebook, Part
from rowstake.core.space import Solid
from rowstake.core.trades.deck.carried import seat
from rowstake.core.trades.deck.components.base import TABLES, TRADE, DeckComponent
from rowstake.core.trades.deck.components.ledger import fixing_label
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.trades.deck.frame import Stick
from rowstake.core.trades.deck.hardware import frame_hardware
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.members import beam_plies
from rowstake.core.trades.deck.sag import set_down_mm
from rowstake.core.trades.deck.stack import NO_POST_MM
from rowstake.core.views.base import Choice
from rowstake.core.year import Year


def _lay(level: DeckLevel) -> list[Part]:
    top, depth = level.frame_top_mm, level.joist_mm
    house = Hold(fixing_label(level), to="house") if level.ledger else None
    out = []
    for label, stick in level.sticks:
        part = _piece(level, label, stick, top - depth, top, level.place.label(stick.kind))
        out.append(replace(part, hold=house) if stick.kind == "ledger" else part)
    for beam in level.supports.beams:
        beam_top = top if level.supports.flush else top - depth
        seats = [seat(f) for f in level.footings if f.post.beam is beam and abs(f.post.height_mm) <= NO_POST_MM]
        for label, stick in beam_plies(beam):
            ply = _piece(level, label, stick, beam_top - beam.section.width_mm, beam_top, beam.label)
            out.append(replace(ply, hold=seats[0]) if seats else ply)  # without a post it sits on the base itself
    return out + frame_hardware(level)


def _piece(level: DeckLevel, label: str, stick: Stick, bottom: float, top: float, of: str) -> Part:
    points = tuple(level.grid.on_plan(p) for p in stick.outline())
    down = set_down_mm(level.brief, level.grid, stick.kind, stick.a[1], level.joist_mm)
    fine = level.brief.printer.fine
    ends = (
        f"{stick.ends}; ripped to {fine(top - bottom - down)}, its top {fine(down)} under the joists'"
        if down
        else stick.ends
    )
    return Part(
        label, stick.kind, "frame", timber(stick.section.id), of, stick.length_mm, stick.section.width_mm - down, ends,
        solid=Solid(level.place.pose, points, bottom, top - down),
    )  # fmt: skip


def _explain(level: DeckLevel, _: Year, book: Notebook) -> None:
    _joists(level, book)
    _beams(level, book)


def _joists(level: DeckLevel, book: Notebook) -> None:
    brief, grid, supports = level.brief, level.grid, level.supports
    p, reach = brief.printer, supports.joist_reach
    kinds = Counter(j.kind for j in grid.joists)
    book.note(
        "joists", "Joists", f"{len(grid.joists)} of {supports.joist.name}",
        rule="Joists at right angles to what carries them, on centre from one end, so that boards and their joints break on middles; "
        "more at ends, inner corners, holes, and where a border or breaker needs a nailer.",
        formula=f"at {p.length(grid.spacing_mm)}: " + ", ".join(f"{n} {kind}{'s' * (n > 1)}" for kind, n in kinds.items()),
        source=TRADE, changes="Spacing, the board and the way it runs, borders, cuts.",
    )  # fmt: skip
    book.note(
        "joist_span", "Joist span", p.length(reach.span_mm),
        rule="The least of bending, deflection of the live load to 1/360, shear, and the longest in the tables. The shallowest size that "
        "needs the fewest beams is proposed; the overhang past the outer beam is at most a quarter of the span.",
        formula=f"{supports.joist.name} {brief.species.name} at {p.length(grid.spacing_mm)}, {p.pressure(brief.live_kpa)} + {p.pressure(brief.deck.loads.dead_kpa)}: "
        f"allowed {p.length(reach.allowed_mm)} ({reach.governed_by}), here {p.length(reach.span_mm)}, {reach.used * 100:.0f} %; "
        f"overhang {p.length(supports.overhang_mm)}",
        source=TABLES, changes="Joist size and spacing, beams, timber, load, snow.",
    )  # fmt: skip


def _beams(level: DeckLevel, book: Notebook) -> None:
    p, supports = level.brief.printer, level.supports
    rows = [
        f"{b.label}: {b.plies} × {b.section.name} carrying {b.carries_words(p)}, posts at {p.length(b.reach.span_mm)}, "
        f"allowed {p.length(b.reach.allowed_mm)} ({b.reach.governed_by}), {b.reach.used * 100:.0f} %"
        for b in supports.beams[:6]
    ]
    book.note(
        "beams", "Beams", f"{len(supports.beams)}, {'flush' if supports.flush else 'dropped'}",
        rule="Each beam carries half the spans beside it and its overhang with its leverage. Plies are joined over posts only.",
        formula="; ".join(rows) + (f"; and {len(supports.beams) - 6} more" if len(supports.beams) > 6 else ""),
        source=TABLES, changes="Beam size and plies, post spacing, rows of beams, load.",
    )  # fmt: skip


def _choices(_: DeckJob) -> dict[str, list[Choice]]:
    return {"deck.species": [Choice(s.id, s.name) for s in CATALOGUE.species.values()]}


COMPONENT = DeckComponent(
    order=20,
    lay=_lay,
    explain=_explain,
    sections={"deck.joists.size": "joist", "deck.beams.size": "joist"},
    choices=_choices,
)
