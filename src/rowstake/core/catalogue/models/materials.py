"""Facts of materials and of how they are worked, by what they are about."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


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
    spare_pct: float
    screw_lengths_mm: list[float]
    screw_lengths_in: list[float]
    """As sold in inch regions, in mm."""
    board_times: float
    grip_mm: float
    plies_through: float
    """Screws that make plies one: so many times the thickness of one ply, the first and most of the second."""
    short_of_mm: float
    """They end so far before the face behind."""


class CuttingFacts(Fact):
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
    join_bays: int
    """The most bays that one rail lies over."""


class SolidBay(Fact):
    post_over_mm: float
    reach_mm: float


class Limits(Fact):
    soil_clear_mm: float
    short_bay: float
    sliver_of_board: float
    bears_mm: float
    """A board lies on a rail by at least so much, or it is held by nothing."""
    strip_mm: float
    """No narrower strip is cut for the edge of a leaf."""
    creep_mm: float
    """How far the gap of boards may be off what was chosen, to bring rows parallel."""
    lean_deg: float
    solid: float
    tall_mm: float
    least_height_mm: float
    sharpest_deg: float
    just_over_mm: float
    post_just_over_mm: float
    just_over_share: float
    quote_under: float
    quote_over: float
    solid_bay: list[SolidBay]


class SeasonFacts(Fact):
    wet_pct: float
    yard_pct: float
    indoors_pct: float
    least_lap_mm: float
    least_gap_mm: float


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
    joint_screws: int
    """At every joint of a leaf's frame and at both ends of its brace."""
    wheel_play_mm: float
    """How far a wheel may rise and fall on its arc."""
    soaked: float
    hinges: list[Hinge]


class TrimFacts(Fact):
    drain_mm: float
    """Under a gravel board, over hard ground."""
    screw_every_mm: float
    gravel_end_screws: int
    cleat_mm: float
    cleat_thick_mm: float
    cleat_wide_mm: float
    cleat_screws: int
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
    cutting: CuttingFacts
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
