"""The trainer: a fault is found by its piece, the rest is shown, and the work as it should be."""

from __future__ import annotations

import json
import urllib.request

from playwright.sync_api import expect


def test_a_fault_is_found_and_told_why_and_the_rest_is_shown(page, site):
    with urllib.request.urlopen(f"{site.url}/api/trainer/deck/7/faults?region=uk_ireland") as answer:
        first, *rest = json.load(answer)
    page.goto(f"{site.url}/trainer/deck/7")
    page.get_by_label("Region").select_option("uk_ireland")
    found = page.locator("[data-found]")
    expect(found).to_contain_text(f"0 of {len(rest) + 1} found")
    page.get_by_label("or name the piece").fill("D9")
    page.get_by_role("button", name="Look at it").click()
    expect(page.get_by_text("Nothing is wrong with D9.")).to_be_visible()
    expect(found).to_contain_text("1 pressed in vain")
    page.get_by_role("button", name="A hint").click()
    expect(page.get_by_text(f"Look at: {first['where'].lower()}.")).to_be_visible()
    page.get_by_label("or name the piece").fill(first["marks"][0].lower())
    page.get_by_role("button", name="Look at it").click()
    expect(found).to_contain_text(f"1 of {len(rest) + 1} found")
    expect(page.locator(f"[data-lesson={first['rule']}]")).to_contain_text("Right:")
    page.get_by_role("button", name="Show what is left").click()
    expect(page.locator("[data-lesson]")).to_have_count(len(rest) + 1)
    page.get_by_role("button", name="As it should be").click()
    expect(page.get_by_role("button", name="As it should be")).to_have_attribute("aria-pressed", "true")
    page.get_by_role("button", name="A fence").click()
    expect(found).to_contain_text("0 of ")
