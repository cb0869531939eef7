"""Workings of holes, posts and the gust that they stand."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Notebook
from rowstake.core.reckoners.post_hole import WORDS
from rowstake.core.trades.fence.holes import BayGust, Digger, HoleKind
from rowstake.core.trades.fence.laying import FenceLaying
from rowstake.core.trades.fence.resolve import Brief

PARTS = {
    "post": "the post bends too far",
    "earth": "the earth round the post gives",
    "base": "what the post is bolted to gives",
}


def explain(laying: FenceLaying, book: Notebook) -> None:
    """Depth and post for each kind of post in use, and the gust that the weakest bay stands."""
    digger = laying.digger
    for kind in digger.kinds.values():
        if kind.dug:
            _hole(digger.brief, kind, book)
        else:
            _base(digger, kind, book)
        _post(digger.brief, kind, book)
    if laying.gusts:
        _gust(digger.brief, laying.gusts[0], digger.solidity, book)


def _hole(brief: Brief, kind: HoleKind, book: Notebook) -> None:
    p, hole = brief.printer, kind.hole
    depth_way = (
        f"half of {p.length(kind.above_mm)} above ground = {p.length(kind.above_mm / 2)}"
        if brief.fence.posts.school == "third"
        else f"fixed at {p.length(brief.fence.posts.fixed_depth_mm)}"
    )
    times = CATALOGUE.materials.posts.gate_deeper if kind.gate and brief.fence.posts.depth_mm is None else 1.0
    deepest = hole.embedment_mm / times
    deeper = f" × {CATALOGUE.materials.posts.gate_deeper:.2f} for a gate post" * kind.gate
    book.note(
        f"{kind.key}hole", f"Hole of a {kind.name}", f"{p.length(hole.hole_depth_mm)} deep",
        rule=f"The deepest of the depth chosen, frost, {p.length(CATALOGUE.materials.posts.least_embedment_mm)} "
        f"and wind where it is checked. Here {WORDS[hole.governed_by]} governs. The gravel bed comes below it.",
        formula=f"{depth_way}; frost {p.length(brief.job.site.frost_depth_mm)}; the deepest, {p.length(deepest)}{deeper} = "
        f"{p.length(hole.embedment_mm)} in the ground + {p.length(brief.fence.posts.gravel_mm)} gravel "
        f"= {p.length(hole.hole_depth_mm)}" + "; widened once for the second post" * (kind.each > 1),
        source=f"{CATALOGUE.materials.posts.source}; frost depth is your entry: ask locally",
        changes="Fence height, the way of choosing the depth, frost depth, gravel bed, wind-checked depth.",
    )  # fmt: skip


def _base(digger: Digger, kind: HoleKind, book: Notebook) -> None:
    p, reach = digger.brief.printer, kind.hole.embedment_mm
    foot = f"{p.length(-reach)} clear of it" if reach < 0 else f"{p.length(reach)} down behind the wall"
    worst = max(
        (g for g in digger.gusts() if g.setting == kind.setting), key=lambda g: g.stands.moment_nm, default=None
    )
    asks = f"; at the site's gust each has to hold {worst.stands.moment_nm:.0f} N·m" if worst else ""
    book.note(
        f"{kind.key}hole", f"How a {kind.name} stands", kind.method.name,
        rule=f"{kind.method.words} Its foot stands {foot}.",
        formula=", ".join(f"{n} × {item.words}" for item, n in kind.hardware) + asks,
        source=CATALOGUE.materials.masonry.source,
        changes="How posts stand at a wall, its height and thickness, the post.",
    )  # fmt: skip


def _post(brief: Brief, kind: HoleKind, book: Notebook) -> None:
    p, hole = brief.printer, kind.hole
    extra = kind.above_mm - brief.above_ground_mm
    slope = f" + {p.length(extra)} over falling ground or a wall at the tallest" if extra > 0.5 else ""
    slope = f" − {p.length(-extra)} under a cap that slopes" if extra < -0.5 else slope
    stock = (
        "no length on sale reaches"
        if hole.stock_length_mm is None
        else (f"buy {p.length(hole.stock_length_mm)}, trim {p.length(hole.trim_mm or 0)} from the top")
    )
    below = (
        f"+ {p.length(hole.embedment_mm)} {'in the ground' if kind.dug else 'behind the wall'}"
        if hole.embedment_mm >= 0
        else f"− {p.length(-hole.embedment_mm)} clear of the base"
    )
    book.note(
        f"{kind.key}post", f"Length of a {kind.name}", p.length(hole.post_length_mm),
        rule="What stands above ground and what is in the ground, to the next length on sale. Trim the top and "
        "treat the cut end; the factory end goes into the ground.",
        formula=f"{p.length(brief.fence.skin.height_mm)} boards + {p.length(brief.fence.skin.ground_gap_mm)} ground gap "
        f"+ {p.length(brief.fence.posts.proud_mm)} proud{slope} = {p.length(kind.above_mm)} above ground "
        f"{below} = {p.length(hole.post_length_mm)}: {stock}",
        source=CATALOGUE.materials.posts.source,
        changes="Height, ground gap, how far posts stand proud, depth.",
    )  # fmt: skip


def _gust(brief: Brief, weak: BayGust, solidity: float, book: Notebook) -> None:
    p = brief.printer
    s, site = weak.stands, brief.job.site
    shared = ", each of two posts taking half" * (brief.fence.posts.doubled == "all")
    part = PARTS[weak.holds.gives]
    book.note(
        "gust", "Gust it stands", p.speed(weak.holds.holds_to_mps),
        rule="q = 0.613·Kz·0.85·V²; p = 0.6·q·0.85·1.3·(1 − (1 − solidity)^1.5); F = p·height·bay at 0.55 of the height. "
        "The post holds S·Fb′; the earth holds 4d²/(4d + 4.36h)·S1·b/2.34. The gust is V·√(capacity ÷ demand) of the "
        "weaker. A screening estimate, not a design.",
        formula=f"weakest: {weak.where[0]}{f' and {len(weak.where) - 1} alike' if len(weak.where) > 1 else ''}, "
        f"{p.length(weak.centres_mm)} wide, {p.length(weak.height_mm)} high, solidity {solidity:.2f}; at the site's "
        f"{p.speed(site.gust_mps)}, exposure {site.exposure}: {s.pressure_pa:.0f} Pa, {s.force_n:.0f} N, {s.moment_nm:.0f} N·m "
        f"against {s.post_capacity_nm:.0f} N·m in the post{shared}. At {p.speed(weak.holds.holds_to_mps)} {part}.",
        source="published wind pressure and pole embedment formulas; design values of the timber",
        changes="Closer or larger posts, deeper or wider holes, more open boards, the site's soil and exposure.",
    )  # fmt: skip
