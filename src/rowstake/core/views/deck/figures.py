"""The headline figures of a deck."""

from __future__ import annotations

import math

from rowstake.core.planned_deck import DeckPlanned
from rowstake.core.schedule.days import told
from rowstake.core.views.figures import Figure


def deck_figures(planned: DeckPlanned) -> list[Figure]:
    p, brief, lists = planned.brief.printer, planned.brief, planned.lists
    reach, feet = planned.supports.joist_reach, planned.built.footings
    boards = len(planned.laying.boards)
    timber = sum(sum(plan.boards.values()) for plan in lists.plans.values())
    beams = planned.supports.beams
    worst = max((b.reach.used for b in beams), default=0.0)
    out = [
        Figure("area", "area", p.area(planned.area_m2), round(planned.area_m2, 3), "area"),
        Figure("height", "finished height", p.length(brief.deck.levels.height_mm), brief.deck.levels.height_mm, "stack"),
        Figure("joists", "joists", f"{len(planned.grid.joists)} of {planned.supports.joist.name}", len(planned.grid.joists), "joists"),
        Figure("joist_span", "joist span", f"{p.length(reach.span_mm)}, {reach.used * 100:.0f} % of allowed", round(reach.span_mm, 1), "joist_span"),
        Figure("beams", "beams", f"{len(beams)}, posts at {worst * 100:.0f} % of allowed", round(worst, 4), "beams"),
        Figure("footings", "footings", str(len(feet)), len(feet), "footings"),
        Figure("bags", "bags of concrete", str(lists.bags), lists.bags, "bags"),
        Figure("post", "shortest post", p.length(planned.lowest_mm), round(planned.lowest_mm, 1), "stack"),
        Figure("boards", "boards", str(boards), boards, "boards"),
        Figure("last", "narrowest row", p.fine(planned.last_mm), round(planned.last_mm, 1), "last"),
        Figure("butts", "butt joints", str(len(planned.laying.butts)), len(planned.laying.butts), "boards"),
        Figure("timber", "lengths of timber", str(timber), timber, "timber"),
        Figure("waste", "timber wasted", f"{lists.waste * 100:.0f} %", round(lists.waste * 100, 1), "waste"),
        Figure("days", "on site", told(planned.days.total), planned.days.total, "days"),
    ]  # fmt: skip
    low, near, high, far = planned.grid.poly.bounds
    out.insert(
        4,
        Figure(
            "square",
            "diagonals of the frame",
            p.length(math.hypot(high - low, far - near)),
            round(math.hypot(high - low, far - near), 1),
            "square",
        ),
    )
    if planned.built.ledger:
        holes = len(planned.built.ledger.holes)
        out.insert(6, Figure("ledger", "ledger fixings", str(holes), holes, "ledger"))
    return out
