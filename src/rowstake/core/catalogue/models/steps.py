"""Facts of steps and guards."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


class StepLimits(Fact):
    """Of a region: the least going, the most that risers may differ, from and to what twice the riser and the going should make,
    from how many risers on a handrail is asked for and how high over the noses, and what a ball must not pass."""

    going_mm: float
    differ_mm: float
    step_mm: tuple[float, float]
    handrail_risers: int
    handrail_mm: tuple[float, float]
    open_mm: float
    landing_mm: float
    """What is free at the foot at least."""
    ready_riser_mm: float
    ready_going_mm: float
    ready_treads: list[int]
    """Of stringers that are sold ready cut."""
    triangle_mm: float
    """What must not pass below the lower rail of a guard on a flight, between tread and riser."""


class StepFacts(Fact):
    throat_mm: float
    """What notches leave of a cut stringer at least."""
    sound_mm: float
    """What a stringer's plumb cut bears on at least."""
    tread_thick_mm: float
    tread_wide_mm: float
    tread_near_mm: float
    """Timber treads from this thickness on reach the wider spacing of stringers, all others the nearer."""
    nosing_most_mm: float
    pad_mm: float
    pad_gravel_mm: float
    pad_past_mm: float
    least_rip_mm: float
    most_risers: int
    riser_most_mm: float
    riser_least_mm: float
    """No way with a higher or a lower riser is offered, whatever the region allows."""
    hanger_kn: float
    anchors_each: int
    bracket_screws: int
    kicker_every_mm: float
    kicker_nails: int
    """How far apart the anchors of a kicker are at most, and what fixes each stringer to it."""
    head_screws: int
    head_grip_mm: float
    """What screws the rail under stringers' heads to the face at each: so many at least, and how far each
    reaches into the frame."""
    riser_screws: int
    usual_width_mm: float
    box_air_mm: float
    box_screws: int
    box_screw_mm: float
    box_least_mm: float
    box_strip_mm: float
    box_leg_mm: float
    box_leg_most_mm: float
    """What the lowest box is packed off the ground by; what holds a rung's end, and ties boxes; nothing shorter is cut for one."""
    packer_bead_m: float
    """Of glue, under and over a packer."""
    off_corner_mm: float
    """How far off an inside corner the last stringer hangs."""
    hand_room_mm: float
    rail_past_mm: float
    """Between a handrail and its wall; how far its rail goes on past its first and last post."""
    off_wall_mm: float
    base_edge_mm: float
    post_free_mm: float
    notch_free_mm: float
    """How far a guard's post keeps off a wall and a base off the edge; what a post has to spare beside a joist, and in the boards."""
    guard_bolts: int
    base_screws: int
    base_screw_mm: float
    least_bay_mm: float
    """Nothing is put between posts that stand nearer."""
    pane_mm: float
    pane_off_mm: float
    pane_clamps: int
    """How thick panes are and how far off posts and rails they end, and how many clamps hold one."""
    rail_block_mm: float
    """Longer lower rails stand on a block in their middle."""
    toe_screws: int
    toe_screw_mm: float
    """Screws at an angle at each end of a rail that no bracket holds."""
    sleeve_mm: float
    """The wall of a sleeve over a post."""
    cable_mm: float
    cable_gap_mm: float
    cable_posts_mm: float
    cable_kn: float
    """How thick a cable is, how far apart cables and their posts are at most so that a push does not open them, and its pull."""
    cable_step_mm: float
    cable_step_in: float
    """What the length of a cable is bought up to, in mm, on metric jobs and on those in feet."""
    leaf_gap_mm: float
    leaf_hinges: tuple[int, int]
    leaf_hinge_kg: float
    leaf_least_mm: float
    leaf_most_mm: float
    """Beside the leaf of a gate in a guard, at either post; and how wide it is."""
    cap_screws: int
    cap_past_mm: float
    bolt_edge_mm: float
    push_kn: float
    """What is pushed at the top of a guard."""
    under_open_mm: float
    """How much smaller than the largest opening gaps are made."""
    regions: dict[str, StepLimits]
