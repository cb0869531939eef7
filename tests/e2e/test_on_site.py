"""On site in real browsers: phone and desk on one job, at the saw, hold points, days without a signal, devices that fail."""

from __future__ import annotations

import json
import re
import subprocess
import threading
import urllib.request

import pytest
from playwright.sync_api import Page, expect

from rowstake.outside.laser import Laser
from rowstake.standins.laser import serve
from tests.decks import deck
from tests.e2e.conftest import FLAGS, Site
from tests.e2e.pages import add_job, open_job, stake
from tests.jobs import fence, put, yard

PHONE = {"viewport": {"width": 390, "height": 844}, "has_touch": True, "is_mobile": True}


@pytest.fixture
def phone(browser):
    """A page as wide as a phone, with its own storage; what goes wrong on it is a fault."""
    made, errors = [], []

    def new() -> Page:
        context = browser.new_context(**PHONE, service_workers="block")
        context.set_default_timeout(20_000)
        made.append(context)
        page = context.new_page()
        page.on("pageerror", lambda e: errors.append(str(e)))
        return page

    yield new
    for context in made:
        context.close()
    assert errors == []


def on_site(page: Page, url: str, job: str, name: str = "Mara") -> None:
    page.goto(f"{url}/job/{job}/on-site")
    page.get_by_label("Your name").fill(name)
    page.get_by_role("button", name="Go on site").click()
    expect(page.locator("[data-onsite]")).to_be_visible()


def mode(page: Page, name: str) -> None:
    page.get_by_role("navigation", name="On site").get_by_role("button", name=name).click()


def one(page: Page, name: str) -> None:
    page.get_by_role("list", name="All of them").get_by_role("button", name=name, exact=True).click()


def keys(page: Page, figures: str, way: str = "") -> None:
    for figure in figures:
        page.get_by_role("button", name=figure, exact=True).click()
    if way:
        expect(page.get_by_role("button", name="Keep")).to_be_disabled()
        page.get_by_role("group", name="Which way").get_by_role("button", name=way).click()
    page.get_by_role("button", name="Keep").click()


def entries(url: str, job: str) -> list[dict]:
    with urllib.request.urlopen(f"{url}/api/jobs/{job}/entries") as answer:
        return json.load(answer)["entries"]


def test_a_post_moved_by_a_root_redivides_and_changes_the_order_at_the_desk_at_once(page, phone, site):
    job = add_job(site.url, fence((10_800, 0)))
    open_job(page, site.url, job)
    stake(page, "build")
    expect(page.locator("[data-changes]")).to_have_text("nothing was measured yet")
    hand = phone()
    on_site(hand, site.url, job)
    one(hand, "P2")
    hand.get_by_role("button", name="Mark measured").click()
    keys(hand, "1890")
    expect(page.locator("[data-changes]")).to_contain_text("posts 7 → 8")
    expect(page.locator("[data-off=P3]")).to_contain_text("90 mm further than drawn")
    expect(hand.locator("[data-hole=P3] [data-big]")).to_have_text("1890 mm")
    page.get_by_role("button", name="What to do about it").click()
    page.locator("[data-way=keep] button").click()
    expect(page.locator("[data-changes]")).not_to_contain_text("posts 7")
    expect(hand.locator("[data-big]")).to_have_text("1890 mm")
    stake(page, "log")
    expect(page.locator("[data-line=post]").first).to_contain_text("mark 1890 mm")


def test_a_footing_that_stands_elsewhere_is_measured_on_the_phone_and_told_at_the_desk(page, phone, site):
    """One of three 120 further along its beam; the desk says so, and its plan is that of the deck as it stands."""
    job = add_job(site.url, deck(6000, 3600, 900))
    open_job(page, site.url, job)
    stake(page, "build")
    hand = phone()
    on_site(hand, site.url, job)
    one(hand, "F2")
    drawn = hand.locator("[data-hole=F2] [data-big]").inner_text()
    assert drawn == "2975 mm"
    hand.get_by_role("button", name="Mark measured").click()
    keys(hand, "3395")
    expect(hand.locator("[data-hole=F2] [data-big]")).to_have_text("3395 mm")
    expect(page.locator("[data-off=F2]")).to_contain_text("420 mm further than drawn")
    hand.get_by_role("button", name="Depth reached").click()
    keys(hand, "700")
    expect(hand.get_by_text("700 mm deep").first).to_be_visible()
    expect(hand.get_by_text("420 mm further than drawn").first).to_be_visible()


def test_a_bay_is_measured_and_cut_at_the_saw_and_both_phones_know(phone, site):
    job = add_job(site.url, yard())
    line, saw = phone(), phone()
    on_site(line, site.url, job, "Mara")
    on_site(saw, site.url, job, "Ike")
    mode(saw, "Cuts")
    one(saw, "G1-X")
    mode(line, "Bays")
    one(line, "bay 1")
    line.get_by_role("button", name="Measure").click()
    keys(line, "1702")
    expect(line.locator("[data-bay='bay 1'] [data-big]")).to_have_text("1702 mm")
    mode(line, "Cuts")
    one(line, "G1-X")
    expect(line.locator("[data-ticket]")).to_contain_text("0 of")
    saw.get_by_role("button", name="One is cut").click()
    expect(line.locator("[data-ticket]")).to_contain_text("1 of")
    expect(line.locator("[data-ticket]")).to_contain_text("all 1 are cut")
    line.get_by_role("button", name="The last one was not cut").click()
    expect(saw.locator("[data-ticket]")).to_contain_text("0 of")


def test_a_second_reading_on_one_phone_answers_the_first_and_keeps_what_else_was_read(phone, site):
    job, hand = add_job(site.url, fence((10_800, 0))), phone()
    on_site(hand, site.url, job)
    one(hand, "P2")
    hand.get_by_role("button", name="Depth reached").click()
    keys(hand, "1040")
    for mark in ("1810", "1790"):
        hand.get_by_role("button", name="Mark measured").click()
        keys(hand, mark)
        expect(hand.locator("[data-big]")).to_have_text(f"{mark} mm")
    expect(hand.locator("[data-hole=P2]")).to_contain_text("1040 mm deep")
    hand.get_by_role("button", name="Stands as drawn").click()
    one(hand, "✓ P2")
    expect(hand.locator("[data-big]")).to_have_text("1800 mm")
    expect(hand.locator("[data-hole=P2]")).to_contain_text("1040 mm deep")
    expect(hand.locator("[data-sync=sent]")).to_be_visible()
    mode(hand, "Log")
    expect(hand.get_by_label("To settle")).to_have_count(0)


def test_a_code_on_paper_opens_the_very_part(phone, site):
    job, hand = add_job(site.url, yard()), phone()
    on_site(hand, site.url, job)
    hand.goto(f"{site.url}/job/{job}/on-site?at=cuts&part=G1-T")
    expect(hand.locator("[data-ticket='G1-T']")).to_be_visible()
    hand.goto(f"{site.url}/job/{job}/on-site?at=holes&part=P5")
    expect(hand.locator("[data-hole=P5]")).to_be_visible()


def test_a_hold_point_stops_the_step_until_it_is_passed(phone, site):
    job = add_job(site.url, yard())
    hand = phone()
    on_site(hand, site.url, job)
    mode(hand, "Steps")
    one(hand, "3")
    expect(hand.locator("article")).to_contain_text("1 thing to look at first")
    expect(hand.get_by_role("button", name="Done", exact=True)).to_have_count(0)
    hand.get_by_role("button", name="Not right").click()
    expect(hand.locator("[data-hold]")).to_contain_text("Not right, Mara")
    hand.get_by_role("button", name="Passed").click()
    hand.get_by_role("button", name="Done", exact=True).click()
    expect(hand.get_by_role("button", name="✓ 3")).to_be_visible()
    hand.get_by_role("button", name="Done all the same…").click()
    hand.get_by_label("Why it is done all the same").fill("the inspector saw it")
    hand.get_by_role("button", name="Done", exact=True).click()
    expect(hand.get_by_role("button", name="✓ 4")).to_be_visible()
    expect(hand.locator("[data-sync=sent]")).to_be_visible()
    assert [e["values"].get("reason") for e in entries(site.url, job) if e["kind"] == "step"] == [
        "",
        "the inspector saw it",
    ]
    mode(hand, "Log")
    hand.get_by_role("button", name="What lies under it").click()
    hand.get_by_role("button", name="P3", exact=True).evaluate("piece => piece.click()")
    seen = hand.get_by_role("region", name="Seen of P3")
    expect(seen).to_contain_text("Passed before “Dig the holes”")


def test_what_comes_off_the_lorry_is_ticked_off_and_the_desk_knows_what_is_short(page, phone, site):
    job = add_job(site.url, yard())
    hand = phone()
    on_site(hand, site.url, job)
    mode(hand, "Goods")
    posts = hand.locator("[data-arrival=uk_100x100]").first
    ordered = posts.locator("span").first.inner_text().split()[0]
    posts.get_by_role("button", name="All came").click()
    expect(posts).to_contain_text(f"{ordered} lengths here")
    rails = hand.locator("[data-arrival=uk_38x87]").first
    rails.get_by_role("button", name="Otherwise").click()
    hand.get_by_label("How many came").fill("1")
    hand.get_by_label("Of them damaged").fill("3")
    expect(hand.get_by_role("button", name="It came so")).to_be_disabled()
    hand.get_by_label("Of them damaged").fill("1")
    hand.get_by_role("button", name="It came so").click()
    expect(hand.locator("[data-arrivals]")).to_contain_text("1 only in part, 1 damaged")
    open_job(page, site.url, job)
    stake(page, "build")
    expect(page.locator("[data-came]")).to_contain_text("1 only in part")
    expect(page.get_by_text(re.compile("1 on .*, 1 damaged"))).to_be_visible()
    rails.get_by_role("button", name="Otherwise").click()
    hand.get_by_role("button", name=re.compile("Take back: 1 on")).click()
    expect(page.locator("[data-came]")).not_to_contain_text("damaged")


def test_a_level_and_a_staff_tell_how_high_supports_stand(phone, site):
    """1400 on one footing that is right; on the next, drawn as high, it reads 1388: that stands 12 high."""
    job = add_job(site.url, deck())
    hand = phone()
    on_site(hand, site.url, job)
    mode(hand, "True")
    hand.get_by_role("button", name="Staff reads").click()
    keys(hand, "1400")
    expect(hand.get_by_text("The staff reads 1400 mm on F1")).to_be_visible()
    hand.locator("[data-support=F2]").get_by_role("button", name="Reading").click()
    expect(hand.get_by_text("As drawn it reads 1400 mm")).to_be_visible()
    keys(hand, "1388")
    mode(hand, "Log")
    expect(hand.get_by_text("12 mm high")).to_be_visible()
    (told,) = entries(site.url, job)
    assert (told["part"], told["values"]) == ("footing/F2", {"off_mm": 12})


def test_a_post_out_of_plumb_both_ways_and_a_footing_off_its_line(phone, site):
    """A post leans 12 mm a metre to the right, more than it may; a pad 30 off its beam's line leaves the post 20 from its edge."""
    hand = phone()
    on_site(hand, site.url, add_job(site.url, fence((9000, 0))))
    one(hand, "P2")
    hand.get_by_role("button", name="Leans across").click()
    keys(hand, "12", "to the right")
    expect(hand.get_by_text("leans 12 mm a metre to the right")).to_be_visible()
    hand.get_by_role("button", name="Off the string").click()
    keys(hand, "6", "to the left")
    expect(hand.get_by_text("6 mm off the string, to the left")).to_be_visible()
    job = add_job(site.url, deck(4000, 3000, 600, put("deck.footings.kind", "pad")))
    hand = phone()
    on_site(hand, site.url, job)
    one(hand, "F2")
    hand.get_by_role("button", name="Off its line").click()
    box = hand.locator("[data-hole] + div").bounding_box()
    assert box, "there is no drawing beside the hole"
    assert box["height"] > 300, "the drawing beside the hole is small"
    keys(hand, "30", "away from the house")
    expect(
        hand.get_by_text("30 mm off its beam's line, away from the house: the post stands 20 mm from the edge")
    ).to_be_visible()
    hand.get_by_role("button", name="What to do about it").click()
    expect(hand.get_by_role("button", name="Put F2 right, as it was drawn")).to_be_visible()


def test_a_fault_is_found_on_the_walk_and_another_noted_to_put_right_by_a_day(phone, site):
    """The place is picked on the drawing, what it costs is told; what is to be put right has its day, and is in the calendar."""
    job = add_job(site.url, deck())
    hand = phone()
    on_site(hand, site.url, job)
    mode(hand, "Walk")
    hand.get_by_role("button", name="On the drawing").click()
    hand.get_by_role("list", name="Parts on As built").get_by_role("button", name="D3", exact=True).dispatch_event(
        "click"
    )
    expect(hand.get_by_label("Where")).to_have_value("D3")
    hand.get_by_label("What it costs to put right").fill("lots")
    expect(hand.get_by_role("alert")).to_be_visible()
    hand.get_by_label("Places").select_option(index=2)
    expect(hand.get_by_label("Note", exact=True)).to_have_value(re.compile("16 h of work"))
    hand.get_by_label("What it costs to put right").fill("80")
    hand.get_by_role("button", name="It is so").click()
    expect(hand.get_by_text("✓ It is so")).to_be_visible()
    mode(hand, "Log")
    hand.get_by_label("Note", exact=True).fill("plane the last board")
    hand.get_by_text("To put right by when").click()
    hand.get_by_label("By", exact=True).fill("2027-01-15")
    hand.get_by_label("It costs").fill("12,5")
    hand.get_by_role("button", name="To put right", exact=True).click()
    expect(hand.get_by_role("button", name="Done", exact=True)).to_be_visible()
    found, punch = entries(site.url, job)
    assert (found["values"]["cost"], found["values"]["answer"]) == (80, "wrong")
    assert found["values"]["place"] == "D3"
    assert (punch["values"]["due"], punch["values"]["cost"]) == ("2027-01-15", 12.5)
    with urllib.request.urlopen(f"{site.url}/api/jobs/{job}/exports/ics/days") as answer:
        assert b"plane the last board" in answer.read()


def test_fifty_entries_without_a_signal_over_a_reload_and_a_killed_browser_arrive_once(driver, site, tmp_path):
    job = add_job(site.url, yard())

    def start():
        return driver.chromium.launch_persistent_context(
            str(tmp_path), executable_path="/usr/bin/chromium", args=FLAGS, **PHONE
        )

    def note(page: Page, first: int, last: int) -> None:
        for n in range(first, last):
            page.get_by_label("Note").fill(f"note {n}")
            page.get_by_role("button", name="Note", exact=True).click()
            expect(page.get_by_label("Note")).to_have_value("")
        expect(page.get_by_label("Not sent yet").locator("li")).to_have_count(last)

    context = start()
    page = context.pages[0]
    on_site(page, site.url, job)
    page.evaluate("navigator.serviceWorker.ready")
    page.reload()
    expect(page.locator("[data-sync=sent]")).to_be_visible()
    context.set_offline(True)
    mode(page, "Log")
    note(page, 0, 25)
    expect(page.locator("[data-sync=away]")).to_contain_text("25 kept")
    page.reload()
    mode(page, "Log")
    note(page, 25, 50)
    subprocess.run(["pkill", "-9", "-f", str(tmp_path)], check=False)
    assert entries(site.url, job) == []
    context = start()
    page = context.pages[0]
    page.goto(f"{site.url}/job/{job}/on-site")
    expect(page.locator("[data-sync=sent]")).to_be_visible()
    mode(page, "Log")
    expect(page.locator("[data-line=note]")).to_have_count(50)
    arrived = [e["values"]["text"] for e in entries(site.url, job)]
    assert arrived == [f"note {n}" for n in range(50)], "each once, in order"
    context.close()


def test_two_phones_without_a_signal_measure_one_post_and_both_are_kept(page, phone, site):
    job = add_job(site.url, fence((10_800, 0)))
    hands = [phone(), phone()]
    for hand, name, mark in zip(hands, ("Mara", "Ike"), ("1890", "1850"), strict=True):
        on_site(hand, site.url, job, name)
        hand.context.set_offline(True)
        one(hand, "P2")
        hand.get_by_role("button", name="Mark measured").click()
        keys(hand, mark)
        expect(hand.locator("[data-big]")).to_have_text(f"{mark} mm")
    for hand in hands:
        hand.context.set_offline(False)
        expect(hand.locator("[data-sync=sent]")).to_be_visible()
    open_job(page, site.url, job)
    stake(page, "build")
    asked = page.locator("[data-asked]").filter(has_text="measured more than once")
    expect(asked).to_contain_text(re.compile("1890 mm by Mara.*1850 mm by Ike"))
    asked.get_by_role("button", name="Take it back").first.click()
    expect(page.locator("[data-asked]")).to_have_count(0)
    assert len(entries(site.url, job)) == 3


def test_the_laser_drops_out_is_said_and_a_figure_is_typed_instead(engine, phone):
    device = serve(0, seed=3)
    threading.Thread(target=device.serve_forever, daemon=True).start()
    site = Site(engine, laser=Laser(f"127.0.0.1:{device.server_address[1]}", seconds=1.5))
    try:
        job, hand = add_job(site.url, fence((10_800, 0))), phone()
        on_site(hand, site.url, job)
        mode(hand, "Bays")
        hand.get_by_role("button", name="Measure").click()
        hand.get_by_role("button", name="Laser").click()
        expect(hand.get_by_role("dialog")).to_contain_text("mean of ")
        device.how = "nonsense"
        hand.get_by_role("button", name="Laser").click()
        expect(hand.get_by_role("dialog")).to_contain_text("sends nothing that can be read")
        hand.get_by_role("button", name="Close").click()
        hand.get_by_role("button", name="Measure").click()
        keys(hand, "1695")
        expect(hand.locator("[data-big]")).to_have_text("1695 mm")
    finally:
        hand.context.close()
        site.stop()
        device.shutdown()
        device.server_close()


def test_what_lies_in_the_ground_is_asked_for_and_late(page, site):
    job = add_job(site.url, yard())
    open_job(page, site.url, job)
    stake(page, "site")
    page.get_by_role("button", name="Have services located").click()
    expect(page.locator("[data-located]")).to_contain_text("not set up")
    expect(page.locator("[data-located=none]")).to_be_visible()


def test_own_timber_is_told_once_and_chosen_like_any_other(page, site):
    job = add_job(site.url, yard())
    open_job(page, site.url, job)
    stake(page, "buy")
    page.get_by_role("button", name="Our own timber").click()
    page.get_by_label("Name of own timber").fill("Wide slab")
    page.get_by_label("Thickness", exact=True).fill("24")
    page.get_by_label("Width", exact=True).fill("210")
    page.get_by_label("Lengths", exact=True).fill("2.1 m; 4.2 m")
    page.get_by_role("button", name="Add it").click()
    expect(page.locator("[data-own='Wide slab']")).to_contain_text("24 mm × 210 mm")
    page.get_by_role("button", name="Close").click()
    stake(page, "skin")
    page.get_by_label("Board", exact=True).select_option(label="Wide slab")
    stake(page, "buy")
    expect(page.locator("main")).to_contain_text("Wide slab")
    page.get_by_role("button", name="Our own timber").click()
    page.get_by_role("button", name="Take away", exact=True).last.click()
    expect(page.get_by_role("dialog").get_by_role("alert")).to_contain_text("in use")


def test_own_screws_are_bought_instead_of_those_on_the_list(page, site):
    job = add_job(site.url, yard())
    open_job(page, site.url, job)
    stake(page, "buy")
    page.get_by_role("button", name="Our own timber").click()
    goods = page.get_by_label("Our own fixings and hardware")
    goods.get_by_label("Instead of").select_option("screw")
    add = goods.get_by_role("button", name="Add the hardware")
    for name, value in (("called", "Gold screw"), ("in lengths of", "55; 80"), ("in packs of", "ten")):
        expect(add).to_be_disabled()
        goods.get_by_label(f"Own hardware {name}").fill(value)
    add.click()
    expect(page.get_by_role("dialog").get_by_role("alert")).to_contain_text("“ten” is not how many")
    goods.get_by_label("Own hardware in packs of").fill("144")
    add.click()
    expect(page.locator("[data-own-good='Gold screw']")).to_be_visible()
    page.get_by_role("button", name="Close").click()
    expect(page.locator("main")).to_contain_text("Gold screw 80 mm")
    page.get_by_role("button", name="Our own timber").click()
    page.locator("[data-own-good]").get_by_role("button", name="Take away").click()
    expect(page.locator("[data-own-good]")).to_have_count(0)


def test_own_deck_boards_and_bags_are_told_and_chosen(page, site):
    job = add_job(site.url, deck())
    open_job(page, site.url, job)
    stake(page, "buy")
    page.get_by_role("button", name="Our own timber").click()
    page.get_by_label("What it is for").select_option("decking")
    for name, value in (
        ("Name of own timber", "Dense board"),
        ("Thickness", "25"),
        ("Width", "160"),
        ("Lengths", "4 m"),
    ):
        page.get_by_label(name, exact=True).fill(value)
    add = page.get_by_role("button", name="Add it")
    expect(add).to_be_disabled()
    told = (
        ("on joists at most", "450"),
        ("at 45° at most", "350"),
        ("with a gap of", "9"),
        ("at least", "4"),
        ("at most", "8"),
    )
    for words, value in told:
        page.get_by_label(f"Deck boards {words}", exact=True).fill(value)
    add.click()
    expect(page.get_by_role("dialog").get_by_role("alert")).to_contain_text("between the least and the most")
    page.get_by_label("Deck boards with a gap of").fill("6")
    add.click()
    expect(page.locator("[data-own='Dense board']")).to_contain_text("deck boards")
    page.get_by_label("Name of own bag").fill("Half a hundredweight")
    page.get_by_label("Weight of own bag, kg").fill("25.4")
    page.get_by_role("button", name="Add the bag").click()
    expect(page.locator("[data-own-bag]")).to_contain_text("25.4 kg")
    page.get_by_role("button", name="Close").click()
    stake(page, "skin")
    page.get_by_label("Board", exact=True).select_option(label="Dense board")
    stake(page, "holes")
    page.get_by_label("Bags", exact=True).select_option(label="Half a hundredweight")
    stake(page, "buy")
    expect(page.locator("main")).to_contain_text("Half a hundredweight")
