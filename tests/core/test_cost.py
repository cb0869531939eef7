"""Money to the cent, by hand; what has no price is said, never nothing."""

import dataclasses
import datetime
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rowstake.core.bought import bought
from rowstake.core.calendar.of_job import own
from rowstake.core.calendar.placed import placed
from rowstake.core.cost.actual import Entry, against
from rowstake.core.cost.book import Book, Item, Prices, together
from rowstake.core.cost.costing import costed
from rowstake.core.cost.money import Purse
from rowstake.core.cost.orders import leads, orders
from rowstake.core.cost.second import price_verdict
from rowstake.core.cost.services import offcuts_m3
from rowstake.core.cost.suppliers import compare_suppliers
from rowstake.core.cost.views import cost_figures
from rowstake.core.desk import desk, instead
from rowstake.core.faults import JobFault
from rowstake.core.plan import plan
from rowstake.core.preview import compare
from rowstake.core.quotation import priced, quotation
from rowstake.core.takeoff.on_sale import Racked
from rowstake.core.takeoff.tickets import abreast, tickets
from rowstake.core.views.pasted import read_pasted
from tests.decks import deck
from tests.jobs import edited, fence, put

TODAY = datetime.date(2026, 11, 27)


def book(*rows, currency="GBP", supplier="Yard"):
    """Rows of (item, unit, price, and what else it takes)."""
    items = [Item(item=item, unit=unit, price=Decimal(price), supplier=more.pop("supplier", supplier), **more) for item, unit, price, more in
             ((*row[:3], dict(row[3]) if len(row) > 3 else {}) for row in rows)]  # fmt: skip
    return Book(name="test", currency=currency, items=tuple(items))


OWN = (
    ("labour", "h", "34"),
    ("hire_auger", "day", "62"),
    ("hire_mixer", "day", "24"),
    ("skip", "m3", "46"),
    ("delivery", "each", "38"),
)
FENCE = (
    ("uk_100x100", "length", "15.50", {"length_mm": 3000}), ("uk_38x87", "m", "1.40"), ("uk_19x150", "length", "2.35", {"length_mm": 1800}),
    ("concrete", "bag", "4.85", {"pack": 20}), ("gravel", "kg", "0.11"), ("screw:80", "pack", "6.25", {"pack": 100}),
    ("screw", "pack", "9.99", {"pack": 250}), *OWN,
)  # fmt: skip


def told(made):
    return {s.key: str(s.amount) for s in made.subtotals}


def test_a_fence_to_the_penny():
    """3 posts, 3 rails of 4.2 m by the metre, 25 boards, 20 bags, 50 kg, two packs; 4.0 + 0.6 + 1.8 hours; 0.3 m³; two deliveries:
    46.50 + 17.64 + 58.75 + 97.00 + 5.50 + 6.25 + 9.99 = 241.63; 217.60; 13.80; 76.00. Then 5 %, 10 %, 10 %, and 20 % tax."""
    made = costed(plan(fence((3600, 0))), together([book(*FENCE)]))
    assert told(made) == {
        "goods": "241.63", "work": "217.60", "away": "13.80", "brought": "76.00", "direct": "549.03", "contingency": "27.45",
        "overhead": "57.65", "profit": "63.41", "net": "697.54", "tax": "139.51", "total": "837.05",
    }  # fmt: skip
    assert made.per == "£232.51 a m"
    assert made.unpriced == ("end-grain preservative, 1 litre tin",)
    assert next(line for line in made.lines if line.key.startswith("end")).total is None
    assert "without 1 line" in made.workings["cost_goods"].formula


def test_a_deck_to_the_penny():
    rows = (
        ("uk_28x145", "length", "9.00", {"length_mm": 2400}), ("uk_47x100", "length", "11.20", {"length_mm": 4800}), ("uk_47x150", "m", "3.00"),
        ("concrete", "bag", "4.85", {"pack": 20}), ("connector_nail", "pack", "12.00", {"pack": 250}), ("frame_screw", "pack", "8.50", {"pack": 100}),
        ("structural_screw", "pack", "55.00", {"pack": 100}), ("deck_screw", "pack", "21.00", {"pack": 250}), ("post_base", "each", "7.15"),
        ("joist_hanger", "each", "2.45"), ("joist_tie", "each", "1.15"), ("bolt", "each", "1.99"), ("z_flashing", "each", "12.40"),
        ("ledger_membrane", "each", "18.75"), ("lateral_tie", "each", "9.10"), ("end_preservative", "each", "13.90"), *OWN,
    )  # fmt: skip
    made = costed(plan(deck(2400, 1800, 400)), together([book(*rows)]))
    assert made.unpriced == ()
    assert told(made) == {
        "goods": "412.56", "work": "207.40", "away": "4.60", "brought": "76.00", "direct": "700.56", "contingency": "35.03",
        "overhead": "73.56", "profit": "80.92", "net": "890.07", "tax": "178.01", "total": "1068.08",
    }  # fmt: skip


def test_tax_by_class_takes_its_share_of_what_is_put_on_top():
    """Goods 200 reduced and work 100 standard, 20 % on top: 240 and 120 before tax; 5 % and 20 % of them."""
    job = edited(fence((3600, 0)), *(put(f"terms.{k}_pct", v) for k, v in (("contingency", 0), ("overhead", 0), ("profit", 20), ("reduced_tax", 5))), put("terms.deliveries", 0))  # fmt: skip
    boards = ("uk_19x150", "length", "8.00", {"length_mm": 1800, "tax": "reduced"})
    made = costed(plan(job), together([book(boards, ("labour:frame", "h", "166.6667"))]))
    assert told(made)["direct"] == "300.00"
    assert (told(made)["net"], told(made)["tax"]) == ("360.00", "36.00")


def test_stainless_has_prices_of_its_own_and_a_bag_of_another_size_none():
    job = edited(fence((3600, 0)), put("site.near_salt", True))
    made = costed(plan(job), together([book(*FENCE)]))
    screws = [line for line in made.lines if line.key.startswith("screw")]
    assert all(line.total is None and line.how == "in the books, but not stainless" for line in screws)
    assert all(line.key.endswith("/stainless") for line in screws)
    other = book(("concrete", "bag", "5", {"pack": 25}))
    line = next(x for x in costed(plan(fence((3600, 0))), together([other])).lines if x.key == "concrete")
    assert (line.total, line.how) == (None, "in the books in other lengths or packs only")


def test_lengths_and_packs_follow_the_book():
    """Only 6 m rails on sale: 5.55 m of pieces come from one of them and the rest of another; screws in tens."""
    made = costed(
        plan(fence((3600, 0))),
        together([book(("uk_38x87", "length", "8", {"length_mm": 6000}), ("screw", "pack", "1", {"pack": 10}))]),
    )
    rails = [line for line in made.lines if line.key == "uk_38x87"]
    assert [(line.length, str(line.count)) for line in rails] == [("6000 mm", "2")]  # 3700 + 1850 in each
    assert [str(line.count) for line in made.lines if line.key == "screw:80"] == ["3"]  # 21 in tens
    short = costed(plan(fence((3600, 0))), together([book(("uk_38x87", "length", "4", {"length_mm": 2400}))]))
    assert any("2 pieces of 38×87, up to 3700 mm: no length on sale reaches" in what for what in short.unpriced)


def test_a_price_for_glass_by_its_area_and_for_sand_by_a_bags_weight():
    prices = Prices(book(("concrete", "kg", "0.25")).items, "GBP")
    made = costed(plan(fence((3600, 0))), prices)
    assert str(next(x for x in made.lines if x.key == "concrete").total) == "100.00"  # 20 bags of 20 kg


YARDS = (
    book(*FENCE, ("end_preservative", "each", "13"), supplier="Near"),
    book(("uk_100x100", "length", "12", {"length_mm": 3000}), ("uk_19x175", "m", "1.2"), ("uk_38x87", "length", "5", {"stock": 1, "length_mm": 4200}), ("delivery", "each", "60"), supplier="Far"),
)  # fmt: skip


def test_suppliers_beside_each_other_with_deliveries_and_what_would_do():
    """Far is cheaper by 3 × 3.50 in posts and dearer by two deliveries of 60: all from Near is the least that lacks nothing."""
    near, far, both = compare_suppliers(plan(fence((3600, 0))), YARDS)
    assert (near.suppliers, near.total, near.best) == (("Near",), "£330.63", True)
    assert not far.best
    boards = next(lack for lack in far.lacks if "19×150" in lack.what)
    assert boards.instead.startswith("19×175 fascia ripped to 19×150")
    assert both.suppliers == ("Near", "Far")
    assert both.deliveries == "£196.00"
    assert any("too few" in lack.what for lack in far.lacks)


def test_what_one_has_too_few_of_comes_from_the_next_at_his_price():
    """25 boards: 10 at 2.00 from one, 12 at 2.50 from another, the 3 that nobody has stay with the first and are told: 20 + 30 + 6."""
    boards = [
        ("uk_19x150", "length", price, {"length_mm": 1800, "stock": n, "supplier": who})
        for who, price, n in (("A", "2.00", 10), ("B", "2.50", 12))
    ]
    made = [x for x in costed(plan(fence((3600, 0))), together([book(*boards)])).lines if x.key == "uk_19x150"]
    assert [(x.supplier, str(x.count), str(x.total), x.lacks) for x in made] == [
        ("A", "13", "26.00", 3),
        ("B", "12", "30.00", 0),
    ]
    more = [*boards, ("uk_19x150", "m", "2.00", {"supplier": "C"})]
    made = [x for x in costed(plan(fence((3600, 0))), together([book(*more)])).lines if x.key == "uk_19x150"]
    assert [(x.supplier, x.length, str(x.count), str(x.total), x.lacks) for x in made] == [
        ("A", "1800 mm", "10", "20.00", 0), ("B", "1800 mm", "12", "30.00", 0), ("C", "1800 mm", "3", "10.80", 0),
    ]  # fmt: skip


def test_a_chosen_supplier_is_bought_from_alone():
    job = edited(fence((3600, 0)), put("terms.suppliers", ["Near"]))
    made = costed(plan(job), together(list(YARDS)))
    assert {line.supplier for line in made.lines if line.total is not None} <= {"Near", "Yard"}
    assert str(made.subtotal("brought")) == "76.00"


def test_the_rack_is_cut_first_and_nothing_of_it_is_bought():
    """Pieces of 3700 and 1850: an offcut of 1900 in the rack gives one of the short ones, one of 500 gives none."""
    prices, rack = (
        together([book(*FENCE)]),
        (Racked("uk_38x87", 1900, "R1"), Racked("uk_38x87", 500, "R2"), Racked("uk_19x150", 1800, "R3")),
    )
    plain, made = costed(plan(fence((3600, 0))), prices), costed(plan(fence((3600, 0))), prices, rack=rack)
    count = {line.key: line.count for line in made.lines}
    assert str(next(line.count for line in made.lines if line.key == "uk_19x150")) == "24"  # of 25
    assert made.subtotal("goods") < plain.subtotal("goods")
    cut = tickets(made.plan.lists, made.plan.parts, 600)
    assert {t.racked: [q.length_mm for q in t.pieces] for t in cut if t.racked} == {"R1": [1850.0], "R3": [1800.0]}
    assert sum(len(t.pieces) for t in cut) == sum(p.unit == "piece" for p in made.plan.parts)
    assert count["uk_38x87"]


def test_orders_by_supplier_and_delivery():
    made = costed(plan(fence((3600, 0))), together(list(YARDS)))
    told = {(o.supplier, o.delivery): {line.key for line in o.lines} for o in orders(made)}
    assert "concrete" in told["Near", 1]
    assert "uk_19x150" in told["Near", 2]
    assert told["Far", 1] == {"uk_100x100"}
    assert sum(o.total for o in orders(made)) == made.subtotal("goods")
    one = costed(plan(edited(fence((3600, 0)), put("terms.deliveries", 1))), together(list(YARDS)))
    assert {o.delivery for o in orders(one)} == {1}


def test_what_it_took_against_what_it_was_costed_at():
    """Goods 241.63 planned and 300 paid; 6.4 hours planned and 8 worked at 34."""
    made = costed(plan(fence((3600, 0))), together([book(*FENCE)]))
    entries = [
        Entry(day=TODAY, section="goods", words="posts twice, one split", amount=Decimal("300")), Entry(day=TODAY, section="work", words="roots", hours=8),
    ]  # fmt: skip
    told = against(made, entries)
    rows = {r.key: r for r in told.rows}
    assert (rows["goods"].difference, rows["goods"].over) == ("£58.37 over", True)
    assert rows["goods"].why == ("posts twice, one split, £300.00",)
    assert (rows["work"].taken, rows["work"].hours) == ("£272.00", "6.4 h planned, 8.0 h worked")
    assert (rows["away"].difference, rows["away"].why) == ("nothing yet", ())
    assert told.difference == "£22.97 over"  # 572.00 against 549.03


def test_a_quotation_tells_options_payments_and_no_inner_prices():
    job = edited(
        fence((3600, 0)), {"do": "set_aside", "name": "as it was"}, put("fence.skin.height_mm", 1500),
        put("terms.quote.payments", [{"when": "first", "pct": 33.3}, {"when": "last", "pct": 66.7}]),
    )  # fmt: skip
    prices = together([book(*FENCE)])
    made = costed(plan(job), prices)
    quote = quotation(made, prices, TODAY)
    assert str(quote.valid_until) == "2026-12-27"
    assert sum(stage.amount for stage in quote.payments) == made.total
    assert [o.name for o in quote.options] == ["as it was"]
    assert quote.options[0].total == costed(plan(fence((3600, 0))), prices).total
    assert quote.without == made.unpriced
    with pytest.raises(JobFault, match="choose a book"):
        priced(None)
    with pytest.raises(JobFault, match="Share is 0"):
        edited(job, put("terms.quote.payments", [{"when": "half at the start", "pct": 0}]))
    with pytest.raises(JobFault, match="Profit is 200"):
        edited(job, put("terms.profit_pct", 200))
    with pytest.raises(JobFault, match="100 % together"):
        edited(job, put("terms.quote.payments", [{"when": "first", "pct": 30}]))


def test_what_a_change_costs_is_a_figure_beside_the_others():
    prices = together([book(*FENCE, ("end_preservative", "each", "13"))])
    low, high = plan(edited(fence((3600, 0)), put("fence.skin.height_mm", 1500))), plan(fence((3600, 0)))
    change = compare(high, low, lambda made: cost_figures(prices, made))
    first = change.differences[0]
    assert (first.key, first.weighs) == ("cost", "better")
    part = compare(high, low, lambda made: cost_figures(together([book(*FENCE)]), made)).differences[0]
    assert (part.key, part.weighs) == ("cost_part", "")  # what is not whole is no better
    assert part.after.endswith("without 1 thing that has no price")
    assert cost_figures(None, low) == []


def test_currencies_do_not_mix_and_unknown_ones_are_refused():
    with pytest.raises(JobFault, match="one currency"):
        together([book(*OWN), book(*OWN, currency="EUR")])
    with pytest.raises(ValueError, match="one of GBP"):
        Book(name="x", currency="XXX")


@given(st.decimals("-9999999", "9999999", places=4))
def test_money_is_rounded_half_up_to_its_coin(amount):
    pound, yen = Purse("GBP"), Purse("JPY")
    assert abs(pound.rounded(amount) - amount) <= Decimal("0.005")
    assert pound.rounded(amount).as_tuple().exponent == -2
    assert yen.rounded(Decimal("2.5")) == 3
    assert pound.told(Decimal("-1234.005")) in ("−£1,234.01", "−£1,234.00")


def _long(own):
    """How much of a board pieces that are ripped side by side take: the longest of their strips, cut across with a kerf between."""
    strips = {q.aside_mm: [r.length_mm for r in own if r.aside_mm == q.aside_mm] for q in own}
    return max(sum(some) + 4 * (len(some) - 1) for some in strips.values())


@pytest.mark.parametrize("job", [fence((9000, 0), (4200, 90)), deck(4200, 3000, 600)], ids=["fence", "deck"])
def test_tickets_hold_every_piece_once_and_no_board_is_over_full(job):
    """Counted again from the tickets alone: pieces, kerfs and trims of every board."""
    made = bought(plan(edited(job, put("cutting.end_trim_mm", 10), put("cutting.kerf_mm", 4))))
    every = tickets(made.lists, made.parts, 600)
    pieces = sorted(q.label for t in every for q in t.pieces)
    assert pieces == sorted(p.label for p in made.parts if p.unit == "piece")
    for t in every:
        blanks = abreast(t.pieces)
        used = 2 * 10 + sum(_long(own) for own in blanks) + 4 * (len(blanks) - 1)
        assert used <= t.stock_mm + 1e-6
        assert t.offcut_mm == pytest.approx(max(0.0, t.stock_mm - used - 4))
        assert t.kept == (t.offcut_mm >= 600)
    assert sum(line.buy for line in made.lists.buy if line.length_mm) == len(every)
    proofs = [p.proof for p in made.lists.plans.values()]
    assert all(proof.bound <= proof.cost + 1e-6 for proof in proofs)
    quick = plan(edited(job, put("cutting.end_trim_mm", 10), put("cutting.kerf_mm", 4))).lists
    assert made.lists.timber_mm <= quick.timber_mm + 1e-6
    assert dataclasses.replace(made.lists.buyer, cut=quick.buyer.cut) == quick.buyer


@pytest.mark.parametrize(
    ("quoted", "agrees", "words"),
    [
        ("£837.05", "agrees", "+0 %"),
        ("500", "short", "£337.05 less"),
        ("1,200.00", "over", "£362.95 more"),
        ("800", "agrees", "-4 %"),
    ],
)
def test_a_price_far_from_the_books_is_said(quoted, agrees, words):
    made = costed(plan(fence((3600, 0))), together([book(*FENCE)]))
    told = price_verdict(made, quoted)
    assert (told.agrees, words in told.words) == (agrees, True)
    assert "without 1 thing" in told.words
    for bad in ("much", "-4", "0"):
        with pytest.raises(JobFault, match="no price"):
            price_verdict(made, bad)


def test_the_lines_of_a_quotation_are_read():
    text = """Posts 100x100x3000, 19 pcs
    End posts: 2
    143 bags of concrete 20 kg
    featherboards 125 mm    283
    centres 1.8 m
    dig, set and clear away
    Total incl. tax 20 %: 6,450.00"""
    read = read_pasted(text, plan(fence((3600, 0))).trade.second_look)
    assert read.quoted == {"posts": "21", "bags": "143", "centres_mm": "1.8 m", "price": "6450.00"}
    assert read.left == ("featherboards 125 mm    283", "dig, set and clear away")


def test_a_skip_stands_by_the_day_and_goes_by_the_load_and_a_saw_is_hired_for_the_days_of_cutting():
    job = edited(fence((9000, 0)), put("terms.skip_size_m3", 0.5), put("terms.saw", True))
    made = plan(job)
    lines = {
        line.key.split(":")[0]: line
        for line in costed(
            made,
            together([book(*OWN, ("hire_skip", "day", "11"), ("skip_load", "each", "95"), ("hire_saw", "day", "28"))]),
        ).lines
    }
    spoil = made.lists.spoil_m3 + offcuts_m3(made)
    days = -(-made.days.total // 1)
    assert "skip" not in lines
    assert lines["hire_skip"].count == days
    assert lines["hire_skip"].total == 11 * int(days)
    assert lines["skip_load"].count == -(-spoil // 0.5)
    assert lines["skip_load"].each == 95
    cut = sum(h for stage, h in made.days.hours.items() if stage not in ("holes", "finish"))
    assert lines["hire_saw"].count == -(-cut // (made.days.work.crew * job.terms.calendar.hours))


EVERY = book(
    *FENCE, ("travel", "km", "0.5"), ("end_preservative", "each", "13", {"tax": "reduced", "lead_days": 9}), ("uk_38x87", "length", "9.10", {"length_mm": 4800}),
)  # fmt: skip


@pytest.mark.parametrize(
    ("path", "value"),
    [
        ("terms.pace_pct", 150), ("terms.contingency_pct", 6), ("terms.overhead_pct", 6), ("terms.profit_pct", 6), ("terms.tax_pct", 6),
        ("terms.reduced_tax_pct", 6), ("terms.deliveries", 1), ("terms.travel_km", 40), ("terms.auger", False), ("terms.saw", True), ("terms.skip_size_m3", 4), ("terms.suppliers", ["Nobody"]),
        ("cutting.kerf_mm", 9), ("cutting.end_trim_mm", 150), ("cutting.longest_mm", 3000), ("terms.quote.words", "x"), ("terms.quote.exclusions", []),
        ("terms.quote.valid_days", 9), ("terms.quote.payments", [{"when": "now", "pct": 100}]), ("terms.quote.options", False),
        ("terms.calendar.start", "2027-01-04"), ("terms.calendar.days", ["mon"]), ("terms.calendar.hours", 1), ("terms.calendar.holidays", ["2026-12-04"]),
        ("terms.calendar.locate_days", 1), ("terms.calendar.delivery_days", 1), ("terms.calendar.inspection_days", 20), ("terms.calendar.lost", ["2026-12-04"]),
        ("terms.calendar.done", {"locate": "2026-11-30"}), ("cutting.keep_mm", 60),
    ],
)  # fmt: skip
def test_every_term_does_something(path, value):
    """To the quotation, the cost, the tickets or the days."""

    def told(job):
        prices = together([EVERY])
        made = costed(plan(job), prices)
        days = [(p.key, p.start, p.end, p.done) for p in placed([own(plan(job), "job", TODAY, None, leads(made))])]
        cut = [(t.offcut_mm, t.kept) for t in tickets(made.plan.lists, made.plan.parts, job.cutting.keep_mm)]
        return quotation(made, prices, TODAY), [(x.key, x.count, x.total) for x in made.lines], days, cut

    job = edited(fence((9000, 0)), {"do": "set_aside", "name": "other"}, put("fence.skin.height_mm", 1700))
    assert told(edited(job, put(path, value))) != told(job)


def test_the_desk_tells_what_is_proven_instead_of_what_was_found_at_once():
    """A deck's lengths and its step of buying; all else stays as it was told."""
    made = plan(deck(4200, 3000, 600))
    proven = bought(made)
    told, before, after = instead(made, proven), desk(made), desk(proven)
    assert [figure.key for figure in told.figures] == ["timber"]
    assert [stake.key for stake in told.stakes] == ["buy"]
    now = {figure.key: figure for figure in told.figures}
    assert [now.get(figure.key, figure) for figure in before.figures] == after.figures
    assert before.workings | told.workings == after.workings
