"""A deck in site mode: its footings, frames to be squared, supports by their height, rows of boards."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.reckoners.closed import cut_by
from rowstake.core.record.question import AsBuilt
from rowstake.core.record.read import Read, read_together
from rowstake.core.record.record import Record
from rowstake.core.trades.deck.aside import stands_aside
from rowstake.core.trades.deck.built import SAME_MM, along_of
from rowstake.core.trades.deck.carried import FootingAt
from rowstake.core.trades.deck.dug import dig
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.squaring import rectangle
from rowstake.core.trades.deck.views.strings import deck_strings
from rowstake.core.views.site import FrameTold, HoleTold, RowsTold, SiteTold, SizeAsked, SupportTold, filled


def deck_site(plan: DeckPlan, built: AsBuilt) -> SiteTold:
    """Of the deck as it stands."""
    if plan.brief.deck.there:
        return SiteTold(sizes=tuple(_sizes(plan)))
    record: Record = built.record
    footings = plan.laid.footings
    tops = {q.label: q.solid.box[1][2] for q in plan.parts if q.kind == "post" and q.solid}
    supports = tuple(
        replace(_support(plan, f, record), level_mm=tops[f.post.label] - f.post.height_mm)
        if f.post.label in tops
        else _support(plan, f, record)
        for f in footings
    )
    measured = record.of("square") or any(e.part.startswith("deck.levels.") for e in record.of("size"))
    fitted = {q.label: "the frame" for q in plan.parts if q.unit == "piece" and q.sort.fitted}
    cut = {f.post.label: s.cut_mm for f, s in zip(footings, supports, strict=True) if s.entry and s.cut_mm}
    reads = {read.entry.part: read for read in built.reads}
    holes = tuple(_hole(plan, f, n, record, reads.get(f"footing/{f.label}")) for n, f in enumerate(footings))
    return SiteTold(
        holes, frames=tuple(_frames(plan)), strings=tuple(deck_strings(plan)), rows=_rows(plan), supports=supports,
        sizes=tuple(_sizes(plan)), pending={} if measured else fitted, lengths=cut,
    )  # fmt: skip


def _hole(plan: DeckPlan, f: FootingAt, n: int, record: Record, read: Read | None) -> HoleTold:
    p, bag = plan.brief.printer, plan.brief.bag
    reads = record.of("post", f"footing/{f.label}")
    values, off, asks = read_together(reads), [], False
    may, mark = plan.brief.job.tolerances, along_of(plan.laid.main, f)
    if read and abs(read.at_mm - read.drawn_mm) > SAME_MM:
        moved = read.at_mm - read.drawn_mm
        off.append(f"{p.length(abs(moved))} {'further' if moved > 0 else 'nearer'} than drawn")
        asks |= abs(moved) > may.post_mm
    if values.depth_mm is not None:
        short = dig(plan.brief, f.load_kn).depth_mm - values.depth_mm
        asks |= short > may.depth_mm
        off.append(
            f"{p.length(values.depth_mm)} deep"
            + (f", {p.length(short)} less than asked" if short > may.depth_mm else "")
        )
    sides = ("to the right", "to the left") if plan.brief.turned else ("away from the house", "towards the house")
    if values.aside_mm and f.post.beam:
        words, out_of = _aside(plan, f, values.aside_mm)
        off.append(f"{p.fine(abs(values.aside_mm))} off its beam's line, {sides[values.aside_mm < 0]}{words}")
        asks |= out_of
    if values.met:
        off.append(f"met: {values.met}")
    along, out = plan.laid.main.told_at(f.post.on_site)
    if plan.brief.turned:
        along, out = out, along
    return HoleTold(
        f"footing/{f.label}", f.label, n, read.drawn_mm if read else mark, mark, p.length(along), p.length(out), f.dug.words(p),
        p.length(f.dug.depth_mm), p.length(f.dug.across_mm), filled(f.dug.layers, bag, p), "",
        f"{plan.brief.post.name}, {p.length(f.post.height_mm)}" if f.post.height_mm > 0 else "",
        tuple(e.id for e in reads), tuple(off), asks, values.model_dump(exclude_none=True, exclude_defaults=True),
        f.post.beam.label if f.post.beam else "", sides,
    )  # fmt: skip


def _aside(plan: DeckPlan, f: FootingAt, off_mm: float) -> tuple[str, bool]:
    """(what it means that a footing stands off its beam's line, in words; whether that is too much)."""
    p, told = plan.brief.printer, stands_aside(plan.brief, f, off_mm)
    if told is None:
        return "", abs(off_mm) > plan.brief.job.tolerances.post_mm
    edge = f"{p.length(told.edge_mm)} from the edge" if told.edge_mm > 0 else f"{p.length(-told.edge_mm)} past the edge"
    pressed = (
        "" if told.used is None else f"; the ground at its edge is pressed by {told.used * 100:.0f} % of what it bears"
    )
    lifts = ", and nothing presses the other edge" if told.lifts else ""
    return f": the post stands {edge} of what it stands on{pressed}{lifts}", not told.holds


def _frames(plan: DeckPlan) -> list[FrameTold]:
    p, out = plan.brief.printer, []
    for level in plan.laid.levels:
        if square := rectangle(level.grid):
            note = "" if square.whole else "the rectangle that is there, from corner to corner"
            name = "Frame" if level is plan.laid.main else f"Frame of {level.place.name}"
            out.append(
                FrameTold(
                    level.brief.level.id,
                    name,
                    square.long_mm,
                    square.wide_mm,
                    p.length(square.diagonal_mm),
                    note,
                    plan.brief.job.tolerances.square_mm,
                )
            )
    return out


def _support(plan: DeckPlan, f: FootingAt, record: Record) -> SupportTold:
    """`cut = drawn − off`: what stands on a footing that is high is cut shorter; where there is no post, it is planed, or packed."""
    p, may = plan.brief.printer, plan.brief.job.tolerances.height_mm
    id, tall = f"footing/{f.label}", f.post.height_mm if f.post.height_mm > CATALOGUE.deck.least_post_mm else None
    read = record.last("height", id)
    drawn = f"post {p.length(tall)}" if tall else f"carries {f.post.under}"
    if read is None:
        return SupportTold(id, f.label, drawn, tall, tall)
    off = read.values.off_mm
    if tall and cut_by(tall, off) < CATALOGUE.deck.least_post_mm:
        return SupportTold(
            id, f.label, drawn, tall, None, off, read.id, "no room is left for a post: take the footing down", True
        )
    if tall:
        do = f"cut the post {p.length(cut_by(tall, off))}"
    elif abs(off) <= may:
        do = "leave it"
    else:
        do = f"plane {p.fine(off)} off" if off > 0 else f"pack it up {p.fine(-off)}"
    return SupportTold(
        id, f.label, drawn, tall, None if tall is None else cut_by(tall, off), off, read.id, do, abs(off) > may
    )


def _rows(plan: DeckPlan) -> tuple[RowsTold, ...]:
    product, boards = plan.brief.product, plan.brief.deck.boards
    return (
        RowsTold(
            "boards", "Boards", plan.brief.field.width_mm, boards.gap_mm, product.gap_least_mm, product.gap_most_mm
        ),
    )


def _sizes(plan: DeckPlan) -> list[SizeAsked]:
    p, deck = plan.brief.printer, plan.brief.deck
    first = deck.levels[0]
    out = [
        SizeAsked("deck.house.sill_mm", "Door sill over the ground", p.length(deck.house.sill_mm)),
        SizeAsked("deck.levels.0.shape.width_mm", "Width along the house", p.length(first.shape.width_mm)),
        SizeAsked("deck.levels.0.shape.out_mm", "Out from the house", p.length(first.shape.out_mm)),
        SizeAsked("deck.levels.0.height_mm", "Finished height over the ground", p.length(first.height_mm)),
        SizeAsked(
            "deck.ground.fall_out_mm",
            "How much lower the ground lies at the far edge",
            p.length(deck.ground.fall_out_mm),
        ),
        SizeAsked(
            "deck.ground.fall_along_mm",
            "How much lower the ground lies at the right end",
            p.length(deck.ground.fall_along_mm),
        ),
    ]
    if not deck.there:
        out.append(SizeAsked("deck.joists.measured_mm", "Depth of the joists", p.fine(plan.laid.main.joist_mm)))
        out.append(SizeAsked("deck.boards.measured_mm", "Width of the boards", p.fine(plan.brief.field.width_mm)))
    return out
