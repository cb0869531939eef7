"""The year in the boards, by the published equations worked here by hand."""

import math

import pytest

from rowstake.core.drawing.seasons import season_scenes
from rowstake.core.plan import plan
from tests.jobs import edited, put, yard


def emc(t, h):
    w = 349 + 1.29 * t + 0.0135 * t * t
    k = 0.805 + 0.000736 * t - 0.00000273 * t * t
    k1 = 6.27 - 0.00938 * t - 0.000303 * t * t
    k2 = 1.91 + 0.0407 * t - 0.000293 * t * t
    kh = k * h
    return 1800 / w * (kh / (1 - kh) + (k1 * kh + 2 * k1 * k2 * kh**2) / (1 + k1 * kh + k1 * k2 * kh**2))


def test_wet_boards_butted_open_in_the_dry_of_the_year():
    made = plan(edited(yard(), put("fence.skin.stock", "wet"), put("fence.skin.fit", "balanced")))
    # Mild and wet, May is driest: 12 °C and 74 %. Spruce moves 0.00263 of its width for each per cent, from 28 down.
    may = made.laid.year.months[4]
    assert may.moisture_pct == pytest.approx(emc(12, 0.74))
    assert may.joint_mm == pytest.approx(150 * 0.00263 * (28 - emc(12, 0.74)))
    assert made.laid.year.most == may
    assert made.laid.year.least.joint_mm > 0
    assert not [f for f in made.findings if f.rule == "season_joint"]


def test_dry_boards_butted_press_in_winter():
    made = plan(edited(yard(), put("fence.skin.stock", "meter"), put("fence.skin.meter_pct", 10)))
    [finding] = [f for f in made.findings if f.rule == "season_joint"]
    wettest = max(
        emc(t, h / 100)
        for t, h in zip(made.laid.year.climate.temperature_c, made.laid.year.climate.humidity_pct, strict=True)
    )
    need = 150 * 0.00263 * (wettest - 10)
    assert made.laid.year.least.joint_mm == pytest.approx(-need)
    assert finding.fixes[0].edits[0]["value"] == math.ceil(need * 2) / 2


def test_laps_shrink_with_the_boards():
    made = plan(edited(yard(), {"do": "style", "style": "lapped"}, put("fence.skin.stock", "wet")))
    least = made.laid.year.least
    closest = min(c.laid.lap_mm for c in made.laid.courses)
    assert least.joint_mm == pytest.approx(closest - 125 * 0.00263 * (28 - emc(12, 0.74)))


def test_the_strip_shows_the_joint_of_each_month():
    made = plan(edited(yard(), {"do": "style", "style": "spaced_pickets"}))
    strips = season_scenes(made.laid.year, made.brief.board.width_mm, made.brief.printer)
    assert [s.title for s in strips][:2] == ["January", "February"]
    for month, strip in zip(made.laid.year.months, strips, strict=True):
        boards = [s.points for s in strip.shapes if s.look == "board"]
        gap = min(x for x, _ in boards[1]) - max(x for x, _ in boards[0])
        assert gap == pytest.approx(month.joint_mm)
