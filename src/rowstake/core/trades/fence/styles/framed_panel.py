"""Framed panel: close boards bay by bay, framed by the trims that fence/trims.py adds."""

from __future__ import annotations

from rowstake.core.trades.fence.styles.base import Style, gap_spacer
from rowstake.core.trades.fence.styles.close_butted import lay, solidity, ways_out

STYLE = Style("framed_panel", lay, solidity, ways_out, gap_spacer)
