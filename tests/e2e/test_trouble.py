"""Bad input, two windows, and a database that goes away while somebody types."""

import shutil

import pytest
from playwright.sync_api import expect

from rowstake.store.database import engine_for, migrate
from tests.conftest import new_server
from tests.e2e.conftest import Site
from tests.e2e.pages import add_job, open_job, saved, stake, type_in
from tests.jobs import yard


def test_refusals_stand_beside_what_was_typed(page, site):
    open_job(page, site.url, add_job(site.url, yard()))
    for text, says in (
        ("0", "length is 0 mm. Allowed: more than 0 mm"),
        ("-3 m", "length is -3000 mm. Allowed: more than 0 mm"),
        ("twelve", "is not a length"),
        ("11000 m", "10 km"),
    ):
        type_in(page, "Leg length", text)
        expect(page.get_by_role("alert").filter(has_text=says).first).to_be_visible()
        expect(page.get_by_label("Leg length")).to_have_value(text)
    page.get_by_label("Leg length").press("Escape")
    type_in(page, "Corner angle", "0")
    expect(page.get_by_role("alert").filter(has_text="cannot have that angle").first).to_be_visible()
    page.get_by_label("Corner angle").press("Escape")
    type_in(page, "Corner angle", "20")
    page.get_by_label("Leg", exact=True).select_option("2")
    type_in(page, "Leg length", "40 m")
    expect(page.get_by_role("alert").filter(has_text="crosses").first).to_be_visible()
    page.get_by_label("Leg length").press("Escape")
    stake(page, "gates")
    type_in(page, "Gate opening", "7 m")
    expect(page.get_by_role("alert").filter(has_text="longer than leg 2").first).to_be_visible()
    saved(page)


def test_a_bad_job_file_is_told(page, site, tmp_path):
    page.goto(site.url)
    for text, says in (('{"schema": 9}', "another schema"), ('{"schema": 1, "name"', "breaks off")):
        bad = tmp_path / "bad.json"
        bad.write_text(text)
        page.locator("input[type=file]").set_input_files(bad)
        expect(page.get_by_role("alert")).to_contain_text(says)


def test_two_windows_are_offered_both(page, site, browser):
    key = add_job(site.url, yard())
    open_job(page, site.url, key)
    other = browser.new_page()
    open_job(other, site.url, key)
    type_in(other, "Leg length", "6 m")
    saved(other)
    type_in(page, "Leg length", "3 m")
    sheet = page.get_by_role("dialog")
    expect(sheet).to_contain_text("changed in another window")
    expect(sheet.get_by_role("region", name="Yours, on this screen")).to_contain_text("18.000 m")
    expect(sheet.get_by_role("region", name="Theirs, saved meanwhile")).to_contain_text("21.000 m")
    sheet.get_by_role("button", name="Go on with mine").click()
    saved(page)
    expect(page.get_by_label("Leg length")).to_have_value("3000 mm")
    type_in(other, "Leg length", "7 m")
    other.get_by_role("button", name="Go on with theirs").click()
    saved(other)
    expect(other.get_by_label("Leg length")).to_have_value("3000 mm")
    # What was not gone on with is still there: one step forward, and in the history.
    other.get_by_role("button", name="Redo").click()
    expect(other.get_by_label("Leg length")).to_have_value("7000 mm")
    other.get_by_role("button", name="History").click()
    expect(other.get_by_role("dialog").get_by_role("listitem")).to_have_count(4)
    other.close()


@pytest.fixture
def fragile():
    """A site whose database a test may stop and start."""
    server = new_server()
    engine = engine_for(server.url())
    migrate(engine)
    site = Site(engine)
    yield site, server
    site.stop()
    engine.dispose()
    server.stop()
    shutil.rmtree(server.base.parent, ignore_errors=True)


def test_the_database_goes_away_while_typing(page, fragile):
    site, server = fragile
    open_job(page, site.url, add_job(site.url, yard()))
    server.stop()
    type_in(page, "Leg length", "5 m")
    expect(page.locator("[data-saving=waiting]")).to_contain_text("Not saved yet")
    type_in(page, "Leg length", "5.5 m")
    expect(page.locator("[data-scene=plan]")).to_contain_text("leg 3: 5500 mm")
    stake(page, "skin")
    page.get_by_label("Style").select_option("lapped")
    expect(page.get_by_label("Lap", exact=True)).to_be_visible()
    server.start()
    saved(page)
    page.reload()
    expect(page.locator("[data-scene=plan]")).to_contain_text("leg 3: 5500 mm")


def test_a_reload_before_saving_loses_nothing(page, fragile):
    site, server = fragile
    key = add_job(site.url, yard())
    open_job(page, site.url, key)
    server.stop()
    type_in(page, "Leg length", "5.2 m")
    expect(page.locator("[data-saving=waiting]")).to_be_visible()
    page.goto("about:blank")
    server.start()
    open_job(page, site.url, key)
    saved(page)
    expect(page.locator("[data-scene=plan]")).to_contain_text("leg 3: 5200 mm")


def test_the_list_of_jobs_comes_back_with_the_database(page, fragile):
    site, server = fragile
    add_job(site.url, yard())
    server.stop()
    page.goto(site.url)
    expect(page.get_by_role("alert")).to_contain_text("The database does not answer")
    server.start()
    expect(page.get_by_role("link", name="Open Test fence")).to_be_visible()
    expect(page.get_by_role("alert")).to_have_count(0)


def test_a_page_closed_at_once_after_typing_loses_nothing(page, site, browser):
    key = add_job(site.url, yard())
    context = browser.new_context()
    first = context.new_page()
    open_job(first, site.url, key)
    first.get_by_label("Leg length", exact=True).fill("5.3 m")  # neither Enter nor leaving the blank
    first.wait_for_timeout(150)
    first.close()
    second = context.new_page()
    open_job(second, site.url, key)
    expect(second.locator("[data-scene=plan]")).to_contain_text("leg 3: 5300 mm")
    saved(second)
    context.close()


def test_the_network_drops_and_comes_back(page, site):
    key = add_job(site.url, yard())
    open_job(page, site.url, key)
    page.route("**/api/**", lambda route: route.abort())
    type_in(page, "Leg length", "5.4 m")
    expect(page.locator("[data-saving=waiting]")).to_contain_text("kept in this browser")
    page.get_by_role("button", name="Take away").click()
    page.keyboard.press("Escape")
    page.unroute("**/api/**")
    saved(page)
    expect(page.locator("[data-scene=plan]")).to_contain_text("leg 3: 5400 mm")
    page.route("**/api/**", lambda route: route.abort())
    page.get_by_role("link", name="Jobs").first.click()
    expect(page.get_by_role("alert")).to_contain_text("does not answer")
    page.unroute("**/api/**")
    expect(page.get_by_role("link", name="Open Test fence")).to_be_visible()


def test_a_change_never_lands_in_another_job(page, site):
    first, second = add_job(site.url, yard()), add_job(site.url, yard())
    open_job(page, site.url, first)
    held = []
    page.route("**/api/plan", lambda route: held.append(route))
    type_in(page, "Leg length", "5.5 m")
    page.get_by_role("link", name="Jobs").first.click()
    page.locator(f'a[href="/job/{second}"]').first.click()
    expect(page.locator("[data-scene=plan]")).to_contain_text("leg 3: 4500 mm")
    for route in held:
        route.continue_()
    saved(page)
    page.unroute("**/api/plan")
    expect(page.locator("[data-scene=plan]")).to_contain_text("leg 3: 4500 mm")
    open_job(page, site.url, first)
    expect(page.locator("[data-scene=plan]")).to_contain_text("leg 3: 5500 mm")


def test_a_job_that_is_not_there(page, site):
    page.goto(f"{site.url}/job/none")
    expect(page.get_by_role("heading", name="Not found")).to_be_visible()
