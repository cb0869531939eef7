"""Sheets on a leaf that is wider than one: nothing of its frame is behind their joint."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    if brief.board.use != "sheet":
        return
    sheet, snap = brief.board.width_mm, brief.region.snap_mm
    for built in planned.laid.gates:
        gate, width = built.gate, built.leaf.leaf_width_mm
        if width <= sheet + CATALOGUE.materials.limits.strip_mm:
            continue
        fixes = []
        if gate.leaves == 1 and (width - brief.fence.gate_frame.hinge_gap_mm) / 2 <= sheet:
            fixes.append(Fix("Hang two leaves", ({"do": "gate", "id": gate.id, "values": {"leaves": 2}},)))
        opening = (gate.opening_mm - gate.leaves * (width - sheet)) // snap * snap
        fixes.append(
            Fix(
                f"An opening of {p.length(opening)}",
                ({"do": "gate", "id": gate.id, "values": {"opening_mm": opening}},),
            )
        )
        yield found(
            f"Gate {gate.id}: sheets meet on a leaf of {p.length(width)} with nothing behind their joint",
            f"One sheet covers {p.length(sheet)}. Their edges hang between the rails of the leaf, where no screw holds them: let each leaf be "
            "no wider than a sheet.",
            [f"gate {gate.id}"],
            fixes,
        )
