"""Solids: their volumes, faces, cuts and meetings by hand, and what is in sight against looking along single rays."""

import math
import random
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import Point, Polygon

from rowstake.core.check import checked, prove
from rowstake.core.drawing.solids import cut_scene, standing_scene
from rowstake.core.plan import plan
from rowstake.core.space import Pose, Solid
from rowstake.core.space.meet import bodies, meeting
from rowstake.core.space.mesh import triangles
from rowstake.core.space.outlines import disc, rectangle
from rowstake.core.space.solid import cross, dot
from rowstake.core.space.views import ABOVE, cut, from_above, from_side, in_sight, outline, page
from tests.decks import cut as cuts
from tests.decks import deck
from tests.jobs import edited, fence, put, yard

FLAT = Pose((0.0, 0.0, 0.0), (1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0))
BOARD = Solid(FLAT, ((0, 0), (1000, 0), (1000, 100), (0, 100)), 0, 20, (((400, 40), (600, 40), (600, 60), (400, 60)),))


def shell(solid):
    """The volume inside a surface of triangles, by the divergence theorem: Σ p · (q × r) / 6."""
    return sum(dot(p, cross(q, r)) for p, q, r in triangles(solid)) / 6e9


def poses():
    lean = st.floats(-0.5, 0.5)
    sign = st.sampled_from([-1.0, 1.0])
    return st.builds(
        lambda turn, up, side, mirrored: Pose(
            (100.0, -50.0, 20.0),
            (math.cos(turn), math.sin(turn), up),
            (-math.sin(turn) * mirrored, math.cos(turn) * mirrored, side),
            (0.0, 0.0, 1.0),
        ),
        st.floats(0, 6.2), lean, lean, sign,
    )  # fmt: skip


def test_a_board_with_a_hole_by_hand():
    # 1 × 0.1 m less 0.2 × 0.02 m, 20 thick: 0.096 × 0.02 = 0.00192 m³; two ends, four sides, four in the hole.
    assert BOARD.volume_m3 == pytest.approx(0.00192)
    assert shell(BOARD) == pytest.approx(0.00192)
    assert len(BOARD.faces()) == 2 + 4 + 4
    outer, hole = from_above(BOARD)
    assert Polygon(outer, [hole]).area == pytest.approx(96_000)
    # Cut along its middle it shows in two pieces of 400 × 20; flat through its thickness as it is from above.
    pieces = cut(BOARD, page((1, 0, 0), (0, 0, 1)), -50.0)
    assert sorted(Polygon(rings[0]).area for rings in pieces) == pytest.approx([8000, 8000])
    [(whole, gone)] = cut(BOARD, ABOVE, 10.0)
    assert Polygon(whole, [gone]).area == pytest.approx(96_000)
    assert cut(BOARD, ABOVE, 30.0) == []


@given(poses(), st.floats(1, 500))
def test_a_surface_holds_the_volume_it_should(pose, deep):
    for profile in (
        BOARD.profile,
        disc((10, 20), 300),
        ((0, 0), (300, 0), (300, 100), (100, 100), (100, 300), (0, 300)),
    ):
        solid = Solid(pose, profile, -deep, deep)
        assert shell(solid) == pytest.approx(solid.volume_m3, rel=1e-9)
        assert all(dot(f.normal, f.normal) == pytest.approx(1) for f in solid.faces())


def test_a_disc_is_a_hundredth_smaller_than_its_circle():
    # 24 sides: (24 / 2) sin(15°) r² = 3.1058 r² for π r².
    assert Polygon(disc((0, 0), 200)).area == pytest.approx(3.10583 * 100**2, rel=1e-5)
    drawn = Polygon(disc((0, 0), 200, 50))
    assert drawn.bounds == pytest.approx((-100, -125, 100, 125))


@pytest.mark.parametrize(
    ("apart", "shared"),
    [((0, 0), 0.0), ((3, 0), -3.0), ((-5, 0), 5.0), ((0, 40), 0.0)],
)
def test_two_blocks_meet_by_hand(apart, shared):
    # Blocks of 100 square, 50 high, the second 100 along: against each other, apart by a gap, or in each other.
    one = Solid(FLAT, rectangle((0, 0), 100, 100), 0, 50)
    other = Solid(FLAT, rectangle((100 + apart[0], apart[1]), 100, 100), 0, 50)
    [a], [b] = bodies(one), bodies(other)
    met = meeting(a, b)
    assert met.shared_mm == pytest.approx(shared, abs=1e-9)
    assert met.spread_mm == pytest.approx(min(100 - apart[1], 50))


def test_leaning_blocks_are_parted_by_their_own_faces():
    # A square of 100 turned by 45° reaches 70.711 from its middle: at 130 along it lies 9.289 short of the other's face,
    # which only an axis of the two of them shows once it is moved up as well.
    turned = Pose((130.0, 0, 0), (math.sqrt(0.5), math.sqrt(0.5), 0), (-math.sqrt(0.5), math.sqrt(0.5), 0), (0, 0, 1))
    one = Solid(FLAT, rectangle((0, 0), 100, 100), 0, 50)
    [a], [b] = bodies(one), bodies(Solid(turned, rectangle((0, 0), 100, 100), 0, 50))
    assert meeting(a, b).shared_mm == pytest.approx(120.711 - 130, abs=1e-3)


JOBS = {
    "deck": plan(deck(3000, 2400, 700, {"do": "add_cut", "kind": "hole"},
                      *cuts(x_mm=900, y_mm=800, along_mm=600, out_mm=500), support="free")),
    "fence": plan(edited(fence((3600, 0), (2400, 70)), put("fence.skin.style", "close_butted"))),
}  # fmt: skip


@pytest.mark.parametrize("name", list(JOBS))
@pytest.mark.parametrize("look", [(-55, 25), (40, 10), (200, 60)])
def test_what_is_seen_is_what_a_ray_meets_first(name, look):
    parts = [p for p in JOBS[name].parts if p.solid and p.sort.look and p.unit != "m³"]
    solids, view = [p.solid for p in parts], from_side(*look)
    seen = in_sight(solids, view)
    areas = [(s.solid, Polygon(s.rings[0], s.rings[1:])) for s in seen]
    faces = [
        (i, f, Polygon([view.flat(p) for p in f.ring], [[view.flat(p) for p in h] for h in f.holes]))
        for i, s in enumerate(solids) for f in s.faces() if dot(f.normal, view.eye) > 1e-6
    ]  # fmt: skip
    low = [min(a.bounds[k] for _, a in areas) for k in (0, 1)]
    high = [max(a.bounds[k] for _, a in areas) for k in (2, 3)]
    dice, met = random.Random(7), 0
    for _ in range(300):
        spot = (dice.uniform(low[0], high[0]), dice.uniform(low[1], high[1]))
        at = Point(spot)
        if any(flat.exterior.distance(at) < 2 for _, _, flat in faces):
            continue  # on an edge either side may be said
        depths = []
        for i, face, flat in faces:
            if flat.contains(at):
                start = view.place(spot, 0.0)
                n = face.normal
                depths.append(
                    (dot(n, tuple(a - b for a, b in zip(face.ring[0], start, strict=True))) / dot(n, view.eye), i)
                )
        first = max(depths)[1] if depths else None
        assert [i for i, area in areas if area.contains(at)] == ([] if first is None else [first])
        met += first is not None
    assert met > 20


def test_every_part_that_is_placed_shows_in_some_drawing():
    for made in (*JOBS.values(), plan(yard())):
        drawn = {s.of for scene in made.trade.scenes(made).values() for s in scene.shapes}
        for part in made.parts:
            if part.solid and part.sort.look:
                assert part.label in drawn or part.of in drawn, part.label


def test_a_cut_across_a_deck_by_hand():
    made = plan(deck())
    # Joists run out from the house; square to them, 1500 out, every one shows as it was sold, 47 wide.
    scene = cut_scene(made.parts, page((1, 0, 0), (0, 0, 1)), 1500.0, "cut")
    shown = {s.of: Polygon(s.points) for s in scene.shapes}
    depth = made.laid.main.supports.joist.width_mm
    joists = [p.label for p in made.parts if p.sort.family == "joist"]
    assert len(joists) > 8
    assert all(shown[label].area == pytest.approx(47 * depth) for label in joists)
    assert max(s.points[0][1] for s in scene.shapes) <= 600


def test_a_standing_picture_leaves_out_what_is_hidden():
    made = plan(deck())
    shown = {s.of for s in standing_scene(made.parts).shapes}
    assert {"D1", "P1"} <= shown
    joists = {p.label for p in made.parts if p.kind == "joist"}
    assert not shown & joists  # under the boards, behind the rim


def test_pieces_moved_into_each_other_are_found_and_lifted_ones_are_loose():
    made = plan(deck())
    parts = list(made.parts)
    assert prove(parts).sound
    n = next(i for i, p in enumerate(parts) if p.label == "D3")
    for dx, dz, kind in ((0, -10, "clashes"), (0, 40, "loose")):
        moved = replace(parts[n], solid=replace(parts[n].solid, pose=parts[n].solid.pose.moved(dx, 0, dz)))
        proof = prove([*parts[:n], moved, *parts[n + 1 :]])
        found = getattr(proof, kind)
        assert "D3" in (found[0].one, found[0].other) if kind == "clashes" else found == ("D3",)
        assert outline(moved.solid, ABOVE) == outline(parts[n].solid, ABOVE)


@pytest.mark.parametrize(("size", "said"), [(30.0, "reach only 11 mm into"), (60.0, "come out of")])
def test_screws_too_short_or_too_long_are_found(size, said):
    # Boards of 19 on rails of 38: the rule asks 38 in the rail, 57; the longest on sale that stays in it is 55. With 30 in hand
    # 11 reach into the rail; with 60 the point comes out by 3.
    made = plan(fence((3600, 0)))
    screws = next(p for p in made.parts if p.joint and p.label == "run 1 board screws")
    assert screws.good.sizes == (55.0,)
    wrong = replace(screws, good=replace(screws.good, sizes=(size,)), joint=replace(screws.joint, longer_mm=None))
    found = checked(replace(made, parts=tuple(wrong if p is screws else p for p in made.parts)))
    assert checked(made).sound
    assert [said in r.words for r in found.loose] == [True]
