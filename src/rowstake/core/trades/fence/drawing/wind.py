"""The wind along the line: what each bay and gate stands, beside the site's gust."""

from __future__ import annotations

from collections import defaultdict

from rowstake.core.drawing.scene import Look, Scene, Sketch
from rowstake.core.trades.fence.laid import FencePlan

TALL_MM = 1500.0
"""The site's gust is drawn this high."""


def wind_scene(planned: FencePlan) -> Scene:
    """A bar for every bay and gate, as wide as it is along the line and as high as the gust it stands."""
    board, p, site = Sketch(), planned.brief.printer, planned.brief.job.site.gust_mps
    stands = {where: g.holds.holds_to_mps for g in planned.laid.gusts for where in g.where}
    offset = 0.0
    spans: dict[int, list[tuple[str, float, float]]] = defaultdict(list)
    for bay in planned.laid.layout.bays:
        spans[bay.leg].append((bay.label, bay.left.on(bay.leg), bay.right.on(bay.leg)))
    for o in planned.laid.layout.openings:
        spans[o.leg].append((f"gate {o.gate.id}", o.left.on(o.leg), o.right.on(o.leg)))
    for leg in planned.laid.layout.legs:
        for label, a, b in spans[leg.index]:
            high = min(stands[label] / site, 2.0) * TALL_MM
            look: Look = "board" if stands[label] >= site else "zone"
            edge = 0.04 * (b - a)
            board.rect(offset + a + edge, 0.0, offset + b - edge, high, look, label)
            board.text((offset + (a + b) / 2, high + 130), f"{stands[label]:.0f}", "label", label)
        offset += leg.length_mm + 600.0
    board.line((0.0, 0.0), (offset - 600.0, 0.0), "ground")
    board.line((0.0, TALL_MM), (offset - 600.0, TALL_MM), "string")
    board.text((offset / 2, TALL_MM * 1.12), f"site gust {p.speed(site)}", "quiet")
    return board.scene("wind", "Gust that each bay and gate stands, m/s", 200.0)
