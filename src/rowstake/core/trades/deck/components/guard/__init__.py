"""Guards: posts at the edges of a level, rails between them, what fills the bays, and a cap over all."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good, timber
from rowstake.core.parts import Hold, Part, letters
from rowstake.core.space import Solid
from rowstake.core.trades.deck.components.base import Component
from rowstake.core.trades.deck.components.guard.bays import Bay, cap_mm, cap_section, high_mm
from rowstake.core.trades.deck.components.guard.drawing import scenes
from rowstake.core.trades.deck.components.guard.explain import explain
from rowstake.core.trades.deck.components.guard.line import Line, PostPlace, Run, lay_line, post_of
from rowstake.core.trades.deck.demands import BlockAt, Stands
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import Point, set_in

FACTS = CATALOGUE.steps


def _blocks(level: DeckLevel) -> Iterator[BlockAt | Stands]:
    """Room in the frame and the boards for every post, and a block behind it: along the end joists one on either side."""
    line, half, grid = lay_line(level), post_of(level.brief).width_mm / 2, level.grid
    for post in line.posts:
        if post.mount != "surface":
            ring = tuple((float(x), float(y)) for x, y in post.square(half).exterior.coords[:-1])
            yield Stands(ring, post.mount == "inside")
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
        yield BlockAt(grid.on_plan((post.at[0] + inwards[0] * deep, post.at[1] + inwards[1] * deep)))
    elif post.mount == "inside":
        for way in (-1, 1):
            off = way * (half + thick / 2 + 1)
            yield BlockAt(grid.on_plan((post.at[0] + ax * off, post.at[1] + ay * off)))
    else:
        deep = half + 2 * grid.thick_mm
        yield BlockAt(grid.on_plan((post.at[0] + inwards[0] * deep, post.at[1] + inwards[1] * deep)))


def _lay(level: DeckLevel) -> list[Part]:
    line = lay_line(level)
    if not line.posts:
        return []
    out = _posts(level, line)
    for number, run in enumerate(line.runs, 1):
        for n, (a, b) in enumerate(pairwise(run.posts), 1):
            out += _bay(level, Bay(level.brief, line.posts[a], line.posts[b]), f"{number}.{n}")
    return out + _caps(level, line)


def _posts(level: DeckLevel, line: Line) -> list[Part]:
    brief, section, place = level.brief, post_of(level.brief), level.place
    half, top = section.width_mm / 2, brief.height_mm + high_mm(brief) - cap_mm(brief)
    under = level.frame_top_mm - level.joist_mm
    bolts, bases = place.label("guard bolts"), place.label("guard bases")
    out: list[Part] = []
    through = Counter(round(q.closes_mm, 1) for q in line.posts if q.mount != "surface")
    held, surface = sum(through.values()), sum(q.mount == "surface" for q in line.posts)
    first = f"{bolts}a" if len(through) > 1 else bolts
    for n, post in enumerate(line.posts, 1):
        low = brief.height_mm if post.mount == "surface" else under
        ring = tuple((float(x), float(y)) for x, y in post.square(half).exterior.coords[:-1])
        by = bases if post.mount == "surface" else first
        out.append(
            Part(place.label(f"Y{n}"), "guard post", "steps", timber(section.id), place.label("guard"), top - low, section.width_mm,
                 solid=Solid(place.pose, ring, low, top), hold=Hold(by, FACTS.notch_free_mm))
        )  # fmt: skip
    sold = brief.sold
    bought: tuple[tuple[str, Good, int], ...] = (
        *(
            (
                f"{bolts}{letters(n) if len(through) > 1 else ''}",
                sold.bolt(section.thickness_mm + mm),
                FACTS.guard_bolts * count,
            )
            for n, (mm, count) in enumerate(sorted(through.items()), 1)
        ),
        (place.label("guard hold-downs"), sold.good("hold_down"), held),
        (bases, sold.good("post_base_bolted", section.name), surface),
        (
            place.label("guard base screws"),
            sold.screw("structural_screw", FACTS.base_screw_mm)[0],
            FACTS.base_screws * surface,
        ),
    )
    return out + [
        Part(label, "hardware", "steps", good, place.label("guard"), amount=n, unit="each")
        for label, good, n in bought
        if n
    ]


def _bay(level: DeckLevel, bay: Bay, name: str) -> list[Part]:
    """Both rails, and balusters between them or boards over their faces; the fixings of each."""
    place, rail, of, guard = level.place, bay.rail, level.place.label(f"guard {name}"), level.brief.deck.guard
    half, clear = rail.thickness_mm / 2, bay.clear_mm
    if clear < FACTS.least_bay_mm:
        return []
    brackets, out = f"{of} brackets", []
    for n, (low, high) in enumerate(bay.rails, 1):
        ring = ((0.0, low), (clear, low), (clear, high), (0.0, high))
        out.append(
            Part(place.label(f"U{name}{'ab'[n - 1]}"), "guard rail", "steps", timber(rail.id), of, clear, rail.width_mm,
                 solid=Solid(bay.pose, ring, -half, half), hold=Hold(brackets, bay.off_mm))
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
                 solid=Solid(bay.pose, ring, -half, half), hold=Hold(brackets))
        )  # fmt: skip
    if bay.glazed:
        return out + _pane(level, bay, name, of, brackets)
    filling, wide, upright = bay.filling, bay.filling.width_mm, guard.infill == "balusters"
    (_, low), (high, _) = bay.rails
    thick = filling.thickness_mm / 2
    for n, mark in enumerate(bay.gaps.marks_mm, 1):
        ring = (
            ((mark, low), (mark + wide, low), (mark + wide, high), (mark, high))
            if upright
            else ((0.0, low + mark), (clear, low + mark), (clear, low + mark + wide), (0.0, low + mark + wide))
        )
        long = high - low if upright else clear
        out.append(
            Part(place.label(f"I{name}-{n}"), "baluster" if upright else "guard board", "steps", timber(filling.id), of, long, wide,
                 solid=Solid(bay.pose, ring, -thick, thick), hold=Hold(f"{of} connectors", bay.off_mm))
        )  # fmt: skip
    sold, count = level.brief.sold, len(bay.gaps.marks_mm)
    bought = (
        (brackets, sold.good("rail_bracket"), 4),
        (f"{of} connectors", sold.good("baluster_connector"), 2 * count),
    )
    return out + [Part(label, "hardware", "steps", good, of, amount=n, unit="each") for label, good, n in bought if n]


def _pane(level: DeckLevel, bay: Bay, name: str, of: str, brackets: str) -> list[Part]:
    """A pane between posts and rails, ordered when they stand."""
    sold, off, (_, low), (high, _) = level.brief.sold, FACTS.pane_off_mm, *bay.rails
    a, b, low, high = off, bay.clear_mm - off, low + off, high - off
    good, half, clamps = sold.good("glass_pane", FACTS.pane_mm, b - a, high - low), FACTS.pane_mm / 2, f"{of} clamps"
    out = []
    if b - a > FACTS.least_bay_mm:
        ring = ((a, low), (b, low), (b, high), (a, high))
        out.append(
            Part(level.place.label(f"I{name}"), "pane", "steps", good, of, unit="each",
                 solid=Solid(bay.pose, ring, -half, half), hold=Hold(clamps, off + bay.off_mm + 1))
        )  # fmt: skip
    bought = (
        (brackets, sold.good("rail_bracket"), 4),
        (clamps, sold.good("glass_clamp"), FACTS.pane_clamps * len(out)),
    )
    return out + [Part(label, "hardware", "steps", item, of, amount=n, unit="each") for label, item, n in bought if n]


def _caps(level: DeckLevel, line: Line) -> list[Part]:
    """A board flat over posts and rails along every run, mitred where two meet, in lengths that meet over posts."""
    section = cap_section(level.brief)
    if section is None:
        return []
    ring, place, brief = list(line.ring), level.place, level.brief
    half, post = section.width_mm / 2, post_of(brief).width_mm / 2
    sides = [set_in(ring, lambda e, w=w: line.set_off_mm[ring.index(e)] + w) for w in (-half, half)]  # type: ignore[misc]
    top, longest, screws = brief.height_mm + high_mm(brief), max(section.lengths_mm), place.label("guard cap screws")
    out: list[Part] = []
    for number, run in enumerate(line.runs, 1):
        i = ring.index(run.edge)
        corners = [
            _cap_end(
                run,
                [line.posts[n] for n in run.posts],
                first,
                [side[(i + (not first)) % len(ring)] for side in sides],
                half,
                post,
            )
            for first in (True, False)
        ]
        marks = [_on(run, line.posts[n].at) for n in run.posts]
        cuts = _cuts([_on(run, corners[0][0]), *marks[1:-1], _on(run, corners[1][0])], longest)
        for n, (a, b) in enumerate(pairwise(cuts), 1):
            (ax, ay), base = run.edge.along, line.posts[run.posts[0]].at
            start, end = _on(run, base), _on(run, base)
            left = corners[0] if n == 1 else [_across(base, run, a - start, w) for w in (-half, half)]
            right = corners[1] if n == len(cuts) - 1 else [_across(base, run, b - end, w) for w in (-half, half)]
            shape = (left[0], right[0], right[1], left[1])
            spread = [x * ax + y * ay for x, y in shape]
            mitred = (n == 1 and run.corners[0]) + (n == len(cuts) - 1 and run.corners[1])
            ends = ("square", "one end mitred, to the long point", "both ends mitred, to the long points")[mitred]
            out.append(
                Part(place.label(f"Q{number}.{n}"), "guard cap", "steps", timber(section.id), place.label("guard"), max(spread) - min(spread),
                     section.width_mm, ends, solid=Solid(place.pose, shape, top - section.thickness_mm, top), hold=Hold(screws))
            )  # fmt: skip
    places = sum(len(run.posts) for run in line.runs)
    screw, _ = brief.sold.screw("deck_screw", section.thickness_mm * CATALOGUE.materials.fixings.board_times)
    return [
        *out,
        Part(screws, "hardware", "steps", screw, place.label("guard"), amount=FACTS.cap_screws * places, unit="each"),
    ]


def _on(run: Run, at: Point) -> float:
    (ax, ay) = run.edge.along
    return at[0] * ax + at[1] * ay


def _across(base: Point, run: Run, along: float, inwards: float) -> Point:
    (ax, ay), (nx, ny) = run.edge.along, run.edge.inward
    return base[0] + ax * along + nx * inwards, base[1] + ay * along + ny * inwards


def _cap_end(
    run: Run, posts: list[PostPlace], first: bool, mitred: list[Point], half: float, post: float
) -> list[Point]:
    """The two corners of a cap's end, the outer one first: at the mitre, or square just past the end post."""
    if run.corners[0 if first else 1]:
        return mitred
    at, past = posts[0 if first else -1].at, (-1 if first else 1) * (post + FACTS.cap_past_mm)
    return [_across(at, run, past, w) for w in (-half, half)]


def _cuts(marks: list[float], longest: float) -> list[float]:
    """From end to end, met over posts so that no piece is longer than is sold."""
    cuts = [marks[0]]
    while marks[-1] - cuts[-1] > longest + 1e-6:
        within = [m for m in marks if cuts[-1] < m <= cuts[-1] + longest]
        if not within:
            break
        cuts.append(max(within))
    return [*cuts, marks[-1]]


COMPONENT = Component(
    order=86, blocks=_blocks, lay=_lay, explain=explain, sections={"deck.guard.post": "post"}, scenes=scenes
)
