"""The headline figures of a plan: the string carries them, previews compare them."""

from __future__ import annotations

from rowstake.core.schedule.days import told
from rowstake.core.trades.fence.laid import FencePlan, bay_weights_kg
from rowstake.core.views.base import Figure


def figures(planned: FencePlan) -> list[Figure]:
    p, lists, layout = planned.brief.printer, planned.lists, planned.laid.layout
    out = [
        Figure("length", "line", p.run(sum(g.length_mm for g in layout.legs)),
               sum(g.length_mm for g in layout.legs), "length"),
        Figure("posts", "posts", str(len(layout.posts)), len(layout.posts), "posts"),
    ]  # fmt: skip
    bay = planned.laid.usual_bay
    if bay:
        out.append(Figure("spacing", "usual centres", p.length(bay.centres_mm), round(bay.centres_mm, 2), "spacing"))
    usual = planned.laid.digger.usual
    depth = usual.hole.hole_depth_mm
    out.append(
        Figure("hole", "hole depth", p.length(depth) if usual.dug else "no holes", round(depth, 1), f"{usual.key}hole")
    )
    if planned.laid.digger.holes != len(layout.posts):
        out.append(Figure("holes", "holes to dig", str(planned.laid.digger.holes), planned.laid.digger.holes, "bags"))
    out.append(Figure("bags", "bags of concrete", str(lists.bags), lists.bags, "bags"))
    boards = planned.count("board", "gate board")
    out.append(Figure("boards", "boards", str(boards), boards, "boards"))
    narrow = planned.laid.narrowest_mm
    if narrow is not None:
        out.append(Figure("last", "narrowest end piece", p.fine(narrow), round(narrow, 1), "last"))
    out.append(Figure("timber", "timber to buy", lists.timber_words(p), round(lists.timber_mm / 1000, 2), "timber"))
    out.append(Figure("waste", "timber wasted", f"{lists.waste * 100:.0f} %", round(lists.waste * 100, 1), "waste"))
    out.append(Figure("load", "to carry", p.weight(lists.kg), round(lists.kg, 1), "load"))
    dry, soaked = bay_weights_kg(planned)
    text = f"{p.weight(dry)}, soaked {p.weight(soaked)}"
    out.append(Figure("weight", "heaviest bay, dry", text, round(soaked, 1), "weight"))
    if not planned.laid.levels.flat:
        tallest = max(planned.laid.digger.cut(post).length_mm for post in layout.posts)
        gap = max(planned.laid.levels.feet[b.label].gap_most_mm for b in layout.bays) if layout.bays else 0.0
        out.append(Figure("tallest", "longest post", p.length(tallest), round(tallest, 1), "post"))
        out.append(Figure("gap_under", "most gap under", p.length(gap), round(gap, 1), "slope"))
    holds = planned.laid.holds_to_mps
    if holds is not None:
        out.append(Figure("gust", "gust it stands", p.speed(holds), round(holds, 1), "gust"))
    made = planned.days
    out.append(Figure("days", "on site", told(made.total), made.total, "days"))
    return out
