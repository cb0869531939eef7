"""Braces of tall posts, cut and screwed; and the blocks they ask for where no joist is near."""

from __future__ import annotations

import math
from collections.abc import Iterator

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import timber
from rowstake.core.parts import Part
from rowstake.core.space import Pose, Solid
from rowstake.core.trades.deck.components.base import DeckComponent
from rowstake.core.trades.deck.demands import BlockAt
from rowstake.core.trades.deck.level import DeckLevel


def _blocks(level: DeckLevel) -> Iterator[BlockAt]:
    for brace in level.braces:
        if brace.to.startswith("a block"):
            yield BlockAt(brace.b)


def _lay(level: DeckLevel) -> list[Part]:
    """Every brace in line with its post, its foot cut plumb against the post and its head level under what it goes up to."""
    brief, grid, pose, place = level.brief, level.grid, level.place.pose, level.place
    section = CATALOGUE.sections[brief.region.rail]
    cut, half = section.width_mm * math.sqrt(2), section.thickness_mm / 2
    out: list[Part] = []
    for brace in level.braces:
        (ax, ay), (bx, by) = grid.on_plan(brace.a), grid.on_plan(brace.b)
        reach = brace.reach_mm
        way = ((bx - ax) / reach, (ay - by) / reach, 0.0)
        own = Pose(pose.point(ax, ay, brace.top_mm), way, (0.0, 0.0, 1.0), (way[1], -way[0], 0.0), pose.number)
        leaning = ((0.0, -reach), (reach, 0.0), (reach - cut, 0.0), (0.0, cut - reach))
        out.append(
            Part(place.label(f"X{len(out) + 1}"), "post brace", "frame", timber(section.id), brace.post, brace.length_mm, section.width_mm,
                 f"45° both ends, to the long points; from {brace.post} to {brace.to}", solid=Solid(own, leaning, -half, half))
        )  # fmt: skip
    if out:
        screw, _ = brief.sold.screw("structural_screw", cut / 2 + CATALOGUE.materials.fixings.grip_mm)
        out.append(
            Part(
                place.label("brace screws"),
                "hardware",
                "frame",
                screw,
                "braces",
                amount=4 * len(level.braces),
                unit="each",
            )
        )
    return out


COMPONENT = DeckComponent(order=40, blocks=_blocks, lay=_lay)
