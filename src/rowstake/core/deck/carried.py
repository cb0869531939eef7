"""Posts and footings: where they stand, what they carry, and how hard that works them."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.deck.brief import DeckBrief
from rowstake.core.deck.footings import Dug, Under, kinds
from rowstake.core.deck.frame import Grid
from rowstake.core.deck.stack import PostAt, beam_depth, ground_at, stack_at
from rowstake.core.deck.supports import Supports
from rowstake.core.structure.columns import column_n
from rowstake.core.structure.timber import read_stick


@dataclass(frozen=True, slots=True)
class FootingAt:
    """The footing under a post: its load, what is dug, and the same label with F for P."""

    post: PostAt
    load_kn: float
    dug: Dug

    @property
    def label(self) -> str:
        before, _, number = self.post.label.rpartition("P")
        return f"{before}F{number}"


def post_used(brief: DeckBrief, f: FootingAt) -> float:
    """Share of what the post holds as a column that its load takes."""
    return f.load_kn * 1000 / column_n(brief.species, read_stick(brief.post.id), f.post.height_mm)


def footing_used(brief: DeckBrief, f: FootingAt) -> float | None:
    """Share of the ground's bearing (or the pile's rating) that its load takes; None where neither is known."""
    if f.dug.carries_kn is not None:
        return f.load_kn / f.dug.carries_kn
    if not f.dug.layers:
        return None
    square = brief.footing.id == "block"
    area = f.dug.across_mm**2 * (1.0 if square else math.pi / 4) / 1e6
    return f.load_kn / (bearing_of(brief) * area)


def bearing_of(brief: DeckBrief) -> float:
    """What the soil bears, kPa: of the soil named where it is known for certain, else of the weakest."""
    return brief.soil.bearing_kpa if brief.deck.footings.soil_known else CATALOGUE.soils["clay"].bearing_kpa


def stand_posts(brief: DeckBrief, grid: Grid, supports: Supports) -> list[PostAt]:
    out: list[PostAt] = []
    for beam in supports.beams:
        for s, (low, high) in zip(beam.posts, pairwise(beam.marks), strict=True):
            at = grid.on_plan((s, beam.t))
            ground = ground_at(brief, at)
            stack = stack_at(brief, supports, ground, beam_depth(supports, beam))
            out.append(PostAt(f"P{len(out) + 1}", beam, at, ground, stack, beam.carried_mm * (high - low) / 1e6))
    return out


def dig_footings(brief: DeckBrief, posts: list[PostAt]) -> list[FootingAt]:
    kind = kinds()[brief.footing.id]
    bearing = bearing_of(brief)
    out = []
    for post in posts:
        load = post.carries_m2 * brief.total_kpa
        under = Under(
            load, bearing, min(brief.post.thickness_mm, brief.post.width_mm), brief.post.name, brief.job.site.frost_depth_mm,
            brief.deck.footings.top_mm, tuple(brief.region.augers_mm), brief.footing_step_mm, brief.deck.footings.pile_kn,
        )  # fmt: skip
        out.append(FootingAt(post, load, kind.dig(under)))
    return out
