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
