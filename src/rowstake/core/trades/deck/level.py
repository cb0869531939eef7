"""One level of a deck laid out: its frame, supports, boards and parts; and the lower levels that stand before it."""

from __future__ import annotations

from dataclasses import dataclass, replace

from shapely import affinity
from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry

from rowstake.core.faults import JobFault, refuse
from rowstake.core.parts import Part
from rowstake.core.space import Pose
from rowstake.core.trades.deck.boards import Laying, breaker_nailers, lay_boards, nailers
from rowstake.core.trades.deck.brief import DeckBrief, resolve_deck
from rowstake.core.trades.deck.built import BuiltLevel, build, pose_at
from rowstake.core.trades.deck.carried import FootingAt
from rowstake.core.trades.deck.corners import corners
from rowstake.core.trades.deck.document import LowerLevel
from rowstake.core.trades.deck.frame import BeamsAt, Grid, Group, lay_grid
from rowstake.core.trades.deck.shape import SQUARE, leans, outline
from rowstake.core.trades.deck.stack import ground_at
from rowstake.core.trades.deck.supports import MOST_PLIES, BeamLine, Supports, propose, rim_room
from rowstake.core.trades.deck.work import worked

TOUCH_MM2 = 1000.0
LEAST_PLIES = 2


@dataclass(frozen=True, slots=True)
class DeckLevel:
    brief: DeckBrief
    grid: Grid
    supports: Supports
    laying: Laying
    built: BuiltLevel

    @property
    def shape(self) -> Polygon:
        return outline(self.brief.deck.shape)

    @property
    def area_m2(self) -> float:
        return float(self.shape.area / 1e6)

    @property
    def datum_mm(self) -> float:
        """Where on the plan everything along the house is measured from: the left end of the frame, where a tape hooks."""
        return float(self.grid.on_plan((self.grid.poly.bounds[0], self.grid.poly.bounds[1]))[0])

    def told_at(self, point: tuple[float, float]) -> tuple[float, float]:
        """A place of the plan as it is told: along from the left end of the frame, out from the wall."""
        return point[0] - self.datum_mm, point[1]

    @property
    def last_mm(self) -> float:
        """The narrower of the first and last row of the field; at 45° the corners end as they must, so a whole board."""
        if self.brief.deck.boards.run == "diagonal":
            return self.brief.field.width_mm
        return min(self.laying.first_mm, self.laying.last_mm)

    @property
    def lowest_mm(self) -> float:
        """The least room for a post anywhere; below zero something does not fit."""
        return min((p.height_mm for p in self.built.posts), default=0.0)

    @property
    def deepest(self) -> Group:
        """The group whose joists are longest."""
        return max(self.grid.groups, key=lambda g: g.t1 - g.t0)

    @property
    def one_more_row(self) -> int:
        """Rows of beams, one more than the deepest group has."""
        return sum(b.group == self.deepest for b in self.supports.beams) + 1

    def fall_mm(self) -> float:
        """How high the boards stand over the lowest ground at their edge."""
        levels = self.brief.deck.levels
        return levels.height_mm + max(0.0, levels.fall_out_mm) + max(0.0, levels.fall_along_mm)

    @property
    def in_ground(self) -> bool:
        """True where posts run on into the ground."""
        return self.brief.footing.id == "hole"

    def count(self, *kinds: str) -> int:
        return sum(1 for p in self.built.parts if p.kind in kinds)


@dataclass(frozen=True, slots=True)
class Lower(DeckLevel):
    """A lower level: laid out on its own ground, its parts moved to where it stands and named after it."""

    level: LowerLevel
    number: int
    raise_mm: float
    """What its own datum, the ground at its corner, lies over the deck's (below zero: under it)."""

    @property
    def where(self) -> Polygon:
        """Its outline on the plan of the whole."""
        return affinity.translate(self.shape, self.level.x_mm, self.level.y_mm)


def lay_level(brief: DeckBrief, pose: Pose) -> DeckLevel:
    """Raises `JobFault` where it cannot be laid out."""
    grid, supports = _frame(brief)
    laying = lay_boards(brief, grid)
    return DeckLevel(brief, grid, supports, laying, build(brief, grid, supports, laying, pose))


def _frame(brief: DeckBrief) -> tuple[Grid, Supports]:
    """The frame whose every member holds: with as many plies at holes as it takes, and deeper joists than their spans ask
    where headers, rims or hangers want them. Where nothing on sale holds, the joist that its spans ask; advice says so."""
    first = _framed(brief)
    if _holds(brief, *first):
        return first
    for joist in brief.joists:
        if joist.width_mm > first[1].joist.width_mm:
            try:
                deeper = _framed(replace(brief, joists=(joist,)))
            except JobFault:
                continue
            if deeper[1].joist_reach.used <= 1.0005 and _holds(brief, *deeper):
                return deeper
    return first


def _framed(brief: DeckBrief) -> tuple[Grid, Supports]:
    nailed, thick = nailers(brief) + breaker_nailers(brief), brief.joists[0].thickness_mm

    def laid(plies: int, beams_mm: BeamsAt | None = None) -> Grid:
        return lay_grid(brief, thick, nailed, brief.deck.joists.doubled_ends, rim_room(brief), plies, beams_mm)

    grid = laid(LEAST_PLIES)
    supports = _supported(brief, grid)
    clipped = supports.flush and any(leans(e) for e in grid.edges)
    while grid.plies < MOST_PLIES and not _holds(brief, grid, supports, plied=True):
        grid = laid(grid.plies + 1)
        if clipped:
            supports = _supported(brief, grid)
    if clipped:
        grid = laid(grid.plies, _closed_by_beams(grid, supports))
        supports = _supported(brief, grid)
    return grid, supports


def _closed_by_beams(grid: Grid, supports: Supports) -> BeamsAt:
    out: BeamsAt = {}
    for edge in grid.edges:
        (s0, t), (s1, _) = edge.a, edge.b
        for beam in supports.beams if abs(edge.along[1]) < SQUARE and not edge.hole else ():
            along = min(max(s0, s1), beam.s1) - max(min(s0, s1), beam.s0)
            if along > grid.thick_mm and abs(abs(beam.t - t) - beam.wide_mm / 2) < 1:
                out.setdefault(edge, []).append((beam.s0, beam.s1, beam.wide_mm))
    return out


def _supported(brief: DeckBrief, grid: Grid) -> Supports:
    """Flush beams end at the rim of a clipped corner, dropped ones run under it."""
    if brief.deck.beams.way != "flush":
        return propose(brief, grid.groups, grid.poly, grid.poly)
    found = propose(brief, grid.groups, grid.poly, grid.clear_of_clips)
    return replace(found, beams=tuple(_off_joists(grid, beam) for beam in found.beams))


def _off_joists(grid: Grid, beam: BeamLine) -> BeamLine:
    """A flush beam that would end inside a joist which runs past it ends at that joist's face."""
    half = grid.thick_mm / 2
    for joist in grid.covering(beam.t):
        if beam.s0 - half < joist.s < beam.s0 - 0.1:
            beam = replace(beam, s0=min(joist.s + half, beam.posts[0]))
        if beam.s1 + 0.1 < joist.s < beam.s1 + half:
            beam = replace(beam, s1=max(joist.s - half, beam.posts[-1]))
    return beam


def _holds(brief: DeckBrief, grid: Grid, supports: Supports, plied: bool = False) -> bool:
    """Whether every member and connector holds; with `plied`, those that more plies would help."""
    work = worked(brief, grid, supports, corners(brief, grid, supports)[0])
    return all(w.used <= 1.0005 for w in work if w.what != "lift" and (w.plies > 1 or not plied))


def lower_levels(main: DeckLevel) -> tuple[Lower, ...]:
    """Every lower level. Raises `JobFault` for one that lies under another."""
    taken: BaseGeometry = main.shape
    out = []
    for n, level in enumerate(main.brief.deck.lower):
        low = _lower(main, level, n)
        if low.where.intersection(taken).area > TOUCH_MM2:
            raise refuse(
                f"deck.lower.{n}.y_mm", f"{level.x_mm:g}, {level.y_mm:g}", "a place clear of the deck and the other levels",
                f"Level {level.id} lies under another",
            )  # fmt: skip
        taken = taken.union(low.where)
        out.append(low)
    return tuple(out)


def _lower(main: DeckLevel, level: LowerLevel, n: int) -> Lower:
    """The same deck with this level's shape, standing free on its own ground. Raises `JobFault` where the ground there
    lies as high as its boards."""
    job, deck, shape = main.brief.job, main.brief.deck, main.brief.deck.shape
    ground = ground_at(main.brief, (level.x_mm, level.y_mm))
    least = LowerLevel.model_fields["height_mm"].metadata[0].ge
    if level.height_mm - ground < least:
        raise refuse(
            f"deck.lower.{n}.height_mm", f"{level.height_mm:g} mm", f"at least {ground + least:g} mm there",
            f"The ground under level {level.id} lies {main.brief.printer.length(ground)} up: it leaves no room for its boards",
        )  # fmt: skip
    own = deck.model_copy(
        update={
            "shape": level.shape,
            "lower": [],
            "house": deck.house.model_copy(update={"support": "free", "also": []}),
            "levels": deck.levels.model_copy(
                update={
                    "height_mm": level.height_mm - ground,
                    "fall_out_mm": deck.levels.fall_out_mm * level.shape.out_mm / shape.out_mm,
                    "fall_along_mm": deck.levels.fall_along_mm * level.shape.width_mm / shape.width_mm,
                }
            ),
        }
    )
    pose = pose_at(level.x_mm, level.y_mm, ground, n + 1)
    made = lay_level(resolve_deck(job.model_copy(update={"deck": own})), pose)
    return Lower(made.brief, made.grid, made.supports, made.laying, _moved(made.built, level), level, n, ground)


def _moved(built: BuiltLevel, level: LowerLevel) -> BuiltLevel:
    """Everything named after the level and moved to its place; drawings of its own keep to its own corner."""
    names = {q.label: f"{level.id}-{q.label}" for q in built.posts}
    posts = tuple(
        replace(q, label=names[q.label], at=(q.at[0] + level.x_mm, q.at[1] + level.y_mm)) for q in built.posts
    )
    by_name = {q.label: q for q in posts}
    footings = tuple(FootingAt(by_name[names[f.post.label]], f.load_kn, f.dug) for f in built.footings)
    return replace(built, posts=posts, footings=footings, parts=tuple(_named(p, level) for p in built.parts))


def _named(part: Part, level: LowerLevel) -> Part:
    of = f"{level.id}-{part.of}" if part.unit == "piece" or part.unit == "m³" else part.of
    hold = replace(part.hold, by=f"{level.id}-{part.hold.by}") if part.hold else None
    return replace(part, label=f"{level.id}-{part.label}", of=of, hold=hold)
