"""What holds of any fence that can be planned: posts and bays add up, nothing in the ground, drawn is counted is bought."""

import itertools
from collections import Counter

import pytest

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.desk import desk
from tests.holds.cuts import cut_from
from tests.jobs import scenes, spot


def check_fence(made):
    posts_and_bays(made)
    boards_fill_and_clear_the_ground(made)
    drawn_counted_bought(made)
    weak_is_told(made)
    assert desk(made).stakes


def weak_is_told(made):
    """Nothing is weaker than its site asks without a word."""
    p, site = made.brief.printer, made.brief.job.site
    rules = {f.rule for f in made.findings}
    if made.laid.gusts and p.speed(made.laid.holds_to_mps) != p.speed(site.gust_mps):
        assert made.laid.holds_to_mps >= site.gust_mps or "gust" in rules
    for gate in made.laid.gates:
        assert gate.weight_kg <= gate.hinge_kg + 0.05 or gate.gate.wheel or "hinge_over" in rules


def posts_and_bays(made):
    for leg in made.laid.layout.legs:
        marks = [p.on(leg.index) for p in made.laid.layout.leg_posts(leg.index)]
        assert marks[0] == 0
        assert marks[-1] == pytest.approx(leg.length_mm)
        assert marks == sorted(marks)
        bays = sum(b.centres_mm for b in made.laid.layout.bays if b.leg == leg.index)
        gates = sum(
            (o.right.on(leg.index) - o.left.on(leg.index)) for o in made.laid.layout.openings if o.leg == leg.index
        )
        assert bays + gates == pytest.approx(leg.length_mm)
    labels = [p.label for p in made.laid.layout.posts]
    assert len(set(labels)) == len(labels)
    for post in made.laid.layout.posts:
        kind = made.laid.digger.of(post)
        hole = kind.hole
        cut = made.laid.digger.cut(post)
        assert cut.length_mm == pytest.approx(made.laid.levels.above_mm(post) + hole.embedment_mm)
        if made.brief.fence.slope.way != "level":
            slopes = [abs(f.slope) for f in made.laid.levels.feet.values()]
            under = max(slopes) * post.face_mm / 2 if made.brief.capped else 0.0  # square, clear of a cap that slopes
            assert cut.above_mm >= made.brief.above_ground_mm - under - 1e-6
        told = "frost" in {f.rule for f in made.findings}
        assert not kind.dug or told or hole.embedment_mm >= max(450, made.brief.job.site.frost_depth_mm)


def boards_fill_and_clear_the_ground(made):
    width = made.brief.board.width_mm
    for course in made.laid.courses:
        boards, laid = course.laid.boards, course.laid
        assert boards[0][0] >= -1e-6
        assert boards[-1][0] + boards[-1][1] <= course.stretch.length_mm + 1e-6
        assert all(0 < w <= width + 1e-6 for _, w in boards)
        if (
            made.brief.fence.skin.fit in ("even", "balanced", "whole")
            and len(boards) > 2
            and not made.brief.style.channels
            and course.stretch.edges == "board"
        ):
            assert boards[-1][0] + boards[-1][1] == pytest.approx(course.stretch.length_mm, abs=0.06)
        for (a, w), (b, _) in itertools.pairwise(boards):
            assert b - (a + w) == pytest.approx(laid.gap_mm - laid.lap_mm, abs=1e-6)

    for part in made.parts:
        if part.kind in ("board", "gate board"):
            place = spot(part)
            profile = made.laid.levels.profiles[place.leg]
            end = made.laid.layout.legs[place.leg].length_mm
            low, high = min(max(place.left_mm, 0.0), end), max(min(place.right_mm, end), 0.0)
            slope = place.foot_rise_mm / (place.right_mm - place.left_mm)
            # Past the ends of its leg the ground goes on as it is there.
            under = profile.corners(low, high) if high > low else [(low, profile.at(low))]
            for x, ground in [(place.left_mm, under[0][1]), *under, (place.right_mm, under[-1][1])]:
                foot = place.bottom_mm + slope * (x - place.left_mm)
                assert foot >= ground - 1e-6, (part.label, x, foot, ground)


def drawn_counted_bought(made):
    pieces = [p for p in made.parts if p.unit == "piece"]
    labels = Counter(p.label for p in pieces)
    assert max(labels.values()) == 1
    drawn = Counter(
        s.of for s in scenes(made)["elevation"].shapes
        if s.look in ("post", "rail", "board", "frame", "brace") and s.kind in ("poly", "line")
    )  # fmt: skip
    bars = Counter(p.label for p in made.parts if p.kind in ("bar", "cleat"))  # drawn too, and bought by number
    assert drawn == labels + bars
    assert sum(len(c.labels) for c in made.lists.cuts) == len(pieces)
    for key, cuts in made.lists.plans.items():
        own = cut_from(made, key, pieces)
        wanted = Counter(blank.length_mm for blank in own)
        planned = Counter(cuts.too_long_mm and {m: wanted[m] for m in cuts.too_long_mm})
        for pattern in cuts.patterns:
            assert pattern.saw == made.brief.job.cutting.saw
            assert pattern.saw.used_mm(pattern.pieces_mm, pattern.stock_mm) <= pattern.stock_mm + 1e-6
            for length, n in Counter(pattern.pieces_mm).items():
                planned[length] += n * pattern.count
        assert planned == wanted
        bought = {r.length_mm: r.buy for r in made.lists.buy if r.item == CATALOGUE.sections[key].name and r.length_mm}
        assert bought == cuts.boards
