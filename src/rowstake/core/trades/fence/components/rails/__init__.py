"""Rails."""

from __future__ import annotations

from rowstake.core.trades.fence.components.base import FenceComponent
from rowstake.core.trades.fence.components.rails.explain import explain

COMPONENT = FenceComponent(
    order=40, lay=lambda laying: laying.rails, explain=explain, sections={"fence.rails.size": ("rail",)}
)
