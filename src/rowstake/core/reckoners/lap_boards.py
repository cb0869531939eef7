"""Lapped boards: the count and the one even lap that fills the length."""

from __future__ import annotations

from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, LengthOrZero, Outputs, Reckoner, counted, up


class LapBoards(Inputs):
    length_mm: Length
    width_mm: Length
    min_lap_mm: LengthOrZero


class Lapped(Outputs):
    count: int
    lap_mm: float
    pitch_mm: float


def run(given: LapBoards) -> Lapped:
    """Boards `n = ⌈(L − lap) / (W − lap)⌉` at the least lap, then the one even lap `(n·W − L) / (n − 1)`.

    Lengths in mm. Raises `JobFault` where the least lap is as wide as the board. Source: trade practice.
    """
    length, width, least = given.length_mm, given.width_mm, given.min_lap_mm
    if least >= width:
        raise refuse("min_lap_mm", f"{least:g}", f"less than the board, {width:g}", "The lap is as wide as the board")
    count = counted(max(1, up((length - least) / max(width - least, 1e-6))), "min_lap_mm", least)
    lap = (count * width - length) / (count - 1) if count > 1 else 0.0
    return Lapped(count=count, lap_mm=lap, pitch_mm=width - lap)


def say(given: LapBoards, out: Lapped, p: Printer) -> str:
    return f"{out.count} boards with an even lap of {p.fine(out.lap_mm)}; a jig shows {p.fine(out.pitch_mm)} of each."


RECKONER = Reckoner(
    "lap-boards", "boards", "Lapped boards", "The fewest boards that keep the lap, then one even lap.",
    LapBoards, Lapped, run, say, {"length_mm": 1800, "width_mm": 125, "min_lap_mm": 25},
)  # fmt: skip
