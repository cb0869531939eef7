"""The document of a fence: its line, ground, bays, posts, rails, boards and gates."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from rowstake.core.catalogue import CATALOGUE, StyleEntry, pick
from rowstake.core.faults import faults_of
from rowstake.core.job.base import Common, Key, Length, LengthOrZero
from rowstake.core.job.block import Block


class Leg(Block):
    """A straight from corner to corner, measured post centre to post centre.

    `turn_deg` is the change of direction at its start: 0 goes straight on, 90 turns left, −90 right.
    On the first leg it is the direction on the plan.
    """

    length_mm: Length
    turn_deg: Annotated[float, Field(gt=-180, lt=180)] = 0


class Gate(Block):
    """A clear opening between two gate posts; `at_mm` runs from the leg's start to the near edge of the opening."""

    id: Key
    leg: Annotated[int, Field(ge=0)]
    at_mm: LengthOrZero
    opening_mm: Annotated[float, Field(ge=300, le=12_000)]
    leaves: Literal[1, 2] = 1
    hinge: Literal["start", "end"] = "start"
    swing: Literal["left", "right"] = "left"
    rise_left_mm: Annotated[float, Field(ge=-5000, le=5000)] = 0
    rise_right_mm: Annotated[float, Field(ge=-5000, le=5000)] = 0
    """How much higher the ground lies one opening's width out from the line, to the left and to the right."""
    wheel: bool = False
    stop: bool = False


class Obstacle(Block):
    """A stretch along a leg in which no hole may be dug: a tree, a pipe, a root."""

    id: Key
    leg: Annotated[int, Field(ge=0)]
    at_mm: LengthOrZero
    width_mm: Annotated[float, Field(gt=0, le=10_000)]
    what: Annotated[str, Field(min_length=1, max_length=40)] = "tree"


class Fixed(Block):
    """A post that stands already, where it stands: its middle from the leg's start. Bays are divided between what stands; with `as_is` the
    bay before it stays one bay, however wide. `depth_mm` is how deep its hole was dug."""

    leg: Annotated[int, Field(ge=0)]
    at_mm: LengthOrZero
    as_is: bool = False
    depth_mm: Annotated[float, Field(ge=0, le=5000)] | None = None


class GroundPoint(Block):
    """The level of the ground at a station, above (below zero: below) the datum; `on` holds from here to the next."""

    leg: Annotated[int, Field(ge=0)]
    at_mm: LengthOrZero
    level_mm: Annotated[float, Field(ge=-1_000_000, le=1_000_000)]
    on: Literal["soil", "wall"] = "soil"


class Slope(Block):
    """How the fence goes over the ground; `equal_steps` evens out the steps of a stepped run.

    `level` keeps the tops of the whole line in one level line, set from the `datum`: the fence's height above the
    ground at a corner (0 is the start, 1 the end of leg 1…), above the highest wall, or what the height limit allows.
    `fill` cuts the boards of level bays down to the ground, so that no gap is left under them.
    """

    way: Literal["stepped", "raked", "contour", "level"] = "stepped"
    equal_steps: bool = False
    datum: Literal["corner", "wall", "limit"] = "corner"
    corner: Annotated[int, Field(ge=0, le=400)] = 0
    fill: bool = False


class Bays(Block):
    """Equal division, or a fixed module with its remainder in one bay. `told` says what `max_mm` and `module_mm` mean."""

    way: Literal["equal", "module"] = "equal"
    told: Literal["centres", "clear"] = "centres"
    max_mm: Annotated[float, Field(ge=200, le=20_000)]
    module_mm: Annotated[float, Field(ge=200, le=20_000)]
    remainder: Literal["start", "end"] = "end"


class Posts(Block):
    size: str
    gate_size: str
    species: str
    method: str = "full"
    school: Literal["third", "fixed"] = "third"
    fixed_depth_mm: Annotated[float, Field(ge=0, le=5000)]
    wind_checked: bool = False
    depth_mm: Annotated[float, Field(ge=200, le=5000)] | None = None
    """A depth in the ground that the builder insists on; None lets the deepest rule govern."""
    gravel_mm: Annotated[float, Field(ge=0, le=1000)]
    hole_mm: Annotated[float, Field(ge=50, le=2000)] | None = None
    proud_mm: Annotated[float, Field(ge=0, le=1000)]
    bag: str
    doubled: Literal["none", "gates", "all"] = "none"
    """Which posts get a second one screwed to them, in its own hole."""
    at_wall: Literal["on", "back", "front", "behind"] = "on"
    """How posts stand where the line runs on a wall: on its top, bolted to its back, or in the soil before or behind it."""
    wall_over_soil_mm: Annotated[float, Field(ge=100, le=5000)] = 600
    wall_thick_mm: Annotated[float, Field(ge=50, le=2000)] = 215
    plate_moment_nm: Annotated[float, Field(gt=0, le=100_000)] | None = None
    """The moment a post base or a row of bolts is rated for by its maker; None where it is not known."""


class Rails(Block):
    size: str
    fixing: Literal["face", "between", "let_in"] = "face"
    count: Annotated[int, Field(ge=2, le=8)] | None = None
    longest_mm: Annotated[float, Field(ge=300, le=12_000)] | None = None
    """The longest rail the builder will buy or handle; None takes the longest on sale."""


class Skin(Block):
    """The boards. Height is from their lower to their upper end; the ground gap comes below."""

    style: str
    board: str
    height_mm: Annotated[float, Field(ge=300, le=6000)]
    ground_gap_mm: Annotated[float, Field(ge=0, le=1000)]
    fit: Literal["exact", "balanced", "whole", "even"]
    gap_mm: Annotated[float, Field(ge=0, le=1000)]
    lap_mm: Annotated[float, Field(ge=0, le=300)]
    side: Literal["left", "right"] = "right"
    start: Literal["start", "end"] = "start"
    stock: Literal["wet", "yard", "indoors", "meter"] = "yard"
    meter_pct: Annotated[float, Field(ge=4, le=60)] | None = None
    """How damp the boards are when they are fixed; a meter reading where `stock` says so."""
    measured_mm: Annotated[float, Field(ge=20, le=2000)] | None = None
    """How wide the boards that were delivered are, where they were measured."""
    both_faces: bool = False
    """Sheets on both faces of the fence."""
    fixing: Literal["screws", "nails", "adhesive"] = "screws"
    finish: Literal["none", "early", "dry"] = "none"
    """Stain or oil: as soon as it soaks in, or after the boards have dried out."""


class Trims(Block):
    """What finishes a fence: a gravel board below the boards, a flat cap rail over all, caps on the posts."""

    gravel_board: str | None = None
    cap_rail: str | None = None
    post_caps: bool = False
    end_covers: bool = False
    """Strips ripped from boards that cover the ends of rails and boards at ends and gates."""


class GateFrame(Block):
    frame: str
    hinge_gap_mm: Annotated[float, Field(ge=0, le=100)]
    latch_gap_mm: Annotated[float, Field(ge=0, le=100)]
    joint: Literal["between", "half_lap"] = "between"
    """Rails between the stiles, or half-lapped with them."""
    through: bool = False
    """The fence's boards run on over the leaves, board for board."""
    bars_mm: Annotated[float, Field(ge=0, le=2000)] = 0
    """The clear height of a panel of bars at the top of each leaf; 0 for none."""
    bars_on: Literal["equal", "boards"] = "equal"
    bar_mm: Annotated[float, Field(ge=6, le=60)] = 16
    bar_gap_mm: Annotated[float, Field(ge=20, le=300)] = 95
    connector_mm: Annotated[float, Field(ge=0, le=60)] = 8
    """What a bar's connector takes at each end."""


class Fence(Block):
    start_x_mm: float = 0
    start_y_mm: float = 0
    legs: Annotated[list[Leg], Field(min_length=1, max_length=400)]
    gates: Annotated[list[Gate], Field(max_length=400)] = []
    obstacles: Annotated[list[Obstacle], Field(max_length=400)] = []
    fixed: Annotated[list[Fixed], Field(max_length=2000)] = []
    ground: Annotated[list[GroundPoint], Field(max_length=4000)] = []
    falls_mm: Annotated[float, Field(ge=-100_000, le=100_000)] = 0.0
    """Where no levels are given: the ground falls evenly by so much from end to end; below zero it rises."""
    slope: Slope = Slope()
    bays: Bays
    posts: Posts
    rails: Rails
    skin: Skin
    gate_frame: GateFrame
    trims: Trims = Trims()


class FenceVariant(Block):
    """Another way of doing the same fence, set aside for comparison."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    fence: Fence


class FenceJob(Common):
    fence: Fence
    variants: Annotated[list[FenceVariant], Field(max_length=2)] = []


def bays_of(entry: StyleEntry, region: str) -> dict[str, Any]:
    """What a style asks of the bays: where sheets meet on posts, the sheet and its joint are the module."""
    if not entry.on_centres:
        return {}
    module = CATALOGUE.sections[entry.boards[region]].width_mm + entry.gap_mm
    return {"way": "module", "told": "centres", "module_mm": module}


def new_fence(name: str, region: str, legs: list[Leg], style: str = "close_butted") -> FenceJob:
    """A job with the region's defaults along a first line. Raises `JobFault`."""
    facts = pick(CATALOGUE.regions, region, "region")
    entry = pick(CATALOGUE.styles, style, "style")
    try:
        return FenceJob(
            name=name,
            region=region,
            units=facts.units,
            fence=Fence(
                legs=legs,
                bays=Bays(max_mm=facts.max_bay_mm, module_mm=facts.max_bay_mm).model_copy(
                    update=bays_of(entry, region)
                ),
                posts=Posts(
                    size=facts.post,
                    gate_size=facts.gate_post,
                    species=facts.species,
                    fixed_depth_mm=facts.fixed_depth_mm,
                    wind_checked=True,
                    gravel_mm=facts.gravel_mm,
                    proud_mm=facts.proud_mm,
                    bag=facts.bags[0],
                ),
                rails=Rails(size=facts.rail),
                skin=Skin(
                    style=style,
                    board=entry.boards[region],
                    height_mm=facts.height_mm,
                    ground_gap_mm=facts.ground_gap_mm,
                    fit=entry.fits[0],
                    gap_mm=entry.gap_mm,
                    lap_mm=entry.lap_mm,
                    stock=entry.stock,
                ),
                gate_frame=GateFrame(
                    frame=facts.gate_frame,
                    hinge_gap_mm=facts.hinge_gap_mm,
                    latch_gap_mm=facts.latch_gap_mm,
                ),
            ),
        )
    except ValidationError as error:
        raise faults_of(error) from None
