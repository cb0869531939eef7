"""The ways a gate may be hung, each as it opens over the ground."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.trades.fence.gates import Built, Swing
from rowstake.core.trades.fence.laid import FencePlan


@dataclass(frozen=True, slots=True)
class LeafHung:
    """One leaf as it swings; `hinge_mm` is where its hinges are, from the near side of the opening."""

    hinge_mm: float
    swing: Swing


@dataclass(frozen=True, slots=True)
class Hanging:
    """A way of hanging all leaves of a gate, in words with what becomes of it."""

    hinge: str
    swing: str
    words: str
    told: str
    opens: bool
    chosen: bool
    opening_mm: float
    leaves: tuple[LeafHung, ...]


def hangings(plan: FencePlan, built: Built) -> list[Hanging]:
    """Both swings; for a single leaf at either post too."""
    gate, frame, p = built.gate, plan.brief.fence.gate_frame, plan.brief.printer
    place = {"start": frame.hinge_gap_mm, "end": gate.opening_mm - frame.hinge_gap_mm}
    out = []
    for hinge in ("start", "end") if gate.leaves == 1 else ("start",):
        for way in ("left", "right"):
            hung = ("start", "end") if gate.leaves > 1 else (hinge,)
            swings = [s for s in built.swings if s.swing == way and s.hinge in hung]
            worst = min(swings, key=lambda s: s.swept.clearance_mm)
            swept = worst.swept
            told = (
                f"{p.length(swept.clearance_mm)} clear at {swept.worst_angle_deg:.0f}°"
                if swept.opens
                else f"grounds at {swept.stops_at_deg:.0f}°, needs {p.length(swept.gap_needed_mm)} under it"
            )
            where = "both leaves" if gate.leaves > 1 else f"at the {'near' if hinge == 'start' else 'far'} post"
            chosen = gate.swing == way and (gate.leaves > 1 or gate.hinge == hinge)
            leaves = tuple(LeafHung(place[s.hinge], s) for s in swings)
            out.append(
                Hanging(hinge, way, f"{where}, to the {way}", told, swept.opens, chosen, gate.opening_mm, leaves)
            )
    return out
