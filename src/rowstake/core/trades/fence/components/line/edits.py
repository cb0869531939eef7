"""Edits of the line: legs, corners and obstacles."""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Mapping
from typing import Annotated, Any, Literal

from pydantic import BeforeValidator

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits.base import Change, LengthText, mm, next_id, snap
from rowstake.core.faults import refuse
from rowstake.core.job import write_job
from rowstake.core.trades.fence.document import FenceJob, Obstacle
from rowstake.core.trades.fence.line import LegLine, Point, lay_line
from rowstake.core.trades.fence.on_line import change, leg_at, remove

SNAP_DEG = 5.0


SQUARE_DEG = 8.0
"""A dragged corner within this of 0, 45 or 90° snaps to it; else to the next 5°."""


Degrees = Annotated[float, BeforeValidator(lambda given: given, json_schema_input_type=float | str)]
"""An angle, as a number or as it is typed."""


class ChangeLeg(Change):
    """Type a leg's length, or the inner angle and side of the corner before it."""

    do: Literal["leg"]
    index: int
    length_mm: LengthText | None = None
    angle_deg: Degrees | None = None
    side: Literal["left", "right"] | None = None


class AddLeg(Change):
    """Carry the line on, by length and corner or to a point on the plan."""

    do: Literal["add_leg"]
    length_mm: LengthText | None = None
    angle_deg: float = 180
    side: Literal["left", "right"] = "left"
    x_mm: float | None = None
    y_mm: float | None = None


class RemoveLeg(Change):
    do: Literal["remove_leg"]
    index: int


class MoveCorner(Change):
    """Drag corner `corner` (0 is the start) to a point; it snaps to what a tape can read."""

    do: Literal["move_corner"]
    corner: int
    x_mm: float
    y_mm: float


class AddObstacle(Change):
    do: Literal["add_obstacle"]
    leg: int = 0
    at_mm: LengthText | None = None
    width_mm: LengthText | None = None
    what: str = "tree"


class ChangeObstacle(Change):
    do: Literal["obstacle"]
    id: str
    values: dict[str, Any]
    snap: bool = False


class RemoveObstacle(Change):
    do: Literal["remove_obstacle"]
    id: str


def _turn(angle_deg: float, side: str, field: str) -> float:
    if not 0 < angle_deg <= 180:
        raise refuse(
            field,
            f"{angle_deg:g}°",
            "more than 0° and at most 180° (straight on)",
            "A corner cannot have that angle",
        )
    return (180.0 - angle_deg) * (1 if side == "left" else -1)


def leg(job: FenceJob, edit: ChangeLeg) -> dict[str, Any]:
    leg = leg_at(job, edit.index)
    document = write_job(job)
    at, field = document["fence"]["legs"][edit.index], f"fence.legs.{edit.index}"
    if edit.length_mm is not None:
        at["length_mm"] = mm(job, edit.length_mm, f"{field}.length_mm")
    if edit.angle_deg is not None or edit.side is not None:
        side = edit.side or ("left" if leg.turn_deg >= 0 else "right")
        angle = 180.0 - abs(leg.turn_deg) if edit.angle_deg is None else edit.angle_deg
        at["turn_deg"] = _turn(angle, side, f"{field}.angle")
    return document


def _snapped_leg(job: FenceJob, start: Point, end: Point, heading: float) -> tuple[float, float]:
    """(length, turn in degrees from `heading`) of a leg drawn to a point, snapped to the tape and the square."""
    length = max(
        snap(job, math.hypot(end[0] - start[0], end[1] - start[1])),
        CATALOGUE.regions[job.region].snap_mm * 4,
    )
    turn = math.degrees(math.atan2(end[1] - start[1], end[0] - start[0]) - heading)
    turn = (turn + 180) % 360 - 180
    square = round(turn / 45) * 45
    turn = square if abs(turn - square) <= SQUARE_DEG else round(turn / SNAP_DEG) * SNAP_DEG
    return length, -175.0 if turn <= -180 else 175.0 if turn >= 180 else float(turn)


def _line_of(job: FenceJob) -> list[LegLine]:
    return lay_line(job.fence.legs, (job.fence.start_x_mm, job.fence.start_y_mm))


def add_leg(job: FenceJob, edit: AddLeg) -> dict[str, Any]:
    document = write_job(job)
    last = _line_of(job)[-1]
    if edit.x_mm is not None and edit.y_mm is not None:
        length, turn = _snapped_leg(job, last.end, (edit.x_mm, edit.y_mm), last.heading)
    else:
        length = mm(job, edit.length_mm if edit.length_mm is not None else 3000.0, "leg.length_mm")
        turn = _turn(edit.angle_deg, edit.side, "leg.angle")
    document["fence"]["legs"].append({"length_mm": length, "turn_deg": turn})
    return document


def remove_leg(job: FenceJob, edit: RemoveLeg) -> dict[str, Any]:
    leg_at(job, edit.index)
    if len(job.fence.legs) == 1:
        raise refuse("fence.legs", 0, "at least one leg", "A fence keeps at least one leg")
    fence = write_job(job)
    legs = fence["fence"]["legs"]
    gone = legs.pop(edit.index)
    if edit.index == 0:
        turn = (gone["turn_deg"] + legs[0]["turn_deg"] + 180) % 360 - 180
        legs[0]["turn_deg"] = turn if turn > -180 else 179.0
    for kind in ("gates", "obstacles"):
        kept = [t for t in fence["fence"][kind] if t["leg"] != edit.index]
        fence["fence"][kind] = [{**t, "leg": t["leg"] - (t["leg"] > edit.index)} for t in kept]
    return fence


def move_corner(job: FenceJob, edit: MoveCorner) -> dict[str, Any]:
    """Only the legs that meet at the corner change; every other corner stays where it is."""
    lines = _line_of(job)
    points = [lines[0].start, *(line.end for line in lines)]
    k, to = edit.corner, (edit.x_mm, edit.y_mm)
    if not 0 <= k < len(points):
        raise refuse("edit.corner", k, f"0 to {len(points) - 1}", "There is no such corner")
    document = write_job(job)
    if k == 0:
        length, turn = _snapped_leg(job, points[1], to, lines[0].heading + math.pi)
        heading = lines[0].heading + math.pi + math.radians(turn)
        points[0] = (points[1][0] + length * math.cos(heading), points[1][1] + length * math.sin(heading))
        document["fence"].update(start_x_mm=round(points[0][0], 3), start_y_mm=round(points[0][1], 3))
    else:
        before = lines[k - 2].heading if k > 1 else 0.0
        length, turn = _snapped_leg(job, points[k - 1], to, before)
        heading = before + math.radians(turn)
        points[k] = (
            points[k - 1][0] + length * math.cos(heading),
            points[k - 1][1] + length * math.sin(heading),
        )
    _measure_again(document, lines, points, {max(k - 1, 0)}, {k - 1, k} & set(range(len(lines))), length)
    return document


def _measure_again(
    document: dict[str, Any],
    lines: list[LegLine],
    points: list[Point],
    exact: set[int],
    changed: set[int],
    length: float,
) -> None:
    """Lengths of the changed legs and the turns at their ends, from the corner points."""
    headings = [
        math.atan2(b[1] - a[1], b[0] - a[0]) if i in changed else lines[i].heading
        for i, (a, b) in enumerate(itertools.pairwise(points))
    ]
    for i, leg in enumerate(document["fence"]["legs"]):
        if i in changed:
            a, b = points[i], points[i + 1]
            leg["length_mm"] = length if i in exact else round(math.hypot(b[0] - a[0], b[1] - a[1]), 3)
        if i in changed or i - 1 in changed:
            turn = math.degrees(headings[i] - (headings[i - 1] if i else 0.0))
            leg["turn_deg"] = round((turn + 180) % 360 - 180, 4)


def add_obstacle(job: FenceJob, edit: AddObstacle) -> dict[str, Any]:
    leg = leg_at(job, edit.leg)
    width = 500.0 if edit.width_mm is None else mm(job, edit.width_mm, "obstacle.width_mm")
    at = snap(job, leg.length_mm / 3) if edit.at_mm is None else mm(job, edit.at_mm, "obstacle.at_mm")
    document = write_job(job)
    thing = Obstacle(id=next_id("X", job.fence.obstacles), leg=edit.leg, at_mm=at, width_mm=width, what=edit.what)
    document["fence"]["obstacles"].append(thing.model_dump())
    return document


def change_obstacle(job: FenceJob, edit: ChangeObstacle) -> dict[str, Any]:
    return change(job, "obstacles", edit.id, edit.values, edit.snap)


def remove_obstacle(job: FenceJob, edit: RemoveObstacle) -> dict[str, Any]:
    return remove(job, "obstacles", edit.id)


EDITS: Mapping[type[Any], Callable[[Any, Any], dict[str, Any]]] = {
    ChangeLeg: leg, AddLeg: add_leg, RemoveLeg: remove_leg, MoveCorner: move_corner,
    AddObstacle: add_obstacle, ChangeObstacle: change_obstacle, RemoveObstacle: remove_obstacle,
}  # fmt: skip
