"""A crew's own timber: chosen, laid out, cut and bought like any other; two jobs never mean different things by one name."""

from decimal import Decimal

import pytest

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cost.book import together
from rowstake.core.cost.costing import costed
from rowstake.core.desk import desk
from rowstake.core.faults import JobFault
from rowstake.core.job import read_job_text, write_job_text
from rowstake.core.plan import plan
from rowstake.files.books import read_csv
from tests.decks import deck
from tests.holds.solids import check_solids
from tests.jobs import edited, fence, put


def own(name, use, thickness, width, lengths):
    return {"do": "add_own", "name": name, "use": use, "thickness": thickness, "width": width, "lengths": lengths}


def id_of(job, name):
    return next(o for o in job.own if o.name == name).section(job.region).id


SLAB = own("Wide slab", "board", 24, 210, "2100; 4.2 m")


def test_own_boards_are_counted_and_cut_by_hand():
    """Nine bays of 1000: 9000 and a post's width of boards at 210 and no gap, the end ones ripped alike; each 1800, two from 4200 and one
    from 2100: ⌈n / 2⌉ of 4200, or what costs no more."""
    job = edited(fence((9000, 0)), SLAB)
    job = edited(job, put("fence.skin.board", id_of(job, "Wide slab")))
    made = plan(job)
    boards = [p for p in made.parts if p.kind == "board"]
    assert sum(p.width_mm for p in boards) == pytest.approx(9100, abs=1)
    assert max(p.width_mm for p in boards) == 210
    assert {line.length_mm for line in made.lists.buy if line.good.id == id_of(job, "Wide slab")} <= {2100, 4200}
    assert any("Wide slab" in line.item for line in made.lists.buy)
    assert any(c.name == "Wide slab" for c in made.trade.choices(job)["fence.skin.board"])
    check_solids(made)
    assert write_job_text(read_job_text(write_job_text(job))) == write_job_text(job)


def test_an_own_joist_is_proposed_where_it_is_the_shallowest_that_holds_and_others_never_see_it():
    thick = own("Glued 60x180", "joist", 60, 180, "6 m")
    job = edited(deck(4000, 3600, 600), thick)
    job = edited(job, put("deck.joists.size", id_of(job, "Glued 60x180")))
    made = plan(job)
    assert made.laid.main.supports.joist.name == "Glued 60x180"
    check_solids(made)
    other = deck(4000, 3600, 600)
    assert not any(s.id.startswith("own_") for s in CATALOGUE.sections_for("uk_ireland", "joist"))
    assert all("Glued" not in c.name for c in made.trade.choices(other)["deck.joists.size"])
    with pytest.raises(JobFault, match="not sold for this here"):
        edited(other, put("deck.joists.size", id_of(job, "Glued 60x180")))


def test_it_has_its_price_in_a_book():
    job = edited(fence((9000, 0)), SLAB)
    key = id_of(job, "Wide slab")
    job = edited(job, put("fence.skin.board", key))
    rows = f"item,unit,price,currency,length_mm,supplier\n{key},length,9.50,GBP,2100,Own shed\n{key},length,18.00,GBP,4200,Own shed\n"
    book = read_csv(rows.encode(), "own")
    assert not book.left_out, book.left_out
    line = next(li for li in costed(plan(job), together([book.book])).lines if "Wide slab" in li.what)
    assert line.each is not None


@pytest.mark.parametrize(
    ("edit", "field", "allowed"),
    [
        (own("", "board", 24, 210, "2 m"), "own.0.name", "at least 1"),
        (own("A", "lamp", 24, 210, "2 m"), "own.0.use", "'post'"),
        (own("A", "board", 1, 210, "2 m"), "own.0.thickness_mm", "at least 3 mm"),
        (own("A", "board", 24, 210, ""), "own.0.lengths_mm", "at least 1"),
        (own("A", "board", 24, 210, "2 m; 90 m"), "own.0.lengths_mm.1", "at most 20000 mm"),
        ({"do": "remove_own", "name": "B"}, "own.name", "none"),
    ],
)
def test_what_cannot_be_is_refused(edit, field, allowed):
    with pytest.raises(JobFault) as caught:
        edited(fence((9000, 0)), edit)
    assert caught.value.faults[0].field == field
    assert allowed in caught.value.faults[0].allowed


def test_what_is_in_use_is_not_taken_away():
    job = edited(fence((9000, 0)), SLAB)
    used = edited(job, put("fence.skin.board", id_of(job, "Wide slab")))
    with pytest.raises(JobFault, match="in use"):
        edited(used, {"do": "remove_own", "name": "Wide slab"})
    assert edited(job, {"do": "remove_own", "name": "Wide slab"}).own == ()
    with pytest.raises(JobFault, match="taken"):
        edited(job, SLAB)


LAID = {"joists": "450", "diagonal": "350", "gap": "6", "gap_least": "4", "gap_most": "8", "moves": "composite"}


def test_own_deck_boards_are_a_product_with_the_limits_of_its_maker():
    job = edited(deck(4000, 3000, 600), own("Dense 25x160", "decking", 25, 160, "4 m") | {"laid": LAID})
    board = id_of(job, "Dense 25x160")
    job = edited(job, put("deck.boards.product", board), put("deck.boards.gap_mm", 6))
    made = plan(job)
    assert made.brief.product.name == "Dense 25x160"
    assert made.laid.main.grid.spacing_mm <= 450
    assert {p.good.id for p in made.parts if p.kind == "board"} == {board}
    assert made.brief.product.moves == "composite"
    assert any(c.name == "Dense 25x160" for c in made.trade.choices(job)["deck.boards.product"])
    assert all("Dense" not in c.name for c in made.trade.choices(deck())["deck.boards.product"])
    at_45 = plan(edited(job, put("deck.boards.run", "diagonal")))
    assert at_45.laid.main.grid.spacing_mm <= 350
    check_solids(made)
    assert write_job_text(read_job_text(write_job_text(job))) == write_job_text(job)
    with pytest.raises(JobFault, match="in use"):
        edited(job, {"do": "remove_own", "name": "Dense 25x160"})


@pytest.mark.parametrize(("edit", "words"), [
    (own("X", "decking", 25, 140, "4 m"), "how it is laid is told of deck boards"),
    (own("X", "joist", 45, 145, "4 m") | {"laid": LAID}, "how it is laid is told of deck boards"),
    (own("X", "decking", 25, 140, "4 m") | {"laid": LAID | {"gap": "12"}}, "between the least and the most"),
    ({"do": "add_own_bag", "name": "Lorry", "kg": 9000}, "at most 1500"),
    ({"do": "remove_own_bag", "name": "none"}, "no such bag"),
])  # fmt: skip
def test_what_cannot_be_the_crews_own_is_refused(edit, words):
    with pytest.raises(JobFault) as refused:
        edited(deck(), edit)
    fault = refused.value.faults[0]
    assert words.lower() in f"{fault.message} {fault.allowed}".lower()


def test_own_bags_are_counted_by_their_weight():
    """As much concrete in bags of 40 as in bags of 20 kg is half as many, rounded up."""
    job = edited(
        fence((9000, 0)),
        {"do": "add_own_bag", "name": "40 kg", "kg": 40},
        {"do": "add_own_bag", "name": "20 kg", "kg": 20},
    )
    many = {}
    for bag in job.own_bags:
        chosen = edited(job, put("fence.posts.bag", bag.id))
        many[bag.kg] = plan(chosen).lists.bags
        assert any(c.name == bag.name for c in plan(chosen).trade.choices(chosen)["fence.posts.bag"])
        with pytest.raises(JobFault, match="in use"):
            edited(chosen, {"do": "remove_own_bag", "name": bag.name})
    assert many[40] == -(-many[20] // 2)
    assert edited(job, {"do": "remove_own_bag", "name": "40 kg"}).own_bags[0].name == "20 kg"
    with pytest.raises(JobFault, match="taken"):
        edited(job, {"do": "add_own_bag", "name": "40 kg", "kg": 41})


def test_a_hangers_own_rating_goes_before_the_careful_figure():
    careful, rated = (
        next(w for w in plan(job).laid.main.work if w.what == "joist hanger")
        for job in (deck(), edited(deck(), put("deck.joists.hanger_kn", 10)))
    )
    assert rated.used == pytest.approx(rated.load_kn / 10)
    assert careful.used != rated.used


def test_bags_and_deck_boards_of_another_job_are_none_of_this_ones():
    """Known to the process, and yet refused here: the job could not be read again without the other."""
    there = edited(
        deck(),
        {"do": "add_own_bag", "name": "Ours", "kg": 30},
        own("Dense", "decking", 25, 160, "4 m") | {"laid": LAID},
    )
    edited(there, put("deck.footings.bag", there.own_bags[0].id), put("deck.boards.product", id_of(there, "Dense")))
    for path, id in (("deck.footings.bag", there.own_bags[0].id), ("deck.boards.product", id_of(there, "Dense"))):
        with pytest.raises(JobFault):
            plan(edited(deck(), put(path, id)))


def own_good(of, name, **more):
    return {"do": "add_own_good", "instead_of": of, "name": name, **more}


def test_own_screws_are_chosen_by_their_own_lengths_and_bought_by_their_own_packs():
    """Rails of 38 ask 38 + 38 = 76 of their screws: 80 of the catalogue, 78 of these, as many as before, in packs of 144. Boards of 19 ask 57, which comes
    out of a rail: the catalogue's 55 is the longest that does not, and these have none that is long enough."""
    was = plan(fence((3600, 0)))
    job = edited(fence((3600, 0)), own_good("screw", "Gold screw", lengths="50; 78; 90", packs="144; 720"))
    made = plan(job)

    def used(m, kind):
        return {(p.good.words, p.amount) for p in m.parts if p.kind == kind}

    assert used(made, "board screw") == used(was, "board screw")
    assert used(made, "rail screw") == {("Gold screw 78 mm", n) for _, n in used(was, "rail screw")}
    [gold] = {p.good for p in made.parts if p.kind == "rail screw"}
    lines = [line for line in made.lists.buy if line.good == gold]
    assert {line.pack for line in lines} <= {144, 720}
    assert sum(line.pack * line.buy for line in lines) >= sum(n for _, n in used(was, "rail screw"))
    check_solids(made)
    assert write_job_text(read_job_text(write_job_text(job))) == write_job_text(job)
    text = f"item,words,unit,price,currency,pack\n{gold.key},gold,pack,7.50,GBP,144\n"
    book = read_csv(text.encode(), "own")
    costs = [line for line in costed(made, together([book.book])).lines if line.key == gold.key]
    assert not book.left_out
    assert costs[0].each == Decimal("7.5")
    assert desk(made).own_for == {"Gold screw": "screw"}
    back = edited(job, {"do": "remove_own_good", "name": "Gold screw"})
    assert plan(back).lists.buy == was.lists.buy


def test_own_screws_hold_a_ledger_by_their_own_rating():
    """47 of ledger, 20 between and 38 of the house's rim: 105 asks for 120 of the catalogue, 110 of these; of no shorter ones any."""
    rated = put("deck.ledger.fastener", "rated_screw"), put("deck.ledger.screw_kn", 1.4)
    job = edited(
        deck(4000, 3600), *rated, own_good("structural_screw", "Ledger hold", lengths="90; 110; 160", packs="50")
    )
    made = plan(job)
    [held] = {p.good for p in made.parts if p.of == "ledger" and "Ledger hold" in p.good.words}
    assert held.words == "Ledger hold 110 mm"
    assert made.laid.main.ledger.spacing_mm == plan(edited(deck(4000, 3600), *rated)).laid.main.ledger.spacing_mm
    short = plan(edited(deck(4000, 3600), *rated, own_good("structural_screw", "Stub", lengths="100", packs="50")))
    assert not [p for p in short.parts if p.of == "ledger" and "Stub" in p.good.words]


def test_a_book_with_own_goods_is_read_before_any_job_that_has_them_and_near_salt_they_are_asked_for_stainless():
    text = "item,words,unit,price,currency,pack\nown_0123456789ab:78,ours,pack,7.50,GBP,144\nown_0123456789ab:78:9,ours,pack,7.50,GBP,144\n"
    book = read_csv(text.encode(), "own")
    assert ([i.item for i in book.book.items], len(book.left_out)) == (["own_0123456789ab:78"], 1)
    gate = {"do": "add_gate", "leg": 0, "at_mm": 3000, "opening_mm": 900}
    job = edited(
        fence((9000, 0)), gate, own_good("strap_hinge", "Band hinge", up_to_kg=60), put("site.near_salt", True)
    )
    assert [line.item for line in plan(job).lists.buy if "Band hinge" in line.item] == ["Band hinge, stainless"]


def test_own_bolts_carry_a_ledger_where_their_maker_gives_them_as_much():
    """They are as many, as long and as far apart as the published ones, whose capacity is told: 3172 N of a bolt, 1681 of a lag screw."""
    bolt = own_good("bolt", "Forged bolt", carries=True, kg=0.3)
    was, made = plan(deck(4000, 3600)), plan(edited(deck(4000, 3600), bolt))
    asked = {one.id: one.rated for one in desk(was).stands_in}
    assert asked["bolt"] == "what a bolt of its size carries: 3.2 kN"
    assert asked["joist_tie"] == "what it holds down"
    assert asked["deck_screw"] == ""
    before, after = ([line for line in p.lists.buy if line.good.of == "bolt"] for p in (was, made))
    assert [(b.buy, b.good.sizes) for b in before] == [(a.buy, a.good.sizes) for a in after] != []
    assert {a.good.words for a in after} == {f"Forged bolt, {a.good.sizes[0]:g} mm" for a in after}
    assert made.laid.main.ledger.spacing_mm == was.laid.main.ledger.spacing_mm
    check_solids(made)


def test_an_own_hinge_swings_the_leaf_it_is_made_for():
    """A leaf of boards is hung on the lightest hinge that carries it: one of its own for 40 kg goes before the catalogue's for 45, and where none of them is
    made for more than 5 kg, that is said."""
    gate = edited(fence((9000, 0)), {"do": "add_gate", "leg": 0, "at_mm": 3000, "opening_mm": 900})
    [was] = plan(gate).laid.gates
    own = own_good("heavy_strap_hinge", "Band hinge", up_to_kg=round(was.weight_kg) + 1)
    [strong] = plan(edited(gate, own)).laid.gates
    assert was.hinge_kg == 45
    assert (strong.hinge_kg, strong.hinge.words) == (round(was.weight_kg) + 1, "Band hinge")
    weak = [own_good(key, f"Weak {key}", up_to_kg=5) for key in ("strap_hinge", "heavy_strap_hinge")]
    assert "hinge_over" not in {f.rule for f in plan(gate).findings}
    assert "hinge_over" in {f.rule for f in plan(edited(gate, *weak)).findings}


@pytest.mark.parametrize(("told", "why"), [
    (own_good("bolt", "Ours"), "what a bolt of its size carries: its maker has to give it as much"), (own_good("latch", "Ours", carries=True), "and of nothing else"),
    (own_good("precast_block", "Ours", carries=True), "its own height and width"), (own_good("concrete", "Ours"), "nothing stands in"), (own_good("travel", "Ours"), "nothing stands in"),
    (own_good("screw", "Ours"), "lengths are told of screws"), (own_good("screw", "Ours", lengths="50"), "packs are told"),
    (own_good("latch", "Ours", lengths="50"), "lengths are told"), (own_good("latch", "Ours", up_to_kg=9), "hinges"), (own_good("strap_hinge", "Ours"), "hinges"),
    (own_good("screw", "Ours", lengths="50", packs="ten"), "“ten” is not how many"), (own_good("screw", "Ours", lengths="5 m", packs="10"), "lengths_mm"),
    (own_good("latch", " "), "name"),
])  # fmt: skip
def test_what_stands_in_for_nothing_is_refused(told, why):
    with pytest.raises(JobFault) as fault:
        edited(fence((3600, 0)), told)
    assert why in str(fault.value)
    job = edited(fence((3600, 0)), own_good("latch", "Ours"))
    with pytest.raises(JobFault, match="two stand in"):
        edited(job, own_good("latch", "Others"))
    with pytest.raises(JobFault, match="That name is taken"):
        edited(job, own_good("post_cap", "Ours"))
    with pytest.raises(JobFault, match="no such fixing"):
        edited(job, {"do": "remove_own_good", "name": "Other"})
