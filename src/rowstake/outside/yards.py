"""Timber yards: which there are, and the prices of each as a book."""

from __future__ import annotations

from dataclasses import dataclass

from pydantic import TypeAdapter

from rowstake.core.cost.book import Book
from rowstake.outside.asked import SECONDS, asked

WHO = "The yard"


@dataclass(frozen=True, slots=True)
class Yard:
    id: str
    name: str
    currency: str


YARDS, PRICES = TypeAdapter(list[Yard]), TypeAdapter(Book)


class Yards:
    """What yards tell; `asked` raises `Trouble` where there are none, or they do not answer."""

    def __init__(self, url: str = "", seconds: float = SECONDS) -> None:
        self.url, self.seconds = url.rstrip("/"), seconds

    def listed(self) -> list[Yard]:
        """Raises `Trouble`."""
        return asked(self.url, "/yards", YARDS, WHO, self.seconds)

    def prices(self, key: str) -> Book:
        """Raises `Trouble`."""
        return asked(self.url, f"/yards/{key}/prices", PRICES, WHO, self.seconds)
