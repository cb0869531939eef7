"""Posts and footings: where they stand, what they carry, and how hard that works them."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Hold
from rowstake.core.structure.columns import column_n
from rowstake.core.structure.timber import read_stick
from rowstake.core.trades.deck.beam_line import Supports
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.corners import ClippedCorner
from rowstake.core.trades.deck.demands import StandsOn, of
from rowstake.core.trades.deck.dug import bearing_of, dig
from rowstake.core.trades.deck.footings import Dug
from rowstake.core.trades.deck.frame import Grid
from rowstake.core.trades.deck.stack import PostAt, beam_depth, ground_at, stack_at
from rowstake.core.trades.deck.standing import dug_to, fixed_on
from rowstake.core.trades.deck.stands import on_posts, with_corner


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


def seat(f: FootingAt) -> Hold | None:
    """What holds what stands on a footing: the base, by its standoff; none where the post itself stands in the ground."""
    if f.dug.post_below_mm:
        return None
    return Hold(
        f"{f.label} {f.dug.hardware[0][0].words}", CATALOGUE.deck.standoff_mm, "piece" if f.dug.layers else "ground"
    )


def post_used(brief: DeckBrief, f: FootingAt) -> float:
    """Share of what the post holds as a column that its load takes."""
    return f.load_kn * 1000 / column_n(brief.species, read_stick(brief.post.id), f.post.height_mm)


def footing_used(brief: DeckBrief, f: FootingAt) -> float | None:
    """Share of the ground's bearing (or the pile's rating) that its load takes; None where neither is known."""
    if f.dug.carries_kn is not None:
        return f.load_kn / f.dug.carries_kn
    return f.load_kn / (bearing_of(brief) * f.dug.bears_m2) if f.dug.bears_m2 else None


def stand_posts(
    brief: DeckBrief, grid: Grid, supports: Supports, corners: Iterable[ClippedCorner] = ()
) -> list[PostAt]:
    """Under every beam, then under the rims of clipped corners that no beam carries."""
    out: list[PostAt] = []
    corners = list(corners)
    extra = on_posts(grid, supports, of(StandsOn, brief.asked))
    for corner in corners:
        if corner.on:
            extra = with_corner(extra, corner.on, corner.at[0], corner.post_n / 1000)
    for beam in supports.beams:
        for n, (s, share) in enumerate(zip(beam.posts, beam.shares, strict=True)):
            at = grid.on_plan((s, beam.t))
            ground = ground_at(brief, at)
            deep = beam_depth(supports, beam)
            stack = stack_at(brief, supports, ground, deep)
            label = brief.place.label(f"P{len(out) + 1}")
            carries, more = beam.carried_mm * share / 1e6, extra.get((beam.label, n), 0.0)
            out.append(PostAt(label, beam, at, brief.place.on_site(at), ground, stack, carries, deep, more, n))
    for corner in corners:
        if corner.on:
            continue
        at = grid.on_plan(corner.at)
        ground = ground_at(brief, at)
        carries = corner.post_n / 1000 / brief.total_kpa
        label, stack = brief.place.label(f"P{len(out) + 1}"), stack_at(brief, supports, ground, 0.0)
        out.append(PostAt(label, None, at, brief.place.on_site(at), ground, stack, carries))
    return out


def dig_footings(brief: DeckBrief, posts: list[PostAt]) -> list[FootingAt]:
    out = []
    for post in posts:
        load = post.carries_m2 * brief.total_kpa + post.stands_kn
        fixed = fixed_on(brief, post.beam.label).get(post.along) if post.beam else None
        out.append(FootingAt(post, load, dug_to(dig(brief, load), fixed.depth_mm if fixed else None)))
    return out
