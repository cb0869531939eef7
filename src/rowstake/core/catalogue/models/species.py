"""Timber by its strength, weight and movement."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


class Species(Fact):
    """Design values. Either a table of No. 2 values (psi) or a strength class (MPa)."""

    id: str
    name: str
    density_kg_m3: float
    moves_as: str
    fb_2x: dict[str, float] = {}
    cf: dict[str, float] = {}
    e: float = 0.0
    fv: float = 0.0
    fb_4x4: float = 0.0
    fb_4x6: float = 0.0
    cf_4x4: float = 1.0
    cf_4x6: float = 1.0
    fb_heavy: float = 0.0
    incised: bool = False
    e_mpa: float = 0.0
    short_mpa: float = 0.0
    long_mpa: float = 0.0
    shear_mpa: float = 0.0

    @property
    def graded(self) -> bool:
        """True for a strength class, whose allowable stresses are given outright."""
        return self.short_mpa > 0
