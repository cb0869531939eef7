"""What every line of joists bears on, from its near end out."""

from __future__ import annotations

from collections.abc import Iterable

from rowstake.core.trades.deck.beam_line import BeamLine
from rowstake.core.trades.deck.frame import Joist
from rowstake.core.trades.deck.shape import SAME_MM

HOLDS = ("ledger", "header", "clipped rim", "block")
"""What closes the frame and carries; a rim closes it only."""
BESIDE_MM = 30.0


def bearings_of(joist: Joist, beams: Iterable[BeamLine]) -> list[tuple[float, str]]:
    """(t, what) of each bearing in order: what holds its ends, and the beams that reach under it, or on whose face it hangs. Where that makes fewer
    than two, as for a stub between a hole and the edge, the rim at its other end carries it too."""
    own = [
        (min(max(b.t, joist.t0), joist.t1), b.label)
        for b in beams
        if joist.t0 - b.wide_mm / 2 - SAME_MM < b.t < joist.t1 + b.wide_mm / 2 + SAME_MM
    ]
    ends = [(joist.t0, joist.near), (joist.t1, joist.far)]
    held = [(t, by) for t, by in ends if by in HOLDS and all(abs(t - at) > BESIDE_MM for at, _ in own)]
    found = sorted(own + held)
    if len(found) < 2:
        found = sorted(
            found + [end for end in ends if end[1] == "rim" and all(abs(end[0] - t) > BESIDE_MM for t, _ in found)]
        )
    return found
