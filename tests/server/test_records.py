"""The record over HTTP: sent again without harm, refused one by one, pictures stripped, told to every server process at once."""

from __future__ import annotations

import asyncio
import io
from concurrent.futures import ThreadPoolExecutor

import pytest
from fastapi.testclient import TestClient
from PIL import ExifTags, Image
from sqlalchemy import text

from rowstake.core.job import write_job_text
from rowstake.server.app import create_app
from rowstake.server.events import Hub
from tests.conftest import HERE
from tests.entries import raw_entry
from tests.jobs import yard

SET = "set-end-corner-and-gate-posts-then-the-o"


@pytest.fixture
def job(client):
    return client.post("/api/jobs/import", json={"text": write_job_text(yard())}).json()["held"]["id"]


def sent(client, job, *raws):
    answer = client.post(f"/api/jobs/{job}/entries", json={"entries": list(raws)})
    assert answer.status_code == 200, answer.text
    return answer.json()


def test_entries_arrive_once_in_order_and_what_is_wrong_stops_nothing_else(client, job):
    good, bad = raw_entry(1, "post", "1/post/3", at_mm=3690), raw_entry(2, "post", "1/post/2", at_mm=-5)
    note = raw_entry(3, "note", text="root under P3")
    told = sent(client, job, good, bad, note, good)
    assert told["taken"] == ["entry-0001", "entry-0003", "entry-0001"]
    assert [(r["id"], r["allowed"]) for r in told["refused"]] == [("entry-0002", "at least 0 mm")]
    assert sent(client, job, note, good)["last"] == 2, "sent again without harm"
    since = client.get(f"/api/jobs/{job}/entries", params={"after": 1}).json()
    assert [e["id"] for e in since["entries"]] == ["entry-0003"]
    built = client.get(f"/api/jobs/{job}/built").json()
    assert "posts 14 → 15" in built["changes"]["sentence"]
    assert next(h for h in built["site"]["holes"] if h["entries"])["off"] == ["90 mm further than drawn"]
    assert client.get("/api/jobs/nowhere/built").status_code == 404
    assert client.post("/api/jobs/nowhere/entries", json={"entries": [good]}).status_code == 404


def test_undo_in_the_office_never_loses_a_measurement(client, job):
    sent(client, job, raw_entry(1, "post", "1/post/3", at_mm=3690))
    held = client.get(f"/api/jobs/{job}").json()["held"]
    document = {**held["document"], "name": "Changed"}
    held = client.put(
        f"/api/jobs/{job}", json={"revision": held["revision"], "document": document, "note": "name"}
    ).json()
    client.post(f"/api/jobs/{job}/undo", json={"revision": held["revision"]})
    assert client.get(f"/api/jobs/{job}/built").json()["entries"] == 1


def test_a_step_is_not_ticked_past_an_open_hold_point_but_with_a_reason(client, job):
    tick = raw_entry(1, "step", "boards-plumb-every-fifth-checked")
    refused = sent(client, job, tick)["refused"][0]
    assert refused["why"].startswith("Not yet looked at: what lies in the ground")
    keys = ("dig-the-holes/covered", f"{SET}/covered", f"{SET}/the-gates")
    holds = [raw_entry(n, "hold", key, result="pass") for n, key in enumerate(keys, 2)]
    assert sent(client, job, *holds, tick)["refused"] == [], "passed in the same breath"
    other = raw_entry(9, "step", "hang-the-gates-blocked-up-and-set-the-la", reason="customer asked")
    assert sent(client, job, other)["refused"] == []


def test_what_is_cut_goes_to_the_rack_and_the_offcut_used_is_used_up(client, job):
    cut = raw_entry(1, "cut", good="uk_38x87", length_mm=1700, left_mm=900)
    sent(client, job, cut, cut)
    lying = client.get("/api/rack").json()
    assert [(o["section"], o["length_mm"], o["used_by"]) for o in lying] == [("uk_38x87", 900, "")]
    sent(client, job, raw_entry(2, "cut", good="uk_38x87", length_mm=800, rack=lying[0]["label"], left_mm=50))
    assert client.get("/api/rack").json()[0]["used_by"] == "Test fence"
    sent(client, job, raw_entry(3, "settled", answers=("entry-0002",)))
    assert client.get("/api/rack").json()[0]["used_by"] == ""
    sent(client, job, raw_entry(4, "settled", answers=("entry-0001",)))
    assert client.get("/api/rack").json() == [], "what was not cut left nothing"


def test_ways_out_are_weighed(client, job):
    sent(client, job, raw_entry(1, "post", "1/post/3", at_mm=3690))
    ways = client.post(f"/api/jobs/{job}/ways-out", json={"reading": "entry-0001"}).json()
    assert [w["key"] for w in ways] == ["redivide", "keep", "back", "another"]
    assert client.post(f"/api/jobs/{job}/ways-out", json={"reading": "nothing-at-all"}).status_code == 422


def photo(size=(3000, 2000), fmt="JPEG"):
    exif = Image.Exif()
    exif[ExifTags.Base.Make] = "a phone"
    exif.get_ifd(ExifTags.IFD.GPSInfo)[ExifTags.GPS.GPSLatitudeRef] = "N"
    out = io.BytesIO()
    Image.new("RGB", size, (120, 90, 60)).save(out, fmt, **({"exif": exif} if fmt == "JPEG" else {}))
    return out.getvalue()


def test_pictures_are_encoded_again_and_say_nothing_of_where(client, job):
    url = f"/api/jobs/{job}/photos/photo-0001"
    octets = {"Content-Type": "application/octet-stream"}
    assert client.put(url, content=photo(), headers=octets).status_code == 204
    large, small = (Image.open(io.BytesIO(client.get(url, params=p).content)) for p in ({}, {"small": True}))
    assert (large.size, small.size) == ((1600, 1067), (240, 160))
    assert not large.getexif()
    placed = f"/api/jobs/{job}/photos/photo-0002"
    assert client.put(placed, content=photo(), params={"place": True}, headers=octets).status_code == 204
    kept = Image.open(io.BytesIO(client.get(placed).content)).getexif()
    assert kept.get_ifd(ExifTags.IFD.GPSInfo)[ExifTags.GPS.GPSLatitudeRef] == "N"
    assert ExifTags.Base.Make not in kept
    for bad in (b"not a picture", photo(fmt="GIF"), photo()[:200]):
        refused = client.put(url, content=bad, headers=octets)
        assert refused.status_code == 422, refused.text
        assert "JPEG" in refused.json()["errors"][0]["allowed"]
    assert client.get(f"/api/jobs/{job}/photos/photo-0009").status_code == 404
    sent(client, job, {**raw_entry(1, "hold", f"{SET}/covered", result="pass"), "photos": ["photo-0001"]})
    for name in ("log-pdf", "inspection-pdf", "log", "log-csv"):
        document = "inspection" if name.startswith("inspection") else "log"
        assert client.get(f"/api/jobs/{job}/exports/{name}/{document}").status_code == 200
    assert client.get(f"/api/jobs/{job}/exports/cuts-pdf/a4", params={"built": True}).status_code == 200


def test_what_changes_is_told_to_the_pages_of_another_server_process(engine, job):
    """Two hubs stand for two processes: each has a connection of its own that listens."""

    async def listen():
        told = []
        pages = [Hub(engine).of(job), Hub(engine).of(job), Hub(engine).of("another")]
        for page in pages:
            assert "again" in await anext(page)
        for page in pages[:2]:
            assert "again" in await asyncio.wait_for(anext(page), 10), "told once it listens"
        with TestClient(create_app(engine), base_url=HERE) as other:
            await asyncio.to_thread(sent, other, job, raw_entry(1, "note", text="here"))
        for page in pages[:2]:
            told.append(await asyncio.wait_for(anext(page), 10))
        for page in pages:
            await page.aclose()
        return told

    with ThreadPoolExecutor(1) as own:  # a loop of its own: browser tests leave one running in theirs
        told = own.submit(asyncio.run, listen()).result()
    assert len(told) == 2
    assert all('"what": "entries"' in words for words in told)


def test_the_record_is_only_ever_added_to(engine, client, job):
    sent(client, job, raw_entry(1, "note", text="first"))
    sent(client, job, {**raw_entry(1, "note", text="changed")})
    with engine.connect() as connection:
        assert connection.scalar(text("SELECT body->'values'->>'text' FROM entries")) == "first"


def test_a_site_tells_who_does_what_today_and_what_is_open(client, job):
    site = client.post("/api/sites", json={"name": "The lane"}).json()["id"]
    assert client.get(f"/api/sites/{site}/today").json() == []
    client.post(f"/api/jobs/{job}/site", json={"site": site})
    sent(
        client,
        job,
        raw_entry(1, "punch", fault="plane P2"),
        raw_entry(2, "step", "agree-the-boundary-have-services-located"),
    )
    (told,) = client.get(f"/api/sites/{site}/today", params={"today": "2026-03-02"}).json()
    today = told["today"]
    assert (told["letter"], told["name"]) == ("A", "Test fence")
    assert today["who"] == "a crew of 2"
    assert "Have buried services located" in today["does"]
    assert today["to_put_right"] == 1
    assert today["noted"] == ["Jo"]
    assert "no forecast" in today["weather"]
    held = client.get(f"/api/jobs/{job}").json()["held"]
    document = held["document"] | {"site": held["document"]["site"] | {"ticket": "T-1", "located_until": "2026-02-20"}}
    client.put(f"/api/jobs/{job}", json={"revision": held["revision"], "document": document, "note": "located"})
    (told,) = client.get(f"/api/sites/{site}/today", params={"today": "2026-03-02"}).json()
    assert told["today"]["looks"][0].startswith("services were located until Fri 20 Feb")
    (told,) = client.get(f"/api/sites/{site}/today", params={"today": "2026-02-20"}).json()
    assert not [look for look in told["today"]["looks"] if "located until" in look]


def test_a_step_that_is_done_is_opened_again_by_what_the_drawing_became(client, job):
    first = client.get(f"/api/jobs/{job}/built").json()
    sent(client, job, raw_entry(1, "step", "mark-every-post-from-the-datum", revision=first["revision"]))
    sent(
        client, job, raw_entry(2, "step", "rails-level-or-with-the-ground", reason="tried", revision=first["revision"])
    )
    assert not [s for s in client.get(f"/api/jobs/{job}/built").json()["steps"] if s["again"]]
    held = client.get(f"/api/jobs/{job}").json()["held"]
    document = held["document"]
    document["fence"]["rails"]["fixing"] = "between"
    client.put(f"/api/jobs/{job}", json={"revision": held["revision"], "document": document, "note": "rails"})
    after = client.get(f"/api/jobs/{job}/built").json()
    told = {s["key"]: s["again"] for s in after["steps"] if s["again"]}
    assert list(told) == ["rails-level-or-with-the-ground"]
    assert told["rails-level-or-with-the-ground"][0].startswith("rail: ")
    assert after["revision"] > first["revision"]
