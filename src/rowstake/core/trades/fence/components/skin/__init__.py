"""Boards and sheets."""

from __future__ import annotations

from rowstake.core.parts import Part
from rowstake.core.trades.fence.components.base import FenceComponent
from rowstake.core.trades.fence.components.skin.edits import EDITS
from rowstake.core.trades.fence.components.skin.explain import explain
from rowstake.core.trades.fence.laying import FenceLaying
from rowstake.core.trades.fence.lying import lying
from rowstake.core.trades.fence.sheets import sheet_parts
from rowstake.core.trades.fence.skin import board_parts


def _lay(laying: FenceLaying) -> list[Part]:
    style = laying.brief.style
    lay = sheet_parts if style.on_centres else lying if laying.brief.along else board_parts
    return lay(laying.brief, laying.layout, laying.levels, laying.courses)


COMPONENT = FenceComponent(
    order=50, lay=_lay, explain=explain, edits=EDITS, sections={"fence.skin.board": ("board", "sheet")}
)
