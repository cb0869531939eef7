"""A gate in a guard: a leaf between the posts on both sides of a flight, that opens over the deck and closes by itself."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property, partial
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.drawing.scene import Scene, Sketch
from rowstake.core.drawing.solids import beyond_shapes
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Notebook, Part
from rowstake.core.reckoners.balusters import Balusters, Spindled
from rowstake.core.reckoners.balusters import run as balusters
from rowstake.core.reckoners.base import up
from rowstake.core.reckoners.hinge_pull import HingePull
from rowstake.core.reckoners.hinge_pull import run as hinge_pull
from rowstake.core.space import Flat, Solid
from rowstake.core.space.views import page
from rowstake.core.trades.deck.components.base import TRADE
from rowstake.core.trades.deck.components.guard.bays import GuardBay
from rowstake.core.trades.deck.components.guard.fill import hardware
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.components.guard.mounts import PostPlace
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.on_edge import runs
from rowstake.core.trades.deck.level import DeckLevel

FACTS = CATALOGUE.steps


@dataclass(frozen=True)
class GuardGate:
    """In the opening of a flight; measures run from the face of its bay's left post."""

    flight: Flight
    bay: GuardBay
    numbers: tuple[int, int]
    """Of its posts, from 1."""

    @property
    def reach(self) -> tuple[float, float]:
        """From where to where the leaf is: a gap at either post."""
        return FACTS.leaf_gap_mm, self.bay.clear_mm - FACTS.leaf_gap_mm

    @property
    def wide_mm(self) -> float:
        a, b = self.reach
        return b - a

    @property
    def hinged_left(self) -> bool:
        """Whether it hangs on the left post of its bay: on that where the flight begins, or on the other."""
        at, wide = self.flight.steps.at_mm, self.flight.steps.width_mm
        (x0, y0), (x1, y1) = (self.flight.on_plan(0.0, u) for u in (at, at + wide))
        ax, ay = self.bay.along
        begins_left = (x1 - x0) * ax + (y1 - y0) * ay > 0
        return begins_left == (self.flight.steps.gate == "near")

    @property
    def gaps(self) -> Spindled:
        inner = self.wide_mm - 2 * self.bay.rail.width_mm
        brief = self.bay.brief
        most = min(brief.deck.guard.gap_mm or math.inf, brief.limits.open_mm - FACTS.under_open_mm)
        return balusters(Balusters(clear_mm=inner, baluster_mm=self.filling.width_mm, max_gap_mm=most))

    @property
    def filling(self) -> Section:
        return CATALOGUE.sections_for(self.bay.brief.region.id, "baluster")[0]

    @cached_property
    def weight_kg(self) -> float:
        """Of the leaf, soaked: Σ length · width · thickness · density of its timber."""
        soaked = self.bay.brief.species.density_kg_m3 * CATALOGUE.materials.gates.soaked
        wood = [(p, p.good.section) for p in self._timber()]
        return sum(section.kg(p.length_mm, p.width_mm, soaked) for p, section in wood if section)

    @property
    def hinge_kg(self) -> float:
        """What one of its hinges swings and closes."""
        return self.bay.brief.sold.carries_kg("closing_hinge", FACTS.leaf_hinge_kg)

    @property
    def hinges(self) -> int:
        """As many as swing its weight, n = ⌈weight / what one swings⌉, between the least and the most on a leaf."""
        least, most = FACTS.leaf_hinges
        return min(most, max(least, up(self.weight_kg / self.hinge_kg)))

    @property
    def pull_n(self) -> float:
        """Of the leaf on its upper hinge; the hinges sit on the ends of its stile, half their own height in."""
        apart = self.bay.rails[1][1] - self.bay.rails[0][0] - 2 * FACTS.bolt_edge_mm
        return hinge_pull(HingePull(leaf_kg=self.weight_kg, leaf_width_mm=self.wide_mm, hinge_spacing_mm=apart)).pull_n

    def parts(self) -> list[Part]:
        """The leaf's timber; hinges, a latch, brackets in the corners."""
        of, sold = self.of, self.bay.brief.sold
        return self._timber() + hardware(
            self.bay,
            of,
            ("hinges", sold.good("closing_hinge"), self.hinges),
            ("latch", sold.good("latch"), 1),
            ("brackets", sold.good("rail_bracket"), 4),
            ("connectors", sold.good("baluster_connector"), 2 * self.gaps.count),
        )

    @property
    def of(self) -> str:
        return self.bay.label(f"{self.flight.steps.id} gate")

    def _timber(self) -> list[Part]:
        """Two stiles, two rails between them, balusters between the rails."""
        bay, name, rail, (a, b) = self.bay, self.flight.steps.id, self.bay.rail, self.reach
        of, half, wide = self.of, rail.thickness_mm / 2, rail.width_mm
        (low, low_top), (high, top) = bay.rails
        hinges, corners, connectors = f"{of} hinges", f"{of} brackets", f"{of} connectors"
        near, far = ((a, a + wide), (b - wide, b)) if self.hinged_left else ((b - wide, b), (a, a + wide))

        def piece(
            mark: str, kind: str, x: tuple[float, float], z: tuple[float, float], long: float, hold: Hold
        ) -> Part:
            ring: tuple[Flat, ...] = ((x[0], z[0]), (x[1], z[0]), (x[1], z[1]), (x[0], z[1]))
            return Part(bay.label(f"{name}-{mark}"), kind, "steps", timber(rail.id), of, long, wide,
                        solid=Solid(bay.pose, ring, -half, half), hold=hold)  # fmt: skip

        out = [
            piece("Ga", "guard stile", near, (low, top), top - low, Hold(hinges, FACTS.leaf_gap_mm + bay.off_mm)),
            piece("Gb", "guard stile", far, (low, top), top - low, Hold(corners)),
            *(piece(mark, "guard rail", (a + wide, b - wide), z, b - a - 2 * wide, Hold(corners))
              for mark, z in (("Gc", (low, low_top)), ("Gd", (high, top)))),
        ]  # fmt: skip
        filling, thick = self.filling, self.filling.thickness_mm / 2
        for n, mark_mm in enumerate(self.gaps.marks_mm, 1):
            x = a + wide + mark_mm
            ring = ((x, low_top), (x + filling.width_mm, low_top), (x + filling.width_mm, high), (x, high))
            out.append(
                Part(bay.label(f"{name}-G{n}"), "baluster", "steps", timber(filling.id), of, high - low_top, filling.width_mm,
                     solid=Solid(bay.pose, ring, -thick, thick), hold=Hold(connectors))
            )  # fmt: skip
        return out


def gates(level: DeckLevel) -> list[GuardGate]:
    """In the openings of flights that have one, where posts stand on both sides and there is room for a leaf."""
    line, out = lay_line(level), []
    for flight in runs(level.brief):
        if flight.steps.gate == "none" or flight.is_wing:
            continue
        pair = _beside(level, flight)
        if pair is not None:
            gate = GuardGate(
                flight, GuardBay(level.brief, line.posts[pair[0]], line.posts[pair[1]]), (pair[0] + 1, pair[1] + 1)
            )
            if gate.wide_mm >= FACTS.leaf_least_mm:
                out.append(gate)
    return out


def _beside(level: DeckLevel, flight: Flight) -> tuple[int, int] | None:
    """The posts on both sides of a flight, in the order of its edge."""
    line = lay_line(level)
    middle = flight.on_plan(0.0, flight.steps.at_mm + flight.steps.width_mm / 2)
    for one, other in pairwise(line.runs):
        if one.edge is not other.edge or one.edge.side != flight.side:
            continue
        (ax, ay) = one.edge.along

        def on(post: PostPlace, ax: float = ax, ay: float = ay) -> float:
            return (post.at[0] - middle[0]) * ax + (post.at[1] - middle[1]) * ay

        left, right = one.posts[-1], other.posts[0]
        if on(line.posts[left]) < 0 < on(line.posts[right]):
            return left, right
    return None


def explain_gates(level: DeckLevel, book: Notebook) -> None:
    p, place = level.brief.printer, level.place
    for gate in gates(level):
        name, (left, right) = gate.flight.steps.id, gate.numbers
        hung, closed = (left, right) if gate.hinged_left else (right, left)
        book.note(
            f"guard_gate_{name}", f"Gate at {name}", f"leaf {p.length(gate.wide_mm)} wide",
            rule=f"It hangs on {place.label(f'Y{hung}')} and is latched at {place.label(f'Y{closed}')}. It opens over the deck, never over the steps, and "
            "closes by itself. A gate at a pool is another rule, stricter: ask for it.",
            formula=f"{p.length(gate.bay.clear_mm)} clear between the posts − 2 × {p.length(FACTS.leaf_gap_mm)}; {gate.gaps.count} balusters, gaps of "
            f"{p.fine(gate.gaps.gap_mm)}. Soaked it weighs {p.weight(gate.weight_kg)}: {gate.hinges} hinges at {p.weight(gate.hinge_kg)} each; the upper "
            f"one is pulled with F = g · m · (width / 2) / spacing = {p.force(gate.pull_n / 1000)}",
            source=TRADE, changes="The width of the steps, the posts, the largest gap.",
        )  # fmt: skip


def gate_scenes(level: DeckLevel) -> dict[str, Callable[[], Scene]]:
    return {f"gate_{gate.flight.steps.id}": partial(_elevation, level, gate) for gate in gates(level)}


def _elevation(level: DeckLevel, gate: GuardGate) -> Scene:
    board, p, bay = Sketch(), level.brief.printer, gate.bay
    (ax, ay), place, name = bay.along, level.place, gate.flight.steps.id
    view = page((ax, -ay, 0.0), (0.0, 0.0, 1.0))
    own = {place.label(f"Y{n}") for n in gate.numbers}
    parts = [q for q in level.parts if q.solid and (q.label in own or q.of == place.label(f"{name} gate"))]
    x0, z0 = view.flat(bay.pose.point(0.0, 0.0, 0.0))
    for shape in beyond_shapes(parts, view):
        board.add(replace(shape, points=tuple((x - x0, z - z0) for x, z in shape.points)))
    a, b = gate.reach
    board.line((-300.0, 0.0), (bay.clear_mm + 300.0, 0.0), "ground")
    board.dim((a, -150.0), (b, -150.0), p.length(b - a), -0.6)
    board.dim((0.0, -150.0), (bay.clear_mm, -150.0), p.length(bay.clear_mm), -2.0)
    board.dim((b + 220, bay.rails[0][0]), (b + 220, bay.rails[1][1]), p.length(bay.rails[1][1] - bay.rails[0][0]), -1.0)
    return board.scene(f"gate_{name}", f"Gate at {name} from outside: it opens over the deck", 200.0)
