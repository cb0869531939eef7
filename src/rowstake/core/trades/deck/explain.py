"""Workings of a deck: each headline figure with its rule and this deck's own numbers in it."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Notebook
from rowstake.core.reckoners.square_up import SquareUp
from rowstake.core.reckoners.square_up import run as square_up
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components import components
from rowstake.core.trades.deck.components.base import TRADE
from rowstake.core.trades.deck.frame import Grid
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import outline
from rowstake.core.trades.deck.squaring import rectangle
from rowstake.core.year import Year


def explain_level(level: DeckLevel, turn: Year, book: Notebook) -> None:
    """Its shape, height and squaring; then what each component tells."""
    alone = level.brief.deck.there
    if not alone:
        _shape(level.brief, book)
        _height(level, book)
        _square(level.brief, level.grid, book)
    for component in components(alone):
        component.explain(level, turn, book)


def _shape(brief: DeckBrief, book: Notebook) -> None:
    p, shape = brief.printer, brief.shape
    poly = outline(shape)
    cuts = "".join(f" − {c.id} {p.length(c.along_mm)} × {p.length(c.out_mm)}" for c in shape.cuts)
    book.note(
        "area", "Area of the deck", p.area(poly.area / 1e6),
        rule="The edge of the boards seen from above: width along the house by the way out, less what is cut out of it.",
        formula=f"{p.length(shape.width_mm)} × {p.length(shape.out_mm)}{cuts} = {p.area(poly.area / 1e6)}; round it {p.run(poly.exterior.length)}",
        source="your entry", changes="Width, the way out, notches, clipped corners and holes.",
    )  # fmt: skip


def _height(level: DeckLevel, book: Notebook) -> None:
    brief, p, facts = level.brief, level.brief.printer, CATALOGUE.deck
    post = min(level.posts, key=lambda q: q.height_mm, default=None)
    if post is None:
        return
    beam = post.beam_mm
    needed = brief.field.thickness_mm + level.joist_mm + beam + facts.standoff_mm
    there = brief.height_mm - post.ground_mm - brief.footing_top_mm
    book.note(
        "stack", "Height stack", p.length(brief.height_mm),
        rule="From the top down: boards, joists, beam, the gap of a post base, the footing. What is left is the post; below zero it "
        "does not fit.",
        formula=f"at {post.label}, where there is least room: {p.length(brief.field.thickness_mm)} boards + {p.length(level.joist_mm)} joists "
        f"+ {p.length(beam)} beam + {p.length(facts.standoff_mm)} base = {p.length(needed)} needed, {p.length(there)} there: "
        f"post {p.length(post.height_mm)}",
        source=TRADE, changes="The finished height, a flush beam, shallower joists, the footing's top, the ground.",
    )  # fmt: skip
    under = brief.deck.house.sill_mm - brief.height_mm
    book.note(
        "sill", "Step down from the door sill", p.length(under),
        rule="The finished top stays under the sill by the step chosen, so that water and snow stay out.",
        formula=f"sill {p.length(brief.deck.house.sill_mm)} − boards {p.length(brief.height_mm)} = {p.length(under)}; "
        f"at least {p.length(brief.deck.house.step_mm)} wanted",
        source="your entry", changes="The finished height.",
    )  # fmt: skip


def _square(brief: DeckBrief, grid: Grid, book: Notebook) -> None:
    """Equal diagonals of the frame's rectangle, and how far to push where they were measured."""
    p, given, by = brief.printer, brief.level.squaring, rectangle(grid)
    if by is None:
        book.note(
            "square", "Squaring the frame", "by 3, 4 and 5",
            rule="No four corners of this frame stand square to each other: square each corner by three, four and five of any measure.",
            formula="3² + 4² = 5²", source=TRADE, changes="The shape of the frame.",
        )  # fmt: skip
        return
    long, wide, target = by.long_mm, by.wide_mm, by.diagonal_mm
    where = (
        ""
        if by.whole
        else f", of the part from {p.length(by.s0 - grid.poly.bounds[0])} to {p.length(by.s1 - grid.poly.bounds[0])}"
    )
    read, push = f"both diagonals {p.length(target)}{where}", ""
    if given.diagonal_a_mm and given.diagonal_b_mm:
        out = square_up(
            SquareUp(
                length_mm=long, width_mm=wide, diagonal_a_mm=given.diagonal_a_mm, diagonal_b_mm=given.diagonal_b_mm
            )
        )
        which = "left" if out.push_mm > 0 else "right"
        push = f"; measured {p.length(given.diagonal_a_mm)} and {p.length(given.diagonal_b_mm)}: push the far edge {p.fine(abs(out.push_mm))} to the {which}"
        read = f"push {p.fine(abs(out.push_mm))} to the {which}" if abs(out.push_mm) >= 0.5 else "square"
    book.note(
        "square", "Squaring the frame", read,
        rule="One fixing in each corner, equal outs from the wall, then equal diagonals before anything is fixed: "
        "push = (a² − b²) ÷ (4 × length) along the far edge, a from the left end of the ledger.",
        formula=f"√({p.length(long)}² + {p.length(wide)}²) = {p.length(target)}; outs {p.length(wide)} at both ends{push}",
        source=TRADE, changes="The size of the frame; the diagonals as you read them.",
    )  # fmt: skip
