"""The boards and what fixes them; under every butt joint a short block beside its joist."""

from __future__ import annotations

import math
from collections.abc import Iterator
from itertools import pairwise

from shapely import oriented_envelope
from shapely.geometry import Polygon
from shapely.ops import unary_union

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import timber
from rowstake.core.kinds import kind_of
from rowstake.core.parts import Notebook, Part, letters
from rowstake.core.space import Solid
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.base import TRADE, DeckComponent
from rowstake.core.trades.deck.demands import SisterAt, StandsThrough, of
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.trades.deck.fixings import board_fixings
from rowstake.core.trades.deck.laying import BoardLaying, DeckBoard, polygons
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.rows import INSTALL_C
from rowstake.core.trades.deck.shape import Point
from rowstake.core.views.base import Choice, worded
from rowstake.core.year import Year


def _blocks(level: DeckLevel) -> Iterator[SisterAt]:
    for butt in level.laying.butts:
        yield SisterAt(butt)


def _lay(level: DeckLevel) -> list[Part]:
    brief, pose, place = level.brief, level.place.pose, level.place
    top = brief.height_mm
    out = []
    for b, shape, more in _round_posts(level):
        label = place.label(f"{kind_of(b.kind).letter}{b.number}{more}")
        trim = 2 * brief.deck.boards.trim_ends_mm
        cut = f"{b.ends}, notched round a post" if shape is not b.shape else b.ends
        ends = f"{cut}; {brief.printer.fine(trim / 2)} off both ends first" if trim else cut
        of = place.label(f"row {b.row + 1}" if b.row >= 0 else b.kind)
        out.append(
            Part(label, b.kind, "skin", timber(b.section.id), of, (_long(shape, b) if more else b.length_mm) + trim, b.width_mm, ends,
                 solid=Solid(pose, tuple(_points(shape)), top - b.section.thickness_mm, top,
                             tuple(tuple(_coords(r.coords)) for r in shape.interiors)), run="" if b.kind == "breaker" else f"{of} {b.ring}")
        )  # fmt: skip
    return out + board_fixings(level)


SLIVER_MM = 20.0
"""What a post leaves of a board's end that is shorter is left out."""


def _round_posts(level: DeckLevel) -> Iterator[tuple[DeckBoard, Polygon, str]]:
    """Every board, notched where a post goes up through it; in pieces with letters where one takes all of its width."""
    free = CATALOGUE.steps.notch_free_mm
    posts = [Polygon(q.ring).buffer(free, join_style="mitre") for q in of(StandsThrough, level.asked)]
    for b in level.laying.boards:
        met = [post for post in posts if post.intersection(b.shape).area > 1]
        if not met:
            yield b, b.shape, ""
            continue
        pieces = [
            q
            for q in polygons(b.shape.difference(unary_union(met)))
            if min(q.bounds[2] - q.bounds[0], q.bounds[3] - q.bounds[1]) > SLIVER_MM
        ]
        for n, piece in enumerate(pieces, 1):
            yield b, piece, letters(n) if len(pieces) > 1 else ""


def _long(piece: Polygon, board: DeckBoard) -> float:
    """How long a piece is along its board, to its long points."""
    corners = _coords(oriented_envelope(board.shape).exterior.coords)  # type: ignore[attr-defined]
    (ax, ay), (bx, by) = max(pairwise(corners[:3]), key=lambda side: math.dist(*side))
    long = math.dist((ax, ay), (bx, by))
    marks = [(x * (bx - ax) + y * (by - ay)) / long for x, y in piece.exterior.coords]
    return max(marks) - min(marks)


def _coords(coords: object) -> list[Point]:
    return [(float(x), float(y)) for x, y in coords][:-1]  # type: ignore[attr-defined]


def _points(shape: Polygon) -> list[Point]:
    return _coords(shape.exterior.coords)


def _explain(level: DeckLevel, turn: Year, book: Notebook) -> None:
    _rows(level, book)
    _last(level, book)
    _ends(level, turn, book)
    _year(level, turn, book)


def _rows(level: DeckLevel, book: Notebook) -> None:
    laying = level.laying
    book.note(
        "boards", "Boards", str(len(laying.boards)),
        rule="Rows over the field inside the borders, each cut to the shape; a row longer than its stock is joined on a joist, clear of "
        "the joints of the row before by two joist spaces.",
        formula=f"{laying.row_count} rows, {len(laying.of('board'))} pieces in the field, {len(laying.of('border'))} of border, "
        f"{len(laying.of('breaker'))} breakers, {len(laying.butts)} butt joints",
        source=TRADE, changes="The board, the way it runs, gap, border, breaker, shape.",
    )  # fmt: skip


def _last(level: DeckLevel, book: Notebook) -> None:
    brief, p, laying, rows = level.brief, level.brief.printer, level.laying, level.laying.rows
    told = (
        f"a gap of {p.fine(rows.full_board_gap_mm)} ends on a whole board"
        if rows.full_board_gap_mm is not None
        else "no gap within its limits ends whole"
    )
    book.note(
        "last", "Last row", p.fine(min(laying.first_mm, laying.last_mm)),
        rule="n = (run + gap) ÷ (board + gap), rounded down; the last rip is what is left.",
        formula=f"{rows.full_boards} whole boards of {p.length(brief.field.width_mm)} at {p.fine(brief.deck.boards.gap_mm)}, "
        + (f"rip {p.fine(rows.last_rip_mm)}; {told}" if rows.last_rip_mm else "no rip"),
        source=TRADE, changes="Gap, the way out, start side, balanced rips.",
    )  # fmt: skip


def _ends(level: DeckLevel, turn: Year, book: Notebook) -> None:
    brief, laying = level.brief, level.laying
    if laying.end_gap_mm:
        book.note(
            "end_gap", "Gap at butt ends", brief.printer.fine(laying.end_gap_mm),
            rule="Growth with heat from laying to the hottest day, never under the maker's least.",
            formula=f"longest board, 15 °C to 50 °C, {brief.product.moves}; {_through_the_year(brief, laying, turn)}", source="published expansion coefficients",
            changes="Board length and material.",
        )  # fmt: skip


def _through_the_year(brief: DeckBrief, laying: BoardLaying, turn: Year) -> str:
    """The end gap in the coldest and the hottest month, by the growth of the longest board."""
    p = brief.printer
    alpha = CATALOGUE.movement.heat_per_million[brief.product.moves] / 1e6
    longest = max((b.length_mm for b in laying.boards), default=0.0)
    gaps = {
        m.name: laying.end_gap_mm - alpha * longest * (t - INSTALL_C)
        for m, t in zip(turn.months, turn.climate.temperature_c, strict=True)
    }
    least, most = min(gaps, key=gaps.__getitem__), max(gaps, key=gaps.__getitem__)
    return f"{least} {p.fine(gaps[least])}, {most} {p.fine(gaps[most])}"


def _year(level: DeckLevel, turn: Year, book: Notebook) -> None:
    brief, p = level.brief, level.brief.printer
    moves = "They hardly move across; heat moves their length." if brief.product.moves != "timber" else ""
    book.note(
        "seasons", "The gap over the year", f"{p.fine(turn.least.joint_mm)} to {p.fine(turn.most.joint_mm)}",
        rule=f"Timber settles at the moisture of the air; the gap changes by what the board does. {moves}".strip(),
        formula=f"laid at {turn.fixed_pct:.0f} % with {p.fine(turn.fixed_joint_mm)}; {turn.least.name} {p.fine(turn.least.joint_mm)}, "
        f"{turn.most.name} {p.fine(turn.most.joint_mm)}",
        source="published equilibrium equation and shrinkage coefficients; climate made up for planning",
        changes="How damp the boards are when laid, their width and timber, the gap, the climate.",
    )  # fmt: skip


def _choices(job: DeckJob) -> dict[str, list[Choice]]:
    strips = CATALOGUE.decking[job.deck.boards.product].strip_spaces
    ways = worded("deck")["deck.boards.fixing"]
    return {
        "deck.boards.product": [Choice(d.id, d.name) for d in job.products()],
        "deck.boards.fixing": [way for way in ways if way.id != "strips" or strips],
    }


COMPONENT = DeckComponent(order=50, blocks=_blocks, lay=_lay, explain=_explain, choices=_choices)
