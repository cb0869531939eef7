"""Books of prices in and out: what does not fit is told by its row, and what changes before it does."""

import io
import zipfile

import pytest
from openpyxl import load_workbook

from rowstake.core.faults import JobFault
from rowstake.files.books import changes, read_book, read_csv, write_csv, write_xlsx

HEAD = "item,words,unit,price,currency,length_mm,pack,supplier,day,tax,stock\r\n"
GOOD = (
    "uk_47x150,joist,length,12.40,GBP,3600,,Near,2026-11-02,standard,12\r\n"
    'screw:70,"screw, 70",pack,6.5,GBP,,250,Near,,reduced,\r\n'
    "latch,,each,14,GBP,,,,,,\r\n"
)


def test_a_book_goes_out_and_comes_back_the_same():
    book = read_csv((HEAD + GOOD).encode(), "near").book
    assert [(i.item, str(i.price), i.length_mm, i.pack, i.stock) for i in book.items] == [
        ("uk_47x150", "12.40", 3600, None, 12), ("screw:70", "6.5", None, 250, None), ("latch", "14", None, None, None),
    ]  # fmt: skip
    assert read_book(write_csv(book), "near.csv").book == book
    back = read_book(write_xlsx(book), "near.xlsx").book
    assert [(i.item, float(i.price), i.pack) for i in back.items] == [
        (i.item, float(i.price), i.pack) for i in book.items
    ]
    sheet = load_workbook(io.BytesIO(write_xlsx(book))).worksheets[0]
    assert sheet.cell(2, 4).value == 12.4


def test_rows_that_do_not_fit_are_told_and_the_others_kept():
    rows = (
        "uk_47x150,,length,-1,GBP,3600,,,,,\r\n" "no_such,,each,1,GBP,,,,,,\r\n" "latch,,crate,1,GBP,,,,,,\r\n" "latch,,each,1,EUR,,,,,,\r\n"
        "latch,,each,,GBP,,,,,,\r\n" "latch,,each,1e9,GBP,,,,,,\r\n" "latch,,each,1.234567,GBP,,,,,,\r\n"
    )  # fmt: skip
    read = read_csv((HEAD + GOOD + rows).encode(), "near")
    assert len(read.book.items) == 3
    assert read.unpriced == 1
    told = {row.number: row.words for row in read.left_out}
    assert set(told) == {5, 6, 7, 8, 10, 11}
    assert "price" in told[5]
    assert "no such thing" in told[6]
    assert "unit" in told[7]
    assert "this one in GBP" in told[8]


def test_semicolons_with_commas_in_prices():
    text = "item;unit;price;currency;colour\nlatch;each;14,50;EUR;red\n"
    read = read_csv(text.encode("utf-8-sig"), "x")
    assert str(read.book.items[0].price) == "14.50"
    assert read.unknown == ("colour",)


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "has no"), (b"item,unit,price\nlatch,each,1\n", "has no .currency"), (b"\xff\xfe\x00", "UTF-8"), (b'item,unit,price,currency\n"latch', "not CSV|Nothing"),
        ((HEAD + "latch,,each,,GBP,,,,,,\r\n").encode(), "Nothing in this file is a price"), (b"x" * 2_100_000, "too large"),
        (b"item,unit,price,currency\nlatch,each,1,XXX\n", "Nothing in this file"),
    ],
)  # fmt: skip
def test_files_that_are_no_books_are_refused(data, words):
    with pytest.raises(JobFault, match=words):
        read_csv(data, "x")


def test_a_broken_workbook_is_refused():
    with pytest.raises(JobFault, match="cannot be read"):
        read_book(b"PK\x03\x04 not one", "x.xlsx")


def test_a_workbook_that_unpacks_without_end_is_refused():
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as made:
        made.writestr("xl/sharedStrings.xml", b"\0" * 61_000_000)
    with pytest.raises(JobFault, match="too large"):
        read_book(packed.getvalue(), "x.xlsx")


def test_what_a_newer_book_changes():
    old = read_csv((HEAD + GOOD).encode(), "near").book
    new = read_csv(
        (HEAD + GOOD.replace("12.40", "13.10").replace("latch,,each,14", "drop_bolt,,each,9")).encode(), "near"
    ).book
    assert [(c.item, c.before, c.after) for c in changes(old, new)] == [
        ("uk_47x150 3600 mm, Near", "12.40", "13.10"), ("drop_bolt", None, "9"), ("latch", "14", None),
    ]  # fmt: skip
    assert changes(old, old) == []


def test_text_that_a_spreadsheet_would_run_is_made_harmless():
    book = read_csv((HEAD + "latch,=1+1,each,14,GBP,,,,,,\r\n").encode(), "x").book
    assert b"'=1+1" in write_csv(book)
