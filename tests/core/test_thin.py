"""A large drawing as far as its frame shows it: bands by hand, nothing near lost, nothing told apart that cannot be."""

import itertools

import pytest

from rowstake.core.drawing import thin as room
from rowstake.core.drawing.scene import Sketch
from rowstake.core.drawing.thin import Window, thin
from rowstake.core.plan import plan
from rowstake.core.sight import Sight, seen
from rowstake.core.trades.fence.document import Leg, new_fence


def boards(count: int, wide: float = 100.0):
    board = Sketch()
    for n in range(count):
        board.rect(n * wide, 0, (n + 1) * wide, 1800, "board", f"1B{n + 1}")
        board.text((n * wide, 900), f"1B{n + 1}", of=f"1B{n + 1}")
    return board.scene("row", "A row of boards", 0.0)


def test_a_small_drawing_is_left_as_it_is():
    small = boards(20)
    assert thin(small, Window((0, 0), (10, 10))) is small


def test_boards_finer_than_a_dot_become_bands_by_hand(monkeypatch):
    monkeypatch.setattr(room, "MOST", 100)
    # 1,000 boards of 100 mm in 500 dots: half a dot each, sixteen to a band of 8 dots; words 26 dots (52 boards) apart.
    made = thin(boards(1000), Window((0, 0), (100_000, 1800), 500))
    bands = [s for s in made.shapes if s.kind == "poly"]
    assert made.part
    assert len(bands) == -(-1000 // 16)
    assert {round(max(x for x, _ in s.points) - min(x for x, _ in s.points)) for s in bands[:-1]} == {1600}
    assert sum(s.kind == "text" for s in made.shapes) == -(-1000 // 52)
    # Together they cover what the boards did.
    edges = sorted((min(x for x, _ in s.points), max(x for x, _ in s.points)) for s in bands)
    assert (edges[0][0], edges[-1][1]) == (0, 100_000)
    assert all(a[1] == b[0] for a, b in itertools.pairwise(edges))


def test_specks_that_cannot_be_told_apart_become_a_line_by_hand(monkeypatch):
    """Posts of 100 every 2 m, round a corner of 60°, at 1010 mm a dot: less than two dots apart, so a line through the middles of the first and the last
    of each leg. At 900 mm a dot they are told apart."""
    monkeypatch.setattr(room, "MOST", 100)
    posts = Sketch()
    middles = [(2000.0 * n, 0.0) for n in range(101)]
    middles += [(200_000 + 1000.0 * n, 1000 * n * 3**0.5) for n in range(1, 101)]
    for n, (x, y) in enumerate(middles):
        posts.rect(x - 50, y - 50, x + 50, y + 50, "post", f"P{n + 1}")
    scene = posts.scene("plan", "A line of posts", 0.0)
    [line] = thin(scene, Window((0, 0), (303_000, 174_000), 300)).shapes
    assert (line.kind, line.look, line.of) == ("line", "post", "")
    assert [(round(x), round(y)) for x, y in line.points] == [(0, 0), (200_000, 0), (300_000, 173_205)]
    assert len(thin(scene, Window((0, 0), (270_000, 174_000), 300)).shapes) == 201


def test_what_is_picked_stays_whole_and_closer_all_is_told_apart(monkeypatch):
    monkeypatch.setattr(room, "MOST", 100)
    scene = boards(1000)
    kept = [s.kind for s in thin(scene, Window((0, 0), (100_000, 1800), 500), ["1B501"]).shapes if s.of == "1B501"]
    assert kept == ["poly", "text"]
    near = thin(scene, Window((50_000, 0), (51_000, 1800), 500))
    shown = {s.of for s in near.shapes if s.kind == "poly"}
    # Ten boards in the frame, half its width more on either side, and those that touch its edges.
    assert shown == {f"1B{n}" for n in range(495, 517)}


@pytest.mark.parametrize("step", ["line", "skin"])
def test_a_long_fence_is_sent_as_far_as_it_is_seen(step):
    made = plan(new_fence("Long", "uk_ireland", [Leg(length_mm=125_000, turn_deg=30 * (i % 2)) for i in range(8)]))
    whole = seen(made)
    for name, scene in seen(made, Sight(step)).scenes.items():
        assert len(scene.shapes) <= 3 * 1000  # to a dot of its width
        assert (scene.low, scene.high) == (whole.scenes[name].low, whole.scenes[name].high)
