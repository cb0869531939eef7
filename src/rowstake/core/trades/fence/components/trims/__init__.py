"""Gravel boards, end covers, caps, and what holds them."""

from __future__ import annotations

from rowstake.core.parts import Part
from rowstake.core.trades.fence.components.base import FenceComponent
from rowstake.core.trades.fence.fixings import trim_fixings
from rowstake.core.trades.fence.laying import FenceLaying
from rowstake.core.trades.fence.trims import trim_parts


def _lay(laying: FenceLaying) -> list[Part]:
    trims = trim_parts(laying.brief, laying.layout, laying.levels)
    return trims + trim_fixings(laying.brief, laying.parts + trims)


COMPONENT = FenceComponent(
    order=60,
    lay=_lay,
    sections={"fence.trims.gravel_board": ("board", "rail"), "fence.trims.cap_rail": ("rail", "board")},
)
