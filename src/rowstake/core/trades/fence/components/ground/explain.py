"""Workings of the way over the ground."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Notebook
from rowstake.core.trades.fence.components.base import TRADE
from rowstake.core.trades.fence.laying import FenceLaying


def explain(laying: FenceLaying, book: Notebook) -> None:
    """How the fence goes over the ground; nothing on level ground."""
    brief, levels = laying.brief, laying.levels
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
