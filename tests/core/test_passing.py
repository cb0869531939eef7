"""While a handle is dragged the drawing is made of the line alone: the same drawing as the whole plan gives."""

from __future__ import annotations

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from rowstake.core.drawing.thin import Window
from rowstake.core.faults import JobFault
from rowstake.core.passing import in_passing
from rowstake.core.plan import plan
from rowstake.core.sight import Sight, seen
from tests.decks import deck
from tests.jobs import edited, fence, put

STYLES = ("close_butted", "board_on_board", "sheet_panels", "spaced_pickets", "lapped", "stacked_channels")


@given(
    st.lists(st.tuples(st.integers(2000, 9000), st.integers(-80, 80)), min_size=1, max_size=4),
    st.sampled_from(STYLES), st.sampled_from(["left", "right"]), st.booleans(), st.floats(0, 400),
)  # fmt: skip
@example([(9000, 0), (9000, 80), (9000, 80), (9000, 80)], "close_butted", "left", False, 0.0)
def test_what_is_sketched_is_what_is_planned(legs, style, side, gate, falls):
    job = edited(fence(*legs, style=style), put("fence.skin.side", side), put("fence.falls_mm", falls))
    if gate:
        job = edited(job, {"do": "add_gate", "leg": 0, "at_mm": 400, "opening_mm": 900})
    try:
        in_passing(job, ["plan"], {})
    except JobFault as fault:  # a line that crosses itself: refused in the same words
        with pytest.raises(JobFault) as whole:
            plan(job)
        assert whole.value.faults == fault.faults
        return
    window = {"plan": Window((0.0, -2000.0), (3000.0, 2000.0))}
    assert in_passing(job, ["plan", "elevation", "nothing"], {}) == {
        "plan": seen(plan(job), Sight("line")).scenes["plan"]
    }
    assert in_passing(job, ["plan"], window) == {"plan": seen(plan(job), Sight("line", windows=window)).scenes["plan"]}


def test_a_deck_sketches_nothing():
    assert in_passing(deck(), ["plan"], {}) == {}
