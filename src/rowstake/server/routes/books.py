"""Books of prices: list, bring in with a look at what changes, take out, take away."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from fastapi import APIRouter, Depends, Query, Request, Response

from rowstake.core.cost.book import Item
from rowstake.files import stem_of
from rowstake.files.books import BookParsed, PriceChange, RowLeftOut, changes, read_book, write_csv, write_xlsx
from rowstake.server.routes.jobs import Number
from rowstake.server.session import BooksHere
from rowstake.store.books import BookHeld

router = APIRouter(prefix="/api/books", tags=["books"])
SHOWN = 200


async def _sent(request: Request) -> bytes:
    return await request.body()


Sent = Annotated[bytes, Depends(_sent)]
Name = Annotated[str, Query(min_length=1, max_length=160)]


@dataclass(frozen=True, slots=True)
class BookRead:
    """What a file would bring: how many items fit, the rows that do not, and what changes against the book that it would replace."""

    name: str
    currency: str
    items: int
    left_out: list[RowLeftOut]
    unpriced: int
    unknown: list[str]
    changes: list[PriceChange]
    changed: int


@dataclass(frozen=True, slots=True)
class BookOpened:
    book: BookHeld
    items: list[Item]


@router.get("")
def every(books: BooksHere) -> list[BookHeld]:
    return books.listed()


@router.post("/look")
def look(data: Sent, name: Name, books: BooksHere, into: str | None = None) -> BookRead:
    """What a file holds, before anything is kept."""
    read = read_book(data, name)
    return _told(read, changes(books.get(into), read.book) if into else [])


def _told(read: BookParsed, differ: list[PriceChange]) -> BookRead:
    return BookRead(
        read.book.name, read.book.currency, len(read.book.items), list(read.left_out[:SHOWN]), read.unpriced, list(read.unknown), differ[:SHOWN], len(differ)
    )  # fmt: skip


@router.post("", status_code=201)
def bring_in(data: Sent, name: Name, books: BooksHere) -> BookHeld:
    """A new book of all rows that fit."""
    return books.add(read_book(data, name).book)


@router.put("/{key}")
def replace(key: str, data: Sent, name: Name, version: Number, books: BooksHere) -> BookHeld:
    """Another content for a book; it keeps its name."""
    read = read_book(data, name).book
    return books.save(key, version, read.model_copy(update={"name": books.held(key).name}))


@router.get("/{key}")
def open_book(key: str, books: BooksHere) -> BookOpened:
    return BookOpened(books.held(key), list(books.get(key).items))


@router.delete("/{key}", status_code=204)
def remove(key: str, books: BooksHere) -> None:
    books.remove(key)


WRITERS = {
    "csv": (write_csv, "text/csv; charset=utf-8"),
    "xlsx": (write_xlsx, "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"),
}


@router.get("/{key}/book.{kind}")
def take(key: str, kind: str, books: BooksHere) -> Response:
    """A book as CSV or as a workbook."""
    writer, media = WRITERS["xlsx" if kind == "xlsx" else "csv"]
    book = books.get(key)
    head = {
        "Content-Disposition": f'attachment; filename="{stem_of(book.name, "book")}.{"xlsx" if kind == "xlsx" else "csv"}"'
    }
    return Response(writer(book), media_type=media, headers=head)
