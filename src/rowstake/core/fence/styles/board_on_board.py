"""Board on board: the geometry of lapped boards, every second one on the far face."""

from __future__ import annotations

from rowstake.core.fence.styles.base import Style
from rowstake.core.fence.styles.lapped import lay, solidity, ways_out

STYLE = Style("board_on_board", lay, solidity, ways_out)
