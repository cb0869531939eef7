"""Posts, and what is dug, poured or bolted under each."""

from __future__ import annotations

from rowstake.core.parts import Part
from rowstake.core.trades.fence.components.base import FenceComponent
from rowstake.core.trades.fence.components.posts.explain import explain
from rowstake.core.trades.fence.laying import FenceLaying
from rowstake.core.trades.fence.rails import let_in


def _lay(laying: FenceLaying) -> list[Part]:
    return let_in(laying.brief, laying.layout, laying.digger.parts(), laying.rails)


COMPONENT = FenceComponent(
    order=30, lay=_lay, explain=explain, sections={"fence.posts.size": ("post",), "fence.posts.gate_size": ("post",)}
)
