"""Gates: leaf, frame, brace, boards and hardware, from an opening and the fence's own pattern."""

from rowstake.core.trades.fence.gates.leaf import Boards, Built, Covering, LeafBrief, build
from rowstake.core.trades.fence.gates.rehearsal import Swing

__all__ = ["Boards", "Built", "Covering", "LeafBrief", "Swing", "build"]
