"""The bodies of a picture that can be turned, the panels of each step, details at larger scale, and what the rules chose."""

import pytest

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.desk import desk
from rowstake.core.drawing import standing as standing_room
from rowstake.core.drawing.standing import standing
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.preview import consequence
from tests.decks import deck
from tests.jobs import edited, fence, put, scenes, yard


def test_a_post_and_its_hole_as_bodies_by_hand():
    made = standing(plan(fence((3600, 0))).parts)
    assert made.steps == ["holes", "frame", "skin"]
    post = next(b for b in made.bodies if b.label == "P1")
    # A block: eight corners, two triangles to each of six sides, twelve edges.
    assert (len(post.corners), len(post.faces), len(post.edges)) == (24, 36, 24)
    assert [min(post.corners[2::3]), max(post.corners[2::3])] == [-950, 1900]
    # A gravel bed of 24 sides is round: lines along its two rims only.
    gravel = next(b for b in made.bodies if b.look == "gravel")
    assert len(gravel.edges) == 2 * 2 * 24
    for body in made.bodies:
        assert max(body.faces + body.edges) == len(body.corners) / 3 - 1


def test_too_many_pieces_are_refused_in_words(monkeypatch):
    monkeypatch.setattr(standing_room, "MOST_BODIES", 10)
    with pytest.raises(JobFault, match="glTF"):
        standing(plan(yard()).parts)


@pytest.mark.parametrize(
    "job",
    [
        yard(),
        edited(fence((3600, 0)), {"do": "style", "style": "horizontal"}),
        deck(4000, 3000, 600),
        deck(4000, 3000, 300, support="free"),
    ],
)
def test_each_step_names_panels_that_are_there(job):
    shown = desk(plan(job))
    titles = {s.title for s in shown.schedules}
    assert list(shown.panels) == [s.key for s in shown.stakes]
    for panels in shown.panels.values():
        drawn = [name for panel in panels for name in panel.scenes]
        assert set(drawn) <= set(shown.scenes)
        assert len(drawn) == len(set(drawn))  # nothing is drawn twice
        assert {p.schedule for p in panels if p.schedule} <= titles
        assert all([bool(p.scenes), bool(p.schedule), bool(p.own)].count(True) == 1 for p in panels)


def test_the_joint_is_drawn_as_it_is_built():
    made = scenes(plan(yard()))
    told = {s.text for s in made["joint_above"].shapes if s.kind in ("dim", "text")}
    # Boards of 150 edge to edge on posts of 100; from the end rails of 38, boards of 19, posts 50 proud of them.
    assert told == {"150", "edge to edge", "100"}
    side = {s.text for s in made["joint_side"].shapes if s.kind == "dim"}
    # The middle of the top rail lies 150 under the boards' top, its upper edge 150 − 87/2.
    assert side == {"38", "19", "50 proud", "107"}


def test_the_edge_of_a_deck_is_drawn_as_it_is_built():
    made = plan(deck(4000, 3000, 600))
    drawn = scenes(made)
    for name in ("edge", "last"):
        told = {s.text for s in drawn[name].shapes if s.kind in ("dim", "text")}
        assert any("gap" in text for text in told)
    # 3000 of rows of 145 and gaps of 6: what is left at the house is ripped.
    p = made.brief.printer
    assert p.fine(made.laid.main.last_mm) in {s.text for s in drawn["last"].shapes if s.kind == "dim"}


def test_a_long_line_is_broken_into_legs_one_above_the_other():
    rows = [
        {leg.start[1] for leg in scenes(plan(fence(*legs)))["elevation"].legs}
        for legs in (((9000, 0), (9000, 90), (9000, 90)), ((3000, 0),))
    ]
    assert len(rows[0]) > 1
    assert rows[1] == {0.0}


def test_what_the_rules_chose_stands_beside_its_blank():
    made = desk(plan(yard())).chosen
    assert (made["fence.posts.hole_mm"], made["fence.posts.depth_mm"], made["fence.rails.count"]) == (
        "300 mm",
        "950 mm",
        "3",
    )
    own = desk(plan(edited(yard(), put("fence.rails.count", 4), put("fence.posts.depth_mm", 1000)))).chosen
    assert not {"fence.rails.count", "fence.posts.depth_mm"} & set(own)
    frame = plan(deck(4000, 3000, 600))
    chosen = desk(frame).chosen
    assert chosen["deck.joists.size"] == frame.laid.main.supports.joist.name
    assert chosen["deck.beams.rows"] == "1"


def test_figures_are_weighed():
    made = plan(edited(yard(), put("fence.skin.height_mm", 1800)))
    told = consequence(yard(), made, [put("fence.bays.max_mm", 1200)])
    weighs = {d.key: d.weighs for d in told.differences}
    assert weighs["posts"] == weighs["bags"] == "worse"  # more of both
    assert weighs["gust"] == "better"
    assert weighs["spacing"] == ""


@pytest.mark.parametrize("job", [yard(), deck(4000, 3000, 600)])
def test_every_figure_is_told_to_its_steps(job):
    made = plan(job)
    keys = {f.key for f in made.trade.figures(made)}
    assert keys <= CATALOGUE.figures.keys()
    assert {s for key in keys for s in CATALOGUE.figures[key].stakes} <= set(made.trade.stages)
