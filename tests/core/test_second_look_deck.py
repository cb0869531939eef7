"""What somebody else quotes for a deck, each figure worked by hand."""

import pytest

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.trades.deck.components.guard.bays import bays_of
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.views.second import second_look
from tests.decks import deck
from tests.jobs import put

STEPS = [{"do": "add_steps", "side": "far"}, put("deck.guard.edges", "needed")]


def told(made, **quoted):
    return second_look(made, made.trade.second_look, quoted)


def test_a_quotation_beside_a_deck_with_steps_and_a_guard():
    """900 in four risers is 225, over the 190 of the region; in five it is the plan's own."""
    made = plan(deck(4800, 3600, 900, *STEPS))
    (four,) = told(made, risers=4)
    assert (four.agrees, four.ours) == ("short", "5")
    assert "225 mm each; at most 190 mm" in four.words
    assert told(made, risers="5")[0].agrees == "agrees"
    load = sum(f.load_kn for f in made.laid.footings)
    (half,) = told(made, footings=2)
    assert half.agrees == "short"
    assert made.brief.printer.force(load / 2) in half.words
    (wide,) = told(made, spacing_mm="600 mm")
    assert wide.agrees == "short"
    assert "further than that" in wide.words
    assert told(made, spacing_mm=made.laid.main.grid.spacing_mm)[0].agrees == "agrees"
    few, most, none = told(made, joists=2), told(made, stringers=12), told(made, guard_posts=2)
    assert (few[0].agrees, most[0].agrees, none[0].agrees) == ("short", "over", "cannot be")
    # Fewer posts are enough as long as rails still reach, on average.
    bays = bays_of(made.laid.main)
    posts, whole = len(lay_line(made.laid.main).posts), sum(b.centres_mm for b in bays)
    for fewer in (0, 1, 2):
        (verdict,) = told(made, guard_posts=posts - fewer)
        left = len(bays) - fewer
        assert verdict.agrees == ("agrees" if whole / left <= CATALOGUE.deck.guard_posts_mm else "short")
    (gaps,) = told(made, balusters=10)
    assert gaps.agrees == "short"
    everything = told(made, bags=made.lists.bags, boards=made.count("board"), joists=len(made.laid.main.grid.joists))
    assert [v.name for v in everything] == ["joists", "bags", "boards"]
    assert {v.agrees for v in everything} == {"agrees"}


def test_what_is_not_planned_is_over():
    made = plan(deck(3000, 2400, 400))
    assert [v.agrees for v in told(made, risers=3, stringers=4, guard_posts=6, balusters=40)] == ["over"] * 4
    assert told(made, footings=0)[0].agrees == "cannot be"
    with pytest.raises(JobFault) as refused:
        told(made, nails=5)
    assert refused.value.faults[0].field == "quoted.nails"
