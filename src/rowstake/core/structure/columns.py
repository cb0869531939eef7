"""A timber post as a slender column between its footing and its beam."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE, Species
from rowstake.core.structure.timber import CrossSection, stiffness_mpa


def column_n(species: Species, stick: CrossSection, height_mm: float) -> float:
    """The load a post holds, N: `min(0.822 · Emin / (l/d)², Fc) · A`, pinned at both ends.

    `height_mm` is l; d the lesser side (mm), A the area (mm²), Emin = 0.365 E outdoors, Fc 5 MPa along the grain, less than any
    graded post holds. Neither the two failing together nor a load off the middle is reckoned: a screening figure, generous for
    short posts and near for slender ones. Source: published buckling formula for sawn timber columns.
    """
    f = CATALOGUE.structure.column
    least = min(stick.breadth_mm, stick.depth_mm)
    slenderness = max(height_mm, 1.0) / least
    buckling = f.buckling * f.least_share_of_e * stiffness_mpa(species) / slenderness**2
    return min(buckling, f.crushing_mpa) * stick.area_mm2
