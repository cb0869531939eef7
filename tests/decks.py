"""Decks that several tests share. TERRACE is worked by hand in test_deck_by_hand.py."""

from __future__ import annotations

import os

from hypothesis import HealthCheck, settings
from hypothesis import strategies as st

from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.trades.deck.document import DeckJob, new_deck
from tests.jobs import put
from tests.refused import drawn_again

ANY = settings(
    max_examples=int(os.environ.get("ROWSTAKE_EXAMPLES", 18)) // 3,
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much],
)


def deck(width=4000.0, out=3000.0, height=600.0, *edits, region="uk_ireland", support="ledger") -> DeckJob:
    return apply_raw(new_deck("Test deck", region, width, out, height, support), list(edits))


def cut(number=0, **values):
    """Edits that set fields of a cut."""
    return [put(f"deck.levels.0.shape.cuts.{number}.{key}", value) for key, value in values.items()]


def planned(draw, width, out, heights, edits, region):
    """The plan of a deck of any height between two; what is refused is drawn again."""
    support = draw(st.sampled_from(["ledger", "free"]))
    try:
        return plan(deck(width, out, draw(st.floats(*heights)), *edits, region=region, support=support))
    except JobFault as fault:
        drawn_again(fault)
