"""What every line of joists bears on, from its near end out."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.beam_line import BeamLine
from rowstake.core.trades.deck.frame import Joist
from rowstake.core.trades.deck.shape import SAME_MM

HOLDS = ("ledger", "header", "clipped rim", "block")
"""What closes the frame and carries; a rim closes it only."""
BESIDE_MM = 30.0


def hangs_past(carried: Sequence[float], joist: Joist, t: float) -> tuple[float, float]:
    """(how far a joist's end at t lies past the last of what carries it, at two places at least; the span behind that)."""
    near = abs(t - joist.t0) < abs(t - joist.t1)
    return (carried[0] - t, carried[1] - carried[0]) if near else (t - carried[-1], carried[-1] - carried[-2])


def bearings_of(joist: Joist, beams: Iterable[BeamLine]) -> list[tuple[float, str]]:
    """(t, what) of each bearing in order: what holds its ends, and the beams that reach under it, or on whose face it hangs. The rim of a clipped
    corner carries what hangs further past the others than it may, and else closes the frame only. Where that makes fewer than two, as for a stub
    between a hole and the edge, the rim at its other end carries it too."""
    own = [
        (min(max(b.t, joist.t0), joist.t1), b.label)
        for b in beams
        if joist.t0 - b.wide_mm / 2 - SAME_MM < b.t < joist.t1 + b.wide_mm / 2 + SAME_MM
    ]
    ends = [(joist.t0, joist.near), (joist.t1, joist.far)]
    held = [(t, by) for t, by in ends if by in HOLDS and all(abs(t - at) > BESIDE_MM for at, _ in own)]
    firm = sorted(own + [end for end in held if end[1] != "clipped rim"])
    found = sorted(firm + [end for end in held if end[1] == "clipped rim" and _asked(firm, joist, end[0])])
    if len(found) < 2:
        found = sorted(
            found + [end for end in ends if end[1] == "rim" and all(abs(end[0] - t) > BESIDE_MM for t, _ in found)]
        )
    return found


def _asked(firm: Sequence[tuple[float, str]], joist: Joist, t: float) -> bool:
    """Whether the rim of a clipped corner must carry a joist's end."""
    if len(firm) < 2:
        return True
    past, span = hangs_past([at for at, _ in firm], joist, t)
    return past > span * CATALOGUE.deck.overhang_share
