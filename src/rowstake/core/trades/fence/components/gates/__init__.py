"""Gates: each opening with its leaves, hardware and boards."""

from __future__ import annotations

from rowstake.core.parts import Part
from rowstake.core.trades.fence.components.base import Component
from rowstake.core.trades.fence.components.gates.edits import EDITS
from rowstake.core.trades.fence.components.gates.explain import explain
from rowstake.core.trades.fence.laying import Laying


def _lay(laying: Laying) -> list[Part]:
    return [part for gate in laying.gates for part in gate.parts]


COMPONENT = Component(order=70, lay=_lay, explain=explain, edits=EDITS, sections={"fence.gate_frame.frame": ("rail",)})
