"""Timber yards: which there are, what their prices would change, and their prices as a book."""

from __future__ import annotations

from fastapi import APIRouter

from rowstake.files.books import changes
from rowstake.outside.yards import Yard
from rowstake.server.routes.books import SHOWN, BookRead
from rowstake.server.session import BooksHere, YardsHere
from rowstake.store.books import BookHeld, Books
from rowstake.store.jobs import NoSuchJob

router = APIRouter(prefix="/api/yards", tags=["yards"])


@router.get("")
def every(yards: YardsHere) -> list[Yard]:
    """The yards that answer."""
    return yards.listed()


@router.get("/{key}/look")
def look(key: str, yards: YardsHere, books: BooksHere) -> BookRead:
    """What the prices of today would change in the book of this yard."""
    now, held = yards.prices(key), _held(books, key)
    differ = changes(books.get(key), now) if held else []
    return BookRead(now.name, now.currency, len(now.items), [], 0, [], differ[:SHOWN], len(differ))


@router.post("/{key}/book", status_code=201)
def bring_in(key: str, yards: YardsHere, books: BooksHere) -> BookHeld:
    """The prices of today as the book of this yard; its older versions are kept."""
    now, held = yards.prices(key), _held(books, key)
    return books.save(key, held.version, now) if held else books.add(now, key)


def _held(books: Books, key: str) -> BookHeld | None:
    try:
        return books.held(key)
    except NoSuchJob:
        return None
