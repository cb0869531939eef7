"""Wind on a free-standing fence. Source: published pressure formula; a screening estimate."""

from __future__ import annotations

KZ = {"B": 0.57, "C": 0.85, "D": 1.03}
"""Exposure: B sheltered or built-up, C open, D shore."""
LEVER = 0.55
"""The force acts at this share of the height."""


def pressure_pa(gust_mps: float, exposure: str, solidity: float) -> float:
    """Design pressure on the face, Pa, of a 3-second gust at 10 m."""
    q: float = 0.613 * KZ[exposure] * 0.85 * gust_mps**2
    blocked: float = 1 - (1 - solidity) ** 1.5
    return 0.6 * q * 0.85 * 1.3 * blocked


def bay_force_n(pressure: float, height_mm: float, bay_mm: float) -> float:
    """Force on one bay, N."""
    return pressure * height_mm * bay_mm / 1e6


def ground_moment_nm(force_n: float, height_mm: float) -> float:
    """Bending at the ground, N·m."""
    return LEVER * force_n * height_mm / 1000
