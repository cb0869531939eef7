"""Edits: every change a person or a fix makes to a job, each one small and by name.

The browser sends these, advice offers them, and both go through `apply`. Lengths may be text in any unit.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Annotated, Any, Literal, TypeVar

from pydantic import BaseModel, ConfigDict, Field, TypeAdapter, ValidationError

from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.faults import refuse
from rowstake.core.fence.line import LegLine, Point, lay_line
from rowstake.core.ground import read_levels
from rowstake.core.job import Cut, DeckJob, FenceJob, Gate, Job, Leg, LowerLevel, Obstacle, read_job, write_job
from rowstake.core.measure import parse_length
from rowstake.core.reckoners.base import faults_of

LengthText = float | str
SNAP_DEG = 5.0
SQUARE_DEG = 8.0
"""A dragged corner within this of 0, 45 or 90° snaps to it; else to the next 5°."""


class Change(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Set(Change):
    """Put a value at a dotted path of the document; text at a path ending in `_mm` is read as a length."""

    do: Literal["set"]
    path: str
    value: Any


class ChooseStyle(Change):
    """Take a style with its usual board, fit, gap and lap; where sheets set the bay, with its module."""

    do: Literal["style"]
    style: str


class ChangeLeg(Change):
    """Type a leg's length, or the inner angle and side of the corner before it."""

    do: Literal["leg"]
    index: int
    length_mm: LengthText | None = None
    angle_deg: float | None = None
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


class AddGate(Change):
    do: Literal["add_gate"]
    leg: int = 0
    at_mm: LengthText | None = None
    opening_mm: LengthText | None = None


class ChangeGate(Change):
    do: Literal["gate"]
    id: str
    values: dict[str, Any]
    snap: bool = False


class RemoveGate(Change):
    do: Literal["remove_gate"]
    id: str


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


class SetLevels(Change):
    """The ground from typed, pasted or CSV rows; with `instrument_mm`, rows are staff readings. Empty text: level ground."""

    do: Literal["levels"]
    text: str
    instrument_mm: LengthText | None = None


class AddCut(Change):
    """Take something out of a deck's shape: a notch or clip at a corner, or a hole for a tree, a pipe, a post."""

    do: Literal["add_cut"]
    kind: Literal["notch", "clip", "hole"]
    corner: Literal["house_left", "house_right", "far_left", "far_right"] = "far_right"
    what: str = "tree"


class RemoveCut(Change):
    do: Literal["remove_cut"]
    id: str


class AddLevel(Change):
    """Another level before the far edge of a deck, one riser down."""

    do: Literal["add_level"]


class RemoveLevel(Change):
    do: Literal["remove_level"]
    id: str


class SizeDeck(Change):
    """Drag the far edge or the right end of a deck, or the corner of both; it snaps to what a tape can read."""

    do: Literal["size_deck"]
    width_mm: float | None = None
    out_mm: float | None = None


class SetAside(Change):
    """Keep the work as it stands as a variant, and go on working on it."""

    do: Literal["set_aside"]
    name: str


class TakeVariant(Change):
    """Swap a variant with the one in hand; with `only`, drop all the others."""

    do: Literal["take_variant"]
    name: str
    only: bool = False


class DropVariants(Change):
    do: Literal["drop_variants"]


Edit = Annotated[
    Set | ChooseStyle | ChangeLeg | AddLeg | RemoveLeg | MoveCorner | AddGate | ChangeGate | RemoveGate
    | AddObstacle | ChangeObstacle | RemoveObstacle | SetLevels
    | AddCut | RemoveCut | SizeDeck | AddLevel | RemoveLevel
    | SetAside | TakeVariant | DropVariants,
    Field(discriminator="do"),
]  # fmt: skip
_EDIT: TypeAdapter[Any] = TypeAdapter(Edit)


def read_edit(raw: dict[str, Any]) -> Change:
    """An edit from plain data, as a fix or the browser gives it."""
    try:
        edit: Change = _EDIT.validate_python(raw)
    except ValidationError as error:
        raise faults_of(error, "edit.") from None
    return edit


J = TypeVar("J", bound=FenceJob | DeckJob)


def apply(job: J, edits: list[Change]) -> J:
    """The job after the edits, in order. The given job is not changed. Raises `JobFault`."""
    for edit in edits:
        made = _DO[type(edit)]
        if not isinstance(job, made.about):
            raise refuse(
                "edit.do",
                edit.model_dump()["do"],
                "a change that this kind of job has",
                "That change is for another kind of job",
            )
        document = made.change(job, edit)
        job = document if isinstance(document, FenceJob | DeckJob) else read_job(document)  # type: ignore[assignment]
    return job


def apply_raw(job: J, raw: list[dict[str, Any]]) -> J:
    """`apply` for edits as plain data."""
    return apply(job, [read_edit(r) for r in raw])


def _mm(job: Job, value: Any, field: str, signed: bool = False) -> float:
    return parse_length(value, job.units, field, signed) if isinstance(value, str) else float(value)


def _snap(job: Job, mm: float) -> float:
    step = CATALOGUE.regions[job.region].snap_mm
    return max(0.0, round(mm / step) * step)


def _step(at: Any, key: str) -> Any:
    """One step along a dotted path: a key of a table or a number in a list; None where there is nothing."""
    if isinstance(at, list):
        return at[int(key)] if key.isdigit() and int(key) < len(at) else None
    return at.get(key) if isinstance(at, dict) else None


def _set(job: Job, edit: Set) -> dict[str, Any]:
    document = write_job(job)
    *parents, last = edit.path.split(".")
    at: Any = document
    for key in parents:
        at = _step(at, key)
    if not isinstance(at, dict) or last not in at or edit.path in ("schema", "region"):
        raise refuse("edit.path", edit.path, "the path of one value in the job", f"There is nothing at “{edit.path}”")
    is_length = last.endswith("_mm") and edit.value is not None
    at[last] = _mm(job, edit.value, edit.path) if is_length else edit.value
    return document


def _style(job: FenceJob, edit: ChooseStyle) -> dict[str, Any]:
    entry = pick(CATALOGUE.styles, edit.style, "fence.skin.style")
    document = write_job(job)
    board = entry.boards[job.region]
    document["fence"]["skin"].update(
        style=edit.style, board=board, fit=entry.fits[0], gap_mm=entry.gap_mm, lap_mm=entry.lap_mm
    )
    if entry.on_centres:
        module = CATALOGUE.sections[board].width_mm + entry.gap_mm
        document["fence"]["bays"].update(way="module", told="centres", module_mm=module)
    return document


def _leg_at(job: FenceJob, index: int) -> Leg:
    if not 0 <= index < len(job.fence.legs):
        raise refuse("edit.index", index + 1, f"leg 1 to {len(job.fence.legs)}", f"There is no leg {index + 1}")
    return job.fence.legs[index]


def _turn(angle_deg: float, side: str, field: str) -> float:
    if not 0 < angle_deg <= 180:
        raise refuse(
            field,
            f"{angle_deg:g}°",
            "more than 0° and at most 180° (straight on)",
            "A corner cannot have that angle",
        )
    return (180.0 - angle_deg) * (1 if side == "left" else -1)


def _leg(job: FenceJob, edit: ChangeLeg) -> dict[str, Any]:
    leg = _leg_at(job, edit.index)
    document = write_job(job)
    at, field = document["fence"]["legs"][edit.index], f"fence.legs.{edit.index}"
    if edit.length_mm is not None:
        at["length_mm"] = _mm(job, edit.length_mm, f"{field}.length_mm")
    if edit.angle_deg is not None or edit.side is not None:
        side = edit.side or ("left" if leg.turn_deg >= 0 else "right")
        angle = 180.0 - abs(leg.turn_deg) if edit.angle_deg is None else edit.angle_deg
        at["turn_deg"] = _turn(angle, side, f"{field}.angle")
    return document


def _snapped_leg(job: FenceJob, start: Point, end: Point, heading: float) -> tuple[float, float]:
    """(length, turn in degrees from `heading`) of a leg drawn to a point, snapped to the tape and the square."""
    length = max(
        _snap(job, math.hypot(end[0] - start[0], end[1] - start[1])),
        CATALOGUE.regions[job.region].snap_mm * 4,
    )
    turn = math.degrees(math.atan2(end[1] - start[1], end[0] - start[0]) - heading)
    turn = (turn + 180) % 360 - 180
    square = round(turn / 45) * 45
    turn = square if abs(turn - square) <= SQUARE_DEG else round(turn / SNAP_DEG) * SNAP_DEG
    return length, -175.0 if turn <= -180 else 175.0 if turn >= 180 else float(turn)


def _line_of(job: FenceJob) -> list[LegLine]:
    return lay_line(job.fence.legs, (job.fence.start_x_mm, job.fence.start_y_mm))


def _add_leg(job: FenceJob, edit: AddLeg) -> dict[str, Any]:
    document = write_job(job)
    last = _line_of(job)[-1]
    if edit.x_mm is not None and edit.y_mm is not None:
        length, turn = _snapped_leg(job, last.end, (edit.x_mm, edit.y_mm), last.heading)
    else:
        length = _mm(job, edit.length_mm if edit.length_mm is not None else 3000.0, "leg.length_mm")
        turn = _turn(edit.angle_deg, edit.side, "leg.angle")
    document["fence"]["legs"].append({"length_mm": length, "turn_deg": turn})
    return document


def _remove_leg(job: FenceJob, edit: RemoveLeg) -> dict[str, Any]:
    _leg_at(job, edit.index)
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


def _move_corner(job: FenceJob, edit: MoveCorner) -> dict[str, Any]:
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


def _next_id(letter: str, things: Sequence[Gate | Obstacle | Cut | LowerLevel]) -> str:
    used = {t.id for t in things}
    return next(f"{letter}{n}" for n in range(1, len(used) + 2) if f"{letter}{n}" not in used)


def _add_gate(job: FenceJob, edit: AddGate) -> dict[str, Any]:
    leg = _leg_at(job, edit.leg)
    facts = CATALOGUE.regions[job.region]
    opening = facts.gate_opening_mm if edit.opening_mm is None else _mm(job, edit.opening_mm, "gate.opening_mm")
    middle = _snap(job, (leg.length_mm - opening) / 2)
    at = middle if edit.at_mm is None else _mm(job, edit.at_mm, "gate.at_mm")
    document = write_job(job)
    gate = Gate(id=_next_id("G", job.fence.gates), leg=edit.leg, at_mm=at, opening_mm=opening)
    document["fence"]["gates"].append(gate.model_dump())
    return document


def _add_obstacle(job: FenceJob, edit: AddObstacle) -> dict[str, Any]:
    leg = _leg_at(job, edit.leg)
    width = 500.0 if edit.width_mm is None else _mm(job, edit.width_mm, "obstacle.width_mm")
    at = _snap(job, leg.length_mm / 3) if edit.at_mm is None else _mm(job, edit.at_mm, "obstacle.at_mm")
    document = write_job(job)
    thing = Obstacle(id=_next_id("X", job.fence.obstacles), leg=edit.leg, at_mm=at, width_mm=width, what=edit.what)
    document["fence"]["obstacles"].append(thing.model_dump())
    return document


def _thing(document: dict[str, Any], kind: str, key: str) -> dict[str, Any]:
    for thing in document["fence"][kind]:
        if thing["id"] == key:
            found: dict[str, Any] = thing
            return found
    known = ", ".join(t["id"] for t in document["fence"][kind]) or "none"
    raise refuse("edit.id", key, known, f"There is no “{key}”")


def _change(job: FenceJob, edit: ChangeGate | ChangeObstacle) -> dict[str, Any]:
    kind = "gates" if isinstance(edit, ChangeGate) else "obstacles"
    document = write_job(job)
    thing = _thing(document, kind, edit.id)
    where = f"fence.{kind}.{document['fence'][kind].index(thing)}"
    for key, value in edit.values.items():
        if key not in thing or key == "id":
            raise refuse(f"{where}.{key}", value, ", ".join(k for k in thing if k != "id"), f"There is no “{key}” here")
        if key.endswith("_mm"):
            value = _mm(job, value, f"{where}.{key}")
            if edit.snap and key == "at_mm":
                leg = _leg_at(job, thing["leg"])
                value = max(
                    0.0,
                    min(_snap(job, value), leg.length_mm - float(thing.get("opening_mm") or thing["width_mm"])),
                )
        thing[key] = value
    return document


def _remove(job: FenceJob, edit: RemoveGate | RemoveObstacle) -> dict[str, Any]:
    kind = "gates" if isinstance(edit, RemoveGate) else "obstacles"
    document = write_job(job)
    document["fence"][kind].remove(_thing(document, kind, edit.id))
    return document


def _levels(job: FenceJob, edit: SetLevels) -> dict[str, Any]:
    height = (
        None if edit.instrument_mm in (None, "") else _mm(job, edit.instrument_mm, "instrument height", signed=True)
    )
    document = write_job(job)
    document["fence"]["ground"] = read_levels(edit.text, job.units, height)
    return document


def _set_aside(job: Job, edit: SetAside) -> dict[str, Any]:
    document = write_job(job)
    names = {v["name"] for v in document["variants"]}
    if edit.name in names or not edit.name.strip():
        raise refuse("variants.name", edit.name, "a name that no other variant has", "That name is taken")
    kind = "deck" if "deck" in document else "fence"
    document["variants"].append({"name": edit.name, kind: document[kind]})
    return document


def _take_variant(job: Job, edit: TakeVariant) -> dict[str, Any]:
    document = write_job(job)
    variants = document["variants"]
    found = next((v for v in variants if v["name"] == edit.name), None)
    if found is None:
        known = ", ".join(v["name"] for v in variants) or "none"
        raise refuse("variants.name", edit.name, known, f"There is no variant “{edit.name}”")
    kind = "deck" if "deck" in document else "fence"
    document[kind], found[kind] = found[kind], document[kind]
    if edit.only:
        document["variants"] = []
    return document


def _drop_variants(job: Job, edit: DropVariants) -> dict[str, Any]:
    return {**write_job(job), "variants": []}


CUT_NAMES = {"notch": "N", "clip": "C", "hole": "H"}


def _add_cut(job: DeckJob, edit: AddCut) -> dict[str, Any]:
    """A first size that fits: a quarter of the deck for a notch, a sixth for a clip, a hole in the middle."""
    document, shape = write_job(job), job.deck.shape
    share = {"notch": 0.3, "clip": 0.18, "hole": 0.12}[edit.kind]
    along, out = (_snap(job, share * v) or 100.0 for v in (shape.width_mm, shape.out_mm))
    if edit.kind == "clip":
        along = out = min(along, out)
    cut = Cut(
        id=_next_id(CUT_NAMES[edit.kind], shape.cuts), kind=edit.kind, corner=edit.corner, along_mm=along, out_mm=out,
        x_mm=_snap(job, shape.width_mm * 0.44), y_mm=_snap(job, shape.out_mm * 0.44), what=edit.what,
    )  # fmt: skip
    document["deck"]["shape"]["cuts"].append(cut.model_dump())
    return document


def _remove_cut(job: DeckJob, edit: RemoveCut) -> dict[str, Any]:
    document = write_job(job)
    cuts = document["deck"]["shape"]["cuts"]
    found = [c for c in cuts if c["id"] == edit.id]
    if not found:
        known = ", ".join(c["id"] for c in cuts) or "none"
        raise refuse("edit.id", edit.id, known, f"Nothing called “{edit.id}” is cut out")
    cuts.remove(found[0])
    return document


def _add_level(job: DeckJob, edit: AddLevel) -> dict[str, Any]:
    """Half as wide as the deck, before its far edge, one riser down."""
    document, deck = write_job(job), job.deck
    below = [*(low.height_mm for low in deck.lower), deck.levels.height_mm]
    out = deck.shape.out_mm + sum(low.shape.out_mm for low in deck.lower)
    level = {
        "id": _next_id("Q", deck.lower), "x_mm": 0.0, "y_mm": out,
        "height_mm": max(60.0, min(below) - CATALOGUE.regions[job.region].riser_mm),
        "shape": {"width_mm": max(900.0, _snap(job, deck.shape.width_mm / 2)), "out_mm": max(600.0, _snap(job, deck.shape.out_mm / 3))},
    }  # fmt: skip
    document["deck"]["lower"].append(level)
    return document


def _remove_level(job: DeckJob, edit: RemoveLevel) -> dict[str, Any]:
    document = write_job(job)
    levels = document["deck"]["lower"]
    found = [level for level in levels if level["id"] == edit.id]
    if not found:
        known = ", ".join(level["id"] for level in levels) or "none"
        raise refuse("edit.id", edit.id, known, f"There is no level “{edit.id}”")
    levels.remove(found[0])
    return document


def _size_deck(job: DeckJob, edit: SizeDeck) -> dict[str, Any]:
    document = write_job(job)
    for key, value in (("width_mm", edit.width_mm), ("out_mm", edit.out_mm)):
        if value is not None:
            document["deck"]["shape"][key] = max(600.0, _snap(job, value))
    return document


@dataclass(frozen=True, slots=True)
class Made:
    """How an edit is made, and the jobs it is for."""

    change: Callable[[Any, Any], Any]
    about: tuple[type, ...] = (FenceJob,)


BOTH, DECK = (FenceJob, DeckJob), (DeckJob,)
_DO: dict[type[Change], Made] = {
    Set: Made(_set, BOTH),
    ChooseStyle: Made(_style),
    ChangeLeg: Made(_leg),
    AddLeg: Made(_add_leg),
    RemoveLeg: Made(_remove_leg),
    MoveCorner: Made(_move_corner),
    AddGate: Made(_add_gate),
    ChangeGate: Made(_change),
    RemoveGate: Made(_remove),
    AddObstacle: Made(_add_obstacle),
    ChangeObstacle: Made(_change),
    RemoveObstacle: Made(_remove),
    SetLevels: Made(_levels),
    AddCut: Made(_add_cut, DECK),
    RemoveCut: Made(_remove_cut, DECK),
    SizeDeck: Made(_size_deck, DECK),
    AddLevel: Made(_add_level, DECK),
    RemoveLevel: Made(_remove_level, DECK),
    SetAside: Made(_set_aside, BOTH),
    TakeVariant: Made(_take_variant, BOTH),
    DropVariants: Made(_drop_variants, BOTH),
}
