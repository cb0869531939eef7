"""What holds of every frame: no two pieces in one place, none in a hole or past the frame, every joist's end on something.

Where a hole leaves its frame no room the finding `hole_room` says so, and what is drawn there stands into it."""

import itertools
import math

from shapely import STRtree, difference, intersection
from shapely.geometry import LineString, Polygon
from shapely.ops import unary_union

from rowstake.core.trades.deck.frame import SCANT_MM
from rowstake.core.trades.deck.members import beam_plies


def check_frame(level, rules):
    grid, supports = level.grid, level.supports
    if grid.narrow or grid.broken or level.crossed:
        assert "hole_room" in rules
        return
    sticks = list(level.sticks)
    if supports.flush:
        sticks += [piece for beam in supports.beams for piece in beam_plies(beam)]
    shapes = [Polygon(s.outline()) for _, s in sticks]
    _pieces_are_whole(sticks, shapes)
    _lengths_meet_on_joists(grid, sticks)
    _share_no_place(grid, sticks, shapes)
    _stay_inside(grid, sticks, shapes)
    _beams_lie_apart(supports)
    _ends_meet(level)


def _scant(shape):
    """What two pieces may share by the tolerance of their places: 0.2 mm along them, a sliver across."""
    low, near, high, far = shape.bounds
    return shape.area < 150 or shape.area < 0.2 * math.hypot(high - low, far - near)


def _pieces_are_whole(sticks, shapes):
    for stick, shape in zip(sticks, shapes, strict=True):
        assert shape.is_valid, stick
        assert shape.area > 0, stick


def _lengths_meet_on_joists(grid, sticks):
    """Rims and ledgers in one line that touch end to end do so on a joist that ends at them, each with half its thickness."""
    lines = [s for _, s in sticks if s.kind in ("rim", "ledger")]
    for one, other in itertools.permutations(lines, 2):
        if abs(one.a[1] - other.a[1]) < 0.01 and abs(max(one.a[0], one.b[0]) - min(other.a[0], other.b[0])) < 0.01:
            at, t = min(other.a[0], other.b[0]), one.a[1]
            reach = [j for j in grid.joists if min(abs(j.t0 - t), abs(j.t1 - t)) < grid.thick_mm / 2 + 1]
            assert any(abs(j.s - at) < 0.01 for j in reach), (one, other)
            assert all(piece.length_mm > grid.spacing_mm for piece in (one, other)), (one, other)


def _share_no_place(grid, sticks, shapes):
    tree = STRtree(shapes)
    for i, shape in enumerate(shapes):
        for j in tree.query(shape):
            if j > i:
                shared = intersection(shape, shapes[j], grid_size=0.001)
                assert shared.is_empty or _scant(shared), (sticks[i], sticks[j])


def _stay_inside(grid, sticks, shapes):
    holes = unary_union([*(Polygon(r) for r in grid.poly.interiors), *grid.passed])
    frame = Polygon(grid.poly.exterior)
    for stick, shape in zip(sticks, shapes, strict=True):
        for out in (intersection(shape, holes, grid_size=0.001), difference(shape, frame, grid_size=0.001)):
            assert out.area <= (SCANT_MM + 0.1) * (shape.bounds[3] - shape.bounds[1]) + 150, stick


def _beams_lie_apart(supports):
    for i, one in enumerate(supports.beams):
        for other in supports.beams[:i]:
            if min(one.s1, other.s1) - max(one.s0, other.s0) > 1:
                assert abs(one.t - other.t) >= (one.wide_mm + other.wide_mm) / 2 - 0.1, (one.label, other.label)


def _ends_meet(level):
    grid, supports = level.grid, level.supports
    closing = [Polygon(s.outline()) for _, s in level.sticks if s.kind in ("rim", "ledger", "header", "clipped rim")]
    closing += [Polygon(s.outline()) for b in supports.beams if supports.flush for _, s in beam_plies(b)]
    closed = unary_union([shape.buffer(1.0) for shape in closing])
    blocks = unary_union([Polygon(s.outline()).buffer(1.0) for _, s in level.sticks if s.kind == "blocking"])
    half = grid.thick_mm / 2
    for joist in grid.joists:
        for t, k, by in zip((joist.t0, joist.t1), joist.slopes, (joist.near, joist.far), strict=True):
            cut = LineString([(joist.s - half, t - k * half), (joist.s + half, t + k * half)])
            met = blocks if by == "block" else closed  # a nailer that is parted round a post
            assert cut.difference(met).length < 1 if by == "block" else met.distance(cut) < 1, (joist, t)
