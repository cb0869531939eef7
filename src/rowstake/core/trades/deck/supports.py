"""What carries the joists: their size, the beams under them, the posts under those. Sizes are proposed from the spans.

Beams, posts and what is dug under them keep clear of holes; what a bearing carries is the larger of what it takes from
joists (or plies) cut over it and from ones that run on over it.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from itertools import pairwise

from shapely.geometry import LineString, Polygon

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.faults import JobFault, refuse
from rowstake.core.reckoners.beam_span import OVERHANGING, BeamSpan
from rowstake.core.reckoners.beam_span import run as beam_span
from rowstake.core.reckoners.joist_span import JoistSpan
from rowstake.core.reckoners.joist_span import run as joist_span
from rowstake.core.structure.continuous import Stretch, bend
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.clear import Span, ways_clear
from rowstake.core.trades.deck.demands import KeepClear
from rowstake.core.trades.deck.dug import across_under
from rowstake.core.trades.deck.frame import BEARING_MM, LEFT_LONG_MM, Group
from rowstake.core.trades.deck.splices import splice

MOST_ROWS = 12
USUAL_POSTS_MM = CATALOGUE.deck.usual_posts_mm
MOST_POSTS = 200
END_MM = CATALOGUE.deck.beam_end_mm
"""How far a beam runs on past its end posts, where a quarter of its bay allows it."""


@dataclass(frozen=True, slots=True)
class SpanReach:
    """How far something may span, what stops it, and how far it does."""

    allowed_mm: float
    governed_by: str
    span_mm: float

    @property
    def used(self) -> float:
        """Share of the allowed span that is used."""
        return self.span_mm / self.allowed_mm if self.allowed_mm else math.inf


@dataclass(frozen=True, slots=True)
class BeamLine:
    """One beam at t from s0 to s1: what it carries per metre of its length, its own plies, and its posts along s."""

    label: str
    groups: tuple[Group, ...]
    t: float
    s0: float
    s1: float
    section: Section
    plies: int
    carried_mm: float
    posts: tuple[float, ...]
    reach: SpanReach
    outer: bool

    @property
    def group(self) -> Group:
        """The group whose rows it is one of; it may run on under narrow ones beside that."""
        return self.groups[0]

    @property
    def carries(self) -> tuple[float, float]:
        """From where to where along s the joists on it lie, past a corner clipped off too."""
        return min(g.s0 for g in self.groups), max(g.s1 for g in self.groups)

    @property
    def wide_mm(self) -> float:
        return self.plies * self.section.thickness_mm

    @property
    def marks(self) -> list[float]:
        """From where to where each post carries; the end ones out to the end of the joists."""
        middles = ((a + b) / 2 for a, b in pairwise(self.posts))
        low, high = self.carries
        return [low, *middles, high]

    @property
    def shares(self) -> list[float]:
        """The length of beam that each post carries, mm: the larger of plies that meet over it and plies that run on."""
        apart = [high - low for low, high in pairwise(self.marks)]
        on = bend(self.posts, *self.carries, [Stretch(*self.carries, 1.0)]).reactions
        return [max(a, b) for a, b in zip(apart, on, strict=True)]


@dataclass(frozen=True, slots=True)
class Supports:
    """`overhang_mm` is that of the deepest group; `hangs` tells every group's."""

    joist: Section
    joist_reach: SpanReach
    overhang_mm: float
    beams: tuple[BeamLine, ...]
    flush: bool
    hangs: dict[Group, float]

    def under(self, s: float) -> list[BeamLine]:
        """The beams that a joist at s bears on: flush ones also where it hangs on their end by a part of its thickness."""
        past = max(0.1, self.joist.thickness_mm / 2 - BEARING_MM) if self.flush else 0.1
        return [b for b in self.beams if b.s0 - past <= s <= b.s1 + past]

    def bearings(self, group: Group) -> list[float]:
        """Where the joists of a group bear, from the near end out."""
        own = sorted(b.t for b in self.beams if group in b.groups)
        return [group.t0, *own] if group.ledger else own


def overhang_of(brief: DeckBrief, group: Group, spans: int, deepest: bool) -> float:
    """How far joists of a group run past their outer beam: chosen, for the deepest group; else a share of the way, to a
    tidy figure and at most a quarter of its span; none when flush."""
    facts, beams, deep = CATALOGUE.deck, brief.deck.beams, group.t1 - group.t0
    if beams.way == "flush":
        return 0.0
    if beams.overhang_mm is not None and deepest:
        return min(beams.overhang_mm, deep / 2)
    ends = 1 if group.ledger else 2
    quarter = deep * facts.overhang_share / (spans + ends * facts.overhang_share)
    most = deep * facts.overhang_of_run if beams.overhang_mm is None else beams.overhang_mm
    if most <= quarter and beams.overhang_mm is not None:
        return most
    tidy = min(most, quarter) // brief.region.snap_mm * brief.region.snap_mm
    return tidy if tidy >= facts.least_overhang_mm else 0.0


def allowed_joist(brief: DeckBrief, joist: Section) -> SpanReach:
    out = joist_span(
        JoistSpan(
            species=[brief.species.id], size=joist.id, spacing_mm=brief.spacing_mm, live_kpa=brief.live_kpa,
            dead_kpa=brief.deck.loads.dead_kpa,
        )
    )  # fmt: skip
    return SpanReach(out.span_mm, out.governed_by, 0.0)


@dataclass(frozen=True, slots=True)
class Spread:
    """The bearings of a group's joists from the near end out, and the overhang past the last; `holds` where no joist
    spans or hangs further than it may and every piece can be cut from what is sold."""

    marks: tuple[float, ...]
    overhang_mm: float
    holds: bool

    @property
    def spans(self) -> int:
        return len(self.marks) - 1

    @property
    def span_mm(self) -> float:
        """The longest."""
        return max(b - a for a, b in pairwise(self.marks))


def _spread(
    brief: DeckBrief, group: Group, joist: Section, allowed_mm: float, wide_mm: float, deepest: bool, past: Way
) -> Spread:
    """Spans as equal as holes let them be, as few as are allowed, or as many as the builder's rows of beams make.

    A beam never hangs past the frame. Raises `JobFault` where the overhang leaves nothing between the bearings, and
    where no row of beams keeps clear of a hole.
    """
    rows = brief.deck.beams.rows
    fixed = None if rows is None else max(1, rows if group.ledger else rows - 1)
    best: Spread | None = None
    skipped = 0
    for spans in [fixed] if fixed else range(1, MOST_ROWS + 1):
        hang = max(overhang_of(brief, group, spans, deepest), wide_mm / 2)
        first, last = (group.t0 if group.ledger else group.t0 + hang), group.t1 - hang
        if last - first < (1 if spans == 1 else spans * wide_mm):
            if best is None:
                raise refuse(
                    "deck.beams.overhang_mm" if not fixed or spans == 1 else "deck.beams.rows",
                    f"{brief.deck.beams.overhang_mm or 0:g} mm, {brief.deck.beams.rows or 'no'} rows",
                    "less than the deck is deep", "The overhang and the beams leave nothing between the bearings",
                )  # fmt: skip
            break
        equal = [first + (last - first) * i / spans for i in range(spans + 1)]
        tries = [
            _tried(
                brief,
                group,
                joist,
                marks,
                allowed_mm,
                wide_mm if marks == equal or past.close else _apart(brief),
                hang,
                past.tight,
            )
            for marks in ways_clear(equal, _beam_spans(brief, group, past.berth_mm), _stay(brief, group, spans))
        ]
        ways = [way for way in tries if way is not None]
        for way in sorted(ways, key=lambda w: w.span_mm):
            if way.holds and skipped >= past.more:
                return way
            if best is None or way.span_mm < best.span_mm:
                best = way
        skipped += any(way.holds for way in ways)
    if best is None:
        names = ", ".join(z.id for z in brief.keep_clear if z.s1 > group.s0 and z.s0 < group.s1)
        raise refuse(
            f"{brief.place.path}.shape.cuts", names, "a hole between the rows of beams: move it, make it smaller, or choose another number of rows",
            f"No row of beams keeps clear of {names}",
        )  # fmt: skip
    return best


def _stay(brief: DeckBrief, group: Group, spans: int) -> list[bool]:
    """Which bearings are not moved for a hole: the ledger, and flush beams at the edges of the frame, which close it too,
    where there is room for them."""
    room, flush = rim_room(brief), brief.deck.beams.way == "flush"
    over = brief.deck.boards.overhang_mm
    here = [z for z in brief.keep_clear if z.s1 + over > group.s0 and z.s0 - over < group.s1]
    near = flush and all(z.t0 - over - group.t0 >= room for z in here)
    far = flush and all(group.t1 - z.t1 - over >= room for z in here)
    return [group.ledger or near, *[False] * (spans - 1), far]


def rim_room(brief: DeckBrief) -> float:
    """How much of the frame its closing takes at an edge: a rim, or the widest flush beam."""
    flush = brief.deck.beams.way == "flush"
    return brief.joists[0].thickness_mm * ((brief.deck.beams.plies or PLIES[-1]) if flush else 1)


def _apart(brief: DeckBrief) -> float:
    """How far apart the middles of beams that are moved lie at least: as wide as any of them may be made, and, flush, half
    a ply for the one that is drawn in from the edge."""
    thick = max(s.thickness_mm for s in (*brief.joists, *brief.beams))
    return thick * ((brief.deck.beams.plies or PLIES[-1]) + 0.5)


def clear_of_posts(brief: DeckBrief) -> float:
    """How far apart the middles of dropped beams lie at least, so that the post of one stands clear of the other."""
    if brief.deck.beams.way == "flush":
        return 0.0
    return (brief.joists[0].thickness_mm * (brief.deck.beams.plies or PLIES[0]) + brief.post.width_mm) / 2


def _tried(
    brief: DeckBrief,
    group: Group,
    joist: Section,
    marks: list[float],
    allowed_mm: float,
    wide_mm: float,
    hang_mm: float,
    tight: bool = False,
) -> Spread | None:
    """A spread on these bearings; None where two come too near each other or one leaves the frame."""
    near, far = (0.0 if group.ledger else marks[0] - group.t0), group.t1 - marks[-1]
    if (
        min(b - a for a, b in pairwise(marks)) < max(wide_mm, 0.0 if tight else clear_of_posts(brief))
        or min(far, near + wide_mm * group.ledger) < wide_mm / 2 - 1e-6
    ):
        return None
    quarter = CATALOGUE.deck.overhang_share
    hangs = far <= max(hang_mm, (marks[-1] - marks[-2]) * quarter, wide_mm / 2) + 1e-6
    hangs = hangs and near <= max(hang_mm, (marks[1] - marks[0]) * quarter, wide_mm / 2) + 1e-6
    longest = max(joist.lengths_mm) - (LEFT_LONG_MM if brief.deck.joists.left_long else 0.0)
    flush = brief.deck.beams.way == "flush"
    thick = joist.thickness_mm
    cut = (
        max(b - a for a, b in pairwise(marks)) <= longest
        if flush
        else splice(group.t0 + thick, group.t1 - thick, marks, longest) is not None
    )
    spans = max(b - a for a, b in pairwise(marks)) <= allowed_mm + 1e-6
    return Spread(tuple(marks), far if far > wide_mm / 2 + 1e-6 else 0.0, spans and cut and hangs)


def _beam_spans(brief: DeckBrief, group: Group, berth_mm: float) -> list[Span]:
    """Where along t the middle of a beam of this group may not lie: over a hole, its growth and, flush, its headers."""
    facts = CATALOGUE.deck
    around = (
        brief.deck.boards.overhang_mm + brief.joists[0].thickness_mm * MOST_PLIES
        if brief.deck.beams.way == "flush"
        else facts.beside_hole_mm
    )
    widest = brief.joists[0].thickness_mm * (brief.deck.beams.plies or PLIES[-1])
    off = widest / 2 + around
    dig = [(z, off if not berth_mm else max(off, z.dig_mm + berth_mm)) for z in brief.keep_clear]
    return [(z.t0 - d, z.t1 + d) for z, d in dig if z.s1 + around > group.s0 and z.s0 - around < group.s1]


PLIES = [2, 3]
"""What beams are made of, where the builder does not say."""
MOST_PLIES = 4
"""Headers and trimmers are made of so many at most."""


def propose(brief: DeckBrief, groups: list[Group], frame: Polygon, within: Polygon) -> Supports:
    """Beams inside a frame, and `within` it where there is room, just clear of holes; where their posts then find no place, beams so far off that footings clear
    them too, or a row more. Raises `JobFault`."""
    first: JobFault | None = None
    for way in WAYS if brief.keep_clear else WAYS[:1]:
        try:
            return _propose(brief, groups, frame, within, way)
        except JobFault as fault:
            first = first or fault
    assert first is not None
    raise first


@dataclass(frozen=True, slots=True)
class Way:
    """How beams are laid past holes: how far off them besides, how many rows more than it takes, whether two may lie as near
    as they do at two plies, and even so near that a post of one stands in the other."""

    berth_mm: float
    more: int
    close: bool = False
    tight: bool = False


BERTH_MM = CATALOGUE.deck.berth_mm
"""Half a footing: what a beam keeps off besides, where no post of it would clear a hole."""
WAYS = [
    *(Way(berth, more) for more in (0, 1, 2) for berth in (0.0, BERTH_MM)),
    Way(0.0, 0, True),
    Way(BERTH_MM, 0, True),
    Way(0.0, 0, True, True),
    Way(BERTH_MM, 0, True, True),
]
"""In the order they are tried."""


def _propose(brief: DeckBrief, groups: list[Group], frame: Polygon, within: Polygon, way: Way) -> Supports:
    """The shallowest joist that holds on the fewest beams, and beams to suit; where none on sale holds, the one that
    reaches furthest, and advice says so. Raises `JobFault`."""
    thick, flush = brief.joists[0].thickness_mm, brief.deck.beams.way == "flush"
    wide = thick * (brief.deck.beams.plies or 2)
    half = thick * (brief.deck.beams.plies or PLIES[-1]) / 2 if flush else 0.0
    deepest = max(groups, key=lambda g: g.t1 - g.t0)
    tried = {
        j.id: (
            j,
            [_spread(brief, g, j, allowed_joist(brief, j).allowed_mm, wide, g is deepest, way) for g in groups],
        )
        for j in brief.joists
    }
    joist, laid = min(tried.values(), key=lambda way: _merit(brief, *way))
    limit = allowed_joist(brief, joist)
    rows: list[Row] = []
    for group, spread in sorted(zip(groups, laid, strict=True), key=lambda pair: _narrow(pair[0])):
        joined = (
            None if flush or not _narrow(group) else _joined(brief, joist, limit.allowed_mm, group, spread, rows, wide)
        )
        if joined:
            laid[groups.index(group)], rows = joined
        else:
            rows += _rows(group, spread, frame, within, half if flush else None)
    plies = PLIES[: 1 if way.close else None]
    beams = [_beam(brief, joist, row, n, plies) for n, row in enumerate(_in_order(rows, groups), 1)]
    reach = SpanReach(limit.allowed_mm, limit.governed_by, max(s.span_mm for s in laid))
    hangs = {group: spread.overhang_mm for group, spread in zip(groups, laid, strict=True)}
    return Supports(joist, reach, hangs[deepest], tuple(beams), flush, hangs)


@dataclass(frozen=True, slots=True)
class Row:
    """A beam to be: where it lies, and the groups on it with the bearings of their joists."""

    t: float
    low: float
    high: float
    under: tuple[tuple[Group, list[float]], ...]


def _rows(group: Group, spread: Spread, frame: Polygon, within: Polygon, half_mm: float | None) -> list[Row]:
    """A group's own rows; flush beams, `half_mm` to each side, close the frame where they lie at its edge."""
    out = []
    for t in spread.marks[1:] if group.ledger else spread.marks:
        at = None if half_mm is None else next((e for e in (group.t0, group.t1) if abs(t - e) < half_mm + 1), None)
        ends = _extent(within, group, t, half_mm or 0.0) if at is None else _extent(frame, group, at, 0.0)
        if ends is not None:
            out.append(Row(t, *ends, ((group, list(spread.marks)),)))
    return out


NARROW_MM, JOIN_MM = CATALOGUE.deck.narrow_mm, CATALOGUE.deck.join_mm
"""A group so narrow has no beam of its own where one beside it may run on under it, so far from where its own would lie."""


def _narrow(group: Group) -> bool:
    return group.s1 - group.s0 < NARROW_MM


def _joined(
    brief: DeckBrief, joist: Section, allowed_mm: float, group: Group, spread: Spread, rows: list[Row], wide_mm: float
) -> tuple[Spread, list[Row]] | None:
    """A narrow group on rows that run on under it from beside, with rows of its own for the rest; None where its joists do not
    hold so, or nothing lies near enough."""
    beside = {
        row.t: row for row in rows
        if (abs(row.high - group.s0) < 1 or abs(row.low - group.s1) < 1) and group.t0 + wide_mm / 2 < row.t < group.t1 - wide_mm / 2
    }  # fmt: skip
    nearest = {t: min(beside, key=lambda other: abs(other - t), default=math.inf) for t in spread.marks}
    at_wall = spread.marks[0] if group.ledger else None
    marks = [t if t == at_wall or abs(nearest[t] - t) > JOIN_MM else nearest[t] for t in spread.marks]
    joins = [t for t in marks if t in beside and t != at_wall]
    if not joins or len(set(marks)) < len(marks):
        return None
    hang = max(spread.overhang_mm, *(g.t1 - max(m) for t in joins for g, m in beside[t].under))
    made = _tried(brief, group, joist, sorted(marks), allowed_mm, wide_mm, hang)
    if made is None or not made.holds:
        return None
    under = (group, sorted(marks))
    own = [Row(t, group.s0, group.s1, (under,)) for t in marks if t not in beside and t != at_wall]
    on = [
        replace(r, low=min(r.low, group.s0), high=max(r.high, group.s1), under=(*r.under, under)) if r.t in joins else r
        for r in rows
    ]
    return made, [*on, *own]


def _in_order(rows: list[Row], groups: list[Group]) -> list[Row]:
    """As they are numbered: group by group, each from the near end out."""
    return sorted(rows, key=lambda row: (groups.index(row.under[0][0]), row.t))


def _merit(brief: DeckBrief, joist: Section, laid: list[Spread]) -> tuple[bool, bool, float]:
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
    on = bend(marks, group.t0, group.t1, [Stretch(group.t0, group.t1, 1.0)]).reactions
    return max(apart, on[min(range(len(marks)), key=lambda i: abs(marks[i] - t))])


def _extent(frame: Polygon, group: Group, t: float, half_mm: float) -> tuple[float, float] | None:
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


def _beam(brief: DeckBrief, joist: Section, row: Row, number: int, most: list[int]) -> BeamLine:
    """A beam of one of so many plies under (or between) the joists: the lightest of those on sale that reaches the spacing wanted."""
    flush, t = brief.deck.beams.way == "flush", row.t
    load = max(carried(marks, group, t, cut=flush) for group, marks in row.under)
    low, high = row.low, row.high
    length, group = high - low, row.under[0][0]
    wanted = min(brief.deck.posts.most_mm or USUAL_POSTS_MM, length * 2 / 3)
    sections = [joist] if flush else list(brief.beams)
    plies = [brief.deck.beams.plies] if brief.deck.beams.plies else most
    tries = [(s, n, *allowed_beam(brief, s, n, load)) for n in plies for s in sections if n]
    best = next((x for x in tries if x[2] >= wanted - 0.5), None) or max(tries, key=lambda x: x[2])
    section, n, allowed, governed = best
    posts = _posts(brief, t, low, high, min(allowed, brief.deck.posts.most_mm or math.inf), load)
    outer = any(abs(t - max(marks)) < 0.1 for _, marks in row.under)
    if flush:
        half = n * section.thickness_mm / 2
        t = min(t, group.t1 - half) if group.ledger else max(group.t0 + half, min(t, group.t1 - half))
    reach = SpanReach(allowed, governed, max(b - a for a, b in pairwise(posts)))
    groups = tuple(g for g, _ in row.under)
    return BeamLine(brief.place.label(f"B{number}"), groups, t, low, high, section, n, load, posts, reach, outer)


def _posts(brief: DeckBrief, t: float, low: float, high: float, most: float, load_mm: float) -> tuple[float, ...]:
    """Posts at equal bays, as few as the beam allows, its ends past them by at most a quarter of a bay; moved clear of
    holes with what is dug under them. Raises `JobFault` where none of them can be."""
    share, length = CATALOGUE.deck.overhang_share, high - low
    for bays in range(1, MOST_POSTS + 1):
        end = min(END_MM, length * share / (bays + 2 * share))
        bay = (length - 2 * end) / bays
        if bay > most + 1e-6:
            continue
        equal = [low + end + bay * i for i in range(bays + 1)]
        dug = across_under(brief, load_mm * bay * 1.25 * brief.total_kpa / 1e6)
        spans = [(z.s0 - z.dig_mm - dug / 2, z.s1 + z.dig_mm + dug / 2) for z in _zones_at(brief, t, dug)]
        ways = [
            way
            for way in ways_clear(equal, spans, [False] * len(equal))
            if way == equal or _stand(way, low, high, most, dug, share)
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


def _stand(posts: list[float], low: float, high: float, most: float, dug_mm: float, share: float) -> bool:
    """Whether posts moved clear of holes still carry their beam: bays and ends within limits, none on another."""
    bays = [b - a for a, b in pairwise(posts)]
    if min(bays) < min(dug_mm, 300.0) or max(bays) > most + 1e-6:
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
