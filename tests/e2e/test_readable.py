"""Every step of every demo job can be read: at a desk, on a phone, in a narrow window, at twice the size; light and dark."""

from importlib import resources

import pytest

from rowstake.core.job import read_job_text
from tests.e2e.geometry import small, unreadable
from tests.e2e.pages import add_job, open_job, stake
from tests.e2e.test_answers_and_access import violations

JOBS = {p.name: p.read_text("utf-8") for p in resources.files("rowstake.demo").iterdir() if p.name.endswith(".json")}
SIZES = {"desk": (1280, 800), "phone": (390, 844), "narrow": (320, 700), "twice": (640, 400)}


IN_THE_DARK = ("4-kestrel-bank.json", "6-windmill-deck.json")
"""A fence and a deck whose every step is looked at by the rules of access too, on a phone."""


@pytest.mark.parametrize("name", sorted(JOBS))
def test_nothing_is_cut_off_or_lies_on_other_words(page, site, name):
    job = read_job_text(JOBS[name])
    open_job(page, site.url, add_job(site.url, job))
    steps = [e.get_attribute("data-stake") for e in page.locator("[data-stake]").all()]
    wrong = []
    for step in steps:
        stake(page, step)
        for size, (width, height) in SIZES.items():
            page.set_viewport_size({"width": width, "height": height})
            page.wait_for_function("() => !document.querySelector('[data-panels] figure p[role=status]')")
            wrong += [f"{step} at {size}: {words}" for words in unreadable(page)]
            wrong += [f"{step} at {size}: {words}" for words in small(page) if size in ("desk", "phone")]
            if size == "phone" and name in IN_THE_DARK:
                page.evaluate("document.documentElement.dataset.theme = 'dark'")
                wrong += [f"{step}: {words}" for words in violations(page)]
                page.evaluate("document.documentElement.dataset.theme = 'light'")
    assert wrong == []


def test_whatever_is_pressed_on_a_phone_has_room(browser, site):
    context = browser.new_context(viewport={"width": 390, "height": 844}, has_touch=True)
    page = context.new_page()
    open_job(page, site.url, add_job(site.url, read_job_text(JOBS["2-saltpan-cottage.json"])))
    small = """() => [...document.querySelectorAll('header button, main section button, main select, main input, main label')]
        .filter(e => e.offsetParent && !e.matches('[data-mark], .sr-only *, input[type=checkbox], input[type=file]') && e.getBoundingClientRect().height < 43.5)
        .map(e => e.outerHTML.slice(0, 90))"""
    for step in ("line", "ground", "holes", "skin", "gates", "buy"):
        stake(page, step)
        assert page.evaluate(small) == []
    context.close()


def test_words_twice_as_large_as_usual_still_fit(large, site):
    """The size of text that a reader sets in the browser, not the page's zoom."""
    page = large.new_page(viewport={"width": 1280, "height": 800})
    open_job(page, site.url, add_job(site.url, read_job_text(JOBS["5-saltpan-deck.json"])))
    assert page.evaluate("getComputedStyle(document.documentElement).fontSize") == "32px"
    wrong = []
    for step in [e.get_attribute("data-stake") for e in page.locator("[data-stake]").all()]:
        stake(page, step)
        page.wait_for_function("() => !document.querySelector('[data-panels] figure p[role=status]')")
        wrong += [f"{step}: {words}" for words in unreadable(page)]
    assert not wrong, "\n".join(wrong)


FORCED = """() => {
  const ground = (e) => { for (; e; e = e.parentElement) { const c = getComputedStyle(e).backgroundColor; if (c !== 'rgba(0, 0, 0, 0)') return c; } return 'rgb(0, 0, 0)'; };
  return [...document.querySelectorAll('[data-scene] svg :is(polygon, polyline, circle, line, text)')].filter(e => {
    const style = getComputedStyle(e), back = ground(e);
    return [style.stroke, style.fill].every(c => c === 'none' || c === back || c === 'rgba(0, 0, 0, 0)');
  }).map(e => e.outerHTML.slice(0, 120));
}"""


def test_in_the_readers_own_colours_every_line_is_seen(browser, site):
    context = browser.new_context(viewport={"width": 1280, "height": 800}, forced_colors="active", color_scheme="dark")
    page = context.new_page()
    open_job(page, site.url, add_job(site.url, read_job_text(JOBS["2-saltpan-cottage.json"])))
    assert page.evaluate("matchMedia('(forced-colors: active)').matches")
    for step in ("line", "ground", "gates"):
        stake(page, step)
        page.wait_for_selector("[data-scene] polygon")
        assert page.evaluate(FORCED) == []
        assert violations(page) == []
    context.close()
