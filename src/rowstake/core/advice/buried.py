"""Holes nearer to a buried line than they may be, of whatever trade."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from rowstake.core.advice.base import found
from rowstake.core.ground.buried import clearance_mm
from rowstake.core.job.base import Site
from rowstake.core.measure import Printer
from rowstake.core.parts import Finding

NAMES = {
    "power": "a power line", "gas": "a gas line", "telecom": "a telecom line", "water": "a water main", "reclaimed": "a line of reclaimed water",
    "drain": "a drain",
}  # fmt: skip


def too_near(site: Site, holes: Iterable[tuple[str, tuple[float, float], float]], p: Printer) -> Iterator[Finding]:
    """`holes` are (label, middle as the plan is drawn, half across)."""
    dug = list(holes)
    for line in site.buried:
        near = [(gap, label) for label, at, half in dug if (gap := clearance_mm(at, half, line)) < line.keep_mm - 0.5]
        if near:
            gap, label = min(near)
            more = f", and {len(near) - 1} more" if len(near) > 1 else ""
            where = f"{p.length(gap)} from" if gap > 0 else "over"
            yield found(
                f"{label} is dug {where} {NAMES[line.kind]}{more}",
                f"Whoever it belongs to asks for {p.length(line.keep_mm)}. Move the hole, or expose the line by hand first, with its owner's leave: "
                "never with an auger.",
                [own for _, own in near],
            )
