"""Allowable stresses of sawn timber outdoors, in MPa: the species' published values times the published factors for wet service,
incised timber, size and a gust's short time."""

from __future__ import annotations

import re
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE, PSI, Species
from rowstake.core.faults import refuse

IN = 25.4
WIND_DURATION = CATALOGUE.structure.timber.gust_duration
_ACTUAL_IN = {1: 0.75, 2: 1.5, 3: 2.5, 4: 3.5, 5: 4.5, 6: 5.5, 8: 7.25, 10: 9.25, 12: 11.25}


@dataclass(frozen=True, slots=True)
class CrossSection:
    """A cross-section, breadth × depth in mm, with its nominal inches where it has them."""

    breadth_mm: float
    depth_mm: float
    nominal: tuple[int, int] | None = None

    @property
    def section_modulus_mm3(self) -> float:
        return self.breadth_mm * self.depth_mm**2 / 6

    @property
    def weak_modulus_mm3(self) -> float:
        """Bent over its lesser side."""
        return self.breadth_mm * self.depth_mm * min(self.breadth_mm, self.depth_mm) / 6

    @property
    def inertia_mm4(self) -> float:
        return self.breadth_mm * self.depth_mm**3 / 12

    @property
    def area_mm2(self) -> float:
        return self.breadth_mm * self.depth_mm


def read_stick(size: str, field: str = "size") -> CrossSection:
    """The cross-section that a size names: `2x8` (nominal inches), `100x100` (mm) or a section on sale such as `uk_100x100`. Raises
    `JobFault` naming `field` for anything else."""
    if size in CATALOGUE.sections:
        section = CATALOGUE.sections[size]
        nominal = re.fullmatch(r"na_(\d+)x(\d+)", size)
        named = (int(nominal[1]), int(nominal[2])) if nominal else None
        return CrossSection(section.thickness_mm, section.width_mm, named)
    match = re.fullmatch(r"(\d+)\s*[x×]\s*(\d+)", size.strip())
    if not match:
        raise refuse(field, size, "a size such as 2x8, 4x4 or 100x100", f"“{size}” is not a size")
    a, b = int(match[1]), int(match[2])
    if a in _ACTUAL_IN and b in _ACTUAL_IN:
        return CrossSection(_ACTUAL_IN[a] * IN, _ACTUAL_IN[b] * IN, (a, b))
    if min(a, b) < 15 or max(a, b) > 600:
        raise refuse(field, size, "nominal inches 1 to 12, or 15 to 600 mm", f"“{size}” is not a size on sale")
    return CrossSection(a, b)


REPETITIVE = CATALOGUE.structure.timber.repetitive
"""What joists that share a load bear more, at most 600 mm apart."""


def sharing(plies: int) -> float:
    """How much more a member of so many plies bears in bending, for one weak ply is helped by the others: 1, 1.1, 1.15 of three
    and more. Source: published factors for members that share load."""
    by_plies = CATALOGUE.structure.timber.sharing
    return by_plies[min(plies, len(by_plies)) - 1]


def _is_heavy(stick: CrossSection) -> bool:
    return min(stick.breadth_mm, stick.depth_mm) >= 4.5 * IN - 0.5


def _table_bending(species: Species, stick: CrossSection) -> tuple[float, float]:
    """Tabulated bending stress (psi) and its size factor, by the group a section falls in."""
    small, large = sorted((stick.breadth_mm, stick.depth_mm))
    if _is_heavy(stick):
        return species.fb_heavy, 1.0
    if small >= 3 * IN:
        return (species.fb_4x4, species.cf_4x4) if large < 4.5 * IN else (species.fb_4x6, species.cf_4x6)
    depths = {str(n): _ACTUAL_IN[n] * IN for n in (4, 6, 8, 10, 12)}
    key = min(depths, key=lambda n: abs(depths[n] - large))
    return species.fb_2x[key], species.cf[key]


def bending_mpa(species: Species, stick: CrossSection, *, short_term: bool = False) -> float:
    """Allowable bending outdoors, MPa: `Fb · CF · CM · Ci`, × 1.6 for a gust (`short_term`).

    CF by the group its section falls in, CM 0.85 where Fb·CF is over 1150 psi and it is no heavy timber, Ci 0.8 where the species
    is incised. A strength class gives its stress outright. Source: published design values and factors for sawn timber.
    """
    if species.graded:
        return species.short_mpa if short_term else species.long_mpa
    fb, size_factor = _table_bending(species, stick)
    f = CATALOGUE.structure.timber
    wet = f.wet_bending if fb * size_factor > f.wet_over_psi and not _is_heavy(stick) else 1.0
    incised = f.incised if species.incised else 1.0
    return fb * size_factor * wet * incised * (WIND_DURATION if short_term else 1.0) * PSI


def shear_mpa(species: Species) -> float:
    """Allowable shear along the grain outdoors, MPa: `Fv · 0.97 · Ci`; a strength class gives it outright. Source: as above."""
    if species.graded:
        return species.shear_mpa
    f = CATALOGUE.structure.timber
    return species.fv * f.wet_shear * (f.incised if species.incised else 1.0) * PSI


def stiffness_mpa(species: Species) -> float:
    """Modulus of elasticity outdoors, MPa: `E · 0.9 · Ci`, Ci 0.95 where incised. Source: as above."""
    f = CATALOGUE.structure.timber
    if species.graded:
        return species.e_mpa * f.wet_stiffness
    return species.e * f.wet_stiffness * (f.incised_stiffness if species.incised else 1.0) * PSI
