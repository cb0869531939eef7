"""A lower level before the deck: worked by hand, counted with it, checked by itself."""

import pytest

from rowstake.core.desk import desk
from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.trades.deck.views.figures import deck_figures
from tests.decks import deck
from tests.holds.solids import check_solids
from tests.jobs import put, scenes

ADD = {"do": "add_level"}


def with_level(*edits):
    """4 × 3 m at 600, and before it 2 × 1.2 m at 410: one riser of 190 down."""
    return deck(4000, 3000, 600, ADD, put("deck.levels.1.shape.out_mm", 1200), *edits)


def test_a_level_is_one_riser_down_before_the_far_edge():
    [level] = with_level().deck.levels[1:]
    assert (level.id, level.x_mm, level.y_mm, level.height_mm) == ("Q1", 0, 3000, 410)
    assert level.shape.width_mm == 2000


def test_its_pieces_by_hand():
    made = plan(with_level())
    [low] = made.laid.lower
    # Free-standing: 25 of overhang all round, so its frame is 1950 × 1150 and its joists 1150 − 2 × 47.
    joists = [p for p in low.parts if p.kind in ("joist", "end joist")]
    assert {p.length_mm for p in joists} == {1056}
    assert len(joists) == 6  # ends, and on centre at 425, 825, 1225, 1625
    # Boards 2000 long: (1200 + 6)/151 = 7 rows and 1200 − 1057 = 143.
    boards = [p for p in low.parts if p.kind == "board"]
    assert [round(p.width_mm) for p in boards] == [145] * 7 + [143]
    assert {p.length_mm for p in boards} == {2000}
    assert all(label.startswith("Q1-") for label in (p.label for p in low.parts))
    # They lie from 3000 out to 4200, from 382 to 410 over the ground.
    ys = [-y for p in boards for _, y, _ in p.solid.corners]
    assert (min(ys), max(ys)) == (3000, 4200)
    assert {z for p in boards for _, _, z in p.solid.corners} == {382, 410}
    assert {q.height_mm for q in low.posts} == {
        410 - 28 - low.supports.joist.width_mm - b - 75 for b in {x.section.width_mm for x in low.supports.beams}
    }


def test_figures_and_lists_count_both():
    one, two = plan(deck()), plan(with_level())
    a, b = ({f.key: f.number for f in deck_figures(m)} for m in (one, two))
    assert b["area"] == pytest.approx(a["area"] + 2.4)
    assert b["boards"] == a["boards"] + 8
    assert b["footings"] == a["footings"] + len(two.laid.lower[0].footings)
    assert two.lists.concrete_m3 > one.lists.concrete_m3
    assert len({p.label for p in two.parts if p.unit == "piece"}) == sum(p.unit == "piece" for p in two.parts)
    shown = desk(two)
    assert {"Q1-P1", "Q1-F1", "Q1-D1"} <= set(shown.things)
    assert {s.of for s in shown.scenes["plan"].shapes} >= {"Q1-D1", "Q1-J1"}


def test_workings_tell_of_both():
    made = plan(with_level())
    told = made.workings
    # 12 m² and 2 × 1.2 m; 20 rows of 3 m and 8 of 1.2; the year in the boards is one for both.
    assert told["area"].value == "12.00 m²; level Q1: 2.40 m²"
    assert "level Q1: 8 rows" in told["boards"].formula
    assert "level Q1: at Q1-P" in told["stack"].formula
    assert "level Q1" not in told["seasons"].formula
    assert not any("level Q1" in w.formula for w in plan(deck()).workings.values())


def test_on_falling_ground_its_posts_are_as_much_longer():
    flat, fallen = plan(with_level()), plan(with_level(put("deck.ground.fall_out_mm", 300)))
    for a, b in zip(flat.laid.lower[0].posts, fallen.laid.lower[0].posts, strict=True):
        assert b.height_mm - a.height_mm == pytest.approx(300 * a.on_site[1] / 3000)


def test_a_step_of_more_than_a_riser_is_told_and_settled():
    job = with_level(put("deck.levels.1.height_mm", 350))
    [finding] = [f for f in plan(job).findings if f.rule == "level_step"]
    assert "250 mm down" in finding.title
    after = plan(apply_raw(job, list(finding.fixes[0].edits)))
    assert not [f for f in after.findings if f.rule == "level_step"]


def test_advice_on_a_level_mends_that_level():
    job = with_level(put("deck.levels.1.shape.out_mm", 1100))
    # 7 rows and 1100 − 1057 = 43.
    [finding] = [f for f in plan(job).findings if f.rule == "last_row" and "Q1" in f.title]
    assert set(finding.where) <= {p.label for p in plan(job).parts}
    fix = next(f for f in finding.fixes if f.label.startswith("Build out"))
    after = apply_raw(job, list(fix.edits))
    assert after.deck.levels[1:][0].shape.out_mm == pytest.approx(1100 + 145 - 43)
    assert after.deck.levels[0].shape.out_mm == 3000


def test_levels_do_not_lie_under_each_other():
    with pytest.raises(JobFault) as fault:
        plan(with_level(put("deck.levels.1.y_mm", 2500)))
    assert fault.value.faults[0].field == "deck.levels.1.y_mm"
    assert apply_raw(with_level(), [{"do": "remove_level", "id": "Q1"}]).deck.levels[1:] == []
    with pytest.raises(JobFault):
        apply_raw(with_level(), [{"do": "remove_level", "id": "Q9"}])


def test_cuts_and_levels_are_dragged_to_what_a_tape_reads():
    job = with_level(
        {"do": "add_cut", "kind": "notch"},
        {"do": "add_cut", "kind": "clip", "corner": "far_left"},
        {"do": "add_cut", "kind": "hole"},
    )
    moved = apply_raw(job, [
        {"do": "move_cut", "id": "N1", "x_mm": 2985, "y_mm": 2210},
        {"do": "move_cut", "id": "C1", "x_mm": 210, "y_mm": 2790},
        {"do": "move_cut", "id": "H1", "x_mm": 1613, "y_mm": 1204},
        {"do": "move_level", "id": "Q1", "x_mm": 512, "y_mm": 3049},
    ])  # fmt: skip
    notch, clip, hole = moved.deck.levels[0].shape.cuts
    assert (notch.along_mm, notch.out_mm) == (1000, 800)  # from the far right corner at 4000, 3000
    assert (clip.along_mm, clip.out_mm) == (400, 400)  # twice what its middle is dragged in
    assert (hole.x_mm + hole.along_mm / 2, hole.y_mm + hole.out_mm / 2) == pytest.approx((1613, 1204), abs=26)
    assert (moved.deck.levels[1:][0].x_mm, moved.deck.levels[1:][0].y_mm) == (500, 3050)
    handles = {(h.kind, h.id): h.at for h in scenes(plan(moved))["plan"].handles}
    assert handles["cut", "N1"] == (3000, -2200)
    assert handles["cut", "C1"] == (200, -2800)
    assert handles["level", "Q1"] == (500, -3050)
    with pytest.raises(JobFault):
        apply_raw(job, [{"do": "move_cut", "id": "N9", "x_mm": 0, "y_mm": 0}])


def test_braces_reach_no_further_than_the_next_beam():
    """A tall lower level whose tree pushes two rows of beams together: the braces between them would pass through a beam."""
    hole = {"id": "K1", "kind": "hole", "x_mm": 843.75, "y_mm": 675, "along_mm": 60, "out_mm": 300, "what": "oak tree"}
    job = deck(
        6000, 3000, 1219, ADD, put("deck.levels.1.height_mm", 1029), put("deck.levels.1.shape.width_mm", 1500),
        put("deck.levels.1.shape.out_mm", 1200), put("deck.levels.1.shape.cuts", [hole]),
    )  # fmt: skip
    check_solids(plan(job))
