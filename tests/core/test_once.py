"""What is asked again of the same thing is worked out once."""

import pytest

from rowstake.core.once import MOST, once


def test_it_is_worked_out_once_for_each_thing_and_the_oldest_are_given_up():
    asked = []

    @once(lambda thing: (thing,))
    def work(thing):
        asked.append(thing)
        return len(asked)

    things = [[n] for n in range(MOST + 1)]
    assert [work(things[0]), work(things[0]), work([0])] == [1, 1, 2]  # an equal thing is another one
    for thing in things[1:]:
        work(thing)
    before = len(asked)
    assert work(things[-1]) == before
    assert work(things[0]) == before + 1


def test_what_fails_is_asked_again():
    tries = []

    @once(lambda thing: (thing,))
    def work(thing):
        tries.append(thing)
        if len(tries) < 2:
            raise ValueError("not yet")
        return "there"

    thing = object()
    with pytest.raises(ValueError, match="not yet"):
        work(thing)
    assert work(thing) == work(thing) == "there"
    assert len(tries) == 2
