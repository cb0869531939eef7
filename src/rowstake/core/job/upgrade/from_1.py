"""Schema 1 told the first level of a deck in three places, `shape`, `levels.height_mm` and the others in `lower`; now all of
them are `levels`, the first one at the house. How the ground falls and what is asked for over which height stand apart."""

from __future__ import annotations

from typing import Any

from rowstake.core.job.decks import every_deck

FALLS = ("fall_out_mm", "fall_along_mm", "paving_mm")
OVER = ("guard_over_mm", "permit_over_mm")


def step(document: dict[str, Any]) -> dict[str, Any]:
    return every_deck(document, _deck)


def _deck(deck: dict[str, Any]) -> dict[str, Any]:
    """What does not look as schema 1 wrote it is left where it was, for the reader to refuse by its name."""
    told = deck.get("levels")
    if not isinstance(told, dict):
        return deck
    out = {key: value for key, value in deck.items() if key not in ("shape", "levels", "lower")}
    main: dict[str, Any] = {"id": "main", "x_mm": 0.0, "y_mm": 0.0}
    if "shape" in deck:
        main["shape"] = deck["shape"]
    if "height_mm" in told:
        main["height_mm"] = told["height_mm"]
    unknown = {key: value for key, value in told.items() if key not in ("height_mm", *FALLS, *OVER)}
    lower = deck.get("lower", [])
    out["levels"] = [{**main, **unknown}, *lower] if isinstance(lower, list) else lower
    out["ground"] = {key: told[key] for key in FALLS if key in told}
    out["over"] = {key: told[key] for key in OVER if key in told}
    return out
