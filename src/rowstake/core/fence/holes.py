"""Every post's hole: depth, width, layers, the post to buy, and the gust its bay stands."""

from __future__ import annotations

import math
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.fence.layout import Bay, Layout, Opening, Post
from rowstake.core.fence.levels import Levels
from rowstake.core.fence.resolve import Brief, face_mm
from rowstake.core.parts import Notebook, Part, Place
from rowstake.core.reckoners.fence_wind import FenceWind, Stands
from rowstake.core.reckoners.fence_wind import run as fence_wind
from rowstake.core.reckoners.post_hole import WORDS, Hole, PostHole
from rowstake.core.reckoners.post_hole import run as post_hole
from rowstake.core.setting import HoleSize, Layer, methods


@dataclass(frozen=True, slots=True)
class HoleKind:
    """What the holes of one kind of post share: line posts (ends and corners too) or gate posts."""

    gate: bool
    post: Section
    above_mm: float
    """The tallest post of this kind above its ground: it sets the depth of all."""
    hole: Hole
    diameter_mm: float
    layers: tuple[Layer, ...]
    spoil_m3: float

    @property
    def depth_stick_mm(self) -> float:
        """From the foot of the post to the mark of the stick that hangs it at its height."""
        return self.hole.embedment_mm


@dataclass(frozen=True, slots=True)
class PostCut:
    """One post: above its ground, its whole length, the stock it is cut from (None: no stock reaches) and the trim."""

    above_mm: float
    length_mm: float
    stock_mm: float | None
    trim_mm: float | None


@dataclass(frozen=True, slots=True)
class BayGust:
    """What one kind of bay stands: bays (or the opening of a gate) with the same centres, height and posts."""

    where: tuple[str, ...]
    centres_mm: float
    height_mm: float
    gate: bool
    stands: Stands


def _width_carried(layout: Layout, gate: bool) -> float:
    """The widest stretch of wind a post of this kind carries, mm."""
    if gate:
        return max((_gate_width(layout, o) for o in layout.openings), default=0.0)
    return max((b.centres_mm for b in layout.bays), default=0.0)


def _gate_width(layout: Layout, opening: Opening) -> float:
    """Half the opening's leaves and half the widest bay beside it."""
    posts = {opening.left.label, opening.right.label}
    beside = max((b.centres_mm for b in layout.bays if {b.left.label, b.right.label} & posts), default=0.0)
    return (opening.right_mm - opening.left_mm + beside) / 2


class Digger:
    """Works out both kinds of hole for a layout."""

    def __init__(self, brief: Brief, layout: Layout, levels: Levels, solidity: float) -> None:
        self.brief, self.layout, self.levels, self.solidity = brief, layout, levels, solidity
        self.kinds = {gate: self._kind(gate) for gate in (False, True)}

    def section(self, gate: bool) -> Section:
        return self.brief.gate_post if gate else self.brief.post

    def size(self, gate: bool, embedment_mm: float) -> HoleSize:
        post = self.section(gate)
        return HoleSize(
            self.brief.hole_mm(post),
            embedment_mm,
            self.brief.fence.posts.gravel_mm,
            face_mm(post),
            post.width_mm,
        )

    def exposed_mm(self, *posts: Post) -> float:
        """The face that the wind meets: from the lowest ground at these posts to the top of the boards."""
        proud = self.brief.fence.posts.proud_mm
        return max(self.levels.above_mm(post) for post in posts) - proud

    def gust(self, gate: bool, width_mm: float, height_mm: float, embedment_mm: float) -> Stands:
        """What a bay of this width and height stands on posts of this kind at this depth."""
        brief = self.brief
        method = methods()[brief.method.id]
        return fence_wind(
            FenceWind(
                height_mm=height_mm,
                bay_mm=width_mm,
                solidity=self.solidity,
                exposure=brief.job.site.exposure,
                wind_mps=brief.job.site.gust_mps,
                species=brief.species.id,
                post_size=self.section(gate).id,
                hole_diameter_mm=method.bearing_width_mm(self.size(gate, embedment_mm)),
                embedment_mm=embedment_mm,
                lateral_bearing_kpa_per_m=brief.soil.lateral_kpa_per_m,
            )
        )

    def _kind(self, gate: bool) -> HoleKind:
        brief, posts, post = self.brief, self.brief.fence.posts, self.section(gate)
        above = max(
            (self.levels.above_mm(p) for p in self.layout.posts if p.gate == gate), default=brief.above_ground_mm
        )
        width = _width_carried(self.layout, gate)
        wind = 0.0
        if posts.wind_checked and width:
            least = CATALOGUE.materials.posts.least_embedment_mm
            wind = self.gust(gate, width, above - posts.proud_mm, least).required_embedment_mm or 0.0
        hole = post_hole(
            PostHole(
                above_ground_mm=above,
                post_w_mm=max(post.thickness_mm, post.width_mm),
                school=posts.school,
                fixed_depth_mm=posts.fixed_depth_mm,
                frost_depth_mm=brief.job.site.frost_depth_mm,
                gravel_mm=posts.gravel_mm,
                stock_lengths_mm=post.lengths_mm,
                wind_depth_mm=wind,
                chosen_depth_mm=posts.depth_mm,
                deeper=CATALOGUE.materials.posts.gate_deeper if gate else 1.0,
            )
        )
        size = self.size(gate, hole.embedment_mm)
        layers = tuple(methods()[brief.method.id].layers(size))
        spoil = math.pi * size.diameter_mm**2 / 4 * hole.hole_depth_mm / 1e9
        put_back = sum(layer.volume_m3 for layer in layers if layer.material == "soil")
        loose = (spoil - put_back) * CATALOGUE.materials.fill.spoil_bulking
        return HoleKind(gate, post, above, hole, size.diameter_mm, layers, loose)

    def cut(self, post: Post) -> PostCut:
        """How long this post is cut: its own height above ground and the depth of its kind."""
        kind, above = self.of(post), self.levels.above_mm(post)
        length = above + kind.hole.embedment_mm
        stock = kind.post.next_length(length)
        return PostCut(above, length, stock, None if stock is None else stock - length)

    def of(self, post: Post) -> HoleKind:
        return self.kinds[post.gate]

    def gusts(self) -> list[BayGust]:
        """One entry for each kind of bay and each gate, weakest first."""
        groups: dict[tuple[float, float, bool], list[Bay]] = {}
        for bay in self.layout.bays:
            height = self.exposed_mm(bay.left, bay.right)
            key = (round(bay.centres_mm, 1), round(height, 0), bay.left.gate and bay.right.gate)
            groups.setdefault(key, []).append(bay)
        out = []
        for (_, _, gate), bays in groups.items():
            centres, height = bays[0].centres_mm, max(self.exposed_mm(b.left, b.right) for b in bays)
            stands = self.gust(gate, centres, height, self.kinds[gate].hole.embedment_mm)
            out.append(BayGust(tuple(b.label for b in bays), centres, height, gate, stands))
        for opening in self.layout.openings:
            width, height = _gate_width(self.layout, opening), self.exposed_mm(opening.left, opening.right)
            stands = self.gust(True, width, height, self.kinds[True].hole.embedment_mm)
            out.append(BayGust((f"gate {opening.gate.id}",), width, height, True, stands))
        return sorted(out, key=lambda g: g.stands.holds_to_mps)

    def parts(self) -> list[Part]:
        """A post and the layers of its hole for every post."""
        out: list[Part] = []
        for post in self.layout.posts:
            kind, cut = self.of(post), self.cut(post)
            leg, at = post.stations[0]
            half, ground = post.face_mm / 2, self.levels.ground[post.label]
            out.append(
                Part(
                    post.label, "post", "holes", kind.post.id, post.label, cut.length_mm, kind.post.width_mm,
                    place=Place(leg, at - half, at + half, ground - kind.hole.embedment_mm, ground + cut.above_mm),
                )
            )  # fmt: skip
            radius = kind.diameter_mm / 2
            out.extend(
                Part(
                    f"{post.label} {layer.what}", layer.material, "holes", layer.material, post.label,
                    amount=layer.volume_m3, unit="m³", domed=layer.domed,
                    place=Place(leg, at - radius, at + radius, ground + layer.bottom_mm, ground + layer.top_mm),
                )
                for layer in kind.layers
            )  # fmt: skip
        return out

    def explain(self, book: Notebook) -> None:
        """Workings of depth, post and gust for each kind of hole in use."""
        p, brief = self.brief.printer, self.brief
        used = {post.gate for post in self.layout.posts}
        for gate in sorted(used):
            kind = self.kinds[gate]
            hole, name = kind.hole, "gate post" if gate else "post"
            key = "gate_" if gate else ""
            school = (
                f"half of {p.length(kind.above_mm)} above ground = {p.length(kind.above_mm / 2)}"
                if brief.fence.posts.school == "third"
                else f"fixed at {p.length(brief.fence.posts.fixed_depth_mm)}"
            )
            deeper = f" × {CATALOGUE.materials.posts.gate_deeper:.2f} for a gate post" * gate
            book.note(
                f"{key}hole", f"Hole of a {name}", f"{p.length(hole.hole_depth_mm)} deep",
                rule=f"The deepest of the school's depth, frost, {p.length(CATALOGUE.materials.posts.least_embedment_mm)} "
                f"and wind where it is checked. Here {WORDS[hole.governed_by]} governs. The gravel bed comes below it.",
                formula=f"school: {school}; frost {p.length(brief.job.site.frost_depth_mm)}{deeper} → "
                f"{p.length(hole.embedment_mm)} in the ground + {p.length(brief.fence.posts.gravel_mm)} gravel "
                f"= {p.length(hole.hole_depth_mm)}",
                source=f"{CATALOGUE.materials.posts.source}; frost depth is your entry: ask locally",
                changes="Fence height, school, frost depth, gravel bed, wind-checked depth.",
            )  # fmt: skip
            extra = kind.above_mm - brief.above_ground_mm
            slope = f" + {p.length(extra)} over falling ground at the tallest" if extra > 0.5 else ""
            stock = (
                "no length on sale reaches"
                if hole.stock_length_mm is None
                else (f"buy {p.length(hole.stock_length_mm)}, trim {p.length(hole.trim_mm or 0)} from the top")
            )
            book.note(
                f"{key}post", f"Length of a {name}", p.length(hole.post_length_mm),
                rule="What stands above ground and what is in the ground, to the next length on sale. Trim the top and "
                "treat the cut end; the factory end goes into the ground.",
                formula=f"{p.length(brief.fence.skin.height_mm)} boards + {p.length(brief.fence.skin.ground_gap_mm)} ground gap "
                f"+ {p.length(brief.fence.posts.proud_mm)} proud{slope} = {p.length(kind.above_mm)} above ground "
                f"+ {p.length(hole.embedment_mm)} in the ground = {p.length(hole.post_length_mm)}: {stock}",
                source=CATALOGUE.materials.posts.source,
                changes="Height, ground gap, how far posts stand proud, depth.",
            )  # fmt: skip
