"""Held over styles, fits, fixings, corners, gates and regions: what is drawn is what is counted is what is bought."""

import itertools
from collections import Counter

import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cutting.plan import used_mm
from rowstake.core.drawing import scenes
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.views import desk
from tests.jobs import edited, fence, put

CASES = [(style, fit) for style, entry in CATALOGUE.styles.items() for fit in entry.fits]


@st.composite
def jobs(draw):
    region = draw(st.sampled_from(list(CATALOGUE.regions)))
    style, fit = draw(st.sampled_from(CASES))
    turns = [0.0, *draw(st.lists(st.floats(-100, 100), max_size=2))]
    job = fence(*((draw(st.floats(1500, 14_000)), turn) for turn in turns), region=region, style=style)
    edits = [
        put("fence.skin.fit", fit),
        put("fence.posts.method", draw(st.sampled_from(list(CATALOGUE.methods)))),
        put("fence.rails.fixing", draw(st.sampled_from(["face", "between", "let_in"]))),
        put("fence.posts.doubled", draw(st.sampled_from(["none", "gates", "all"]))),
        put("fence.posts.at_wall", draw(st.sampled_from(["on", "back", "front"]))),
        put("fence.skin.side", draw(st.sampled_from(["left", "right"]))),
        put("fence.skin.start", draw(st.sampled_from(["start", "end"]))),
        put("fence.skin.height_mm", draw(st.floats(700, 1820))),
        put("fence.bays.way", draw(st.sampled_from(["equal", "module"]))),
        put("fence.bays.remainder", draw(st.sampled_from(["start", "end"]))),
        put("fence.bays.max_mm", draw(st.floats(900, 2700))),
        put("fence.bays.module_mm", draw(st.floats(900, 2700))),
        put("fence.bays.told", draw(st.sampled_from(["centres", "clear"]))),
    ]
    if draw(st.booleans()):
        edits.append(
            {"do": "add_gate", "leg": 0, "at_mm": draw(st.floats(0, 12_000)), "opening_mm": draw(st.floats(600, 3000))}
        )
    if draw(st.booleans()):
        edits.append(
            {"do": "add_obstacle", "leg": 0, "at_mm": draw(st.floats(0, 1500)), "width_mm": draw(st.floats(50, 900))}
        )
    if draw(st.booleans()):
        length = job.fence.legs[0].length_mm
        wall = draw(st.sampled_from(["", ", wall"]))
        rows = draw(st.lists(st.tuples(st.floats(0, 1), st.floats(-900, 900)), min_size=1, max_size=5))
        edits.append(
            {"do": "levels", "text": "\n".join(f"{length * at:.0f}, {level:.0f}{wall}" for at, level in sorted(rows))}
        )
        edits.append(put("fence.slope.way", draw(st.sampled_from(["stepped", "raked", "contour", "level"]))))
        edits.append(put("fence.slope.equal_steps", draw(st.booleans())))
        edits.append(put("fence.slope.fill", draw(st.booleans())))
    job = edited(job, *edits)
    try:
        return plan(job)
    except JobFault:
        assume(False)


@settings(max_examples=120, deadline=None, suppress_health_check=[HealthCheck.too_slow, HealthCheck.filter_too_much])
@given(jobs())
def test_a_fence_holds_together(made):
    _posts_and_bays(made)
    _boards(made)
    _drawn_counted_bought(made)
    assert desk(made).stakes


def _posts_and_bays(made):
    for leg in made.layout.legs:
        marks = [p.on(leg.index) for p in made.layout.leg_posts(leg.index)]
        assert marks[0] == 0
        assert marks[-1] == pytest.approx(leg.length_mm)
        assert marks == sorted(marks)
        bays = sum(b.centres_mm for b in made.layout.bays if b.leg == leg.index)
        gates = sum((o.right.on(leg.index) - o.left.on(leg.index)) for o in made.layout.openings if o.leg == leg.index)
        assert bays + gates == pytest.approx(leg.length_mm)
    labels = [p.label for p in made.layout.posts]
    assert len(set(labels)) == len(labels)
    for post in made.layout.posts:
        kind = made.digger.of(post)
        hole = kind.hole
        cut = made.digger.cut(post)
        assert cut.length_mm == pytest.approx(made.levels.above_mm(post) + hole.embedment_mm)
        if made.brief.fence.slope.way != "level":
            assert cut.above_mm >= made.brief.above_ground_mm - 1e-6
        assert not kind.dug or hole.embedment_mm >= max(450, made.brief.job.site.frost_depth_mm)


def _boards(made):
    width = made.brief.board.width_mm
    for course in made.courses:
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
            place = part.place
            profile = made.levels.profiles[place.leg]
            end = made.layout.legs[place.leg].length_mm
            low, high = max(place.left_mm, 0.0), min(place.right_mm, end)
            if high <= low:
                continue
            slope = place.bottom_rise_mm / (place.right_mm - place.left_mm)
            for x, ground in profile.corners(low, high):
                foot = place.bottom_mm + slope * (x - place.left_mm)
                assert foot >= ground - 1e-6, (part.label, x, foot, ground)


def _drawn_counted_bought(made):
    pieces = [p for p in made.parts if p.unit == "piece"]
    labels = Counter(p.label for p in pieces)
    assert max(labels.values()) == 1
    drawn = Counter(
        s.of for s in scenes(made)["elevation"].shapes
        if s.look in ("post", "rail", "board", "frame", "brace") and s.kind in ("poly", "line")
    )  # fmt: skip
    assert drawn == labels
    assert sum(len(c.labels) for c in made.lists.cuts) == len(pieces)
    for key, cuts in made.lists.plans.items():
        wanted = Counter(round(p.length_mm, 3) for p in pieces if p.material == key)
        planned = Counter(cuts.too_long_mm and {m: wanted[m] for m in cuts.too_long_mm})
        for pattern in cuts.patterns:
            assert used_mm(pattern.pieces_mm, pattern.stock_mm) <= pattern.stock_mm + 1e-6
            for length, n in Counter(pattern.pieces_mm).items():
                planned[length] += n * pattern.count
        assert planned == wanted
        bought = {r.length_mm: r.buy for r in made.lists.buy if r.item == CATALOGUE.sections[key].name and r.length_mm}
        assert bought == cuts.boards


def test_two_pieces_never_overlap_in_a_row_of_rails():
    made = plan(fence((9137, 0), (5221, 60), (3333, -120)))
    rows = {}
    for part in made.parts:
        if part.kind == "rail":
            rows.setdefault((part.place.leg, part.place.bottom_mm), []).append(
                (part.place.left_mm, part.place.right_mm)
            )
    for pieces in rows.values():
        for (_, end), (start, _) in zip(sorted(pieces), sorted(pieces)[1:], strict=False):
            assert end == pytest.approx(start)
    posts = {0: [p.on(0) for p in made.layout.leg_posts(0)]}
    joints = {round(end, 6) for (leg, _), pieces in rows.items() if leg == 0 for _, end in sorted(pieces)[:-1]}
    assert joints <= {round(p, 6) for p in posts[0]}
