"""Workings of the line: posts, their spacing, its length."""

from __future__ import annotations

from collections import Counter

from rowstake.core.measure import Printer
from rowstake.core.parts import Notebook
from rowstake.core.trades.fence.components.base import TRADE
from rowstake.core.trades.fence.laying import FenceLaying
from rowstake.core.trades.fence.layout import Layout, pitch_mm
from rowstake.core.trades.fence.resolve import face_mm


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


def explain(laying: FenceLaying, book: Notebook) -> None:
    brief, layout = laying.brief, laying.layout
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
