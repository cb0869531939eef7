"""Steps put on an edge and a guard on three, driven in the browser."""

import re

import pytest
from playwright.sync_api import expect

from tests.decks import deck
from tests.e2e.pages import add_job, open_job, saved, stake, type_in


@pytest.fixture
def desk(page, site):
    open_job(page, site.url, add_job(site.url, deck(4800, 3600, 900)))
    stake(page, "steps")
    return page


def test_steps_are_added_taken_another_way_slid_and_taken_away(desk):
    expect(desk.locator("[data-stake=steps]")).to_contain_text("none yet")
    desk.get_by_role("button", name="Steps at the far edge").click()
    expect(desk.locator("[data-stake=steps]")).to_contain_text("S1: 5 risers of 180 mm")
    expect(desk.locator("[data-chosen='deck.steps.0.stringer']")).to_have_text("47×300")
    desk.locator("[data-finding=handrail]").get_by_role("button", name=re.compile("A handrail on one side")).click()
    desk.get_by_role("button", name="Keep it").click()
    expect(desk.locator("[data-finding=handrail]")).to_have_count(0)
    expect(desk.get_by_label("Handrail", exact=True)).to_have_value("near")
    desk.get_by_role("button", name="Ways to take the rise").click()
    sheet = desk.get_by_role("dialog")
    expect(sheet.get_by_role("row", name=re.compile("^riser of S1"))).to_contain_text("150 mm")
    sheet.get_by_role("button", name="Take this").nth(1).click()
    expect(desk.locator("[data-stake=steps]")).to_contain_text("S1: 6 risers of 150 mm")
    type_in(desk, "Steps start", "300 mm")
    expect(desk.get_by_role("button", name="Drag steps S1")).to_be_visible()
    desk.get_by_role("button", name="Take S1 away").click()
    expect(desk.locator("[data-stake=steps]")).to_contain_text("none yet")
    desk.get_by_role("button", name="Undo").click()
    expect(desk.locator("[data-stake=steps]")).to_contain_text("6 risers")
    saved(desk)


def test_a_guard_on_three_edges_asks_the_frame_for_blocks(desk):
    stake(desk, "frame")
    before = desk.locator("[aria-label='Needed here by later choices']")
    expect(before).to_contain_text("blocks and bolts where guard posts will stand")
    stake(desk, "steps")
    desk.get_by_role("tab", name="Guard").click()
    desk.get_by_role("combobox", name="Guard", exact=True).select_option("needed")
    expect(desk.locator("[data-figure=guard_posts] dd")).to_have_text("8")
    expect(desk.locator("[data-figure=guard_gap] dd")).to_contain_text("mm")
    type_in(desk, "Largest gap", "60 mm")
    expect(desk.locator("[data-chosen='deck.guard.gap_mm']")).to_have_count(0)
    desk.get_by_label("Filled with", exact=True).select_option("cables")
    expect(desk.locator("[data-finding=guard_climbable]")).to_be_visible()
    desk.get_by_label("Filled with", exact=True).select_option("balusters")
    stake(desk, "frame")
    expect(before).to_contain_text("blocks, bolts and hold-downs for 8 guard posts")
    stake(desk, "steps")
    desk.get_by_role("button", name="Steps at the far edge").click()
    desk.get_by_label("Gate in the guard", exact=True).select_option("near")
    desk.get_by_role("button", name="Gate at S1").click()
    expect(desk.locator("[data-scene=gate_S1] polygon").first).to_be_visible()
    stake(desk, "skin")
    expect(before).to_contain_text("guard posts up before the boards that are notched round them")
    saved(desk)


def test_steps_are_wrapped_round_a_corner_filled_with_a_guard_and_built_as_boxes(desk):
    desk.get_by_role("button", name="Along all of the far edge").click()
    type_in(desk, "Round the corner where they end", "1.2 m")
    desk.get_by_role("button", name="Under the mitre of S1").click()
    expect(desk.locator("[data-scene=mitre_S1]")).to_be_visible()
    type_in(desk, "Round the corner where they start", "40 m")
    expect(desk.get_by_role("alert")).to_contain_text("S1 goes on past the edge round the corner")
    desk.locator("[data-finding=flight_guard]").get_by_role("button", name=re.compile("A guard on both sides")).click()
    desk.get_by_role("button", name="Keep it").click()
    expect(desk.get_by_label("rails and balusters between its posts")).to_be_checked()
    expect(desk.locator("[data-finding=flight_guard]")).to_have_count(0)
    desk.get_by_label("Built", exact=True).select_option("boxes")
    expect(desk.get_by_label("Stringer", exact=True)).to_have_count(0)
    stake(desk, "buy")
    desk.get_by_role("tab", name="Order of work").click()
    expect(desk.get_by_role("table", name="Order of work")).to_contain_text("Boxes of S1 from the ground up")
    desk.get_by_role("tab", name="Second look").click()
    desk.get_by_label("Risers", exact=True).fill("4")
    desk.get_by_role("button", name="Look again").click()
    expect(desk.get_by_role("table", name="Second look")).to_contain_text("225 mm each; at most 190 mm here")
    saved(desk)


def test_new_steps_alone_are_said_in_a_sentence(page, site):
    page.goto(site.url)
    page.get_by_role("button", name="New steps").click()
    sheet = page.get_by_role("dialog")
    sheet.get_by_label("Region").select_option("uk_ireland")
    sheet.get_by_label("Width", exact=True).fill("1.5 m")
    sheet.get_by_label("Height", exact=True).fill("a step")
    sheet.get_by_role("button", name="Lay it out").click()
    expect(sheet.get_by_role("alert")).to_contain_text("is not a length")
    sheet.get_by_label("Height", exact=True).fill("540 mm")
    sheet.get_by_label("Built", exact=True).select_option("boxes")
    sheet.get_by_role("button", name="Lay it out").click()
    stake(page, "steps")
    expect(page.locator("[data-stake=steps]")).to_contain_text("S1: 3 risers of 180 mm")
    expect(page.locator("[data-stake]")).to_have_count(9)
    expect(page.get_by_label("Guard", exact=True)).to_have_count(0)
    expect(page.locator("[data-scene=flight_S1] polygon").first).to_be_visible()
    stake(page, "buy")
    expect(page.get_by_role("row").filter(has_text="vent with mesh")).to_contain_text("2")
    saved(page)
