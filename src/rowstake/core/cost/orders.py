"""Orders: what is bought, by supplier and delivery, or by aisle for whoever collects it."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from rowstake.core.cost.costing import Costing, CostLine
from rowstake.core.cost.money import ZERO, Purse

DELIVERIES = {1: "first: posts, footings and what goes into the holes", 2: "then: frame, boards and the rest"}


@dataclass(frozen=True, slots=True)
class Order:
    """What one supplier brings at once; `supplier` is empty for what nobody in the books has. `unpriced` counts lines without a price, which
    are not in the total."""

    supplier: str
    delivery: int
    words: str
    lines: tuple[CostLine, ...]
    total: Decimal
    told: str
    unpriced: int
    lead_days: int


def orders(made: Costing) -> list[Order]:
    """By supplier, each delivery apart, aisle by aisle; what has no price last."""
    groups: dict[tuple[str, int], list[CostLine]] = defaultdict(list)
    for line in made.lines:
        if line.section == "goods":
            groups[line.supplier, line.delivery].append(line)
    purse = Purse(made.currency)
    out = []
    for (supplier, delivery), lines in sorted(groups.items(), key=lambda g: (not g[0][0], g[0])):
        total = sum((line.total or ZERO for line in lines), ZERO)
        unpriced = sum(line.total is None for line in lines)
        out.append(
            Order(
                supplier,
                delivery,
                DELIVERIES[delivery],
                by_aisle(lines),
                total,
                purse.told(total),
                unpriced,
                max(line.lead_days for line in lines),
            )
        )
    return out


def by_aisle(lines: Sequence[CostLine]) -> tuple[CostLine, ...]:
    """Things that lie together in a yard together: by their group, as they are first met."""
    groups = list(dict.fromkeys(line.group for line in lines))
    return tuple(sorted(lines, key=lambda line: groups.index(line.group)))


def leads(made: Costing) -> dict[int, int]:
    """By delivery, the working days until the last of its things is there."""
    return {
        n: max((line.lead_days for line in made.lines if line.section == "goods" and line.delivery == n), default=0)
        for n in DELIVERIES
    }
