"""Prices over HTTP: books, what a job costs by them, quotations that keep their prices, days, and services outside that fail."""

import datetime
import io
from pathlib import Path

import httpx2
import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from rowstake.core.job import write_job
from rowstake.outside.conditions import Skies
from rowstake.outside.yards import Yards
from rowstake.server.app import create_app
from rowstake.standins import conditions, yard
from tests.jobs import edited, fence, put
from tests.served import served

BOOKS = Path("src/rowstake/demo/books")
NEAR, OWN = (BOOKS / name for name in ("heron-lane-yard.csv", "own-rates-gbp.csv"))


def brought(client, path):
    answer = client.post(f"/api/books?name={path.name}", content=path.read_bytes())
    assert answer.status_code == 201, answer.text
    return answer.json()


@pytest.fixture
def books(client):
    return [brought(client, path)["id"] for path in (NEAR, OWN)]


def document(books, *edits):
    return write_job(edited(fence((9000, 0)), put("terms.books", books), *edits))


def test_a_book_comes_in_is_looked_at_replaced_and_goes(client):
    book = brought(client, NEAR)
    assert (book["currency"], book["suppliers"], book["version"]) == ("GBP", ["Heron Lane Yard"], 1)
    dearer = NEAR.read_text("utf-8").replace("uk_75x75,75×75,length,5.30", "uk_75x75,75×75,length,6.30").encode()
    look = client.post(f"/api/books/look?name=x.csv&into={book['id']}", content=dearer).json()
    assert [(c["before"], c["after"]) for c in look["changes"]] == [("5.30", "6.30")]
    assert client.get("/api/books").json()[0]["version"] == 1  # nothing is kept by looking
    saved = client.put(f"/api/books/{book['id']}?name=x.csv&version=1", content=dearer)
    assert (saved.json()["version"], saved.json()["name"]) == (2, book["name"])
    stale = client.put(f"/api/books/{book['id']}?name=x.csv&version=1", content=dearer)
    assert stale.status_code == 409
    for kind in ("csv", "xlsx"):
        out = client.get(f"/api/books/{book['id']}/book.{kind}").content
        assert (
            client.post(f"/api/books/look?name=x.{kind}&into={book['id']}", content=out).json()["items"]
            == book["items"]
        )
    assert client.delete(f"/api/books/{book['id']}").status_code == 204
    assert client.get(f"/api/books/{book['id']}").status_code == 404


def test_a_file_that_is_no_book_is_refused_and_nothing_kept(client):
    answer = client.post("/api/books?name=x.csv", content=b"what,is,this\n")
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "file"
    assert client.get("/api/books").json() == []


def test_what_a_job_costs_and_how_near_its_cuts_are(client, books):
    told = client.post("/api/plan/price", json={"document": document(books)}).json()
    assert (told["currency"], told["unpriced"], told["missing"]) == ("GBP", [], [])
    assert told["total"].startswith("£")
    assert {s["key"] for s in told["subtotals"]} >= {"goods", "work", "direct", "net", "tax", "total"}
    assert all(s["working"] in told["workings"] for s in told["subtotals"])
    none = client.post("/api/plan/price", json={"document": document([])}).json()
    assert none["total"] == "£0.00"
    assert len(none["unpriced"]) > 5
    gone = client.post("/api/plan/price", json={"document": document([*books, "gone"])}).json()
    assert (gone["missing"], gone["total"]) == (["gone"], told["total"])
    sections = client.post("/api/plan/proven", json={"document": document(books), "section": 0}).json()
    assert sections["of"] == 3
    assert "no plan costs less" in sections["proof"]
    bought = client.post("/api/plan/bought", json={"document": document(books)}).json()
    assert bought["tickets"]
    assert sum(row["count"] for row in bought["buy"] if row["length"]) > 0
    other = brought(client, BOOKS / "paddock-lumber.csv")["id"]
    mixed = client.post("/api/plan/price", json={"document": document([*books, other])})
    assert (mixed.status_code, mixed.json()["errors"][0]["field"]) == (422, "terms.books")


def test_fixes_and_variants_tell_their_price(client, books):
    told = document(books, {"do": "set_aside", "name": "before"}, put("fence.skin.height_mm", 1500))
    sides = client.post("/api/plan/variants", json={"document": told}).json()
    assert [next(f["name"] for f in side["figures"] if f["key"].startswith("cost")) for side in sides] == [
        "price",
        "price",
    ]
    tried = client.post(
        "/api/plan/try", json={"document": document(books), "edits": [put("fence.skin.height_mm", 1500)]}
    ).json()
    assert tried["consequence"]["differences"][0]["key"] == "cost"


def test_a_quotation_keeps_its_prices_when_the_book_changes(client, books):
    job = client.post("/api/jobs", json={"name": "Back", "region": "uk_ireland", "legs": [{"length": "9 m"}]}).json()[
        "held"
    ]
    early = client.post(f"/api/jobs/{job['id']}/quotations")
    assert (early.status_code, early.json()["errors"][0]["field"]) == (422, "terms.books")
    saved = client.put(f"/api/jobs/{job['id']}", json={"revision": 1, "document": document(books), "note": "prices"})
    assert saved.status_code == 200, saved.text
    given = client.post(f"/api/jobs/{job['id']}/quotations").json()
    double = "\r\n".join(NEAR.read_text("utf-8").splitlines()).replace(",length,", ",length,9").encode()
    assert client.put(f"/api/books/{books[0]}?name=x.csv&version=1", content=double).status_code == 200
    again = client.post(f"/api/jobs/{job['id']}/quotations").json()
    listed = client.get(f"/api/jobs/{job['id']}/quotations").json()
    assert [g["number"] for g in listed] == [2, 1]
    assert listed[1]["quotation"]["total"] == given["quotation"]["total"] != again["quotation"]["total"]
    paper = client.get(f"/api/jobs/{job['id']}/quotations/1/a4.pdf").content
    text = "\n".join(p.extract_text() for p in PdfReader(io.BytesIO(paper)).pages)
    assert given["quotation"]["total"] in text
    assert client.get(f"/api/jobs/{job['id']}/quotations/9/a4.pdf").status_code == 404
    export = client.get(f"/api/jobs/{job['id']}/exports/quote-pdf/a4")
    assert export.status_code == 200, export.text
    assert client.get(f"/api/jobs/{job['id']}/exports/ics/days").text.count("BEGIN:VEVENT") > 5


def test_offcuts_are_kept_offered_and_used_up(client):
    fence_of = {"region": "uk_ireland", "legs": [{"length": "9 m"}]}
    left, job = (
        client.post("/api/jobs", json={"name": name, **fence_of}).json()["held"]["id"] for name in ("Front", "Back")
    )
    added = client.post("/api/rack", json=[{"section": "uk_38x87", "length_mm": 1900, "count": 2, "job": left}]).json()
    feet = client.post("/api/rack", json=[{"section": "na_2x4", "length_mm": 1905}]).json()[0]
    assert (added[0]["told"], feet["told"]) == ("1900 mm", "6'-3\"")
    client.delete(f"/api/rack/{feet['id']}")
    assert [o["label"] for o in added] == ["R1", "R2"]

    def racked(key, *edits):
        tickets = client.post("/api/plan/bought", json={"document": document([], *edits), "job": key}).json()["tickets"]
        return {t["racked"] for t in tickets} - {""}

    assert racked(job) == {"R1", "R2"}
    assert racked(left) == set()  # what is left of itself its own plan cuts from what it buys
    assert client.post(f"/api/rack/{added[0]['id']}/used", json={"job": job}).status_code == 204
    assert racked(job) == {"R1", "R2"}
    assert racked(None) == {"R2"}
    assert racked(job, put("terms.rack", False)) == set()
    assert next(o for o in client.get("/api/rack").json() if o["label"] == "R1")["used_by"] == "Back"
    assert client.delete(f"/api/rack/{added[0]['id']}").status_code == 204
    assert client.delete(f"/api/rack/{added[0]['id']}").status_code == 404
    more = client.post("/api/rack", json=[{"section": "uk_38x87", "length_mm": 900}]).json()
    assert more[0]["label"] == "R3"  # never a label that another piece has
    bad = client.post("/api/rack", json=[{"section": "oak", "length_mm": 900}])
    assert bad.json()["errors"][0]["field"] == "section"


def test_receipts_and_hours_typed_and_brought_in(client, books):
    job = client.post("/api/jobs", json={"name": "Back", "region": "uk_ireland", "legs": [{"length": "9 m"}]}).json()[
        "held"
    ]
    path = f"/api/jobs/{job['id']}/actuals"
    told = client.post(
        path, json=[{"day": "2026-11-30", "section": "goods", "words": "posts", "amount": "120.50"}]
    ).json()
    assert told["entries"][0]["entry"]["amount"] == "120.5000"
    rows = "day,section,words,amount,hours\n2026-12-01,work,roots,,6\n2026-12-01,Taken away,skip,90,\n"
    told = client.post(f"{path}/csv", content=rows.encode()).json()
    assert [e["entry"]["section"] for e in told["entries"]] == ["goods", "work", "away"]
    assert next(r for r in told["against"]["rows"] if r["key"] == "goods")["taken"] == "£120.50"
    bad = client.post(f"{path}/csv", content=rows.replace("2026-12-01,work", "soon,work").encode())
    assert (bad.status_code, bad.json()["errors"][0]["field"]) == (422, "row 2.day")
    assert len(client.get(path).json()["entries"]) == 3  # all of a file, or none
    first = told["entries"][0]["id"]
    assert client.delete(f"{path}/{first}").status_code == 204
    assert client.delete(f"/api/jobs/other/actuals/{first}").status_code == 404
    export = client.get(f"/api/jobs/{job['id']}/exports/orders/supplier")
    assert export.status_code == 422
    orders = client.post("/api/plan/orders", json={"document": document(books)}).json()
    assert {o["delivery"] for o in orders} == {1, 2}


HOW = ("slow", "refused", "nonsense", "half")


@pytest.fixture(scope="module")
def sky():
    with served(conditions.create_app()) as url:
        yield url


@pytest.fixture(scope="module")
def yards():
    with served(yard.create_app()) as url:
        yield url


@pytest.fixture
def asking(engine, sky, yards):
    app = create_app(engine, skies=Skies(sky, 1.0, 0.0), yards=Yards(yards, 1.0))
    yield TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False)
    for url in (sky, yards):
        httpx2.get(f"{url}/fail/well")


@pytest.mark.parametrize("how", HOW)
def test_a_yard_that_fails_is_told_and_its_book_stays(asking, yards, how):
    assert asking.post("/api/yards/heron-lane-yard/book").json()["version"] == 1
    httpx2.get(f"{yards}/fail/{how}")
    for answer in (
        asking.get("/api/yards"),
        asking.post("/api/yards/heron-lane-yard/book"),
        asking.get("/api/yards/heron-lane-yard/look"),
    ):
        assert answer.status_code == 502
        assert "Nothing is lost" in answer.json()["detail"]
    assert asking.get("/api/books/heron-lane-yard").json()["book"]["version"] == 1
    httpx2.get(f"{yards}/fail/well")
    assert asking.get("/api/yards/heron-lane-yard/look").json()["changed"] == 0
    assert asking.post("/api/yards/heron-lane-yard/book").json()["version"] == 2


@pytest.mark.parametrize("how", HOW)
def test_a_forecast_that_fails_is_told_and_the_last_one_used(asking, sky, how):
    told = document(
        [],
        put("terms.calendar.place", "saltpan"),
        put("terms.calendar.locate_days", 1),
        put("terms.calendar.delivery_days", 1),
    )
    well = asking.post("/api/plan/days", json={"document": told}).json()
    assert well["forecast"]
    httpx2.get(f"{sky}/fail/{how}")
    ill = asking.post("/api/plan/days", json={"document": told}).json()
    assert ill["forecast"] == well["forecast"]
    assert "what it told last is used" in ill["note"]
    assert asking.get("/api/plan/places").json() == []
    elsewhere = document([], put("terms.calendar.place", "kestrel"))
    bare = asking.post("/api/plan/days", json={"document": elsewhere}).json()
    assert bare["rows"]
    assert not bare["forecast"]


@pytest.mark.parametrize("how", ["well", *HOW])
def test_what_is_usual_at_a_place_goes_into_the_job_or_trouble_is_told(asking, sky, how):
    httpx2.get(f"{sky}/fail/{how}")
    answer = asking.post("/api/plan/place", json={"document": document([]), "place": "windmill"})
    if how == "well":
        edits = {e["path"]: e["value"] for e in answer.json()["edits"]}
        assert (edits["site.frost_depth_mm"], edits["site.gust_mps"], edits["site.climate"]) == (
            1066.8,
            40,
            "cold_winter",
        )
        assert asking.post("/api/plan/place", json={"document": document([]), "place": "../places"}).status_code == 502
    else:
        assert answer.status_code == 502
        assert "Nothing is lost" in answer.json()["detail"]


def test_days_and_the_sheet_of_one(asking):
    told = {"document": document([])}
    days = asking.post("/api/plan/days?today=2026-12-07", json=told).json()
    first = days["rows"][0]
    assert (first["id"], first["start"], first["may_start"]) == ("locate", "2026-12-07", True)
    dig = next(r for r in days["rows"] if r["id"] == "dig")
    sheet = asking.post(f"/api/plan/day/{dig['start']}?today=2026-12-07", json=told).json()
    assert sheet["tasks"][0]["name"] == "Dig the holes"
    paper = asking.post(f"/api/plan/day/{dig['start']}/a4.pdf?today=2026-12-07", json=told).content
    assert len(PdfReader(io.BytesIO(paper)).pages) == 1
    assert asking.post("/api/plan/day/soon", json=told).status_code == 422


def test_a_stand_in_tells_the_same_weather_when_it_is_asked_again():
    day = datetime.date(2026, 12, 1)
    assert conditions.day_of("saltpan", day) == conditions.day_of("saltpan", day)
    wet = [conditions.day_of("saltpan", day + datetime.timedelta(n))["rain_mm"] for n in range(300)]
    assert 0.3 < sum(mm > 0 for mm in wet) / 300 < 0.6
