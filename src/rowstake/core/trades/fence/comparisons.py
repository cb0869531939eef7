"""Ways of building a fence beside each other."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.plan import plan
from rowstake.core.trades.fence.document import FenceJob
from rowstake.core.trades.fence.resolve import resolve

SideBySide = Callable[..., list[Any]]


def ways_over_ground(job: FenceJob, side_by_side: SideBySide) -> list[Any]:
    """Stepped, raked and contour beside each other, and level tops where they are chosen."""
    ways = ["stepped", "raked", "contour"] + ["level"] * (job.fence.slope.way == "level")
    return side_by_side(job, [(w, [{"do": "set", "path": "fence.slope.way", "value": w}]) for w in ways])


def what_the_wind_asks(job: FenceJob, side_by_side: SideBySide) -> list[Any]:
    """What each change buys against the wind: closer, larger, deeper, wider, more open, one at a time."""
    brief = resolve(job)
    posts, snap = job.fence.posts, brief.region.snap_mm

    def put(path: str, value: Any) -> dict[str, Any]:
        return {"do": "set", "path": f"fence.{path}", "value": value}

    ways: list[tuple[str, list[dict[str, Any]]]] = [("as it is", [])]
    closer = max(job.fence.bays.max_mm * 0.75 // snap * snap, snap)
    ways.append((f"posts at {brief.printer.length(closer)}", [put("bays.way", "equal"), put("bays.max_mm", closer)]))
    sold = CATALOGUE.sections_for(brief.region.id, "post")
    larger = [s for s in sold if s.width_mm > brief.post.width_mm + 1 and s.thickness_mm == s.width_mm]
    if larger:
        gate = max((brief.gate_post, *larger[:2]), key=lambda s: s.width_mm)
        ways.append((f"{larger[0].name} posts", [put("posts.size", larger[0].id), put("posts.gate_size", gate.id)]))
    deeper = brief.printer.length(2 * snap)
    depth = plan(job).laid.digger.usual.hole.embedment_mm + 2 * snap
    ways.append(
        (
            f"{deeper} deeper",
            [put("posts.depth_mm", None), put("posts.school", "fixed"), put("posts.fixed_depth_mm", depth)],
        )
    )
    wider = next((a for a in sorted(brief.region.augers_mm) if a > brief.hole_mm(brief.post) + 1), None)
    if wider and posts.hole_mm is None:
        ways.append((f"holes {brief.printer.length(wider)} across", [put("posts.hole_mm", wider)]))
    if posts.doubled != "all":
        ways.append(("every post doubled", [put("posts.doubled", "all")]))
    for entry in CATALOGUE.styles.values():
        if (
            entry.runs == "up"
            and not entry.on_centres
            and entry.gap_mm > max(brief.style.gap_mm, job.fence.skin.gap_mm)
        ):
            ways.append((entry.name.lower(), [{"do": "style", "style": entry.id}]))
    sides = side_by_side(job, ways)
    return [sides[0], *(side for side in sides[1:] if side.refused or _gust(side) > _gust(sides[0]))]


def _gust(side: Any) -> float:
    return next((float(f.number) for f in side.figures if f.key == "gust"), 0.0)
