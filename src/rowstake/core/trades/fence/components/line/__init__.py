"""The line: legs, corners, bays and obstacles."""

from __future__ import annotations

from rowstake.core.trades.fence.components.base import FenceComponent
from rowstake.core.trades.fence.components.line.edits import EDITS
from rowstake.core.trades.fence.components.line.explain import explain

COMPONENT = FenceComponent(order=10, explain=explain, edits=EDITS)
