"""Dividing a stretch, planning cuts, screws and packs."""

from collections import Counter
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rowstake.core.cutting.plan import SAW, by_length, cut_plan
from rowstake.core.goods import Good
from rowstake.core.takeoff.on_sale import CATALOGUES, packs_for
from rowstake.core.trades.fence.divide import divide, merged
from rowstake.core.trades.fence.resolve import resolve
from rowstake.core.trades.fence.skin import board_screw
from tests.jobs import edited, fence, put

LEAST = 200.0


@given(
    st.floats(500, 40_000),
    st.sampled_from(["equal", "module"]),
    st.floats(800, 3000),
    st.sampled_from(["start", "end"]),
    st.lists(st.tuples(st.floats(0, 40_000), st.floats(100, 1500)), max_size=3),
)
def test_posts_fill_a_stretch_and_keep_clear(length, way, pitch, remainder, places):
    zones = merged([(a, a + w) for a, w in places])
    stations = divide(length, way, pitch, remainder, zones, LEAST)
    assert (stations[0], stations[-1]) == (0, length)
    assert stations == sorted(stations)
    assert all(b - a >= LEAST / 2 - 1e-6 for a, b in pairwise(stations)) or len(stations) == 2
    for a, b in zones:
        low, high = (0 if a < LEAST else a), (length if b > length - LEAST else b)
        assert not any(low < s < high for s in stations[1:-1]), (a, b)
    if not any(b > 0 and a < length for a, b in zones) and way == "equal":
        assert max(b - a for a, b in pairwise(stations)) <= pitch * (1 + 1e-9)


def test_module_with_a_scrap_left_goes_into_the_bay_before():
    assert divide(4900, "module", 2400, "end", [], LEAST) == pytest.approx([0, 2400, 4900])
    assert divide(5400, "module", 2400, "start", [], LEAST) == pytest.approx([0, 600, 3000, 5400])
    assert divide(4800, "module", 2400, "end", [], LEAST) == pytest.approx([0, 2400, 4800])
    # Sheets may not hang past their posts: the scrap and a module make two equal bays.
    assert divide(4900, "module", 2400, "end", [], LEAST, True) == pytest.approx([0, 2400, 3650, 4900])
    assert divide(4900, "module", 2400, "start", [], LEAST, True) == pytest.approx([0, 1250, 2500, 4900])
    assert divide(2500, "module", 2400, "end", [], LEAST, True) == pytest.approx([0, 1250, 2500])
    assert divide(2300, "module", 2400, "end", [], LEAST, True) == pytest.approx([0, 2300])


def test_a_zone_takes_a_post_to_each_edge():
    assert divide(6000, "equal", 2000, "end", [(1900, 2300)], LEAST) == pytest.approx(
        [0, 1900, 2300, 2300 + 3700 / 2, 6000]
    )
    # Two zones with 50 mm between them are one.
    assert divide(6000, "equal", 2000, "end", [(1000, 2020), (2070, 2500)], LEAST) == pytest.approx(
        [0, 1000, 2500, 2500 + 3500 / 2, 6000]
    )
    # A zone that no post would stand in changes nothing.
    assert divide(6000, "equal", 2000, "end", [(2500, 2900)], LEAST) == pytest.approx([0, 2000, 4000, 6000])


def test_cuts_by_hand():
    # Kerf 3: two of 1190 and their saw cuts fit 2400 (2386), three of 1590 fit 4800 (4776 and three cuts = 4779).
    plan = cut_plan(Counter({1190.0: 4}), by_length([2400]))
    assert plan.boards == {2400: 2}
    assert plan.patterns[0].offcut_mm == pytest.approx(2400 - 2 * 1190 - 2 * 3)
    assert cut_plan(Counter({1590.0: 3}), by_length([4800, 2400])).boards == {4800: 1}
    exact = cut_plan(Counter({1800.0: 5}), by_length([1800, 3600]))
    assert exact.boards == {1800: 5}  # two of 1800 and a cut do not fit 3600
    assert exact.waste == 0
    over = cut_plan(Counter({5000.0: 2, 1000.0: 1}), by_length([4800]))
    assert over.too_long_mm == (5000,)
    assert over.boards == {4800: 1}


@given(
    st.dictionaries(st.floats(50, 4800).map(lambda x: round(x, 1)), st.integers(1, 40), min_size=1, max_size=8),
    st.sets(st.sampled_from([1800.0, 2400.0, 3000.0, 3600.0, 4800.0]), min_size=1),
)
def test_cut_plans_make_every_piece_once_and_nothing_longer_than_its_stock(wanted, stock):
    plan = cut_plan(Counter(wanted), by_length(stock))
    made = Counter()
    for pattern in plan.patterns:
        assert pattern.stock_mm in stock
        assert SAW.used_mm(pattern.pieces_mm, pattern.stock_mm) <= pattern.stock_mm + 1e-6
        for piece in pattern.pieces_mm:
            made[piece] += pattern.count
    kept = {length: n for length, n in wanted.items() if length <= max(stock)}
    assert made == Counter(kept)
    assert set(plan.too_long_mm) == set(wanted) - set(kept)
    assert 0 <= plan.waste < 1


@pytest.mark.parametrize(
    "count, wanted, packs",
    [
        (90, 95, {100: 1}),
        (96, 101, {250: 1}),
        (333, 350, {350: 1}),
        (334, 351, {500: 1}),
        (1500, 1575, {1000: 1, 500: 1, 100: 1}),
        (600, 630, {350: 2}),  # not a thousand
        (1046, 1099, {100: 1, 1000: 1}),
        (952, 1000, {1000: 1}),
    ],
)
def test_packs_with_five_per_cent_to_spare(count, wanted, packs):
    assert packs_for(count, CATALOGUES.packs(Good("screw", (80.0,)))) == (wanted, packs)


@pytest.mark.parametrize(
    "style, board, rail, length",
    [
        (
            "close_butted",
            "uk_19x150",
            "uk_38x87",
            55,
        ),  # 2.5 × 19 = 48, 19 + 38 = 57 would come out; 55 is the longest that does not
        ("close_butted", "uk_19x150", "uk_50x100", 60),  # 19 + 38 = 57, next is 60
        (
            "lapped",
            "uk_feather125",
            "uk_38x87",
            70,
        ),  # 16.5 thick on the mean, lap 25 of 125: 16.5 + 16.5 × 112.5 / 100 = 35.0625; with 38, 75 would come out
    ],
)
def test_board_screws_by_hand(style, board, rail, length):
    job = edited(
        fence((9000, 0)), {"do": "style", "style": style}, put("fence.skin.board", board), put("fence.rails.size", rail)
    )
    screw, mm, grip = board_screw(resolve(job))
    assert (screw.words, mm) == (f"screw {length} mm", length)
    thick = {"uk_19x150": 19, "uk_feather125": 35.0625}[board]
    assert grip == length - thick
