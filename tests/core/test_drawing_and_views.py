import pytest

from rowstake.core.desk import desk
from rowstake.core.drawing.answers import DRAWN, answer_scene
from rowstake.core.measure import Printer
from rowstake.core.plan import plan
from rowstake.core.reckoners import find
from rowstake.core.reckoners.base import read_inputs
from rowstake.core.views.answers import rows
from rowstake.core.views.lists import labels_text
from tests.jobs import edited, fence, put, scenes, yard


@pytest.fixture(scope="module")
def shown():
    return desk(plan(yard()))


def test_plan_is_to_scale():
    drawn = scenes(plan(yard()))["plan"]
    posts = {s.of: s.points for s in drawn.shapes if s.look == "post"}
    xs = [x for x, _ in posts["P1"]]
    assert max(xs) - min(xs) == pytest.approx(100)
    assert [h.kind for h in drawn.handles] == ["corner"] * 4 + ["gate"]
    assert [leg.length_mm for leg in drawn.legs] == [9000, 6000, 4500]


def test_section_shows_each_layer_at_its_depth():
    drawn = scenes(plan(edited(yard(), put("site.frost_depth_mm", 600))))
    section = drawn["section_line"]
    concrete = [s for s in section.shapes if s.look == "concrete"]
    assert min(y for s in concrete for _, y in s.points) == pytest.approx(-950)
    assert max(y for s in concrete for _, y in s.points) == 25
    gravel = next(s for s in section.shapes if s.look == "gravel")
    assert sorted({round(y, 6) for _, y in gravel.points}) == [-1050, -950]
    assert {"1050 mm", "950 mm", "100 mm", "300 mm"} <= {s.text for s in section.shapes if s.kind == "dim"}
    assert any(s.look == "frost" and s.points[0][1] == -600 for s in section.shapes)
    assert "section_gate" in drawn


def test_brace_rises_from_the_hinge():
    near = scenes(plan(yard()))["elevation"]
    far = scenes(plan(edited(yard(), {"do": "gate", "id": "G1", "values": {"hinge": "end"}})))["elevation"]
    for drawn, rises in ((near, True), (far, False)):
        brace = next(s for s in drawn.shapes if s.look == "brace")
        (x0, _), (x1, _) = min(brace.points, key=lambda q: q[1]), max(brace.points, key=lambda q: q[1])
        assert (x1 > x0) == rises


def test_every_board_of_a_large_fence_is_drawn():
    made = plan(fence(*((62_500.0, 20.0 if i % 2 else -20.0) for i in range(8))))
    drawn = scenes(made)["elevation"]
    assert made.count("board") > 2500
    assert sum(s.look == "board" and s.kind == "poly" for s in drawn.shapes) == made.count("board")
    assert next(s for s in desk(made).stakes if s.key == "skin").figure == f"{made.count('board')} boards"


def test_string_flags(shown):
    flags = {s.key: s.flag for s in shown.stakes}
    assert flags["skin"] == "needs"
    assert flags["frame"] == "clear"
    assert flags["buy"] == "waits"
    assert next(s for s in shown.stakes if s.key == "line").figure == "14 posts at 1800 mm"
    assert all(s.cautions for s in shown.stakes)


def test_every_figure_and_line_opens_a_working(shown):
    for figure in shown.figures:
        assert shown.workings[figure.working].formula
    for thing in shown.things.values():
        assert all(line.working in shown.workings for line in thing.lines if line.working)
    for working in shown.workings.values():
        assert all((working.rule, working.formula, working.source, working.changes))


def test_post_is_told(shown):
    told = {line.name: line.value for line in shown.things["P8"].lines}
    assert told["mark on leg 2"] == "2438 mm"
    assert told["hole"] == "400 mm across, 1367 mm deep"
    assert told["buy"] == "3600 mm, trim 433 mm off the top"
    assert told["depth-stick mark"] == "1267 mm up from the foot"


def test_tape_marks_both_faces(shown):
    tape = next(t for t in shown.tapes if t.leg == 1 and t.what == "posts")
    assert [(m.of, m.text, m.near, m.far) for m in tape.marks][:3] == [
        ("P6", "0", "-50", "50"), ("P7", "1219", "1169", "1269"), ("P8", "2438", "2375", "2500"),
    ]  # fmt: skip


def test_fields_read_back_in_the_units_of_the_job():
    feet = desk(plan(edited(yard(), put("units", "ft-in"))))
    assert feet.lengths["fence.legs.0.length_mm"] == "29'-6 5/16\""
    assert feet.lengths["fence.skin.gap_mm"] == '0"'
    assert feet.choices["fence.skin.fit"][0].id == "exact"


@pytest.mark.parametrize("name", list(DRAWN))
def test_answers_are_drawn(name):
    r = find(name)
    given = read_inputs(r, r.example)
    out = r.run(given)
    scene = answer_scene(name, given, out, Printer())
    assert scene.shapes
    assert any(s.kind == "dim" for s in scene.shapes)
    # No width of stringer was given, so nothing is left under its cuts; no length of a ledger, so its fixings have no count.
    not_asked = {"stairs": 1, "ledger-fasteners": 1}.get(name, 0)
    each = [len(v) if isinstance(v, list) and v and isinstance(v[0], dict) else 1 for v in out.model_dump().values()]
    assert len(rows(out, Printer("ft-in"))) == sum(each) - not_asked


def test_labels():
    assert labels_text(("a", "b")) == "a, b"
    assert labels_text(tuple(f"B{i}" for i in range(1, 9))) == "B1, B2 … B8 (8)"


def test_a_figure_and_its_working_say_the_same(shown):
    for figure in shown.figures:
        if figure.key not in ("spacing", "hole"):
            assert shown.workings[figure.working].value == figure.text
