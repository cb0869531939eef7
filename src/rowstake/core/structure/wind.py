"""Wind on a free-standing fence: pressure on its face, the force on a bay, bending at the ground. A screening estimate."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE

LEVER = CATALOGUE.structure.wind.lever
"""The force acts at this share of the height."""
HALF_DENSITY = 0.613
"""½ρ of air, N·s²/m⁴."""


def pressure_pa(gust_mps: float, exposure: str, solidity: float) -> float:
    """Design pressure on the face: `p = 0.6 · q · G · Cf · (1 − (1 − ε)^1.5)` with `q = 0.613 · Kz · Kd · V²`.

    `gust_mps` V is a 3-second gust at 10 m, m/s; `solidity` ε is the share of the face that stops the wind, 0 to 1. Gives Pa.
    Kz 0.57, 0.85 or 1.03 by `exposure` B, C or D (`KeyError` for others), Kd 0.85, G 0.85, Cf 1.3; 0.6 takes strength design to
    allowable stress. For fences up to 4.5 m. Source: published wind provisions for solid free-standing walls and open signs.
    """
    f = CATALOGUE.structure.wind
    q = HALF_DENSITY * f.height_factor[exposure] * f.direction * gust_mps**2
    blocked: float = 1 - (1 - solidity) ** 1.5
    return f.share * q * f.gust * f.force * blocked


def bay_force_n(pressure: float, height_mm: float, bay_mm: float) -> float:
    """Force on one bay, `F = p · h · b`, N: pressure in Pa on its whole height and width in mm."""
    return pressure * height_mm * bay_mm / 1e6


def ground_moment_nm(force_n: float, height_mm: float) -> float:
    """Bending at the ground, `M = 0.55 · F · h`, N·m: the force (N) acts a little over half of the height (mm).
    Source: published wind provisions for free-standing walls."""
    return LEVER * force_n * height_mm / 1000
