"""Quick answers on a phone, and every main view under the accessibility checker."""

from pathlib import Path

import pytest
from playwright.sync_api import expect

from rowstake.core.reckoners import registry
from tests.decks import deck
from tests.e2e.pages import add_job, open_job, stake
from tests.jobs import yard

AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"


@pytest.fixture
def phone(browser, site):
    context = browser.new_context(viewport={"width": 390, "height": 844}, has_touch=True)
    page = context.new_page()
    page.goto(f"{site.url}/answers")
    yield page
    context.close()


def test_every_reckoner_answers_on_a_phone(phone):
    for r in registry().values():
        phone.get_by_role("link", name=r.title, exact=True).click()
        expect(phone.get_by_label("Answer", exact=True)).to_be_visible()
        assert phone.evaluate("document.documentElement.scrollWidth") <= 390
        phone.get_by_role("link", name="All questions").click()


def test_a_question_in_feet(phone):
    phone.get_by_role("link", name="Equal post spacing").click()
    phone.get_by_label("Answers in").select_option("ft-in")
    phone.get_by_label("length", exact=True).fill("47' 3")
    phone.get_by_label("largest spacing").fill("6 ft")
    phone.get_by_role("button", name="Work it out").click()
    expect(phone.get_by_label("Answer", exact=True)).to_contain_text("8 equal bays at 5'-10 7/8\" centres")
    phone.get_by_label("length", exact=True).fill("zero")
    phone.get_by_role("button", name="Work it out").click()
    expect(phone.get_by_role("alert")).to_contain_text("is not a length")


def violations(page) -> list[str]:
    page.evaluate("document.fonts.ready")
    page.evaluate(AXE.read_text())  # not as a script tag: the page takes none but its own
    found = page.evaluate(
        "axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']}).then(r => r.violations)"
    )
    return [f"{v['id']}: {n['html'][:120]} {n['failureSummary'][:200]}" for v in found for n in v["nodes"][:3]]


@pytest.mark.parametrize("theme", ["light", "dark"])
def test_views_pass_the_accessibility_checks(page, site, theme):
    key = add_job(site.url, yard())
    page.goto(site.url)
    page.evaluate(f"localStorage.setItem('rowstake-theme', '{theme}')")
    page.reload()
    expect(page.get_by_role("link", name="Open Test fence")).to_be_visible()
    assert violations(page) == []
    open_job(page, site.url, key)
    page.locator("[data-mark=P2]").click()
    expect(page.locator("[data-finding=sliver]")).to_be_visible()
    assert violations(page) == []
    stake(page, "buy")
    assert violations(page) == []
    page.get_by_role("tab", name="Second look").click()
    assert violations(page) == []
    for key, button in (
        ("site", "The wind along the line"),
        ("ground", "Enter levels"),
        ("skin", "The year in the boards"),
    ):
        stake(page, key)
        assert violations(page) == []
        page.get_by_role("button", name=button).click()
        expect(page.get_by_role("dialog")).to_be_visible()
        assert violations(page) == []
        page.keyboard.press("Escape")
    page.get_by_role("button", name="Side by side").click()
    expect(page.get_by_role("dialog").get_by_role("table")).to_be_visible()
    assert violations(page) == []
    page.keyboard.press("Escape")
    open_job(
        page,
        site.url,
        add_job(site.url, deck(4000, 2910, 600, {"do": "add_cut", "kind": "notch"}, {"do": "add_level"})),
    )
    for key in ("site", "line", "ground", "holes", "frame", "skin", "buy"):
        stake(page, key)
        assert violations(page) == []
    page.goto(f"{site.url}/answers/post-hole")
    expect(page.get_by_label("Answer", exact=True)).to_be_visible()
    assert violations(page) == []


def test_all_letters_come_from_the_fonts_we_ship(page, site):
    open_job(page, site.url, add_job(site.url, yard()))
    page.evaluate("document.fonts.ready")
    for sample in ("7'-6 1/2\" ½ × ° ′ ″ · “”", "→ √ π ≤ ✓"):
        family = "Source Sans 3" if "×" in sample else "Row Symbols"
        assert page.evaluate(f"document.fonts.load('16px \"{family}\"', {sample!r}).then(f => f.length)") >= 1
    hosts = page.evaluate("performance.getEntriesByType('resource').map(r => new URL(r.name).host)")
    assert set(hosts) == {f"127.0.0.1:{site.port}"}
