"""Rules of advice: where they are told, and how much they weigh."""

from __future__ import annotations

from typing import Literal

from rowstake.core.catalogue.models.base import Fact


class AdviceEntry(Fact):
    id: str
    stake: str
    weight: Literal["needs", "note"]
    about: Literal["job", "main", "level"] = "main"
    """The whole job; the main level of a deck; or each of its levels by itself."""
