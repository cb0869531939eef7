"""Typed models of the facts in `data/`. Lengths in mm, stresses in MPa, densities in kg/m³."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict

PSI = 0.006894757293168
"""One pound per square inch in MPa."""


Look = Literal[
    "string", "post", "board", "rail", "frame", "brace", "concrete", "gravel", "hole", "ground", "frost",
    "zone", "swing", "mark", "label", "quiet",
]  # fmt: skip
"""How something is drawn; every output gives each its own colour and line."""


class Fact(BaseModel):
    """Anything read from a data file: closed, frozen, with the kind of source it came from."""

    model_config = ConfigDict(extra="forbid", frozen=True)
    source: str = ""


class Region(Fact):
    id: str
    name: str
    climate: str
    units: Literal["mm", "ft-in"]
    augers_mm: list[float]
    bags: list[str]
    species: str
    height_mm: float
    max_bay_mm: float
    fixed_depth_mm: float
    ground_gap_mm: float
    gravel_mm: float
    post: str
    gate_post: str
    rail: str
    batten: str
    gate_frame: str
    gate_opening_mm: float
    proud_mm: float
    hinge_gap_mm: float
    latch_gap_mm: float
    snap_mm: float
    decking: str
    live_kpa: float
    dead_kpa: float
    overhang_mm: float
    sill_step_mm: float
    riser_mm: float
    guard_over_mm: float
    guard_high_mm: float
    freezes: bool
    """True where ground freezes deep enough that a frost depth of nothing is more likely forgotten than meant."""


class Section(Fact):
    """A section on sale: thickness × width, and the lengths it is sold in."""

    id: str
    region: str
    name: str
    use: Literal["post", "rail", "board", "sheet", "batten", "joist", "decking", "fascia"]
    also: list[str] = []
    thickness_mm: float
    width_mm: float
    lengths_mm: list[float]
    density_kg_m3: float | None = None
    """Of what is not timber; None takes the timber's."""
    thin_mm: float | None = None
    """The thin edge of a board that tapers from `thickness_mm`; None where it does not."""

    @property
    def mean_mm(self) -> float:
        """The thickness that weight, paint and screws go by."""
        return self.thickness_mm if self.thin_mm is None else (self.thickness_mm + self.thin_mm) / 2

    def kg(self, length_mm: float, width_mm: float, timber_kg_m3: float) -> float:
        """What a piece weighs: of its own density, else of the timber's as it is given."""
        return length_mm * width_mm * self.mean_mm / 1e9 * (self.density_kg_m3 or timber_kg_m3)

    def next_length(self, mm: float) -> float | None:
        """The shortest length on sale that is at least `mm`, or None."""
        return next((s for s in sorted(self.lengths_mm) if s >= mm - 1e-6), None)


class Species(Fact):
    """Design values. Either a table of No. 2 values (psi) or a strength class (MPa)."""

    id: str
    name: str
    density_kg_m3: float
    moves_as: str
    fb_2x: dict[str, float] = {}
    cf: dict[str, float] = {}
    e: float = 0.0
    fv: float = 0.0
    fb_4x4: float = 0.0
    fb_4x6: float = 0.0
    cf_4x4: float = 1.0
    cf_4x6: float = 1.0
    fb_heavy: float = 0.0
    incised: bool = False
    e_mpa: float = 0.0
    short_mpa: float = 0.0
    long_mpa: float = 0.0
    shear_mpa: float = 0.0

    @property
    def graded(self) -> bool:
        """True for a strength class, whose allowable stresses are given outright."""
        return self.short_mpa > 0


class Soil(Fact):
    id: str
    name: str
    lateral_kpa_per_m: float
    bearing_kpa: float


class Bag(Fact):
    name: str
    kg: float


class Concrete(Fact):
    dry_kg_per_m3: float
    waste_pct: float
    ready_mix_over_m3: float
    water_litre_per_kg: float


class Fill(Fact):
    gravel_kg_per_m3: float
    spoil_bulking: float


class Collar(Fact):
    thick_mm: float
    top_down_mm: float


class Foam(Fact):
    kit_m3: float


class Fixings(Fact):
    packs: list[int]
    spare_pct: float
    screw_lengths_mm: list[float]
    screw_lengths_in: list[float]
    """As sold in inch regions, in mm."""
    board_times: float
    grip_mm: float


class Cutting(Fact):
    kerf_mm: float


class PostFacts(Fact):
    least_embedment_mm: float
    gate_deeper: float
    hole_widths: float
    dome_mm: float


class RailFacts(Fact):
    two_up_to_mm: float
    three_up_to_mm: float
    from_board_end_mm: float
    per_crossing: int


class SolidBay(Fact):
    post_over_mm: float
    reach_mm: float


class Limits(Fact):
    soil_clear_mm: float
    short_bay: float
    sliver_of_board: float
    solid_bay: list[SolidBay]


class SeasonFacts(Fact):
    wet_pct: float
    yard_pct: float
    indoors_pct: float
    least_lap_mm: float
    least_gap_mm: float


class Climate(Fact):
    """Means of the twelve months, January first."""

    id: str
    name: str
    temperature_c: list[float]
    humidity_pct: list[float]


class SlopeFacts(Fact):
    nearly_flat: float
    most_gap_mm: float


class Hinge(Fact):
    up_to_kg: float
    good: str
    size_mm: float


class GateFacts(Fact):
    wheel_over_mm: float
    third_hinge_over_mm: float
    soaked: float
    hinges: list[Hinge]


class PostHeight(Fact):
    lesser_mm: float
    greater_mm: float
    highest_mm: float


class HangerRating(Fact):
    """What a joist hanger for joists from this depth carries, kN."""

    depth_mm: float
    kn: float


class DeckFacts(Fact):
    standoff_mm: float
    overhang_share: float
    least_overhang_mm: float
    overhang_of_run: float
    blocking_over_mm: float
    sister_mm: float
    splice_lap_mm: float
    edge_rows: int
    least_footing_depth_mm: float
    pier_over_post_mm: float
    hole_base_mm: float
    block_mm: float
    block_base_mm: float
    block_high_mm: float
    least_post_mm: float
    beside_hole_mm: float
    roots_mm: float
    growing: list[str]
    """Words for what grows in a hole: footings keep `roots_mm` off it, and off anything else `beside_hole_mm`."""
    block_highest_mm: float
    slab_least_mm: float
    pile_saddle_mm: float
    free_braced_over_mm: float
    permit_over_mm: float
    ledger_edge_mm: float
    ledger_rows_mm: float
    """The least between two rows of fixings: three of their diameters."""
    house_rim_mm: float
    pack_under_mm: float
    """A gap between two joists narrower than this takes packing, not a block: nobody can cut or nail one so short."""
    fascia_screw_every_mm: float
    ply_screw_every_mm: float
    ledger_end_mm: float
    screws_per_crossing: int
    hanger_nails: int
    hangers: list[HangerRating]
    hanger_doubled: float
    """How many times as much the hanger for a doubled member carries."""
    ties_kn: float
    ties: int
    heavy_board_mm: float
    guard_posts_mm: float
    post_heights: list[PostHeight]


class Decking(Fact):
    """A board on sale: `section` in the field, `square` where edges show."""

    id: str
    region: str
    name: str
    section: str
    square: str
    joists_mm: float
    diagonal_mm: float
    gap_mm: float
    gap_least_mm: float
    gap_most_mm: float
    moves: Literal["timber", "composite", "pvc"] = "timber"
    end_gap_mm: float = 0.0
    strip_spaces: int = 0
    strip_mm: float = 0.0
    strip_end_fixings: int = 0
    strip_inner_fixings: int = 0
    """Clip strips: board spaces in one, its thickness under the board, fixings in a space at end and inner joists."""


class FootingEntry(Fact):
    id: str
    name: str
    words: str


class TrimFacts(Fact):
    screw_every_mm: float
    gravel_end_screws: int
    cleat_mm: float
    cleat_thick_mm: float
    channel_every_mm: float
    channel_screw_mm: float


class SealerFacts(Fact):
    m2_per_litre: float
    coats: int
    tin_litre: float
    tin_in_litre: float


class BoltFacts(Fact):
    """Lengths on sale, mm, in millimetre and in inch regions; `over_mm` is what washers and nut take."""

    over_mm: float
    lengths_mm: list[float]
    lengths_in: list[float]


class SheetFacts(Fact):
    screw_grip_mm: float
    screw_every_mm: float
    batten_screw_every_mm: float


class BoardFixing(Fact):
    nail_lengths_mm: list[float]
    nail_lengths_in: list[float]
    pin_mm: float
    bead_m_per_cartridge: float


class Finish(Fact):
    coverage_m2_per_litre: float
    coats: int
    dry_days: dict[str, float]


class Stack(Fact):
    lay_at_once: int
    dry_out_days: int


class Masonry(Fact):
    standoff_mm: float
    anchors_per_base: int
    lap_mm: float
    least_lap_mm: float
    bolts_per_post: int
    doubling_screws: int
    doubling_grip: float
    """How far its screw goes into the second post, as a share of it."""


class Materials(Fact):
    concrete: Concrete
    bags: dict[str, Bag]
    fill: Fill
    collar: Collar
    foam: Foam
    fixings: Fixings
    cutting: Cutting
    posts: PostFacts
    rails: RailFacts
    limits: Limits
    gates: GateFacts
    slopes: SlopeFacts
    seasons: SeasonFacts
    masonry: Masonry
    sheets: SheetFacts
    bolts: BoltFacts
    trims: TrimFacts
    sealer: SealerFacts
    board_fixing: BoardFixing
    finish: Finish
    stack: Stack
    deck: DeckFacts


class WorkingDay(Fact):
    hours: float
    dig_h_per_m3: float
    finish_h_per_m2: float
    alone_over_mm: float
    alone_times: float


class Rates(Fact):
    day: WorkingDay


class GoodEntry(Fact):
    """What is bought beside timber; see the head of `goods.toml`."""

    id: str
    words: str
    words_in: str = ""
    takes: list[Literal["size", "cut", "roll", "number", "text"]] = []
    coated: bool = False
    bought: bool = True


class Kind(Fact):
    """What is true of all parts of a kind; see the head of `kinds.toml`."""

    id: str
    words: str = ""
    counted: Literal["cut", "each", "volume"]
    family: Literal["", "joist", "block", "fixing", "hardware", "brace"] = ""
    letter: str = ""
    look: Look | None = None
    layer: str = ""
    hung: bool = False
    finished: Literal["", "all", "above ground"] = ""
    hours_each: float = 0.0
    hours_metre: float = 0.0

    @property
    def name(self) -> str:
        """What a list calls it."""
        return self.words or self.id


class StyleEntry(Fact):
    id: str
    name: str
    words: str
    rule: str
    fits: list[str]
    boards: dict[str, str]
    joint: Literal["gap", "lap"]
    between: Literal["gap", "board"] = "board"
    deep: int = 1
    runs: Literal["up", "along"] = "up"
    faces: int = 1
    spans: int = 1
    stiffener_mm: float = 0.0
    most_bay_mm: float = 0.0
    play_mm: float = 0.0
    channels: bool = False
    mitred: bool = False
    framed: bool = False
    on_centres: bool = False
    use: Literal["board", "sheet"] = "board"
    gap_mm: float = 0.0
    most_gap_mm: float = 0.0
    lap_mm: float = 0.0
    stock: Literal["wet", "yard", "indoors"] = "yard"
    """How damp its boards are usually fixed."""
    per_crossing: int
    holds: str


class MethodEntry(Fact):
    id: str
    name: str
    words: str
    rails_after_h: float
    gates_after_h: float


class AdviceEntry(Fact):
    id: str
    stake: str
    weight: Literal["needs", "note"]
    about: Literal["job", "main", "level"] = "main"
    """The whole job; the main level of a deck; or each of its levels by itself."""


class Movement(Fact):
    fibre_saturation_pct: float
    flat_quarter: dict[str, tuple[float, float]]
    heat_per_million: dict[str, float]
    sources: dict[str, str]
