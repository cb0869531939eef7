"""What is dug, poured or set under every post, and the post itself."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Notebook, Part
from rowstake.core.setting import FillLayer
from rowstake.core.space import Pose, Solid
from rowstake.core.space.outlines import disc, rectangle
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.carried import FootingAt, seat
from rowstake.core.trades.deck.components.base import DeckComponent
from rowstake.core.trades.deck.document import DeckJob
from rowstake.core.trades.deck.dug import bearing_of
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import Point
from rowstake.core.views.base import Choice
from rowstake.core.year import Year


def _lay(level: DeckLevel) -> list[Part]:
    pose = level.place.pose
    return [part for f in level.footings for part in _footing_parts(level.brief, pose, f)]


def _footing_parts(brief: DeckBrief, pose: Pose, f: FootingAt) -> list[Part]:
    """What is poured or filled, the hardware, and the post."""
    post, dug = f.post, f.dug
    standoff = CATALOGUE.deck.standoff_mm
    below = dug.post_below_mm + standoff if dug.post_below_mm else 0.0
    foot = post.foot_mm - below
    stood = rectangle(post.at, brief.post.thickness_mm, brief.post.width_mm)
    out = [
        Part(f"{f.label} {layer.what}", layer.material, "holes", brief.sold.good(layer.material), f.label,
             amount=layer.volume_m3, unit="m³", solid=_fill(pose, f, layer, foot, stood))
        for layer in dug.layers
    ]  # fmt: skip
    out += [_footing_hardware(pose, f, item, n) for item, n in dug.hardware]
    length = post.height_mm + below if post.fits(dug.post_below_mm > 0) else 0.0
    if length > 1:
        out.append(
            Part(post.label, "post", "frame", timber(brief.post.id), f.label, length, brief.post.width_mm, above_mm=max(post.height_mm, 0.0),
                 solid=Solid(pose, stood, foot, foot + length), hold=seat(f))
        )  # fmt: skip
        cap = brief.sold.good("post_cap_beam", brief.post.name)
        out.append(Part(f"{post.label} cap", "hardware", "frame", cap, f.label, unit="each"))
    return out


def _footing_hardware(pose: Pose, f: FootingAt, item: Good, count: int) -> Part:
    """What is bought for a footing; a block of concrete is a piece that stands on its base."""
    facts, label = CATALOGUE.deck, f"{f.label} {item.words}"
    if item.id != "precast_block":
        return Part(label, "hardware", "holes", item, f.label, amount=count, unit="each")
    top = f.post.foot_mm - facts.standoff_mm
    side = rectangle(f.post.at, facts.block_mm, facts.block_mm)
    solid = Solid(pose, side, top - facts.block_high_mm, top)
    return Part(label, "footing block", "holes", item, f.label, amount=count, unit="each", solid=solid)


def _fill(pose: Pose, f: FootingAt, layer: FillLayer, foot: float, stood: tuple[Point, ...]) -> Solid:
    """A layer of a footing, with room in it for the post or the pier that stands in it."""
    dug, ground = f.dug, f.post.ground_mm
    wide = layer.across_mm or dug.across_mm
    low, high = ground + layer.bottom_mm, ground + layer.top_mm
    ring = rectangle(f.post.at, wide, wide) if dug.square else disc(f.post.at, wide)
    pier = next(
        (x for x in dug.layers if x.across_mm and x is not layer and x.bottom_mm <= layer.bottom_mm < x.top_mm), None
    )
    holes: tuple[tuple[Point, ...], ...] = ()
    if pier:
        holes = (disc(f.post.at, pier.across_mm or 0.0),)
    elif dug.post_below_mm and low >= foot - 1:
        holes = (stood,)
    return Solid(pose, ring, low, high, holes)


def _explain(level: DeckLevel, _: Year, book: Notebook) -> None:
    brief, p = level.brief, level.brief.printer
    worst = max(level.footings, key=lambda f: f.load_kn, default=None)
    if worst is None:
        return
    bearing = bearing_of(brief)
    steps = f" + {p.force(worst.post.stands_kn)} of steps" if worst.post.stands_kn else ""
    known = brief.soil.name if brief.deck.footings.soil_known else "soil not known, taken as clay"
    book.note(
        "footings", "Footings", f"{len(level.footings)} {brief.footing.name}",
        rule="Each from the deck its own post carries: area = load ÷ bearing; thickness at least 150 mm and half of what stands past "
        "the post; bottom below the frost and at least 300 mm down.",
        formula=f"heaviest {worst.label}: {p.area(worst.post.carries_m2)} × {p.pressure(brief.total_kpa)}{steps} = {p.force(worst.load_kn)} ÷ {p.pressure(bearing)} ({known}) "
        f"→ {worst.dug.words(p)}, {p.length(worst.dug.depth_mm)} deep",
        source="published presumptive bearing values", changes="Post spacing, load, snow, soil, frost, the kind of footing.",
    )  # fmt: skip


def _choices(job: DeckJob) -> dict[str, list[Choice]]:
    c = CATALOGUE
    return {
        "site.soil": [Choice(s.id, s.name) for s in c.soils.values()],
        "deck.footings.kind": [Choice(f.id, f.name, f.words) for f in c.footings.values()],
        "deck.footings.bag": [Choice(id, bag.name) for id, bag in job.bags().items()],
    }


COMPONENT = DeckComponent(order=10, lay=_lay, explain=_explain, sections={"deck.posts.size": "post"}, choices=_choices)
