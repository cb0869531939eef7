"""What a job costs and when it is done, driven in the browser: a book brought in, yards beside each other, a quotation, a day of rain."""

import io
import re
from pathlib import Path

import pytest
from playwright.sync_api import expect
from pypdf import PdfReader

from tests.e2e.pages import add_job, open_job, saved, stake, tick, type_in
from tests.jobs import edited, fence, put

BOOKS = Path("src/rowstake/demo/books")


def bring_in(page, url, *names):
    page.goto(f"{url}/prices")
    for name in names:
        page.set_input_files("main input[type=file] >> nth=0", BOOKS / name)
        page.get_by_role("button", name="Keep this book").click()
        expect(page.locator("[data-book]").filter(has_text=name.removesuffix(".csv"))).to_be_visible()


@pytest.fixture
def job(site):
    return add_job(site.url, edited(fence((9000, 0)), put("terms.calendar.start", "2027-06-07")))


def test_a_fence_is_priced_from_a_book_that_is_brought_in(page, site, job):
    bring_in(page, site.url, "heron-lane-yard.csv", "own-rates-gbp.csv")
    open_job(page, site.url, job)
    stake(page, "price")
    expect(page.locator("[data-total]")).to_contain_text("things that have no price")
    tick(page, "heron-lane-yard (GBP)")
    expect(page.locator("[data-total]")).to_contain_text(re.compile(r"£[\d,]+\.\d\d"))
    expect(page.get_by_label("Totals")).to_contain_text("Has no price, and is not in it")
    tick(page, "own-rates-gbp (GBP)")
    expect(page.get_by_label("Totals")).not_to_contain_text("Has no price")
    before = page.locator("[data-total]").inner_text()
    type_in(page, "Profit", "25")
    expect(page.get_by_label("Totals")).to_contain_text("Profit, 25 %")
    expect(page.locator("[data-total]")).not_to_have_text(before)
    page.get_by_label("Totals").get_by_role("button").first.click()
    expect(page.get_by_role("dialog")).to_contain_text("to the smallest coin")
    page.keyboard.press("Escape")
    saved(page)
    stake(page, "buy")
    # How far the proof comes in its time is the machine's matter.
    expect(page.locator("[data-proven]")).to_contain_text(
        re.compile(r"no plan costs less|within [\d.]+ % of the least")
    )
    proven = page.locator("[data-proven]").inner_text().split(",")[0]
    expect(page.locator("[data-figure=timber] dd")).to_have_text(proven)
    expect(page.locator("[data-stake=buy]")).to_contain_text(proven)
    page.get_by_label(re.compile("^Have 100×100")).check()
    page.get_by_role("tab", name="Board by board").click()
    expect(page.locator("[data-tickets]")).to_contain_text("100×100")


def test_a_book_with_rows_that_do_not_fit_is_told_row_by_row(page, site):
    page.goto(f"{site.url}/prices")
    text = "item,unit,price,currency\nlatch,each,14,GBP\nlatch,crate,1,GBP\n"
    page.set_input_files(
        "main input[type=file] >> nth=0", {"name": "mine.csv", "mimeType": "text/csv", "buffer": text.encode()}
    )
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("1 prices in GBP fit")
    expect(sheet.get_by_label("Rows that do not fit")).to_contain_text("Row 3")
    sheet.get_by_role("button", name="Keep this book").click()
    expect(page.locator("[data-book]")).to_contain_text("mine")
    newer = text.replace("14", "15").splitlines()
    page.set_input_files(
        "[data-book] input[type=file]",
        {"name": "x.csv", "mimeType": "text/csv", "buffer": "\n".join(newer[:2]).encode()},
    )
    expect(sheet.get_by_role("table", name="What changes")).to_contain_text("15")
    sheet.get_by_role("button", name="Take these prices").click()
    expect(page.locator("[data-book]")).to_contain_text("version 2")
    page.set_input_files(
        "main input[type=file] >> nth=0", {"name": "not.csv", "mimeType": "text/csv", "buffer": b"no prices here"}
    )
    expect(page.get_by_role("alert")).to_contain_text("The first row has no “item”")


def test_two_yards_are_compared_and_one_is_bought_from(page, site, job):
    bring_in(page, site.url, "heron-lane-yard.csv", "mill-bank-timber.csv", "own-rates-gbp.csv")
    open_job(page, site.url, job)
    stake(page, "price")
    for name in ("heron-lane-yard (GBP)", "mill-bank-timber (GBP)", "own-rates-gbp (GBP)"):
        tick(page, name)
    page.get_by_role("tab", name="Suppliers").click()
    near = page.locator("[data-supplier='Heron Lane Yard']")
    expect(near).to_contain_text("Has everything")
    expect(page.locator("[data-supplier='together']")).to_be_visible()
    near.get_by_role("button", name="Buy this way").click()
    expect(near.get_by_role("button", name=re.compile("Bought this way"))).to_be_visible()
    page.get_by_role("tab", name="Cost, line by line").click()
    expect(page.get_by_role("table", name="Cost")).not_to_contain_text("Mill Bank")
    saved(page)


def test_a_quotation_is_given_and_printed(page, site, job):
    bring_in(page, site.url, "heron-lane-yard.csv", "own-rates-gbp.csv")
    open_job(page, site.url, job)
    stake(page, "price")
    page.get_by_role("tab", name="Quotation").click()
    page.get_by_role("button", name="Give this quotation").click()
    expect(page.get_by_role("alert")).to_contain_text("choose a book of prices first")
    for name in ("heron-lane-yard (GBP)", "own-rates-gbp (GBP)"):
        tick(page, name)
    page.get_by_role("button", name="Half and half").click()
    page.get_by_label("What you say to the customer").fill("Boards on your side.")
    page.get_by_label("What you say to the customer").blur()
    saved(page)
    page.get_by_role("button", name="Give this quotation").click()
    given = page.locator("[data-quotation='1']")
    expect(given).to_contain_text("£")
    total = re.search(r"£[\d,]+\.\d\d", given.inner_text()).group()
    paper = page.request.get(site.url + given.get_by_role("link", name="PDF").get_attribute("href")).body()
    text = "\n".join(p.extract_text() for p in PdfReader(io.BytesIO(paper)).pages)
    assert total in text
    assert "Boards on your side." in text
    assert "when it is done, 50 %" in text


def test_orders_receipts_and_the_rack(page, site, job):
    bring_in(page, site.url, "heron-lane-yard.csv", "own-rates-gbp.csv")
    open_job(page, site.url, job)
    stake(page, "price")
    for name in ("heron-lane-yard (GBP)", "own-rates-gbp (GBP)"):
        tick(page, name)
    page.get_by_role("tab", name="Orders").click()
    order = page.locator("[data-order='Heron Lane Yard']").first
    expect(order).to_contain_text("first: posts")
    order.get_by_role("checkbox").first.check()
    page.get_by_role("tab", name="What it took").click()
    page.get_by_label("What, and why").fill("posts, one split")
    page.get_by_label("Amount").fill("9999")
    page.get_by_role("button", name="Write it down").click()
    table = page.get_by_role("table", name="Planned against taken")
    expect(table).to_contain_text("over")
    expect(table).to_contain_text("posts, one split")
    page.get_by_label("Amount").fill("a lot")
    page.get_by_label("What, and why").fill("screws")
    page.get_by_role("button", name="Write it down").click()
    expect(page.get_by_role("alert").filter(has_text="amount")).to_be_visible()
    page.get_by_role("button", name="Strike out posts, one split").click()
    expect(table).not_to_contain_text("posts, one split")
    stake(page, "buy")
    type_in(page, "Shortest offcut kept", "300 mm")
    page.get_by_role("tab", name="Board by board").click()
    page.get_by_role("button", name=re.compile("into the rack")).click()
    expect(page.get_by_role("status").filter(has_text="in the rack: R1")).to_be_visible()
    page.goto(f"{site.url}/prices")
    expect(page.locator("[data-offcut=R1]")).to_be_visible()
    page.get_by_role("button", name="Throw R1 away").click()
    expect(page.locator("[data-offcut=R1]")).to_have_count(0)


def test_a_day_is_lost_to_rain_and_the_rest_moves(page, site, job):
    open_job(page, site.url, job)
    stake(page, "days")
    rows = page.locator("[data-task=set]")
    expect(rows).to_be_visible()
    before = rows.inner_text()
    dig = page.locator("[data-day]").filter(has_text="Dig the holes").first
    dig.get_by_role("button").click()
    sheet = page.get_by_role("dialog")
    expect(sheet.get_by_label("Tools")).to_contain_text("auger")
    sheet.get_by_role("button", name="This day is lost to the weather").click()
    expect(sheet).to_have_count(0)
    expect(page.locator("[data-days]")).to_contain_text("no dig the holes: lost")
    expect(rows).not_to_have_text(before)
    tick(page, "Have buried services located is done")
    expect(page.locator("[data-task=locate]")).to_contain_text("Have buried services located")
    expect(page.get_by_label("Have buried services located is done")).to_be_checked()
    tick(page, "sat")
    saved(page)
