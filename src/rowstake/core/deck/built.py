"""The frame, footings and boards as parts: every piece once, labelled, with where it lies."""

from __future__ import annotations

import math
from bisect import bisect_left, bisect_right
from dataclasses import dataclass, replace
from itertools import pairwise

from shapely.geometry import Point as At
from shapely.geometry import Polygon

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.deck.boards import Board, Laying
from rowstake.core.deck.brief import DeckBrief
from rowstake.core.deck.footings import Dug, Under, kinds
from rowstake.core.deck.frame import Grid, Joist, Stick, across, blocks_at, spans_over_blocking
from rowstake.core.deck.ledger import LedgerPlan, ledger_parts, plan_ledger
from rowstake.core.deck.shape import Edge, Point, edges, outline
from rowstake.core.deck.stack import PostAt, beam_depth, ground_at, joist_depth, stack_at
from rowstake.core.deck.supports import BeamLine, Supports
from rowstake.core.parts import Lies, Part
from rowstake.core.reckoners.base import up
from rowstake.core.structure.columns import column_n
from rowstake.core.structure.timber import read_stick

LETTERS = {
    "joist": "J", "end joist": "J", "nailer": "J", "inner-corner joist": "J", "trimmer": "J", "doubled end": "J", "rim": "R",
    "clipped rim": "R", "ledger": "L", "header": "H", "blocking": "K", "ladder block": "K", "sister block": "S", "guard block": "G",
}  # fmt: skip
LEFT_LONG_MM = 100.0


@dataclass(frozen=True, slots=True)
class FootingAt:
    """The footing under a post: its load, what is dug, and the same label with F for P."""

    post: PostAt
    load_kn: float
    dug: Dug

    @property
    def label(self) -> str:
        before, _, number = self.post.label.rpartition("P")
        return f"{before}F{number}"


def post_used(brief: DeckBrief, f: FootingAt) -> float:
    """Share of what the post holds as a column that its load takes."""
    return f.load_kn * 1000 / column_n(brief.species, read_stick(brief.post.id), f.post.height_mm)


def footing_used(brief: DeckBrief, f: FootingAt) -> float | None:
    """Share of the ground's bearing (or the pile's rating) that its load takes; None where neither is known."""
    if f.dug.carries_kn is not None:
        return f.load_kn / f.dug.carries_kn
    if not f.dug.layers:
        return None
    square = brief.footing.id == "block"
    area = f.dug.across_mm**2 * (1.0 if square else math.pi / 4) / 1e6
    return f.load_kn / (bearing_of(brief) * area)


def bearing_of(brief: DeckBrief) -> float:
    """What the soil bears, kPa: of the soil named where it is known for certain, else of the weakest."""
    return brief.soil.bearing_kpa if brief.deck.footings.soil_known else CATALOGUE.soils["clay"].bearing_kpa


@dataclass(frozen=True, slots=True)
class Built:
    sticks: tuple[tuple[str, Stick], ...]
    posts: tuple[PostAt, ...]
    footings: tuple[FootingAt, ...]
    ledger: LedgerPlan | None
    parts: tuple[Part, ...]


def _joist_pieces(joist: Joist, section: Section, supports: Supports, beams: list[BeamLine]) -> list[Stick]:
    """A line of joists in the pieces it is made of: in hangers between flush beams, or lapped over dropped ones.

    Never over the outer beam: what hangs past it must run through.
    """
    kind, s = joist.kind, joist.s
    if supports.flush:
        marks = [joist.t0]
        for beam in sorted(beams, key=lambda b: b.t):
            if joist.t0 + 1 < beam.t:
                marks += [beam.t - beam.wide_mm / 2, beam.t + beam.wide_mm / 2]
        marks.append(joist.t1)
        return [
            Stick(kind, section, (s, a), (s, b), "crown up")
            for a, b in zip(marks[::2], marks[1::2], strict=False)
            if b - a > 20
        ]
    longest, lap = max(section.lengths_mm), CATALOGUE.materials.deck.splice_lap_mm / 2
    bears = [b.t for b in sorted(beams, key=lambda b: b.t) if joist.t0 < b.t < joist.t1][:-1]
    out, start = [], joist.t0
    while joist.t1 - start > longest:
        reach = [t for t in bears if start + lap < t and t + lap - start <= longest]
        if not reach:
            break
        at = reach[-1]
        out.append(Stick(kind, section, (s, start), (s, at + lap), "crown up, lapped"))
        start = at - lap
    out.append(Stick(kind, section, (s, start), (s, joist.t1), "crown up"))
    return out


def _beams_at(supports: Supports, s: float) -> list[BeamLine]:
    return [b for b in supports.beams if b.s0 - 0.1 <= s <= b.s1 + 0.1]


def frame_sticks(brief: DeckBrief, grid: Grid, supports: Supports, laying: Laying) -> list[Stick]:
    """Everything of the frame in one section of joist: joists, what closes them, blocks. Beams come apart."""
    joist = supports.joist
    outer = {b.group.t1 for b in supports.beams if b.outer} if supports.flush else set()
    sticks = across(brief, grid, joist, outer)
    for line in grid.joists:
        cut = line
        if supports.flush:
            end = [b for b in _beams_at(supports, line.s) if b.outer and abs(b.t - line.t1) < 4 * grid.thick_mm]
            cut = replace(line, t1=end[0].t - end[0].wide_mm / 2) if end else line
        pieces = _joist_pieces(cut, joist, supports, [b for b in _beams_at(supports, line.s) if b.t < cut.t1 - 1])
        if brief.deck.joists.left_long and pieces and not supports.flush:
            last = pieces[-1]
            pieces[-1] = replace(last, ends=f"{last.ends}, left long to trim", extra_mm=LEFT_LONG_MM)
        sticks += pieces
    sticks += _blocking(brief, grid, supports)
    sticks += _sisters(brief, grid, joist, laying)
    return sticks


def _blocking(brief: DeckBrief, grid: Grid, supports: Supports) -> list[Stick]:
    """A row in the middle of every long span, and ladders beside borders."""
    out: list[Stick] = []
    for group in grid.groups:
        for t in spans_over_blocking(supports.bearings(group)):
            out += blocks_at(grid, supports.joist, t, "blocking", group.s0, group.s1)
    if brief.deck.joists.guard_blocks:
        out += _guard_blocks(grid, supports)
    nailed = [j.s for j in grid.joists if j.kind == "nailer"]
    for s in dict.fromkeys(nailed):
        beside = sorted(
            {j.s for j in grid.joists if j.kind in ("end joist", "inner-corner joist", "nailer") and j.s != s},
            key=lambda x: abs(x - s),
        )
        if not beside or abs(beside[0] - s) > 2 * brief.square.width_mm + 3 * grid.thick_mm:
            continue
        low, high = sorted((s, beside[0]))
        line = next(j for j in grid.joists if j.s == s)
        count = int((line.t1 - line.t0) // grid.spacing_mm)
        for k in range(1, count + 1):
            out += blocks_at(grid, supports.joist, line.t0 + k * grid.spacing_mm, "ladder block", low, high)
    return _distinct(out)


def _guard_blocks(grid: Grid, supports: Supports) -> list[Stick]:
    """A pair of blocks behind every guard post along the end joists: equal spaces, none over the limit, one inside each corner."""
    most, out = CATALOGUE.materials.deck.guard_posts_mm, []
    ends = [j for j in grid.joists if j.kind == "end joist"]
    for line in ends:
        low, high = (
            (line.s - 1, line.s + grid.spacing_mm)
            if line.s < (grid.poly.bounds[0] + grid.poly.bounds[2]) / 2
            else (line.s - grid.spacing_mm, line.s + 1)
        )
        first, last = line.t0 + 150.0, line.t1 - 150.0
        spaces = max(1, up((last - first) / most)) if last > first else 0
        for k in range(spaces + 1 if spaces else 0):
            t = first + (last - first) * k / spaces
            for d in (-1, 1):
                out += blocks_at(grid, supports.joist, t + d * grid.thick_mm * 1.6, "guard block", low, high)
    return out


def _distinct(sticks: list[Stick]) -> list[Stick]:
    seen: dict[tuple[float, ...], Stick] = {}
    for s in sticks:
        seen.setdefault((round(s.a[0], 1), round(s.a[1], 1), round(s.b[0], 1)), s)
    return list(seen.values())


def _sisters(brief: DeckBrief, grid: Grid, joist: Section, laying: Laying) -> list[Stick]:
    """A short block beside the joist under every butt joint."""
    half = CATALOGUE.materials.deck.sister_mm / 2
    out = []
    for point in laying.butts:
        s, t = grid.on_plan(point)
        line = min((j for j in grid.joists if j.t0 - 1 <= t <= j.t1 + 1), key=lambda j: abs(j.s - s), default=None)
        if line is None:
            continue
        side = line.s + grid.thick_mm if line.s + 1.5 * grid.thick_mm < grid.poly.bounds[2] else line.s - grid.thick_mm
        low = min(max(t - half, line.t0), line.t1 - 2 * half)
        out.append(Stick("sister block", joist, (side, low), (side, low + 2 * half)))
    return out


def _beam_plies(beam: BeamLine) -> list[tuple[str, Stick]]:
    """Each ply in lengths that meet over posts, the joints of neighbours over different ones where there are enough."""
    longest = max(beam.section.lengths_mm)
    out: list[tuple[str, Stick]] = []
    for ply in range(beam.plies):
        t = beam.t + (ply - (beam.plies - 1) / 2) * beam.section.thickness_mm
        cuts = [beam.s0]
        first = True
        while beam.s1 - cuts[-1] > longest + 0.1:
            reach = [p for p in beam.posts if cuts[-1] + 100 < p <= cuts[-1] + longest]
            if not reach:
                break
            pick = reach[-2] if first and ply % 2 and len(reach) > 1 else reach[-1]
            first = False
            cuts.append(pick)
        for n, (a, b) in enumerate(pairwise([*cuts, beam.s1]), 1):
            ends = "square" if len(cuts) == 1 else "meets over a post"
            out.append(
                (
                    f"{beam.label}-{ply + 1}{'abcdefgh'[n - 1] if len(cuts) > 1 else ''}",
                    Stick("beam", beam.section, (a, t), (b, t), ends),
                )
            )
    return out


def stand_posts(brief: DeckBrief, grid: Grid, supports: Supports) -> list[PostAt]:
    out: list[PostAt] = []
    for beam in supports.beams:
        for s, share in zip(beam.posts, beam.shares(), strict=True):
            at = grid.on_plan((s, beam.t))
            ground = ground_at(brief, at)
            stack = stack_at(brief, supports, ground, beam_depth(supports, beam))
            out.append(PostAt(f"P{len(out) + 1}", beam, at, ground, stack, beam.carried_mm * share / 1e6))
    return out


def dig_footings(brief: DeckBrief, posts: list[PostAt]) -> list[FootingAt]:
    kind = kinds()[brief.footing.id]
    bearing = bearing_of(brief)
    out = []
    for post in posts:
        load = post.carries_m2 * brief.total_kpa
        under = Under(
            load, bearing, min(brief.post.thickness_mm, brief.post.width_mm), brief.post.name, brief.job.site.frost_depth_mm,
            brief.deck.footings.top_mm, tuple(brief.region.augers_mm), brief.deck.footings.pile_kn,
        )  # fmt: skip
        out.append(FootingAt(post, load, kind.dig(under)))
    return out


def _square(at: Point, wide: float, deep: float) -> tuple[Point, ...]:
    (x, y), w, d = at, wide / 2, deep / 2
    return (x - w, y - d), (x + w, y - d), (x + w, y + d), (x - w, y + d)


def _ring(at: Point, across_mm: float) -> tuple[Point, ...]:
    r = across_mm / 2
    return tuple((at[0] + r * math.cos(k * math.pi / 12), at[1] + r * math.sin(k * math.pi / 12)) for k in range(24))


def build(brief: DeckBrief, grid: Grid, supports: Supports, laying: Laying) -> Built:
    """All parts of a deck, in the order of the work."""
    top = brief.deck.levels.height_mm - brief.field.thickness_mm - brief.strip_mm
    depth = joist_depth(brief, supports)
    posts = stand_posts(brief, grid, supports)
    footings = dig_footings(brief, posts)
    sticks = _labelled(frame_sticks(brief, grid, supports, laying))
    ledger = plan_ledger(brief, grid, supports, [s for _, s in sticks])
    out = [part for f in footings for part in _footing_parts(brief, f)]
    for label, stick in sticks:
        out.append(_stick_part(grid, label, stick, top - depth, top))
    for beam in supports.beams:
        beam_top = top if supports.flush else top - depth
        for label, stick in _beam_plies(beam):
            out.append(
                replace(_stick_part(grid, label, stick, beam_top - beam.section.width_mm, beam_top), of=beam.label)
            )
    out += _frame_hardware(brief, grid, supports, [s for _, s in sticks], posts)
    out += ledger_parts(brief, ledger) + _braces(brief, grid, supports, posts, top - depth)
    out += (
        _board_parts(brief, laying) + _fixings(brief, grid, laying) + _fascia(brief, depth, top) + _extras(brief, grid)
    )
    return Built(tuple(sticks), tuple(posts), tuple(footings), ledger, tuple(out))


def _labelled(sticks: list[Stick]) -> list[tuple[str, Stick]]:
    counts: dict[str, int] = {}
    out = []
    for stick in sticks:
        letter = LETTERS[stick.kind]
        counts[letter] = number = counts.get(letter, 0) + 1
        out.append((f"{letter}{number}", stick))
    return out


def _stick_part(grid: Grid, label: str, stick: Stick, bottom: float, top: float) -> Part:
    points = tuple(grid.on_plan(p) for p in stick.outline())
    return Part(
        label, stick.kind, "frame", stick.section.id, stick.kind, stick.length_mm, stick.section.width_mm, stick.ends,
        lies=Lies(points, bottom, top),
    )  # fmt: skip


def _footing_parts(brief: DeckBrief, f: FootingAt) -> list[Part]:
    """What is poured or filled, the hardware, and the post."""
    post, dug = f.post, f.dug
    out = [
        Part(f"{f.label} {layer.what}", layer.material, "holes", layer.material, f.label, amount=layer.volume_m3, unit="m³",
             lies=Lies(_ring(post.at, dug.across_mm), post.ground_mm + layer.bottom_mm, post.ground_mm + layer.top_mm))
        for layer in dug.layers
    ]  # fmt: skip
    out += [
        Part(f"{f.label} {item}", "hardware", "holes", item, f.label, amount=n, unit="each") for item, n in dug.hardware
    ]
    length = post.height_mm + (dug.post_below_mm + CATALOGUE.materials.deck.standoff_mm if dug.post_below_mm else 0.0)
    if length > 1:
        foot = post.ground_mm + brief.deck.footings.top_mm - dug.post_below_mm
        out.append(
            Part(post.label, "post", "frame", brief.post.id, f.label, length, brief.post.width_mm, above_mm=max(post.height_mm, 0.0),
                 lies=Lies(_square(post.at, brief.post.thickness_mm, brief.post.width_mm), foot, foot + length))
        )  # fmt: skip
        out.append(
            Part(
                f"{post.label} cap",
                "hardware",
                "frame",
                f"post cap for a beam, {brief.post.name}",
                f.label,
                unit="each",
            )
        )
    return out


def _frame_hardware(
    brief: DeckBrief, grid: Grid, supports: Supports, sticks: list[Stick], posts: list[PostAt]
) -> list[Part]:
    """Hangers where a joist ends on a ledger, a header or a flush beam; ties over dropped beams; nails of both and of rims."""
    facts = CATALOGUE.materials.deck
    joists = [s for s in sticks if LETTERS[s.kind] == "J"]
    held = [s for s in sticks if s.kind in ("ledger", "header", "clipped rim")]
    lines = [Polygon(s.outline()).buffer(4.0) for s in held]
    if supports.flush:
        lines += [Polygon(_beam_outline(b)).buffer(4.0) for b in supports.beams]
    hangers = sum(line.intersects(At(end)) for j in joists for end in (j.a, j.b) for line in lines)
    ties = 0 if supports.flush else sum(
        min(j.a[1], j.b[1]) < b.t < max(j.a[1], j.b[1]) for j in joists for b in _beams_at(supports, j.a[0])
    )  # fmt: skip
    ends = 2 * len(joists) - hangers
    blocks = sum(LETTERS[s.kind] in "KSG" for s in sticks)

    def item(kind: str, what: str, count: float) -> list[Part]:
        return [Part(f"frame {what}", kind, "frame", what, "frame", amount=count, unit="each")] if count else []

    return [
        *item("hardware", f"{facts.hanger} for {supports.joist.name}", hangers),
        *item("hardware", "joist tie over a beam", ties),
        *item("frame screw", "connector nail 40 mm", hangers * facts.hanger_nails + ties * facts.hanger_nails),
        *item("frame screw", "frame screw 90 mm", max(0, ends) * 3 + blocks * 4),
    ]


def _beam_outline(beam: BeamLine) -> list[Point]:
    w = beam.wide_mm / 2
    return [(beam.s0, beam.t - w), (beam.s1, beam.t - w), (beam.s1, beam.t + w), (beam.s0, beam.t + w)]


BRACE_MM = 600.0


def _braces(brief: DeckBrief, grid: Grid, supports: Supports, posts: list[PostAt], level: float) -> list[Part]:
    """Where a deck stands free on tall posts: a brace at 45° each way along the beam, from every post to its beam."""
    if brief.attached or supports.flush:
        return []
    section = CATALOGUE.sections[brief.region.rail]
    out: list[Part] = []
    for post in posts:
        if post.height_mm <= CATALOGUE.materials.deck.free_braced_over_mm:
            continue
        s = grid.on_plan(post.at)[0]
        bottom = level - post.beam.section.width_mm
        for way in (-1, 1):
            far = s + way * BRACE_MM
            if not post.beam.s0 <= far <= post.beam.s1:
                continue
            stick = Stick("brace", section, (s, post.beam.t), (far, post.beam.t))
            part = _stick_part(grid, f"X{len(out) + 1}", stick, bottom - BRACE_MM, bottom)
            out.append(replace(part, length_mm=BRACE_MM * math.sqrt(2), of=post.label, ends="45° both ends"))
    return out


CODE = {"board": "D", "border": "E", "breaker": "W"}


def _board_parts(brief: DeckBrief, laying: Laying) -> list[Part]:
    top = brief.deck.levels.height_mm
    out = []
    for b in laying.boards:
        label = f"{CODE[b.kind]}{b.number}"
        trim = 2 * brief.deck.boards.trim_ends_mm
        ends = f"{b.ends}; {trim / 2:g} mm off both ends first" if trim else b.ends
        out.append(
            Part(label, b.kind, "skin", b.section.id, f"row {b.row + 1}" if b.row >= 0 else b.kind, b.length_mm + trim, b.width_mm, ends,
                 lies=Lies(tuple(_points(b.shape)), top - b.section.thickness_mm, top, tuple(tuple(_coords(r.coords)) for r in b.shape.interiors)))
        )  # fmt: skip
    return out


def _coords(coords: object) -> list[Point]:
    return [(float(x), float(y)) for x, y in coords][:-1]  # type: ignore[attr-defined]


def _points(shape: Polygon) -> list[Point]:
    return _coords(shape.exterior.coords)


def joists_crossed(grid: Grid, board: Board) -> int:
    """How many joists a board bears on: those within its reach along s that come to it along t."""
    low, near, high, far = board.shape.bounds
    if grid.turned:
        low, near, high, far = near, low, far, high
    marks = [j.s for j in grid.joists]
    beside = grid.joists[bisect_left(marks, low - 30) : bisect_right(marks, high + 30)]
    return sum(j.t0 - 60 <= far and j.t1 + 60 >= near for j in beside)


def _fixings(brief: DeckBrief, grid: Grid, laying: Laying) -> list[Part]:
    """Screws at every crossing; or clips between rows with screws on edges and borders; plugs as many as face screws."""
    facts, how = CATALOGUE.materials.deck, brief.deck.boards.fixing
    per, butts = facts.screws_per_crossing, len(laying.butts)
    edge_rows = {0, laying.row_count - 1} | (
        set(range(facts.edge_rows)) | set(range(laying.row_count - facts.edge_rows, laying.row_count))
        if brief.deck.boards.edge_screws
        else set()
    )
    if how == "strips":
        return _strips(brief, grid, laying)
    screws = clips = starters = 0
    for b in laying.boards:
        crossed = joists_crossed(grid, b)
        if b.kind != "board" or how != "clips":
            screws += crossed * per
            continue
        clips += crossed if b.row > 0 else 0
        starters += crossed if b.row == 0 else 0
        if b.row in edge_rows:
            screws += crossed * per
    screws += butts * per if how != "clips" else 0
    length = next(
        (
            s
            for s in CATALOGUE.materials.fixings.screw_lengths_mm
            if s >= CATALOGUE.materials.fixings.board_times * brief.field.thickness_mm
        ),
        80.0,
    )
    out = (
        [Part("deck screws", "board screw", "skin", f"deck screw {length:g} mm", "boards", amount=screws, unit="each")]
        if screws
        else []
    )
    for what, count in (
        ("hidden clip with screw", clips),
        ("starter clip with screw", starters),
        ("plug for a screw", screws if how == "plugs" else 0),
    ):
        if count:
            out.append(Part(f"deck {what}", "hardware", "skin", what, "boards", amount=count, unit="each"))
    return out


def _strips(brief: DeckBrief, grid: Grid, laying: Laying) -> list[Part]:
    """Clip strips along every joist, so many board spaces each; borders and breakers are face-screwed."""
    product, spaces = brief.product, max(laying.row_count, 1)
    ends = [j for j in grid.joists if j.kind == "end joist"]
    inner = len(grid.joists) - len(ends)
    strips = len(grid.joists) * up(spaces / product.strip_spaces)
    fixings = spaces * (len(ends) * product.strip_end_fixings + inner * product.strip_inner_fixings)
    face = sum(joists_crossed(grid, b) for b in laying.boards if b.kind != "board")
    out = [
        Part(
            "deck clip strips",
            "hardware",
            "skin",
            f"clip strip of {product.strip_spaces} spaces",
            "boards",
            amount=strips,
            unit="each",
        ),
        Part("strip screws", "board screw", "skin", "clip-strip screw 40 mm", "boards", amount=fixings, unit="each"),
    ]
    if face:
        count = face * CATALOGUE.materials.deck.screws_per_crossing
        out.append(Part("deck screws", "board screw", "skin", "deck screw 65 mm", "boards", amount=count, unit="each"))
    return out


def fascia_edges(brief: DeckBrief) -> list[Edge]:
    return [e for e in edges(outline(brief.deck.shape)) if not e.hole and not brief.at_wall(e)]


def _fascia(brief: DeckBrief, depth: float, top: float) -> list[Part]:
    """Along every open edge, ripped to the frame's depth, in lengths as sold."""
    if brief.fascia is None:
        return []
    longest, out = max(brief.fascia.lengths_mm), []
    high = min(depth, brief.fascia.width_mm)
    for n, edge in enumerate(fascia_edges(brief), 1):
        pieces = up(edge.length_mm / longest)
        for k in range(pieces):
            length = edge.length_mm / pieces
            (x, y), (dx, dy), (nx, ny) = edge.a, edge.along, edge.inward
            a = (x + dx * length * k, y + dy * length * k)
            b = (a[0] + dx * length, a[1] + dy * length)
            thick = brief.fascia.thickness_mm
            inner = ((b[0] + nx * thick, b[1] + ny * thick), (a[0] + nx * thick, a[1] + ny * thick))
            ends = "mitred at corners" + (f", ripped to {high:.0f} mm" if high < brief.fascia.width_mm - 0.5 else "")
            out.append(
                Part(f"A{n}{'abcdef'[k] if pieces > 1 else ''}", "fascia", "skin", brief.fascia.id, edge.side, length, high, ends,
                     lies=Lies((a, b, *inner), top - high, top))
            )  # fmt: skip
    return out


def _extras(brief: DeckBrief, grid: Grid) -> list[Part]:
    """Joist tape, lights and their transformers."""
    out = []
    if brief.deck.joists.tape:
        metres = sum(j.length_mm for j in grid.joists) / 1000
        out.append(
            Part(
                "joist tape", "hardware", "frame", "joist tape, 20 m roll", "frame", amount=up(metres / 20), unit="each"
            )
        )
    lights = brief.deck.lights
    if lights.count:
        loads = up(lights.count * lights.watts / (0.8 * lights.transformer_w))
        run = sum(e.length_mm for e in fascia_edges(brief)) / 1000
        for what, n in (("deck light, low voltage", lights.count), (f"transformer {lights.transformer_w:g} W", loads),
                        ("low-voltage cable, 10 m", up(run * 1.1 / 10))):  # fmt: skip
            out.append(Part(f"lights {what}", "hardware", "frame", what, "lights", amount=n, unit="each"))
    return out
