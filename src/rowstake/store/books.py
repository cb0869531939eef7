"""The repository of books of prices. A write carries the version it was made on; every version is kept."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from rowstake.core.cost.book import Book
from rowstake.core.text import kept
from rowstake.store.jobs import NoSuchJob, Stale
from rowstake.store.models import BookRow, BookVersionRow
from rowstake.store.sites import InUse

MOST = 100


@dataclass(frozen=True, slots=True)
class BookHeld:
    """A book as a list shows it."""

    id: str
    name: str
    version: int
    currency: str
    items: int
    suppliers: list[str]
    changed_at: str


class Books:
    """All that can be done with books in one transaction; the caller commits."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def listed(self) -> list[BookHeld]:
        """Every book by name."""
        rows = self.session.scalars(select(BookRow).order_by(func.lower(BookRow.name)).limit(MOST))
        return [self._held(row) for row in rows]

    def add(self, book: Book, key: str = "") -> BookHeld:
        """A new book. Raises `InUse` where there are very many already."""
        if (self.session.scalar(select(func.count()).select_from(BookRow)) or 0) >= MOST:
            raise InUse(f"There are {MOST} books already: take one away first")
        row = BookRow(id=key or str(uuid.uuid4()), name=book.name, version=1, **_summed_up(book))
        self.session.add(row)
        self.session.flush()
        self._write(row, book)
        return self._held(row)

    def save(self, key: str, version: int, book: Book) -> BookHeld:
        """Another content for a book. Raises `Stale` when it was changed since."""
        row = self._row(key, lock=True)
        if row.version != version:
            raise Stale(row.version, {"name": row.name}, "book")
        row.version, row.name, row.changed_at = version + 1, book.name, func.now()
        for name, value in _summed_up(book).items():
            setattr(row, name, value)
        self._write(row, book)
        self.session.refresh(row)
        return self._held(row)

    def get(self, key: str) -> Book:
        row = self._row(key)
        return self._content(row)

    def held(self, key: str) -> BookHeld:
        return self._held(self._row(key))

    def some(self, keys: Sequence[str]) -> tuple[list[Book], list[str]]:
        """(the books that are there, the ids of those that are not)."""
        rows = (
            {row.id: row for row in self.session.scalars(select(BookRow).where(BookRow.id.in_(keys)))} if keys else {}
        )
        return [self._content(rows[key]) for key in keys if key in rows], [key for key in keys if key not in rows]

    def versions(self, keys: Sequence[str]) -> tuple[tuple[str, int], ...]:
        """What the prices of these books hang on: (id, version) of each that is there."""
        found = self.session.execute(select(BookRow.id, BookRow.version).where(BookRow.id.in_(keys))) if keys else ()
        return tuple(sorted((key, version) for key, version in found))

    def remove(self, key: str) -> None:
        """Takes a book away; quotations that were given keep their prices."""
        self.session.delete(self._row(key, lock=True))
        self.session.flush()

    def _write(self, row: BookRow, book: Book) -> None:
        content = book.model_dump(mode="json", exclude_defaults=True)
        self.session.add(BookVersionRow(book_id=row.id, number=row.version, content=content))
        self.session.flush()

    def _content(self, row: BookRow) -> Book:
        made = self.session.get_one(BookVersionRow, (row.id, row.version))
        return Book.model_validate(made.content)

    def _row(self, key: str, lock: bool = False) -> BookRow:
        query = select(BookRow).where(BookRow.id == key)
        row = self.session.scalar(query.with_for_update() if lock else query) if kept(key) else None
        if row is None:
            raise NoSuchJob("There is no such book of prices")
        return row

    def _held(self, row: BookRow) -> BookHeld:
        return BookHeld(
            row.id, row.name, row.version, row.currency, row.items, row.suppliers, row.changed_at.isoformat()
        )


def _summed_up(book: Book) -> dict[str, Any]:
    """What a list shows of a book."""
    names = list(dict.fromkeys(item.supplier for item in book.items if item.supplier))
    return {"currency": book.currency, "items": len(book.items), "suppliers": names[:20]}
