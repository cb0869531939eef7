"""The benchmarks run against the house as it stands: each makes its jobs, plans them and finds its floor."""

import importlib
import sys
from pathlib import Path

import pytest

from rowstake.core.plan import plan

HERE = Path(__file__).parents[2] / "benchmarks"


@pytest.fixture
def bench(monkeypatch):
    monkeypatch.syspath_prepend(str(HERE))
    yield lambda name: importlib.import_module(name)
    for name in ("timing", "plan", "deck"):
        sys.modules.pop(name, None)


def test_fences_are_planned_and_measured_to_a_floor(bench):
    made = bench("plan")
    assert plan(made.fence(100)).count("board") > 600
    assert plan(made.bank(100)).brief.style.id == "board_on_board"
    assert made.floor(20) > 0


def test_decks_are_planned_and_measured_to_a_floor(bench):
    made = bench("deck")
    assert plan(made.deck(4000, 2500)).count("border") > 3
    assert made.floor(20) > 0
