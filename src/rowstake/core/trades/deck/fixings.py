"""What holds a deck together: hangers, ties, screws, clips, strips; and its tape and lights."""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from itertools import pairwise

from shapely.geometry import Point as At
from shapely.geometry import Polygon

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.fasteners import sold_mm
from rowstake.core.goods import Good
from rowstake.core.kinds import KINDS, kind_of
from rowstake.core.parts import Joint, Part
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.boards import DeckBoard, Laying
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.fascia import fascia_edges
from rowstake.core.trades.deck.frame import Grid, Joist, Stick
from rowstake.core.trades.deck.shape import Point
from rowstake.core.trades.deck.stack import PostAt
from rowstake.core.trades.deck.supports import BeamLine, Supports


def frame_hardware(
    brief: DeckBrief, grid: Grid, supports: Supports, sticks: list[Stick], posts: list[PostAt]
) -> list[Part]:
    """Hangers where a joist ends on a ledger, a header or a flush beam; ties over dropped beams; nails of both and of rims."""
    facts = CATALOGUE.materials.deck
    joists = [s for s in sticks if kind_of(s.kind).family == "joist"]
    held = [s for s in sticks if s.kind in ("ledger", "header", "clipped rim")]
    lines = [Polygon(s.outline()).buffer(4.0) for s in held]
    if supports.flush:
        lines += [Polygon(_beam_outline(b)).buffer(4.0) for b in supports.beams]
    hangers = sum(any(line.intersects(At(end)) for line in lines) for j in joists for end in (j.a, j.b))
    ties = 0 if supports.flush else sum(
        min(j.a[1], j.b[1]) - 1 < b.t < max(j.a[1], j.b[1]) + 1 for j in joists for b in supports.under(j.a[0])
    )  # fmt: skip
    ends = 2 * len(joists) - hangers + 2 * sum(n for edge, n in grid.headers.items() if edge not in grid.carry)
    spliced = sum(s.kind == "splice block" for s in sticks)
    blocks = sum(kind_of(s.kind).family == "block" for s in sticks) - spliced
    hung = [grid.headers[edge] for edge in grid.carry]
    sold = brief.sold

    def item(kind: str, what: Good, count: float) -> list[Part]:
        return [Part(f"frame {what.words}", kind, "frame", what, "frame", amount=count, unit="each")] if count else []

    return [
        *item("hardware", sold.good("joist_hanger", supports.joist.name), hangers + 2 * hung.count(1)),
        *[
            part
            for plies in sorted({n for n in hung if n > 1})
            for part in item(
                "hardware", sold.good("joist_hanger_plied", plies, supports.joist.name), 2 * hung.count(plies)
            )
        ],
        *item("hardware", sold.good("joist_tie"), ties),
        *item(
            "frame screw",
            sold.nail("connector_nail", CONNECTOR_MM)[0],
            (hangers + ties + 2 * sum(min(n, 2) for n in hung)) * facts.hanger_nails,
        ),
        *item(
            "frame screw",
            sold.screw("frame_screw", FRAME_MM)[0],
            max(0, ends) * 3 + blocks * 4 + spliced * facts.splice_screws,
        ),
        *item(
            "frame screw",
            sold.screw("structural_screw", 1.7 * supports.joist.thickness_mm, 2 * supports.joist.thickness_mm - 3)[0],
            _plied(grid, supports, sticks),
        ),
    ]


CONNECTOR_MM, FRAME_MM = 38.0, 85.0


def _plied(grid: Grid, supports: Supports, sticks: list[Stick]) -> int:
    """Screws that make several plies one member: two rows along every ply of a beam, a header or a clipped rim but one, and
    along joists that lie side by side."""
    every = CATALOGUE.materials.deck.ply_screw_every_mm
    lengths = [b.s1 - b.s0 for b in supports.beams for _ in range(b.plies - 1)]
    lengths += [edge.length_mm for edge, plies in grid.headers.items() for _ in range(plies - 1)]
    leaning = [s.length_mm for s in sticks if s.kind == "clipped rim"]
    lengths += leaning[len(leaning) // grid.plies :] if grid.plies > 1 else []
    marks = sorted((j.s, j.length_mm) for j in grid.joists)
    lengths += [min(a[1], b[1]) for a, b in pairwise(marks) if 1 < b[0] - a[0] < grid.thick_mm + 1]
    return sum(2 * (up(length / every) + 1) for length in lengths)


def _beam_outline(beam: BeamLine) -> list[Point]:
    w = beam.wide_mm / 2
    return [(beam.s0, beam.t - w), (beam.s1, beam.t - w), (beam.s1, beam.t + w), (beam.s0, beam.t + w)]


def crossed(grid: Grid, board: DeckBoard) -> list[Joist]:
    """The joists a board bears on: those within its reach along s that come to it along t."""
    low, near, high, far = board.shape.bounds
    if grid.turned:
        low, near, high, far = near, low, far, high
    marks = [j.s for j in grid.joists]
    beside = grid.joists[bisect_left(marks, low - 30) : bisect_right(marks, high + 30)]
    return [j for j in beside if j.t0 - 60 <= far and j.t1 + 60 >= near]


def held_at(grid: Grid, board: DeckBoard) -> int:
    """How many places a board is fixed at: the joists it crosses; where it lies along one, as a border beside the joists,
    every joist space."""
    low, near, high, far = board.shape.bounds
    if grid.turned:
        low, near, high, far = near, low, far, high
    along = high - low < far - near and board.kind != "board" and high - low < 3 * board.width_mm
    return up(board.length_mm / grid.spacing_mm) + 1 if along else len(crossed(grid, board))


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
        return _strips(brief, grid, laying, edge_rows if brief.deck.boards.edge_screws else set())
    screws = clips = starters = 0
    for b in laying.boards:
        crossings = held_at(grid, b)
        if b.kind != "board" or how != "clips":
            screws += crossings * per
            continue
        clips += crossings if b.row > 0 else 0
        starters += crossings if b.row == 0 else 0
        if b.row in edge_rows:
            screws += crossings * per
    length = deck_screw(brief)
    out = (
        [Part("deck screws", "board screw", "skin", length, "boards", amount=screws, unit="each", joint=held_by(brief))]
        if screws
        else []
    )
    for what, count in (
        (brief.sold.good("hidden_clip"), clips),
        (brief.sold.good("starter_clip"), starters),
        (brief.sold.good("screw_plug"), screws if how == "plugs" else 0),
    ):
        if count:
            out.append(Part(f"deck {what.words}", "hardware", "skin", what, "boards", amount=count, unit="each"))
    return out


def held_by(brief: DeckBrief) -> Joint:
    """Face screws go through a board and by 2.5 times its thickness less itself into what it lies on."""
    kinds = tuple(k.id for k in KINDS.values() if k.family in ("joist", "block"))
    least = (CATALOGUE.materials.fixings.board_times - 1) * brief.field.thickness_mm
    return Joint(("board", "border", "breaker"), kinds, least)


def deck_screw(brief: DeckBrief) -> Good:
    """The face screw of these boards."""
    return brief.sold.screw("deck_screw", CATALOGUE.materials.fixings.board_times * brief.field.thickness_mm)[0]


def _strips(brief: DeckBrief, grid: Grid, laying: Laying, edge_rows: set[int]) -> list[Part]:
    """Clip strips along every joist for the rows that cross it; borders, breakers and, where asked, edge rows are
    face-screwed."""
    product, face = brief.product, 0
    rows: dict[Joist, set[int]] = {}
    for b in laying.boards:
        joists = crossed(grid, b)
        if b.kind != "board":
            face += held_at(grid, b)
            continue
        face += len(joists) if b.row in edge_rows else 0
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
            brief.sold.good("clip_strip", product.strip_spaces),
            "boards",
            amount=strips,
            unit="each",
        ),
        Part(
            "strip screws",
            "board screw",
            "skin",
            brief.sold.screw("clip_strip_screw", CLIP_MM)[0],
            "boards",
            amount=fixings,
            unit="each",
        ),
    ]
    if face:
        count = face * CATALOGUE.materials.deck.screws_per_crossing
        out.append(Part("deck screws", "board screw", "skin", deck_screw(brief), "boards", amount=count, unit="each"))
    return out


CLIP_MM, TAPE_MM, CABLE_MM = 40.0, 20_000.0, 10_000.0


def extras(brief: DeckBrief, grid: Grid) -> list[Part]:
    """Joist tape, lights and their transformers."""
    out = []
    if brief.deck.joists.tape:
        taped = sum(j.length_mm for j in grid.joists)
        rolls = up(taped / sold_mm(brief.sold, TAPE_MM))
        tape = brief.sold.good("joist_tape", TAPE_MM)
        out.append(Part("joist tape", "hardware", "frame", tape, "frame", amount=rolls, unit="each"))
    lights = brief.deck.lights
    if lights.count:
        loads = up(lights.count * lights.watts / (0.8 * lights.transformer_w))
        run = sum(e.length_mm for e in fascia_edges(brief))
        for what, n in ((brief.sold.good("deck_light"), lights.count), (brief.sold.good("transformer", lights.transformer_w), loads),
                        (brief.sold.good("light_cable", CABLE_MM), up(run * 1.1 / sold_mm(brief.sold, CABLE_MM)))):  # fmt: skip
            out.append(Part(f"lights {what.words}", "hardware", "frame", what, "lights", amount=n, unit="each"))
    return out
