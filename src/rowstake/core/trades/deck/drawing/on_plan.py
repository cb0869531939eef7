"""A deck from above, in layers in the order they are built: footings, beams, joists, blocks, boards, steps."""

from __future__ import annotations

import itertools
import math

from rowstake.core.drawing.buried import draw_buried
from rowstake.core.drawing.scene import Handle, Layer, Look, Scene, Shape, Sketch
from rowstake.core.parts import Part
from rowstake.core.space.views import from_above
from rowstake.core.trades.deck.components.steps.on_edge import flights, runs
from rowstake.core.trades.deck.document import DeckShape
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.shape import Edge, Point, edges, outline

LAYERS = (
    Layer("house", "House"), Layer("footings", "Footings"), Layer("beams", "Beams"), Layer("joists", "Joists"),
    Layer("blocks", "Blocking"), Layer("boards", "Boards"), Layer("steps", "Steps"),
)  # fmt: skip
WALL_MM = 260.0


def deck_plan_scene(planned: DeckPlan) -> Scene:
    """Everything that lies on the plan, with the house above it."""
    board, brief, p = Sketch(), planned.brief, planned.brief.printer
    shape = brief.shape
    board.layer = "house"
    board.add(
        Shape(
            "poly",
            _flip([(-300.0, 0.0), (shape.width_mm + 300, 0.0), (shape.width_mm + 300, -WALL_MM), (-300.0, -WALL_MM)]),
            "zone",
        )
    )
    for side in brief.deck.house.also:
        x, d = (0.0, -WALL_MM) if side == "left" else (shape.width_mm, WALL_MM)
        board.add(
            Shape(
                "poly",
                _flip([(x, -WALL_MM), (x + d, -WALL_MM), (x + d, shape.out_mm + 200), (x, shape.out_mm + 200)]),
                "zone",
            )
        )
    if brief.deck.there:
        board.add(Shape("poly", _flip([(float(x), float(y)) for x, y in brief.outline.exterior.coords[:-1]]), "quiet"))
    draw_buried(board, brief.job.site.buried)
    for layer in LAYERS[1:]:
        board.layer = layer.key
        for part in planned.parts:
            if part.sort.layer == layer.key and part.sort.look and part.solid:
                _part(board, part, part.sort.look)
        if layer.key == "footings" and not brief.deck.there:
            for f in planned.laid.footings:
                if not f.dug.layers:
                    board.add(
                        Shape(
                            "circle", (_y(f.post.on_site),), "concrete", f.label, radius_mm=max(f.dug.across_mm / 2, 40)
                        )
                    )
                board.text(
                    _y(f.post.on_site),
                    f.post.label,
                    "label",
                    f.post.label,
                    towards=_y((f.post.on_site[0], f.post.on_site[1] + 1)),
                )
    board.layer = "steps"
    _down(board, planned)
    board.layer = ""
    _dims(board, planned)
    for cut in shape.cuts:
        if cut.kind == "hole":
            x, y = cut.x_mm + cut.along_mm / 2, cut.y_mm + cut.out_mm / 2
            board.text(_y((x, y)), cut.what, "quiet", cut.id, towards=_y((x, y + 1)))
    return board.scene(
        "plan",
        f"Plan, {p.length(shape.width_mm)} × {p.length(shape.out_mm)}",
        250.0,
        handles=tuple(_handles(planned)),
        layers=tuple(layer for layer in LAYERS if layer.key in ("house", "steps")) if brief.deck.there else LAYERS,
    )


def _down(board: Sketch, planned: DeckPlan) -> None:
    """On every flight an arrow down it, its name and its risers."""
    for level in planned.laid.levels:
        for f in flights(level.brief):
            middle = f.steps.at_mm + f.steps.width_mm / 2
            a, b = (_y(level.place.on_site(f.on_plan(u, middle))) for u in (f.nose_mm, f.nose(f.treads)))
            board.line(a, b, "string", f.steps.id)
            long = math.dist(a, b) or 1.0
            ahead = b[0] + (b[0] - a[0]) / long, b[1] + (b[1] - a[1]) / long
            board.text(b, f"{f.steps.id}, {f.way.risers} down", "label", f.steps.id, towards=ahead)


def _handles(planned: DeckPlan) -> list[Handle]:
    """The far edge, the right end, every cut and every level."""
    shape = planned.brief.shape
    width, out = shape.width_mm, shape.out_mm
    handles = [Handle("deck", "far", _y((width / 2, out))), Handle("deck", "right", _y((width, out / 2)))]
    for cut in shape.cuts:
        if cut.kind == "hole":
            at = (cut.x_mm + cut.along_mm / 2, cut.y_mm + cut.out_mm / 2)
        else:
            share = 0.5 if cut.kind == "clip" else 1.0
            dx, dy = cut.along_mm * share, cut.out_mm * share
            at = (width - dx if cut.corner.endswith("right") else dx, out - dy if cut.corner.startswith("far") else dy)
        handles.append(Handle("cut", cut.id, _y(at)))
    handles += [
        Handle("steps", f.steps.id, _y(level.place.on_site(f.on_plan(f.nose(f.treads) / 2, f.steps.at_mm + f.steps.width_mm / 2))))
        for level in planned.laid.levels for f in flights(level.brief)
    ]  # fmt: skip
    handles += [Handle("level", low.place.name, _y((low.place.x_mm, low.place.y_mm))) for low in planned.laid.lower]
    return handles


def _y(point: Point) -> Point:
    """The plan is drawn with the house at the top: y grows downwards."""
    return point[0], -point[1]


def _flip(points: list[Point]) -> tuple[Point, ...]:
    return tuple(_y(q) for q in points)


def _part(board: Sketch, part: Part, look: Look) -> None:
    of = part.of if look in ("concrete", "gravel") else part.label
    if part.solid:
        outer, *holes = from_above(part.solid)
        board.add(Shape("poly", outer, look, of))
        for hole in holes:
            board.add(Shape("poly", hole, "label", of))


def _dims(board: Sketch, planned: DeckPlan) -> None:
    p, shape = planned.brief.printer, planned.brief.shape
    for edge in edges(planned.laid.main.shape):
        if edge.hole:
            continue
        whole = edge.length_mm >= max(shape.width_mm, shape.out_mm) - 1
        aside = 1.4 if whole else 1.2
        there = planned.brief.deck.there
        out = 0.0 if there else _before(planned, edge)
        start, end = (_out_by(q, edge, out) for q in (edge.a, edge.b))
        aside += NAMED_ROWS if out else 0.0  # past the name of the steps, or the level's own dimension
        board.dim(_y(start), _y(end), p.length(edge.length_mm), -aside if there else aside)
    for low in planned.laid.lower:
        (x0, y0, x1, y1) = low.where.bounds
        board.dim(_y((x1, y0)), _y((x1, y1)), p.length(y1 - y0), 1.2, low.place.name)
        board.dim(_y((x1, y1)), _y((x0, y1)), p.length(x1 - x0), 1.2, low.place.name)
    if planned.brief.deck.there:
        return
    board.layer = "joists"
    grid = planned.laid.main.grid
    if not grid.turned:
        marks = sorted({j.s for j in grid.joists})[:4]
        for a, b in itertools.pairwise(marks):
            board.dim(_y((a, shape.out_mm * 0.12)), _y((b, shape.out_mm * 0.12)), p.bare(b - a), 0.0)
    board.layer = ""


def _out_by(point: Point, edge: Edge, mm: float) -> Point:
    """A place so far out of an edge."""
    x, y = edge.inward
    return point[0] - x * mm, point[1] - y * mm


def _before(planned: DeckPlan, edge: Edge) -> float:
    """How far steps and other levels stand out before an edge: its dimension stands past them."""
    steps = [(flight.footprint, ON_MM) for flight in runs(planned.laid.main.brief)]
    levels = [(low.where, math.inf) for low in planned.laid.lower]
    (x, y), along, out = edge.inward, edge.along, 0.0
    for place, reach in steps + levels:
        places = [(px - edge.a[0], py - edge.a[1]) for px, py in place.exterior.coords]
        outs, alongs = [-(u * x + v * y) for u, v in places], [u * along[0] + v * along[1] for u, v in places]
        if -ON_MM < min(outs) < reach and max(alongs) > ON_MM and min(alongs) < edge.length_mm - ON_MM:
            out = max(out, max(outs))
    return out


NAMED_ROWS = 1.0
ON_MM = 80.0
"""Steps whose upper end lies no further from an edge hang on it."""


def deck_outline(shape: DeckShape) -> Scene:
    """A small drawing for a list of jobs: the edge of the boards, and the house."""
    board, poly = Sketch(), outline(shape)
    board.add(Shape("poly", _flip([(float(x), float(y)) for x, y in poly.exterior.coords][:-1]), "board"))
    board.line((-0.04 * shape.width_mm, 0.0), (1.04 * shape.width_mm, 0.0), "ground")
    return board.scene("outline", "The deck", shape.width_mm * 0.06)
