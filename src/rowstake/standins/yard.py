"""A timber yard: its prices, what it has in stock and how long the rest takes, from a book. It answers like a yard's own service would."""

from __future__ import annotations

import sys
from importlib import resources
from typing import Any

import uvicorn
from fastapi import FastAPI, HTTPException

from rowstake.files.books import read_csv
from rowstake.standins.failing import Failing

YARDS = ("heron-lane-yard", "mill-bank-timber", "paddock-lumber", "ringwattle-timber")


def create_app() -> FastAPI:
    app = FastAPI(title="Timber yards, a stand-in", openapi_url=None)
    app.add_middleware(Failing)
    books = {
        key: read_csv(
            (resources.files("rowstake") / "demo" / "books" / f"{key}.csv").read_bytes(), key.replace("-", " ").title()
        ).book
        for key in YARDS
    }

    @app.get("/yards")
    def yards() -> list[dict[str, str]]:
        return [{"id": key, "name": book.name, "currency": book.currency} for key, book in books.items()]

    @app.get("/yards/{key}/prices")
    def prices(key: str) -> dict[str, Any]:
        if key not in books:
            raise HTTPException(404, "no such yard")
        return books[key].model_dump(mode="json", exclude_defaults=True)

    return app


if __name__ == "__main__":
    uvicorn.run(create_app(), host="127.0.0.1", port=int(sys.argv[1]), log_level="warning")
