"""Workings of a guard: its height, posts, gaps, and what holds a post against a push at the top."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Notebook
from rowstake.core.trades.deck.components.base import TRADE
from rowstake.core.trades.deck.components.guard.bays import GuardBay, bays_of
from rowstake.core.trades.deck.components.guard.cables import pulled
from rowstake.core.trades.deck.components.guard.gate import explain_gates
from rowstake.core.trades.deck.components.guard.line import lay_line, usual_most_mm
from rowstake.core.trades.deck.components.guard.mounts import post_of
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.year import Year

FACTS = CATALOGUE.steps


def explain(level: DeckLevel, _: Year, book: Notebook) -> None:
    line, brief, p = lay_line(level), level.brief, level.brief.printer
    bays = bays_of(level)
    if not bays:
        return
    widest = max(bays, key=lambda b: b.centres_mm)
    most = brief.deck.guard.most_mm or usual_most_mm(brief)
    book.note(
        "guard", "Guard", f"{len(line.posts)} posts, {p.length(brief.guard_high_mm)} high",
        rule=f"Along every edge more than {p.length(brief.guard_over_mm)} over the ground or what lies before it, or as chosen; stopped at the "
        f"house and at steps. Posts at corners and ends, equal bays between them of at most {p.length(most)}; one that a joist is in the way "
        "of stands beside it. A guard at a pool is another rule, stricter: ask for it.",
        formula=f"{len(bays)} bays, the widest {p.length(widest.centres_mm)} between middles of posts of {post_of(brief).name}",
        source="usual prescriptive limits: ask locally", changes="Edges, height, the widest bay, mount, steps.",
    )  # fmt: skip
    explain_gates(level, book)
    if widest.glazed:
        return _push(level, book)
    gaps = widest.gaps
    what = "balusters" if widest.upright else "cables" if widest.cabled else "boards"
    across = FACTS.cable_mm if widest.cabled else widest.filling.width_mm
    book.note(
        "guard_gap", "Gap in the guard", p.fine(gaps.gap_mm),
        rule=f"The fewest {what} whose equal gap stays under {p.fine(widest.most_gap_mm)}, a gap at both ends, so that both ends match.",
        formula=f"widest bay: {p.length(widest.clear_mm if widest.upright else widest.between_mm)} clear, {gaps.count} {what} of "
        f"{p.length(across)}, {gaps.count + 1} gaps of {p.fine(gaps.gap_mm)}: cut one spacer to that",
        source="usual prescriptive limits: ask locally", changes="The largest gap, what fills the bays, the post spacing.",
    )  # fmt: skip
    if widest.cabled:
        _pull(level, book, max(bays, key=lambda b: b.gaps.count))
    _push(level, book)


def _pull(level: DeckLevel, book: Notebook, bay: GuardBay) -> None:
    p, brief = level.brief.printer, level.brief
    made = pulled(bay)
    book.note(
        "guard_cables", "Pull of the cables on an end post", p.force(made.pull_kn),
        rule="All cables of a bay pull on its posts at once. Where cables go on behind a post the pulls are in balance; an end post bends "
        "between its rails, which prop it: M = n·T·L / 8, σ = M / W.",
        formula=f"{bay.gaps.count} cables × {p.force(FACTS.cable_kn)} = {p.force(made.pull_kn)}, over {p.length(bay.between_mm)}: "
        f"{made.mpa:.1f} MPa against {made.most_mpa:.1f} in a post of {post_of(brief).name}",
        source=TRADE, changes="The gap, the height, the posts, the timber.",
    )  # fmt: skip


def _push(level: DeckLevel, book: Notebook) -> None:
    """F = P · (h + e) / b about the lower bolt, with the push P at the top, h over the upper bolt's frame and b between the bolts."""
    brief, p = level.brief, level.brief.printer
    if brief.deck.guard.mount == "surface":
        return
    apart = level.joist_mm - 2 * FACTS.bolt_edge_mm
    lever = brief.guard_high_mm + brief.height_mm - level.frame_top_mm + level.joist_mm - FACTS.bolt_edge_mm
    pull = FACTS.push_kn * lever / max(apart, 1.0)
    book.note(
        "guard_push", "Pull on a guard post's upper bolt", p.force(pull),
        rule=f"A push of {p.force(FACTS.push_kn)} at the top turns a post about its lower bolt; the upper bolt pulls on the rim, and the "
        "hold-down hands that to a joist or a block. Without it the rim rolls.",
        formula=f"{p.force(FACTS.push_kn)} × {p.length(lever)} ÷ {p.length(apart)} between bolts = {p.force(pull)}",
        source=TRADE, changes="The height, the depth of the joists.",
    )  # fmt: skip
