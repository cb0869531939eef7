"""What the desk of each step of a fence shows."""

from __future__ import annotations

from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.views.schedules import HOLES
from rowstake.core.views.base import Panel


def fence_panels(plan: FencePlan) -> dict[str, list[Panel]]:
    """By step: the line from above, the ground and the boards from the side, holes with their schedule, gates as they swing."""
    above, side = Panel(("plan",)), Panel(("elevation",))
    joint = [Panel(("joint_above",)), Panel(("joint_side",))] if plan.laid.layout.bays else []
    holes = [f"section_{kind.setting.name}" for kind in plan.laid.digger.kinds.values()]
    leaves = [f"leaf_{built.gate.id}" for built in plan.laid.gates]
    return {
        "site": [above],
        "line": [above],
        "ground": [side],
        "holes": [above, Panel((*holes, "strings")), Panel(schedule=HOLES)],
        "frame": [side, *joint],
        "skin": [side, *joint],
        "gates": [Panel(tuple(leaves)), Panel(own="rehearsal"), above] if leaves else [above],
        "buy": [],
    }
