"""The headline figures of a plan: the string carries them, previews compare them."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.planned import Planned
from rowstake.core.schedule.days import told


@dataclass(frozen=True, slots=True)
class Figure:
    """`working` opens how it came about; `number` is what two plans are compared by."""

    key: str
    name: str
    text: str
    number: float
    working: str


def figures(planned: Planned) -> list[Figure]:
    p, lists, layout = planned.brief.printer, planned.lists, planned.layout
    out = [
        Figure("length", "line", p.run(sum(g.length_mm for g in layout.legs)),
               sum(g.length_mm for g in layout.legs), "length"),
        Figure("posts", "posts", str(len(layout.posts)), len(layout.posts), "posts"),
    ]  # fmt: skip
    bay = planned.usual_bay
    if bay:
        out.append(Figure("spacing", "usual centres", p.length(bay.centres_mm), round(bay.centres_mm, 2), "spacing"))
    usual = planned.digger.usual
    depth = usual.hole.hole_depth_mm
    out.append(
        Figure("hole", "hole depth", p.length(depth) if usual.dug else "no holes", round(depth, 1), f"{usual.key}hole")
    )
    if planned.digger.holes != len(layout.posts):
        out.append(Figure("holes", "holes to dig", str(planned.digger.holes), planned.digger.holes, "bags"))
    out.append(Figure("bags", "bags of concrete", str(lists.bags), lists.bags, "bags"))
    boards = planned.count("board", "gate board")
    out.append(Figure("boards", "boards", str(boards), boards, "boards"))
    narrow = planned.narrowest_mm
    if narrow is not None:
        out.append(Figure("last", "narrowest end piece", p.fine(narrow), round(narrow, 1), "last"))
    out.append(Figure("timber", "timber to buy", lists.timber_words(p), round(lists.timber_mm / 1000, 2), "timber"))
    out.append(Figure("waste", "timber wasted", f"{lists.waste * 100:.0f} %", round(lists.waste * 100, 1), "waste"))
    dry, soaked = planned.bay_weight_kg(soaked=False), planned.bay_weight_kg()
    text = f"{p.weight(dry)}, soaked {p.weight(soaked)}"
    out.append(Figure("weight", "heaviest bay, dry", text, round(soaked, 1), "weight"))
    if not planned.levels.flat:
        tallest = max(planned.digger.cut(post).length_mm for post in layout.posts)
        gap = max(planned.levels.feet[b.label].gap_most_mm for b in layout.bays) if layout.bays else 0.0
        out.append(Figure("tallest", "longest post", p.length(tallest), round(tallest, 1), "post"))
        out.append(Figure("gap_under", "most gap under", p.length(gap), round(gap, 1), "slope"))
    holds = planned.holds_to_mps
    if holds is not None:
        out.append(Figure("gust", "gust it stands", p.speed(holds), round(holds, 1), "gust"))
    made = planned.days
    out.append(Figure("days", "on site", told(made.total), made.total, "days"))
    return out
