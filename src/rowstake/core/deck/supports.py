"""What carries the joists: their size, the beams under them, the posts under those. Sizes are proposed from the spans."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise

from shapely.geometry import LineString, Polygon

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.deck.brief import DeckBrief
from rowstake.core.deck.frame import Group
from rowstake.core.faults import refuse
from rowstake.core.reckoners.base import up
from rowstake.core.reckoners.beam_span import OVERHANGING, BeamSpan
from rowstake.core.reckoners.beam_span import run as beam_span
from rowstake.core.reckoners.joist_span import JoistSpan
from rowstake.core.reckoners.joist_span import run as joist_span

MOST_ROWS = 12
USUAL_POSTS_MM = 2400.0
END_SHARE = 8


@dataclass(frozen=True, slots=True)
class Reach:
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
    group: Group
    t: float
    s0: float
    s1: float
    section: Section
    plies: int
    carried_mm: float
    posts: tuple[float, ...]
    reach: Reach
    outer: bool

    @property
    def wide_mm(self) -> float:
        return self.plies * self.section.thickness_mm

    @property
    def marks(self) -> list[float]:
        """From where to where each post carries; the end ones out to the end of the joists, past a corner clipped off too."""
        middles = ((a + b) / 2 for a, b in pairwise(self.posts))
        return [self.group.s0, *middles, self.group.s1]


@dataclass(frozen=True, slots=True)
class Supports:
    joist: Section
    joist_reach: Reach
    overhang_mm: float
    beams: tuple[BeamLine, ...]
    flush: bool

    def under(self, s: float) -> list[BeamLine]:
        """The beams that reach under a joist at s."""
        return [b for b in self.beams if b.s0 - 0.1 <= s <= b.s1 + 0.1]

    def bearings(self, group: Group) -> list[float]:
        """Where the joists of a group bear, from the near end out."""
        own = sorted(b.t for b in self.beams if b.group == group)
        return [group.t0, *own] if group.ledger else own


def overhang_of(brief: DeckBrief, group: Group, spans: int) -> float:
    """How far joists of a group run past their outer beam: chosen; or a share of the way, to a tidy figure and at most a
    quarter of its span; none when flush."""
    facts, beams, deep = CATALOGUE.materials.deck, brief.deck.beams, group.t1 - group.t0
    if beams.way == "flush":
        return 0.0
    if beams.overhang_mm is not None:
        return min(beams.overhang_mm, deep / 2)
    ends = 1 if group.ledger else 2
    quarter = facts.overhang_share / (spans + ends * facts.overhang_share)
    tidy = deep * min(facts.overhang_of_run, quarter) // brief.region.snap_mm * brief.region.snap_mm
    return tidy if tidy >= facts.least_overhang_mm else 0.0


def allowed_joist(brief: DeckBrief, joist: Section) -> Reach:
    out = joist_span(
        JoistSpan(
            species=[brief.species.id], size=joist.id, spacing_mm=brief.spacing_mm, live_kpa=brief.live_kpa,
            dead_kpa=brief.deck.loads.dead_kpa,
        )
    )  # fmt: skip
    return Reach(out.span_mm, out.governed_by, 0.0)


@dataclass(frozen=True, slots=True)
class Spread:
    """The bearings of a group's joists from the near end out, and the overhang past the last."""

    marks: tuple[float, ...]
    overhang_mm: float

    @property
    def spans(self) -> int:
        return len(self.marks) - 1

    @property
    def span_mm(self) -> float:
        return (self.marks[-1] - self.marks[0]) / self.spans


def _spread(brief: DeckBrief, group: Group, allowed_mm: float, wide_mm: float) -> Spread:
    """Equal spans, as few as are allowed, or as many as the builder's rows of beams make; a beam never hangs past the frame.

    Raises `JobFault` where the overhang leaves nothing between the bearings.
    """
    rows = brief.deck.beams.rows
    fixed = None if rows is None else max(1, rows if group.ledger else rows - 1)
    for spans in [fixed] if fixed else range(1, MOST_ROWS + 1):
        hang = max(overhang_of(brief, group, spans), wide_mm / 2)
        first, last = (group.t0 if group.ledger else group.t0 + hang), group.t1 - hang
        if last - first < 1:
            raise refuse(
                "deck.beams.overhang_mm", f"{brief.deck.beams.overhang_mm or 0:g} mm", "less than the deck is deep",
                "The overhang leaves nothing between the bearings",
            )  # fmt: skip
        if fixed or (last - first) / spans <= allowed_mm + 1e-6:
            break
    marks = tuple(first + (last - first) * i / spans for i in range(spans + 1))
    return Spread(marks, overhang_of(brief, group, spans))


def propose(brief: DeckBrief, groups: list[Group], frame: Polygon) -> Supports:
    """The shallowest joist that needs the fewest beams, and beams to suit. Raises `JobFault` where nothing on sale reaches."""
    wide = brief.joists[0].thickness_mm * (brief.deck.beams.plies or 2)
    deepest = max(groups, key=lambda g: g.t1 - g.t0)
    spans = {j.id: _spread(brief, deepest, allowed_joist(brief, j).allowed_mm, wide).spans for j in brief.joists}
    joist = next(j for j in brief.joists if spans[j.id] == min(spans.values()))
    limit = allowed_joist(brief, joist)
    beams: list[BeamLine] = []
    spreads = {group: _spread(brief, group, limit.allowed_mm, wide) for group in groups}
    for group, spread in spreads.items():
        for t in spread.marks[1:] if group.ledger else spread.marks:
            beams.append(_beam(brief, joist, group, t, list(spread.marks), _extent(frame, group, t), len(beams) + 1))
    reach = Reach(limit.allowed_mm, limit.governed_by, max(s.span_mm for s in spreads.values()))
    return Supports(joist, reach, spreads[deepest].overhang_mm, tuple(beams), brief.deck.beams.way == "flush")


def _carried(marks: list[float], group: Group, t: float) -> float:
    """The depth of deck a beam carries: half the spans beside it, and all of an overhang by its leverage."""
    before = [m for m in marks if m < t - 0.1]
    after = [m for m in marks if m > t + 0.1]
    span_in, span_out = (t - before[-1] if before else 0.0), (after[0] - t if after else 0.0)
    carried = span_in / 2 + span_out / 2
    for missing, hang, span in ((not after, group.t1 - t, span_in), (not before, t - group.t0, span_out)):
        if missing and hang > 0:
            carried += hang + (hang * hang / (2 * span) if span else 0.0)
    return carried


def _extent(frame: Polygon, group: Group, t: float) -> tuple[float, float]:
    """From where to where a beam at t lies under the frame of its group: less where a clipped corner is cut away."""
    cut = Polygon(frame.exterior).intersection(LineString([(group.s0, t), (group.s1, t)]))
    if cut.is_empty or cut.length < 100:
        return group.s0, group.s1
    return float(cut.bounds[0]), float(cut.bounds[2])


def _beam(
    brief: DeckBrief, joist: Section, group: Group, t: float, marks: list[float], ends: tuple[float, float], number: int
) -> BeamLine:
    """A beam under (or between) the joists: the lightest of those on sale that reaches the spacing wanted."""
    carried = _carried(marks, group, t)
    (low, high) = ends
    length = high - low
    end = min(300.0, length / END_SHARE)
    wanted = min(brief.deck.posts.most_mm or USUAL_POSTS_MM, length - 2 * end)
    flush = brief.deck.beams.way == "flush"
    sections = [joist] if flush else list(brief.beams)
    plies = [brief.deck.beams.plies] if brief.deck.beams.plies else [2, 3]
    tries = [(s, n, *allowed_beam(brief, s, n, carried)) for n in plies for s in sections if n]
    best = next((x for x in tries if x[2] >= wanted - 0.5), None) or max(tries, key=lambda x: x[2])
    section, n, allowed, governed = best
    most = min(allowed, brief.deck.posts.most_mm or math.inf)
    between = length - 2 * end
    bays = max(1, up(between / most))
    posts = tuple(low + end + between * i / bays for i in range(bays + 1))
    outer = abs(t - max(marks)) < 0.1
    if flush:
        half = n * section.thickness_mm / 2
        t = min(t, group.t1 - half) if group.ledger else max(group.t0 + half, min(t, group.t1 - half))
    reach = Reach(allowed, governed, between / bays)
    return BeamLine(f"B{number}", group, t, low, high, section, n, carried, posts, reach, outer)


def allowed_beam(brief: DeckBrief, section: Section, plies: int, carried_mm: float) -> tuple[float, str]:
    """Allowed post spacing under a load that is given by its depth: told to the reckoner as the joist span that carries it."""
    out = beam_span(
        BeamSpan(
            species=[brief.species.id], size=section.id, plies=plies, joist_span_mm=max(carried_mm / OVERHANGING, 1.0),
            live_kpa=brief.live_kpa, dead_kpa=brief.deck.loads.dead_kpa,
        )
    )  # fmt: skip
    return out.span_mm, out.governed_by
