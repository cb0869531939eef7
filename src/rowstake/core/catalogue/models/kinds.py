"""Kinds of parts."""

from __future__ import annotations

from typing import Literal

from rowstake.core.catalogue.models.base import Fact, Look


class Kind(Fact):
    """What is true of all parts of a kind; see the head of `kinds.toml`."""

    id: str
    words: str = ""
    counted: Literal["cut", "each", "volume"]
    family: Literal["", "joist", "block", "fixing", "hardware", "brace"] = ""
    letter: str = ""
    look: Look | None = None
    layer: str = ""
    hung: bool = False
    fitted: bool = False
    finished: Literal["", "all", "above ground"] = ""
    hours_each: float = 0.0
    hours_metre: float = 0.0

    @property
    def name(self) -> str:
        """What a list calls it."""
        return self.words or self.id
