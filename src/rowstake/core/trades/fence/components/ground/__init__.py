"""The ground under the line, and the way over it."""

from __future__ import annotations

from rowstake.core.trades.fence.components.base import FenceComponent
from rowstake.core.trades.fence.components.ground.edits import EDITS
from rowstake.core.trades.fence.components.ground.explain import explain

COMPONENT = FenceComponent(order=20, explain=explain, edits=EDITS)
