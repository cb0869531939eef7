"""A leaf heavier than any hinge on the list is made for."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    p = planned.brief.printer
    for built in planned.laid.gates:
        if built.weight_kg <= built.hinge_kg + 0.05 or built.gate.wheel:
            continue
        fixes = [
            Fix("Fit a wheel under the latch end", ({"do": "gate", "id": built.gate.id, "values": {"wheel": True}},))
        ]
        if built.gate.leaves == 1:
            fixes.insert(0, Fix("Hang two leaves", ({"do": "gate", "id": built.gate.id, "values": {"leaves": 2}},)))
        yield found(
            f"Gate {built.gate.id}: a leaf of {p.weight(built.weight_kg)} on hinges made for {p.weight(built.hinge_kg)}",
            "Soaked, it is heavier than the strongest hinges of this list carry: they bend and the leaf drops. Two leaves, a wheel on level "
            "ground, a lighter skin, or hinges whose maker states more.",
            [f"gate {built.gate.id}"],
            fixes,
        )
