"""Cut plans: re-counted by an independent check, never under their bound, and the least where that is known."""

import itertools
import math
from collections import Counter

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from rowstake.core.cutting.bettered import bettered
from rowstake.core.cutting.filled import filled
from rowstake.core.cutting.knapsack import FEW_NODES, Sack, best_pattern
from rowstake.core.cutting.order import BoardCut, CutOrder
from rowstake.core.cutting.plan import Saw, Stock
from rowstake.core.cutting.proven import proven


def asked(pieces, *stock, kerf=3.0, trim=0.0):
    counts = Counter(pieces)
    return CutOrder(tuple(counts), tuple(counts.values()), tuple(Stock(*s) for s in stock), Saw(kerf, trim))


def check(given, made):
    """Every piece once, no board over-full, no more boards than there are, the cost added up again, the bound no higher."""
    cut = Counter(p for board in made.boards for p in board.pieces_mm)
    assert cut == Counter(dict(zip(given.lengths, given.counts, strict=True)))
    for board in made.boards:
        room = given.stock[board.stock].length_mm - 2 * given.saw.trim_mm
        assert sum(board.pieces_mm) + given.saw.kerf_mm * (len(board.pieces_mm) - 1) <= room + 1e-6
    for j, stock in enumerate(given.stock):
        assert stock.available is None or sum(b.stock == j for b in made.boards) <= stock.available
    assert sum(given.stock[b.stock].price for b in made.boards) == pytest.approx(made.cost)
    assert made.bound <= made.cost + 1e-6


def least(given):
    """The least cost by trying every way to put the pieces into boards, one after the other."""
    pieces = sorted((p for p, n in zip(given.lengths, given.counts, strict=True) for _ in range(n)), reverse=True)
    best = [float("inf")]

    def put(n, boards, cost):
        if cost >= best[0]:
            return
        if n == len(pieces):
            best[0] = cost
            return
        seen = set()
        for i, (j, free) in enumerate(boards):
            if free >= pieces[n] - 1e-6 and (j, free) not in seen:
                seen.add((j, free))
                put(n + 1, [*boards[:i], (j, free - pieces[n] - given.saw.kerf_mm), *boards[i + 1 :]], cost)
        for j, stock in enumerate(given.stock):
            used = sum(board[0] == j for board in boards)
            fits = stock.length_mm - 2 * given.saw.trim_mm >= pieces[n] - 1e-6
            if fits and (stock.available is None or used < stock.available):
                left = stock.length_mm - 2 * given.saw.trim_mm - pieces[n] - given.saw.kerf_mm
                put(n + 1, [*boards, (j, left)], cost + stock.price)

    put(0, [], 0.0)
    return best[0]


def test_sums_that_just_miss_by_hand():
    """Three of 1598 and two cuts are 4800 and fill a board; of 1599 only two fit."""
    assert len(proven(asked([1598] * 3, (4800, 1.0))).boards) == 1
    assert len(proven(asked([1599] * 3, (4800, 1.0))).boards) == 2
    # Ends trimmed by 3: 4794 hold three of 1596.
    assert len(proven(asked([1596] * 3, (4800, 1.0), trim=3.0)).boards) == 1
    assert len(proven(asked([1597] * 3, (4800, 1.0), trim=3.0)).boards) == 2


def test_money_before_boards_and_boards_before_the_longest_offcut():
    """Two of 3600 for 9 each are dearer than one of 7200 for 17 and cheaper than for 19; at 18 the one board is taken for being one."""
    pieces = [3500, 3500]
    assert [b.stock for b in proven(asked(pieces, (3600, 9.0), (7200, 17.0))).boards] == [1]
    assert [b.stock for b in proven(asked(pieces, (3600, 9.0), (7200, 18.0))).boards] == [1]
    assert len(proven(asked(pieces, (3600, 9.0), (7200, 19.0))).boards) == 2
    made = proven(asked([2000, 1000, 900, 700], (4000, 1.0)))
    offcuts = sorted(asked([1], (4000, 1.0)).offcut_mm(b) for b in made.boards)
    assert len(made.boards) == 2
    assert offcuts[-1] >= 2997 - 3  # one board holds 2000, 1000 and 900; 3300 less 3 are left of the other


def test_what_is_there_is_not_used_up_twice():
    given = asked([2000] * 4, (4200, 5.0, 1), (2100, 4.0))
    made = proven(given)
    check(given, made)
    assert made.cost == 5 + 2 * 4
    with pytest.raises(ValueError, match="do not hold all pieces"):
        proven(asked([2000] * 4, (4200, 5.0, 1)))


def test_a_plan_that_is_stopped_still_holds_and_tells_its_bound():
    given = asked([317 * k % 2600 + 300 for k in range(1, 40)], (4800, 12.0), (3600, 9.5))
    stopped, whole = proven(given, lambda: True), proven(given)
    check(given, stopped)
    check(given, whole)
    assert stopped.bound <= whole.bound + 1e-6
    assert whole.cost <= stopped.cost


def test_boards_are_cut_anew_a_few_at_a_time_and_never_dearer():
    """Six of 1598, each on a board of its own, come to two boards; at 12 for one piece and 9.5 for the shorter board the cheaper ones are taken."""
    given = asked([1598] * 6, (4800, 12.0))
    alone = [BoardCut(0, (1598.0,))] * 6
    made = bettered(given, alone, 24.0, lambda few: proven(few).boards, lambda: False)
    assert sorted(b.pieces_mm for b in made) == [(1598.0,) * 3] * 2
    assert bettered(given, alone, 24.0, lambda few: proven(few).boards, lambda: True) == alone
    many = asked([317 * k % 2600 + 300 for k in range(1, 24)], (4800, 12.0), (3600, 9.5))
    worse = [BoardCut(0, (float(p),)) for p in many.lengths for _ in range(many.counts[many.lengths.index(p)])]
    better = bettered(many, worse, 0.0, lambda few: proven(few, seconds=0.05).boards, lambda: False)
    assert Counter(p for b in better for p in b.pieces_mm) == Counter(p for b in worse for p in b.pieces_mm)
    whole = proven(many)
    check(many, whole)
    assert whole.bound <= many.cost(better) <= 1.05 * whole.cost < many.cost(worse)


@given(st.lists(st.sampled_from([417, 600, 803, 1150, 1499.5, 1800, 2399]), min_size=1, max_size=7),
       st.lists(st.tuples(st.sampled_from([2400, 3000, 3600, 4800]), st.sampled_from([0.5, 4.0, 5.5, 7.0, 9.25]), st.sampled_from([None, None, 0, 1, 2])), min_size=1, max_size=2, unique_by=lambda s: s[0]),
       st.sampled_from([0.0, 3.0]))  # fmt: skip
def test_no_plan_is_cheaper_than_the_least(pieces, stock, kerf):
    """Nor is a plan refused where the boards that are there hold all pieces."""
    given = asked(pieces, *stock, kerf=kerf)
    truth = least(given)
    if truth == float("inf"):
        with pytest.raises(ValueError, match=r"fits no board|do not hold all"):
            proven(given)
        return
    made = proven(given)
    check(given, made)
    assert made.bound <= truth + 1e-6
    assert made.cost == pytest.approx(truth) or not made.optimal
    assert made.cost <= truth + min(s[1] for s in stock) + 1e-6


@given(
    st.lists(st.integers(280, 2900), min_size=8, max_size=40),
    st.sampled_from([((4800, 12.0),), ((4800, 12.0), (3600, 9.5))]),
    st.integers(0, 12),
)
def test_plans_hold_wherever_they_are_stopped(pieces, stock, after):
    """And those that are made at once hold every piece as often as it is asked for, in boards that are not over-full."""
    given, asked_so_often = asked(pieces, *stock), itertools.count()
    check(given, proven(given, lambda: next(asked_so_often) >= after, 0.02))
    for plan in filled(given):
        cut = [sum(times * uses[i] for (_, uses), times in plan.items()) for i in range(len(given.counts))]
        assert cut == list(given.counts)
        for j, uses in plan:
            assert sum(n * size for n, size in zip(uses, given.room(j).sizes, strict=True)) <= given.room(j).most + 1e-5


@given(
    st.floats(500, 5000),
    st.lists(st.tuples(st.floats(90, 2000), st.integers(0, 3), st.floats(0, 5)), min_size=1, max_size=5),
    st.floats(0, 20),
)
@example(721.0, [(90.0, 3, 1.0)] * 4, 0.0)  # pieces alike: more ways to change places than are looked through
def test_the_best_pattern_is_the_best_of_all(most, items, price):
    sizes, counts, worths = zip(*items, strict=True)
    worth, uses, ceiling = best_pattern(Sack(most, sizes, counts), worths)
    assert all(0 <= n <= many for n, many in zip(uses, counts, strict=True))
    dear, over, none_over = best_pattern(Sack(most, sizes, counts), worths, price)
    rate = max(w / s for w, s in zip(worths, sizes, strict=True))
    every_way = math.prod(n + 1 for n in counts)
    if every_way > FEW_NODES and none_over > max(worth, price) + 1e-6:
        # Left after a few nodes with one that is worth more than the price: the bound at the root stands.
        assert price < dear <= worth + 1e-9
        assert none_over == pytest.approx(rate * most)
    else:
        assert (dear, over) == ((worth, uses) if worth > price + 1e-6 else (0, (0,) * len(sizes)))
        assert none_over == pytest.approx(max(worth, price))
    assert sum(n * s for n, s in zip(uses, sizes, strict=True)) <= most + 1e-5
    assert worth == pytest.approx(sum(n * w for n, w in zip(uses, worths, strict=True)))
    every = (
        sum(n * w for n, w in zip(way, worths, strict=True))
        for way in itertools.product(*(range(n + 1) for n in counts))
        if sum(n * s for n, s in zip(way, sizes, strict=True)) <= most
    )
    assert max(every) <= worth + 1e-4
    assert worth <= ceiling + 1e-9
