"""A deck from its first sentence to its shopping list, driven in the browser."""

import re

import pytest
from playwright.sync_api import expect

from tests.decks import deck
from tests.e2e.pages import add_job, open_job, saved, stake, tick, type_in


@pytest.fixture
def desk(page, site):
    open_job(page, site.url, add_job(site.url, deck(4000, 2910, 600)))
    return page


def test_a_new_deck_is_said_in_a_sentence(page, site):
    page.goto(site.url)
    page.get_by_role("button", name="New deck").click()
    page.get_by_label("Name", exact=True).fill("Mill steps")
    page.get_by_label("Width").fill("a lot")
    page.get_by_label("Way out").fill("12'")
    page.get_by_label("Height").fill("2'")
    page.get_by_role("button", name="Lay it out").click()
    expect(page.get_by_role("alert")).to_contain_text("Width: “a lot” is not a length")
    page.get_by_label("Width").fill("16' 6")
    page.get_by_label("Way out").fill("100 mm")
    page.get_by_role("button", name="Lay it out").click()
    expect(page.get_by_role("alert")).to_contain_text("Way out: Out is 100 mm")
    expect(page.get_by_role("alert")).to_contain_text("Allowed: at least 600 mm")
    page.get_by_label("Way out").fill("12'")
    page.get_by_role("button", name="Lay it out").click()
    expect(page.locator("[data-stake=line]")).to_contain_text("Shape")
    expect(page.locator("[data-figure=area] dd")).to_have_text("198 sq ft")


def test_shape_is_typed_cut_and_dragged(desk):
    stake(desk, "line")
    type_in(desk, "Way out", "3.2 m")
    expect(desk.locator("[data-figure=area] dd")).to_have_text("12.80 m²")
    desk.get_by_role("button", name="Take a corner out").click()
    type_in(desk, "Cut along", "1000")
    type_in(desk, "Cut out", "800")
    expect(desk.locator("[data-figure=area] dd")).to_have_text("12.00 m²")
    handle = desk.get_by_role("button", name="Drag deck right")
    box = handle.bounding_box()
    desk.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    desk.mouse.down()
    desk.mouse.move(box["x"] + 60, box["y"] + box["height"] / 2, steps=6)
    desk.mouse.up()
    expect(desk.locator("[data-figure=area] dd")).not_to_have_text("12.00 m²")
    desk.get_by_role("button", name="Put it back").click()
    saved(desk)


def test_the_last_row_its_finding_and_every_way_to_end_it(desk):
    stake(desk, "skin")
    finding = desk.locator("[data-finding=last_row]")
    expect(finding).to_contain_text("The last row is 41 mm wide")
    desk.get_by_role("button", name="Ways to end the last row").click()
    sheet = desk.get_by_role("dialog")
    expect(sheet.get_by_role("row", name=re.compile("^narrowest row"))).to_contain_text("93 mm")
    sheet.get_by_role("button", name="Take this").first.click()
    expect(finding).to_have_count(0)
    desk.get_by_role("button", name="Undo").click()
    expect(finding).to_have_count(1)


def test_layers_build_up_and_a_footing_tells_its_figures(desk):
    stake(desk, "holes")
    desk.get_by_role("button", name="Layers: 3 of 7").click()
    layers = desk.get_by_role("dialog", name="Layers")
    expect(layers.get_by_label("Boards")).not_to_be_checked()
    layers.get_by_role("button", name="Build the next").click()
    expect(layers.get_by_label("Joists")).to_be_checked()
    desk.keyboard.press("Escape")
    desk.locator("[data-mark=P2]").click()
    expect(desk.get_by_role("heading", name="Post P2")).to_be_visible()
    stake(desk, "frame")
    desk.get_by_role("button", name="Loads").click()
    expect(desk.get_by_text("What each post carries").first).to_be_visible()
    expect(desk.get_by_text("its fixings clear of the joists").first).to_be_visible()


def test_frame_choices_and_the_lists(desk):
    stake(desk, "frame")
    desk.get_by_label("Beam", exact=True).select_option("flush")
    expect(desk.locator("[data-figure=beams] dd")).to_contain_text("1,")
    desk.get_by_label("Joist size").select_option("uk_47x100")
    desk.get_by_label("Rows of beams").select_option("1")
    expect(desk.locator("[data-finding=joist_over]")).to_contain_text("47×100 span")
    stake(desk, "buy")
    expect(desk.get_by_role("row").filter(has_text="28×145 decking").first).to_be_visible()
    desk.get_by_role("tab", name="String marks").click()
    expect(desk.get_by_text("Joists of the deck").first).to_be_visible()


def test_water_is_led_away_under_the_boards(desk):
    stake(desk, "frame")
    tick(desk, "water led away under the boards")
    type_in(desk, "Fall of the membrane", "5")
    expect(desk.locator("[data-finding=drain_deep]")).to_contain_text("At the gutter the membrane hangs")
    stake(desk, "buy")
    expect(desk.get_by_role("row").filter(has_text="drainage membrane").first).to_be_visible()
    expect(desk.get_by_role("row").filter(has_text="gutter with its brackets").first).to_be_visible()


def test_a_new_deck_may_have_the_own_values_of_another(desk, site):
    stake(desk, "price")
    type_in(desk, "Profit", "21")
    saved(desk)
    desk.goto(site.url)
    desk.get_by_role("button", name="New deck").click()
    for name, value in (("Width", "4 m"), ("Way out", "3 m"), ("Height", "500 mm")):
        desk.get_by_label(name).fill(value)
    like = desk.get_by_label("Own values")
    like.select_option(index=1)
    desk.get_by_role("button", name="Lay it out").click()
    stake(desk, "price")
    expect(desk.get_by_label("Profit")).to_have_value("21")


def test_skirting_hangs_below_the_rim_with_a_panel(desk):
    stake(desk, "skin")
    desk.get_by_label("Skirting on the far side").click()
    finding = desk.locator("[data-finding=skirting_panel]")
    expect(finding).to_contain_text("Nobody gets under the deck")
    finding.get_by_role("button", name="A panel on the far side").click()
    desk.get_by_role("button", name="Keep it").click()
    expect(finding).to_have_count(0)
    expect(desk.get_by_label("Panel", exact=True)).to_have_value("far")
    stake(desk, "buy")
    expect(desk.get_by_role("row").filter(has_text="catch for a panel")).to_contain_text("4")
    saved(desk)
