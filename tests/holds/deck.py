"""What holds of any deck that can be planned: nothing over a limit without a word, everything carried, clear of holes."""

from __future__ import annotations

import itertools
import math

import pytest
from shapely.geometry import LineString, Point, Polygon, box

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.kinds import kind_of
from rowstake.core.trades.deck.bearings import BESIDE_MM, HOLDS
from rowstake.core.trades.deck.carried import footing_used, post_used
from rowstake.core.trades.deck.demands import StandsThrough, of
from rowstake.core.trades.deck.shape import leans
from rowstake.core.trades.deck.work import UP_ONLY, lines
from tests.holds.frame import check_frame

SHARE = CATALOGUE.deck.overhang_share


def check_deck(made):
    if made.brief.deck.there:
        return only_steps(made)
    for level in made.laid.levels:
        told = f"Level {level.place.name}: " if level.place.name else ""
        rules = {
            f.rule for f in made.findings if (f.title.startswith(told) if told else not f.title.startswith("Level "))
        }
        spans_within_limits(level, rules)
        pieces_have_two_bearings(level, rules)
        joists_press_on_what_carries_them(level, rules)
        joists_stand_close_enough(level)
        supports_keep_clear_of_holes(level)
        posts_stand(level, rules)
        beams_end_near_their_posts(level, rules)
        check_frame(level, rules)
        braces_stay_under_the_frame(level)
        bearings_take_their_share(level)
    return None


def only_steps(made):
    """Down from what is there already: nothing of it is laid, listed or judged."""
    assert {p.step for p in made.parts if not p.label.endswith("cut ends")} <= {"steps"}
    assert {f.stake for f in made.findings} <= {"steps"}
    assert not made.trade.needs(made)


def braces_stay_under_the_frame(level):
    """None reaches out where no joist and no block between joists can hold its head."""
    under = level.grid.poly.buffer(1.0)
    assert all(under.covers(LineString([brace.a, brace.b])) for brace in level.braces)


def spans_within_limits(level, rules):
    assert level.supports.joist_reach.used <= 1.0005 or "joist_over" in rules
    assert all(b.reach.used <= 1.0005 for b in level.supports.beams) or "beam_over" in rules
    assert all(w.used <= 1.0005 for w in level.work if w.what != "lift") or "member_over" in rules
    assert "uplift" in rules or not [w for w in level.work if w.what == "lift"]


def packed_to(level, s, t):
    """From where to where the joist reaches that a piece is packed to, all along and within a spacing of its end: the two are one there. Nowhere
    where none is."""
    grid = level.grid
    for _, stick in level.sticks:
        if stick.kind == "packing" and abs(stick.a[1] - t) < grid.spacing_mm:
            for j in grid.joists:
                between = (
                    min(s, j.s) < stick.a[0] < max(s, j.s)
                    and abs(j.s - s) < grid.thick_mm + CATALOGUE.deck.pack_under_mm
                )
                if j.kind != "nailer" and between and j.t0 < stick.a[1] < j.t1:
                    return j.t0, j.t1
    return math.inf, -math.inf


def pieces_have_two_bearings(level, rules):
    """Every piece of a joist as it is cut: on two things that carry, its ends past them by no more than they may."""
    grid, supports = level.grid, level.supports
    assert not level.bare or "clipped_corner" in rules
    for label, stick in level.sticks:
        if kind_of(stick.kind).family != "joist":
            continue
        (s, a), (_, b) = stick.a, stick.b
        line = next(j for j in grid.joists if j.s == s and j.t0 - 1 <= a and b <= j.t1 + 1)
        at = sorted(x.t for x in supports.under(s) if a - x.wide_mm / 2 - 5 < x.t < b + x.wide_mm / 2 + 5)
        for end, edge, by in ((a, line.t0, line.near), (b, line.t1, line.far)):
            carried = by in HOLDS and (by != "clipped rim" or rim_has_a_post(level, (s, end)) or len(at) < 2)
            if abs(end - edge) < 1 and carried and all(abs(end - x) > BESIDE_MM for x in at):
                at = sorted([*at, end])
        if len(at) < 2 and level.bare and "clipped rim" in (line.near, line.far):
            continue  # told above
        if supports.flush and (grid.narrow or grid.broken) and len(at) < 2:
            assert "hole_room" in rules  # the outer beam finds no room at the edge
            continue
        if len(at) == 1 and "rim" in (line.near, line.far):
            # A stub between a hole, or posts, and the edge: it hangs on the header or a block and the rim, which is worked for it.
            assert {"header", "block"} & {line.near, line.far}, (label, line)
            assert any("rim" in w.what for w in level.work), (label, line)
            continue
        assert len(at) >= 2, (label, stick)
        near, far = packed_to(level, s, a), packed_to(level, s, b)
        for past, span, by in (
            (min(at[0] - a, max(0.0, near[0] - a)), at[1] - at[0], line.near),
            (min(b - at[-1], max(0.0, b - far[1])), at[-1] - at[-2], line.far),
        ):
            if level.bare and by == "clipped rim":
                continue  # this end is what the finding tells of
            wide = max((x.wide_mm for x in supports.beams), default=0) / 2
            assert past <= max(span * SHARE, wide) + 1 or "overhang" in rules, (label, past, span)


def joists_press_on_what_carries_them(level, rules):
    """All that lies on a line of joists comes down on its bearings, and none of its own frame holds it down by more than nails do, but where
    that is told."""
    least = CATALOGUE.deck.lift_least_n / 1000
    for x in lines(level.brief, level.grid, level.supports):
        load = level.brief.total_kpa * x.wide_mm * x.joist.length_mm / 1e6 + sum(q.n for q in x.steps) / 1000
        assert abs(sum(x.reactions) - load) < 1e-6 + load * 1e-6, x
        lifted = [kn for kn, (_, by) in zip(x.reactions, x.bearings, strict=True) if by in UP_ONLY and kn < 0]
        assert not lifted or len(x.bearings) == 2, x
        assert min(lifted, default=0.0) > -least or rules & {"overhang", "uplift"}, x


def rim_has_a_post(level, end):
    """Whether a post stands at the clipped corner that lies nearest to a place."""
    clipped = [LineString([e.a, e.b]) for e in level.grid.edges if leans(e)]

    def nearest(place):
        return min(clipped, key=lambda edge: edge.distance(Point(place)))

    return any(nearest(corner.at) is nearest(end) for corner in level.corners)


def joists_stand_close_enough(level):
    grid = level.grid
    for t in (grid.poly.bounds[1] + 200, (grid.poly.bounds[1] + grid.poly.bounds[3]) / 2, grid.poly.bounds[3] - 200):
        for left, right in itertools.pairwise(grid.covering(t)):
            middle = (left.s + right.s) / 2
            clear = 5 * grid.thick_mm  # headers close the frame there
            if grid.poly.contains(box(left.s + 1, t - clear, right.s - 1, t + clear)):
                near = right.s - left.s <= grid.spacing_mm + 0.51
                assert near or bridged(level, left, right, t), (left.s, right.s, middle)


def bridged(level, left, right, t):
    """Whether a post of the guard stands between two joists there, with a block from one to the other on either side of it, but where
    the frame ends hard beside it."""
    grid, least = level.grid, 3 * level.grid.thick_mm
    for post in of(StandsThrough, level.asked):
        ring = Polygon([grid.on_plan(q) for q in post.ring])
        if not post.within or not ring.buffer(2 * grid.thick_mm).intersects(box(left.s, t - 1, right.s, t + 1)):
            continue
        _, low, _, high = ring.bounds
        beside = [
            (s.a[1] + s.b[1]) / 2 for _, s in level.sticks
            if s.kind == "blocking" and s.a[0] <= left.s + grid.thick_mm and s.b[0] >= right.s - grid.thick_mm
        ]  # fmt: skip
        for edge, way in ((low, -1), (high, 1)):
            room = grid.poly.contains(
                box(left.s + 1, min(edge, edge + way * least), right.s - 1, max(edge, edge + way * least))
            )
            assert not room or any(0 < way * (at - edge) < grid.thick_mm + 2 for at in beside), (left, right, t)
        return True
    return False


def supports_keep_clear_of_holes(level):
    holes = [Polygon(r) for r in level.shape.interiors]
    own = {"post", "concrete", "gravel"} | ({"beam"} if not level.supports.flush else set())
    for part in level.parts:  # a flush beam is of the frame, as a header is: see holds/frame.py
        if part.solid is None or part.kind not in own:
            continue
        shape = Polygon(part.solid.profile)
        for hole in holes:
            assert shape.distance(hole) >= CATALOGUE.deck.beside_hole_mm - 1, part.label


def posts_stand(level, rules):
    facts = CATALOGUE.deck
    for f in level.footings:
        assert post_used(level.brief, f) <= 1.0005 or "post_tall" in rules
        used = footing_used(level.brief, f)
        assert used is None or used <= 1.0005 or "footing_kind" in rules
        room = f.post.height_mm
        assert room >= facts.least_post_mm - 0.6 or abs(room) <= 0.5 or level.in_ground or "stack_fit" in rules
        for part in level.parts:
            if part.label == f.post.label and part.solid:
                assert part.solid.far_mm == pytest.approx(f.post.foot_mm + room, abs=0.6)
        concrete = [x for x in f.dug.layers if "pad" in x.what]
        assert all(f.post.foot_mm - f.post.ground_mm >= x.top_mm - 0.1 for x in concrete)


def beams_end_near_their_posts(level, rules):
    for beam in level.supports.beams:
        bays = [b - a for a, b in itertools.pairwise(beam.posts)]
        for end, bay in ((beam.posts[0] - beam.s0, bays[0]), (beam.s1 - beam.posts[-1], bays[-1])):
            assert -0.1 <= end <= max(bay * SHARE, 50) + 0.1 or "beam_over" in rules


def bearings_take_their_share(level):
    """Inner posts of plies that run on take up to a quarter more than their half bays; so do inner beams."""
    for beam in level.supports.beams:
        own = [q for q in level.posts if q.beam == beam]
        if len(own) == 3:
            bay = beam.posts[1] - beam.posts[0]
            if math.isclose(bay, beam.posts[2] - beam.posts[1], rel_tol=1e-6):
                assert own[1].carries_m2 >= beam.carried_mm * bay / 1e6 - 1e-9
