"""On site: steps and hold points, cuts at the saw, ways out of a post that is off, a deck's readings, deliveries, inspection, the log."""

from __future__ import annotations

import json
import math
from collections import Counter
from decimal import Decimal

import pytest

from rowstake.cli import main
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cost.book import Book, Item, together
from rowstake.core.faults import JobFault
from rowstake.core.goods import GOODS
from rowstake.core.job import write_job_text
from rowstake.core.measure import Printer
from rowstake.core.plan import plan
from rowstake.core.record import Record, read_entries
from rowstake.core.site.as_built import as_built
from rowstake.core.site.choices import ways_out, with_entries
from rowstake.core.site.cuts import at_the_saw
from rowstake.core.site.inspection import faults_found, inspection
from rowstake.core.site.mending import mends
from rowstake.core.site.opened import opened_again
from rowstake.core.site.sheet import site_sheet
from rowstake.core.site.steps import check_step, steps_told
from rowstake.core.trades.deck.aside import stands_aside
from rowstake.core.trades.deck.built import along_of
from rowstake.core.trades.deck.squaring import rectangle
from tests.core.test_record import LEG, stations
from tests.decks import cut, deck
from tests.entries import entry, raw_entry
from tests.holds.solids import check_solids
from tests.jobs import edited, fence, put, scenes, yard

SET = "set-end-corner-and-gate-posts-then-the-o"


def test_a_step_waits_for_its_hold_points_unless_a_reason_stays():
    made, tick = plan(yard()), entry(3, "step", SET)
    with pytest.raises(JobFault, match="Not yet looked at: what lies in the ground"):
        check_step(made, Record(), tick)
    later = entry(3, "step", "boards-plumb-every-fifth-checked")
    with pytest.raises(JobFault, match="and 2 more"):
        check_step(made, Record(), later)
    failed = Record([entry(1, "hold", f"{SET}/covered", result="fail")])
    with pytest.raises(JobFault, match="Not yet looked at"):
        check_step(made, failed, tick)
    keys = ["dig-the-holes/covered", f"{SET}/covered", f"{SET}/the-gates"]
    passed = Record([entry(n, "hold", key, result="pass") for n, key in enumerate(keys, 4)])
    check_step(made, passed, tick)
    reasoned = entry(3, "step", SET, reason="the inspector saw it by phone")
    check_step(made, Record(), reasoned)
    told = {s.key: s for s in steps_told(made, Record([reasoned]))}
    assert told[SET].done
    assert told[SET].reason == "the inspector saw it by phone"
    assert not told["dig-the-holes"].done


def test_what_was_looked_at_is_found_by_the_piece_it_is_of():
    """The step sets posts: what was seen of them belongs to every post. What lies in the ground is asked before digging: it is of what
    fills the holes. An inspection is of all that was set before it. Pads of steps are poured where the footings are blocks: the bottoms of
    the holes are those of the blocks all the same; the ground under the boxes of S2 is of no step of S1."""
    made = plan(yard())
    posts = {p.label for p in made.parts if p.kind in ("post", "stiffener")}
    seen = Record(
        [entry(1, "hold", f"{SET}/covered", result="pass"), entry(2, "hold", "dig-the-holes/covered", result="fail")]
    )
    holds = {h.key: h for s in steps_told(made, seen) for h in s.holds}
    assert posts <= set(holds[f"{SET}/covered"].about)
    assert "P1" in holds["dig-the-holes/covered"].about
    assert "P1 concrete" in holds["dig-the-holes/covered"].about
    assert holds[f"{SET}/the-gates"].about == ()
    frame = plan(deck(4000, 3000, 600))
    (hold,) = [
        h
        for s in steps_told(frame, Record([entry(1, "hold", "inspection-of-the-frame/covered", result="pass")]))
        for h in s.holds
        if h.looks
    ]
    joists = {p.label for p in frame.parts if p.kind in ("joist", "beam", "ledger")}
    assert joists <= set(hold.about)
    assert not {p.label for p in frame.parts if p.kind == "board"} & set(hold.about)
    boxes = [put(f"deck.steps.{n}.build", "boxes") for n in (0, 1)]
    blocks = plan(
        deck(
            4000,
            3000,
            400,
            {"do": "add_steps", "side": "far"},
            {"do": "add_steps", "side": "left"},
            *boxes,
            put("deck.footings.kind", "block"),
        )
    )
    looked = [entry(1, "hold", "pour-the-footings-and-the-pads-of-steps/covered", result="pass")]
    under = next(s.key for s in steps_told(blocks, Record()) if s.do.startswith("Boxes of S2"))
    looked.append(entry(2, "hold", f"{under}/covered", result="pass"))
    poured, ground = [h for s in steps_told(blocks, Record(looked)) for h in s.holds if h.looks]
    assert "F1" in poured.about
    assert {label.split("-")[0] for label in ground.about} == {"S2"}


def test_ways_out_of_a_footing_that_is_off_or_too_shallow():
    """Three posts under a beam of 4750, 300 in from its ends, 2075 apart. The middle one stands 200 on: divided anew its neighbours are its
    ends and stay; left as drawn they are pinned too. Dug 100 too shallow there is nothing to divide."""
    job = deck(4800, 3600, 600)
    record = Record([entry(1, "post", "footing/F2", at_mm=2575)])
    ways = {w.key: w for w in ways_out(job, record, "entry-0001")}
    assert list(ways) == ["redivide", "keep", "back"]
    assert [e["part"] for e in ways["keep"].entries] == ["footing/F2", "footing/F1", "footing/F3"]
    kept = as_built(job, with_entries(record, ways["keep"].entries)).job
    assert [(f.post, f.off_mm) for f in kept.deck.posts.fixed] == [(2, 200), (1, 0), (3, 0)]
    back = as_built(job, with_entries(record, ways["back"].entries)).job
    assert back.deck.posts.fixed == ()
    shallow = Record([entry(1, "post", "footing/F2", depth_mm=300)])
    assert [w.key for w in ways_out(job, shallow, "entry-0001")] == ["leave", "back"]


def test_what_is_cut_is_not_asked_for_twice_and_what_no_longer_fits_is_offered_elsewhere():
    job = yard()
    saw = at_the_saw(plan(job), Record())
    rail = next(t for t in saw.tickets if t.kind == "rail")
    one = entry(1, "cut", good=rail.good, length_mm=rail.length_mm, label=rail.labels[0])
    after = at_the_saw(plan(job), Record([one]))
    mine = next(t for t in after.tickets if rail.labels[0] in t.labels)
    assert (mine.cut, after.done, after.total) == (1, 1, saw.total)
    assert mine.todo == rail.labels[1:]
    long = entry(1, "cut", good=rail.good, length_mm=rail.length_mm + 25, label=rail.labels[0])
    left = at_the_saw(plan(job), Record([long])).misfits
    assert left[0].label == rail.labels[0]
    assert left[0].offer.startswith("cut it down to ")
    short = entry(1, "cut", good=rail.good, length_mm=120)
    assert at_the_saw(plan(job), Record([short])).misfits[0].offer == "too short for anything that is left"
    assert not at_the_saw(plan(job), Record([one, entry(2, "settled", answers=("entry-0001",))])).done


def test_rails_wait_for_the_posts_at_both_ends_to_be_read():
    sheet = site_sheet(LEG, Record())
    rail = next(t for t in sheet.saw.tickets if t.kind == "rail")
    assert not rail.ready
    assert rail.why.startswith("measure first: bay ")
    assert all(t.ready for t in sheet.saw.tickets if t.kind in ("post", "board"))
    all_read = Record([entry(n, "post", h.id, drawn_mm=h.key_mm) for n, h in enumerate(sheet.site.holes, 1)])
    read = site_sheet(LEG, all_read)
    assert all(t.ready for t in read.saw.tickets)
    assert all(b.read for b in read.site.bays)
    assert read.changes.sentence == "no headline figure changes"


def test_ways_out_of_a_post_that_is_off_and_what_each_would_do():
    record = Record([entry(1, "post", "1/post/2", at_mm=1890, met="root")])
    ways = {w.key: w for w in ways_out(LEG, record, "entry-0001")}
    assert list(ways) == ["redivide", "keep", "back", "another"]
    assert "posts 11 → 12" in ways["redivide"].consequence.sentence
    assert "posts 12 → 11" in ways["keep"].consequence.sentence
    kept = as_built(LEG, with_entries(record, ways["keep"].entries))
    assert stations(kept.job) == [0, 1890, 3600, 5400, 7200, 9000, 10_800]
    back = with_entries(record, ways["back"].entries)
    assert stations(as_built(LEG, back).job) == stations(LEG)
    assert site_sheet(LEG, back).punch[0].fault == "Move P3 back to 1800 mm"
    more = as_built(LEG, with_entries(record, ways["another"].entries))
    assert len(stations(more.job)) == len(stations(as_built(LEG, record).job)) + 1
    twice = Record(
        [entry(1, "post", "1/post/2", at_mm=1860), entry(2, "post", "1/post/2", at_mm=1890, answers=("entry-0001",))]
    )
    away = next(w for w in ways_out(LEG, twice, "entry-0002") if w.key == "back")
    assert stations(as_built(LEG, with_entries(twice, away.entries)).job) == stations(LEG), (
        "no earlier reading comes back"
    )
    with pytest.raises(JobFault, match="no such reading"):
        ways_out(LEG, record, "entry-0009")


def test_out_of_tolerance_is_told_by_the_jobs_own_values():
    record = Record([entry(1, "post", "1/post/2", at_mm=1808, along_mm_m=6, aside_mm=-12, depth_mm=900)])
    hole = next(h for h in site_sheet(LEG, record).site.holes if h.entries)
    assert hole.asks
    assert hole.off == (
        "8 mm further than drawn", "900 mm deep, 150 mm less than asked", "leans 6 mm a metre towards the end",
        "12 mm off the string, to the right",
    )  # fmt: skip
    wide = edited(
        LEG, *(put(f"tolerances.{k}", v) for k, v in (("plumb_mm_m", 10), ("post_mm", 20), ("depth_mm", 200)))
    )
    assert not next(h for h in site_sheet(wide, record).site.holes if h.entries).asks
    assert any("150 mm less than asked" in f.title for f in plan(as_built(LEG, record).job).findings)


def test_a_deck_is_measured_by_its_frame_its_supports_and_its_boards():
    job = deck()
    sheet = site_sheet(job, Record())
    support = next(s for s in sheet.site.supports if s.cut_mm)
    # 600 less boards, joists, beam and post: the top of its footing over the ground, which lies level.
    stack = next(f for f in plan(job).laid.footings if f.label == support.name).post
    assert support.level_mm == pytest.approx(
        600 - 28 - plan(job).laid.main.supports.joist.width_mm - stack.beam_mm - stack.height_mm
    )
    high = Record([entry(1, "height", support.id, off_mm=12)])
    told = next(s for s in site_sheet(job, high).site.supports if s.id == support.id)
    assert told.cut_mm == pytest.approx(support.cut_mm - 12), "cut = drawn − off"
    assert told.asks
    lifted = Record([entry(1, "height", support.id, off_mm=2000)])
    none = next(s for s in site_sheet(job, lifted).site.supports if s.id == support.id)
    assert (none.cut_mm, none.do) == (None, "no room is left for a post: take the footing down")
    assert sheet.site.frames[0].true_mm == job.tolerances.square_mm
    label = support.name.replace("F", "P")
    saw = site_sheet(job, high).saw
    assert any(label in t.labels and t.length_mm == pytest.approx(told.cut_mm) for t in saw.tickets)
    frame = sheet.site.frames[0]
    off = as_built(job, Record([entry(1, "square", "main", a_mm=5000, b_mm=4990)])).job.deck.levels[0].squaring
    assert (off.diagonal_a_mm, off.diagonal_b_mm) == (5000, 4990)
    assert frame.long_mm > frame.wide_mm > 0
    wider = as_built(
        job, Record([entry(1, "size", "deck.levels.0.shape.width_mm", mm=job.deck.levels[0].shape.width_mm + 60)])
    )
    assert wider.job.deck.levels[0].shape.width_mm == job.deck.levels[0].shape.width_mm + 60


def test_widths_measured_on_delivery_come_back_to_the_job():
    job = deck()
    board = next(iter(plan(job).trade.measured(plan(job))))
    wide = CATALOGUE.sections[board].width_mm
    two = Record([entry(n, "delivery", board, count=20, width_mm=wide - d) for n, d in ((1, 2.5), (2, 3.5))])
    assert as_built(job, two).job.deck.boards.measured_mm == pytest.approx(wide - 3), "the mean of what was measured"
    near = Record([entry(1, "delivery", board, count=20, width_mm=wide - 0.5)])
    assert as_built(job, near).job.deck.boards.measured_mm is None, "within tolerance"
    own = Record([*two.entries, entry(3, "size", "deck.boards.measured_mm", mm=wide - 1.5)])
    assert as_built(job, own).job.deck.boards.measured_mm == wide - 1.5
    with pytest.raises(JobFault, match="no more that is damaged"):
        entry(1, "delivery", board, count=2, damaged=3)


def test_an_inspection_asks_every_rule_and_reports_the_worst_first():
    record = Record([
        entry(1, "inspection", "deck_guard_cap_mitres_open", answer="wrong", place="left of the steps"),
        entry(2, "inspection", "deck_ledger_no_flashing_behind_or", answer="wrong"),
        entry(3, "inspection", "deck_boards_joints_unsupported_ends_past", answer="right"),
    ])  # fmt: skip
    made = inspection("deck", record, Printer("mm"))
    rules = [r for r in CATALOGUE.inspection.values() if r.trade == "deck"]
    assert [q.key for q in made.questions] == [r.id for r in rules]
    assert made.verdict == f"1 danger, 1 will show; {len(rules) - 3} not looked at"
    assert [q.bad for q in faults_found(made)] == ["danger", "will show"]
    assert inspection("fence", Record(), Printer("mm")).verdict == "nothing looked at yet"


def test_every_kind_of_entry_is_told_in_words():
    record = Record([
        entry(1, "post", "1/post/2", clear_mm=1700, depth_mm=1000, across_mm_m=-3, aside_mm=4), entry(2, "extra", "1/post", at_mm=2000),
        entry(3, "size", "fence.legs.0.length_mm", mm=10_810), entry(4, "square", "main", a_mm=5000, b_mm=4990), entry(5, "creep", "boards", near_mm=900, far_mm=890),
        entry(6, "height", "footing/F1", off_mm=-4), entry(7, "cut", good="uk_38x87", length_mm=900, label="1R1-1", rack="R3"), entry(8, "step", "dig-the-holes", reason="late"),
        entry(9, "hold", f"{SET}/covered", result="fail", note="water"), entry(10, "delivery", "uk_38x87", count=12, damaged=1, moisture_pct=22), entry(11, "note", text="wet day"),
        entry(12, "punch", "1/post/2", fault="plumb P2", due="2026-04-01", cost=40), entry(13, "inspection", "fence_cap_mitre_open_butt_joint", answer="unseen"),
        entry(14, "settled", answers=("entry-0011",), why="wrong day"),
    ])  # fmt: skip
    log = site_sheet(LEG, record).log
    assert [line.words for line in log] == [
        "1700 mm clear to the post before, 1000 mm deep, across −3 mm a metre, +4 mm off the line", "at 2000 mm", "10810 mm",
        "5000 mm and 4990 mm, 10 mm apart", "900 mm and 890 mm left to cover", "4 mm low", "1 × 900 mm 38×87, for 1R1-1, from offcut R3",
        "done, though something was open: late", "not right: water", "12 came, 1 damaged, 22 % moist", "wet day", "plumb P2, by 1 Apr 2026, costs 40.00",
        "could not be seen", "note of 2 Mar 06:11, wrong day",
    ]  # fmt: skip
    assert [line.id for line in log if not line.counts] == ["entry-0011"]
    assert log[7].part == "Dig the holes"


def test_the_command_line_plans_as_built_and_writes_the_log(tmp_path, capsys):
    job, entries = tmp_path / "job.json", tmp_path / "built.jsonl"
    job.write_text(write_job_text(LEG))
    entries.write_text(json.dumps(raw_entry(1, "post", "1/post/2", at_mm=1890)) + "\n")
    assert main(["plan", str(job), "--built", str(entries)]) == 0
    out = json.loads(capsys.readouterr().out)
    assert "posts 11 → 12" in out["site"]["changes"]["sentence"]
    assert sum(part["kind"] == "post" for part in out["parts"]) == 12
    target = tmp_path / "log.jsonl"
    assert main(["export", str(job), "--format", "log", "--built", str(entries), "--out", str(target)]) == 0
    assert [e.id for e in read_entries(target.read_text())] == ["entry-0001"]
    entries.write_text('{"id": "x"}\n')
    assert main(["plan", str(job), "--built", str(entries)]) == 2
    assert "entries.1.kind" in capsys.readouterr().err


def test_corners_are_set_out_by_a_tape_by_hand():
    """Legs of 9000 and 6000: ⌊min(9000 / 1200, 6000 / 900)⌋ = 6 times three, four and five of 300. At 135° inside: 2 · 3000 · sin 67.5° = 5543."""
    square = site_sheet(fence((9000, 0), (6000, 90)), Record()).site.corners[0]
    assert (square.name, square.angle, square.one, square.other, square.apart) == (
        "P6",
        "90°",
        "7200 mm",
        "5400 mm",
        "9000 mm",
    )
    blunt = site_sheet(fence((9000, 0), (6000, 45)), Record()).site.corners[0]
    assert (blunt.angle, blunt.one, blunt.other, blunt.apart) == ("135°", "3000 mm", "3000 mm", "5543 mm")
    assert site_sheet(fence((9000, 0), (6000, 0)), Record()).site.corners == ()


def test_a_later_choice_says_which_steps_that_are_done_are_opened_again():
    """A guard and doubled ends chosen after the frame and the boards were ticked; what is not ticked, or was ticked by the new drawing, is not."""
    was, now = plan(deck(4000, 3000, 900)), plan(
        deck(4000, 3000, 900, put("deck.guard.edges", "needed"), put("deck.joists.doubled_ends", True))
    )  # fmt: skip
    keys = [s.key for s in steps_told(was, Record())]
    done = Record([entry(n, "step", key, revision=1) for n, key in enumerate(keys)])
    again = opened_again(now, done, {1: was}.get)
    lines, blocks, boards = (
        next(w for k, w in again.items() if k.startswith(begins)) for begins in ("rim", "blocks", "boards")
    )
    assert lines == ("doubled end: 2 more (J2, J12)",)
    assert blocks[0].startswith("blocking: 2 otherwise, 10 more (")
    assert boards[0].startswith("board: 6 otherwise (")
    assert boards[1] == "guard posts up before the boards that are notched round them (for the guard)"
    assert len(again) == 3
    assert opened_again(now, done, {2: was}.get) == {}
    assert opened_again(now, Record([entry(0, "step", keys[0], revision=1)]), {1: was}.get) == {}
    fewer = opened_again(was, Record([entry(0, "step", keys[5], revision=2)]), {2: now}.get)
    assert list(fewer.values()) == [("doubled end: 2 fewer (J2, J12)",)]


def test_posts_of_a_handrail_do_not_open_the_guard_again():
    steps = [{"do": "add_steps", "side": "far"}, put("deck.guard.edges", "needed")]
    was, now = (plan(deck(4000, 3000, 1200, *steps, put("deck.steps.0.handrail", way))) for way in ("none", "both"))
    guard = next(s.key for s in steps_told(was, Record()) if s.do.startswith("Guard posts"))
    assert sum(q.kind == "guard post" for q in now.parts) > sum(q.kind == "guard post" for q in was.parts)
    assert guard not in opened_again(now, Record([entry(1, "step", guard, revision=1)]), {1: was}.get)


def test_what_came_is_held_against_what_was_ordered():
    """Seven posts of ten come, one split; three more later: one is still to come. What nobody asked for is told."""
    job = yard()
    line = next(b for b in plan(job).lists.buy if b.good.id == "uk_100x100")
    ordered, long = line.buy, line.length_mm
    one = entry(1, "delivery", "uk_100x100", count=ordered - 3, damaged=1, length_mm=long, moisture_pct=24)
    two = entry(2, "delivery", "uk_100x100", count=3, length_mm=long)
    odd = entry(3, "delivery", "uk_100x100", count=2, length_mm=long + 600)
    told = site_sheet(job, Record([one, two, odd])).arrivals
    mine = next(a for a in told.lines if (a.part, a.length_mm) == ("uk_100x100", long))
    assert (mine.ordered, mine.came, mine.damaged, mine.to_come, mine.over) == (ordered, ordered, 1, 1, 0)
    assert mine.said[0] == f"{ordered - 3:g} on 2 Mar, 1 damaged, 24 % moist"
    assert told.strange == (odd.id,)
    assert told.words == f"0 of {len(told.lines)} lines are here, 1 only in part, 1 damaged, 1 came that nobody ordered"
    back = Record([one, two, entry(4, "settled", answers=(one.id,))])
    again = next(a for a in site_sheet(job, back).arrivals.lines if a.entries)
    assert (again.came, again.to_come) == (3, ordered - 3)
    assert [a.wide for a in told.lines if a.part == plan(job).brief.board.id] == [True]
    assert all(len(a.part) <= 80 for a in told.lines)


def test_the_moisture_of_boards_that_came_is_what_they_are_laid_at():
    job = yard()
    board = plan(job).brief.board.id
    wet = [entry(n, "delivery", board, count=5, moisture_pct=pct) for n, pct in ((1, 30), (2, 34))]
    skin = as_built(job, Record(wet)).job.fence.skin
    assert (skin.stock, skin.meter_pct) == ("meter", 32)
    own = edited(job, put("fence.skin.stock", "meter"), put("fence.skin.meter_pct", 15))
    assert as_built(own, Record(wet)).job.fence.skin.meter_pct == 15
    boards = deck()
    laid = [
        entry(n, "delivery", plan(boards).brief.field.id, count=5, moisture_pct=pct) for n, pct in ((1, 22), (2, 26))
    ]
    of_deck = as_built(boards, Record(laid)).job
    assert (of_deck.deck.boards.stock, of_deck.deck.boards.meter_pct, plan(of_deck).laid.year.fixed_pct) == (
        "meter",
        24,
        24,
    )
    soaked = as_built(job, Record([entry(1, "delivery", board, count=5, moisture_pct=90)]))
    assert soaked.job.fence.skin.stock == job.fence.skin.stock
    assert "90 % was measured" in soaked.asked[0].words


def test_batter_boards_are_drawn_where_they_stand():
    """A leg of 6000 begins and ends under a post: its boards stand at -900 and 6900, 40 thick and 600 long, on the posts' faces. Of a deck on
    the house the strings of the sides begin at the wall: one board each, two along the far side and two over the posts."""
    line = scenes(plan(fence((6000, 0))))["strings"]
    boards = sorted((s for s in line.shapes if s.look == "frame"), key=lambda s: s.points[0][0])
    assert sorted({x for x, _ in boards[0].points}) == pytest.approx([-940, -900])
    assert sorted({x for x, _ in boards[1].points}) == pytest.approx([6900, 6940])
    marks = [s.points[0][0] for s in line.shapes if s.look == "mark"]
    assert marks == pytest.approx([q.on(0) for q in plan(fence((6000, 0))).laid.layout.posts])
    drawn = scenes(plan(deck(4800, 3600, 600)))["strings"]
    assert Counter(s.of for s in drawn.shapes if s.look == "frame") == {
        "Far side": 2,
        "Left side": 1,
        "Right side": 1,
        "B1": 2,
    }
    (far,) = [s for s in drawn.shapes if s.look == "string" and s.of == "Far side"]
    assert [y for _, y in far.points] == pytest.approx([-3575, -3575])
    assert [x for x, _ in far.points] == pytest.approx([25 - 900, 4775 + 900])


def test_strings_run_past_what_is_dug_and_carry_the_marks():
    """Leg 1 of 9 m: 9000 + 2 · 900 between its boards. A frame of 4750 by 3550 from 25 on; along the house the wall is the line, so that
    the sides have a board at the far end alone: 3575 + 900."""
    leg = site_sheet(yard(), Record()).site.strings[0]
    assert (leg.between, leg.marks[:2], leg.where[:40]) == (
        "10800 mm",
        ("0 mm", "1800 mm"),
        "P1 to P6, 50 mm to the right of their mi",
    )
    told = {s.name: s for s in site_sheet(deck(4800, 3600, 600), Record()).site.strings}
    assert list(told) == ["Far side", "Left side", "Right side", "B1"]
    assert (told["Left side"].between, told["Left side"].boards) == (
        "4475 mm",
        "900 mm past the far end; it begins at the wall",
    )
    assert (told["Far side"].between, told["B1"].marks) == ("6550 mm", ("300 mm", "2375 mm", "4450 mm"))
    free = {s.name: s.between for s in site_sheet(deck(4800, 3600, 600, support="free"), Record()).site.strings}
    assert free["Left side"] == "5350 mm"
    assert free["House side"] == "6550 mm"
    turned = {
        s.name: s for s in site_sheet(deck(4800, 3600, 600, put("deck.boards.run", "across")), Record()).site.strings
    }
    assert turned["B1"].where.endswith("from the left end")


def test_two_heights_or_depths_of_one_support_are_asked_about():
    one, other = entry(1, "height", "footing/F1", off_mm=12), entry(2, "height", "footing/F1", off_mm=-3, author="Al")
    asked = as_built(deck(), Record([one, other])).asked
    assert [q.entries for q in asked] == [(one.id, other.id)]
    assert asked[0].words.startswith("The height of F1 was measured more than once: 12 mm high by Jo")
    answered = entry(2, "height", "footing/F1", off_mm=-3, answers=(one.id,))
    assert as_built(deck(), Record([one, answered])).asked == ()
    deep = [entry(n, "post", "footing/F2", depth_mm=d) for n, d in ((1, 450), (2, 500))]
    assert "The depth of F2" in as_built(deck(), Record(deep)).asked[0].words


def test_two_packs_of_one_screw_are_two_lines_and_the_log_names_what_came():
    job = fence((12_000, 0))
    told = site_sheet(job, Record()).arrivals.lines
    assert len({(a.part, a.length_mm) for a in told}) == len(told), "every line has a name of its own"
    packed = [a for a in told if a.unit.startswith("packs")]
    twice = [a for a in packed if sum(b.part.split(":pack")[0] == a.part.split(":pack")[0] for b in packed) > 1]
    assert twice
    one = twice[0]
    sheet = site_sheet(job, Record([entry(1, "delivery", one.part, count=one.ordered)]))
    now = {a.part: a.to_come for a in sheet.arrivals.lines}
    assert now[one.part] == 0
    assert all(now[a.part] == a.ordered for a in packed if a is not one)
    assert sheet.log[0].part == one.item


def test_what_it_costs_to_put_a_fault_right_by_the_book_of_the_job():
    """Hangers: half an hour and one a place; three places at £34 an hour and £2.10 a hanger are 1.5 × 34 + 3 × 2.10 = 57.30. What has no price is said; without
    a book there are hours and goods alone."""
    items = [
        Item(item="labour", unit="h", price=Decimal(34)),
        Item(item="joist_hanger", unit="each", price=Decimal("2.10")),
    ]
    prices, made = together([Book(name="b", currency="GBP", items=tuple(items))]), plan(deck())
    hangers, ledger = (
        CATALOGUE.inspection[key] for key in ("deck_joists_no_hangers_wrong_nails", "deck_ledger_no_flashing_behind_or")
    )
    three = next(m for m in mends(hangers, made, prices) if m.places == 3)
    assert (three.cost, three.words.split(": ")[1]) == (57.3, "about £57.30")
    assert three.words.startswith("1.5 h of work, 3 × joist hanger")
    assert "no price for Z flashing" in mends(ledger, made, prices)[0].words
    assert [m.cost for m in mends(hangers, made, None)] == [None] * 5
    for rule in CATALOGUE.inspection.values():
        assert 0 < rule.hours <= 24
        assert {GOODS[id].unit for id in rule.goods} <= {"each", "bags"}
    asked = inspection("deck", Record(), Printer("mm"), lambda rule: mends(rule, made, prices)).questions
    assert all(len(q.usual) == 5 for q in asked)


def test_footings_that_stand_elsewhere_divide_their_beam_anew_and_a_deck_is_carried_as_it_stands():
    """A beam on five posts at d = 1/4 of what lies between its ends: the second 90 further on stays there, the third and fourth part what is left to the last:
    a + (b − a)/3; the bays beside them are longer, so that the beam works harder, and the others stand as drawn."""
    job = deck(6000, 3000, 900, put("deck.posts.most_mm", 1450))
    drawn = plan(job)
    [beam] = [b for b in drawn.laid.main.supports.beams if b.outer]
    own = [f for f in drawn.laid.footings if f.post.beam is beam]
    assert len(own) == 5
    mark = along_of(drawn.laid.main, own[1])
    record = Record([
        entry(1, "post", f"footing/{own[1].label}", at_mm=round(mark + 90, 3)), entry(2, "post", f"footing/{own[0].label}", depth_mm=700),
    ])  # fmt: skip
    built = as_built(job, record)
    made = plan(built.job)
    [now] = [b for b in made.laid.main.supports.beams if b.label == beam.label]
    a, b = beam.posts[1] + 90, beam.posts[4]
    assert now.posts == pytest.approx([beam.posts[0], a, a + (b - a) / 3, a + 2 * (b - a) / 3, b])
    assert now.section is beam.section
    assert now.reach.span_mm == pytest.approx(beam.posts[1] - beam.posts[0] + 90)
    first = next(f for f in made.laid.footings if f.label == own[0].label)
    deeper = 700 - own[0].dug.depth_mm
    area = own[0].dug.layers[0].volume_m3 / (own[0].dug.layers[0].top_mm - own[0].dug.layers[0].bottom_mm)
    assert first.dug.depth_mm == 700
    assert first.dug.layers[0].volume_m3 == pytest.approx(own[0].dug.layers[0].volume_m3 + area * deeper)
    check_solids(made)
    sheet = site_sheet(job, record)
    hole = next(h for h in sheet.site.holes if h.label == own[1].label)
    assert (hole.off, hole.asks) == (("90 mm further than drawn",), True)
    assert not built.asked
    stays = [entry(3, "post", f"footing/{own[3].label}", drawn_mm=round(along_of(drawn.laid.main, own[3]), 3))]
    both = plan(as_built(job, Record([*record.entries, *stays])).job)
    [kept] = [b for b in both.laid.main.supports.beams if b.label == beam.label]
    assert kept.posts == pytest.approx([beam.posts[0], a, (a + beam.posts[3]) / 2, beam.posts[3], b])


def test_a_footing_that_cannot_stand_so_is_asked_about_and_nothing_else_is_lost():
    job = deck(6000, 3000, 900)
    drawn = plan(job)
    own = [f for f in drawn.laid.footings if f.post.beam.outer]
    good, far = (f"footing/{f.label}" for f in (own[0], own[1]))
    mark = along_of(drawn.laid.main, own[0])
    record = Record([
        entry(1, "post", good, at_mm=round(mark + 40, 3)), entry(2, "post", far, at_mm=round(mark + 20, 3)), entry(3, "post", "footing/F99", at_mm=10),
        entry(4, "post", good, at_mm=round(mark + 60, 3)), entry(5, "post", good, depth_mm=60, met="rock"),
    ])  # fmt: skip
    built = as_built(job, record)
    words = " ".join(q.words for q in built.asked)
    assert "do not stand in a row" in words or "leaves no room" in words
    assert "There is no footing “F99”" in words
    assert "was measured more than once" in words
    plan(built.job)


def test_a_footing_under_a_clipped_corner_stays_and_a_beam_that_is_not_there_is_refused():
    clipped = deck(
        4000, 3000, 900, {"do": "add_cut", "kind": "clip", "corner": "far_left"}, *cut(along_mm=1200, out_mm=1200)
    )
    drawn = plan(clipped)
    bare = [f for f in drawn.laid.footings if f.post.beam is None]
    assert bare
    mark = along_of(drawn.laid.main, bare[0])
    built = as_built(clipped, Record([entry(1, "post", f"footing/{bare[0].label}", at_mm=round(mark + 50, 3))]))
    assert "no beam to stand elsewhere along" in built.asked[0].words
    assert plan(built.job).laid.main.posts == drawn.laid.main.posts
    with pytest.raises(JobFault, match="There is no beam B9"):
        plan(deck(4000, 3000, 900, put("deck.posts.fixed", [{"beam": "B9", "post": 1}])))


def test_each_level_is_squared_by_its_own_diagonals():
    low = deck(4000, 3000, 600, {"do": "add_level"}, put("deck.levels.1.height_mm", 400))
    frame = rectangle(plan(low).laid.levels[1].grid)
    assert frame is not None
    built = as_built(low, Record([entry(1, "square", low.deck.levels[1].id, a_mm=4000, b_mm=4010)])).job
    assert built.deck.levels[0] == low.deck.levels[0]
    push = (4010**2 - 4000**2) / (4 * frame.long_mm)
    assert f"push {push:.1f} mm to the right" in plan(built).workings["square"].value


def test_a_footing_off_its_beams_line_leaves_the_post_nearer_an_edge_and_presses_the_ground_there():
    """A pad 400 across with a pier of 200 under a post of 100: 50 are left to its edge, 25 asked for. So far off as e the ground is pressed by 1 + 8·e/400 of
    what it is in the middle; from 50 on the other edge is not pressed at all."""
    job = deck(4000, 3000, 600, put("deck.footings.kind", "pad"))
    footing = next(f for f in plan(job).laid.footings if f.label == "F2")
    used = footing.load_kn / (71.82039 * math.pi * 0.4**2 / 4)
    for off, edge, asks in ((10, 40, used * 1.2 > 1), (20, 30, used * 1.4 > 1), (-30, 20, True), (60, -10, True)):
        told = stands_aside(plan(job).brief, footing, off)
        assert (told.edge_mm, told.lifts) == (edge, abs(off) > 50)
        assert told.used == pytest.approx(used * (1 + 8 * abs(off) / 400))
        sheet = site_sheet(job, Record([entry(1, "post", "footing/F2", aside_mm=off)]))
        hole = next(h for h in sheet.site.holes if h.label == "F2")
        assert hole.asks == asks
        assert hole.off[0].startswith(
            f"{abs(off)} mm off its beam's line, {hole.sides[off < 0]}: the post stands {abs(edge)} mm"
        )
    dug = deck(4000, 3000, 600, put("deck.footings.kind", "hole"))
    assert stands_aside(plan(dug).brief, plan(dug).laid.footings[0], 90) is None  # the post itself stands there
