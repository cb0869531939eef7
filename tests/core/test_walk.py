"""Random edits, one after another: see tests/holds/walk.py. `scripts/search` walks on for as long as one likes."""

import os

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.holds.walk import walk


@settings(
    max_examples=int(os.environ.get("ROWSTAKE_EXAMPLES", 40)), deadline=None, suppress_health_check=list(HealthCheck)
)
@given(st.integers(0, 2**48))
def test_a_walk_of_edits_holds(seed):
    walk(seed)
