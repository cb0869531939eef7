"""The real page in headless Chromium: from a key to the drawing, a drag, what an edit sends, memory.

    .venv/bin/python benchmarks/browser.py http://127.0.0.1:8737

Jobs are brought into the application that runs there, and put away again. Each time stands beside what the machine takes to
plan the same job in this process, as a ratio, since machines differ; and beside a yardstick taken before and after, since one machine differs from
hour to hour: `edit` and `drag` are so many of it, 0.25 s on a machine of this kind that nothing else keeps busy.
"""

from __future__ import annotations

import json
import math
import statistics
import sys
import urllib.request
from typing import Any

from deck import deck
from plan import fence
from playwright.sync_api import CDPSession, Page, sync_playwright
from timing import best, yardstick

from rowstake.core.job import Job, write_job_text
from rowstake.core.plan import plan

EDITS = 14
WATCH = """() => {
  window.__seen = {down: 0, took: [], drawn: 0};
  addEventListener('keydown', e => { if (e.key === 'Enter') window.__seen.down = performance.now(); }, true);
  new MutationObserver(() => {
    window.__seen.drawn += 1;
    if (!window.__seen.down) return;
    const from = window.__seen.down;
    window.__seen.down = 0;
    requestAnimationFrame(() => setTimeout(() => window.__seen.took.push(performance.now() - from)));
  }).observe(document.querySelector('[data-panels]'), {subtree: true, attributes: true, childList: true, attributeFilter: ['points']});
}"""


def sent(url: str, method: str, body: dict[str, Any] | None = None) -> Any:
    data = None if body is None else json.dumps(body).encode()
    request = urllib.request.Request(url, data, {"Content-Type": "application/json"}, method=method)
    with urllib.request.urlopen(request) as answer:
        return json.load(answer)


class Bytes:
    """What the page's answers weigh on the wire."""

    def __init__(self, cdp: CDPSession) -> None:
        self.last, self._urls = 0.0, dict[str, str]()
        cdp.send("Network.enable")
        cdp.on("Network.responseReceived", lambda e: self._urls.update({e["requestId"]: e["response"]["url"]}))
        cdp.on("Network.loadingFinished", self._done)

    def _done(self, event: dict[str, Any]) -> None:
        if self._urls.get(event["requestId"], "").endswith("/api/plan"):
            self.last = event["encodedDataLength"]


def opened(page: Page, url: str) -> float:
    """Milliseconds from going to a job until its drawing stands."""
    page.goto("about:blank")
    page.goto(url, wait_until="commit")
    page.wait_for_selector("[data-panels] svg polygon", state="attached", timeout=120_000)
    return float(
        page.evaluate("() => new Promise(r => requestAnimationFrame(() => setTimeout(() => r(performance.now()))))")
    )


def edits(page: Page, blank: str, least_mm: int) -> list[float]:
    """Milliseconds from Enter in a blank until the drawing has changed; never the same job twice."""
    page.evaluate(WATCH)
    box = page.get_by_label(blank, exact=True).first
    for n in range(EDITS):
        box.fill(f"{least_mm + 37 * n} mm")
        box.press("Enter")
        # Asked seldom: a page that is looked at in every frame takes half of the machine from what it waits for.
        page.wait_for_function(f"() => window.__seen.took.length > {n}", timeout=60_000, polling=100)
    return [float(t) for t in page.evaluate("() => window.__seen.took")][2:]


GHOST = """() => {
  window.__seen.ghost = 0;
  new MutationObserver(() => requestAnimationFrame(() => { window.__seen.ghost += 1; }))
    .observe(document.querySelector('[data-panels]'), {subtree: true, attributes: true, attributeFilter: ['cx']});
}"""


def drag(page: Page) -> tuple[float, float]:
    """How often a second a handle that is dragged, with the line to what it is tied to, and the whole drawing behind it follow."""
    grip = page.locator("[data-handle]").last.bounding_box()
    if grip is None:
        return 0.0, 0.0
    x, y = grip["x"] + grip["width"] / 2, grip["y"] + grip["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 8, y)
    page.wait_for_timeout(300)
    page.evaluate(GHOST)
    count = "() => [performance.now(), window.__seen.ghost, window.__seen.drawn]"
    seen = page.evaluate(count)
    for n in range(100):
        page.mouse.move(x - 8 - 3 * (n % 50), y - 2 * (n % 30))
        page.wait_for_timeout(16)
    now = page.evaluate(count)
    page.mouse.up()
    took = (now[0] - seen[0]) / 1000
    return float((now[1] - seen[1]) / took), float((now[2] - seen[2]) / took)


def measure(page: Page, cdp: CDPSession, url: str, name: str, job: Job, blank: str, least_mm: int) -> None:
    key = sent(f"{url}/api/jobs/import", "POST", {"text": write_job_text(job)})["held"]["id"]
    weighed, here = Bytes(cdp), best(lambda: plan(job), 3) * 1000
    before = yardstick()
    first = opened(page, f"{url}/job/{key}")
    took = edits(page, blank, least_mm)
    cdp.send("Network.disable")  # what watches the answers takes time of its own
    hand, follows = drag(page)
    yard = (before + yardstick()) / 2
    edit, moved = statistics.median(took) / 1000 / yard, 1 / follows / yard if follows else math.inf
    heap = next(m["value"] for m in cdp.send("Performance.getMetrics")["metrics"] if m["name"] == "JSHeapUsedSize")
    p95 = statistics.quantiles(took, n=20)[-1]
    print(
        f"{name:>12} {here:>8.0f} {first:>8.0f} {statistics.median(took):>8.0f} {p95:>7.0f} {statistics.median(took) / here:>7.1f}"
        f" {weighed.last / 1000:>8.1f} {hand:>7.1f} {follows:>7.1f} {heap / 1e6:>7.0f}"
        f" {yard * 1000:>8.0f} {first / 1000 / yard:>6.2f} {edit:>6.2f} {moved:>6.2f}"
    )
    sent(f"{url}/api/jobs/{key}/archive", "POST", {"archived": True})


def main(url: str) -> None:
    yard, long, broad = fence(20), fence(2000), deck(5000, 3600)
    print(
        f"{'job':>12} {'plan ms':>8} {'open ms':>8} {'edit ms':>8} {'p95 ms':>7} {'÷ plan':>7} {'kB sent':>8} {'hand/s':>7} {'drags/s':>7} {'heap MB':>7}"
        f" {'yard ms':>8} {'open':>6} {'edit':>6} {'drag':>6}"
    )
    with sync_playwright() as p:
        browser = p.chromium.launch(executable_path="/usr/bin/chromium", args=["--disable-gpu", "--no-sandbox"])
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        cdp = page.context.new_cdp_session(page)
        cdp.send("Performance.enable")
        measure(page, cdp, url, "fence 20 m", yard, "Leg length", 2400)
        measure(page, cdp, url, "fence 100 m", fence(100), "Leg length", 12_400)
        measure(page, cdp, url, "fence 2 km", long, "Leg length", 249_000)
        measure(page, cdp, url, "deck 18 m²", broad, "Width", 4900)
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1].rstrip("/"))
