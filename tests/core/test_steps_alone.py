"""Steps without a deck: down from what is there already, on stringers or as boxes."""

import pytest

from rowstake.core.check import prove
from rowstake.core.desk import desk
from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.job.files import read_job_text, write_job_text
from rowstake.core.plan import plan
from rowstake.core.trades.deck.document import new_steps
from rowstake.core.trades.deck.views.build import deck_build
from rowstake.files import export, formats
from tests.jobs import put


@pytest.mark.parametrize("region", ["north_america", "uk_ireland", "australia_nz"])
@pytest.mark.parametrize("build", ["stringers", "boxes"])
@pytest.mark.parametrize("height", [360, 540, 1200])
def test_only_steps_are_counted_listed_and_told(region, build, height):
    job = new_steps("Step", region, 1500, height, build)
    made = plan(job)
    assert {p.step for p in made.parts if p.label != "cut ends"} == {"steps"}
    assert {f.stake for f in made.findings} <= {"steps"}
    proof = prove(made.parts)
    assert (proof.clashes, proof.loose, proof.grips) == ((), (), ())
    page = desk(made)
    assert [s.key for s in page.stakes] == ["site", "line", "ground", "steps", "buy", "price", "days", "build", "log"]
    assert not page.needs
    assert {f.working for f in page.figures} <= set(made.workings)
    assert {s.working for s in page.stakes if s.working} <= set(made.workings)
    assert read_job_text(write_job_text(job)) == job


def test_three_steps_by_hand():
    """540 in three risers of 180, 1500 wide: stringers 25 inside both ends, 1450 over 47 at most 304.8 apart: 6. No footing, no joist."""
    made = plan(new_steps("Step", "uk_ireland", 1500, 540))
    (flight,) = (f.number for f in desk(made).figures if f.key == "riser:S1")
    assert flight == 180
    kinds = [p.kind for p in made.parts if p.unit == "piece"]
    assert kinds.count("stringer") == 6
    assert kinds.count("tread") == 4
    assert not {"joist", "post", "board", "rim"} & set(kinds)
    (tape,) = desk(made).tapes
    assert [round(m.mm, 1) for m in tape.marks] == [round(25 + 23.5 + i * (1450 - 47) / 5, 1) for i in range(6)]
    for kind in formats().values():
        for document in () if kind.priced or kind.logged else kind.documents(made):
            assert export(made, kind.id, document)[2]
    wrapped = plan(apply_raw(made.brief.job, [put("deck.steps.0.round_far_mm", 500)]))
    assert any(p.label.startswith("S1-far-") for p in wrapped.parts)


@pytest.mark.parametrize(("width", "height", "field"), [(300, 540, "width_mm"), (1500, 20, "height_mm")])
def test_what_is_no_step_is_refused(width, height, field):
    with pytest.raises(JobFault) as refused:
        new_steps("Step", "uk_ireland", width, height)
    assert any(fault.field.endswith(field) for fault in refused.value.faults)


def test_what_is_looked_at_before_a_pad_is_poured_and_before_boxes_stand_on_it():
    """Nobody sees the bottoms of the holes once they are full, nor the paving under the boxes."""
    job = new_steps("Step", "uk_ireland", 1500, 540, "boxes")
    assert [s.hides for s in deck_build(plan(job)) if s.hides] == [
        "the bottoms of the holes: inspected, clean, on firm ground",
        "the pad under them: level, drained, packed off the wet",
    ]
    paved = apply_raw(job, [put("deck.steps.0.foot", "slab")])
    assert [s.hides for s in deck_build(plan(paved)) if s.hides] == [
        "the paving or slab under them: level, drained, packed off the wet"
    ]
