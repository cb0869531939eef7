"""What holds the boards of a deck: screws, clips, strips, plugs."""

from __future__ import annotations

from bisect import bisect_left, bisect_right

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good
from rowstake.core.kinds import KINDS
from rowstake.core.parts import Joint, Part
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.frame import Grid, Joist
from rowstake.core.trades.deck.laying import DeckBoard
from rowstake.core.trades.deck.level import DeckLevel

CLIP_MM = CATALOGUE.deck.clip_screw_mm


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


def board_fixings(level: DeckLevel) -> list[Part]:
    """Screws at every crossing; or clips between rows with screws on edges and borders; plugs as many as face screws.

    Both ends at a butt joint cross its joist, so that the joint has the fixings of two.
    """
    brief, grid, laying = level.brief, level.grid, level.laying
    facts, how = CATALOGUE.deck, brief.deck.boards.fixing
    per = facts.screws_per_crossing
    edge_rows = {0, laying.row_count - 1} | (
        set(range(facts.edge_rows)) | set(range(laying.row_count - facts.edge_rows, laying.row_count))
        if brief.deck.boards.edge_screws
        else set()
    )
    if how == "strips":
        return _strips(level, edge_rows if brief.deck.boards.edge_screws else set())
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
    out = _face_screws(level, screws)
    for what, count in (
        (brief.sold.good("hidden_clip"), clips),
        (brief.sold.good("starter_clip"), starters),
        (brief.sold.good("screw_plug"), screws if how == "plugs" else 0),
    ):
        if count:
            label = level.place.label(f"deck {what.words}")
            out.append(Part(label, "hardware", "skin", what, "boards", amount=count, unit="each"))
    return out


def held_by(brief: DeckBrief) -> Joint:
    """Face screws go through a board and by 2.5 times its thickness less itself into what it lies on."""
    kinds = tuple(k.id for k in KINDS.values() if k.family in ("joist", "block"))
    least = (CATALOGUE.materials.fixings.board_times - 1) * brief.field.thickness_mm
    return Joint(("board", "border", "breaker"), kinds, least)


def deck_screw(brief: DeckBrief) -> Good:
    """The face screw of these boards."""
    return brief.sold.screw("deck_screw", CATALOGUE.materials.fixings.board_times * brief.field.thickness_mm)[0]


def _strips(level: DeckLevel, edge_rows: set[int]) -> list[Part]:
    """Clip strips along every joist for the rows that cross it; borders, breakers and, where asked, edge rows are
    face-screwed."""
    brief, grid, place = level.brief, level.grid, level.place
    product, face = brief.product, 0
    rows: dict[Joist, set[int]] = {}
    for b in level.laying.boards:
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
    strip = brief.sold.good("clip_strip", product.strip_spaces)
    screw = brief.sold.screw("clip_strip_screw", CLIP_MM)[0]
    return [
        Part(place.label("deck clip strips"), "hardware", "skin", strip, "boards", amount=strips, unit="each"),
        Part(place.label("strip screws"), "board screw", "skin", screw, "boards", amount=fixings, unit="each"),
        *_face_screws(level, face * CATALOGUE.deck.screws_per_crossing),
    ]


def _face_screws(level: DeckLevel, count: int) -> list[Part]:
    label, screw, joint = level.place.label("deck screws"), deck_screw(level.brief), held_by(level.brief)
    return (
        [Part(label, "board screw", "skin", screw, "boards", amount=count, unit="each", joint=joint)] if count else []
    )
