"""Where the joists of a group bear, so that no span or overhang is longer than it may be and no beam lies over a hole."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.faults import refuse
from rowstake.core.reckoners.joist_span import JoistSpan
from rowstake.core.reckoners.joist_span import run as joist_span
from rowstake.core.trades.deck.beam_line import SpanReach
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.clear import Span, ways_clear
from rowstake.core.trades.deck.frame import LEFT_LONG_MM, Group
from rowstake.core.trades.deck.splices import splice

MOST_ROWS = 12
PLIES = [2, 3]
"""What beams are made of, where the builder does not say."""
MOST_PLIES = 4
"""Headers and trimmers are made of so many at most."""


@dataclass(frozen=True, slots=True)
class BeamWay:
    """How beams are laid past holes: how far off them besides, how many rows more than it takes, whether two may lie as near
    as they do at two plies, and even so near that a post of one stands in the other."""

    berth_mm: float
    more: int
    close: bool = False
    tight: bool = False


BERTH_MM = CATALOGUE.deck.berth_mm
"""Half a footing: what a beam keeps off besides, where no post of it would clear a hole."""
WAYS = [
    *(BeamWay(berth, more) for more in (0, 1, 2) for berth in (0.0, BERTH_MM)),
    BeamWay(0.0, 0, True),
    BeamWay(BERTH_MM, 0, True),
    BeamWay(0.0, 0, True, True),
    BeamWay(BERTH_MM, 0, True, True),
]
"""In the order they are tried."""


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
class JoistSpread:
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


def spread_of(
    brief: DeckBrief, group: Group, joist: Section, allowed_mm: float, wide_mm: float, deepest: bool, past: BeamWay
) -> JoistSpread:
    """Spans as equal as holes let them be, as few as are allowed, or as many as the builder's rows of beams make.

    A beam never hangs past the frame. Raises `JobFault` where the overhang leaves nothing between the bearings, and
    where no row of beams keeps clear of a hole.
    """
    rows = brief.deck.beams.rows
    fixed = None if rows is None else max(1, rows if group.ledger else rows - 1)
    best: JoistSpread | None = None
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
            tried(
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


def tried(
    brief: DeckBrief,
    group: Group,
    joist: Section,
    marks: list[float],
    allowed_mm: float,
    wide_mm: float,
    hang_mm: float,
    tight: bool = False,
) -> JoistSpread | None:
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
    return JoistSpread(tuple(marks), far if far > wide_mm / 2 + 1e-6 else 0.0, spans and cut and hangs)


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
