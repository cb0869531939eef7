"""What is bought beside timber."""

from __future__ import annotations

from typing import Literal

from rowstake.core.catalogue.models.base import Fact


class GoodEntry(Fact):
    """What is bought beside timber; see the head of `goods.toml`."""

    id: str
    words: str
    words_in: str = ""
    takes: list[Literal["size", "cut", "roll", "number", "text"]] = []
    coated: bool = False
    bought: bool = True
    unit: str = "each"
    unit_in: str = ""
    packs: list[int] = []
    kg: float = 0.0
    kg_m2: float = 0.0
    """Of what is made to a size: by the last two that it takes."""

    rated: str = ""
    """What the rules count on that it carries: a crew's own does so too, by its maker's word."""
    rated_as: str = ""
    """Whose published capacity that is, where there is one."""
    shaped: str = ""
    """What the rules count on of its shape: a crew's own cannot stand in for it."""
    swings: bool = False
    """A hinge: a crew's own says what leaf it is made for."""
    lengths_mm: list[float] = []
    """Of a crew's own screws and nails, those they are to be had in; of the others the catalogue's for all."""
    up_to_kg: float | None = None
    """Of a crew's own hinge, the leaf it is made for."""

    instead_of: str = ""
    """Of a crew's own, what it is bought instead of."""

    @property
    def driven(self) -> bool:
        """Screws and nails, which come in packs by their length."""
        return self.takes == ["size"] and bool(self.packs)

    def counted_in(self, units: str) -> str:
        """What it is counted in when it is bought, in a job's units."""
        return self.unit_in if units == "ft-in" and self.unit_in else self.unit
