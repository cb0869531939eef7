"""The desk: picking, dragging, typing, workings, units, keys."""

import pytest
from playwright.sync_api import expect

from tests.e2e.pages import add_job, figure, open_job, saved, stake, type_in
from tests.jobs import edited, yard


@pytest.fixture
def desk(page, site):
    job = edited(yard(), {"do": "add_obstacle", "leg": 0, "at_mm": 5000, "width_mm": 500})
    key = add_job(site.url, job)
    open_job(page, site.url, key)
    return page


def drag(page, handle, dx, dy):
    box = page.locator(f"[data-handle='{handle}']").bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + dx / 2, y + dy / 2, steps=4)
    page.mouse.move(x + dx, y + dy, steps=4)
    page.mouse.up()


def test_picking_a_post_shows_it_everywhere(desk):
    desk.locator("[data-mark=P3]").click()
    expect(desk.get_by_role("heading", name="P3, line post")).to_be_visible()
    for scene, step in (("plan", "line"), ("elevation", "ground")):
        stake(desk, step)
        mark = desk.locator(f"[data-scene={scene}] polygon[data-of=P3]").first
        expect(mark).to_have_attribute("stroke", "var(--signal)")
    desk.locator("[data-mark=P1]").click()
    desk.get_by_label("Tape hooked at").select_option("1")
    desk.locator("[data-mark=P9]").click()
    stake(desk, "holes")
    expect(desk.get_by_text("Hole of the gate posts").first).to_be_visible()


def test_a_press_on_the_drawing_picks(desk):
    stake(desk, "ground")
    desk.locator("[data-scene=elevation] polygon[data-look=post][data-of=P4]").first.click(
        force=True, position={"x": 2, "y": 40}
    )
    expect(desk.get_by_label("Picked")).to_be_visible()


def test_dragging_an_end_snaps_and_is_saved(desk):
    drag(desk, "corner 3", 30, 0)
    saved(desk)
    shown = desk.locator("[data-scene=plan]").inner_text()
    assert "leg 3" in shown
    text = next(line for line in shown.splitlines() if line.startswith("leg 3"))
    length = int(text.split(":")[1].split()[0])
    assert length < 4500
    assert length % 50 == 0
    desk.get_by_role("button", name="Undo").click()
    expect(desk.locator("[data-scene=plan]")).to_contain_text("leg 3: 4500 mm")


def test_dragging_gate_and_obstacle(desk):
    stake(desk, "gates")
    drag(desk, "gate G1", 0, -18)
    saved(desk)
    place = desk.get_by_label("Gate from").input_value()
    assert place not in ("2500 mm", "")
    drag(desk, "obstacle X1", -25, 0)
    saved(desk)
    stake(desk, "line")
    desk.locator("[data-handle='obstacle X1']").click()
    moved = int(desk.get_by_label("Obstacle from").input_value().split()[0])
    assert moved < 5000
    assert moved % 50 == 0


def test_arrow_keys_move_a_corner(desk):
    desk.locator("[data-handle='corner 3']").focus()
    desk.keyboard.press("ArrowLeft")
    saved(desk)
    expect(desk.locator("[data-scene=plan]")).to_contain_text("leg 3: 4550 mm")


def test_carrying_the_line_on(desk):
    desk.get_by_role("button", name="Carry the line on").click()
    box = desk.locator("[data-scene=plan]").bounding_box()
    handle = desk.locator("[data-handle='corner 3']").bounding_box()
    desk.mouse.click(max(box["x"] + 8, handle["x"] - 60), handle["y"] + 11)
    expect(desk.locator("[data-handle='corner 4']")).to_be_visible()


def test_a_figure_of_the_string_opens_its_working(desk):
    desk.locator("[data-stake=holes] button").last.click()
    expect(desk.get_by_role("dialog")).to_contain_text("The deepest of the depth chosen, frost")


def test_a_figure_opens_its_working(desk):
    desk.locator("[data-figure=bags] button").click()
    working = desk.get_by_role("dialog")
    expect(working).to_contain_text("All holes pooled")
    expect(working).to_contain_text("1.04 m³ × 1.05 ÷ 9.36 litres a bag → 117 × 20 kg bag")
    expect(working).to_contain_text("What would change it")
    desk.keyboard.press("Escape")
    expect(working).to_have_count(0)


def test_units_switch_and_any_unit_is_read(desk):
    desk.get_by_label("Units").select_option("ft-in 16")
    expect(desk.locator("[data-figure=length] dd")).to_have_text("63'-11 11/16\"")
    type_in(desk, "Leg length", "15'")
    expect(desk.get_by_label("Leg length")).to_have_value("15'-0\"")
    desk.get_by_label("Units").select_option("mm 16")
    expect(desk.get_by_label("Leg length")).to_have_value("4572 mm")


def test_history_goes_back(desk):
    type_in(desk, "Leg length", "5 m")
    saved(desk)
    desk.get_by_role("button", name="History").click()
    desk.get_by_role("button", name="Go back to it").last.click()
    expect(desk.get_by_label("Leg length")).to_have_value("4500 mm")


def test_each_stake_has_choices_that_do_something(desk):
    before = figure(desk, "hole")
    stake(desk, "site")
    type_in(desk, "Frost depth", "1.2 m")
    expect(desk.locator("[data-figure=hole] dd")).to_have_text("1300 mm")
    assert before == "1050 mm"
    stake(desk, "holes")
    type_in(desk, "Depth insisted on", "700")
    expect(desk.locator("[data-finding=frost]")).to_be_visible()
    stake(desk, "frame")
    desk.get_by_label("Rows of rails").select_option("4")
    expect(desk.locator("[data-stake=frame]")).to_contain_text("4 rows")
    stake(desk, "skin")
    desk.get_by_label("Board", exact=True).select_option("uk_19x100")
    expect(desk.locator("[data-figure=boards] dd")).not_to_have_text("136")


def test_light_and_dark(desk):
    desk.get_by_role("button", name="Dark").click()
    expect(desk.locator("html")).to_have_attribute("data-theme", "dark")
    desk.reload()
    expect(desk.locator("html")).to_have_attribute("data-theme", "dark")


def test_the_job_stands_and_is_turned(desk):
    desk.get_by_role("button", name="Standing").click()
    picture = desk.locator("canvas")
    expect(picture).to_have_attribute("data-heading", "-62")
    whole = int(picture.get_attribute("data-pieces"))
    picture.focus()
    desk.keyboard.press("ArrowLeft")
    expect(picture).to_have_attribute("data-heading", "-52")
    desk.get_by_role("group", name="Put up to").get_by_role("button", name="Frame").click()
    expect(picture).not_to_have_attribute("data-pieces", str(whole))
    assert 0 < int(picture.get_attribute("data-pieces")) < whole
    desk.get_by_role("button", name="Close", exact=True).click()
    expect(desk.get_by_role("button", name="Standing")).to_be_focused()


def test_the_schedule_of_holes_picks_its_post(desk):
    stake(desk, "holes")
    expect(desk).to_have_title("Test fence, Holes – Row Stake")
    schedule = desk.get_by_role("group", name="Hole schedule")
    schedule.get_by_role("button", name="P4", exact=True).click()
    expect(desk.get_by_role("heading", name="P4,")).to_be_visible()
    expect(schedule.get_by_role("row", name="P4")).to_contain_text("1050 mm")


def test_the_keyboard_reaches_everything(desk):
    desk.keyboard.press("Tab")
    skip = desk.get_by_role("link", name="To the choices")
    for _ in range(30):
        if skip.evaluate("e => e === document.activeElement"):
            break
        desk.keyboard.press("Tab")
    desk.keyboard.press("Enter")
    desk.keyboard.press("Tab")
    expect(desk.get_by_label("Leg", exact=True)).to_be_focused()
    # One stop for the string, the arrows along it.
    desk.locator("[data-stake=line] [data-step]").focus()
    desk.keyboard.press("ArrowRight")
    expect(desk.locator("[data-stake=ground] [data-step]")).to_be_focused()
    expect(desk.locator("[data-stake=ground] [data-step]")).to_have_attribute("aria-current", "step")
    desk.keyboard.press("ArrowLeft")
    # Undo from a blank in which nothing is typed.
    type_in(desk, "Leg length", "4 m")
    expect(desk.locator("[data-figure=length] dd")).to_have_text("19.000 m")
    desk.get_by_label("Leg length", exact=True).focus()
    desk.keyboard.press("Control+z")
    expect(desk.locator("[data-figure=length] dd")).to_have_text("19.500 m")
    # A gate is taken away at its handle, and the parts are picked one after another on the drawing.
    gate = desk.locator("[data-handle='gate G1']")
    gate.focus()
    # On a leg that runs to the right the arrow up is on along it, by a mark of the tape: 50 mm.
    stake(desk, "gates")
    before = desk.get_by_label("Gate from", exact=True).input_value()
    gate.focus()
    desk.keyboard.press("ArrowUp")
    expect(desk.get_by_label("Gate from", exact=True)).to_have_value(f"{int(before.split()[0]) + 50} mm")
    gate.focus()
    desk.keyboard.press("Delete")
    expect(gate).to_have_count(0)
    drawing = desk.locator("[data-scene=plan]")
    drawing.focus()
    desk.keyboard.press("PageDown")
    expect(desk.get_by_label("Picked")).to_be_visible()
    expect(desk.get_by_role("list", name="Parts on Plan").get_by_role("button", name="P1", exact=True)).to_be_attached()
    # One stop for the tape too: the arrows read its marks.
    tape = desk.get_by_label("Tape", exact=True).get_by_role("group")
    tape.focus()
    desk.keyboard.press("ArrowRight")
    desk.keyboard.press("ArrowRight")
    expect(desk.get_by_label("Picked")).to_contain_text("P2")
