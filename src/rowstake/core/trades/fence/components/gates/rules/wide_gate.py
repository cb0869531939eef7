"""A gate leaf wider than its frame carries without a wheel or a middle stop."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    p, limit = planned.brief.printer, CATALOGUE.materials.gates.wheel_over_mm
    for built in planned.laid.gates:
        gate, width = built.gate, built.leaf.leaf_width_mm
        if width <= limit + 0.5 or gate.wheel or (gate.leaves == 2 and gate.stop):
            continue
        fixes = []
        if gate.leaves == 1:
            fixes.append(
                Fix(
                    "Hang two leaves with a stop between",
                    ({"do": "gate", "id": gate.id, "values": {"leaves": 2, "stop": True}},),
                )
            )
        else:
            fixes.append(
                Fix(
                    "Fit a stop where the leaves meet",
                    ({"do": "gate", "id": gate.id, "values": {"stop": True}},),
                )
            )
        fixes.append(
            Fix("Fit a wheel under the latch end", ({"do": "gate", "id": gate.id, "values": {"wheel": True}},))
        )
        yield found(
            f"Gate {gate.id}: a leaf of {p.length(width)} will sag",
            f"A timber frame carries about {p.length(limit)} from its hinges; this leaf weighs {p.weight(built.weight_kg)} soaked. "
            "A wheel needs level ground.",
            [f"gate {gate.id}"],
            fixes,
        )
