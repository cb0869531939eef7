"""Ids of parts last while other things change; labels, which are for print, need not."""

from rowstake.core.parts import identified
from rowstake.core.plan import plan
from tests.decks import deck
from tests.jobs import edited, put, yard


def told(job, *beginnings):
    made = identified(plan(job).parts)
    return {k: (p.length_mm, p.solid and p.solid.box) for k, p in made.items() if k.startswith(beginnings)}


def test_a_gate_on_one_leg_leaves_the_ids_of_the_others():
    before, after = yard(), edited(yard(), {"do": "add_gate", "leg": 0, "at_mm": 3000, "opening_mm": 1000})
    [last] = [p.label for k, p in identified(plan(before).parts).items() if k == "3/post/2"]
    [now] = [p.label for k, p in identified(plan(after).parts).items() if k == "3/post/2"]
    assert last != now
    assert told(before, "2/post", "3/", "gate G1/") == told(after, "2/post", "3/", "gate G1/")


def test_a_border_leaves_the_ids_of_joists_and_posts():
    before = deck(4000, 3000, 600)
    after = edited(before, put("deck.joists.doubled_ends", True), put("deck.boards.border.boards", 1))
    kept = ("1/post/", "1/end joist/", "1/beam/")
    assert told(before, *kept) == told(after, *kept)
    assert any(k.startswith("1/border/") for k in identified(plan(after).parts))


def test_every_part_has_one_id():
    for job in (yard(), deck(4000, 3000, 600, {"do": "add_level"})):
        made = plan(job)
        assert len(identified(made.parts)) == len(made.parts)
