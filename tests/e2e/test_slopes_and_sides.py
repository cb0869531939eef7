"""Slope view, gate rehearsal, variants and second look, driven in the browser."""

import re

import pytest
from playwright.sync_api import expect

from tests.e2e.pages import add_job, open_job, saved, stake, type_in
from tests.jobs import yard


@pytest.fixture
def desk(page, site):
    open_job(page, site.url, add_job(site.url, yard()))
    return page


def test_levels_and_the_three_ways_over_the_ground(desk):
    stake(desk, "ground")
    desk.get_by_role("button", name="Enter levels").click()
    box = desk.get_by_role("textbox", name="Levels", exact=True)
    box.fill("1, 0, 0\n1, nowhere, 3")
    desk.get_by_role("button", name="Keep these levels").click()
    expect(desk.get_by_role("alert").first).to_contain_text("row 2")
    box.fill("leg, station, staff\n1, 0, 1.2 m\n1, 9 m, 1.95 m")
    desk.get_by_label("Instrument height").fill("1.2 m")
    desk.get_by_role("button", name="Keep these levels").click()
    expect(desk.locator("[data-stake=ground]")).to_contain_text("stepped, 750 mm")
    expect(desk.locator("[data-figure=gap_under] dd")).to_have_text("200 mm")
    desk.get_by_role("button", name="The ways side by side").click()
    sheet = desk.get_by_role("dialog")
    expect(sheet.get_by_role("row").filter(has_text="most gap under")).to_contain_text("200 mm")
    sheet.get_by_role("button", name="Take it raked").click()
    expect(desk.locator("[data-stake=ground]")).to_contain_text("raked, 750 mm")
    expect(desk.locator("[data-figure=gap_under] dd")).to_have_text("50 mm")
    saved(desk)


def test_gate_rehearsal(desk):
    stake(desk, "gates")
    type_in(desk, "Rise to the left", "150")
    finding = desk.locator("[data-finding=gate_grounds]")
    expect(finding).to_contain_text("grounds at")
    rehearsal = desk.get_by_label("Rehearsal of gate G1")
    rehearsal.get_by_label("Open to").fill("90")
    expect(rehearsal.get_by_text("it grounds here")).to_be_visible()
    right = rehearsal.get_by_role("listitem").filter(has_text="near post, to the right")
    right.get_by_role("button").first.click()
    expect(rehearsal.get_by_text("it swings clear")).to_be_visible()
    expect(right).to_contain_text("clear at")
    right.get_by_role("button", name="Hang it so").click()
    expect(right).to_contain_text("as it is")
    expect(finding).to_have_count(0)
    expect(desk.get_by_label("Swing", exact=True)).to_have_value("right")


def test_variants(desk):
    desk.get_by_role("button", name="Side by side").click()
    desk.get_by_label("Name of the variant").fill("Close boards")
    desk.get_by_role("button", name="Set aside").click()
    expect(desk.get_by_role("dialog").get_by_role("heading", name="Close boards")).to_be_visible()
    desk.keyboard.press("Escape")
    stake(desk, "skin")
    desk.get_by_label("Style").select_option("horizontal")
    expect(desk.locator("[data-figure=boards] dd")).to_have_text("98")
    desk.get_by_role("button", name="Side by side").click()
    row = desk.get_by_role("dialog").get_by_role("row", name=re.compile("^boards "))
    expect(row).to_contain_text("98")
    expect(row).to_contain_text("136")
    desk.get_by_role("button", name="Keep Close boards").click()
    expect(desk.locator("[data-figure=boards] dd")).to_have_text("136")


def test_second_look(desk):
    stake(desk, "buy")
    desk.get_by_role("tab", name="Second look").click()
    desk.get_by_label("Posts", exact=True).fill("9")
    desk.get_by_label("Bags", exact=True).fill("60")
    desk.get_by_label("Centres", exact=True).fill("a lot")
    desk.get_by_role("button", name="Look again").click()
    expect(desk.get_by_role("alert")).to_contain_text("is not a length")
    desk.get_by_label("Centres", exact=True).fill("1.8 m")
    desk.get_by_role("button", name="Look again").click()
    told = desk.get_by_role("table", name="Second look")
    expect(told.get_by_role("row").filter(has_text="bags")).to_contain_text("40 litres to a hole")
    expect(told.get_by_role("row").filter(has_text="posts").first).to_contain_text("short")


def test_the_year_in_the_boards(desk):
    stake(desk, "skin")
    desk.get_by_label("How damp").select_option("indoors")
    expect(desk.locator("[data-finding=season_joint]")).to_contain_text("will press on each other")
    desk.get_by_role("button", name="The year in the boards").click()
    sheet = desk.get_by_role("dialog")
    january = sheet.locator("label b").last.inner_text()
    sheet.get_by_label("Month").fill("4")
    expect(sheet.get_by_text("May")).to_be_visible()
    assert sheet.locator("label b").last.inner_text() != january


def test_kept_ways_are_renamed_swapped_and_thrown_away(desk):
    desk.get_by_role("button", name="Side by side").click()
    sheet = desk.get_by_role("dialog")
    sheet.get_by_label("Name of the variant").fill("Plain")
    sheet.get_by_role("button", name="Set aside", exact=True).click()
    expect(sheet.get_by_role("region", name="Plain")).to_be_visible()
    desk.keyboard.press("Escape")
    stake(desk, "skin")
    desk.get_by_label("Style").select_option("lapped")
    expect(desk.get_by_label("Lap", exact=True)).to_be_visible()
    desk.get_by_role("button", name="Side by side").click()
    # Only what differs is in the table, with so much a metre; the rest is folded.
    row = sheet.get_by_role("row").filter(has_text="boards")
    expect(row.first).to_contain_text("a m")
    expect(sheet.get_by_role("row").filter(has_text="usual centres")).to_have_count(0)
    expect(sheet.get_by_text("The same in all of them")).to_be_visible()
    sheet.get_by_role("button", name="Rename Plain").click()
    sheet.get_by_label("New name of Plain").fill("Butted")
    sheet.get_by_role("button", name="Keep", exact=True).click()
    sheet.get_by_role("button", name="Swap Butted with the one in hand").click()
    expect(desk.get_by_label("Style")).to_have_value("close_butted")
    sheet.get_by_role("button", name="Throw Butted away").click()
    expect(sheet.get_by_role("region", name="Butted")).to_have_count(0)
    saved(desk)


def test_a_cut_wherever_a_line_is_drawn(desk):
    desk.get_by_role("button", name="Cut through it").click()
    sheet = desk.get_by_role("dialog")
    cut = sheet.locator("[data-scene=cut]")
    sheet.get_by_role("button", name="Turn a quarter").click()
    plan = sheet.locator("[data-scene=plan]").bounding_box()
    desk.mouse.move(plan["x"] + 60, plan["y"] + 30)
    desk.mouse.down()
    desk.mouse.move(plan["x"] + 70, plan["y"] + 50)
    desk.mouse.move(plan["x"] + 160, plan["y"] + plan["height"] - 30)
    desk.mouse.up()
    expect(cut.locator("[data-look=board]").first).to_be_attached()
    sheet.get_by_role("button", name="Nearer").click()
    expect(sheet.get_by_text("seen from the right of the line").first).to_be_visible()


def test_an_even_fall_is_typed_in_one_blank(desk):
    stake(desk, "ground")
    type_in(desk, "Fall from end to end", "0.6 m")
    expect(desk.locator("[data-stake=ground]")).to_contain_text("600 mm")
    desk.get_by_role("button", name="The ways side by side").click()
    expect(desk.get_by_role("dialog").get_by_role("region", name="raked")).to_be_visible()


def test_a_gate_goes_to_another_leg_measured_from_a_post(desk):
    stake(desk, "gates")
    desk.get_by_label("Gate's leg").select_option("1")
    ends = desk.get_by_label("Gate measured from").locator("option")
    expect(ends).to_have_count(2)
    desk.get_by_label("Gate measured from").select_option(index=1)
    type_in(desk, "Gate from", "1.2 m")
    expect(desk.get_by_label("Gate from", exact=True)).to_have_value("1200 mm")
    expect(desk.get_by_label("Choices")).to_contain_text("before")
    saved(desk)
