"""Members over several supports against the published cases."""

import pytest

from rowstake.core.structure.continuous import LoadStretch, Point, bend


def even(length, load=1.0):
    return [LoadStretch(0, length, load)]


@pytest.mark.parametrize(
    ("supports", "shares", "moment"),
    [
        ([0, 1000], [0.5, 0.5], 1 / 8),
        ([0, 1000, 2000], [0.375, 1.25, 0.375], 1 / 8),
        ([0, 1000, 2000, 3000], [0.4, 1.1, 1.1, 0.4], 1 / 10),
        ([0, 1000, 2000, 3000, 4000], [0.393, 1.143, 0.929, 1.143, 0.393], 0.1071),
    ],
)
def test_equal_spans(supports, shares, moment):
    out = bend(supports, 0, supports[-1], even(supports[-1]))
    assert out.reactions == pytest.approx([s * 1000 for s in shares], rel=2e-3)
    assert out.moment_nmm == pytest.approx(moment * 1e6, rel=2e-3)


def test_an_overhang_and_what_it_lifts():
    # R = w·L/2·(1 − c²/L²) and w·L/2·(1 + c/L)² with c a quarter of L.
    out = bend([0, 1000], 0, 1250, even(1250))
    assert out.reactions == pytest.approx([500 * (1 - 1 / 16), 500 * 1.25**2])
    lifted = bend([0, 1000], 0, 1500, [LoadStretch(1000, 1500, 1.0)])
    assert lifted.reactions[0] == pytest.approx(-125)


def test_single_loads():
    assert bend([0, 1000], 0, 1000, [Point(250, 100)]).reactions == pytest.approx([75, 25])
    assert bend([0, 1000], 0, 1000, [Point(250, 100)]).moment_nmm == pytest.approx(100 * 250 * 750 / 1000)
    # Two spans, one loaded in its middle: 13/32, 22/32, −3/32.
    assert bend([0, 1000, 2000], 0, 2000, [Point(500, 32)]).reactions == pytest.approx([13, 22, -3])


def test_fewer_than_two_supports_are_refused():
    with pytest.raises(ValueError):
        bend([0], 0, 1000, even(1000))
