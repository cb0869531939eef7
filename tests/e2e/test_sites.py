"""Sites driven in the browser: a job put on one, another started there, lists together, and what is told of it kept."""

import pytest
from playwright.sync_api import expect

from tests.e2e.pages import add_job
from tests.jobs import edited, put, yard


@pytest.fixture
def page_at_jobs(page, site):
    add_job(site.url, edited(yard(), put("name", "Lane side")))
    page.goto(site.url)
    return page


def test_a_fence_and_a_deck_share_a_site(page_at_jobs):
    page = page_at_jobs
    page.get_by_role("button", name="Site", exact=True).click()
    page.get_by_label("Site", exact=True).select_option(label="a new site")
    page.get_by_label("Name of the site").fill("Saltpan garden")
    page.get_by_label("Customer").fill("Rufus Pell")
    page.get_by_role("button", name="Put it there").click()
    expect(page.get_by_role("heading", name="Saltpan garden")).to_be_visible()
    expect(page.get_by_text("Bought and cut together")).to_be_visible()

    page.get_by_label("Notes").fill("Park on the lane.")
    page.get_by_label("Site", exact=True).click()
    page.reload()
    expect(page.get_by_label("Notes")).to_have_value("Park on the lane.")

    page.get_by_role("button", name="New deck here").click()
    page.get_by_label("Name", exact=True).fill("Tea deck")
    page.get_by_label("Width").fill("4 m")
    page.get_by_label("Way out").fill("3 m")
    page.get_by_label("Height").fill("600")
    page.get_by_role("button", name="Lay it out").click()
    page.get_by_role("link", name="Site", exact=True).click()
    expect(page.get_by_role("link", name="Tea deck", exact=True)).to_be_visible()
    expect(page.get_by_role("cell", name="A P1, A P2", exact=False).first).to_be_visible()
    expect(page.get_by_role("cell", name="B ", exact=False).first).to_be_visible()
    with page.expect_download() as taken:
        page.get_by_role("link", name="as CSV").first.click()
    assert taken.value.suggested_filename == "saltpan-garden-buy.csv"

    page.get_by_role("link", name="Jobs", exact=True).click()
    expect(page.get_by_text("Rufus Pell")).to_have_count(2)


def test_a_site_without_jobs_can_go_and_one_changed_elsewhere_says_so(page_at_jobs, site):
    page = page_at_jobs
    page.get_by_role("button", name="Site", exact=True).click()
    page.get_by_label("Site", exact=True).select_option(label="a new site")
    page.get_by_role("button", name="Put it there").click()
    expect(page.get_by_role("heading", name="New site")).to_be_visible()
    other = page.context.new_page()
    other.goto(page.url)
    other.get_by_label("Customer").fill("Somebody")
    with other.expect_response(lambda r: r.request.method == "PUT"):
        other.get_by_label("Customer").press("Enter")
    page.get_by_label("Customer").fill("Somebody else")
    page.get_by_label("Customer").press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("This site was changed in another window")
    page.get_by_role("button", name="Look again").click()
    expect(page.get_by_label("Customer")).to_have_value("Somebody")
    page.get_by_role("button", name="Take Lane side off this site").click()
    page.get_by_role("button", name="Take this site away").click()
    expect(page.get_by_role("heading", name="Jobs on the go")).to_be_visible()
    expect(page.get_by_text("New site")).to_have_count(0)
