"""Water led away under the boards: a membrane in troughs between the joists, a gutter along the far edge."""

from __future__ import annotations

from collections import Counter
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cutting.plan import Saw, Stock, cut_plan
from rowstake.core.fasteners import sold_mm
from rowstake.core.parts import Notebook, Part
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.components.base import TRADE, DeckComponent
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.sag import deepest_mm
from rowstake.core.trades.deck.shape import SQUARE, Edge, rings
from rowstake.core.year import Year

FACTS = CATALOGUE.deck


def strips(level: DeckLevel) -> list[tuple[float, float]]:
    """(width, length) of the membrane of every trough: from joist to joist with a lap over both and as deep as it hangs, from the wall or the first
    edge into the gutter. Joists hard beside each other have none."""
    out, joists, thick = [], sorted(level.grid.joists, key=lambda j: j.s), level.grid.thick_mm
    marks = sorted({round(j.s, 3) for j in joists})
    deep = deepest_mm(level.brief, level.grid)
    for left, right in pairwise(marks):
        apart = right - left
        if apart > thick + FACTS.packed_mm:
            here = [j for j in joists if abs(j.s - left) < 0.01 or abs(j.s - right) < 0.01]
            long = max(j.t1 for j in here) - min(j.t0 for j in here)
            hangs = 8 * deep**2 / (3 * apart)  # how much longer a shallow curve is than straight across
            out.append((apart + 2 * FACTS.drain_lap_mm + hangs, long + 2 * FACTS.drain_ends_mm))
    return out


def rolls(level: DeckLevel) -> dict[float, int]:
    """Rolls by their width: each strip from the narrowest that is wide enough, whole along its length; side by side where none is."""
    widths, long = sorted(FACTS.drain_widths_mm), sold_mm(level.brief.sold, FACTS.drain_roll_mm)
    wanted: dict[float, Counter[float]] = {}
    for wide, length in strips(level):
        fits = next((w for w in widths if w >= wide), widths[-1])
        beside = 1 if wide <= fits else up((wide - fits) / (fits - FACTS.drain_lap_mm)) + 1
        parts = up(length / long)
        wanted.setdefault(fits, Counter())[round(length / parts, 1)] += parts * beside
    return {
        wide: sum(pattern.count for pattern in cut_plan(pieces, [Stock(long, 1.0)], Saw(0.0)).patterns)
        for wide, pieces in sorted(wanted.items())
    }


def gutters(level: DeckLevel) -> list[list[Edge]]:
    """The edges that troughs run out at, away from where joists begin: each run of them that turns only at clipped corners is one gutter."""
    out: list[list[Edge]] = []
    for ring in rings(level.grid.edges)[:1]:
        start = next((i for i, e in enumerate(ring) if not _drips(e)), 0)
        last: Edge | None = None
        for edge in (*ring[start:], *ring[:start]):
            if _drips(edge):
                if last:
                    out[-1].append(edge)
                else:
                    out.append([edge])
            last = edge if _drips(edge) else None
    return out


def _drips(edge: Edge) -> bool:
    return edge.inward[1] < -SQUARE


def gutter_mm(level: DeckLevel) -> float:
    return sum(edge.length_mm for gutter in gutters(level) for edge in gutter)


def _lengths(gutters_mm: list[float], each_mm: float) -> int:
    """Whole lengths, and the ends of all gutters cut from as few as they fit."""
    whole = [int(x // each_mm) for x in gutters_mm]
    ends = Counter(round(x - n * each_mm, 1) for x, n in zip(gutters_mm, whole, strict=True) if x - n * each_mm > 1)
    return sum(whole) + sum(p.count for p in cut_plan(ends, [Stock(each_mm, 1.0)], Saw(0.0)).patterns)


def _lay(level: DeckLevel) -> list[Part]:
    if not level.brief.deck.drainage.on:
        return []
    sold, place = level.brief.sold, level.place
    long = [sum(edge.length_mm for edge in gutter) for gutter in gutters(level)]
    each = sold_mm(sold, FACTS.drain_gutter_mm)
    counted = [
        (f"drainage membrane {wide:g}", sold.good("drain_membrane", wide, FACTS.drain_roll_mm), n)
        for wide, n in rolls(level).items()
    ]
    counted.append(("gutter", sold.good("drain_gutter", FACTS.drain_gutter_mm), _lengths(long, each)))
    counted.append(("gutter corners", sold.good("drain_corner"), sum(len(gutter) - 1 for gutter in gutters(level))))
    counted.append(("gutter ends", sold.good("drain_end"), 2 * len(long)))
    counted.append(
        ("gutter outlets", sold.good("drain_outlet"), sum(up(x / FACTS.drain_outlet_every_mm) for x in long))
    )
    return [
        Part(place.label(name), "hardware", "frame", good, "frame", amount=n, unit="each")
        for name, good, n in counted
        if n
    ]


def _explain(level: DeckLevel, _: Year, book: Notebook) -> None:
    brief = level.brief
    if not brief.deck.drainage.on:
        return
    p, deep = brief.printer, deepest_mm(brief, level.grid)
    long = max((j.t1 for j in level.grid.joists), default=0.0) - min((j.t0 for j in level.grid.joists), default=0.0)
    book.note(
        "drainage", "Drainage under the boards", f"{p.length(deep)} deep at the gutter",
        rule="Troughs of membrane between the joists, deeper towards the gutter: sag = least + fall · length. Blocks across them are set down clear of it; joints "
        "of boards lie on joists doubled all along, for a short block beside a joist would hold the water up.",
        formula=f"{p.fine(FACTS.drain_sag_mm)} + {brief.deck.drainage.fall_pct:g} % × {p.length(long)}; {len(strips(level))} troughs, gutter {p.length(gutter_mm(level))}",
        source=TRADE, changes="The fall, how far out the joists go.",
    )  # fmt: skip


COMPONENT = DeckComponent(order=72, lay=_lay, explain=_explain)
