"""The strings that a deck is set out by: along the sides of its frame, and over the middles of every row of posts."""

from __future__ import annotations

from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import Point
from rowstake.core.trades.deck.squaring import rectangle
from rowstake.core.views.setting_out import StringTold, string


def deck_strings(plan: DeckPlan) -> list[StringTold]:
    """None where the deck is there already."""
    return [] if plan.brief.deck.there else [*_sides(plan), *_rows(plan)]


def _drawn(level: DeckLevel, told: Point) -> Point:
    """A place as it is told, on the plan as it is drawn, with the house at the top."""
    return told[0] + level.datum_mm, -told[1]


def _sides(plan: DeckPlan) -> list[StringTold]:
    """Of the rectangle that the main frame is squared by; along the house the wall itself is the line."""
    main, p = plan.laid.main, plan.brief.printer
    square = rectangle(main.grid)
    if square is None:
        return []
    (x0, y0), (x1, y1) = (main.told_at(main.grid.on_plan(q)) for q in ((square.s0, square.t0), (square.s1, square.t1)))
    note = "outer face of the rim" if square.whole else "edge of the rectangle that is there"

    def drawn(a: Point, b: Point) -> tuple[Point, Point]:
        return _drawn(main, a), _drawn(main, b)

    out = [
        string(
            "Far side", f"{note}, {p.length(y1)} out from the wall", (x0, x1), (x0, x1), p, drawn((x0, y1), (x1, y1))
        )
    ]
    if not plan.brief.attached:
        out.append(
            string(
                "House side",
                f"{note}, {p.length(y0)} out from the wall",
                (x0, x1),
                (x0, x1),
                p,
                drawn((x0, y0), (x1, y0)),
            )
        )
    for name, x in (("Left side", x0), ("Right side", x1)):
        where = f"{note}, {p.length(x)} from the left end"
        out.append(string(name, where, (y0, y1), (y0, y1), p, drawn((x, y0), (x, y1)), plan.brief.attached))
    return out


def _rows(plan: DeckPlan) -> list[StringTold]:
    main, p, out = plan.laid.main, plan.brief.printer, []
    for level in plan.laid.levels:
        for beam in level.supports.beams:
            told: list[Point] = [main.told_at(q.on_site) for q in level.posts if q.beam is beam]
            if len(told) < 2:
                continue
            along = 1 if level.grid.turned else 0
            across, marks = told[0][1 - along], [q[along] for q in told]
            off = "from the left end" if along else "out from the wall"
            where = f"middles of the posts under {beam.label}, {p.length(across)} {off}"
            first, last = ((across, m) if along else (m, across) for m in (min(marks), max(marks)))
            line = _drawn(main, first), _drawn(main, last)
            out.append(string(beam.label, where, (min(marks), max(marks)), sorted(marks), p, line))
    return out
