"""What carries the joists: their size, the rows of beams under them, the posts under those. Sizes are proposed from the spans.

Beams, posts and what is dug under them keep clear of holes; what a bearing carries is the larger of what it takes from
joists (or plies) cut over it and from ones that run on over it.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise

from shapely.geometry import LineString, Polygon

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.faults import JobFault, refuse
from rowstake.core.reckoners.beam_span import OVERHANGING, BeamSpan
from rowstake.core.reckoners.beam_span import run as beam_span
from rowstake.core.structure.continuous import LoadStretch, bend
from rowstake.core.trades.deck.beam_line import BeamLine, SpanReach, Supports
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.clear import ways_clear
from rowstake.core.trades.deck.demands import KeepClear
from rowstake.core.trades.deck.dug import across_under
from rowstake.core.trades.deck.frame import Group
from rowstake.core.trades.deck.spread import PLIES, WAYS, BeamWay, JoistSpread, allowed_joist, spread_of, tried
from rowstake.core.trades.deck.standing import where_they_stand

USUAL_POSTS_MM = CATALOGUE.deck.usual_posts_mm
MOST_POSTS = 200
END_MM = CATALOGUE.deck.beam_end_mm
"""How far a beam runs on past its end posts, where a quarter of its bay allows it."""


AsMuch = Mapping[str, float]
"""Under how many times the deck that it carries a beam, by its label, is proposed, for the steps that come down on it."""


def propose(
    brief: DeckBrief, groups: list[Group], frame: Polygon, within: Polygon, as_much: AsMuch | None = None
) -> Supports:
    """Beams inside a frame, and `within` it where there is room, just clear of holes; where their posts then find no place, beams so far off that footings clear
    them too, or a row more. Raises `JobFault`."""
    first: JobFault | None = None
    for way in WAYS if brief.keep_clear else WAYS[:1]:
        try:
            return _propose(brief, groups, frame, within, way, as_much or {})
        except JobFault as fault:
            first = first or fault
    assert first is not None
    raise first


def _propose(
    brief: DeckBrief, groups: list[Group], frame: Polygon, within: Polygon, way: BeamWay, as_much: AsMuch
) -> Supports:
    """The shallowest joist that holds on the fewest beams, and beams to suit; where none on sale holds, the one that
    reaches furthest, and advice says so. Raises `JobFault`."""
    thick, flush = brief.joists[0].thickness_mm, brief.deck.beams.way == "flush"
    wide = thick * (brief.deck.beams.plies or 2)
    half = thick * (brief.deck.beams.plies or PLIES[-1]) / 2 if flush else 0.0
    deepest = max(groups, key=lambda g: g.t1 - g.t0)
    tries = {
        j.id: (
            j,
            [spread_of(brief, g, j, allowed_joist(brief, j).allowed_mm, wide, g is deepest, way) for g in groups],
        )
        for j in brief.joists
    }
    joist, laid = min(tries.values(), key=lambda way: _merit(brief, *way))
    limit = allowed_joist(brief, joist)
    rows: list[BeamRow] = []
    for group, spread in sorted(zip(groups, laid, strict=True), key=lambda pair: _narrow(pair[0])):
        joined = (
            None
            if flush or not _narrow(group)
            else _joined(brief, joist, limit.allowed_mm, within, group, spread, rows, wide)
        )
        if joined:
            laid[groups.index(group)], rows = joined
        else:
            rows += _rows(group, spread, frame, within, half if flush else None)
    plies = PLIES[: 1 if way.close else None]
    beams = [_beam(brief, joist, row, n, plies, as_much) for n, row in enumerate(_in_order(rows, groups), 1)]
    reach = SpanReach(limit.allowed_mm, limit.governed_by, max(s.span_mm for s in laid))
    hangs = {group: spread.overhang_mm for group, spread in zip(groups, laid, strict=True)}
    return Supports(joist, reach, hangs[deepest], tuple(beams), flush, hangs)


@dataclass(frozen=True, slots=True)
class BeamRow:
    """A beam to be: where it lies, and the groups on it with the bearings of their joists."""

    t: float
    low: float
    high: float
    under: tuple[tuple[Group, list[float]], ...]


def _rows(group: Group, spread: JoistSpread, frame: Polygon, within: Polygon, half_mm: float | None) -> list[BeamRow]:
    """A group's own rows; flush beams, `half_mm` to each side, close the frame where they lie at its edge."""
    out = []
    for t in spread.marks[1:] if group.ledger else spread.marks:
        at = None if half_mm is None else next((e for e in (group.t0, group.t1) if abs(t - e) < half_mm + 1), None)
        ends = _extent(within, group, t, half_mm or 0.0) if at is None else _extent(frame, group, at, 0.0)
        if ends is not None:
            out.append(BeamRow(t, *ends, ((group, list(spread.marks)),)))
    return out


NARROW_MM, JOIN_MM = CATALOGUE.deck.narrow_mm, CATALOGUE.deck.join_mm
"""A group so narrow has no beam of its own where one beside it may run on under it, so far from where its own would lie."""


def _narrow(group: Group) -> bool:
    return group.s1 - group.s0 < NARROW_MM


def _joined(
    brief: DeckBrief, joist: Section, allowed_mm: float, within: Polygon, group: Group, spread: JoistSpread, rows: list[BeamRow],
    wide_mm: float,
) -> tuple[JoistSpread, list[BeamRow]] | None:  # fmt: skip
    """A narrow group on rows that run on under it from beside, with rows of its own for the rest; None where its joists do not
    hold so, or nothing lies near enough. Where they hang too far past a row that runs on, its own first one is laid at its edge."""
    beside = {
        row.t for row in rows
        if (abs(row.high - group.s0) < 1 or abs(row.low - group.s1) < 1) and group.t0 + wide_mm / 2 < row.t < group.t1 - wide_mm / 2
    }  # fmt: skip
    at_wall = spread.marks[0] if group.ledger else None
    marks = [t if t == at_wall else _nearest(beside, t) for t in spread.marks]
    firsts = [marks[0]] if marks[0] == at_wall or marks[0] in beside else [marks[0], group.t0 + wide_mm / 2]
    for first in firsts:
        laid = sorted({first, *marks[1:]})
        made = tried(brief, group, joist, laid, allowed_mm, wide_mm, spread.overhang_mm) if len(laid) > 1 else None
        ends = {t: _extent(within, group, t, 0.0) for t in laid if t != at_wall}
        if made is not None and made.holds and beside & set(ends) and len(laid) == len(marks) and all(ends.values()):
            return made, _run_on(rows, beside, group, laid, ends)
    return None


def _nearest(beside: set[float], t: float) -> float:
    """The row beside that lies nearest to where a group would have its own; that where none lies near enough."""
    near = min(beside, key=lambda other: abs(other - t), default=math.inf)
    return near if abs(near - t) <= JOIN_MM else t


def _run_on(
    rows: list[BeamRow], beside: set[float], group: Group, laid: list[float], ends: dict[float, Extent | None]
) -> list[BeamRow]:
    """Rows with those that run on under a group as long as both, from both sides as one, and the group's own."""
    under, out = (group, laid), list(rows)
    for t, extent in ends.items():
        low, high = extent or (group.s0, group.s1)
        if t not in beside:
            out.append(BeamRow(t, low, high, (under,)))
            continue
        met = [row for row in out if row.t == t and (abs(row.high - group.s0) < 1 or abs(row.low - group.s1) < 1)]
        carried_on = tuple(on for row in met for on in row.under)
        one = BeamRow(t, min(low, *(r.low for r in met)), max(high, *(r.high for r in met)), (*carried_on, under))
        out = [one if row is met[0] else row for row in out if row not in met[1:]]
    return out


def _in_order(rows: list[BeamRow], groups: list[Group]) -> list[BeamRow]:
    """As they are numbered: group by group, each from the near end out."""
    return sorted(rows, key=lambda row: (groups.index(row.under[0][0]), row.t))


def _merit(brief: DeckBrief, joist: Section, laid: list[JoistSpread]) -> tuple[bool, bool, float]:
    """What is wanted of a joist, in order: it holds; a ledger of it takes two rows of fixings; few beams, or, where none
    holds, a long reach. Of equals the shallowest comes first."""
    facts, holds = CATALOGUE.deck, all(s.holds for s in laid)
    low = brief.attached and joist.width_mm < 2 * facts.ledger_edge_mm + facts.ledger_rows_mm - 0.5
    return not holds, low, sum(s.spans for s in laid) if holds else -allowed_joist(brief, joist).allowed_mm


def carried(marks: list[float], group: Group, t: float, cut: bool) -> float:
    """The depth of deck a beam carries: half the spans beside it and all of an overhang by its leverage, or, where joists
    run on over it, their reaction there if it is more. `cut` joists end at every beam."""
    before = [m for m in marks if m < t - 0.1]
    after = [m for m in marks if m > t + 0.1]
    span_in, span_out = (t - before[-1] if before else 0.0), (after[0] - t if after else 0.0)
    apart = span_in / 2 + span_out / 2
    for missing, hang, span in ((not after, group.t1 - t, span_in), (not before, t - group.t0, span_out)):
        if missing and hang > 0:
            apart += hang + (hang * hang / (2 * span) if span else 0.0)
    if cut or len(marks) < 3:
        return apart
    on = bend(marks, group.t0, group.t1, [LoadStretch(group.t0, group.t1, 1.0)]).reactions
    return max(apart, on[min(range(len(marks)), key=lambda i: abs(marks[i] - t))])


Extent = tuple[float, float]


def _extent(frame: Polygon, group: Group, t: float, half_mm: float) -> Extent | None:
    """From where to where a beam at t, `half_mm` to either side, lies inside the frame of its group: less where a clipped
    corner is cut away; None where next to nothing is left."""
    whole, low, high = Polygon(frame.exterior), group.s0, group.s1
    for off in (-half_mm, 0.0, half_mm):
        at = min(max(t + off, group.t0 + 1), group.t1 - 1)
        cut = whole.intersection(LineString([(group.s0, at), (group.s1, at)]))
        if cut.is_empty:
            return None
        low, high = max(low, float(cut.bounds[0])), min(high, float(cut.bounds[2]))
    return (low, high) if high - low >= min(LEAST_BEAM_MM, group.s1 - group.s0) - 1 else None


LEAST_BEAM_MM = CATALOGUE.deck.least_beam_mm


def _beam(brief: DeckBrief, joist: Section, row: BeamRow, number: int, most: list[int], as_much: AsMuch) -> BeamLine:
    """A beam of one of so many plies under (or between) the joists: the lightest of those on sale that reaches the spacing wanted."""
    flush, t, label = brief.deck.beams.way == "flush", row.t, brief.place.label(f"B{number}")
    load = max(carried(marks, group, t, cut=flush) for group, marks in row.under)
    low, high = row.low, row.high
    length, group = high - low, row.under[0][0]
    wanted = min(brief.deck.posts.most_mm or USUAL_POSTS_MM, length * 2 / 3)
    sections = [joist] if flush else list(brief.beams)
    plies = [brief.deck.beams.plies] if brief.deck.beams.plies else most
    times = as_much.get(label, 1.0)
    tries = [(s, n, *allowed_beam(brief, s, n, load * times)) for n in plies for s in sections if n]
    best = next((x for x in tries if x[2] >= wanted - 0.5), None) or max(tries, key=lambda x: x[2])
    section, n, allowed, governed = best
    posts = _posts(brief, t, low, high, min(allowed, brief.deck.posts.most_mm or math.inf), load)
    posts = where_they_stand(brief, label, posts, low, high)
    outer = any(abs(t - max(marks)) < 0.1 for _, marks in row.under)
    if flush:
        half = n * section.thickness_mm / 2
        t = min(t, group.t1 - half) if group.ledger else max(group.t0 + half, min(t, group.t1 - half))
    reach = SpanReach(allowed, governed, _worst_bay(posts, low, high))
    groups = tuple(g for g, _ in row.under)
    return BeamLine(label, groups, t, low, high, section, n, load, posts, reach, outer, times)


def _worst_bay(posts: Sequence[float], low: float, high: float) -> float:
    """The widest of a beam's bays; an end past its last post counts as the bay of the same moment, w·a²/2 = w·L²/8, L = 2·a."""
    return max(*(b - a for a, b in pairwise(posts)), 2 * (posts[0] - low), 2 * (high - posts[-1]))


def _posts(brief: DeckBrief, t: float, low: float, high: float, most: float, load_mm: float) -> tuple[float, ...]:
    """Posts at equal bays, as few as the beam allows, its ends past them by at most a quarter of a bay, or less where
    what is dug under them would meet; moved clear of holes with it. Raises `JobFault` where none of them can be."""
    share, length = CATALOGUE.deck.overhang_share, high - low
    for bays in range(1, MOST_POSTS + 1):
        end = min(END_MM, length * share / (bays + 2 * share))
        bay = (length - 2 * end) / bays
        if bay > most + 1e-6:
            continue
        dug = across_under(brief, load_mm * bay * 1.25 * brief.total_kpa / 1e6)
        if bay < dug and length - brief.post.width_mm >= dug * bays:
            end = (length - dug * bays) / 2
            bay = dug
            if bay > most + 1e-6:
                continue
        equal = [low + end + bay * i for i in range(bays + 1)]
        spans = [(z.s0 - z.dig_mm - dug / 2, z.s1 + z.dig_mm + dug / 2) for z in _zones_at(brief, t, dug)]
        ways = [
            way
            for way in ways_clear(equal, spans, [False] * len(equal))
            if way == equal or _stand(way, low, high, most, max(min(dug, CLOSE_MM), brief.post.width_mm), share)
        ]
        if ways:
            return tuple(min(ways, key=lambda way: max(b - a for a, b in pairwise(way))))
    names = ", ".join(z.id for z in brief.keep_clear) or "the load"
    raise refuse(
        "deck.posts.size" if not brief.keep_clear else f"{brief.place.path}.shape.cuts", names,
        "a larger beam, more rows of beams, or a hole further from them", f"No posts under a beam can stand clear of {names}",
    )  # fmt: skip


def _zones_at(brief: DeckBrief, t: float, dug_mm: float) -> list[KeepClear]:
    """Holes that what is dug under a beam at t would come too near."""
    return [z for z in brief.keep_clear if z.t0 - z.dig_mm - dug_mm / 2 < t < z.t1 + z.dig_mm + dug_mm / 2]


CLOSE_MM = 300.0


def _stand(posts: list[float], low: float, high: float, most: float, least: float, share: float) -> bool:
    """Whether posts moved clear of holes still carry their beam: bays and ends within limits, none on another."""
    bays = [b - a for a, b in pairwise(posts)]
    if min(bays) < least or max(bays) > most + 1e-6:
        return False
    ends = ((posts[0] - low, bays[0]), (high - posts[-1], bays[-1]))
    return all(-1e-6 <= end <= max(bay * share, 50.0) + 1e-6 for end, bay in ends)


def allowed_beam(brief: DeckBrief, section: Section, plies: int, carried_mm: float) -> tuple[float, str]:
    """Allowed post spacing under a load that is given by its depth: told to the reckoner as the joist span that carries it."""
    out = beam_span(
        BeamSpan(
            species=[brief.species.id], size=section.id, plies=plies, joist_span_mm=max(carried_mm / OVERHANGING, 1.0),
            live_kpa=brief.live_kpa, dead_kpa=brief.deck.loads.dead_kpa,
        )
    )  # fmt: skip
    return out.span_mm, out.governed_by
