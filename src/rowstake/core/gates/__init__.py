"""Gates: leaf, frame, brace, boards and hardware, from an opening and the fence's own pattern."""

from rowstake.core.gates.leaf import Built, LeafBrief, build
from rowstake.core.gates.rehearsal import Swing

__all__ = ["Built", "LeafBrief", "Swing", "build"]
