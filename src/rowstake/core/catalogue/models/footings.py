"""Kinds of footings."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


class FootingEntry(Fact):
    id: str
    name: str
    words: str
