"""A level of a deck as it is settled step by step: its frame, supports and boards, then what closes the frame, then its parts."""

from __future__ import annotations

from dataclasses import dataclass

from shapely import affinity
from shapely.geometry import Polygon, box

from rowstake.core.parts import Part
from rowstake.core.trades.deck.beam_line import Supports
from rowstake.core.trades.deck.braces import Brace
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.carried import FootingAt
from rowstake.core.trades.deck.corners import ClippedCorner
from rowstake.core.trades.deck.demands import Demand
from rowstake.core.trades.deck.frame import Grid, Group, Stick
from rowstake.core.trades.deck.laying import BoardLaying
from rowstake.core.trades.deck.ledger import LedgerPlan
from rowstake.core.trades.deck.place import Place
from rowstake.core.trades.deck.shape import Edge, Point
from rowstake.core.trades.deck.stack import PostAt, joist_depth
from rowstake.core.trades.deck.work import Worked


@dataclass(frozen=True, slots=True)
class DeckLevel:
    """`corners` are clipped corners whose rim has a post of its own, `bare` those whose rim has nothing to bear on. `sticks`
    (the frame's pieces by label), `ledger`, `work` and `parts` are empty until they are settled."""

    brief: DeckBrief
    grid: Grid
    supports: Supports
    laying: BoardLaying
    corners: tuple[ClippedCorner, ...]
    bare: tuple[Edge, ...]
    posts: tuple[PostAt, ...]
    footings: tuple[FootingAt, ...]
    braces: tuple[Brace, ...]
    sticks: tuple[tuple[str, Stick], ...] = ()
    ledger: LedgerPlan | None = None
    work: tuple[Worked, ...] = ()
    parts: tuple[Part, ...] = ()
    asked: tuple[Demand, ...] = ()
    """All that its components asked for."""

    @property
    def place(self) -> Place:
        return self.brief.place

    @property
    def where(self) -> Polygon:
        """Its outline on the plan of the whole."""
        return affinity.translate(self.shape, self.place.x_mm, self.place.y_mm)

    @property
    def top_mm(self) -> float:
        """Its finished top over the datum of the whole."""
        return self.place.ground_mm + self.brief.height_mm

    @property
    def frame_top_mm(self) -> float:
        """The top of the joists over its own datum."""
        return self.brief.height_mm - self.brief.field.thickness_mm - self.brief.strip_mm

    @property
    def joist_mm(self) -> float:
        """How deep the joists are."""
        return joist_depth(self.brief, self.supports)

    @property
    def shape(self) -> Polygon:
        return self.brief.outline

    @property
    def area_m2(self) -> float:
        return float(self.shape.area / 1e6)

    @property
    def datum_mm(self) -> float:
        """Where on the plan everything along the house is measured from: the left end of the frame, where a tape hooks."""
        return float(self.grid.on_plan((self.grid.poly.bounds[0], self.grid.poly.bounds[1]))[0])

    def told_at(self, point: Point) -> Point:
        """A place of the plan as it is told: along from the left end of the frame, out from the wall."""
        return point[0] - self.datum_mm, point[1]

    @property
    def last_mm(self) -> float:
        """The narrower of the first and last row of the field; at 45° the corners end as they must, so a whole board."""
        if self.brief.deck.boards.run == "diagonal":
            return self.brief.field.width_mm
        return min(self.laying.first_mm, self.laying.last_mm)

    @property
    def deepest(self) -> Group:
        """The group whose joists are longest."""
        return max(self.grid.groups, key=lambda g: g.t1 - g.t0)

    @property
    def crossed(self) -> list[Polygon]:
        """The holes that trimmers of another hole, which run on from end to end, stand into."""
        half = self.grid.thick_mm / 2 - 1
        return [
            hole
            for hole in (Polygon(ring) for ring in self.grid.poly.interiors)
            if any(box(j.s - half, j.t0, j.s + half, j.t1).intersects(hole.buffer(-1)) for j in self.grid.joists)
        ]

    @property
    def one_more_row(self) -> int:
        """Rows of beams, one more than the deepest group has."""
        return sum(self.deepest in b.groups for b in self.supports.beams) + 1

    def fall_mm(self) -> float:
        """How high the boards stand over the lowest ground at their edge."""
        ground = self.brief.ground
        return self.brief.height_mm + max(0.0, ground.fall_out_mm) + max(0.0, ground.fall_along_mm)

    @property
    def in_ground(self) -> bool:
        """True where posts run on into the ground."""
        return self.brief.footing.id == "hole"

    def count(self, *kinds: str) -> int:
        return sum(1 for p in self.parts if p.kind in kinds)
