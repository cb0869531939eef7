"""Every post's hole: depth, width, layers, the post to buy, and the gust its bay stands."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from rowstake.core.catalogue import CATALOGUE, MethodEntry, Section
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Hold, Joint, Part
from rowstake.core.reckoners.fence_wind import FenceWind, WindLoad
from rowstake.core.reckoners.fence_wind import run as fence_wind
from rowstake.core.reckoners.post_hole import Hole, PostHole
from rowstake.core.reckoners.post_hole import run as post_hole
from rowstake.core.setting import FillLayer, HoleSize, OnMasonry, methods
from rowstake.core.space import Pose, Solid
from rowstake.core.trades.fence.corners import bevelled, doubled, rooms
from rowstake.core.trades.fence.layout import Bay, Layout, Opening, Post
from rowstake.core.trades.fence.levels import Levels
from rowstake.core.trades.fence.on_leg import FLAT_MM, Pit, Room, upright_by
from rowstake.core.trades.fence.resolve import Brief, face_mm
from rowstake.core.value import value


@value
class Setting:
    """What makes two posts alike: gate posts and others, the way they are set, whether a wall lifts the fence, and whether one
    stands single where the others are doubled: at a corner too sharp for a second."""

    gate: bool
    method: str
    walled: bool
    single: bool = False

    @property
    def name(self) -> str:
        """`line`, `gate`, `line_plate`…: part of the names of drawings and workings."""
        words = ["gate" if self.gate else "line"] + [self.method] * self.walled + ["single"] * self.single
        return "_".join(words)


SINGLE = ", single at a sharp corner"


@dataclass(frozen=True, slots=True)
class HoleKind:
    """What the holes of one kind of post share. Posts without a hole have a hole depth of 0 and no layers."""

    setting: Setting
    post: Section
    method: MethodEntry
    above_mm: float
    """The tallest post of this kind above its ground: it sets the depth of all."""
    hole: Hole
    diameter_mm: float
    layers: tuple[FillLayer, ...]
    spoil_m3: float
    hardware: tuple[tuple[Good, int], ...]
    each: int
    """How many posts stand here in the one hole: two where posts are doubled, and the hole is widened for the second."""

    @property
    def gate(self) -> bool:
        return self.setting.gate

    @property
    def dug(self) -> bool:
        return self.hole.hole_depth_mm > 0

    @property
    def key(self) -> str:
        """Before the keys of its workings."""
        return (
            "gate_" * self.gate
            + (f"{self.setting.method}_" if self.setting.walled else "")
            + "single_" * self.setting.single
        )

    @property
    def name(self) -> str:
        return (
            ("gate post" if self.gate else "post") + " at the wall" * self.setting.walled + SINGLE * self.setting.single
        )

    @property
    def plural(self) -> str:
        return (
            ("gate posts" if self.gate else "posts")
            + " at the wall" * self.setting.walled
            + SINGLE * self.setting.single
        )

    @property
    def depth_stick_mm(self) -> float:
        """From the foot of the post to the mark of the stick that hangs it at its height."""
        return self.hole.embedment_mm


@value
class PostCut:
    """One post: above its ground, its whole length, the stock it is cut from (None: no stock reaches) and the trim."""

    above_mm: float
    length_mm: float
    stock_mm: float | None
    trim_mm: float | None


@dataclass(frozen=True, slots=True)
class Holds:
    """What a bay stands on one kind of post: `gives` is what reaches its limit first."""

    stands: WindLoad
    holds_to_mps: float
    gives: Literal["post", "earth", "base"]


@dataclass(frozen=True, slots=True)
class BayGust:
    """What one kind of bay stands: bays (or the opening of a gate) with the same centres, height and posts."""

    where: tuple[str, ...]
    centres_mm: float
    height_mm: float
    setting: Setting
    holds: Holds

    @property
    def stands(self) -> WindLoad:
        return self.holds.stands

    @property
    def gate(self) -> bool:
        return self.setting.gate


GIVES = {"post": "the post", "earth": "the earth", "base": "what the post is bolted to"}


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
    """Works out every kind of hole of a layout."""

    def __init__(self, brief: Brief, layout: Layout, levels: Levels, solidity: float) -> None:
        self.brief, self.layout, self.levels, self.solidity = brief, layout, levels, solidity
        alike: dict[Setting, list[Post]] = {}
        for post in layout.posts:
            alike.setdefault(self.setting_of(post), []).append(post)
        self.kinds = {setting: self._kind(setting, posts) for setting, posts in alike.items()}
        self._of = {post.label: self.kinds[setting] for setting, posts in alike.items() for post in posts}
        self._cuts: dict[str, PostCut] = {}
        self._sold = brief.sold

    def setting_of(self, post: Post) -> Setting:
        walled = post.label in self.levels.walled
        single = doubled(self.brief, post.gate) and len(rooms(self.brief, self.layout, post)) < 2
        return Setting(post.gate, self.brief.method_of(walled).id, walled, single)

    @property
    def usual(self) -> HoleKind:
        """The kind the headline figures tell of: line posts in the soil where there are any."""
        return min(self.kinds.values(), key=lambda k: (not k.dug, k.gate, k.setting.walled))

    @property
    def holes(self) -> int:
        """How many holes are dug."""
        return sum(self.of(post).dug for post in self.layout.posts)

    def section(self, gate: bool) -> Section:
        return self.brief.gate_post if gate else self.brief.post

    def each(self, setting: Setting) -> int:
        return 1 + (doubled(self.brief, setting.gate) and not setting.single)

    def size(self, setting: Setting, embedment_mm: float) -> HoleSize:
        """The hole of one post; of two, widened once by the second, which stands against the first across the line."""
        post, more = self.section(setting.gate), self.each(setting) - 1
        return HoleSize(
            self.brief.hole_mm(post),
            embedment_mm,
            self.brief.fence.posts.gravel_mm,
            face_mm(post),
            post.width_mm * (1 + more),
            post.width_mm * more,
        )

    def exposed_mm(self, *posts: Post) -> float:
        """The face that the wind meets: from the lowest ground at these posts to the top of the boards."""
        proud = self.brief.fence.posts.proud_mm
        return max(self.levels.above_mm(post) for post in posts) - proud

    def gust(self, setting: Setting, width_mm: float, height_mm: float, embedment_mm: float) -> Holds:
        """What a bay of this width and height stands on posts of this kind at this depth. Doubled posts share it; the earth
        round their one hole takes all of it."""
        stands = self._wind(setting, width_mm, height_mm, embedment_mm)
        if (each := self.each(setting)) > 1:
            capacity = stands.post_capacity_nm * each
            site = self.brief.job.site.gust_mps
            by_post, by_earth = site * math.sqrt(capacity / stands.moment_nm), stands.earth_holds_mps
            stands = stands.model_copy(
                update={
                    "post_capacity_nm": capacity,
                    "holds_to_mps": min(by_post, by_earth),
                    "governed_by": "post" if by_post < by_earth else "embedment",
                }
            )
        return self._held(setting, stands)

    def _wind(self, setting: Setting, width_mm: float, height_mm: float, embedment_mm: float) -> WindLoad:
        brief, method = self.brief, methods()[setting.method]
        return fence_wind(
            FenceWind(
                height_mm=height_mm,
                bay_mm=width_mm,
                solidity=self.solidity,
                exposure=brief.job.site.exposure,
                wind_mps=brief.job.site.gust_mps,
                species=brief.species.id,
                post_size=self.section(setting.gate).id,
                hole_diameter_mm=method.bearing_width_mm(self.size(setting, embedment_mm)),
                embedment_mm=max(embedment_mm, 1.0),
                lateral_bearing_kpa_per_m=brief.soil.lateral_kpa_per_m,
            )
        )

    def _held(self, setting: Setting, stands: WindLoad) -> Holds:
        brief, method = self.brief, methods()[setting.method]
        if method.stands is None:
            return Holds(stands, stands.holds_to_mps, "post" if stands.governed_by == "post" else "earth")
        site = brief.job.site.gust_mps
        post = site * math.sqrt(stands.post_capacity_nm / stands.moment_nm)
        rated = brief.fence.posts.plate_moment_nm
        base = post if rated is None else site * math.sqrt(rated / stands.moment_nm)
        return Holds(stands, min(post, base), "base" if base < post else "post")

    def _kind(self, setting: Setting, own: Sequence[Post]) -> HoleKind:
        brief, posts, post = self.brief, self.brief.fence.posts, self.section(setting.gate)
        above = max(self.levels.above_mm(p) for p in own)
        method, entry = methods()[setting.method], CATALOGUE.methods[setting.method]
        each = self.each(setting)
        if method.stands is not None:
            on = OnMasonry(post.name, brief.sold, post.width_mm, posts.wall_over_soil_mm, posts.wall_thick_mm)
            footless = method.stands(on)
            length = above + footless.below_mm
            stock = post.next_length(length)
            hole = Hole(
                embedment_mm=footless.below_mm, hole_depth_mm=0.0, hole_diameter_mm=0.0, post_length_mm=length,
                stock_length_mm=stock, trim_mm=None if stock is None else stock - length, governed_by=setting.method,
            )  # fmt: skip
            return HoleKind(setting, post, entry, above, hole, 0.0, (), 0.0, footless.hardware, each)
        width = _width_carried(self.layout, setting.gate)
        wind = 0.0
        if posts.wind_checked and width:
            least = CATALOGUE.materials.posts.least_embedment_mm
            stands = self.gust(setting, width, above - posts.proud_mm, least).stands
            wind = stands.required_embedment_mm or 0.0
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
                deeper=CATALOGUE.materials.posts.gate_deeper if setting.gate else 1.0,
            )
        )
        size = self.size(setting, hole.embedment_mm)
        layers = tuple(method.layers(size))
        spoil = size.area_mm2 * hole.hole_depth_mm / 1e9
        put_back = sum(layer.volume_m3 for layer in layers if layer.material == "soil")
        loose = (spoil - put_back) * CATALOGUE.materials.fill.spoil_bulking
        return HoleKind(setting, post, entry, above, hole, size.diameter_mm, layers, loose, (), each)

    def cut(self, post: Post) -> PostCut:
        """How long this post is cut: its own height above ground and the depth of its kind."""
        known = self._cuts.get(post.label)
        if known is None:
            kind, above = self.of(post), self.levels.above_mm(post)
            length = above + kind.hole.embedment_mm
            stock = kind.post.next_length(length)
            known = PostCut(above, length, stock, None if stock is None else stock - length)
            self._cuts[post.label] = known
        return known

    def of(self, post: Post) -> HoleKind:
        return self._of[post.label]

    def _weaker(self, posts: tuple[Post, Post], width_mm: float, height_mm: float) -> tuple[Setting, Holds]:
        """What a bay stands on the weaker of its two posts."""
        kinds = dict.fromkeys(self.of(post).setting for post in posts)
        each = [(s, self.gust(s, width_mm, height_mm, self.kinds[s].hole.embedment_mm)) for s in kinds]
        return min(each, key=lambda h: h[1].holds_to_mps)

    def gusts(self) -> list[BayGust]:
        """One entry for each kind of bay and each gate, weakest first."""
        groups: dict[tuple[float, float, frozenset[Setting]], list[tuple[float, Bay]]] = {}
        for bay in self.layout.bays:
            height = self.exposed_mm(bay.left, bay.right)
            on = frozenset({self.of(bay.left).setting, self.of(bay.right).setting})
            groups.setdefault((round(bay.centres_mm, 1), round(height, 0), on), []).append((height, bay))
        out = []
        for some in groups.values():
            first, height = some[0][1], max(high for high, _ in some)
            setting, holds = self._weaker((first.left, first.right), first.centres_mm, height)
            out.append(BayGust(tuple(b.label for _, b in some), first.centres_mm, height, setting, holds))
        for opening in self.layout.openings:
            width, height = _gate_width(self.layout, opening), self.exposed_mm(opening.left, opening.right)
            setting, holds = self._weaker((opening.left, opening.right), width, height)
            out.append(BayGust((f"gate {opening.gate.id}",), width, height, setting, holds))
        return sorted(out, key=lambda g: g.holds.holds_to_mps)

    def parts(self) -> list[Part]:
        """Every post, its double where it has one, the layers of their holes, and what bolts down those without."""
        return [part for post in self.layout.posts for n in range(self.of(post).each) for part in self._stand(post, n)]

    def _stand(self, post: Post, n: int) -> list[Part]:
        kind, cut = self.of(post), self.cut(post)
        leg, ground = post.stations[0][0], self.levels.ground[post.label]
        name = post.label if n == 0 else f"{post.label}b"
        pose, stands = self.layout.poses[leg], rooms(self.brief, self.layout, post)
        below = kind.hole.embedment_mm
        solid, ends = self._upright(post, pose, stands[n], ground - below), self.levels.heads[post.label].cut
        if n == 0 and self.brief.let_in:
            ends = f"{self.brief.rows} notches for the rails"
        if n == 0 and (shape := bevelled(self.brief, self.layout, post)):
            turn = abs(self.layout.legs[post.stations[1][0]].turn_deg)
            solid = upright_by(pose, shape, ground - below, ground + cut.above_mm)
            ends = f"bevelled along its height to the next leg, {min(turn, 180 - turn):.1f}° to its face"
        out = [
            Part(
                name, "post", "holes", timber(kind.post.id), post.label, cut.length_mm, kind.post.width_mm,
                ends or "square", above_mm=cut.above_mm, hold=self._footed(kind, name), solid=solid,
            )
        ]  # fmt: skip
        out.extend(self._filled(kind, post, pose, stands) if n == 0 else ())
        out.extend(
            Part(f"{name} {item.words}", "hardware", "holes", item, post.label, amount=count, unit="each")
            for item, count in kind.hardware
        )
        if not n:
            return out
        screws = self._doubling(name, post, kind.post.width_mm)
        twin = out[0] if out[0].hold else replace(out[0], hold=Hold(screws.label, to="twin"))
        return [twin, *out[1:], screws]

    def _filled(self, kind: HoleKind, post: Post, pose: Pose, stands: list[Room]) -> list[Part]:
        """The layers of a post's hole."""
        if not kind.layers:
            return []
        ground, below = self.levels.ground[post.label], kind.hole.embedment_mm
        lowest = self._lowest_mm(post, kind.diameter_mm / 2)
        pit = Pit.round(pose, kind.diameter_mm, kind.post.width_mm * (kind.each - 1), stands)
        out = []
        for layer in kind.layers:
            low, high = ground + layer.bottom_mm, ground + (0.0 if layer.domed else layer.top_mm)
            solid = pit.filled(low, max(low + 1, min(high, lowest)), whole=layer.top_mm <= 1 - below)
            out.append(
                Part(
                    f"{post.label} {layer.what}", layer.material, "holes", self._sold.good(layer.material), post.label,
                    amount=layer.volume_m3, unit="m³", domed=layer.domed, solid=solid,
                )
            )  # fmt: skip
        return out

    def _upright(self, post: Post, pose: Pose, room: Room, foot: float) -> Solid:
        """A post from its foot up, its top cut to what lies over it."""
        (left, right), depth = room
        head = self.levels.heads[post.label]
        near, far = head.ends_mm(right - left)
        middle = (left + right) / 2
        bent = abs(near + far - 2 * head.middle_mm) >= FLAT_MM
        tops = ((right, far), (middle, head.middle_mm), (left, near)) if bent else ((right, far), (left, near))
        return Solid(pose, ((left, foot), (right, foot), *tops), *depth)

    def _doubling(self, name: str, post: Post, deep: float) -> Part:
        """What joins a second post to the first: screws, or bolts through both where no screw on sale reaches far enough."""
        facts, sold = CATALOGUE.materials.masonry, self._sold
        screw, length = sold.screw("structural_screw", deep * (1 + facts.doubling_grip), 2 * deep - 1)
        held = length >= deep * (1 + facts.doubling_grip) - 1 or sold.longer(screw) is not None
        good = screw if held else sold.bolt(2 * deep)
        return Part(
            f"{name} {good.words}", "hardware", "holes", good, post.label, amount=facts.doubling_screws, unit="each",
            joint=Joint(("post",), ("post",), facts.doubling_grip * deep, sold.longer(screw)) if held else None,
        )  # fmt: skip

    def _lowest_mm(self, post: Post, radius_mm: float) -> float:
        """The lowest ground over a hole: its fill is drawn no higher, though what is poured there is counted to the post's
        own ground."""
        if self.levels.flat:
            return self.levels.ground[post.label]
        return min(
            [self.levels.ground[post.label]]
            + [self.levels.profiles[leg].at(at + d) for leg, at in post.stations for d in (-radius_mm, radius_mm)]
        )

    @staticmethod
    def _footed(kind: HoleKind, name: str) -> Hold | None:
        """What holds a post that is not in a hole."""
        if kind.dug or not kind.hardware:
            return None
        return Hold(f"{name} {kind.hardware[0][0].words}", max(0.0, -kind.hole.embedment_mm), "ground")
