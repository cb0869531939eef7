"""The cheapest boards for a list of pieces, and how near to the least they are proven to be.

Patterns by column generation: the linear programme over what may be cut from one board, each next pattern the knapsack that its prices
value most; then whole boards by an integer programme over the patterns found. The linear programme is a lower bound: no plan is cheaper.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import highspy

from rowstake.core.cutting.bettered import bettered
from rowstake.core.cutting.filled import filled
from rowstake.core.cutting.knapsack import FEW_NODES, HAIR
from rowstake.core.cutting.order import BoardCut, CutOrder
from rowstake.core.cutting.patterns import full_patterns
from rowstake.core.cutting.programme import Column, Growing, Linear, Master


@dataclass(frozen=True, slots=True)
class Proven:
    """`cost` of the boards and the least that any plan can cost; `optimal` where no plan of another price lies between."""

    boards: tuple[BoardCut, ...]
    cost: float
    bound: float
    optimal: bool


def proven(asked: CutOrder, stop: Callable[[], bool] = lambda: False, seconds: float = 0.5) -> Proven:
    """The least cost; of the patterns found the fewest boards at it; a few boards at a time are cut anew where that is cheaper; then
    pieces are moved so that one offcut grows. `stop` is asked between patterns: what is there by then is answered with its bound. Raises `ValueError` where a piece fits no board, or the boards on sale do not hold all pieces."""
    longest = max((asked.saw.usable_mm(s.length_mm) for s in asked.stock), default=0.0)
    if any(length > longest + HAIR for length in asked.lengths):
        raise ValueError(f"a piece of {max(asked.lengths):g} mm fits no board")
    at_first = min(seconds, LEAST_S + EACH_S * sum(asked.counts))
    linear, best = _found(asked, stop, at_first)
    if best is None:
        raise ValueError("the boards that are there do not hold all pieces")
    bound, least = linear.bound, _least(asked, linear.bound)
    if not any(s.available is not None for s in asked.stock):
        best = bettered(asked, best, least, lambda few: _found(few, stop, LEAST_S)[1] or [], stop)
    if linear.whole and asked.cost(best) > least + HAIR:
        best, bound = _narrowed(asked, linear, best, stop, max(at_first, min(seconds, TO_NARROW_S)))
        least = max(least, bound)
    cost = asked.cost(best)
    return Proven(tuple(_gathered(asked, best)), cost, bound, cost <= least + max(HAIR, cost / FINE))


LEAST_S, EACH_S, TO_NARROW_S = 0.05, 0.001, 0.25
"""So long, and so much longer for each piece, whole boards are looked for; so long at least each time the gap is narrowed."""


def _found(asked: CutOrder, stop: Callable[[], bool], seconds: float) -> tuple[Linear, list[BoardCut] | None]:
    """The linear plan, and the best of whole boards over its patterns; None where the boards that are there do not hold all pieces."""
    at_once = filled(asked)
    growing = Growing(asked, [column for plan in at_once for column in plan])
    linear = growing.grown(stop)
    plans = [_boards(asked, plan) for plan in [*at_once, *_rounded(asked, growing.columns, linear.taken)]]
    least = _least(asked, linear.bound)
    if not plans or min(asked.cost(boards) for boards in plans) > least + HAIR:
        plans += [_boards(asked, plan) for plan in _dived(asked, growing, stop)]
    # One length at the least cost is the fewest boards as well; of several, another plan may cost as little and be fewer.
    if len(asked.stock) > 1 or not plans or min(asked.cost(boards) for boards in plans) > least + HAIR:
        plans += [_boards(asked, plan) for plan in _whole(asked, growing.columns, least, seconds)[0]]
    return linear, min(plans, key=lambda boards: _worth(asked, boards), default=None)


MOST_PATTERNS, ROUNDS = 5000, 4
"""Over so many patterns whole boards are still found in a moment; so often the gap is narrowed."""


def _narrowed(
    asked: CutOrder, linear: Linear, best: list[BoardCut], stop: Callable[[], bool], seconds: float
) -> tuple[list[BoardCut], float]:
    """(the best boards, a bound) from patterns that a cheaper plan may have: it costs a step less at least, so that none of its patterns
    wastes more of its board's price than the gap less a step. Where those are few, what is found over them is the least; where they are
    many, over those that waste least something better may be found, which narrows the gap."""
    step, share = _step(asked), 1.0
    for _ in range(ROUNDS):
        slack = asked.cost(best) - step - linear.bound
        if slack < -HAIR:
            return best, asked.cost(best)
        if stop():
            break
        near = _near(asked, linear, slack * share)
        while near is None and share > 0.2:
            share /= 2
            near = _near(asked, linear, slack * share)
        if near is None:
            break
        found, sure = _whole(asked, near, _least(asked, linear.bound), seconds)
        better = min([best, *(_boards(asked, plan) for plan in found)], key=lambda boards: _worth(asked, boards))
        if sure and share == 1.0:
            return better, asked.cost(better)
        if asked.cost(better) > asked.cost(best) - HAIR:
            return better, linear.bound
        best, share = better, 1.0
    return best, linear.bound


def _worth(asked: CutOrder, boards: Sequence[BoardCut]) -> tuple[float, int]:
    return round(asked.cost(boards), 6), len(boards)


def _near(asked: CutOrder, linear: Linear, slack: float) -> list[Column] | None:
    """The full patterns of every length that waste no more of its price; None where there are too many."""
    out: list[Column] = []
    for j, stock in enumerate(asked.stock):
        least = stock.price - linear.spares.get(j, 0.0) - slack
        found = full_patterns(asked.room(j), linear.worths, least - HAIR, MOST_PATTERNS - len(out))
        if found is None:
            return None
        out += [(j, uses) for uses in found]
    return out


def _least(asked: CutOrder, bound: float) -> float:
    """The least price of whole boards from a bound on: with one price among them a multiple of it, else of what all prices are whole in."""
    step = _step(asked)
    return math.ceil(bound / step - 1e-4) * step if step > HAIR else bound


def _step(asked: CutOrder) -> float:
    """What the prices of whole boards are multiples of; nothing where that is next to nothing."""
    step = math.gcd(*(round(s.price * FINE) for s in asked.stock)) / FINE
    return step if step >= 0.001 else 0.0


FINE = 1_000_000
"""Prices are told apart to a millionth, and a cost to a millionth of it: those of a length by the metre have more than two places."""


def _whole(
    asked: CutOrder, columns: Sequence[Column], least: float, seconds: float
) -> tuple[list[Counter[Column]], bool]:
    """(whole boards over these patterns: the least cost, among equals the fewest; of one length at once where no plan costs
    less; whether no plan over these patterns is cheaper)."""
    master = Master(asked)
    master.model.setOptionValue("time_limit", seconds)
    master.model.setOptionValue("mip_rel_gap", 1e-7)
    each = min(s.price for s in asked.stock) * 1e-4 / max(1, sum(asked.counts))
    for n, column in enumerate(columns):
        master.add(column, each)
        master.model.changeColIntegrality(n, highspy.HighsVarType.kInteger)
    if len(asked.stock) == 1:
        master.model.setOptionValue("objective_target", least + each * sum(asked.counts))
    _, taken, _ = master.solved()
    if master.model.getInfo().primal_solution_status != FEASIBLE:
        return [], False
    sure = master.model.getModelStatus() == highspy.HighsModelStatus.kOptimal
    return [Counter({column: round(x) for column, x in zip(columns, taken, strict=True) if round(x)})], sure


FEASIBLE = 2
"""What the solver says of a plan that holds."""


def _rounded(asked: CutOrder, columns: Sequence[Column], fractions: Sequence[float]) -> list[Counter[Column]]:
    """The linear plan's whole boards, and what is left of the pieces filled into the cheapest boards for their length, longest first;
    nothing where boards may run out."""
    if any(s.available is not None for s in asked.stock):
        return []
    plan: Counter[Column] = Counter()
    left = list(asked.counts)
    for column, x in sorted(zip(columns, fractions, strict=False), key=lambda f: -f[1]):
        times = math.floor(x + HAIR)
        times = min([times, *(left[i] // n for i, n in enumerate(column[1]) if n)])
        if times > 0:
            plan[column] += times
            left = [have - times * n for have, n in zip(left, column[1], strict=True)]
    while any(left):
        made = []
        for j, stock in enumerate(asked.stock):
            room, uses, free = asked.room(j), [0] * len(left), asked.room(j).most
            for i in sorted(range(len(left)), key=lambda i: -room.sizes[i]):
                uses[i] = min(left[i], int((free + HAIR) // room.sizes[i]))
                free -= uses[i] * room.sizes[i]
            held = sum(n * room.sizes[i] for i, n in enumerate(uses))
            if held:
                made.append((stock.price / held, (j, tuple(uses))))
        column = min(made)[1]
        plan[column] += 1
        left = [have - n for have, n in zip(left, column[1], strict=True)]
    return [plan]


def _dived(asked: CutOrder, growing: Growing, stop: Callable[[], bool]) -> list[Counter[Column]]:
    """The pattern that the linear plan takes most of as often as it does, then the linear plan of what is left, and so on; its patterns
    join the others. Where it is stopped no more patterns are looked for. Nothing where boards may run out."""
    if growing.rows:
        return []
    plan, left = Counter[Column](), list(asked.counts)
    while any(left):
        growing.only(left)
        taken = growing.grown(stop, FEW_NODES).taken
        open_ = (n for n in range(len(taken)) if n not in growing.shut)
        most = max(open_, key=lambda n: (taken[n], growing.columns[n]))
        column = growing.columns[most]
        times = max(1, math.floor(taken[most] + HAIR))
        times = min([times, *(have // n for n, have in zip(column[1], left, strict=True) if n)])
        plan[column] += times
        left = [have - times * n for n, have in zip(column[1], left, strict=True)]
    return [plan]


def _boards(asked: CutOrder, plan: Counter[Column]) -> list[BoardCut]:
    """Board by board, no piece more often than it is asked for."""
    left, out = list(asked.counts), []
    for (j, uses), times in sorted(plan.items()):
        for _ in range(times):
            own = [min(n, left[i]) for i, n in enumerate(uses)]
            left = [have - n for have, n in zip(left, own, strict=True)]
            pieces = sorted((asked.lengths[i] for i, n in enumerate(own) for _ in range(n)), reverse=True)
            if pieces:
                out.append(BoardCut(j, tuple(pieces)))
    return out


def _gathered(asked: CutOrder, boards: list[BoardCut]) -> list[BoardCut]:
    """The same boards with the pieces of the one that has most left put into what is left of others, so that its offcut grows."""
    if len(boards) < 2:
        return boards
    out = sorted(boards, key=asked.offcut_mm)
    last = out.pop()
    for piece in sorted(last.pieces_mm):
        for n, board in enumerate(out):
            if len(last.pieces_mm) > 1 and asked.offcut_mm(board) >= piece - HAIR:
                out[n] = BoardCut(board.stock, tuple(sorted((*board.pieces_mm, piece), reverse=True)))
                rest = list(last.pieces_mm)
                rest.remove(piece)
                last = BoardCut(last.stock, tuple(rest))
                break
    return [*out, last]
