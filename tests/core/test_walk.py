"""Random edits, one after another: see tests/holds/walk.py. `scripts/search` walks on for as long as one likes."""

import os

from hypothesis import HealthCheck, example, given, settings
from hypothesis import strategies as st

from tests.decks import deck
from tests.holds.extremes import extremes
from tests.holds.walk import walk
from tests.jobs import put, yard


@settings(
    max_examples=int(os.environ.get("ROWSTAKE_EXAMPLES", 6)), deadline=None, suppress_health_check=list(HealthCheck)
)
@given(st.integers(0, 2**48))
@example(1101091)  # a clipped corner whose last joist lies between two rims
@example(174717538552627)  # bars in a gate
@example(140260412482)  # a notch as narrow as a joist
@example(250)  # a side out of square by half a degree
@example(254995)  # a notch that runs into a clipped corner
@example(15516374540)  # gaps wider than what is left beside the last board
@example(5233645)  # a corner clipped so steeply that its rim is mitred with the end joist
@example(5425)  # a doubled post at a corner so sharp that its second stood out of their hole
def test_a_walk_of_edits_holds(seed):
    walk(seed)


def test_every_number_at_its_least_and_most():
    cut_out = {"do": "add_cut", "kind": "hole"}
    assert extremes(yard()) > 100
    assert extremes(deck(5000, 4000, 900, cut_out, {"do": "add_level"}, put("deck.boards.fascia", "uk_19x175"))) > 100
