"""Gates: each opening with its leaves, hardware and boards."""

from __future__ import annotations

from rowstake.core.parts import Part
from rowstake.core.trades.fence.components.base import FenceComponent
from rowstake.core.trades.fence.components.gates.edits import EDITS
from rowstake.core.trades.fence.components.gates.explain import explain
from rowstake.core.trades.fence.laying import FenceLaying


def _lay(laying: FenceLaying) -> list[Part]:
    return [part for gate in laying.gates for part in gate.parts]


COMPONENT = FenceComponent(
    order=70, lay=_lay, explain=explain, edits=EDITS, sections={"fence.gate_frame.frame": ("rail",)}
)
