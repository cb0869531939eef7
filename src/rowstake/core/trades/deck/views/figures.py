"""The headline figures of a deck."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.schedule.days import told
from rowstake.core.trades.deck import alone
from rowstake.core.trades.deck.components.guard.bays import bays_of
from rowstake.core.trades.deck.components.guard.fill import FILLS
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.squaring import rectangle
from rowstake.core.views.base import Figure

FILLED = {"faced": "balusters", "glass": "panes"}
"""What a filling is of, where its name does not say."""


def deck_figures(planned: DeckPlan) -> list[Figure]:
    p, brief, lists = planned.brief.printer, planned.brief, planned.lists
    reach, feet = planned.laid.main.supports.joist_reach, planned.laid.footings
    levels = planned.laid.levels
    boards = sum(len(level.laying.boards) for level in levels)
    area, joists = sum(level.area_m2 for level in levels), sum(len(level.grid.joists) for level in levels)
    butts = sum(len(level.laying.butts) for level in levels)
    last = min(level.last_mm for level in levels)
    shortest = min((q for level in levels for q in level.posts), key=lambda q: q.height_mm, default=None)
    beams = [beam for level in levels for beam in level.supports.beams]
    worst = max((b.reach.used for b in beams), default=0.0)
    out = [
        Figure("area", "area", p.area(area), round(area, 3), "area"),
        Figure("height", "finished height", p.length(brief.height_mm), brief.height_mm, "stack"),
        Figure("joists", "joists", f"{joists} of {planned.laid.main.supports.joist.name}", joists, "joists"),
        Figure("joist_span", "joist span", f"{p.length(reach.span_mm)}, {reach.used * 100:.0f} % of allowed", round(reach.span_mm, 1), "joist_span"),
        Figure("beams", "beams", f"{len(beams)}, posts at {worst * 100:.0f} % of allowed", round(worst, 4), "beams"),
        Figure("footings", "footings", str(len(feet)), len(feet), "footings"),
        Figure("bags", "bags of concrete", str(lists.bags), lists.bags, "bags"),
        Figure("post", "shortest post", shortest.long(p) if shortest else p.length(0), round(shortest.height_mm, 1) if shortest else 0.0, "stack"),
        Figure("boards", "boards", str(boards), boards, "boards"),
        Figure("last", "narrowest row", p.fine(last), round(last, 1), "last"),
        Figure("butts", "butt joints", str(butts), butts, "boards"),
        Figure("timber", "timber to buy", lists.timber_words(p), round(lists.timber_mm / 1000, 2), "timber"),
        Figure("waste", "timber wasted", f"{lists.waste * 100:.0f} %", round(lists.waste * 100, 1), "waste"),
        Figure("load", "to carry", p.weight(lists.kg), round(lists.kg, 1), "load"),
        Figure("days", "on site", told(planned.days.total), planned.days.total, "days"),
    ]  # fmt: skip
    if (by := rectangle(planned.laid.main.grid)) is not None:
        named = "diagonals of the frame" if by.whole else "diagonals of its largest part"
        out.insert(4, Figure("square", named, p.length(by.diagonal_mm), round(by.diagonal_mm, 1), "square"))
    if planned.laid.main.ledger:
        holes = len(planned.laid.main.ledger.holes)
        out.insert(6, Figure("ledger", "ledger fixings", str(holes), holes, "ledger"))
    if brief.deck.there:
        risers = next((key for key in planned.workings if key.startswith("risers_")), "timber")
        out = [
            replace(figure, working=risers) if figure.key == "height" else figure
            for figure in out
            if figure.key in alone.FIGURES
        ]
    return out + _of_steps(planned) + _of_guard(planned)


def _of_steps(planned: DeckPlan) -> list[Figure]:
    p, out = planned.brief.printer, list[Figure]()
    for level in planned.laid.levels:
        for flight in flights(level.brief):
            way, name = flight.way, flight.steps.id
            sizes: tuple[tuple[str, float], ...] = (
                ("riser", way.riser_mm),
                ("going", way.going_mm),
                ("step", way.step_mm),
                ("run", way.run_mm),
            )
            words = {
                "riser": f"riser of {name}",
                "going": f"going of {name}",
                "step": f"twice the riser and the going of {name}",
                "run": f"{name} runs out",
                "foot": f"free at the foot of {name}",
            }
            if flight.left_mm is not None:
                sizes = (*sizes, ("foot", flight.left_mm))
            source = {"riser": f"risers_{name}"}
            out += [
                Figure(f"{key}:{name}", words[key], p.length(mm), round(mm, 1), source.get(key, f"going_{name}"))
                for key, mm in sizes
            ]
    return out


def _of_guard(planned: DeckPlan) -> list[Figure]:
    p, brief = planned.brief.printer, planned.brief
    bays = [bay for level in planned.laid.levels for bay in bays_of(level)]
    if not bays:
        return []
    posts = sum(q.kind == "guard post" for q in planned.parts)
    gap = max(bay.gaps.gap_mm for bay in bays)
    filled, glazed = sum(q.kind in FILLS for q in planned.parts), bays[0].glazed
    return [
        Figure("guard_posts", "guard posts", str(posts), posts, "guard"),
        *([] if glazed else [Figure("guard_gap", "gap in the guard", p.fine(gap), round(gap, 1), "guard_gap")]),
        Figure(
            "guard_filled",
            f"{FILLED.get(brief.deck.guard.infill, brief.deck.guard.infill)} in the guard",
            str(filled),
            filled,
            "guard" if glazed else "guard_gap",
        ),
    ]
