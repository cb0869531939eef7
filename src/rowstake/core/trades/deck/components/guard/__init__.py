"""Guards: posts at the edges of a level, rails between them, what fills the bays, and a cap over all."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from shapely.geometry import Point

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Part
from rowstake.core.space import Solid
from rowstake.core.trades.deck.components.base import DeckComponent
from rowstake.core.trades.deck.components.guard.bays import GuardBay
from rowstake.core.trades.deck.components.guard.caps import caps
from rowstake.core.trades.deck.components.guard.drawing import scenes
from rowstake.core.trades.deck.components.guard.explain import explain
from rowstake.core.trades.deck.components.guard.fill import fill, hardware
from rowstake.core.trades.deck.components.guard.gate import gates
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.components.guard.mounts import PostPlace, post_of
from rowstake.core.trades.deck.components.guard.posts import posts
from rowstake.core.trades.deck.demands import BlockAt, StandsThrough
from rowstake.core.trades.deck.level import DeckLevel

FACTS = CATALOGUE.steps


def _blocks(level: DeckLevel) -> Iterator[BlockAt | StandsThrough]:
    """Room in the frame and the boards for every post, and a block behind it: along the end joists one on either side."""
    line, half, grid = lay_line(level), post_of(level.brief).width_mm / 2, level.grid
    for post in line.posts:
        if post.mount != "surface":
            ring = tuple((float(x), float(y)) for x, y in post.square(half).exterior.coords[:-1])
            yield StandsThrough(ring, post.mount == "inside")
    for post in line.posts:
        yield from _behind(post, half, grid.thick_mm, level)


def _behind(post: PostPlace, half: float, thick: float, level: DeckLevel) -> Iterator[BlockAt]:
    grid, (ax, ay) = level.grid, post.along
    inwards = (-ay, ax)
    s_along = abs(grid.on_plan((ax, ay))[0]) > 0.5
    if post.mount == "surface":
        yield BlockAt(grid.on_plan(post.at))
    elif s_along:
        deep = (half if post.mount == "inside" else half + grid.thick_mm) + thick / 2 + 1
        yield BlockAt(
            grid.on_plan((post.at[0] + inwards[0] * deep, post.at[1] + inwards[1] * deep)), post.mount == "inside"
        )
        before = grid.on_plan((post.at[0] - inwards[0] * deep, post.at[1] - inwards[1] * deep))
        if post.mount == "inside" and grid.poly.contains(
            Point(before)
        ):  # at an inside corner the frame goes on there too
            yield BlockAt(before, True)
    elif post.mount == "inside":
        for way in (-1, 1):
            off = way * (half + thick / 2 + 1)
            yield BlockAt(grid.on_plan((post.at[0] + ax * off, post.at[1] + ay * off)), first=True)
    else:
        deep = half + 2 * grid.thick_mm
        yield BlockAt(grid.on_plan((post.at[0] + inwards[0] * deep, post.at[1] + inwards[1] * deep)))


def _lay(level: DeckLevel) -> list[Part]:
    line = lay_line(level)
    if not line.posts:
        return []
    out = posts(level, line)
    for number, run in enumerate(line.runs, 1):
        for n, (a, b) in enumerate(pairwise(run.posts), 1):
            out += _bay(level, GuardBay(level.brief, line.posts[a], line.posts[b]), f"{number}.{n}")
    return out + caps(level, line) + [part for gate in gates(level) for part in gate.parts()]


def _bay(level: DeckLevel, bay: GuardBay, name: str) -> list[Part]:
    """Both rails, what fills them, and the fixings of each."""
    place, rail, of, guard = level.place, bay.rail, level.place.label(f"guard {name}"), level.brief.deck.guard
    half, clear, sold = rail.thickness_mm / 2, bay.clear_mm, level.brief.sold
    if clear < FACTS.least_bay_mm:
        return []
    screwed = guard.rails_by == "screws"
    by, out = f"{of} {'rail screws' if screwed else 'brackets'}", []
    for n, (low, high) in enumerate(bay.rails, 1):
        ring = ((0.0, low), (clear, low), (clear, high), (0.0, high))
        out.append(
            Part(place.label(f"U{name}{'ab'[n - 1]}"), "guard rail", "steps", timber(rail.id), of, clear, rail.width_mm,
                 solid=Solid(bay.pose, ring, -half, half), hold=Hold(by, bay.off_mm))
        )  # fmt: skip
    if bay.blocked:
        thick = rail.thickness_mm
        ring = (
            (clear / 2 - thick / 2, 0.0),
            (clear / 2 + thick / 2, 0.0),
            (clear / 2 + thick / 2, guard.under_mm),
            (clear / 2 - thick / 2, guard.under_mm),
        )
        out.append(
            Part(place.label(f"U{name}c"), "rail block", "steps", timber(rail.id), of, guard.under_mm, thick,
                 f"ripped to {level.brief.printer.length(thick)}" if thick < rail.width_mm else "square",
                 solid=Solid(bay.pose, ring, -half, half), hold=Hold(by))
        )  # fmt: skip
    screw, _ = sold.screw("structural_screw", FACTS.toe_screw_mm)
    held = ("rail screws", screw, 4 * FACTS.toe_screws) if screwed else ("brackets", sold.good("rail_bracket"), 4)
    return [*out, *fill(bay, name, of), *hardware(bay, of, held)]


COMPONENT = DeckComponent(
    order=86, blocks=_blocks, lay=_lay, explain=explain, sections={"deck.guard.post": "post"}, scenes=scenes
)
