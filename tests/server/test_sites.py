"""Sites: several jobs of one garden, and what is bought for them together."""

import csv
import io
from decimal import Decimal

import pytest
from sqlalchemy import update

from rowstake.core.cost.book import Book, Item
from rowstake.core.cost.book import together as priced
from rowstake.core.cost.costing import costed
from rowstake.core.plan import plan
from rowstake.core.takeoff.lists import cut_lines
from rowstake.core.together import goods_words, together
from rowstake.store.models import JobRow, RevisionRow
from tests.decks import deck
from tests.jobs import edited, fence, put, yard

FENCE = {"name": "Back fence", "region": "uk_ireland", "legs": [{"length": "9 m"}]}
DECK = {"name": "Deck", "region": "uk_ireland", "width": "4 m", "out": "3 m", "height": "600"}
GARDEN = {"name": "Garden", "customer": "A. Mill", "address": "4 Weir Lane\nLowbank", "notes": "dog"}


@pytest.fixture
def site(client):
    return client.post("/api/sites", json=GARDEN).json()


def started(client, site):
    """A fence and a deck on a site, by id."""
    made = [
        client.post("/api/jobs", json={**FENCE, "site": site["id"]}).json(),
        client.post("/api/jobs/deck", json={**DECK, "site": site["id"]}).json(),
    ]
    return [job["held"]["id"] for job in made]


def test_a_fence_and_a_deck_of_one_garden(client, site):
    jobs = started(client, site)
    opened = client.get(f"/api/sites/{site['id']}").json()
    assert (opened["site"]["customer"], opened["site"]["jobs"]) == ("A. Mill", 2)
    assert [job["id"] for job in opened["jobs"]] == jobs
    [together] = opened["lists"]
    assert together["jobs"] == {"A": "Back fence", "B": "Deck"}
    labels = [label for row in together["cuts"] for label in row["parts"]]
    assert {label.split()[0] for label in labels} == {"A", "B"}
    assert len(labels) == len(set(labels))
    listed = client.get("/api/jobs?search=mill").json()
    assert [(j["name"], j["site"]["name"]) for j in listed["jobs"]] == [("Deck", "Garden"), ("Back fence", "Garden")]
    text = client.get(f"/api/sites/{site['id']}/lists/1/buy.csv").content.decode("utf-8-sig")
    assert len(list(csv.reader(io.StringIO(text)))) == len(together["buy"]) + 1
    missing = client.get(f"/api/sites/{site['id']}/lists/2/buy.csv")
    assert (missing.status_code, missing.json()["detail"]) == (404, "This site has no list 2")


def test_jobs_move_between_sites_and_stay_as_they_are(client, site):
    key = started(client, site)[0]
    before = client.get(f"/api/jobs/{key}").json()["held"]
    other = client.post("/api/sites", json={"name": "Yard"}).json()
    assert client.post(f"/api/jobs/{key}/site", json={"site": other["id"]}).status_code == 204
    after = client.get(f"/api/jobs/{key}").json()["held"]
    assert {**after, "site": before["site"]} == before
    assert [s["jobs"] for s in client.get("/api/sites").json()] == [1, 1]
    assert client.delete(f"/api/sites/{other['id']}").status_code == 409
    client.post(f"/api/jobs/{key}/site", json={})
    assert client.delete(f"/api/sites/{other['id']}").status_code == 204
    assert client.get(f"/api/sites/{other['id']}").status_code == 404


def test_a_site_is_changed_on_its_version(client, site):
    told = {**GARDEN, "customer": "B. Mill", "version": 1}
    assert client.put(f"/api/sites/{site['id']}", json=told).json()["version"] == 2
    stale = client.put(f"/api/sites/{site['id']}", json={**told, "notes": "cat"})
    assert (stale.status_code, stale.json()["theirs"]["document"]["customer"]) == (409, "B. Mill")
    assert "site" in stale.json()["title"]


@pytest.mark.parametrize(
    ("told", "field"),
    [
        ({"name": " "}, "name"),
        ({"name": "x", "notes": "n" * 4001}, "notes"),
        ({"name": "x", "address": "\x00"}, "address"),
    ],
)
def test_bad_sites_are_refused_by_field(client, told, field):
    answer = client.post("/api/sites", json=told)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"].startswith(field)


def test_no_job_is_put_on_a_site_that_is_not_there(client, site):
    key = started(client, site)[0]
    assert client.post(f"/api/jobs/{key}/site", json={"site": "nowhere"}).status_code == 404
    assert client.post("/api/jobs", json={**FENCE, "site": "nowhere"}).status_code == 404
    assert client.post("/api/jobs/none/site", json={"site": site["id"]}).status_code == 404


def test_a_job_that_cannot_be_read_is_in_none_of_the_lists(client, site, engine):
    key = started(client, site)[0]
    with engine.begin() as c:
        c.execute(update(JobRow).where(JobRow.id == key).values(unread="another schema"))
    opened = client.get(f"/api/sites/{site['id']}").json()
    assert [job["unread"] for job in opened["jobs"]] == ["another schema", ""]
    assert opened["left_out"] == {key: "another schema"}
    assert opened["lists"][0]["jobs"] == {"A": "Deck"}


def test_a_job_that_cannot_be_laid_out_or_is_put_away_leaves_the_others_their_lists(client, site, engine):
    fence, other = started(client, site)
    with engine.begin() as c:
        bad = client.get(f"/api/jobs/{other}").json()["held"]["document"]
        bad["deck"]["posts"]["size"] = "gone"
        c.execute(RevisionRow.__table__.update().where(RevisionRow.job_id == other).values(document=bad))
    opened = client.get(f"/api/sites/{site['id']}").json()
    assert "gone" in opened["left_out"][other]
    assert opened["letters"] == {fence: "A"}
    assert [lists["jobs"] for lists in opened["lists"]] == [{"A": "Back fence"}]
    client.post(f"/api/jobs/{fence}/archive", json={"archived": True})
    opened = client.get(f"/api/sites/{site['id']}").json()
    assert [job["archived"] for job in opened["jobs"]] == [False, True]
    assert (opened["left_out"][fence], opened["lists"]) == ("put away", [])


def test_timber_bought_together_is_that_of_all_jobs_and_never_more():
    """What is cut is the same pieces; a section both take shares its lengths, so no more is bought than for each alone."""
    jobs = [yard(), edited(fence((7300, 0)), put("name", "Front"), put("fence.rails.longest_mm", 3000)), deck()]
    plans = [plan(job) for job in jobs]
    [made] = together(dict(zip("ABC", plans, strict=True)))
    assert sum(len(line.labels) for line in made.lists.cuts) == sum(
        len(line.labels) for p in plans for line in cut_lines(list(p.parts))
    )
    apart = sum(p.lists.timber_mm for p in plans)
    assert made.lists.timber_mm <= apart + 1
    assert made.lists.concrete_m3 == pytest.approx(sum(p.lists.concrete_m3 for p in plans))
    rails = plans[1].brief.rail.id
    assert max(line.length_mm for line in made.lists.buy if line.good.id == rails) <= 3000
    assert {"A", "B", "C"} == {label.split()[0] for line in made.lists.cuts for label in line.labels}


def test_regions_are_bought_apart():
    made = together({"A": plan(yard()), "B": plan(deck(region="north_america"))})
    assert [list(t.jobs) for t in made] == [["A"], ["B"]]
    assert {t.lists.buyer.sold.units for t in made} == {"mm", "ft-in"}


def test_jobs_of_a_site_are_priced_together_and_share_their_crew(client, site):
    """Two jobs of one crew: no hour of work of one lies in an hour of the other's."""
    first, second = started(client, site)
    prices = client.get(f"/api/sites/{site['id']}/prices").json()
    assert [job["letter"] for job in prices["jobs"]] == ["A", "B"]
    assert prices["total"] == "£0.00"
    assert all(job["unpriced"] for job in prices["jobs"])
    days = client.get(f"/api/sites/{site['id']}/days?today=2027-06-07").json()
    work = {row["id"]: row for row in days["rows"] if row["kind"] == "work"}
    assert {key[0] for key in work} == {"A", "B"}
    assert work["B-set"]["start"] >= work["A-dig"]["start"]
    held = client.get(f"/api/jobs/{second}").json()["held"]
    document = held["document"] | {
        "terms": held["document"]["terms"] | {"calendar": held["document"]["terms"]["calendar"] | {"crew": "others"}}
    }
    assert (
        client.put(f"/api/jobs/{second}", json={"revision": 1, "document": document, "note": "crew"}).status_code == 200
    )
    apart = client.get(f"/api/sites/{site['id']}/days?today=2027-06-07").json()
    assert apart["last"] <= days["last"]
    assert {row["id"]: row for row in apart["rows"]}["B-dig"]["start"] <= work["B-dig"]["start"]
    assert (
        client.get(f"/api/sites/{client.post('/api/sites', json={'name': 'Empty'}).json()['id']}/days").json() is None
    )
    assert first


def test_goods_of_a_site_are_bought_together_at_the_prices_of_its_books():
    """Two bays of three rails: two are cut from a length of 3000 at £4, so that three take two lengths and six take three."""
    rails = Item(item="uk_38x87", unit="length", price=Decimal(4), length_mm=3000, supplier="Yard")
    prices = priced([Book(name="b", currency="GBP", items=(rails,))])
    job = edited(fence((1200, 0)), put("fence.rails.count", 3))
    plans = {letter: plan(edited(job, put("name", letter))) for letter in "AB"}
    [made] = together(plans, {"uk_ireland": prices})
    alone = sum((costed(each, prices).subtotal("goods") for each in plans.values()), Decimal(0))
    bought = [line for line in made.lists.buy if line.good.id == "uk_38x87"]
    assert [(line.length_mm, line.buy) for line in bought] == [(3000, 3)]
    assert (made.goods, alone) == (12, 16)
    assert goods_words(made, alone).startswith(
        "Goods bought together for 2 jobs: £12.00, £4.00 less than job by job; without what has no price: "
    )
    assert goods_words(together(plans)[0], alone) == ""


def test_fixings_are_stainless_for_the_jobs_near_salt_alone():
    jobs = [
        edited(fence((3600, 0)), put("name", "Sea"), put("site.near_salt", True)),
        edited(fence((3600, 0)), put("name", "Lane")),
    ]
    plans = dict(zip("AB", map(plan, jobs), strict=True))
    [made] = together(plans)
    screws = [line for line in made.lists.buy if line.group == "Fixings"]
    assert {line.stainless for line in screws} == {True, False}
    for line in screws:
        assert {label.split()[0] for label in line.for_parts} == ({"A"} if line.stainless else {"B"})
    apart = [line for each in plans.values() for line in each.lists.buy if line.group in ("Fixings", "Hardware")]
    assert sum(line.buy for line in made.lists.buy if line.group in ("Fixings", "Hardware")) == sum(
        line.buy for line in apart
    )
