"""The desk where the locating of buried services is asked for."""

from __future__ import annotations

import datetime
from typing import Literal
from urllib.parse import quote

from pydantic import BaseModel, Field, TypeAdapter

from rowstake.core.job.base import Buried
from rowstake.outside.asked import SECONDS, asked

WHO = "The locating service"
Point = tuple[float, float]


class LocateTicket(BaseModel):
    ticket: str = Field(min_length=1, max_length=40)


class LocateAnswer(BaseModel):
    """`lines` are to be kept clear of, until `good_until`."""

    state: Literal["open", "answered"]
    good_until: datetime.date | None = None
    lines: list[Buried] = Field(default=[], max_length=60)


TICKET, ANSWER = TypeAdapter(LocateTicket), TypeAdapter(LocateAnswer)


class Locating:
    def __init__(self, url: str = "", seconds: float = SECONDS) -> None:
        self.url, self.seconds = url.rstrip("/"), seconds

    def request(self, place: str, low: Point, high: Point) -> str:
        """The number of the ticket. Raises `Trouble`."""
        body = {"place": place[:200], "low": low, "high": high}
        return asked(self.url, "/requests", TICKET, WHO, self.seconds, body).ticket

    def look(self, ticket: str) -> LocateAnswer:
        """What became of a ticket. Raises `Trouble`."""
        return asked(self.url, f"/requests/{quote(ticket, safe='')}", ANSWER, WHO, self.seconds)
