"""The pieces of the frame: joists as they are cut, blocks of every kind, plies of the beams."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise

from shapely.geometry import Polygon
from shapely.ops import unary_union
from shapely.prepared import prep

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.parts import letters
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.beam_line import BeamLine, Supports
from rowstake.core.trades.deck.bearings import bearings_of
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.closing import across, saw_words
from rowstake.core.trades.deck.demands import BlockAt, Demand, GuardPosts, SisterAt, StandsThrough, of
from rowstake.core.trades.deck.frame import LEFT_LONG_MM, SLACK_MM, Grid, Joist, Stick, blocks_at, spans_over_blocking
from rowstake.core.trades.deck.splices import splice


def _joist_pieces(joist: Joist, section: Section, supports: Supports, beams: list[BeamLine]) -> list[Stick]:
    """A line of joists in the pieces it is made of: in hangers between flush beams, or meeting in line over dropped ones,
    each on two bearings at least."""
    kind, s = joist.kind, joist.s
    if supports.flush:
        gaps = sorted((b.t - b.wide_mm / 2, b.t + b.wide_mm / 2) for b in beams)
        ends = [joist.t0, *(x for gap in gaps if gap[1] > joist.t0 and gap[0] < joist.t1 for x in gap), joist.t1]
        pairs = zip(ends[::2], ends[1::2], strict=True)
        return _slanted([Stick(kind, section, (s, a), (s, b), "crown up") for a, b in pairs if b - a > 20], joist)
    bears = [t for t, _ in bearings_of(joist, beams)]
    pieces = splice(joist.t0, joist.t1, bears, max(section.lengths_mm)) or [(joist.t0, joist.t1)]
    how = [f"crown up, {MEETS}" if len(pieces) > 1 else "crown up"] * len(pieces)
    return _slanted(
        [Stick(kind, section, (s, a), (s, b), words) for (a, b), words in zip(pieces, how, strict=True)], joist
    )


def _slanted(pieces: list[Stick], joist: Joist) -> list[Stick]:
    """The pieces of a line of joists with its ends cut to the rim of a clipped corner where they meet one. Along t what is to
    the left lies at a smaller s."""
    out = []
    for piece in pieces:
        skew = (
            -joist.slopes[0] if abs(piece.a[1] - joist.t0) < 1 else 0.0,
            -joist.slopes[1] if abs(piece.b[1] - joist.t1) < 1 else 0.0,
        )
        words = saw_words(skew, "")
        out.append(replace(piece, skew=skew, ends=f"{piece.ends}, {words}" if words else piece.ends))
    return out


def frame_sticks(brief: DeckBrief, grid: Grid, supports: Supports, asked: list[Demand]) -> list[Stick]:
    """Everything of the frame in one section of joist: joists, what closes them, and the blocks that are asked for."""
    joist = supports.joist
    flush = [_whole(beam) for beam in supports.beams] if supports.flush else []
    sticks = across(brief, grid, joist, flush)
    for line in grid.joists:
        cut = line
        if supports.flush:
            end = [b for b in supports.under(line.s) if b.outer and abs(b.t - line.t1) < 4 * grid.thick_mm]
            if end and end[0].t - end[0].wide_mm / 2 < line.t1:
                cut = replace(line, t1=end[0].t - end[0].wide_mm / 2, slopes=(line.slopes[0], 0.0))
        pieces = _joist_pieces(cut, joist, supports, [b for b in supports.under(line.s) if b.t < cut.t1 - 1])
        if brief.deck.joists.left_long and pieces and not supports.flush:
            last = pieces[-1]
            pieces[-1] = replace(last, ends=f"{last.ends}, left long to trim", extra_mm=LEFT_LONG_MM)
        sticks += pieces
    room = FrameRoom(grid)
    for stick in sticks:
        room.take(stick)
    for beam in flush:
        room.take(beam)
    for post in of(StandsThrough, asked):
        if post.within:
            room.keep([grid.on_plan(q) for q in post.ring])
    # First what has its one place: rows of blocks may lie a little to one side.
    own = _asked_for(grid, joist, of(BlockAt, asked), room)
    sticks += [block for block in _blocking(brief, grid, supports, of(GuardPosts, asked)) if room.take_if_free(block)]
    sticks += own
    sticks += _splices(grid, supports, sticks, room)
    sticks += _sisters(grid, joist, of(SisterAt, asked), room)
    return sticks


def _asked_for(grid: Grid, joist: Section, asked: list[BlockAt], room: FrameRoom) -> list[Stick]:
    """The blocks at places that something is fixed at, where nothing lies yet that does their work."""
    out: list[Stick] = []
    for s, t in (demand.at for demand in sorted(asked, key=lambda demand: not demand.first)):
        here = blocks_at(grid, joist, t, "blocking", s - grid.spacing_mm, s + grid.spacing_mm)
        out += [block for block in here if block.a[0] <= s <= block.b[0] and room.take_if_free(block)]
    return out


def _whole(beam: BeamLine) -> Stick:
    """A beam with all of its plies as one piece."""
    return Stick("beam", beam.section, (beam.s0, beam.t), (beam.s1, beam.t), wide_mm=beam.wide_mm)


class FrameRoom:
    """Where pieces of the frame lie already, so that a block is not put where something stands that does its work, past the
    frame, or in the way of what passes between two joists."""

    WIDE_MM = 1000.0

    def __init__(self, grid: Grid) -> None:
        self.boxes: dict[int, list[tuple[float, float, float, float]]] = {}
        off = [hole.buffer(SLACK_MM) for hole in grid.passed]
        self.inside = prep(grid.clear_of_clips.buffer(HAIR_MM).difference(unary_union(off)))

    def _box(self, stick: Stick) -> tuple[float, float, float, float]:
        half = stick.across_mm / 2
        (s0, s1), (t0, t1) = sorted((stick.a[0], stick.b[0])), sorted((stick.a[1], stick.b[1]))
        return (s0, t0 - half, s1, t1 + half) if s1 - s0 > t1 - t0 else (s0 - half, t0, s1 + half, t1)

    def _buckets(self, box: tuple[float, float, float, float]) -> range:
        return range(int(box[0] // self.WIDE_MM), int(box[2] // self.WIDE_MM) + 1)

    def take(self, stick: Stick) -> None:
        if stick.kind == "clipped rim":
            return
        box = self._box(stick)
        for n in self._buckets(box):
            self.boxes.setdefault(n, []).append(box)

    def keep(self, ring: list[tuple[float, float]]) -> None:
        """Room for something that is not of the frame."""
        box = (min(s for s, _ in ring), min(t for _, t in ring), max(s for s, _ in ring), max(t for _, t in ring))
        for n in self._buckets(box):
            self.boxes.setdefault(n, []).append(box)

    def take_if_free(self, stick: Stick) -> bool:
        """True, and taken, where nothing lies more than a hair's breadth in its way."""
        if not self.inside.contains(Polygon(stick.outline())):
            return False
        low, near, high, far = self._box(stick)
        for n in self._buckets((low, near, high, far)):
            for a, b, c, d in self.boxes.get(n, ()):
                if min(high, c) - max(low, a) > HAIR_MM and min(far, d) - max(near, b) > HAIR_MM:
                    return False
        self.take(stick)
        return True


HAIR_MM = 0.1


def _blocking(brief: DeckBrief, grid: Grid, supports: Supports, guards: list[GuardPosts]) -> list[Stick]:
    """A row in the middle of every long span, pairs for guard posts, and ladders beside borders."""
    out: list[Stick] = []
    for group in grid.groups:
        for t in spans_over_blocking(supports.bearings(group)):
            out += blocks_at(grid, supports.joist, t, "blocking", group.s0, group.s1)
    for asked in guards:
        out += _guard_blocks(grid, supports, asked)
    for line in (j for j in grid.joists if j.kind == "nailer"):
        beside = sorted(
            {
                j.s
                for j in grid.joists
                if j.kind in ("end joist", "inner-corner joist", "nailer")
                and j.s != line.s
                and j.t0 < line.t1
                and j.t1 > line.t0
            },
            key=lambda x: abs(x - line.s),
        )
        if not beside or abs(beside[0] - line.s) > 2 * brief.square.width_mm + 3 * grid.thick_mm:
            continue
        low, high = sorted((line.s, beside[0]))
        for k in range(1, int(line.length_mm // grid.spacing_mm) + 1):
            out += blocks_at(grid, supports.joist, line.t0 + k * grid.spacing_mm, "ladder block", low, high)
    return out


def _guard_blocks(grid: Grid, supports: Supports, asked: GuardPosts) -> list[Stick]:
    """A pair of blocks behind every guard post along the end joists: equal spaces, none over the limit, one inside each corner."""
    out = []
    apart = (asked.post_mm + FREE_MM + grid.thick_mm) / 2
    ends = [j for j in grid.joists if j.kind == "end joist"]
    for line in ends:
        low, high = (
            (line.s - 1, line.s + grid.spacing_mm)
            if line.s < (grid.poly.bounds[0] + grid.poly.bounds[2]) / 2
            else (line.s - grid.spacing_mm, line.s + 1)
        )
        first, last = line.t0 + asked.in_mm, line.t1 - asked.in_mm
        spaces = max(1, up((last - first) / asked.most_mm)) if last > first else 0
        for k in range(spaces + 1 if spaces else 0):
            t = first + (last - first) * k / spaces
            for d in (-1, 1):
                out += blocks_at(grid, supports.joist, t + d * apart, "guard block", low, high)
    return out


FREE_MM = 1.0
"""What a guard post has to spare between its blocks."""


MEETS = "meets the next over a beam"


def _splices(grid: Grid, supports: Supports, sticks: list[Stick], room: FrameRoom) -> list[Stick]:
    """A block beside every joint of two pieces of a joist, on the side that is free; on both where the beam is of one ply, so
    that the pieces bear on more than half of it. A joist that lies hard beside does its work."""
    half, out = CATALOGUE.deck.splice_mm / 2, []
    for piece in sticks:
        if MEETS not in piece.ends:
            continue
        s, t = piece.b
        beam = next((b for b in supports.under(s) if abs(b.t - t) < 1), None)
        if beam is None:
            continue  # its far end is that of the line
        wanted = 2 if beam.plies == 1 else 1
        for side in (s + grid.thick_mm, s - grid.thick_mm):
            block = Stick("splice block", supports.joist, (side, t - half), (side, t + half))
            if wanted and room.take_if_free(block):
                out.append(block)
                wanted -= 1
    return out


def _sisters(grid: Grid, joist: Section, asked: list[SisterAt], room: FrameRoom) -> list[Stick]:
    """A short block beside the joist under every butt joint, on the side that is free; none where what is there carries it."""
    half = CATALOGUE.deck.sister_mm / 2
    left, _, right, _ = grid.poly.bounds
    out = []
    for demand in asked:
        s, t = grid.on_plan(demand.at)
        line = min((j for j in grid.joists if j.t0 - 1 <= t <= j.t1 + 1), key=lambda j: abs(j.s - s), default=None)
        if line is None:
            continue
        low = min(max(t - half, line.t0), line.t1 - 2 * half)
        if doubled(grid, line.s, low, low + 2 * half):
            continue
        for side in (line.s + grid.thick_mm, line.s - grid.thick_mm):
            block = Stick("sister block", joist, (side, low), (side, low + 2 * half))
            inside = left + grid.thick_mm / 2 <= side <= right - grid.thick_mm / 2
            if inside and room.take_if_free(block):
                out.append(block)
                break
    return out


def doubled(grid: Grid, s: float, low: float, high: float) -> bool:
    """Whether a joist lies hard beside the one at s from low to high."""
    return any(abs(abs(j.s - s) - grid.thick_mm) < 1 and j.t0 <= low + 1 and j.t1 >= high - 1 for j in grid.joists)


def beam_plies(beam: BeamLine) -> list[tuple[str, Stick]]:
    """Each ply in lengths that meet over posts, the joints of neighbours over different ones where there are enough."""
    longest = max(beam.section.lengths_mm)
    out: list[tuple[str, Stick]] = []
    for ply in range(beam.plies):
        t = beam.t + (ply - (beam.plies - 1) / 2) * beam.section.thickness_mm
        cuts = [beam.s0]
        first = True
        while beam.s1 - cuts[-1] > longest + 0.1:
            reach = [p for p in beam.posts if cuts[-1] + 100 < p <= cuts[-1] + longest]
            if not reach:
                break
            pick = reach[-2] if first and ply % 2 and len(reach) > 1 else reach[-1]
            first = False
            cuts.append(pick)
        for n, (a, b) in enumerate(pairwise([*cuts, beam.s1]), 1):
            ends = "square" if len(cuts) == 1 else "meets over a post"
            out.append(
                (
                    f"{beam.label}-{ply + 1}{letters(n) if len(cuts) > 1 else ''}",
                    Stick("beam", beam.section, (a, t), (b, t), ends),
                )
            )
    return out
