"""Rails."""

from __future__ import annotations

from rowstake.core.trades.fence.components.base import Component
from rowstake.core.trades.fence.components.rails.explain import explain

COMPONENT = Component(
    order=40, lay=lambda laying: laying.rails, explain=explain, sections={"fence.rails.size": ("rail",)}
)
