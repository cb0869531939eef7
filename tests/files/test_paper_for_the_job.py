"""Quotations, cut tickets, days and the sheet of a day, read back by public readers."""

import datetime
import io
from pathlib import Path

import pytest
import segno
from icalendar import Calendar
from openpyxl import load_workbook
from pypdf import PdfReader

from rowstake.core.bought import bought
from rowstake.core.calendar.day_sheet import day_sheet
from rowstake.core.calendar.of_job import own
from rowstake.core.calendar.placed import placed
from rowstake.core.cost.book import together
from rowstake.core.cost.costing import costed
from rowstake.core.faults import JobFault
from rowstake.core.job import read_job_text
from rowstake.core.plan import plan
from rowstake.core.record import Record
from rowstake.files import Issue, export
from rowstake.files.books import read_book
from rowstake.files.codes import code_html
from rowstake.files.day_pages import day_html
from rowstake.files.pages import as_pdf
from tests.entries import entry
from tests.jobs import edited, put, yard

DEMO = Path("src/rowstake/demo")
DAY = datetime.date(2026, 11, 30)


@pytest.fixture(scope="module")
def job():
    return read_job_text((DEMO / "2-saltpan-cottage.json").read_text("utf-8"))


@pytest.fixture(scope="module")
def prices():
    names = ("heron-lane-yard.csv", "own-rates-gbp.csv")
    return together([read_book((DEMO / "books" / name).read_bytes(), name).book for name in names])


def pages(data):
    return [page.extract_text() for page in PdfReader(io.BytesIO(data)).pages]


def test_a_quotation_on_paper_and_as_a_workbook(job, prices):
    made = plan(edited(job, put("terms.quote.words", "Boards on your side.")))
    issue = Issue(DAY, 4, prices, customer="A. Customer", address="The lane")
    total = costed(made, prices)
    text = "\n".join(pages(export(made, "quote-pdf", "a4", issue)[2]))
    for words in (
        "Quotation",
        "A. Customer",
        "Boards on your side.",
        total.total_told,
        "30 December 2026",
        "rock, roots",
        "when the posts are set, 30 %",
    ):
        assert words in text
    assert total.subtotals[0].told not in text  # no inner prices
    cells = [
        [c.value for c in row]
        for row in load_workbook(io.BytesIO(export(made, "quote-xlsx", "quote", issue)[2])).active.iter_rows()
    ]
    assert ["To pay", float(total.total), "GBP"] in [row[:3] for row in cells]
    lines = [
        [c.value for c in row]
        for row in load_workbook(io.BytesIO(export(made, "quote-xlsx", "cost", issue)[2])).active.iter_rows()
    ]
    assert sum(row[6] for row in lines[1 : len(total.lines) + 1]) == pytest.approx(float(total.subtotal("direct")))
    with pytest.raises(JobFault, match="choose a book"):
        export(made, "quote-pdf", "a4", Issue(DAY))


def test_cut_tickets_on_paper_name_every_piece_or_how_many(job):
    made = plan(job)
    text = " ".join(" ".join(pages(export(made, "cuts-pdf", "a4", Issue(DAY))[2])).split())
    assert "no plan costs less" in text
    assert "cut to fit" in text
    for section, cut in bought(made).lists.plans.items():
        for mm, n in cut.boards.items():
            assert f"{n} × {made.brief.printer.length(mm)}" in text, section


def test_the_days_as_a_calendar_keep_their_ids_when_they_move(job):
    def events(*edits):
        made = plan(edited(job, put("terms.calendar.start", "2026-12-07"), *edits))
        found = Calendar.from_ical(export(made, "ics", None, Issue(DAY, key="abc"))[2]).walk("VEVENT")
        return {str(e["UID"]): (e.decoded("DTSTART"), e.decoded("DTEND")) for e in found}

    before, after = events(), events(put("terms.calendar.locate_days", 9))
    assert before.keys() == after.keys()
    assert "dig-abc@rowstake.invalid" in before
    assert after["dig-abc@rowstake.invalid"][0] > before["dig-abc@rowstake.invalid"][0]
    assert all(start < end for start, end in before.values())
    assert "dig-abc@rowstake.invalid" not in events(put("fence.posts.method", "plate"))


@pytest.mark.parametrize(("name", "paper"), [("2-saltpan-cottage", "a4"), ("6-windmill-deck", "letter")])
def test_the_sheet_of_every_day_is_one_page(name, paper):
    made = bought(plan(read_job_text((DEMO / f"{name}.json").read_text("utf-8"))))
    mine = own(made, "job", DAY)
    every = placed([mine])
    for day in sorted({d for p in every if p.task.kind == "work" for d in p.days}):
        told = pages(as_pdf(day_html(day_sheet(made, every, mine.working, day), paper)))
        assert len(told) == 1, day
        assert "planning aid" in told[0]


def test_codes_on_paper_open_the_very_part_where_the_job_has_an_address():
    made = plan(yard())
    told = Issue(DAY, link="http://127.0.0.1:8710/job/abc/on-site")
    assert code_html(Issue(DAY), "cuts") == ""
    code = code_html(told, "cuts", "G1-T")
    assert (
        segno.make(f"{told.link}?at=cuts&part=G1-T", error="m", micro=False).svg_data_uri(border=2, dark="#26323a")
        in code
    )
    plain, coded = (export(made, "cuts-pdf", "a4", issue)[2] for issue in (Issue(DAY), told))
    assert len(coded) > len(plain)


def test_what_is_to_be_put_right_by_a_day_is_in_the_calendar():
    record = Record(
        [
            entry(1, "punch", "1/post/2", fault="plane the top of P2", due="2026-04-01"),
            entry(2, "punch", fault="some day"),
        ]
    )
    found = Calendar.from_ical(export(plan(yard()), "ics", None, Issue(DAY, key="abc", record=record))[2]).walk(
        "VEVENT"
    )
    due = [event for event in found if str(event["uid"]).startswith("punch-")]
    assert [(str(e["summary"]), e["dtstart"].dt.isoformat()) for e in due] == [
        ("Test fence: plane the top of P2", "2026-04-01")
    ]
