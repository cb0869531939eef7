"""Where a long joist is cut: over beams, every piece on at least two bearings."""

from __future__ import annotations

from collections.abc import Sequence


def splice(start: float, end: float, bearings: Sequence[float], longest: float) -> list[tuple[float, float]] | None:
    """The fewest pieces from start to end, which meet in line over the middle of a bearing; None where none can be cut.

    A piece ends over its second bearing or a later one, and another begins there only where it reaches one more: none
    is left to hang on a single beam. A joist that is short enough stays whole.
    """
    out: list[tuple[float, float]] = []
    at, on = start, 0
    while end - at > longest + 1e-6:
        can = [j for j in range(on + 1, len(bearings) - 1) if bearings[j] - at <= longest + 1e-6]
        if not can:
            return None
        on = can[-1]
        out.append((at, bearings[on]))
        at = bearings[on]
    return [*out, (at, end)]
