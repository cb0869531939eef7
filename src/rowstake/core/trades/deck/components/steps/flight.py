"""A flight as it is worked out from the brief alone: its edge, its rise to the finished ground, risers, going and treads; and what goes on
round its corners."""

from __future__ import annotations

import math
from collections.abc import Collection
from dataclasses import dataclass, replace
from functools import cached_property

from shapely import unary_union
from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.catalogue.models import StepLimits
from rowstake.core.reckoners.base import whole
from rowstake.core.space import Pose
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.document import DeckSide, Steps
from rowstake.core.trades.deck.shape import Point

FACTS = CATALOGUE.steps
MANY_TIMES = 12
TOUCHES_MM2 = 100.0
"""What two places on the plan share by the tolerance of their edges."""


@dataclass(frozen=True, slots=True)
class RiseWay:
    """One way of taking a rise: equal risers, the going, and how far it runs from nose to nose."""

    risers: int
    riser_mm: float
    going_mm: float
    run_mm: float

    @property
    def step_mm(self) -> float:
        """Twice the riser and the going."""
        return 2 * self.riser_mm + self.going_mm


@dataclass(frozen=True, slots=True)
class FlightMitre:
    """Where a flight meets the one that goes on round a corner of the deck: the face that the other hangs on, by the measure along this
    one's edge, and how much further the deck's nose stands out there than here. The noses of both cross on it. `grows` is 1 at an
    outside corner, where treads get longer from one to the next, and -1 at an inside one."""

    at_mm: float
    more_mm: float
    grows: int = 1


@dataclass(frozen=True, slots=True)
class RoundCorner:
    """A corner that a flight goes round, at its near or its far end, to the edge beside it: as a flight there is told."""

    near: bool
    side: DeckSide
    edge_mm: float
    face_mm: float
    nose_mm: float
    at_mm: float
    """Where along that edge: from the face of the flight before it on, or so far before that."""
    width_mm: float
    grows: int
    begins: bool
    """The flight there begins at the corner; else it ends there."""


@dataclass(frozen=True)
class Flight:
    """`face_mm` is how far out the face that the stringers hang on lies from the middle of the plan's measures: y of a far edge, x of
    a right one. Heights are over the level's datum."""

    brief: DeckBrief
    steps: Steps
    number: int
    side: DeckSide
    edge_mm: float
    """How far out the boards' edge lies, as the face is told."""
    face_mm: float
    nose_mm: float
    """How far the deck's boards reach past the face that the stringers hang on."""
    top_mm: float
    foot_mm: float
    """The finished ground, or what else the flight ends on."""
    lands_on: str
    """The level that it ends on; nothing for the ground."""
    way: RiseWay
    mitres: tuple[FlightMitre | None, FlightMitre | None] = (None, None)
    """At its near and its far end."""
    corners: tuple[RoundCorner, ...] = ()

    @cached_property
    def wings(self) -> tuple[Flight, ...]:
        """The flights round its corners, of the same risers and goings."""
        return tuple(_wing(self, corner) for corner in self.corners)

    @property
    def runs(self) -> tuple[Flight, ...]:
        """It and its wings."""
        return (self, *self.wings)

    @property
    def is_wing(self) -> bool:
        return any(self.mitres) and not self.corners

    @property
    def path(self) -> str:
        return f"deck.steps.{self.number}"

    @property
    def stringers_sold(self) -> list[Section]:
        """The boards on sale that stringers are cut from."""
        job = self.brief.job
        return [*job.sold_for("stringer"), *job.sold_for("joist")]

    @property
    def lights(self) -> int:
        """In all of its risers; none in open ones. The deck's own rim closes the first, unless a tread lies level with it."""
        return self.steps.lights * self.treads if self.riser_section else 0

    @property
    def box_riser_mm(self) -> float:
        """The least riser that leaves rails under a tread: the board's thickness + the air under the lowest + the least rip."""
        return self.tread.thickness_mm + FACTS.box_air_mm + FACTS.least_rip_mm

    @property
    def boxed(self) -> bool:
        """Built as boxes that stand on each other, not on stringers; where a riser is too low for boxes, on stringers all the same."""
        return self.steps.build == "boxes" and self.way.riser_mm >= self.box_riser_mm

    def part(self, own: str) -> str:
        """The label of one of its parts."""
        return self.brief.place.label(f"{self.steps.id}-{own}")

    @property
    def mark(self) -> str:
        """The label of the piece that stands for it where something is told of it."""
        return self.part("K1F" if self.boxed else "S1")

    @property
    def of(self) -> str:
        """The name of the flight that it is, or goes on."""
        return self.brief.deck.steps[self.number].id

    @property
    def railed(self) -> bool:
        """Whether it or what goes on round its corners has a handrail."""
        return self.brief.deck.steps[self.number].handrail != "none"

    @property
    def limits(self) -> StepLimits:
        return self.brief.limits

    @property
    def rise_mm(self) -> float:
        return self.top_mm - self.foot_mm

    @property
    def tread(self) -> Section:
        return self.brief.square

    @property
    def gap_mm(self) -> float:
        return self.brief.deck.boards.gap_mm

    @property
    def level_top(self) -> bool:
        return self.steps.top == "level"

    @property
    def treads(self) -> int:
        return treads_of(self.way.risers, self.level_top)

    @cached_property
    def riser_section(self) -> Section | None:
        """The board that closes a riser: the fascia's, else the narrowest on sale that is high enough; None for open ones."""
        if not self.steps.closed:
            return None
        sold = self.brief.fascia, *CATALOGUE.sections_for(self.brief.region.id, "fascia")
        fits = [s for s in sold if s and s.width_mm >= self.way.riser_mm - 0.5]
        return min(fits, key=lambda s: s.width_mm, default=max((s for s in sold if s), key=lambda s: s.width_mm))

    @property
    def riser_thick_mm(self) -> float:
        return self.riser_section.thickness_mm if self.riser_section else 0.0

    def tread_top(self, k: int) -> float:
        """Of the k-th tread from the top, from 1."""
        return self.top_mm - (k - (1 if self.level_top else 0)) * self.way.riser_mm

    def seat(self, k: int) -> float:
        """What the k-th tread lies on."""
        return self.tread_top(k) - self.tread.thickness_mm

    @property
    def ready(self) -> bool:
        """Whether its stringers are bought ready cut."""
        steps = self.steps
        return steps.made == "bought" and not self.boxed and steps.round_near_mm is None and steps.round_far_mm is None

    @property
    def railed_head(self) -> bool:
        """Whether its stringers' heads are to stand on a rail along the face."""
        cut = not self.boxed and not self.ready and not any(self.mitres) and not self.corners
        return self.steps.head_by == "rail" and cut and self.treads > 0

    def room_under(self, k: int) -> float:
        """What there is under the k-th tread before the next seat, or before what the feet are notched over."""
        kicker = CATALOGUE.sections[self.brief.region.rail].thickness_mm
        return self.seat(k) - (self.seat(k + 1) if k < self.treads else self.foot_mm + max(kicker, FACTS.box_air_mm))

    def nose(self, k: int) -> float:
        """How far out the nose of the k-th tread is; the 0th is the deck's."""
        return self.nose_mm + k * self.way.going_mm

    def face(self, k: int) -> float:
        """How far out the stringers' plumb cut under the k-th nose is; the 0th is what they hang on."""
        return self.nose(k) - self.steps.nosing_mm - self.riser_thick_mm if k else 0.0

    def back(self, k: int) -> float:
        """Where the boards of the k-th tread end behind: off the riser, or off the deck's nose by a gap."""
        if k == 1:
            return (self.nose_mm if self.level_top else 0.0) + self.gap_mm
        return self.face(k - 1) + self.riser_thick_mm + self.gap_mm

    def rows(self, k: int, past_mm: float = 0.0) -> list[tuple[float, float]]:
        """(from, to) of the boards of the k-th tread, the one at the nose first; the last is ripped to what is left, or left out
        where that is next to nothing. The first tread begins past what stands out of the face."""
        back = max(self.back(k), past_mm + 1) if k == 1 and past_mm else self.back(k)
        wide, pitch, out = self.tread.width_mm, self.tread.width_mm + self.gap_mm, []
        room = self.nose(k) - back
        count = max(1, whole((room + self.gap_mm) / pitch))
        for n in range(count):
            far = self.nose(k) - n * pitch
            out.append((max(back, far - wide), far))
        rest = out[-1][0] - self.gap_mm - back
        if rest >= FACTS.least_rip_mm:
            out.append((back, back + rest))
        return out

    def reach(self, out: float) -> tuple[float, float]:
        """From where to where along the edge it goes so far out: to its mitres, or to its ends."""
        near, far = self.mitres
        low = near.at_mm - near.grows * (out + near.more_mm) if near else self.steps.at_mm
        return low, far.at_mm + far.grows * (out + far.more_mm) if far else self.steps.at_mm + self.steps.width_mm

    def span(self, a: float, b: float) -> tuple[float, float]:
        """From where to where a board goes that lies from so far out to so far: to its long points."""
        (low, high), (other, further) = self.reach(a), self.reach(b)
        return min(low, other), max(high, further)

    @property
    def walled(self) -> tuple[str, ...]:
        """Its sides that a wall closes."""
        return sides_of(self.steps.wall)

    @property
    def posted(self) -> tuple[str, ...]:
        """Its sides where the posts of a handrail stand: not where a wall closes it, nor where the deck lies beside all of it."""
        asked = [side for side in sides_of(self.steps.handrail) if side not in self.walled]
        return tuple(side for side in asked if len(self.in_deck(side)) < self.treads)

    def in_deck(self, side: str, under_mm: float | None = None) -> list[int]:
        """The treads whose post of a handrail on a side would stand in the deck, as beside an inside corner, or in a level beside it whose
        boards lie over so much under the tread. Where nothing is given: as far as a post may reach down, and as the guard there reaches up."""
        post, at = CATALOGUE.sections[self.brief.region.post], self.steps.at_mm
        a, b = (
            (at - post.thickness_mm, at)
            if side == "near"
            else (at + self.steps.width_mm, at + self.steps.width_mm + post.thickness_mm)
        )
        guard = self.brief.guard_high_mm * (self.brief.deck.guard.edges != "none")
        down = self._posts_down_mm + guard if under_mm is None else under_mm
        beside = [
            (level.height_mm - self.brief.place.ground_mm, place)
            for level, place in self.brief.others
            if level.id != self.lands_on
        ]
        out = []
        for k in range(1, self.treads + 1):
            front = self.face(k)
            back = front - post.width_mm
            stands = Polygon([self.on_plan(u, w) for u, w in ((back, a), (front, a), (front, b), (back, b))])
            decks = [self.brief.outline, *(place for top, place in beside if top > self.tread_top(k) - down)]
            if any(stands.intersection(deck).area > TOUCHES_MM2 for deck in decks):
                out.append(k)
        return out

    @property
    def _posts_down_mm(self) -> float:
        """How far under a tread the posts of a handrail may end: with the deepest stringer on sale, square to its slope."""
        deepest = max(s.width_mm for s in self.stringers_sold)
        return self.tread.thickness_mm + deepest * math.hypot(1.0, self.way.riser_mm / self.way.going_mm)

    @property
    def stringer_room(self) -> tuple[float, float]:
        """From where to where along the edge the stringers stand: inside the treads' ends by the nosing, flush with them beside a
        handrail, whose posts are bolted to them."""
        at, wide, posted = self.steps.at_mm, self.steps.width_mm, self.posted
        side, (near, far) = min(self.steps.nosing_mm, wide / 8), self.mitres
        return (
            at + (_off_corner(near) if near else side * ("near" not in posted)),
            at + wide - (_off_corner(far) if far else side * ("far" not in posted)),
        )

    @property
    def tread_reach_mm(self) -> float:
        """How far apart stringers may stand under these treads."""
        thick = self.tread.thickness_mm >= FACTS.tread_thick_mm - 0.5 and self.brief.product.moves == "timber"
        return FACTS.tread_wide_mm if thick else FACTS.tread_near_mm

    @property
    def left_mm(self) -> float | None:
        """What its room leaves free at the foot, before the last nose."""
        return None if self.steps.room_mm is None else self.steps.room_mm - self.nose(self.treads)

    def on_plan(self, out: float, along: float) -> Point:
        """A place so far out from the face and so far along the edge, on the plan of its level."""
        return placed(self.side, self.face_mm, out, along)

    @property
    def pose(self) -> Pose:
        """Its a runs out from the face, its b up, its c along the edge as `steps.at_mm` is measured."""
        (x, y), (ox, oy), (ax, ay) = (self.on_plan(*q) for q in ((0.0, 0.0), (1.0, 0.0), (0.0, 1.0)))
        at = self.brief.place.pose.point(x, y, 0.0)
        return Pose(at, (ox - x, y - oy, 0.0), (0.0, 0.0, 1.0), (ax - x, y - ay, 0.0), self.brief.place.number)

    @property
    def footprint(self) -> Polygon:
        """What the flight covers, on the level's own plan."""
        return self._covered(0.0, 0.0)

    @property
    def stands_on(self) -> BaseGeometry:
        """What nothing else may stand on: what it covers, the posts of handrails beside it, and as far out as their rails go on."""
        thick = CATALOGUE.sections[self.brief.region.post].thickness_mm
        covered = self._covered(*(thick * (side in self.posted) for side in ("near", "far")))
        return unary_union([covered, *(self._railed(side) for side in sides_of(self.steps.handrail) if self.treads)])

    @property
    def rail_end_mm(self) -> float:
        """How far out its handrails end: past the last tread's post."""
        return self.face(self.treads) + FACTS.rail_past_mm

    def _railed(self, side: str) -> Polygon:
        """What the rail of a handrail lies over, with its posts, on the plan."""
        rail = CATALOGUE.sections_for(self.brief.region.id, "handrail")[0].thickness_mm
        walled = side in self.walled
        inwards = rail + FACTS.hand_room_mm * walled
        outwards = CATALOGUE.sections[self.brief.region.post].thickness_mm * (side in self.posted)
        at, wide, way = self.steps.at_mm, self.steps.width_mm, 1.0 if side == "near" else -1.0
        end = at if side == "near" else at + wide
        a, b, last = end + way * inwards, end - way * outwards, self.rail_end_mm
        return Polygon([self.on_plan(u, w) for u, w in ((0.0, a), (last, a), (last, b), (0.0, b))])

    def _covered(self, near: float, far: float) -> Polygon:
        """On the plan, so much further out on its sides."""
        last = self.nose(self.treads)
        (a, b), (c, d) = self.reach(0.0), self.reach(last)
        return Polygon(
            [self.on_plan(u, w) for u, w in ((0.0, a - near), (last, c - near), (last, d + far), (0.0, b + far))]
        )

    @property
    def foot(self) -> list[Point]:
        """Both ends of its last nose, on the plan."""
        last = self.nose(self.treads)
        return [self.on_plan(last, w) for w in self.reach(last)]

    @property
    def load_kn(self) -> float:
        """All that may stand on it between its ends, and itself."""
        return self.steps.width_mm * self._run_mm / 1e6 * self.brief.total_kpa

    @property
    def corner_kn(self) -> float:
        """All that may stand where it goes round a corner, on both sides of the mitre: run²."""
        return self._run_mm**2 / 1e6 * self.brief.total_kpa

    @property
    def _run_mm(self) -> float:
        return max(self.way.run_mm, self.way.going_mm)


def _off_corner(mitre: FlightMitre) -> float:
    """How far off the face of the edge beside it the last stringer keeps: it hangs beside an inside corner, and at an outside one."""
    return 0.0 if mitre.grows > 0 else FACTS.off_corner_mm + max(0.0, mitre.more_mm)


def sides_of(chosen: str) -> tuple[str, ...]:
    """The sides of a flight that a choice names."""
    return {"none": (), "both": ("near", "far")}.get(chosen, (chosen,))


def named(sides: Collection[str]) -> str:
    """The choice that names these sides of a flight."""
    return "both" if len(sides) == 2 else next(iter(sides), "none")


def treads_of(risers: int, level_top: bool) -> int:
    return risers if level_top else risers - 1


def placed(side: DeckSide, face_mm: float, out: float, along: float) -> Point:
    """A place of the plan by how far out it is from a face on a side of the deck, and how far along."""
    if side in ("far", "house"):
        return along, face_mm + (out if side == "far" else -out)
    return face_mm + (out if side == "right" else -out), along


def _wing(flight: Flight, corner: RoundCorner) -> Flight:
    """The flight round a corner. A handrail on that side of the steps stands at its open end."""
    at_start = corner.begins
    chosen, side = flight.brief.deck.steps[flight.number], "near" if corner.near else "far"
    end = "far" if at_start else "near"
    steps = flight.steps.model_copy(
        update={
            "id": f"{flight.steps.id}-{'near' if corner.near else 'far'}", "side": corner.side, "at_mm": corner.at_mm,
            "width_mm": corner.width_mm, **{field: end if side in sides_of(getattr(chosen, field)) else "none" for field in ("handrail", "wall")},
        }
    )  # fmt: skip
    mitre = FlightMitre(flight.face_mm, flight.nose_mm - corner.nose_mm, corner.grows)
    return replace(
        flight, steps=steps, side=corner.side, edge_mm=corner.edge_mm, face_mm=corner.face_mm, nose_mm=corner.nose_mm,
        mitres=(mitre, None) if at_start else (None, mitre), corners=(),
    )  # fmt: skip
