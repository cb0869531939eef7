"""What is told of a place goes into the job: frost, gust, snow where the job has any, and the climate that is most like its months."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits import apply_raw
from rowstake.core.site.conditions import Conditions, climate_like, place_told
from tests.decks import deck
from tests.jobs import yard

COLD = CATALOGUE.climates["cold_winter"]
TOLD = Conditions(900.0, 33.0, 1.5, [t + 1 for t in COLD.temperature_c], [h - 3 for h in COLD.humidity_pct])


def test_the_nearest_climate_is_taken_and_only_what_is_otherwise_is_an_edit():
    assert climate_like(TOLD) == "cold_winter"
    told = place_told(deck(), "kestrel", TOLD)
    assert {e["path"]: e["value"] for e in told.edits} == {
        "site.frost_depth_mm": 900.0, "site.gust_mps": 33.0, "site.climate": "cold_winter", "deck.loads.snow_kpa": 1.5,
        "terms.calendar.place": "kestrel",
    }  # fmt: skip
    assert told.words.startswith("freezes 900 mm deep, gusts of 33 m/s, snow 1.5 kPa; its year is most like ")
    after = apply_raw(deck(), list(told.edits))
    assert place_told(after, "kestrel", TOLD).edits == ()


def test_a_fence_carries_no_snow_and_feet_are_printed():
    assert "deck.loads.snow_kpa" not in {e["path"] for e in place_told(yard(), "kestrel", TOLD).edits}
    feet = apply_raw(yard(), [{"do": "set", "path": "units", "value": "ft-in"}])
    assert place_told(feet, "kestrel", TOLD).words.startswith(
        "freezes 2'-11 7/16\" deep, gusts of 73.8 mph, snow 31 psf"
    )
