"""A gate that grounds on rising ground before it is open, or a wheel on ground that is not level."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding, Fix
from rowstake.core.reckoners.base import up
from rowstake.core.trades.fence.gates import Built
from rowstake.core.trades.fence.laid import FencePlan


def _hang(gate: str, words: str, **values: Any) -> Fix:
    return Fix(words, ({"do": "gate", "id": gate, "values": values},))


def _opens(built: Built, hinge: str, swing: str) -> bool:
    sides = ("start", "end") if built.gate.leaves == 2 else (hinge,)
    return all(s.swept.opens for s in built.swings if s.swing == swing and s.hinge in sides)


def look(planned: FencePlan) -> Iterator[Finding]:
    for built in planned.laid.gates:
        yield from _grounds(planned, built)
        yield from _wheel(planned, built)


def _grounds(planned: FencePlan, built: Built) -> Iterator[Finding]:
    p, gate, skin = planned.brief.printer, built.gate, planned.brief.fence.skin
    stuck = [s for s in built.hung if not s.swept.opens]
    if not stuck:
        return
    worst = min(stuck, key=lambda s: s.swept.clearance_mm)
    other_swing = "right" if gate.swing == "left" else "left"
    other_hinge = "end" if gate.hinge == "start" else "start"
    fixes = []
    if _opens(built, gate.hinge, other_swing):
        fixes.append(_hang(gate.id, f"Swing it to the {other_swing}", swing=other_swing))
    if gate.leaves == 1 and _opens(built, other_hinge, gate.swing):
        fixes.append(_hang(gate.id, "Hang it from the other post", hinge=other_hinge))
    snap = planned.brief.region.snap_mm / 2
    more = up(-worst.swept.clearance_mm / snap) * snap
    fixes.append(put(f"Lift all boards by {p.length(more)}", skin__ground_gap_mm=skin.ground_gap_mm + more))
    yield found(
        f"Gate {gate.id} grounds at {worst.swept.stops_at_deg:.0f}° as it opens",
        f"To open fully to the {gate.swing} it needs {p.length(worst.swept.gap_needed_mm)} under the leaf; it is "
        f"{p.length(-worst.swept.clearance_mm)} short at {worst.swept.worst_angle_deg:.0f}°.",
        [f"gate {gate.id}"],
        fixes,
    )


def _wheel(planned: FencePlan, built: Built) -> Iterator[Finding]:
    binds = [s for s in built.hung if s.wheel_binds]
    if built.gate.wheel and binds:
        p = planned.brief.printer
        yield found(
            f"The wheel of gate {built.gate.id} will bind",
            f"The ground under the free end rises and falls by {p.length(max(s.wheel_varies_mm for s in binds))} along its arc; a "
            "wheel needs level ground, or a sprung one.",
            [f"gate {built.gate.id}"],
            [_hang(built.gate.id, "Leave the wheel off", wheel=False)],
        )
