"""A desk where the locating of buried services is asked for: a ticket at once, an answer after a while with lines to keep clear of, good for
some weeks. What lies there follows from the place asked about alone."""

from __future__ import annotations

import datetime
import hashlib
import sys
import time

import uvicorn
from fastapi import FastAPI, HTTPException
from pydantic import BaseModel, Field

from rowstake.standins.failing import Failing

AFTER_S, GOOD_DAYS = 20.0, 21
PAST_MM = 800.0


class LocateAsked(BaseModel):
    """The corners of the plan that is to be dug in, mm, and what the place is called."""

    place: str = Field(max_length=200)
    low: tuple[float, float]
    high: tuple[float, float]


def _dice(*key: object) -> float:
    return int(hashlib.sha256("|".join(map(str, key)).encode()).hexdigest()[:8], 16) / 0xFFFFFFFF


def lines_of(asked: LocateAsked) -> list[dict[str, object]]:
    """A water main across the plan, and a power line beside it; a telecom line for some."""
    (x0, y0), (x1, y1) = asked.low, asked.high
    cross = x0 + (x1 - x0) * (0.3 + 0.4 * _dice(asked.place, "water"))
    lean = (x1 - x0) * 0.05 * (_dice(asked.place, "lean") - 0.5)
    level = y0 + (y1 - y0) * (0.15 + 0.2 * _dice(asked.place, "power"))
    out: list[dict[str, object]] = [
        {
            "kind": "water",
            "points": [[round(cross), round(y0 - PAST_MM)], [round(cross + lean), round(y1 + PAST_MM)]],
            "keep_mm": 500,
        },
        {
            "kind": "power",
            "points": [[round(x0 - PAST_MM), round(level)], [round(x1 + PAST_MM), round(level)]],
            "keep_mm": 600,
        },
    ]
    if _dice(asked.place, "telecom") > 0.5:
        at = x0 + (x1 - x0) * 0.85
        out.append(
            {
                "kind": "telecom",
                "points": [[round(at), round(y0 - PAST_MM)], [round(at), round(y1 + PAST_MM)]],
                "keep_mm": 300,
            }
        )
    return out


def create_app(after_s: float = AFTER_S) -> FastAPI:
    app = FastAPI(title="Services located, a stand-in", openapi_url=None)
    app.add_middleware(Failing)
    asked: dict[str, tuple[float, LocateAsked]] = {}

    @app.post("/requests")
    def request(body: LocateAsked) -> dict[str, object]:
        ticket = f"L{len(asked) + 1:04}-{int(_dice(body.place, body.low) * 9000) + 1000}"
        asked[ticket] = time.monotonic() + after_s, body
        return {"ticket": ticket}

    @app.get("/requests/{ticket}")
    def look(ticket: str) -> dict[str, object]:
        if ticket not in asked:
            raise HTTPException(404, "no such ticket")
        ready, body = asked[ticket]
        if time.monotonic() < ready:
            return {"state": "open"}
        good = datetime.date.today() + datetime.timedelta(days=GOOD_DAYS)
        return {"state": "answered", "good_until": good.isoformat(), "lines": lines_of(body)}

    return app


if __name__ == "__main__":
    uvicorn.run(create_app(), host="127.0.0.1", port=int(sys.argv[1]), log_level="warning")
