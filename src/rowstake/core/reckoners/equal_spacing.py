"""Equal bays: the fewest whose centres do not pass a limit, with every mark from one datum."""

from __future__ import annotations

from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Outputs, Reckoner, counted, running_marks, up


class EqualSpacing(Inputs):
    length_mm: Length
    max_spacing_mm: Length


class Spaced(Outputs):
    bays: int
    spacing_mm: float
    marks_mm: list[float]


def run(given: EqualSpacing) -> Spaced:
    """Bays `n = ⌈L / max⌉`, spacing `L / n`, marks `i · L / n` from one datum, both ends among them.

    Lengths in mm; at most 20,000 bays. Source: arithmetic of the trade.
    """
    bays = counted(max(1, up(given.length_mm / given.max_spacing_mm)), "max_spacing_mm", given.max_spacing_mm)
    spacing = given.length_mm / bays
    return Spaced(bays=bays, spacing_mm=spacing, marks_mm=running_marks(spacing, bays + 1))


def say(given: EqualSpacing, out: Spaced, p: Printer) -> str:
    bays = "1 bay" if out.bays == 1 else f"{out.bays} equal bays"
    return f"{bays} at {p.length(out.spacing_mm)} centres: {out.bays + 1} posts, each marked from the same end."


RECKONER = Reckoner(
    "equal-spacing", "line", "Equal post spacing", "The fewest equal bays whose centres stay within the limit.",
    EqualSpacing, Spaced, run, say, {"length_mm": 30480, "max_spacing_mm": 2438.4},
)  # fmt: skip
