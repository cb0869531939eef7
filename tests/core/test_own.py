"""A crew's own timber: chosen, laid out, cut and bought like any other; two jobs never mean different things by one name."""

import pytest

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cost.book import together
from rowstake.core.cost.costing import costed
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
