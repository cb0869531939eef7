"""Decks that several tests share. TERRACE is worked by hand in test_deck_by_hand.py."""

from __future__ import annotations

from rowstake.core.edits import apply_raw
from rowstake.core.trades.deck.document import DeckJob, new_deck
from tests.jobs import put


def deck(width=4000.0, out=3000.0, height=600.0, *edits, region="uk_ireland", support="ledger") -> DeckJob:
    return apply_raw(new_deck("Test deck", region, width, out, height, support), list(edits))


def cut(number=0, **values):
    """Edits that set fields of a cut."""
    return [put(f"deck.levels.0.shape.cuts.{number}.{key}", value) for key, value in values.items()]
