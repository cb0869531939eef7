"""Workings of the line and the boards."""

from __future__ import annotations

import math
from collections import Counter

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.measure import Printer
from rowstake.core.parts import Notebook
from rowstake.core.trades.fence.holes import BayGust
from rowstake.core.trades.fence.layout import Layout, pitch_mm
from rowstake.core.trades.fence.levels import Levels
from rowstake.core.trades.fence.rails import row_offsets_mm
from rowstake.core.trades.fence.resolve import Brief, face_mm
from rowstake.core.trades.fence.skin import Course, board_screw, style_of

PARTS = {
    "post": "the post bends too far",
    "earth": "the earth round the post gives",
    "base": "what the post is bolted to gives",
}
TRADE = "maker-neutral trade practice"


def _run_sum(p: Printer, layout: Layout, limit: int = 4) -> str:
    """`12.000 m ÷ 5 = 2400 mm` for each run, the first few."""
    rows = []
    for run in layout.runs[:limit]:
        length = run.stations[-1] - run.stations[0]
        gaps = Counter(round(b - a, 3) for a, b in zip(run.stations, run.stations[1:], strict=False))
        sizes = " + ".join(f"{n} × {p.length(size)}" for size, n in gaps.items())
        rows.append(f"{run.label} on leg {run.leg + 1}: {p.run(length)} = {sizes}")
    more = f"; and {len(layout.runs) - limit} more runs" if len(layout.runs) > limit else ""
    return "; ".join(rows) + more


def explain_line(brief: Brief, layout: Layout, book: Notebook) -> None:
    p, bays = brief.printer, brief.fence.bays
    kinds = Counter("gate" if post.gate else post.kind for post in layout.posts)
    book.note(
        "posts", "Posts", str(len(layout.posts)),
        rule="Ends, corners, gates and obstacles cut the line into runs; each run is divided into bays. A corner post is "
        "shared by its two legs.",
        formula=" + ".join(f"{n} {kind}" for kind, n in kinds.items()) + f" = {len(layout.posts)}",
        source=TRADE,
        changes="Leg lengths, largest centres or module, gates, obstacles.",
    )  # fmt: skip
    told = "clear between faces" if bays.told == "clear" else "centre to centre"
    asked = bays.max_mm if bays.way == "equal" else bays.module_mm
    note = f" + one post face {p.length(face_mm(brief.post))} = {p.length(pitch_mm(brief))} centres" * (
        bays.told == "clear"
    )
    rule = (
        "Equal bays: the fewest whose centres do not pass the largest allowed, n = length ÷ largest, rounded up; "
        "spacing = length ÷ n. "
        if bays.way == "equal"
        else "Module bays: as many whole modules as fit, and what is left in one bay. "
    )
    book.note(
        "spacing", "Post spacing", p.length(max((b.centres_mm for b in layout.bays), default=0.0)),
        rule=rule + "Clear = centres − post face; left edge to left edge = centres. Every mark is measured from the leg's start.",
        formula=f"asked {p.length(asked)} {told}{note}. {_run_sum(p, layout)}",
        source=TRADE,
        changes="Leg lengths, gates, the largest centres or module, how spacing is measured.",
    )  # fmt: skip
    book.note(
        "length", "Length of the line", p.run(sum(leg.length_mm for leg in layout.legs)),
        rule="The legs added up, each measured post centre to post centre.",
        formula=" + ".join(p.run(leg.length_mm) for leg in layout.legs[:12]) + (" + …" if len(layout.legs) > 12 else ""),
        source="your entry",
        changes="The length of any leg.",
    )  # fmt: skip


def explain_skin(
    brief: Brief, laid: list[Course], pieces: int, on_gates: int, gusts: list[BayGust], solidity: float, book: Notebook
) -> None:
    p, width = brief.printer, brief.board.width_mm
    boards, lying = pieces + on_gates, brief.along
    rows = [
        f"{c.label}: {p.run(c.stretch.length_mm)} takes {len(c.laid.boards)} {'courses' if lying else 'boards'} of {p.length(width)}, "
        + (f"lap {p.fine(c.laid.lap_mm)}" if brief.style.joint == "lap" else f"gap {p.fine(c.laid.gap_mm)}")
        + f", narrowest end piece {p.fine(c.last_mm)}"
        for c in laid[:5]
    ]
    book.note(
        "boards", "Boards", str(boards),
        rule=brief.style.rule + " On face-fixed rails the boards run past the posts; on rails between posts they "
        "are fitted bay by bay. At a corner the leg before runs through and the leg after butts against it.",
        formula="; ".join(rows) + (f"; and {len(laid) - 5} more" if len(laid) > 5 else "")
        + (f"; in lengths from post to post {pieces} pieces" if lying else "")
        + (f"; on both faces {pieces}" if brief.faces > 1 else "")
        + (f"; and {on_gates} on gates" if on_gates else ""),
        source=brief.style.source,
        changes="Style, board, fit, gap or lap, leg lengths, gates.",
    )  # fmt: skip
    narrow = min(laid, key=lambda c: c.last_mm, default=None)
    if narrow:
        book.note(
            "last", "Narrowest end piece", p.fine(narrow.last_mm),
            rule="The last board of a stretch is what is left over. Under half a board it looks mean and splits at its fixings.",
            formula=f"{narrow.label}: {p.run(narrow.stretch.length_mm)} − {len(narrow.laid.boards) - 1} boards and their "
            f"joints leaves {p.fine(narrow.last_mm)} of {p.length(width)}",
            source=brief.style.source,
            changes="Fit, gap or lap, the length of the stretch.",
        )  # fmt: skip
    _explain_rails(brief, book)
    if gusts:
        _explain_gust(brief, gusts[0], solidity, book)


def _explain_rails(brief: Brief, book: Notebook) -> None:
    """Their rows, and what holds the boards on them."""
    p, facts = brief.printer, CATALOGUE.materials
    heights = ", ".join(p.length(h) for h in row_offsets_mm(brief, brief.fence.skin.height_mm)) if brief.rows else ""
    book.note(
        "rails", "Rows of rails", str(brief.rows),
        rule=f"Two rows up to {p.length(facts.rails.two_up_to_mm)}, three up to {p.length(facts.rails.three_up_to_mm)}, "
        f"four above. The top and bottom rails lie {p.length(facts.rails.from_board_end_mm)} from the board ends, the rest equal. "
        "Face-fixed rails run two bays with their joints on post centres, staggered from row to row.",
        formula=f"boards of {p.length(brief.fence.skin.height_mm)} → {brief.rows} rows, middles at {heights} above the foot of the boards"
        if brief.rows
        else "these boards lie from post to post and need no rails",
        source=facts.rails.source,
        changes="Height, or the number of rows you choose.",
    )  # fmt: skip
    screw, length, grip = board_screw(brief)
    book.note(
        "screws", "Board fixing", screw.words,
        rule=f"At least {facts.fixings.board_times:g} × the board and {p.fine(facts.fixings.grip_mm)} into the rail; where that "
        "would come out behind the rail, the longest that does not.",
        formula=f"board {p.fine(brief.board.thickness_mm)}, rail {p.fine(brief.rail.thickness_mm)} → {p.fine(length)}, {p.fine(grip)} in the "
        f"rail; {brief.style.per_crossing} at each crossing",
        source=facts.fixings.source,
        changes="Board, rail, style.",
    )  # fmt: skip


def _explain_gust(brief: Brief, weak: BayGust, solidity: float, book: Notebook) -> None:
    p = brief.printer
    s, site = weak.stands, brief.job.site
    shared = ", each of two posts taking half" * (brief.fence.posts.doubled == "all")
    part = PARTS[weak.holds.gives]
    book.note(
        "gust", "Gust it stands", p.speed(weak.holds.holds_to_mps),
        rule="q = 0.613·Kz·0.85·V²; p = 0.6·q·0.85·1.3·(1 − (1 − solidity)^1.5); F = p·height·bay at 0.55 of the height. "
        "The post holds S·Fb′; the earth holds 4d²/(4d + 4.36h)·S1·b/2.34. The gust is V·√(capacity ÷ demand) of the "
        "weaker. A screening estimate, not a design.",
        formula=f"weakest: {weak.where[0]}{f' and {len(weak.where) - 1} alike' if len(weak.where) > 1 else ''}, "
        f"{p.length(weak.centres_mm)} wide, {p.length(weak.height_mm)} high, solidity {solidity:.2f}; at the site's "
        f"{p.speed(site.gust_mps)}, exposure {site.exposure}: {s.pressure_pa:.0f} Pa, {s.force_n:.0f} N, {s.moment_nm:.0f} N·m "
        f"against {s.post_capacity_nm:.0f} N·m in the post{shared}. At {p.speed(weak.holds.holds_to_mps)} {part}.",
        source="published wind pressure and pole embedment formulas; design values of the timber",
        changes="Closer or larger posts, deeper or wider holes, more open boards, the site's soil and exposure.",
    )  # fmt: skip


def see_through_deg(brief: Brief, lap_mm: float) -> float:
    """How far off square one has to stand to look past a lap through the depth of the rail between the faces."""
    return math.degrees(math.atan2(lap_mm, brief.rail.thickness_mm))


def explain_jig(brief: Brief, laid: list[Course], book: Notebook) -> None:
    """The spacer or jig of the first stretch, and from where one sees through boards on both faces."""
    p = brief.printer
    first = next((c for c in laid if c.laid.boards), None)
    tool = style_of(brief).jig(brief.board.width_mm, first.laid) if first else None
    if tool and first:
        others = {round(c.laid.gap_mm - c.laid.lap_mm, 1) for c in laid}
        book.note(
            "jig", tool[0][0].upper() + tool[0][1:], p.fine(tool[1]),
            rule="Cut one from scrap and use it for every board of the stretch; check with the tape every five boards, from the datum.",
            formula=f"{first.label}: {p.fine(tool[1])}" + (f"; {len(others)} stretches differ: see each" if len(others) > 1 else ""),
            source=TRADE,
            changes="The gap or lap, the fit, the board.",
        )  # fmt: skip
    if brief.style.faces == 2 and first:
        angle = see_through_deg(brief, first.laid.lap_mm)
        book.note(
            "see_through", "Seen through from", f"{angle:.0f}° off square",
            rule="Between a board on one face and the next on the other lies the rail. Standing square on, the lap closes the view; "
            "past this angle one looks through the slot.",
            formula=f"atan(lap {p.fine(first.laid.lap_mm)} ÷ rail {p.length(brief.rail.thickness_mm)}) = {angle:.0f}°",
            source=TRADE,
            changes="A larger lap, or thinner rails.",
        )  # fmt: skip


def explain_ground(brief: Brief, levels: Levels, book: Notebook) -> None:
    """How the fence goes over the ground; nothing on level ground."""
    if levels.flat:
        return
    p, way = brief.printer, brief.fence.slope.way
    rules = {
        "stepped": "Each bay is level, the ground gap above the highest ground in it. The step at a post is the difference of "
        "its two bays; the post is as tall as the higher one needs.",
        "raked": "The boards' foot runs straight from post to post, the ground gap above the ground at each, and is lifted where "
        "the ground humps between them. Rail length = √(bay² + fall²); boards stay upright.",
        "contour": f"Bays that fall less than {CATALOGUE.materials.slopes.nearly_flat * 100:g} % are level, the others raked.",
        "level": "All tops lie in one level line hung from the datum; each bay's foot is level, the ground gap above the highest "
        "ground in it, so boards grow longer as the ground falls.",
    }
    bays = [(k, f) for k, f in levels.feet.items() if not k.startswith("gate")]
    worst = max(bays, key=lambda b: b[1].gap_most_mm)
    steepest = max(bays, key=lambda b: abs(b[1].slope))
    book.note(
        "slope", "Over the ground", way,
        rule=rules[way],
        formula=f"most gap under {worst[0]}: {p.length(worst[1].gap_most_mm)}, least {p.length(worst[1].gap_least_mm)}; "
        f"steepest {steepest[0]}: falls {p.length(steepest[1].fall_mm)}, {steepest[1].angle_deg:.1f}°; boards {p.length(min(f.height_mm for _, f in bays))} to "
        f"{p.length(max(f.height_mm for _, f in bays))} high",
        source=f"{TRADE}; levels are your readings",
        changes="Stepped, raked or contour; equal steps; shorter bays; the ground gap.",
    )  # fmt: skip
