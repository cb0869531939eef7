"""How far a joist or a beam may span under an even load, and how hard a load works one. Source: published design method for sawn
timber: bending, shear at its depth from a support, deflection of the live load."""

from __future__ import annotations

import math

from rowstake.core.catalogue import CATALOGUE, Species
from rowstake.core.structure.timber import CrossSection, bending_mpa, shear_mpa, stiffness_mpa

LONGEST_MM = CATALOGUE.structure.timber.longest_mm
"""18 ft, the cap of the published tables."""
DEFLECTION = CATALOGUE.structure.timber.deflection
"""The live load may bend a member by its span over this."""


def simple_span(
    species: Species, stick: CrossSection, total_n_mm: float, live_n_mm: float, plies: int, sharing: float
) -> tuple[float, str]:
    """Longest simple span (mm) and what governs, the least of three:

    bending `L = √(8 · Fb · S / w)`, deflection `L = ∛(384 · E·I / (5 · 360 · w_live))`, and shear at the member's depth from its
    support `L = 2 · (⅔ · Fv · A / w + d)`.

    Loads w are N per mm of length, as those of one member of `plies`; `sharing` multiplies Fb of members that share load (1.15 for
    joists). Stresses are those of the species outdoors. A live load of nothing does not deflect. Source: as above.
    """
    bending = math.sqrt(8 * bending_mpa(species, stick) * sharing * stick.section_modulus_mm3 * plies / total_n_mm)
    ei = stiffness_mpa(species) * stick.inertia_mm4 * plies
    deflection = (384 * ei / (5 * DEFLECTION * live_n_mm)) ** (1 / 3) if live_n_mm > 0 else math.inf
    shear_force = 2 / 3 * shear_mpa(species) * stick.area_mm2 * plies
    shear = 2 * (shear_force / total_n_mm + stick.depth_mm)
    return min((bending, "bending"), (deflection, "deflection"), (shear, "shear"))


def load_used(
    species: Species,
    stick: CrossSection,
    plies: int,
    sharing: float,
    span_mm: float,
    moment_nmm: float,
    shear_n: float,
    live_share: float,
) -> tuple[float, str]:
    """The share of what a member holds that any load takes, and what governs: bending `M / (Fb · S)`, shear `V / (⅔ · Fv · A)`, or
    the live load's deflection over L/360, taken as that of the even load with the same moment, `5 · M · L² / (48 · E·I)`.

    M in N·mm, V in N, the span in mm, `live_share` of the load from 0 to 1. 1 is all it holds. No deflection for no span. Source:
    as above.
    """
    bending = moment_nmm / (bending_mpa(species, stick) * sharing * stick.section_modulus_mm3 * plies)
    shear = shear_n / (2 / 3 * shear_mpa(species) * stick.area_mm2 * plies)
    ei = stiffness_mpa(species) * stick.inertia_mm4 * plies
    sinks = 5 * moment_nmm * live_share * span_mm**2 / (48 * ei)
    return max((bending, "bending"), (sinks * DEFLECTION / span_mm if span_mm else 0.0, "deflection"), (shear, "shear"))
