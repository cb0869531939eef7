"""Walls under the line, level tops, gates with bars, sheets, and what later choices need, driven in the browser."""

import re

import pytest
from playwright.sync_api import expect

from tests.e2e.pages import add_job, figure, open_job, saved, stake, tick, type_in
from tests.jobs import edited, fence, yard


@pytest.fixture
def desk(page, site):
    open_job(page, site.url, add_job(site.url, yard()))
    return page


def test_posts_at_a_wall(page, site):
    text = "0, 0\n3600, 0\n3600, 500, wall\n7200, 500, wall"
    open_job(page, site.url, add_job(site.url, edited(fence((7200, 0)), {"do": "levels", "text": text})))
    expect(page.locator("[data-finding=on_wall]")).to_contain_text("bolted to masonry")
    stake(page, "holes")
    holes = figure(page, "holes")
    page.get_by_label("Posts at a wall").select_option("behind")
    expect(page.locator("[data-finding=on_wall]")).to_have_count(0)
    assert figure(page, "hole") != "no holes"
    page.get_by_label("Posts at a wall").select_option("back")
    type_in(page, "Rated moment", "2000")
    expect(page.locator("[data-finding=on_wall]")).to_have_count(0)
    expect(page.locator("[data-figure=holes] dd")).to_have_text(holes)
    type_in(page, "Wall over the soil", "300")
    expect(page.locator("[data-finding=on_wall]")).to_contain_text("gives the bolts 250 mm")
    saved(page)


def test_level_tops_hang_from_a_datum(page, site):
    open_job(page, site.url, add_job(site.url, edited(fence((7200, 0)), {"do": "levels", "text": "0, 0\n7200, -400"})))
    stake(page, "ground")
    page.get_by_label("Way over the ground").select_option("level")
    expect(page.locator("[data-stake=ground]")).to_contain_text("level, 400 mm")
    tall = figure(page, "tallest")
    page.get_by_label("Corner of the datum").select_option("1")
    expect(page.locator("[data-figure=tallest] dd")).not_to_have_text(tall)
    page.get_by_label("Datum of the tops").select_option("limit")
    expect(page.get_by_role("alert")).to_contain_text("limit that is not set")
    page.get_by_role("button", name="All right").click()
    tick(page, "boards cut down to the ground")
    expect(page.locator("[data-finding=gap_under]")).to_have_count(0)


def test_a_gate_with_bars_and_its_drawing(desk):
    stake(desk, "gates")
    expect(desk.get_by_text("Gate G1 from its frame side").first).to_be_visible()
    type_in(desk, "Height of the bars", "400")
    type_in(desk, "Gap of the bars", "80")
    desk.get_by_label("Gate joint").select_option("half_lap")
    tick(desk, "the fence's boards run on over it")
    stake(desk, "buy")
    expect(desk.get_by_role("row").filter(has_text="bar 16 mm, 384 mm long")).to_be_visible()
    type_in(desk, "Job name", "Bars")
    stake(desk, "gates")
    type_in(desk, "Height of the bars", "1700")
    expect(desk.get_by_role("alert").first).to_contain_text("leave no room for boards")


def test_sheets_set_the_bay_and_say_so(desk):
    stake(desk, "skin")
    desk.get_by_label("Style").select_option("sheet_panels")
    expect(desk.locator("[data-figure=spacing] dd")).to_have_text("1203 mm")
    tick(desk, "sheets on both faces")
    stake(desk, "line")
    expect(desk.get_by_label("Needed here by later choices")).to_contain_text("post centres of 1203 mm")
    desk.get_by_label("Module", exact=True).fill("1500 mm")
    desk.get_by_label("Module", exact=True).press("Enter")
    expect(desk.locator("[data-finding=sheet_joint]")).to_contain_text("hang between posts")


def test_a_cap_rail_asks_for_posts_cut_level(desk):
    stake(desk, "skin")
    desk.get_by_label("Cap rail").select_option("uk_38x87")
    finding = desk.locator("[data-finding=order_cap]")
    expect(finding).to_contain_text("stand 50 mm proud")
    finding.get_by_role("button").first.click()  # it belongs to another step
    finding.get_by_role("button", name=re.compile("Cut the posts level")).click()
    desk.get_by_role("button", name="Keep it").click()
    expect(finding).to_have_count(0)
    stake(desk, "holes")
    expect(desk.get_by_label("Needed here by later choices")).to_contain_text("for the cap rail")


def test_days_stand_beside_the_other_figures(desk):
    before = figure(desk, "days")
    stake(desk, "site")
    type_in(desk, "Crew", "1")
    expect(desk.locator("[data-figure=days] dd")).not_to_have_text(before)
    desk.locator("[data-figure=days] button").click()
    expect(desk.get_by_role("dialog")).to_contain_text("for a crew of 1")
