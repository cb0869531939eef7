"""Rehearsal: every leaf swung over the real ground, both ways and from both hinge sides, before anything is built."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.reckoners.gate_sweep import GateSweep, Swept
from rowstake.core.reckoners.gate_sweep import run as gate_sweep
from rowstake.core.trades.fence.document import Gate

STEP_DEG = 5
RADII = 8

Ground = Callable[[float], float]
"""The level of the ground at a station of the leg, mm."""


@dataclass(frozen=True, slots=True)
class Frame:
    """The leaf at one angle: its free end (along the leg from the hinge, aside), and the ground under it from the hinge."""

    angle_deg: float
    along_mm: float
    aside_mm: float
    ground_mm: tuple[float, ...]
    clearance_mm: float


@dataclass(frozen=True, slots=True)
class Swing:
    """One way of hanging one leaf. `wheel_varies_mm` is how much the ground rises and falls under the free end."""

    hinge: str
    swing: str
    bottom_mm: float
    leaf_width_mm: float
    swept: Swept
    wheel_varies_mm: float
    frames: tuple[Frame, ...]

    @property
    def wheel_binds(self) -> bool:
        return self.wheel_varies_mm > CATALOGUE.materials.gates.wheel_play_mm


def rehearse(
    gate: Gate,
    left_mm: float,
    right_mm: float,
    leaf_width_mm: float,
    gaps: tuple[float, float],
    bottom_mm: float,
    ground: Ground,
) -> list[Swing]:
    """All ways of hanging this gate: both swings, and for a single leaf both hinge sides. `gaps`: hinge, latch."""
    return [
        _swing(gate, hinge, swing, left_mm, right_mm, leaf_width_mm, gaps[0], bottom_mm, ground)
        for hinge in ("start", "end")
        for swing in ("left", "right")
    ]


def _swing(
    gate: Gate,
    hinge: str,
    swing: str,
    left_mm: float,
    right_mm: float,
    leaf: float,
    gap: float,
    bottom: float,
    ground: Ground,
) -> Swing:
    at, towards = (left_mm + gap, 1) if hinge == "start" else (right_mm - gap, -1)
    rise = (gate.rise_left_mm if swing == "left" else gate.rise_right_mm) / gate.opening_mm
    side = 1 if swing == "left" else -1
    frames = []
    for angle in range(0, 91, STEP_DEG):
        c, s = math.cos(math.radians(angle)), math.sin(math.radians(angle))
        radii = [leaf * i / RADII for i in range(RADII + 1)]
        levels = tuple(ground(at + towards * r * c) + rise * r * s for r in radii)
        frames.append(Frame(angle, towards * leaf * c, side * leaf * s, levels, bottom - max(levels)))
    shut = ground(at)
    swept = gate_sweep(
        GateSweep(
            leaf_width_mm=leaf,
            bottom_gap_mm=max(0.0, bottom - shut),
            ground_levels_mm=[max(f.ground_mm) - shut for f in frames],
        )
    )
    tips = [f.ground_mm[-1] for f in frames]
    return Swing(hinge, swing, bottom, leaf, swept, max(tips) - min(tips), tuple(frames))
