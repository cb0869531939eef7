"""The same cutting question put to another solver by another model: whole boards as flows along their length (arc-flow), by SCIP.

Nothing is shared with the plan that is measured but the question: node u is a place along a board, an arc from u to u + length + kerf cuts a
piece there, a board begins at 0 and ends in the node of its room. Needs the packages of `requirements-bench.txt`.
"""

from __future__ import annotations

import itertools
from collections import defaultdict
from dataclasses import dataclass
from typing import Any

from rowstake.core.cutting.order import CutOrder


@dataclass(frozen=True)
class Answer:
    """The cheapest that was found and the least that any can cost; both infinite where nothing was found in time."""

    cost: float
    bound: float


def there() -> bool:
    try:
        import pyscipopt  # noqa: F401
    except ImportError:
        return False
    return True


def arcs(pieces: list[tuple[int, int]], most: int) -> set[tuple[int, int, int]]:
    """(from, to, kind) of every cut that a board may have, longest pieces first, none oftener than it is asked for."""
    reached, out = {0}, set()
    for kind, (length, count) in enumerate(pieces):
        fresh = reached
        for _ in range(count):
            fresh = {u + length for u in fresh if u + length <= most}
            out |= {(v - length, v, kind) for v in fresh}
            if fresh <= reached:
                break
            reached = reached | fresh
    return out


def answer(given: CutOrder, seconds: float) -> Answer:
    """Lengths in whole mm; costs as the stock's prices."""
    import pyscipopt

    kerf = round(given.saw.kerf_mm)
    pieces = sorted(((round(a) + kerf, n) for a, n in zip(given.lengths, given.counts, strict=True)), reverse=True)
    rooms = [round(given.saw.usable_mm(s.length_mm)) + kerf for s in given.stock]
    model = pyscipopt.Model()
    model.hideOutput()
    model.setParam("limits/time", seconds)
    flow: dict[int, list[Any]] = defaultdict(list)
    cut: dict[int, list[Any]] = defaultdict(list)
    for u, v, kind in sorted(arcs(pieces, max(rooms))):
        x = model.addVar(vtype="I", lb=0, ub=pieces[kind][1])
        flow[u].append(x)
        flow[v].append(-x)
        cut[kind].append(x)
    boards = [model.addVar(vtype="I", lb=0, obj=s.price) for s in given.stock]
    nodes = sorted({*flow, *rooms})
    for u, v in itertools.pairwise(nodes):  # what is left of a board
        x = model.addVar(vtype="I", lb=0)
        flow[u].append(x)
        flow[v].append(-x)
    for u in nodes:
        ends = sum(z for z, room in zip(boards, rooms, strict=True) if room == u)
        begins = sum(boards) if u == 0 else 0
        model.addCons(pyscipopt.quicksum(flow[u]) == begins - ends)
    for kind, (_, count) in enumerate(pieces):
        model.addCons(pyscipopt.quicksum(cut[kind]) >= count)
    model.optimize()
    found = model.getNSols() > 0
    return Answer(model.getObjVal() if found else float("inf"), model.getDualbound())
