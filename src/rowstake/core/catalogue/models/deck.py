"""Facts of decks: frame, footings, ledger, boards and what holds them."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


class PostHeight(Fact):
    lesser_mm: float
    greater_mm: float
    highest_mm: float


class HangerRating(Fact):
    """What a joist hanger for joists from this depth carries, kN."""

    depth_mm: float
    kn: float


class SkirtingFacts(Fact):
    lap_mm: float
    least_lap_mm: float
    off_fascia_mm: float
    least_mm: float
    rail_up_mm: float
    """How far over the boards' feet the rail behind them lies."""
    off_corner_mm: float
    before_mm: float
    """How far past the boards another level is looked for."""
    panel_mm: float
    screws: int
    catches: int


class DeckFacts(Fact):
    skirting: SkirtingFacts
    standoff_mm: float
    overhang_share: float
    least_overhang_mm: float
    overhang_of_run: float
    blocking_over_mm: float
    sister_mm: float
    splice_mm: float
    """How long the block is beside a joint of two joists, and how many screws hold it."""
    splice_screws: int
    edge_rows: int
    least_footing_depth_mm: float
    pier_over_post_mm: float
    hole_base_mm: float
    block_mm: float
    block_base_mm: float
    block_high_mm: float
    least_post_mm: float
    post_edge_mm: float
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
    packer_mm: float
    fascia_shown_mm: float
    guard_inside_mm: float
    siding_mm: float
    spacer_mm: float
    most_brackets_mm: float
    ledger_clear_mm: float
    flashing_mm: float
    membrane_mm: float
    flashing_lap_mm: float
    bearing_mm: float
    left_long_mm: float
    packing_mm: float
    packed_mm: float
    scant_mm: float
    passes_mm: float
    usual_posts_mm: float
    beam_end_mm: float
    lift_least_n: float
    least_beam_mm: float
    rim_bears_mm: float
    berth_mm: float
    narrow_mm: float
    join_mm: float
    brace_reach_mm: float
    least_brace_mm: float
    under_head_mm: float
    laid_c: float
    hottest_c: float
    least_hang_mm: float
    most_hang_mm: float
    tape_roll_mm: float
    drain_sag_mm: float
    drain_clear_mm: float
    drain_ends_mm: float
    drain_lap_mm: float
    drain_widths_mm: list[float]
    drain_roll_mm: float
    drain_gutter_mm: float
    drain_outlet_every_mm: float
    drain_deep_share: float
    cable_mm: float
    transformer_share: float
    cable_share: float
    clip_screw_mm: float
    connector_nail_mm: float
    frame_screw_mm: float
    pile_shaft_mm: float
    posts_close_mm: float
    engineer_over_mm: float
