"""Timber and sheets by their sections."""

from __future__ import annotations

from typing import Literal

from rowstake.core.catalogue.models.base import Fact


class Section(Fact):
    """A section on sale: thickness × width, and the lengths it is sold in."""

    id: str
    region: str
    name: str
    use: Literal[
        "post", "rail", "board", "sheet", "batten", "joist", "stringer", "decking", "fascia", "handrail", "baluster"
    ]
    also: list[str] = []
    thickness_mm: float
    width_mm: float
    lengths_mm: list[float]
    density_kg_m3: float | None = None
    """Of what is not timber; None takes the timber's."""
    thin_mm: float | None = None
    """The thin edge of a board that tapers from `thickness_mm`; None where it does not."""

    @property
    def mean_mm(self) -> float:
        """The thickness that weight, paint and screws go by."""
        return self.thickness_mm if self.thin_mm is None else (self.thickness_mm + self.thin_mm) / 2

    def kg(self, length_mm: float, width_mm: float, timber_kg_m3: float) -> float:
        """What a piece weighs: of its own density, else of the timber's as it is given."""
        return length_mm * width_mm * self.mean_mm / 1e9 * (self.density_kg_m3 or timber_kg_m3)

    def next_length(self, mm: float) -> float | None:
        """The shortest length on sale that is at least `mm`, or None."""
        return next((s for s in sorted(self.lengths_mm) if s >= mm - 1e-6), None)
