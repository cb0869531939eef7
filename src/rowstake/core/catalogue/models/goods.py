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

    def counted_in(self, units: str) -> str:
        """What it is counted in when it is bought, in a job's units."""
        return self.unit_in if units == "ft-in" and self.unit_in else self.unit
