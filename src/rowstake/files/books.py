"""Books of prices as CSV and XLSX, in and out; what does not fit is told row by row, and what a book would change beforehand."""

from __future__ import annotations

import csv
import io
import zipfile
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from rowstake.core.cost.book import MOST_ITEMS, Book, Item
from rowstake.core.faults import JobFault, faults_of, refuse
from rowstake.core.goods import known_key
from rowstake.core.text import check_text
from rowstake.files.cells import harmless

HEADS = (
    "item",
    "words",
    "unit",
    "price",
    "currency",
    "length_mm",
    "lengths_mm",
    "pack",
    "supplier",
    "day",
    "tax",
    "stock",
    "lead_days",
)
MOST_BYTES, MOST_UNPACKED = 2_000_000, 60_000_000


@dataclass(frozen=True, slots=True)
class RowLeftOut:
    """A row that does not fit: its number in the file, what is wrong, and what stands there."""

    number: int
    words: str
    text: str


@dataclass(frozen=True, slots=True)
class BookParsed:
    """A book as far as it could be read; `left_out` are the rows that do not fit, `unpriced` how many have no price, `unknown` the
    columns that no price has."""

    book: Book
    left_out: tuple[RowLeftOut, ...]
    unpriced: int
    unknown: tuple[str, ...]


def read_book(data: bytes, name: str) -> BookParsed:
    """A book from a file by how its name ends. Raises `JobFault` for a file that is none."""
    shown = name.rsplit("/", 1)[-1]
    stem = shown.rsplit(".", 1)[0] or "prices"
    return (read_xlsx if shown.lower().endswith(".xlsx") else read_csv)(data, stem[:120])


def read_csv(data: bytes, name: str) -> BookParsed:
    """A book from CSV, with commas or semicolons between; with semicolons a comma may stand in a price. Raises `JobFault` for a file
    that is none."""
    if len(data) > MOST_BYTES:
        raise refuse(
            "file", f"{len(data)} bytes", f"at most {MOST_BYTES}", "This file is too large for a book of prices"
        )
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise refuse("file", name, "text in UTF-8", "This file is not text in UTF-8: save it as CSV UTF-8") from None
    head = text.split("\n", 1)[0]
    semi = head.count(";") > head.count(",")
    try:
        rows = list(csv.reader(io.StringIO(text), delimiter=";" if semi else ",", strict=True))
    except csv.Error as error:
        raise refuse("file", name, "CSV", f"This file is not CSV: {error}") from None
    return _read([[cell.strip() for cell in row] for row in rows], name, comma=semi)


def read_xlsx(data: bytes, name: str) -> BookParsed:
    """A book from the first sheet of a workbook. Raises `JobFault` for a file that is none."""
    import openpyxl

    if len(data) > MOST_BYTES:
        raise refuse(
            "file", f"{len(data)} bytes", f"at most {MOST_BYTES}", "This file is too large for a book of prices"
        )
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            unpacked = sum(part.file_size for part in packed.infolist())
    except (zipfile.BadZipFile, OSError):
        raise refuse(
            "file", name, "a workbook (XLSX)", "This workbook cannot be read: it is broken off, or none"
        ) from None
    if unpacked > MOST_UNPACKED:
        raise refuse("file", f"{unpacked} bytes unpacked", f"at most {MOST_UNPACKED}", "This workbook is too large")
    try:
        sheet = openpyxl.load_workbook(io.BytesIO(data), read_only=True, data_only=True).worksheets[0]
        rows = [
            [_cell(value) for value in row]
            for row in sheet.iter_rows(max_row=MOST_ITEMS + 2, max_col=40, values_only=True)
        ]
    except Exception as error:  # whatever a broken archive raises
        raise refuse(
            "file", name, "a workbook (XLSX)", f"This workbook cannot be read: {type(error).__name__}"
        ) from None
    return _read(rows, name, comma=False)


def _cell(value: Any) -> str:
    if value is None:
        return ""
    if hasattr(value, "date"):
        return str(value.date())
    return f"{value:.10g}" if isinstance(value, float) else str(value).strip()


def _read(rows: Sequence[Sequence[str]], name: str, comma: bool) -> BookParsed:
    heads = [head.strip().lower() for head in rows[0]] if rows else []
    lacking = [head for head in ("item", "unit", "price", "currency") if head not in heads]
    if lacking:
        raise refuse(
            "file", ", ".join(heads)[:80] or "nothing", ", ".join(HEADS), f"The first row has no “{lacking[0]}”"
        )
    if len(rows) - 1 > MOST_ITEMS:
        raise refuse("file", f"{len(rows) - 1} rows", f"at most {MOST_ITEMS}", "That is more than one book holds")
    items, wrong, unpriced, currency = list[Item](), list[RowLeftOut](), 0, ""
    for number, cells in enumerate(rows[1:], 2):
        if not any(cells):
            continue
        told = {head: cell for head, cell in zip(heads, cells, strict=False) if head in HEADS and cell}
        text = ", ".join(cell for cell in cells if cell)[:120]
        if "price" not in told:
            unpriced += 1
            continue
        own = told.pop("currency", currency)
        if currency and own != currency:
            wrong.append(
                RowLeftOut(number, f"currency: {own}; a book is in one currency, this one in {currency}", text)
            )
            continue
        try:
            item = _item(told, comma)
            Book(name=name, currency=own)
        except ValidationError as error:
            wrong.append(RowLeftOut(number, "; ".join(str(f) for f in faults_of(error).faults), text))
        except JobFault as fault:
            wrong.append(RowLeftOut(number, "; ".join(str(f) for f in fault.faults), text))
        else:
            currency = own
            items.append(item)
    if not items:
        why = wrong[0].words if wrong else "no row has a price"
        raise refuse("file", name, "at least one row that fits", f"Nothing in this file is a price: {why}")
    unknown = tuple(head for head in heads if head and head not in HEADS)
    return BookParsed(Book(name=name, currency=currency, items=tuple(items)), tuple(wrong), unpriced, unknown)


def _item(told: dict[str, Any], comma: bool) -> Item:
    for field in ("price", "length_mm", "pack"):
        if comma and field in told and told[field].count(",") == 1 and "." not in told[field]:
            told[field] = told[field].replace(",", ".")
    if "lengths_mm" in told:
        told["lengths_mm"] = told["lengths_mm"].split()
    told["item"] = told.get("item", "")
    check_text(told, "row")
    item = Item.model_validate(told)
    if not known_key(item.item):
        raise refuse("item", item.item, "a section or a good of the catalogue", "There is no such thing to buy")
    return item


def rows_of(book: Book) -> Iterable[list[Any]]:
    yield list(HEADS)
    for i in book.items:
        lengths = " ".join(f"{mm:g}" for mm in i.lengths_mm)
        yield [
            i.item, i.words, i.unit, str(i.price), book.currency, "" if i.length_mm is None else f"{i.length_mm:g}", lengths,
            "" if i.pack is None else f"{i.pack:g}", i.supplier, i.day or "", i.tax, "" if i.stock is None else i.stock,
            "" if i.lead_days is None else i.lead_days,
        ]  # fmt: skip


def write_csv(book: Book) -> bytes:
    """A book as CSV: read again it is the same book."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    for row in rows_of(book):
        writer.writerow([harmless(str(cell)) for cell in row])
    return out.getvalue().encode()


def write_xlsx(book: Book) -> bytes:
    import openpyxl

    made = openpyxl.Workbook()
    sheet = made.active
    sheet.title = "Prices"
    for row in rows_of(book):
        sheet.append([float(cell) if n == 3 and cell != "price" else harmless(str(cell)) for n, cell in enumerate(row)])
    sheet.freeze_panes = "A2"
    for column, width in zip("ABCDEFGHIJKLM", (22, 40, 8, 10, 9, 10, 26, 8, 24, 12, 10, 8, 9), strict=True):
        sheet.column_dimensions[column].width = width
    out = io.BytesIO()
    made.save(out)
    return out.getvalue()


@dataclass(frozen=True, slots=True)
class PriceChange:
    """What a new book changes of one item: its price before and after; None where it is new, or no longer there."""

    item: str
    words: str
    before: str | None
    after: str | None


def _same(item: Item) -> tuple[object, ...]:
    return item.item, item.unit, item.length_mm, item.pack, item.supplier


def changes(old: Book, new: Book) -> list[PriceChange]:
    """Items whose prices differ, those that come and those that go, in the order of the new book, then of the old one."""
    was, now = ({_same(i): i for i in book.items} for book in (old, new))
    out = []
    for key, item in now.items():
        before = was.get(key)
        if before is None or before.price != item.price:
            out.append(
                PriceChange(_named(item), item.words, None if before is None else str(before.price), str(item.price))
            )
    out += [PriceChange(_named(item), item.words, str(item.price), None) for key, item in was.items() if key not in now]
    return out


def _named(item: Item) -> str:
    size = f" {item.length_mm:g} mm" if item.length_mm else f" ×{item.pack:g}" if item.pack else ""
    return f"{item.item}{size}" + (f", {item.supplier}" if item.supplier else "")
