"""A flight as it is worked out from the brief alone: its edge, its rise to the finished ground, risers, going and treads."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

from shapely import affinity
from shapely.geometry import LineString, Polygon

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.catalogue.models import StepLimits
from rowstake.core.faults import refuse
from rowstake.core.once import once
from rowstake.core.reckoners.base import up, whole
from rowstake.core.space import Pose
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.document import DeckSide, Level, Steps
from rowstake.core.trades.deck.fascia import open_edge, stands_mm
from rowstake.core.trades.deck.frame import frame_outline
from rowstake.core.trades.deck.shape import Edge, Point, edges, outline
from rowstake.core.trades.deck.stack import ground_at

FACTS = CATALOGUE.steps
MANY_TIMES = 12


@dataclass(frozen=True, slots=True)
class Way:
    """One way of taking a rise: equal risers, the going, and how far it runs from nose to nose."""

    risers: int
    riser_mm: float
    going_mm: float
    run_mm: float

    @property
    def step_mm(self) -> float:
        """Twice the riser and the going."""
        return 2 * self.riser_mm + self.going_mm


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
    way: Way

    @property
    def path(self) -> str:
        return f"deck.steps.{self.number}"

    @property
    def limits(self) -> StepLimits:
        return limits_of(self.brief)

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

    def rows(self, k: int) -> list[tuple[float, float]]:
        """(from, to) of the boards of the k-th tread, the one at the nose first; the last is ripped to what is left, or left out
        where that is next to nothing."""
        wide, pitch, back, out = self.tread.width_mm, self.tread.width_mm + self.gap_mm, self.back(k), []
        room = self.nose(k) - back
        count = max(1, whole((room + self.gap_mm) / pitch))
        for n in range(count):
            far = self.nose(k) - n * pitch
            out.append((max(back, far - wide), far))
        rest = out[-1][0] - self.gap_mm - back
        if rest >= FACTS.least_rip_mm:
            out.append((back, back + rest))
        return out

    @property
    def stringer_room(self) -> tuple[float, float]:
        """From where to where along the edge the stringers stand: inside the treads' ends by the nosing, flush with them beside a
        handrail, whose posts are bolted to them."""
        at, wide, railed = self.steps.at_mm, self.steps.width_mm, self.steps.handrail
        side = min(self.steps.nosing_mm, wide / 8)
        return at + side * (railed not in ("near", "both")), at + wide - side * (railed not in ("far", "both"))

    @property
    def tread_reach_mm(self) -> float:
        """How far apart stringers may stand under these treads."""
        thick = self.tread.thickness_mm >= FACTS.tread_thick_mm - 0.5 and self.brief.product.moves == "timber"
        return FACTS.tread_wide_mm if thick else FACTS.tread_near_mm

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
        at = self.steps.at_mm
        corners = ((0.0, at), (self.nose(self.treads), at), (self.nose(self.treads), at + self.steps.width_mm))
        return Polygon([self.on_plan(u, w) for u, w in (*corners, (0.0, at + self.steps.width_mm))])

    @property
    def load_kn(self) -> float:
        """All that may stand on it, and itself."""
        area = self.steps.width_mm * max(self.way.run_mm, self.way.going_mm) / 1e6
        return area * self.brief.total_kpa


def limits_of(brief: DeckBrief) -> StepLimits:
    return FACTS.regions[brief.region.id]


def treads_of(risers: int, level_top: bool) -> int:
    return risers if level_top else risers - 1


def placed(side: DeckSide, face_mm: float, out: float, along: float) -> Point:
    """A place of the plan by how far out it is from a face on a side of the deck, and how far along."""
    if side in ("far", "house"):
        return along, face_mm + (out if side == "far" else -out)
    return face_mm + (out if side == "right" else -out), along


def _asked_of(brief: DeckBrief) -> tuple[object, ...]:
    return (brief,)


@once(_asked_of)
def flights(brief: DeckBrief) -> list[Flight]:
    """The flights of a level. Raises `JobFault` for one that is on no edge, has no rise, or stands in another's way."""
    own = [(n, s) for n, s in enumerate(brief.deck.steps) if s.level == brief.level.id]
    out: list[Flight] = []
    for n, steps in own:
        flight = _solved(brief, n, steps)
        for other in out:
            if other.footprint.intersection(flight.footprint).area > 100:
                raise refuse(f"deck.steps.{n}.at_mm", f"{steps.at_mm:g} mm", f"clear of {other.steps.id}",
                             f"{steps.id} and {other.steps.id} lie in each other")  # fmt: skip
        out.append(flight)
    return out


def _solved(brief: DeckBrief, n: int, steps: Steps) -> Flight:
    edge, boards = _edge(brief, n, steps)
    side, outwards = edge.side, 1.0 if edge.side in ("far", "right") else -1.0
    frame = next(e for e in sorted(edges(frame_outline(brief)), key=lambda e: abs(_off(e) - _off(edge)))
                 if e.side == side and not e.hole)  # fmt: skip
    face = _off(frame) + outwards * (stands_mm(brief) if open_edge(brief, frame) else 0.0)
    nose = max(0.0, (boards - face) * outwards)
    flight = Flight(brief, steps, n, side, boards, face, nose, brief.height_mm, 0.0, "", Way(1, 1.0, 1.0, 0.0))
    return _grounded(flight)


def _off(edge: Edge) -> float:
    return edge.a[1] if edge.side in ("far", "house") else edge.a[0]


def _edge(brief: DeckBrief, n: int, steps: Steps) -> tuple[Edge, float]:
    """The outermost open edge on its side that all of its width lies on, and how far out that is."""
    path, low, high = f"deck.steps.{n}", steps.at_mm, steps.at_mm + steps.width_mm
    found, open_ = [], []
    for edge in edges(brief.outline):
        if edge.side != steps.side or edge.hole or brief.at_wall(edge) or _leans(edge):
            continue
        axis = 0 if steps.side in ("far", "house") else 1
        start, end = sorted((edge.a[axis], edge.b[axis]))
        open_.append((start, end))
        if start - 0.5 <= low and high <= end + 0.5:
            found.append(edge)
    if not open_:
        raise refuse(
            f"{path}.side",
            steps.side,
            "a side of the deck that does not meet the house",
            f"{steps.id} finds no open edge there",
        )
    if not found:
        where = "; ".join(f"{a:g} to {b:g} mm" for a, b in open_)
        raise refuse(f"{path}.at_mm", f"{low:g} to {high:g} mm", f"within {where}", f"{steps.id} reaches past its edge")
    outer = max(found, key=lambda e: _off(e) if steps.side in ("far", "right") else -_off(e))
    return outer, _off(outer)


def _leans(edge: Edge) -> bool:
    return abs(edge.a[0] - edge.b[0]) > 0.01 and abs(edge.a[1] - edge.b[1]) > 0.01


def _grounded(flight: Flight) -> Flight:
    """The rise depends on the ground where the flight ends, that on how far it runs: taken again until it stays the same; where it
    goes to and fro, the way with most risers."""
    seen: list[Flight] = [flight]
    for _ in range(MANY_TIMES):
        foot, lands_on = _foot(seen[-1])
        again = replace(flight, foot_mm=foot, lands_on=lands_on)
        again = replace(again, way=way_of(again, risers_of(again)))
        if again.way == seen[-1].way and again.foot_mm == seen[-1].foot_mm:
            return again
        seen.append(again)
    return max(seen[-2:], key=lambda f: f.way.risers)


def _foot(flight: Flight) -> tuple[float, str]:
    """The highest finished ground under the foot, of both its ends, or the boards of the level that it ends on."""
    brief, steps = flight.brief, flight.steps
    ends = [flight.on_plan(flight.nose(flight.treads), steps.at_mm + w) for w in (0.0, steps.width_mm)]
    below = LineString(ends).buffer(1.0)
    for level, place in others(brief):
        if place.contains(below):
            return level.height_mm - brief.place.ground_mm, level.id
        if place.intersection(flight.footprint).area > 100:
            raise refuse(f"{flight.path}.at_mm", f"{steps.at_mm:g} mm", f"all of its foot on level {level.id}, or none",
                         f"{steps.id} ends beside level {level.id}")  # fmt: skip
    paving = brief.ground.paving_mm
    return max(ground_at(brief, p) for p in ends) + paving, ""


def others(brief: DeckBrief) -> list[tuple[Level, Polygon]]:
    """The other levels and where they lie on this one's plan."""
    own, out = brief.place, []
    for n, level in enumerate(brief.job.deck.levels):
        if n != own.number:
            shape = outline(level.shape, f"deck.levels.{n}.shape")
            out.append((level, affinity.translate(shape, level.x_mm - own.x_mm, level.y_mm - own.y_mm)))
    return out


def risers_of(flight: Flight) -> int:
    """`n = ⌈rise / highest riser⌉`. Raises `JobFault` where there is no rise for one, or one for too many."""
    steps, p = flight.steps, flight.brief.printer
    highest = steps.max_riser_mm or flight.brief.region.riser_mm
    least = flight.tread.thickness_mm + 1
    count = max(1, up(flight.rise_mm / highest))
    if not flight.level_top:
        count = max(2, count)
    if flight.rise_mm / count < least:
        raise refuse(f"{flight.path}.id", steps.id, f"a rise of at least {p.length(least * count)}",
                     f"{steps.id} rises {p.length(max(0.0, flight.rise_mm))}: that needs no step")  # fmt: skip
    if count > FACTS.most_risers:
        raise refuse(f"{flight.path}.max_riser_mm", f"{highest:g} mm", f"at most {FACTS.most_risers} risers",
                     f"{steps.id} would have {count} risers: break it with a landing, a level of its own")  # fmt: skip
    return count


def way_of(flight: Flight, risers: int) -> Way:
    """Equal risers; the going as chosen, else what the fewest whole boards make that reaches the region's least."""
    going = flight.steps.going_mm
    if going is None:
        pitch = flight.tread.width_mm + flight.gap_mm
        least = flight.limits.going_mm + flight.steps.nosing_mm
        going = max(1, up(least / pitch)) * pitch - flight.steps.nosing_mm
    return Way(risers, flight.rise_mm / risers, going, treads_of(risers, flight.level_top) * going)


def with_risers(flight: Flight, risers: int) -> Flight | None:
    """The same flight taken in so many risers, its ground where it then ends; None where that does not come out."""
    highest = flight.rise_mm / risers
    for _ in range(MANY_TIMES):
        made = _chosen(flight, max_riser_mm=highest + 0.01)
        if made.way.risers == risers:
            return made
        highest = made.rise_mm / risers
    return None


def _chosen(flight: Flight, **values: float) -> Flight:
    return _grounded(replace(flight, steps=flight.steps.model_copy(update=values)))


def ways(flight: Flight) -> list[Flight]:
    """The flight as it is, with one riser fewer and one more, and with deeper treads; those that make no step left out."""
    own, out = flight.way, [flight]
    for risers in (own.risers - 1, own.risers + 1):
        if risers >= (1 if flight.level_top else 2) and (made := with_risers(flight, risers)):
            out.append(made)
    pitch = flight.tread.width_mm + flight.gap_mm
    boards = max(1, round((own.going_mm + flight.steps.nosing_mm) / pitch)) + 1
    out.append(_chosen(flight, going_mm=boards * pitch - flight.steps.nosing_mm))
    return out


def way_told(flight: Flight, other: Flight) -> dict[str, float]:
    """What is set on a flight so that it is taken in another way."""
    told = {"max_riser_mm": other.steps.max_riser_mm, "going_mm": other.steps.going_mm}
    return {k: v for k, v in told.items() if v is not None and v != getattr(flight.steps, k)}
