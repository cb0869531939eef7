"""What holds the frame together: hangers, ties, nails and screws."""

from __future__ import annotations

from collections import Counter
from itertools import pairwise

import numpy as np
from shapely import STRtree, points
from shapely.geometry import Polygon

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.fasteners import Sold
from rowstake.core.goods import Good
from rowstake.core.kinds import KINDS, kind_of
from rowstake.core.parts import Joint, Part
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.beam_line import BeamLine, Supports
from rowstake.core.trades.deck.frame import Grid, Stick
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import Point


def frame_hardware(level: DeckLevel) -> list[Part]:
    """Hangers where a joist ends on a ledger, a header or a flush beam; ties over dropped beams; nails of both and of rims."""
    facts, grid, supports = CATALOGUE.deck, level.grid, level.supports
    sticks = [stick for _, stick in level.sticks]
    joists = [s for s in sticks if kind_of(s.kind).family == "joist"]
    held = [s for s in sticks if s.kind in ("ledger", "header", "clipped rim")]
    if any("block" in (j.near, j.far) for j in grid.joists):
        held += [s for s in sticks if s.kind == "blocking"]  # what is left of a nailer beside a post hangs on them
    lines = [Polygon(s.outline()).buffer(4.0) for s in held]
    if supports.flush:
        lines += [Polygon(beam_outline(b)).buffer(4.0) for b in supports.beams]
    ends_at = points([end for j in joists for end in (j.a, j.b)] or np.empty((0, 2)))
    hangers = len(set(STRtree(lines).query(ends_at, predicate="intersects")[0].tolist())) if lines and joists else 0
    ties = 0 if supports.flush else sum(
        min(j.a[1], j.b[1]) - 1 < b.t < max(j.a[1], j.b[1]) + 1 for j in joists for b in supports.under(j.a[0])
    )  # fmt: skip
    ends = 2 * len(joists) - hangers + 2 * sum(n for edge, n in grid.headers.items() if edge not in grid.carry)
    spliced = sum(s.kind == "splice block" for s in sticks)
    blocks = sum(kind_of(s.kind).family == "block" for s in sticks) - spliced
    hung = [grid.headers[edge] for edge in grid.carry]
    sold = level.brief.sold

    grip, thick = CATALOGUE.materials.fixings.grip_mm, supports.joist.thickness_mm

    def item(kind: str, what: Good, count: float, joint: Joint | None = None) -> list[Part]:
        of = joint.through[0] if joint and joint.through == joint.into else "frame"
        label = level.place.label(f"{of} {what.words}")
        return [Part(label, kind, "frame", what, "frame", amount=count, unit="each", joint=joint)] if count else []

    return [
        *item("hardware", sold.good("joist_hanger", supports.joist.name), hangers + 2 * hung.count(1)),
        *[
            part
            for plies in sorted({n for n in hung if n > 1})
            for part in item(
                "hardware", sold.good("joist_hanger_plied", plies, supports.joist.name), 2 * hung.count(plies)
            )
        ],
        *item("hardware", sold.good("joist_tie"), ties),
        *item(
            "frame screw",
            sold.nail("connector_nail", CONNECTOR_MM)[0],
            (hangers + ties + 2 * sum(min(n, 2) for n in hung)) * facts.hanger_nails,
        ),
        *item(
            "frame screw",
            sold.screw("frame_screw", max(FRAME_MM, thick + grip))[0],
            max(0, ends) * 3 + blocks * 4 + spliced * facts.splice_screws,
            Joint(("rim", "clipped rim", "header"), JOISTS, grip, end_grain=True),
        ),
        *[
            part
            for (kinds, ply), count in sorted(_plied(grid, supports, sticks).items())
            for screw, joint in [through_plies(sold, kinds, ply)]
            for part in item("frame screw", screw, count, joint)
        ],
    ]


CONNECTOR_MM, FRAME_MM = CATALOGUE.deck.connector_nail_mm, CATALOGUE.deck.frame_screw_mm


def through_plies(sold: Sold, kinds: tuple[str, ...], ply_mm: float) -> tuple[Good, Joint]:
    """The screw that makes plies of a thickness one member: through one and most of the next, not out behind."""
    facts = CATALOGUE.materials.fixings
    screw, _ = sold.screw("structural_screw", facts.plies_through * ply_mm, 2 * ply_mm - facts.short_of_mm)
    longer = sold.longer(screw)
    return screw, Joint(
        kinds, kinds, (facts.plies_through - 1) * ply_mm, longer + facts.short_of_mm if longer else None
    )


def _plied(grid: Grid, supports: Supports, sticks: list[Stick]) -> Counter[tuple[tuple[str, ...], float]]:
    """Screws that make several plies one member, by what they join and how thick each ply is: two rows along every ply of a
    beam, a header or a clipped rim but one, and along joists that lie side by side."""
    every, out = CATALOGUE.deck.ply_screw_every_mm, Counter[tuple[tuple[str, ...], float]]()
    for beam in supports.beams:
        out[("beam",), beam.section.thickness_mm] += (beam.plies - 1) * 2 * (up((beam.s1 - beam.s0) / every) + 1)
    headers = [edge.length_mm for edge, plies in grid.headers.items() for _ in range(plies - 1)]
    leaning = [s.length_mm for s in sticks if s.kind == "clipped rim"]
    rims = leaning[len(leaning) // grid.plies :] if grid.plies > 1 else []
    marks = sorted((j.s, j.length_mm) for j in grid.joists)
    joists = [min(a[1], b[1]) for a, b in pairwise(marks) if 1 < b[0] - a[0] < grid.thick_mm + 1]
    for kinds, lengths in ((("header",), headers), (("clipped rim",), rims), (JOISTS, joists)):
        out[kinds, grid.thick_mm] += sum(2 * (up(length / every) + 1) for length in lengths)
    return out


JOISTS = tuple(k.id for k in KINDS.values() if k.family == "joist")


def beam_outline(beam: BeamLine) -> list[Point]:
    w = beam.wide_mm / 2
    return [(beam.s0, beam.t - w), (beam.s1, beam.t - w), (beam.s1, beam.t + w), (beam.s0, beam.t + w)]
