"""The document of a deck: its shape, house, levels, frame, footings, boards and borders."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import AfterValidator, Field, ValidationError

from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.faults import faults_of
from rowstake.core.job.base import Common, Key, LengthOrZero
from rowstake.core.job.block import Block

DeckSide = Literal["house", "left", "right", "far"]


class Cut(Block):
    """What is taken out of the rectangle: a notch at a corner (two make a T, one an L), a clipped corner, or a hole.

    A notch or clip is `along_mm` by `out_mm` from its corner; a hole starts `x_mm` from the left end and `y_mm` from the house.
    """

    id: Key
    kind: Literal["notch", "clip", "hole"]
    corner: Literal["house_left", "house_right", "far_left", "far_right"] = "far_right"
    x_mm: LengthOrZero = 0
    y_mm: LengthOrZero = 0
    along_mm: Annotated[float, Field(ge=20, le=30_000)]
    out_mm: Annotated[float, Field(ge=20, le=30_000)]
    what: Annotated[str, Field(min_length=1, max_length=40)] = "tree"


class DeckShape(Block):
    """The edge of the boards seen from above: so wide along the house, so far out from it, less what is cut out."""

    width_mm: Annotated[float, Field(ge=600, le=40_000)]
    out_mm: Annotated[float, Field(ge=600, le=40_000)]
    cuts: Annotated[list[Cut], Field(max_length=20)] = []


class Squaring(Block):
    """Both diagonals of a level's frame as they read on site, from the left and from the right end of the side nearest the house."""

    diagonal_a_mm: Annotated[float, Field(gt=0, le=60_000)] | None = None
    diagonal_b_mm: Annotated[float, Field(gt=0, le=60_000)] | None = None


class Level(Block):
    """One level: where its own left end nearest the house lies on the plan, and its finished height over the ground at the left
    end of the house wall. The first is the deck at the house; the others stand free before it and are built as it is."""

    id: Key = "main"
    x_mm: Annotated[float, Field(ge=-30_000, le=60_000)] = 0
    y_mm: Annotated[float, Field(ge=0, le=60_000)] = 0
    height_mm: Annotated[float, Field(ge=40, le=6000)]
    shape: DeckShape
    squaring: Squaring = Squaring()


def _first_at_the_house(levels: list[Level]) -> list[Level]:
    if levels[0].x_mm or levels[0].y_mm:
        raise ValueError("the first level at the house, 0 along and 0 out: everything is measured from there")
    return levels


Levels = Annotated[list[Level], Field(min_length=1, max_length=5), AfterValidator(_first_at_the_house)]


class House(Block):
    """The wall the deck meets, and its door. `sill_mm` is the door sill above the ground at the house."""

    support: Literal["ledger", "free"] = "ledger"
    siding: Literal["lap", "board", "render", "masonry", "veneer"] = "lap"
    cantilevered_floor: bool = False
    also: list[Literal["left", "right"]] = []
    """Ends of the deck that meet another wall of the house: no overhang, border or fascia there."""
    sill_mm: LengthOrZero
    step_mm: Annotated[float, Field(ge=0, le=400)]
    """The least step down from the sill to the boards."""
    window: Literal["none", "plain", "low_e"] = "none"


class DeckGround(Block):
    """How the ground falls from the left end of the house wall, over the size of the first level."""

    fall_out_mm: Annotated[float, Field(ge=-3000, le=3000)] = 0
    """How much lower the ground lies at the far edge."""
    fall_along_mm: Annotated[float, Field(ge=-3000, le=3000)] = 0
    """How much lower the ground lies at the right end."""
    paving_mm: Annotated[float, Field(ge=0, le=500)] = 0
    """How much a paving still to come lifts the ground at the foot."""


class Thresholds(Block):
    """Heights over which a guard and a permit are asked for here, and what steps and guards are held to; None takes the usual one."""

    guard_over_mm: Annotated[float, Field(ge=100, le=3000)] | None = None
    permit_over_mm: Annotated[float, Field(ge=100, le=3000)] | None = None
    riser_mm: Annotated[float, Field(ge=100, le=255)] | None = None
    """The highest riser."""
    going_mm: Annotated[float, Field(ge=200, le=500)] | None = None
    """The least going."""
    differ_mm: Annotated[float, Field(ge=0, le=25)] | None = None
    """The most that risers may differ."""
    open_mm: Annotated[float, Field(ge=50, le=200)] | None = None
    """What must not pass through a guard or between treads."""
    triangle_mm: Annotated[float, Field(ge=50, le=250)] | None = None
    """What must not pass between tread, riser and the rail of a guard on a flight."""
    handrail_risers: Annotated[int, Field(ge=2, le=20)] | None = None
    """From so many risers on a handrail."""


class Loads(Block):
    live_kpa: Annotated[float, Field(ge=1, le=10)]
    dead_kpa: Annotated[float, Field(ge=0.1, le=5)]
    snow_kpa: Annotated[float, Field(ge=0, le=15)] = 0


class Joists(Block):
    """None lets the rules propose: the smallest size whose span reaches, the spacing the boards ask for."""

    size: str | None = None
    spacing_mm: Annotated[float, Field(ge=150, le=900)] | None = None
    measured_mm: Annotated[float, Field(ge=60, le=400)] | None = None
    """The depth of the joists delivered, where it was measured."""
    hanger_kn: Annotated[float, Field(ge=0.5, le=60)] | None = None
    """What the maker of the hangers rates each for; None takes a careful figure for the depth of the joists."""
    hold_kn: Annotated[float, Field(ge=0.05, le=60)] | None = None
    """What the maker of the hangers and ties rates each to hold down; None takes what their nails hold unasked."""
    doubled_ends: bool = False
    tape: bool = False
    left_long: bool = False
    guard_blocks: bool = False
    """Blocks in pairs for guard posts along the ends, before the boards close them in."""


class Beams(Block):
    way: Literal["dropped", "flush"] = "dropped"
    size: str | None = None
    plies: Literal[1, 2, 3] | None = None
    rows: Annotated[int, Field(ge=1, le=12)] | None = None
    overhang_mm: Annotated[float, Field(ge=0, le=2000)] | None = None
    """How far joists run past the outer beam; None takes a sixth of the way, to a tidy figure."""


class FixedPost(Block):
    """A post, or its footing, that stands already: how far along its beam it is off where it would be, and how deep it was dug. The others of its beam are
    divided anew between those that stand and its ends."""

    beam: Annotated[str, Field(min_length=1, max_length=20)]
    post: Annotated[int, Field(ge=1, le=400)]
    """Along its beam, from 1."""
    off_mm: Annotated[float, Field(ge=-2000, le=2000)] = 0
    depth_mm: Annotated[float, Field(ge=50, le=5000)] | None = None


class DeckPosts(Block):
    size: str
    most_mm: Annotated[float, Field(ge=500, le=6000)] | None = None
    """The widest post spacing the builder wants; None lets the beam govern."""
    fixed: Annotated[tuple[FixedPost, ...], Field(max_length=400)] = ()


class Footings(Block):
    kind: str
    soil_known: bool = False
    pile_kn: Annotated[float, Field(gt=0, le=500)] | None = None
    slab_mm: Annotated[float, Field(ge=50, le=500)] | None = None
    top_mm: Annotated[float, Field(ge=-300, le=600)] = 50
    """The top of the footing over the ground beside it."""
    bag: str


class Ledger(Block):
    fastener: Literal["lag_13mm", "bolt_13mm", "bolt_13mm_spaced", "rated_screw"] = "bolt_13mm"
    screw_kn: Annotated[float, Field(gt=0, le=100)] | None = None
    """What one structural screw carries by its maker; None: what one of any make does."""
    bracket_kn: Annotated[float, Field(gt=0, le=100)] | None = None
    """Brackets rated for brick veneer carry the ledger, each by its maker's rating; None: fixed to the wall itself."""
    bracket_gap_most_mm: Annotated[float, Field(gt=0, le=500)] = 115
    veneer_gap_mm: Annotated[float, Field(gt=0, le=500)] | None = None
    """The most a bracket reaches over from the wall's frame to the face of the brick, and what was measured."""


class Border(Block):
    """Boards that frame the field, on chosen sides of the outline; the nailers they need come with them."""

    boards: Literal[0, 1, 2] = 0
    sides: list[DeckSide] = ["left", "far", "right"]
    corner: Literal["mitred", "butted"] = "mitred"


class DeckBoarding(Block):
    product: str
    run: Literal["along", "across", "diagonal"] = "along"
    """Along the house, straight out from it, or at 45°."""
    start: Literal["far", "house"] = "far"
    gap_mm: Annotated[float, Field(ge=0, le=30)]
    fit: Literal["rip", "gap", "balanced"] = "rip"
    overhang_mm: Annotated[float, Field(ge=0, le=80)]
    border: Border = Border()
    breaker: bool = False
    fixing: Literal["screws", "clips", "strips", "plugs"] = "screws"
    trim_ends_mm: Annotated[float, Field(ge=0, le=50)] = 0
    stock: Literal["wet", "yard", "indoors", "meter"] = "yard"
    meter_pct: Annotated[float, Field(ge=4, le=60)] | None = None
    measured_mm: Annotated[float, Field(ge=20, le=2000)] | None = None
    """How wide the boards that were delivered are, where they were measured."""
    fascia: str | None = None
    edge_screws: bool = False
    """Face-screw the edge rows as well, as a wind zone may ask."""


class Steps(Block):
    """A flight on an edge of a level. `at_mm` is where it begins, along the edge from the level's left end, or out from the house on
    the left and right sides. None lets the rules propose: the region's highest riser, the going that whole tread boards make, and
    the shallowest stringer that its notches leave enough of."""

    id: Key
    level: Key = "main"
    side: DeckSide = "far"
    at_mm: Annotated[float, Field(ge=0, le=40_000)] = 0
    width_mm: Annotated[float, Field(ge=400, le=40_000)]
    max_riser_mm: Annotated[float, Field(ge=80, le=260)] | None = None
    going_mm: Annotated[float, Field(ge=150, le=900)] | None = None
    nosing_mm: Annotated[float, Field(ge=0, le=60)] = 25
    closed: bool = True
    """Boards close the risers."""
    framed: bool = False
    """A board at either end of every tread, mitred to the one at the nose."""
    top: Literal["down", "level"] = "down"
    """The first tread one riser under the deck, or level with it."""
    build: Literal["stringers", "boxes"] = "stringers"
    """On stringers that hang on the frame, or as boxes that stand on each other and on the ground."""
    held_by: Literal["anchors", "pins", "glue"] = "anchors"
    """What holds the lowest box where it stands."""
    boxes_way: Literal["stacked", "stepped"] = "stacked"
    """Each box on the whole of the one below it, or stepped back behind it, on legs at its back."""
    boxes_of: Literal["least", "joists"] = "least"
    """Boxes framed from the narrowest boards that serve, or from the deck's own joists, whose offcuts are used up so."""
    stringer: str | None = None
    made: Literal["cut", "bought"] = "cut"
    """Stringers cut from boards on site, or bought ready cut, with a rise and going of their own."""
    foot: Literal["pad", "slab"] = "pad"
    """What the stringers stand on: concrete to be poured, or paving or a slab that is there."""
    foot_by: Literal["brackets", "kicker"] = "brackets"
    """What holds them there: a bracket each, or a board flat on the ground that they are notched over."""
    head_by: Literal["hangers", "rail"] = "hangers"
    """What the stringers' upper ends are held by: a hanger each, or a rail along the face that they are notched over and stand on."""
    room_mm: Annotated[float, Field(ge=300, le=40_000)] | None = None
    """What is free out from the edge, to a wall, a path or the boundary; None where there is enough."""
    lights: Annotated[int, Field(ge=0, le=8)] = 0
    """In every riser that a board closes."""
    handrail: Literal["none", "near", "far", "both"] = "none"
    """The side with a handrail: that where it begins, the other, or both."""
    wall: Literal["none", "near", "far", "both"] = "none"
    """The sides that a wall closes: no guard is asked for there, and a handrail hangs on it."""
    filled: bool = False
    """Rails and balusters between the handrail's posts: a guard."""
    gate: Literal["none", "near", "far"] = "none"
    """In the deck's guard, hung on the post where they begin, or on the other."""
    round_near_mm: Annotated[float, Field(ge=300, le=40_000)] | None = None
    round_far_mm: Annotated[float, Field(ge=300, le=40_000)] | None = None
    """How far it goes on round the corner of the deck where it begins, and where it ends; it then reaches to that corner."""


class Guard(Block):
    """On every edge that needs one by its height, or on chosen sides. None lets the rules propose: the region's height and post, a gap a
    little under what must not pass, the usual spacing."""

    edges: Literal["none", "needed", "chosen"] = "none"
    sides: list[DeckSide] = ["left", "far", "right"]
    high_mm: Annotated[float, Field(ge=600, le=2000)] | None = None
    mount: Literal["inside", "outside", "surface"] = "inside"
    infill: Literal["balusters", "faced", "boards", "cables", "glass"] = "balusters"
    socket_mm: Annotated[float, Field(ge=0, le=30)] = 0
    """What a connector takes of a baluster's length at either end."""
    rails_by: Literal["brackets", "screws"] = "brackets"
    sleeves: bool = False
    """Over the posts."""
    post: str | None = None
    most_mm: Annotated[float, Field(ge=600, le=3000)] | None = None
    gap_mm: Annotated[float, Field(ge=20, le=300)] | None = None
    under_mm: Annotated[float, Field(ge=20, le=300)] = 75
    """Between the boards and the lower rail."""
    cap: bool = True
    post_caps: bool = False
    """One on every post where no board lies over them."""


class Skirting(Block):
    """Boards upright below the rim on chosen sides, some of them a panel that comes away."""

    sides: list[DeckSide] = []
    board: str | None = None
    gap_mm: Annotated[float, Field(ge=0, le=60)] = 10
    clear_mm: Annotated[float, Field(ge=10, le=300)] = 50
    """Between the boards and the finished ground."""
    panel: Literal["none", "left", "far", "right", "house"] = "none"


class Drainage(Block):
    """A membrane laid over the joists, that hangs between them as troughs and falls to a gutter at the far edge."""

    on: bool = False
    fall_pct: Annotated[float, Field(ge=0.5, le=5)] = 1.5


class Lights(Block):
    count: Annotated[int, Field(ge=0, le=200)] = 0
    watts: Annotated[float, Field(gt=0, le=50)] = 2
    transformer_w: Annotated[float, Field(gt=0, le=1000)] = 60


class Deck(Block):
    there: bool = False
    """The deck, landing or sill is there already: only steps are built, down from its edges."""
    levels: Levels
    house: House
    ground: DeckGround = DeckGround()
    over: Thresholds = Thresholds()
    loads: Loads
    species: str
    joists: Joists = Joists()
    beams: Beams = Beams()
    posts: DeckPosts
    footings: Footings
    ledger: Ledger = Ledger()
    boards: DeckBoarding
    lights: Lights = Lights()
    drainage: Drainage = Drainage()
    steps: Annotated[list[Steps], Field(max_length=8)] = []
    guard: Guard = Guard()
    skirting: Skirting = Skirting()


class DeckVariant(Block):
    """Another way of doing the same deck, set aside for comparison."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    deck: Deck


class DeckJob(Common):
    deck: Deck
    variants: Annotated[list[DeckVariant], Field(max_length=2)] = []


def new_deck(
    name: str, region: str, width_mm: float, out_mm: float, height_mm: float, support: str = "ledger"
) -> DeckJob:
    """A rectangular deck with the region's defaults. Raises `JobFault`."""
    facts = pick(CATALOGUE.regions, region, "region")
    product = pick(CATALOGUE.decking, facts.decking, "deck.boards.product")
    try:
        return DeckJob.model_validate({
            "name": name, "region": region, "units": facts.units,
            "deck": {
                "levels": [{"height_mm": height_mm, "shape": {"width_mm": width_mm, "out_mm": out_mm}}],
                "house": {"support": support, "sill_mm": height_mm + facts.sill_step_mm, "step_mm": facts.sill_step_mm},
                "loads": {"live_kpa": facts.live_kpa, "dead_kpa": facts.dead_kpa},
                "species": facts.species,
                "posts": {"size": facts.post},
                "footings": {"kind": "pad" if support == "ledger" or height_mm > 600 else "block", "bag": facts.bags[0], "top_mm": facts.ground_gap_mm},
                "boards": {"product": product.id, "gap_mm": product.gap_mm, "overhang_mm": facts.overhang_mm},
            },
        })  # fmt: skip
    except ValidationError as error:
        raise faults_of(error) from None


SILL_OUT_MM = 600.0
"""How deep what steps alone lead down from is taken to be, until it is told."""


def new_steps(name: str, region: str, width_mm: float, height_mm: float, build: str = "stringers") -> DeckJob:
    """Steps alone, as wide as the edge that they lead down from. Raises `JobFault`."""
    reads = pick(CATALOGUE.regions, region, "region").snap_mm
    made = new_deck(name, region, width_mm, round(SILL_OUT_MM / reads) * reads, height_mm, "free").model_dump(
        by_alias=True
    )
    made["deck"]["there"] = True
    made["deck"]["boards"]["overhang_mm"] = 0
    nosing = CATALOGUE.regions[region].overhang_mm
    made["deck"]["steps"] = [{"id": "S1", "side": "far", "width_mm": width_mm, "nosing_mm": nosing, "build": build}]
    try:
        return DeckJob.model_validate(made)
    except ValidationError as error:
        raise faults_of(error) from None
