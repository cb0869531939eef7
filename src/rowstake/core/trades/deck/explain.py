"""Workings of a deck: each headline figure with its rule and this deck's own numbers in it."""

from __future__ import annotations

from collections import Counter

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Notebook
from rowstake.core.reckoners.square_up import SquareUp
from rowstake.core.reckoners.square_up import run as square_up
from rowstake.core.trades.deck.boards import INSTALL_C, Laying
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.built import BuiltLevel
from rowstake.core.trades.deck.dug import bearing_of
from rowstake.core.trades.deck.frame import Grid
from rowstake.core.trades.deck.shape import outline
from rowstake.core.trades.deck.squaring import rectangle
from rowstake.core.trades.deck.stack import joist_depth
from rowstake.core.trades.deck.supports import Supports
from rowstake.core.year import Year

TRADE = "maker-neutral trade practice"
TABLES = "published design values and span tables"


def explain_deck(
    brief: DeckBrief, grid: Grid, supports: Supports, laying: Laying, built: BuiltLevel, turn: Year, book: Notebook
) -> None:
    _shape(brief, book)
    _height(brief, supports, built, book)
    _joists(brief, grid, supports, book)
    _square(brief, grid, book)
    _beams(brief, supports, book)
    _footings(brief, built, book)
    _ledger(brief, built, book)
    _boards(brief, laying, turn, book)
    _year(brief, laying, turn, book)


def _shape(brief: DeckBrief, book: Notebook) -> None:
    p, shape = brief.printer, brief.deck.shape
    poly = outline(shape)
    cuts = "".join(f" − {c.id} {p.length(c.along_mm)} × {p.length(c.out_mm)}" for c in shape.cuts)
    book.note(
        "area", "Area of the deck", p.area(poly.area / 1e6),
        rule="The edge of the boards seen from above: width along the house by the way out, less what is cut out of it.",
        formula=f"{p.length(shape.width_mm)} × {p.length(shape.out_mm)}{cuts} = {p.area(poly.area / 1e6)}; round it {p.run(poly.exterior.length)}",
        source="your entry", changes="Width, the way out, notches, clipped corners and holes.",
    )  # fmt: skip


def _height(brief: DeckBrief, supports: Supports, built: BuiltLevel, book: Notebook) -> None:
    p, facts = brief.printer, CATALOGUE.materials.deck
    levels = brief.deck.levels
    post = min(built.posts, key=lambda q: q.height_mm, default=None)
    if post is None:
        return
    beam = post.beam_mm
    needed = brief.field.thickness_mm + joist_depth(brief, supports) + beam + facts.standoff_mm
    there = levels.height_mm - post.ground_mm - brief.footing_top_mm
    book.note(
        "stack", "Height stack", p.length(levels.height_mm),
        rule="From the top down: boards, joists, beam, the gap of a post base, the footing. What is left is the post; below zero it "
        "does not fit.",
        formula=f"at {post.label}, where there is least room: {p.length(brief.field.thickness_mm)} boards + {p.length(joist_depth(brief, supports))} joists "
        f"+ {p.length(beam)} beam + {p.length(facts.standoff_mm)} base = {p.length(needed)} needed, {p.length(there)} there: "
        f"post {p.length(post.height_mm)}",
        source=TRADE, changes="The finished height, a flush beam, shallower joists, the footing's top, the ground.",
    )  # fmt: skip
    under = brief.deck.house.sill_mm - levels.height_mm
    book.note(
        "sill", "Step down from the door sill", p.length(under),
        rule="The finished top stays under the sill by the step chosen, so that water and snow stay out.",
        formula=f"sill {p.length(brief.deck.house.sill_mm)} − boards {p.length(levels.height_mm)} = {p.length(under)}; "
        f"at least {p.length(brief.deck.house.step_mm)} wanted",
        source="your entry", changes="The finished height.",
    )  # fmt: skip


def _square(brief: DeckBrief, grid: Grid, book: Notebook) -> None:
    """Equal diagonals of the frame's rectangle, and how far to push where they were measured."""
    p, given, by = brief.printer, brief.deck.squaring, rectangle(grid)
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


def _joists(brief: DeckBrief, grid: Grid, supports: Supports, book: Notebook) -> None:
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


def _beams(brief: DeckBrief, supports: Supports, book: Notebook) -> None:
    p = brief.printer
    rows = [
        f"{b.label}: {b.plies} × {b.section.name} carrying {p.length(b.carried_mm)} of deck, posts at {p.length(b.reach.span_mm)}, "
        f"allowed {p.length(b.reach.allowed_mm)} ({b.reach.governed_by}), {b.reach.used * 100:.0f} %"
        for b in supports.beams[:6]
    ]
    book.note(
        "beams", "Beams", f"{len(supports.beams)}, {'flush' if supports.flush else 'dropped'}",
        rule="Each beam carries half the spans beside it and its overhang with its leverage. Plies are joined over posts only.",
        formula="; ".join(rows) + (f"; and {len(supports.beams) - 6} more" if len(supports.beams) > 6 else ""),
        source=TABLES, changes="Beam size and plies, post spacing, rows of beams, load.",
    )  # fmt: skip


def _footings(brief: DeckBrief, built: BuiltLevel, book: Notebook) -> None:
    p = brief.printer
    worst = max(built.footings, key=lambda f: f.load_kn, default=None)
    if worst is None:
        return
    bearing = bearing_of(brief)
    known = brief.soil.name if brief.deck.footings.soil_known else "soil not known, taken as clay"
    book.note(
        "footings", "Footings", f"{len(built.footings)} {brief.footing.name}",
        rule="Each from the deck its own post carries: area = load ÷ bearing; thickness at least 150 mm and half of what stands past "
        "the post; bottom below the frost and at least 300 mm down.",
        formula=f"heaviest {worst.label}: {p.area(worst.post.carries_m2)} × {p.pressure(brief.total_kpa)} = {p.force(worst.load_kn)} ÷ {p.pressure(bearing)} ({known}) "
        f"→ {worst.dug.words(p)}, {p.length(worst.dug.depth_mm)} deep",
        source="published presumptive bearing values", changes="Post spacing, load, snow, soil, frost, the kind of footing.",
    )  # fmt: skip


LEDGER_BY = {
    "table": "The published table at its own load, 40 psf of people and 10 psf of itself: the column of the span, or the next longer one.",
    "capacity": "Capacity of one fixing over the load of half the joists, rounded down to the inch, at most 36 in.",
    "the brackets' rating": "The rating of one bracket over the load of half the joists.",
}


def _ledger(brief: DeckBrief, built: BuiltLevel, book: Notebook) -> None:
    p, ledger = brief.printer, built.ledger
    if ledger is None:
        return
    book.note(
        "ledger", "Ledger fixings", f"{len(ledger.holes)} at {p.length(ledger.spacing_mm)} or closer",
        rule=f"{LEDGER_BY[ledger.by]} Two staggered rows {p.length(CATALOGUE.materials.deck.ledger_edge_mm)} from the edges, none within "
        "40 mm of a joist; in pairs beside joists too close to step over.",
        formula=f"joist span {p.length(ledger.span_mm)}, {p.pressure(brief.total_kpa)} → {p.length(ledger.spacing_mm)}; "
        f"ledger {p.run(ledger.length_mm)} → {len(ledger.holes)}",
        source="published capacities of ledger fixings", changes="The fixing, the joist span, load.",
    )  # fmt: skip


def _boards(brief: DeckBrief, laying: Laying, turn: Year, book: Notebook) -> None:
    p, boards = brief.printer, brief.deck.boards
    rows = laying.rows
    book.note(
        "boards", "Boards", str(len(laying.boards)),
        rule="Rows over the field inside the borders, each cut to the shape; a row longer than its stock is joined on a joist, clear of "
        "the joints of the row before by two joist spaces.",
        formula=f"{laying.row_count} rows, {len(laying.of('board'))} pieces in the field, {len(laying.of('border'))} of border, "
        f"{len(laying.of('breaker'))} breakers, {len(laying.butts)} butt joints",
        source=TRADE, changes="The board, the way it runs, gap, border, breaker, shape.",
    )  # fmt: skip
    told = (
        f"a gap of {p.fine(rows.full_board_gap_mm)} ends on a whole board"
        if rows.full_board_gap_mm is not None
        else "no gap within its limits ends whole"
    )
    book.note(
        "last", "Last row", p.fine(min(laying.first_mm, laying.last_mm)),
        rule="n = (run + gap) ÷ (board + gap), rounded down; the last rip is what is left.",
        formula=f"{rows.full_boards} whole boards of {p.length(brief.field.width_mm)} at {p.fine(boards.gap_mm)}, "
        + (f"rip {p.fine(rows.last_rip_mm)}; {told}" if rows.last_rip_mm else "no rip"),
        source=TRADE, changes="Gap, the way out, start side, balanced rips.",
    )  # fmt: skip
    if laying.end_gap_mm:
        book.note(
            "end_gap", "Gap at butt ends", p.fine(laying.end_gap_mm),
            rule="Growth with heat from laying to the hottest day, never under the maker's least.",
            formula=f"longest board, 15 °C to 50 °C, {brief.product.moves}; {_through_the_year(brief, laying, turn)}", source="published expansion coefficients",
            changes="Board length and material.",
        )  # fmt: skip


def _through_the_year(brief: DeckBrief, laying: Laying, turn: Year) -> str:
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


def _year(brief: DeckBrief, laying: Laying, turn: Year, book: Notebook) -> None:
    p = brief.printer
    moves = "They hardly move across; heat moves their length." if brief.product.moves != "timber" else ""
    book.note(
        "seasons", "The gap over the year", f"{p.fine(turn.least.joint_mm)} to {p.fine(turn.most.joint_mm)}",
        rule=f"Timber settles at the moisture of the air; the gap changes by what the board does. {moves}".strip(),
        formula=f"laid at {turn.fixed_pct:.0f} % with {p.fine(turn.fixed_joint_mm)}; {turn.least.name} {p.fine(turn.least.joint_mm)}, "
        f"{turn.most.name} {p.fine(turn.most.joint_mm)}",
        source="published equilibrium equation and shrinkage coefficients; climate made up for planning",
        changes="How damp the boards are when laid, their width and timber, the gap, the climate.",
    )  # fmt: skip
