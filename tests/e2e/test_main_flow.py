"""From an empty list to the shopping list, its numbers worked by hand in tests/core/test_fence_by_hand.py."""

import csv
import io
import json
from pathlib import Path

from playwright.sync_api import expect

from tests.e2e.pages import add_job, figure, saved, stake, type_in
from tests.jobs import edited, put, yard


def test_a_fence_from_the_string_to_the_shopping_list(page, site):
    page.goto(site.url)
    expect(page.get_by_text("No jobs yet")).to_be_visible()
    page.get_by_role("button", name="New fence").click()
    page.get_by_label("Name", exact=True).fill("Yard of the test")
    page.get_by_label("Region").select_option("uk_ireland")
    page.get_by_label("Leg 1").fill("9 m")
    for n, length in ((2, "6000"), (3, "4.5m")):
        page.get_by_role("button", name="Add a leg").click()
        page.get_by_label(f"Leg {n}").fill(length)
    page.get_by_role("button", name="Lay it out").click()
    expect(page.locator("[data-stake=line]")).to_contain_text("13 posts at 1500 mm")

    # A gate on leg 2, typed to its place: two posts more, one line post fewer.
    page.get_by_label("Leg", exact=True).select_option("1")
    stake(page, "gates")
    page.get_by_role("button", name="Hang a gate on leg 2").click()
    expect(page.locator("[data-stake=gates]")).to_contain_text("1 gate")
    type_in(page, "Gate from", "2.5 m")
    expect(page.locator("[data-stake=line]")).to_contain_text("14 posts")
    # A new fence is checked for wind: (12 × 0.05967 + 2 × 0.14076) m³ × 1.05 × 2136 / 20 = 111.9.
    expect(page.locator("[data-figure=bags] dd")).to_have_text("112")
    assert figure(page, "boards") == "136"
    assert figure(page, "last") == "7 mm"

    # Another style and back again by undo.
    stake(page, "skin")
    page.get_by_label("Style").select_option("lapped")
    expect(page.locator("[data-figure=boards] dd")).to_have_text("202")
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("[data-figure=boards] dd")).to_have_text("136")

    # The sliver: try the fix, put it back, take it, undo it, do it again.
    sliver = page.locator("[data-finding=sliver]")
    fix = sliver.get_by_role("button", name="Rip both end boards alike")
    expect(fix).to_contain_text("7 mm → 78.5 mm ▲better")
    fix.click()
    expect(page.get_by_text("Trying: Rip both end boards alike")).to_be_visible()
    expect(page.locator("[data-figure=last] dd")).to_have_text("78.5 mm")
    page.get_by_role("button", name="Put it back").click()
    expect(page.locator("[data-figure=last] dd")).to_have_text("7 mm")
    fix.click()
    page.get_by_role("button", name="Keep it").click()
    expect(sliver).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    expect(sliver).to_have_count(1)
    page.get_by_role("button", name="Redo").click()
    expect(sliver).to_have_count(0)
    saved(page)

    # The list for the yard, on screen and as CSV.
    stake(page, "buy")
    row = page.get_by_role("row").filter(has_text="concrete, 20 kg bag")
    expect(row).to_contain_text("112")
    with page.expect_download() as download:
        page.get_by_role("button", name="yard", exact=True).click()
    text = Path(download.value.path()).read_text("utf-8-sig")
    bought = {(r["item"], r["length"]): r["buy"] for r in csv.DictReader(io.StringIO(text))}
    assert bought["100×100", "3000 mm"] == "12"
    assert bought["125×125", "3600 mm"] == "2"
    assert bought["concrete, 20 kg bag", ""] == "112"

    # A reload loses nothing.
    page.reload()
    expect(page.locator("[data-figure=last] dd")).to_have_text("78.5 mm")


def test_lists_and_job_file_from_the_desk(page, site):
    test_new_job(page, site)
    stake(page, "buy")
    page.get_by_role("tab", name="For the saw").click()
    expect(page.get_by_role("row").filter(has_text="38×87").first).to_contain_text("rail")
    page.get_by_role("tab", name="String marks").click()
    page.get_by_role("row").filter(has_text="P2").click()
    expect(page.get_by_role("heading", name="P2, line post")).to_be_visible()
    page.get_by_role("button", name="Take away").click()
    with page.expect_download() as download:
        page.get_by_role("menuitem", name="Job file (JSON)").click()
    job = Path(download.value.path())
    page.get_by_role("link", name="Jobs", exact=True).click()
    page.locator("input[type=file]").set_input_files(job)
    expect(page.locator("[data-stake=line]")).to_be_visible()
    page.get_by_role("link", name="Jobs", exact=True).click()
    expect(page.get_by_role("link", name="Open New fence")).to_have_count(2)


def test_new_job(page, site):
    page.goto(site.url)
    page.get_by_role("button", name="New fence").click()
    page.get_by_label("Region").select_option("uk_ireland")
    page.get_by_label("Leg 1").fill("7.2 m")
    page.get_by_role("button", name="Lay it out").click()
    expect(page.locator("[data-stake=line]")).to_contain_text("5 posts at 1800 mm")


def test_jobs_are_copied_renamed_and_put_away(page, site):
    test_new_job(page, site)
    page.get_by_role("link", name="Jobs", exact=True).click()
    page.get_by_role("button", name="Copy").click()
    expect(page.get_by_role("link", name="Open New fence (copy)")).to_be_visible()
    page.get_by_role("listitem").filter(has_text="(copy)").get_by_role("button", name="Rename").click()
    page.get_by_label("New name").fill("Orchard side")
    page.get_by_role("button", name="Keep").click()
    expect(page.get_by_role("link", name="Open Orchard side")).to_be_visible()
    page.get_by_role("listitem").filter(has_text="Orchard side").get_by_role("button", name="Put away").click()
    expect(page.get_by_role("link", name="Open Orchard side")).to_have_count(0)
    page.get_by_role("button", name="Show jobs put away").click()
    expect(page.get_by_role("link", name="Open Orchard side")).to_be_visible()


def test_a_fence_in_feet_with_a_surveyed_line(page, site, tmp_path):
    """The other way in: a line surveyed elsewhere, then feet and inches throughout."""
    line = {"type": "LineString", "coordinates": [[10, 50, 80], [10.00017, 50, 79.4], [10.00017, 50.0001, 79.1]]}
    surveyed = tmp_path / "back-line.geojson"
    surveyed.write_text(json.dumps(line))
    page.goto(site.url)
    page.get_by_role("button", name="New fence").click()
    page.get_by_label("Name", exact=True).fill("Surveyed side")
    page.get_by_role("dialog").locator("input[type=file]").set_input_files(surveyed)
    expect(page.get_by_text("back-line.geojson")).to_be_visible()
    page.get_by_role("button", name="Lay it out").click()
    # 0.00017° at 50° north is 12.1507 m, 0.0001° of latitude 11.1195 m: 916.15 in; it falls 0.6 and 0.3 m.
    expect(page.locator("[data-figure=length] dd")).to_have_text("76'-4 1/8\"")
    expect(page.locator("[data-stake=ground]")).to_contain_text("stepped, 2'-11 7/16\"")
    stake(page, "holes")
    page.get_by_label("Setting").select_option("collar")
    expect(page.locator("[data-figure=bags] dd")).not_to_have_text("0")
    page.get_by_role("button", name="Setting out", exact=True).click()
    expect(page.get_by_text("Strings between batter boards, 3'-0\" past their ends").first).to_be_visible()
    page.locator("[data-mark=P2]").click()
    expect(page.get_by_label("Picked")).to_contain_text("concrete band")
    expect(page.get_by_text("Strings between batter boards").first).to_be_visible()
    page.get_by_role("button", name="Take away").click()
    with page.expect_download() as download:
        page.get_by_role("menuitem", name="Plan (DXF)").click()
    assert Path(download.value.path()).read_text().startswith("  0\nSECTION")


def test_an_address_that_nothing_stands_at_says_so(page, site):
    page.goto(f"{site.url}/no/such/page")
    expect(page.get_by_role("heading", name="There is nothing at this address")).to_be_visible()
    page.get_by_role("link", name="All jobs").click()
    expect(page.get_by_role("heading", name="Jobs on the go")).to_be_visible()


def test_jobs_say_what_is_to_look_at_and_are_put_in_order(page, site):
    for name, style in (("Ash row", "close_butted"), ("Birch row", "lapped")):
        add_job(site.url, edited(yard(), put("name", name), {"do": "style", "style": style}))
    page.goto(site.url)
    expect(page.get_by_role("listitem").first).to_contain_text("Birch row")
    expect(page.get_by_role("listitem").first).to_contain_text("to look at")
    expect(page.get_by_role("listitem").first).to_contain_text("posts 14")
    page.get_by_label("in order of").select_option("name")
    expect(page.get_by_role("listitem").first).to_contain_text("Ash row")
    page.get_by_role("button", name="New fence").click()
    expect(page.get_by_label("Region")).to_have_value("uk_ireland")
