"""Ways of setting a post."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


class MethodEntry(Fact):
    id: str
    name: str
    words: str
    rails_after_h: float
    gates_after_h: float
