"""Where boards hang below the frame: along an edge, from the rim down to the ground, left out where something stands in their way."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from functools import cached_property

from shapely.geometry import LineString

from rowstake.core.catalogue import CATALOGUE, Section, pick
from rowstake.core.reckoners.base import up
from rowstake.core.space import Solid
from rowstake.core.space.solid import Vec
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.fascia import open_edge
from rowstake.core.trades.deck.frame import frame_outline
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import Edge, Point, edges, leans
from rowstake.core.trades.deck.stack import ground_at

FACTS = CATALOGUE.deck.skirting
Span = tuple[float, float]
Box = tuple[Vec, Vec]
KINDS = ("skirting", "skirting rail")


def board_of(brief: DeckBrief) -> Section:
    """As chosen, else the thinnest and widest that does not taper. Raises `JobFault` for one that is not on sale."""
    sold = sorted(
        CATALOGUE.sections_for(brief.region.id, "board"),
        key=lambda s: (s.mean_mm < s.thickness_mm, s.thickness_mm, -s.width_mm),
    )
    chosen = brief.deck.skirting.board
    return pick({s.id: s for s in sold}, chosen, "deck.skirting.board") if chosen else sold[0]


def skirted(brief: DeckBrief) -> list[Edge]:
    """The edges of the frame that boards hang on."""
    every = edges(frame_outline(brief)) if brief.deck.skirting.sides else []
    return [e for e in every if open_edge(brief, e) and e.side in brief.deck.skirting.sides and not leans(e)]


@dataclass(frozen=True)
class Skirt:
    """Along one edge of the frame; measures run along it from its start, and inwards from the rim's face."""

    level: DeckLevel
    edge: Edge
    number: int
    taken: tuple[Box, ...]
    """The boxes about all that is there before it."""

    @property
    def board(self) -> Section:
        return board_of(self.level.brief)

    @property
    def under_mm(self) -> float:
        """The lower edge of the frame."""
        return self.level.frame_top_mm - self.level.joist_mm

    @property
    def top_mm(self) -> float:
        """Over the rim by a lap, but under a fascia."""
        fascia = self.level.brief.fascia
        lap = self.under_mm + FACTS.lap_mm
        return min(lap, self.level.frame_top_mm - fascia.width_mm - FACTS.off_fascia_mm) if fascia else lap

    @property
    def screwed_mm(self) -> float:
        """What of the rim is left to screw boards to."""
        return self.top_mm - self.under_mm

    def at(self, along: float, inwards: float) -> Point:
        (x, y), (ax, ay), (nx, ny) = self.edge.a, self.edge.along, self.edge.inward
        return x + ax * along + nx * inwards, y + ay * along + ny * inwards

    def solid(self, along: Span, inwards: Span, height: Span) -> Solid:
        (a, b), (u, v) = along, inwards
        return Solid(self.level.place.pose, (self.at(a, u), self.at(b, u), self.at(b, v), self.at(a, v)), *height)

    def floor(self, along: Span) -> float:
        """As far over the highest finished ground under a stretch as boards are kept clear of it, or over the boards of another level that
        lies before it."""
        brief = self.level.brief
        low = max(ground_at(brief, self.at(s, 0.0)) for s in along) + brief.ground.paving_mm
        before = LineString([self.at(s, -brief.deck.boards.overhang_mm - FACTS.before_mm) for s in along])
        tops = [other.height_mm - brief.place.ground_mm for other, place in brief.others if place.intersects(before)]
        return max([low, *tops]) + brief.deck.skirting.clear_mm

    @cached_property
    def spans(self) -> list[Span]:
        """Every board with its gap after it, the first and the last ripped alike where whole ones do not come out."""
        wide, gap, long = self.board.width_mm, self.level.brief.deck.skirting.gap_mm, self.edge.length_mm
        count = max(1, up((long + gap) / (wide + gap)))
        ends = wide if count == 1 else (long - (count - 1) * gap - (count - 2) * wide) / 2
        widths = [long] if count == 1 else [ends, *[wide] * (count - 2), ends]
        out, at = list[Span](), 0.0
        for w in widths:
            out.append((at, at + w))
            at += w + gap
        return out

    @cached_property
    def hung(self) -> list[tuple[int, Span, Solid]]:
        """The boards that hang here, by their number: none that would be shorter than is worth it, none in another's place."""
        out = []
        for n, span in enumerate(self.spans, 1):
            low = self.floor(span)
            solid = self.solid(span, (-self.board.thickness_mm, 0.0), (low, self.top_mm))
            if (
                self.under_mm - low >= FACTS.least_mm
                and self.screwed_mm >= FACTS.least_lap_mm
                and not met(solid, self.taken)
            ):
                out.append((n, span, solid))
        return out

    @cached_property
    def panel(self) -> list[int]:
        """The numbers of the boards that come away together: those in the middle of the longest row of them, as wide as a person."""
        if self.level.brief.deck.skirting.panel != self.edge.side or not self.hung:
            return []
        numbers = [n for n, _, _ in self.hung]
        wanted = min(len(numbers), up(FACTS.panel_mm / (self.board.width_mm + self.level.brief.deck.skirting.gap_mm)))
        rows = [numbers[i : i + wanted] for i in range(len(numbers) - wanted + 1)]
        rows = [row for row in rows if row[-1] - row[0] == wanted - 1]
        middle = len(self.spans) / 2
        return min(rows, key=lambda row: abs((row[0] + row[-1]) / 2 - middle), default=[])

    @property
    def solids(self) -> list[Solid]:
        rail = CATALOGUE.sections[self.level.brief.region.rail].thickness_mm
        return [solid for _, _, solid in self.hung] + [self.solid(a, (0.0, rail), z) for _, a, z, _ in self.rails]

    @property
    def rails(self) -> Iterator[tuple[str, Span, Span, bool]]:
        """(name, along, in height, whether of the panel) of what ties the boards behind: a rail low down, and an upper one for the
        panel, which hangs on nothing else; in pieces between what stands in the way."""
        if not self.hung:
            return
        rail = CATALOGUE.sections[self.level.brief.region.rail]
        low = max(solid.near_mm for _, _, solid in self.hung) + FACTS.rail_up_mm
        own = [span for n, span, _ in self.hung if n in self.panel]
        door = (own[0][0], own[-1][1]) if own else None
        heights = [
            (low, low + rail.width_mm),
            (self.under_mm - FACTS.rail_up_mm - rail.width_mm, self.under_mm - FACTS.rail_up_mm),
        ]
        number = 0
        for k, height in enumerate(heights):
            if height[0] < low - 0.1 or height[1] > self.under_mm or (k and height[0] < heights[0][1]):
                continue
            if door is not None and not met(self.solid(door, (0.0, rail.thickness_mm), height), self.taken):
                yield f"p{k + 1}", door, height, True
            if k:
                continue
            for start, end in self._free(rail, height, door):
                a, b = max(start, FACTS.off_corner_mm), min(end, self.edge.length_mm - FACTS.off_corner_mm)
                pieces = up((b - a) / max(rail.lengths_mm))
                for i in range(pieces):
                    number += 1
                    yield str(number), (a + (b - a) * i / pieces, a + (b - a) * (i + 1) / pieces), height, False

    def _free(self, rail: Section, height: Span, door: Span | None) -> Iterator[Span]:
        """Stretches behind boards that hang side by side where nothing stands."""
        start: float | None = None
        last = 0.0
        before = 0
        for n, (a, b), _ in self.hung:
            free = not (door and door[0] - 1 < a < door[1]) and not met(
                self.solid((a, b), (0.0, rail.thickness_mm), height), self.taken
            )
            if start is not None and (not free or n != before + 1):
                yield from [(start, last)] if last - start >= FACTS.least_mm else []
                start = None
            if free:
                start = a if start is None else start
                last, before = b, n
        if start is not None and last - start >= FACTS.least_mm:
            yield start, last


def met(solid: Solid, taken: Iterable[Box]) -> bool:
    """Whether the box about a solid reaches into another by more than a hair."""
    low, high = solid.box
    return any(all(min(high[i], far[i]) - max(low[i], near[i]) > HAIR_MM for i in range(3)) for near, far in taken)


HAIR_MM = 0.5


def skirts(level: DeckLevel) -> list[Skirt]:
    """Along one edge after the other, each clear of what stands there and of those before it."""
    out, own = list[Skirt](), skirted(level.brief)
    taken = [q.solid.box for q in level.parts if q.solid and q.kind not in KINDS] if own else []
    for n, edge in enumerate(own, 1):
        skirt = Skirt(level, edge, n, tuple(taken))
        out.append(skirt)
        taken += [solid.box for solid in skirt.solids]
    return out
