"""What kinds of parts there are."""

import pytest

from rowstake.core.catalogue import CATALOGUE, Kind
from rowstake.core.kinds import KINDS, kind_of, register
from rowstake.core.parts import Part
from rowstake.core.trades.deck.drawing.on_plan import LAYERS


def test_a_kind_that_is_not_registered_is_refused():
    with pytest.raises(ValueError, match="no kind of part “balloon”"):
        Part("X1", "balloon", "frame", "uk_47x100", "frame")


def test_a_kind_means_one_thing():
    register([KINDS["rail"]])
    with pytest.raises(ValueError, match="“rail” is there already"):
        register([Kind(id="rail", counted="volume")])
    assert kind_of("rail").counted == "cut"


def test_what_is_cut_is_drawn_and_takes_time():
    layers = {layer.key for layer in LAYERS}
    for kind in CATALOGUE.kinds.values():
        assert not kind.layer or kind.layer in layers, kind.id
        if kind.counted == "cut":
            assert kind.look, kind.id
            assert kind.hours_each > 0, kind.id
        assert not (kind.counted != "cut" and kind.finished), kind.id
