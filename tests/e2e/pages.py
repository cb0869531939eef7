"""Steps that several browser tests share."""

from __future__ import annotations

import json
import urllib.request

from playwright.sync_api import Page, expect

from rowstake.core.job import Job, write_job_text


def add_job(url: str, job: Job) -> str:
    """Brings a job in over HTTP; its id."""
    body = json.dumps({"text": write_job_text(job)}).encode()
    request = urllib.request.Request(f"{url}/api/jobs/import", body, {"Content-Type": "application/json"})
    with urllib.request.urlopen(request) as answer:
        return json.load(answer)["held"]["id"]


def open_job(page: Page, url: str, key: str) -> None:
    page.goto(f"{url}/job/{key}")
    expect(page.locator("[data-stake=line]")).to_be_visible()


def stake(page: Page, key: str) -> None:
    name = page.locator(f"[data-stake={key}] button").first
    name.click()
    expect(name).to_have_attribute("aria-current", "step")


def type_in(page: Page, name: str, text: str) -> None:
    box = page.get_by_label(name, exact=True)
    box.fill(text)
    box.press("Enter")


def figure(page: Page, key: str) -> str:
    return page.locator(f"[data-figure={key}] dd").inner_text()


def saved(page: Page) -> None:
    expect(page.locator("[data-saving]")).to_have_attribute("data-saving", "saved")


def tick(page: Page, name: str) -> None:
    """Ticks a box that shows what the plan says, so only once the plan is back."""
    box = page.get_by_label(name)
    box.click()
    expect(box).to_be_checked()
