"""The job with its catalogue entries looked up once: what every later step reads."""

from __future__ import annotations

import math
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE, MethodEntry, Region, Section, Soil, Species, StyleEntry, pick
from rowstake.core.catalogue.models import Bag
from rowstake.core.fasteners import Sold
from rowstake.core.faults import refuse
from rowstake.core.goods import as_measured
from rowstake.core.measure import Printer
from rowstake.core.reckoners.post_hole import hole_diameter_mm
from rowstake.core.trades.fence.document import Fence, FenceJob


def face_mm(post: Section) -> float:
    """A post's width along the line. An oblong post stands with its deeper side across the line."""
    return post.thickness_mm


@dataclass(frozen=True, slots=True)
class Brief:
    job: FenceJob
    fence: Fence
    region: Region
    printer: Printer
    post: Section
    gate_post: Section
    rail: Section
    board: Section
    frame: Section
    batten: Section
    species: Species
    soil: Soil
    style: StyleEntry
    method: MethodEntry
    bag: Bag

    @property
    def sold(self) -> Sold:
        """How fixings are sold here."""
        return self.job.sold()

    @property
    def top_mm(self) -> float:
        """The top of the boards above ground."""
        return self.fence.skin.height_mm + self.fence.skin.ground_gap_mm

    @property
    def most_lap_mm(self) -> float:
        """Half a board, so that no more than two lie on each other; where they lean on each other, less for thick ones, so that they lean
        no more than they may: t / (b − lap) ≤ tan(lean)."""
        wide, half = self.board.width_mm, self.board.width_mm / 2
        if self.style.deep < 2:
            return half
        least_pitch = self.board.mean_mm / math.tan(math.radians(CATALOGUE.materials.limits.lean_deg))
        return max(0.0, min(half, wide - least_pitch))

    @property
    def lap_mm(self) -> float:
        """As set, within what the boards take."""
        return min(self.fence.skin.lap_mm, self.most_lap_mm)

    @property
    def above_ground_mm(self) -> float:
        """A post above ground: fence height, ground gap and what stands proud."""
        return self.top_mm + self.fence.posts.proud_mm

    @property
    def capped(self) -> bool:
        """True where a cap rail lies over boards and posts; a stack in channels has its own cap."""
        return bool(self.fence.trims.cap_rail) and not self.style.channels

    @property
    def along(self) -> bool:
        """True where boards lie from post to post and need no rails."""
        return self.style.runs == "along"

    @property
    def filled(self) -> bool:
        """True where boards are cut down to the ground: where they stand upright, and no gravel board lies there already."""
        return self.fence.slope.fill and not self.along and not self.fence.trims.gravel_board

    @property
    def between(self) -> bool:
        """True where rails lie between the posts: as chosen, or because the style is framed that way."""
        styled = self.style.framed or self.style.on_centres or self.style.faces > 1
        return styled or self.fence.rails.fixing == "between"

    @property
    def let_in(self) -> bool:
        """True where rails lie in notches, flush with the face of the posts."""
        return self.fence.rails.fixing == "let_in" and not self.between and not self.along

    @property
    def beside_wall(self) -> bool:
        """True where posts along a wall stand in the soil before or behind it."""
        return self.fence.posts.at_wall in ("front", "behind")

    def method_of(self, walled: bool) -> MethodEntry:
        """How a post is set: as chosen, or as the wall it stands on asks."""
        if not walled or self.beside_wall:
            return self.method
        return CATALOGUE.methods["plate" if self.fence.posts.at_wall == "on" else "wall_back"]

    @property
    def on_posts(self) -> bool:
        """True where boards lie against the posts themselves."""
        return self.along or self.style.on_centres

    @property
    def faces(self) -> int:
        """How many faces carry sheets."""
        return 2 if self.style.on_centres and self.fence.skin.both_faces else 1

    @property
    def longest_board_mm(self) -> float:
        return max(self.board.lengths_mm)

    @property
    def rows(self) -> int:
        """Rows of rails under boards of the height chosen."""
        return self.rows_for(self.fence.skin.height_mm)

    def rows_for(self, height_mm: float) -> int:
        """Rows of rails: 2 up to 1.2 m, 3 up to 1.8 m, 4 above, unless chosen; none under boards that lie along."""
        if self.along:
            return 0
        facts = CATALOGUE.materials.rails
        auto = 2 if height_mm <= facts.two_up_to_mm else 3 if height_mm <= facts.three_up_to_mm else 4
        return self.fence.rails.count or auto

    @property
    def longest_rail_mm(self) -> float:
        """The longest rail to be had: what is on sale, within what the builder will handle."""
        limit = self.fence.rails.longest_mm
        on_sale = [s for s in self.rail.lengths_mm if limit is None or s <= limit + 1e-6]
        return max(on_sale, default=min(self.rail.lengths_mm))

    @property
    def finish_after_days(self) -> float | None:
        """How long the boards dry before they are stained: by how damp they were fixed; None where they are not."""
        skin, dry = self.fence.skin, CATALOGUE.materials.finish.dry_days
        if skin.finish == "none":
            return None
        return 0.0 if skin.finish == "early" else dry.get(skin.stock, dry["yard"])

    def hole_mm(self, post: Section) -> float:
        """The hole across: as chosen, else three post widths to the next auger of the region."""
        chosen = self.fence.posts.hole_mm
        return chosen or hole_diameter_mm(max(post.thickness_mm, post.width_mm), self.region.augers_mm)


def resolve(job: FenceJob) -> Brief:
    """Raises `JobFault` for anything the catalogue does not have."""
    fence, c = job.fence, CATALOGUE
    region = pick(c.regions, job.region, "region")
    style = pick(c.styles, fence.skin.style, "fence.skin.style")
    if fence.skin.fit not in style.fits:
        raise refuse("fence.skin.fit", fence.skin.fit, ", ".join(style.fits), f"{style.name} are not fitted that way")
    bag = job.bag(fence.posts.bag, "fence.posts.bag")
    brief = Brief(
        job=job,
        fence=fence,
        region=region,
        printer=job.printer,
        post=pick(c.sections, fence.posts.size, "fence.posts.size"),
        gate_post=pick(c.sections, fence.posts.gate_size, "fence.posts.gate_size"),
        rail=pick(c.sections, fence.rails.size, "fence.rails.size"),
        board=as_measured(
            pick(c.sections, fence.skin.board, "fence.skin.board"), fence.skin.measured_mm, "fence.skin.measured_mm"
        ),
        batten=c.sections[region.batten],
        frame=pick(c.sections, fence.gate_frame.frame, "fence.gate_frame.frame"),
        species=pick(c.species, fence.posts.species, "fence.posts.species"),
        soil=pick(c.soils, job.site.soil, "site.soil"),
        style=style,
        method=pick(c.methods, fence.posts.method, "fence.posts.method"),
        bag=bag,
    )
    for post in (brief.post, brief.gate_post):
        corner = (post.thickness_mm**2 + post.width_mm**2) ** 0.5
        if brief.hole_mm(post) <= corner:
            raise refuse(
                "fence.posts.hole_mm", f"{brief.hole_mm(post):g} mm", f"more than {corner:.0f} mm",
                f"A {post.name} post does not fit into that hole",
            )  # fmt: skip
    if fence.skin.lap_mm >= brief.board.width_mm:
        raise refuse(
            "fence.skin.lap_mm", f"{fence.skin.lap_mm:g} mm", f"less than the board, {brief.board.width_mm:g} mm",
            "The lap is as wide as the board",
        )  # fmt: skip
    return brief
