"""Takes every picture in screenshots/ from the demo data: run while `scripts/demo --fresh` is up."""

import sys
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

HERE = Path(__file__).parent / "screenshots"
URL = sys.argv[1] if len(sys.argv) > 1 else "http://127.0.0.1:8710"


def new_page(browser: Browser, width: int = 1280, height: int = 800, theme: str = "light") -> Page:
    page = browser.new_context(viewport={"width": width, "height": height}).new_page()
    page.goto(URL)
    page.evaluate(f"localStorage.setItem('rowstake-theme', '{theme}')")
    page.reload()
    page.get_by_role("link", name="Open Windmill Paddock, back yard").wait_for()
    return page


def open_job(page: Page, name: str) -> None:
    page.get_by_role("link", name=f"Open {name}").click()
    page.locator("[data-stake=line]").wait_for()


def go(page: Page, stake: str) -> None:
    page.locator(f"[data-stake={stake}] button").first.click()


def shoot(page: Page, name: str, full: bool = False) -> None:
    page.evaluate("document.fonts.ready")
    page.locator("text=working out what it does").first.wait_for(state="detached")
    page.screenshot(path=HERE / f"{name}.png", full_page=full)


def main() -> None:
    with sync_playwright() as p:
        browser = p.chromium.launch(executable_path="/usr/bin/chromium", args=["--disable-gpu", "--hide-scrollbars"])
        page = new_page(browser)
        shoot(page, "jobs")
        page.get_by_role("link", name="Windmill Paddock", exact=True).first.click()
        page.get_by_label("Days of all jobs").wait_for()
        page.get_by_text("Bought and cut together").wait_for()
        shoot(page, "site")
        page.get_by_role("link", name="Jobs", exact=True).click()
        open_job(page, "Windmill Paddock, back yard")
        page.locator("[data-finding]").first.wait_for()
        shoot(page, "desk-line")
        page = new_page(browser)
        open_job(page, "Saltpan Cottage, lane side")
        go(page, "holes")
        page.locator("[data-mark=P4]").click()
        shoot(page, "desk-holes")
        go(page, "buy")
        shoot(page, "desk-buy")
        page = new_page(browser, theme="dark")
        open_job(page, "Windmill Paddock, back yard")
        go(page, "line")
        wide = page.locator("[data-finding=rail_reach]")
        wide.locator("li button").first.click()
        page.get_by_text("Trying:").wait_for()
        shoot(page, "desk-trying-dark")
        page = new_page(browser)
        open_job(page, "Kestrel Bank, garden side")
        go(page, "ground")
        page.locator("[data-finding]").first.wait_for()
        shoot(page, "desk-ground")
        go(page, "gates")
        page.get_by_label("Open to").fill("60")
        shoot(page, "rehearsal")
        page = new_page(browser)
        open_job(page, "Windmill Paddock, kitchen deck")
        for stake, name in (("skin", "deck-boards"), ("frame", "deck-frame")):
            go(page, stake)
            if stake == "frame":
                page.get_by_role("button", name="Loads").click()
            shoot(page, name)
        go(page, "buy")
        page.get_by_role("tab", name="Board by board").click()
        page.locator("[data-tickets]").wait_for()
        shoot(page, "tickets")
        go(page, "price")
        page.locator("[data-total]").wait_for()
        page.get_by_label("Totals").wait_for()
        shoot(page, "price")
        go(page, "days")
        page.locator("[data-days]").wait_for()
        shoot(page, "days")
        go(page, "steps")
        page.get_by_text("S1: 4 risers").first.wait_for()
        shoot(page, "deck-steps")
        page.get_by_role("button", name="Standing").click()
        page.locator("canvas").focus()
        page.keyboard.press("ArrowUp")
        page.get_by_text("Drag to turn it").wait_for()
        shoot(page, "standing")
        page.goto(f"{URL}/trainer/deck/7")
        page.locator("[data-course]").wait_for()
        page.get_by_label("or name the piece").fill("L1")
        page.get_by_role("button", name="Look at it").click()
        page.locator("[data-lesson]").wait_for()
        shoot(page, "trainer")
        phone = new_page(browser, 390, 844)
        open_job(phone, "Ringwattle Rise, front fence")
        shoot(phone, "desk-phone", full=True)
        page = new_page(browser)
        open_job(page, "Saltpan Cottage, lane side")
        go(page, "build")
        page.locator("[data-off=P3]").wait_for()
        shoot(page, "build")
        where = page.url
        phone.goto(f"{where}/on-site?at=holes&part=P3")
        phone.get_by_label("Your name").fill("Mara")
        phone.get_by_role("button", name="Go on site").click()
        phone.locator("[data-hole=P3]").wait_for()
        shoot(phone, "on-site")
        browser.close()


if __name__ == "__main__":
    main()
