"""What holds a deck together: hangers, ties, screws, clips, strips; and its tape and lights."""

from __future__ import annotations

from bisect import bisect_left, bisect_right

from shapely.geometry import Point as At
from shapely.geometry import Polygon

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.deck.boards import Board, Laying
from rowstake.core.deck.brief import DeckBrief
from rowstake.core.deck.fascia import fascia_edges
from rowstake.core.deck.frame import Grid, Joist, Stick
from rowstake.core.deck.members import LETTERS
from rowstake.core.deck.shape import Point
from rowstake.core.deck.stack import PostAt
from rowstake.core.deck.supports import BeamLine, Supports
from rowstake.core.parts import Part
from rowstake.core.reckoners.base import up


def frame_hardware(
    brief: DeckBrief, grid: Grid, supports: Supports, sticks: list[Stick], posts: list[PostAt]
) -> list[Part]:
    """Hangers where a joist ends on a ledger, a header or a flush beam; ties over dropped beams; nails of both and of rims."""
    facts = CATALOGUE.materials.deck
    joists = [s for s in sticks if LETTERS[s.kind] == "J"]
    held = [s for s in sticks if s.kind in ("ledger", "header", "clipped rim")]
    lines = [Polygon(s.outline()).buffer(4.0) for s in held]
    if supports.flush:
        lines += [Polygon(_beam_outline(b)).buffer(4.0) for b in supports.beams]
    hangers = sum(line.intersects(At(end)) for j in joists for end in (j.a, j.b) for line in lines)
    ties = 0 if supports.flush else sum(
        min(j.a[1], j.b[1]) < b.t < max(j.a[1], j.b[1]) for j in joists for b in supports.under(j.a[0])
    )  # fmt: skip
    ends = 2 * len(joists) - hangers
    blocks = sum(LETTERS[s.kind] in "KSG" for s in sticks)

    def item(kind: str, what: str, count: float) -> list[Part]:
        return [Part(f"frame {what}", kind, "frame", what, "frame", amount=count, unit="each")] if count else []

    return [
        *item("hardware", f"{facts.hanger} for {supports.joist.name}", hangers),
        *item("hardware", "joist tie over a beam", ties),
        *item("frame screw", "connector nail 40 mm", hangers * facts.hanger_nails + ties * facts.hanger_nails),
        *item("frame screw", "frame screw 90 mm", max(0, ends) * 3 + blocks * 4),
    ]


def _beam_outline(beam: BeamLine) -> list[Point]:
    w = beam.wide_mm / 2
    return [(beam.s0, beam.t - w), (beam.s1, beam.t - w), (beam.s1, beam.t + w), (beam.s0, beam.t + w)]


def crossed(grid: Grid, board: Board) -> list[Joist]:
    """The joists a board bears on: those within its reach along s that come to it along t."""
    low, near, high, far = board.shape.bounds
    if grid.turned:
        low, near, high, far = near, low, far, high
    marks = [j.s for j in grid.joists]
    beside = grid.joists[bisect_left(marks, low - 30) : bisect_right(marks, high + 30)]
    return [j for j in beside if j.t0 - 60 <= far and j.t1 + 60 >= near]


def board_fixings(brief: DeckBrief, grid: Grid, laying: Laying) -> list[Part]:
    """Screws at every crossing; or clips between rows with screws on edges and borders; plugs as many as face screws.

    Both ends at a butt joint cross its joist, so that the joint has the fixings of two.
    """
    facts, how = CATALOGUE.materials.deck, brief.deck.boards.fixing
    per = facts.screws_per_crossing
    edge_rows = {0, laying.row_count - 1} | (
        set(range(facts.edge_rows)) | set(range(laying.row_count - facts.edge_rows, laying.row_count))
        if brief.deck.boards.edge_screws
        else set()
    )
    if how == "strips":
        return _strips(brief, grid, laying)
    screws = clips = starters = 0
    for b in laying.boards:
        crossings = len(crossed(grid, b))
        if b.kind != "board" or how != "clips":
            screws += crossings * per
            continue
        clips += crossings if b.row > 0 else 0
        starters += crossings if b.row == 0 else 0
        if b.row in edge_rows:
            screws += crossings * per
    length = next(
        (
            s
            for s in CATALOGUE.materials.fixings.screw_lengths_mm
            if s >= CATALOGUE.materials.fixings.board_times * brief.field.thickness_mm
        ),
        80.0,
    )
    out = (
        [Part("deck screws", "board screw", "skin", f"deck screw {length:g} mm", "boards", amount=screws, unit="each")]
        if screws
        else []
    )
    for what, count in (
        ("hidden clip with screw", clips),
        ("starter clip with screw", starters),
        ("plug for a screw", screws if how == "plugs" else 0),
    ):
        if count:
            out.append(Part(f"deck {what}", "hardware", "skin", what, "boards", amount=count, unit="each"))
    return out


def _strips(brief: DeckBrief, grid: Grid, laying: Laying) -> list[Part]:
    """Clip strips along every joist for the rows that cross it; borders and breakers are face-screwed."""
    product, face = brief.product, 0
    rows: dict[Joist, set[int]] = {}
    for b in laying.boards:
        joists = crossed(grid, b)
        if b.kind != "board":
            face += len(joists)
            continue
        for j in joists:
            rows.setdefault(j, set()).add(b.row)
    strips = sum(up(len(spaces) / product.strip_spaces) for spaces in rows.values())
    fixings = sum(
        len(spaces) * (product.strip_end_fixings if j.kind == "end joist" else product.strip_inner_fixings)
        for j, spaces in rows.items()
    )
    out = [
        Part(
            "deck clip strips",
            "hardware",
            "skin",
            f"clip strip of {product.strip_spaces} spaces",
            "boards",
            amount=strips,
            unit="each",
        ),
        Part("strip screws", "board screw", "skin", "clip-strip screw 40 mm", "boards", amount=fixings, unit="each"),
    ]
    if face:
        count = face * CATALOGUE.materials.deck.screws_per_crossing
        out.append(Part("deck screws", "board screw", "skin", "deck screw 65 mm", "boards", amount=count, unit="each"))
    return out


def extras(brief: DeckBrief, grid: Grid) -> list[Part]:
    """Joist tape, lights and their transformers."""
    out = []
    if brief.deck.joists.tape:
        metres = sum(j.length_mm for j in grid.joists) / 1000
        out.append(
            Part(
                "joist tape", "hardware", "frame", "joist tape, 20 m roll", "frame", amount=up(metres / 20), unit="each"
            )
        )
    lights = brief.deck.lights
    if lights.count:
        loads = up(lights.count * lights.watts / (0.8 * lights.transformer_w))
        run = sum(e.length_mm for e in fascia_edges(brief)) / 1000
        for what, n in (("deck light, low voltage", lights.count), (f"transformer {lights.transformer_w:g} W", loads),
                        ("low-voltage cable, 10 m", up(run * 1.1 / 10))):  # fmt: skip
            out.append(Part(f"lights {what}", "hardware", "frame", what, "lights", amount=n, unit="each"))
    return out
