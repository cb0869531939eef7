import pytest

from rowstake.core.beside import comparison, side_by_side, variants
from rowstake.core.faults import JobFault
from rowstake.core.job import read_job_text, write_job_text
from rowstake.core.plan import plan
from rowstake.core.trades.fence.laid import bay_weights_kg
from rowstake.core.views.second import second_look
from tests.jobs import edited, fence, put, scenes, yard


def look(job, **quoted):
    made = plan(job)
    return {v.name: v for v in second_look(made, made.trade.second_look, quoted)}


def test_posts_that_mean_centres_no_rail_reaches():
    # 19 posts on one straight run of 90 m: 18 bays of 5 m, and no rail is sold over 4.8 m.
    [verdict] = look(fence((90_000, 0)), posts=19).values()
    assert (verdict.agrees, verdict.ours) == ("short", "51")
    assert "mean 5000 mm centres on average, which your rails of 4800 mm do not reach" in verdict.words
    assert look(fence((90_000, 0)), posts=51)["posts"].agrees == "agrees"
    few = look(yard(), posts=5)["posts"]
    assert few.agrees == "cannot be"
    assert few.words == "The ends, corners and gates alone take 6 posts."


def test_every_other_quantity_in_words():
    said = look(yard(), bags=60, boards=130, rails=15, screws=400, centres_mm=2400)
    # 60 × 20 kg ÷ 2136 = 0.562 m³ over 14 holes: 40 litres each; they take 0.98244/14 = 70.
    assert (
        said["bags"].words
        == "60 × 20 kg bag make 0.56 m³: 40 litres to a hole; these holes take 70 litres each on average."
    )
    assert said["bags"].agrees == "short"
    assert (said["boards"].ours, said["boards"].agrees) == ("136", "short")
    assert said["rails"].words == "At the lengths of this plan that is 2.0 rows; it has 3."
    assert said["screws for boards"].agrees == "short"
    # Runs of 9, 2.4375, 2.4375 and 4.5 m at 2.4 m: 4 + 2 + 2 + 2 bays, and 14 − 12 posts more than bays.
    assert said["centres"].words.startswith("Centres of 2400 mm at most need 12 posts")
    over = look(yard(), boards=200)["boards"]
    assert (over.agrees, over.words) == ("over", "64 to spare, 47 %.")


def test_variants_are_set_aside_compared_and_kept():
    job = edited(yard(), {"do": "set_aside", "name": "Close"}, {"do": "style", "style": "lapped"})
    assert write_job_text(read_job_text(write_job_text(job))) == write_job_text(job)
    now, close = variants(job)
    assert (now.label, now.chosen, close.label, close.chosen) == ("in hand", True, "Close", False)
    boards = [next(f.text for f in s.figures if f.key == "boards") for s in (now, close)]
    assert boards == ["202", "136"]
    kept = edited(job, *close.edits)
    assert kept.variants == []
    assert kept.fence == yard().fence
    swapped = edited(job, {"do": "take_variant", "name": "Close"})
    assert swapped.variants[0].fence.skin.style == "lapped"
    with pytest.raises(JobFault, match="taken"):
        edited(job, {"do": "set_aside", "name": "Close"})
    with pytest.raises(JobFault, match="no variant"):
        edited(job, {"do": "take_variant", "name": "Open"})
    with pytest.raises(JobFault):
        edited(job, {"do": "set_aside", "name": "b"}, {"do": "set_aside", "name": "c"})


def test_ways_over_the_ground_stand_beside_each_other():
    job = edited(fence((7200, 0)), {"do": "levels", "text": "0, 0\n7200, -600"}, put("fence.slope.way", "raked"))
    sides = comparison(job, "slopes")
    assert [(s.label, s.chosen) for s in sides] == [("stepped", False), ("raked", True), ("contour", False)]
    gaps = [next(f.text for f in s.figures if f.key == "gap_under") for s in sides]
    assert gaps == ["200 mm", "50 mm", "50 mm"]
    assert all(s.scene.shapes for s in sides)


def test_weight_of_a_bay_by_hand():
    made = plan(edited(fence((1800, 0)), put("fence.skin.fit", "balanced")))
    # Boards from −50 to 1850, 19 thick and 1800 high; three rails of 1900, 38 × 87; 500 kg/m³ and 1.35 for water.
    kg = (1900 * 1800 * 19 + 3 * 1900 * 38 * 87) / 1e9 * 500 * 1.35
    assert bay_weights_kg(made)[1] == pytest.approx(kg)


def test_what_the_wind_asks():
    sides = comparison(yard(), "wind")
    gust = {s.label: next(f.number for f in s.figures if f.key == "gust") for s in sides}
    assert list(gust) == [
        "as it is",
        "posts at 1350 mm",
        "125×125 posts",
        "100 mm deeper",
        "holes 350 mm across",
        "spaced pickets",
    ]
    assert all(value > gust["as it is"] for label, value in gust.items() if label != "as it is")
    # The earth governs and holds in proportion to the hole's width: √(350/300) of the gust.
    assert gust["holes 350 mm across"] == pytest.approx(gust["as it is"] * (350 / 300) ** 0.5, abs=0.06)


def test_the_wind_is_drawn_in_proportion():
    made = plan(yard())
    drawn = scenes(made)["wind"]
    bars = {s.of: max(y for _, y in s.points) for s in drawn.shapes if s.kind == "poly"}
    assert len(bars) == 13
    for gust in made.laid.gusts:
        for where in gust.where:
            assert bars[where] == pytest.approx(min(gust.stands.holds_to_mps / 30, 2) * 1500)
    weak = {s.of for s in drawn.shapes if s.look == "zone"}
    assert weak == set(made.laid.gusts[0].where)


def test_so_much_a_metre_and_a_foot_by_hand():
    job = edited(yard(), put("fence.skin.style", "lapped"))
    for units, base_m in (("mm", 1.0), ("ft-in", 0.3048)):
        made = plan(edited(job, put("units", units)))
        [side] = side_by_side(made.brief.job, [("as it is", [])])
        line, p = 19.5 / base_m, made.brief.printer
        assert side.per["posts"] == f"{14 / line:.3g} a {'m' if units == 'mm' else 'ft'}"
        assert side.per["load"] == f"{p.weight(made.lists.kg / line)} a {'m' if units == 'mm' else 'ft'}".replace(
            "  ", " "
        )
        assert side.per["timber"].startswith(p.length(made.lists.timber_mm / line))
    # 14 posts over 19.5 m, and over 64 ft.
    assert side.per["posts"] == "0.219 a ft"
    assert ("lb" in side.per["load"], "mm" in side.per["timber"]) == (True, False)


def test_ways_are_weighed_against_the_job_as_it_is():
    sides = side_by_side(
        yard(), [("as it is", []), ("closer posts", [put("fence.bays.max_mm", 1200)]), ("the same", [])]
    )
    assert [s.label for s in sides] == ["as it is", "closer posts"]  # what changes nothing stands there once
    assert {sides[0].weighs[k] for k in ("posts", "bags", "gust")} == {""}
    assert (sides[1].weighs["posts"], sides[1].weighs["gust"]) == ("worse", "better")
    assert sides[0].scene.low == sides[1].scene.low
    assert sides[0].scene.high == sides[1].scene.high
