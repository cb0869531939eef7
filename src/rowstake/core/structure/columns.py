"""A timber post as a slender column between its footing and its beam. Source: published buckling formula, 0.822·Emin/(l/d)²."""

from __future__ import annotations

from rowstake.core.catalogue import Species
from rowstake.core.structure.timber import CrossSection, stiffness_mpa

LEAST_SHARE_OF_E = 0.365
"""Of the mean stiffness: what is counted on against buckling."""
CRUSHING_MPA = 5.0
"""Along the grain, outdoors: less than any graded post holds."""


def column_n(species: Species, stick: CrossSection, height_mm: float) -> float:
    """The load a post of this height holds, N: the lesser of buckling and crushing, pinned at both ends."""
    least = min(stick.breadth_mm, stick.depth_mm)
    slenderness = max(height_mm, 1.0) / least
    buckling = 0.822 * LEAST_SHARE_OF_E * stiffness_mpa(species) / slenderness**2
    return min(buckling, CRUSHING_MPA) * stick.area_mm2
