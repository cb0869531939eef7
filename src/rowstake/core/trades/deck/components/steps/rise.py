"""How a flight takes its rise: down to the finished ground where it then ends, in equal risers and goings, and other ways of it."""

from __future__ import annotations

from dataclasses import replace

from shapely.geometry import LineString
from shapely.ops import unary_union

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import JobFault, refuse
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.components.steps.flight import Flight, RiseWay, treads_of
from rowstake.core.trades.deck.stack import ground_at

FACTS = CATALOGUE.steps
MANY_TIMES = 12


def grounded(flight: Flight) -> Flight:
    """The rise depends on the ground where the flight ends, that on how far it runs: taken again until it stays the same; where it
    goes to and fro, the way with most risers. Raises `JobFault` where it would go on past the edge of another level or end before it."""
    seen: list[Flight] = [flight]
    for _ in range(MANY_TIMES):
        foot, lands_on = _foot(seen[-1])
        again = replace(flight, foot_mm=foot, lands_on=lands_on)
        again = replace(again, way=way_of(again, risers_of(again)))
        if again.way == seen[-1].way and again.foot_mm == seen[-1].foot_mm:
            return again
        seen.append(again)
    one, other = seen[-2:]
    if one.lands_on != other.lands_on:
        raise _beside(flight, one.lands_on or other.lands_on)
    return max(one, other, key=lambda f: f.way.risers)


def _foot(flight: Flight) -> tuple[float, str]:
    """The highest finished ground under the foot, of both its ends, or the boards of the level that it ends on."""
    brief = flight.brief
    feet = [own.foot for own in flight.runs]
    below, covered = (
        unary_union([LineString(ends).buffer(1.0) for ends in feet]),
        unary_union([f.footprint for f in flight.runs]),
    )
    there = brief.others
    lands_on = next((level for level, place in there if place.contains(below)), None)
    for level, place in there:
        if level is not lands_on and place.intersection(covered).area > 100:
            raise _beside(flight, level.id)
    if lands_on:
        return lands_on.height_mm - brief.place.ground_mm, lands_on.id
    return max(ground_at(brief, p) for ends in feet for p in ends) + brief.ground.paving_mm, ""


def _beside(flight: Flight, level: str) -> JobFault:
    return refuse(f"{flight.path}.at_mm", f"{flight.steps.at_mm:g} mm", f"all of its foot on level {level}, or none",
                  f"{flight.steps.id} ends beside level {level}")  # fmt: skip


def risers_of(flight: Flight) -> int:
    """`n = ⌈rise / highest riser⌉`. Raises `JobFault` where there is no rise for one, or one for too many."""
    steps, p = flight.steps, flight.brief.printer
    highest = steps.max_riser_mm or flight.brief.riser_most_mm
    under = (
        FACTS.box_air_mm + FACTS.least_rip_mm if flight.boxed else 1.0
    )  # a box's rails are ripped to what is left there
    least = flight.tread.thickness_mm + under
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


def way_of(flight: Flight, risers: int) -> RiseWay:
    """Equal risers; the going as chosen, else that of stringers bought ready cut, or what the fewest whole boards make that reaches the
    region's least."""
    going = flight.steps.going_mm or (flight.limits.ready_going_mm if flight.ready else None)
    if going is None:
        pitch = flight.tread.width_mm + flight.gap_mm
        least = flight.limits.going_mm + flight.steps.nosing_mm
        going = max(1, up(least / pitch)) * pitch - flight.steps.nosing_mm
    return RiseWay(risers, flight.rise_mm / risers, going, treads_of(risers, flight.level_top) * going)


def with_risers(flight: Flight, risers: int) -> Flight | None:
    """The same flight taken in so many risers, its ground where it then ends; None where that does not come out."""
    highest = flight.rise_mm / risers
    for _ in range(MANY_TIMES):
        made = _chosen(flight, max_riser_mm=highest + 0.01)
        if made is None or made.way.risers == risers:
            return made
        highest = made.rise_mm / risers
    return None


def _chosen(flight: Flight, **values: float) -> Flight | None:
    """The same flight with other values; None where it finds no way down with them, as beside another level."""
    try:
        return grounded(replace(flight, steps=flight.steps.model_copy(update=values)))
    except JobFault:
        return None


def ways(flight: Flight) -> list[Flight]:
    """The flight as it is, with one riser fewer and one more, and with deeper treads; those that make no step left out."""
    own, out = flight.way, [flight]
    for risers in (own.risers - 1, own.risers + 1):
        if risers >= (1 if flight.level_top else 2) and (made := with_risers(flight, risers)):
            out.append(made)
    pitch = flight.tread.width_mm + flight.gap_mm
    boards = max(1, round((own.going_mm + flight.steps.nosing_mm) / pitch)) + 1
    deeper = _chosen(flight, going_mm=boards * pitch - flight.steps.nosing_mm)
    return [*out, deeper] if deeper else out


def shortest(flight: Flight) -> Flight | None:
    """The same flight with the least going that is allowed, its treads ripped to it; None where that finds no way down."""
    return _chosen(flight, going_mm=flight.limits.going_mm)


def way_told(flight: Flight, other: Flight) -> dict[str, float]:
    """What is set on a flight so that it is taken in another way."""
    told = {"max_riser_mm": other.steps.max_riser_mm, "going_mm": other.steps.going_mm}
    return {k: v for k, v in told.items() if v is not None and v != getattr(flight.steps, k)}
