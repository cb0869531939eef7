"""A cut wherever a line is drawn: what it goes through, by hand, and the lines that are refused."""

import pytest

from rowstake.core.drawing import cut as room
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from tests.decks import deck
from tests.jobs import fence


def cut_between(made, start, end):
    return room.cut_between(made.parts, made.brief.printer, start, end)


def test_a_cut_across_a_fence_by_hand():
    made = plan(fence((3600, 0)))
    # Half-way along the first bay: three rails of 38 × 87 and one board of 19, boards on the left of the line.
    cut = cut_between(made, (905, -500), (905, 500))
    boxes = {
        (s.look, round(max(x for x, _ in s.points) - min(x for x, _ in s.points)), round(max(y for _, y in s.points) - min(y for _, y in s.points)))
        for s in cut.shapes
        if s.kind == "poly"
    }  # fmt: skip
    assert boxes == {("rail", 38, 87), ("board", 19, 1800)}
    assert sum(s.look == "rail" for s in cut.shapes) == 3
    # The other way round it is seen from the other side: the board lies left of the rails instead of right.
    back = cut_between(made, (905, 500), (905, -500))

    def middle(scene, look):
        return sum(x for s in scene.shapes if s.look == look for x, _ in s.points) / sum(
            len(s.points) for s in scene.shapes if s.look == look
        )

    assert (middle(cut, "board") - middle(cut, "rail")) == pytest.approx(
        -(middle(back, "board") - middle(back, "rail"))
    )


def test_a_cut_ends_where_its_line_does():
    made = plan(deck(4000, 3000, 600))
    whole, half = (
        [s for s in cut_between(made, (2010, -3500), (2010, end)).shapes if s.kind == "poly"] for end in (500, -1500)
    )
    width = [
        max(x for s in shapes for x, _ in s.points) - min(x for s in shapes for x, _ in s.points)
        for shapes in (whole, half)
    ]
    assert width[0] >= 2990
    assert width[1] == pytest.approx(width[0] - 1500, abs=30)


@pytest.mark.parametrize(("start", "end"), [((0, 0), (0, 20)), ((90_000, 0), (90_000, 4000))])
def test_a_line_too_short_or_beside_the_job_is_refused(start, end):
    with pytest.raises(JobFault, match=r"too short|Nothing of the job"):
        cut_between(plan(fence((3600, 0), style="close_butted")), start, end)
