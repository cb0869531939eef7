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
    desk.get_by_label("Guard", exact=True).select_option("needed")
    expect(desk.locator("[data-figure=guard_posts] dd")).to_have_text("8")
    expect(desk.locator("[data-figure=guard_gap] dd")).to_contain_text("mm")
    type_in(desk, "Largest gap", "60 mm")
    expect(desk.locator("[data-chosen='deck.guard.gap_mm']")).to_have_count(0)
    stake(desk, "frame")
    expect(before).to_contain_text("blocks, bolts and hold-downs for 8 guard posts")
    stake(desk, "skin")
    expect(before).to_contain_text("guard posts up before the boards that are notched round them")
    saved(desk)
