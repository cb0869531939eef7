"""The flights of a level, each found on the edge that it leads down from, with the corners that it goes round."""

from __future__ import annotations

from dataclasses import replace
from itertools import combinations, product

from shapely import affinity
from shapely.geometry.base import BaseGeometry

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import refuse
from rowstake.core.once import once
from rowstake.core.trades.deck.brief import DeckBrief, resolve_deck
from rowstake.core.trades.deck.components.steps.flight import (
    TOUCHES_MM2,
    Flight,
    FlightMitre,
    RiseWay,
    RoundCorner,
    named,
    sides_of,
)
from rowstake.core.trades.deck.components.steps.rise import grounded
from rowstake.core.trades.deck.document import Steps
from rowstake.core.trades.deck.fascia import open_edge, stands_mm
from rowstake.core.trades.deck.frame import frame_outline
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import Edge, edges, leans, rings
from rowstake.core.trades.deck.stack import place_of

FACTS = CATALOGUE.steps
MANY_TIMES = 12


def _asked_of(brief: DeckBrief) -> tuple[object, ...]:
    return (brief,)


@once(_asked_of)
def flights(brief: DeckBrief) -> list[Flight]:
    """The flights of a level. Raises `JobFault` for one that is on no edge, has no rise, or stands in another's way."""
    known = [level.id for level in brief.job.deck.levels]
    for n, steps in enumerate(brief.deck.steps):
        if steps.level not in known:
            raise refuse(
                f"deck.steps.{n}.level",
                steps.level,
                ", ".join(known),
                f"{steps.id} stands on a level that is not there",
            )
    own = [(n, s) for n, s in enumerate(brief.deck.steps) if s.level == brief.level.id]
    out: list[Flight] = []
    for n, steps in own:
        flight = _solved(brief, n, steps)
        for other in out:
            _clear(other, flight)
        out.append(flight)
    return out


def clear_of_each_other(levels: tuple[DeckLevel, ...]) -> None:
    """Raises `JobFault` for a flight of one level in the way of another's."""
    for one, other in combinations([flights(level.brief) for level in levels], 2):
        for a, b in product(one, other):
            _clear(a, b)


@once(_asked_of)
def arriving(brief: DeckBrief) -> list[BaseGeometry]:
    """What the flights of other levels that end on this one cover, on its own plan."""
    main = brief if not brief.place.number else resolve_deck(brief.job)
    out = []
    for n in range(len(brief.job.deck.levels)) if brief.deck.steps else ():
        if n != brief.place.number:
            other = resolve_deck(brief.job, place_of(main, n))
            ends = [own for flight in flights(other) if flight.lands_on == brief.level.id for own in flight.runs]
            out += [affinity.translate(_on_site(own), -brief.place.x_mm, -brief.place.y_mm) for own in ends]
    return out


def _clear(one: Flight, other: Flight) -> None:
    if any(_on_site(a).intersection(_on_site(b)).area > TOUCHES_MM2 for a in one.runs for b in other.runs):
        raise refuse(f"{other.path}.at_mm", f"{other.steps.at_mm:g} mm", f"clear of {one.steps.id}",
                     f"{other.steps.id} and {one.steps.id} lie in each other")  # fmt: skip


def _on_site(flight: Flight) -> BaseGeometry:
    place = flight.brief.place
    return affinity.translate(flight.stands_on, place.x_mm, place.y_mm)


def runs(brief: DeckBrief) -> list[Flight]:
    """The flights of a level and those that go on round its corners."""
    return [own for flight in flights(brief) for own in flight.runs]


def _solved(brief: DeckBrief, n: int, steps: Steps) -> Flight:
    edge = _edge(brief, n, steps)
    (face, nose), corners = _faced(brief, n, steps, edge), []
    for near in (True, False):
        run = steps.round_near_mm if near else steps.round_far_mm
        if run is not None:
            corners.append(_corner(brief, n, steps, edge, near, run))
    mitres: list[FlightMitre | None] = [None, None]
    low, high = steps.at_mm, steps.at_mm + steps.width_mm
    for corner in corners:
        low, high = (corner.face_mm, high) if corner.near else (low, corner.face_mm)
        mitres[not corner.near] = FlightMitre(corner.face_mm, corner.nose_mm - nose, corner.grows)
    ends = [end for end, mitre in zip(("near", "far"), mitres, strict=True) if mitre is None]
    beside = {field: named([e for e in ends if e in sides_of(getattr(steps, field))]) for field in ("handrail", "wall")}
    placed_ = steps.model_copy(update={"at_mm": low, "width_mm": high - low, **beside})
    flight = Flight(
        brief, placed_, n, edge.side, _off(edge), face, nose, brief.height_mm, 0.0, "", RiseWay(1, 1.0, 1.0, 0.0),
        (mitres[0], mitres[1]), tuple(replace(c, at_mm=face if c.begins else face - c.width_mm) for c in corners),
    )  # fmt: skip
    return grounded(flight)


def _corner(brief: DeckBrief, n: int, steps: Steps, edge: Edge, near: bool, run: float) -> RoundCorner:
    """The edge round the corner at an end. Raises `JobFault` where there is no open outside corner, or too short an edge."""
    field = f"deck.steps.{n}.round_{'near' if near else 'far'}_mm"
    ring, axis = rings(edges(brief.outline))[0], 0 if edge.side in ("far", "house") else 1
    i = ring.index(edge)
    ahead = (edge.b[axis] > edge.a[axis]) != near
    beside = ring[(i + 1) % len(ring)] if ahead else ring[i - 1]
    first, then = (edge, beside) if ahead else (beside, edge)
    turn = first.along[0] * then.along[1] - first.along[1] * then.along[0]
    if brief.at_house(beside) or leans(beside) or abs(turn) < 0.99:
        raise refuse(field, f"{run:g} mm", "an open, square corner of the deck at that end",
                     f"{steps.id} cannot go round there")  # fmt: skip
    if run > beside.length_mm + 0.5:
        raise refuse(
            field,
            f"{run:g} mm",
            f"at most {beside.length_mm:g} mm",
            f"{steps.id} goes on past the edge round the corner",
        )
    face, nose = _faced(brief, n, steps, beside)
    at, other = (beside.a, beside.b) if ahead else (beside.b, beside.a)
    return RoundCorner(
        near, beside.side, _off(beside), face, nose, 0.0, run, 1 if turn > 0 else -1, other[1 - axis] > at[1 - axis]
    )


def _faced(brief: DeckBrief, n: int, steps: Steps, edge: Edge) -> tuple[float, float]:
    """(the face that stringers hang on along an edge, how far the boards reach past it)."""
    side, outwards = edge.side, 1.0 if edge.side in ("far", "right") else -1.0
    frames = [e for e in edges(frame_outline(brief)) if e.side == side and not e.hole and not leans(e)]
    frame = min(frames, key=lambda e: abs(_off(e) - _off(edge)), default=None)
    if frame is None:
        raise refuse(
            f"deck.steps.{n}.side",
            side,
            "a side with a straight edge of frame",
            f"{steps.id} finds nothing to hang on there",
        )
    face = _off(frame) + outwards * (stands_mm(brief) if open_edge(brief, frame) else 0.0)
    return face, max(0.0, (_off(edge) - face) * outwards)


def _off(edge: Edge) -> float:
    return edge.a[1] if edge.side in ("far", "house") else edge.a[0]


def _edge(brief: DeckBrief, n: int, steps: Steps) -> Edge:
    """The outermost open edge on its side that all of its width lies on."""
    path, low, high = f"deck.steps.{n}", steps.at_mm, steps.at_mm + steps.width_mm
    found, open_ = [], []
    for edge in edges(brief.outline):
        if edge.side != steps.side or edge.hole or brief.at_wall(edge) or leans(edge):
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
    return max(found, key=lambda e: _off(e) if steps.side in ("far", "right") else -_off(e))
