"""Schema 2 told the diagonals of the first level's frame beside the levels; now each level has its own."""

from __future__ import annotations

from typing import Any

from rowstake.core.job.decks import every_deck


def step(document: dict[str, Any]) -> dict[str, Any]:
    return every_deck(document, _deck)


def _deck(deck: dict[str, Any]) -> dict[str, Any]:
    """What does not look as schema 2 wrote it is left where it was, for the reader to refuse by its name."""
    levels = deck.get("levels")
    if "squaring" not in deck or not isinstance(levels, list) or not levels or not isinstance(levels[0], dict):
        return deck
    out = {key: value for key, value in deck.items() if key != "squaring"}
    return {**out, "levels": [{**levels[0], "squaring": deck["squaring"]}, *levels[1:]]}
