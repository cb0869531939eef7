"""What a stranger or a slip sends: each is refused in words, none is a fault of the program's own."""

import asyncio
import io
import json
import stat
import threading
import time
import urllib.error
import urllib.request
import xml.etree.ElementTree as ET
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from openpyxl import load_workbook
from sqlalchemy import event, text

from rowstake.core.job import write_job_text
from rowstake.core.plan import plan
from rowstake.files import export
from rowstake.files.formats.svg import INK, scene_svg
from rowstake.server.app import create_app
from rowstake.server.limits import Busy
from rowstake.store.database import engine_for, migrate
from rowstake.store.models import RevisionRow
from tests.conftest import HERE, new_server
from tests.decks import deck
from tests.e2e.conftest import Site
from tests.jobs import edited, put, scenes, yard
from tests.server.test_jobs_api import NEW


@pytest.fixture
def job(client):
    return client.post("/api/jobs", json=NEW).json()["held"]


def problem(answer, *statuses):
    assert answer.status_code in statuses, answer.text[:300]
    assert answer.headers["content-type"] == "application/problem+json"
    return answer.json()


HALF = "\\ud800"


@pytest.mark.parametrize(
    "body",
    [
        '{"text": "' + "[" * 200_000 + '"}',
        '{"text": "{\\"schema\\": ' + "9" * 5000 + '}"}',
        '{"text": "' + HALF + '"}',
        '{"text": "{\\"schema\\": 1, \\"name\\": \\"\\\\ud800\\"}"}',
        '{"text": 5}',
        "[" * 100_000,
    ],
)
def test_job_files_that_are_none(client, body):
    problem(client.post("/api/jobs/import", content=body, headers={"Content-Type": "application/json"}), 400, 422)


@pytest.mark.parametrize(
    "geo",
    [
        {"type": "FeatureCollection", "features": None},
        {"type": "FeatureCollection", "features": [{"geometry": None}]},
        {"type": "LineString", "coordinates": [[0, 0, 1e308], [0, 0.001, 0]]},
        {"type": "LineString", "coordinates": [[0, 0], [5, 5]]},
        {"type": "LineString", "coordinates": [[0, n / 1e5] for n in range(900)]},
        {"type": "LineString", "coordinates": [[True, 0], [0, 1]]},
        {"type": {"a": 1}},
    ],
)
def test_lines_that_are_none(client, geo):
    body = {"text": json.dumps(geo), "name": "Line", "region": "uk_ireland"}
    assert problem(client.post("/api/jobs/from-line", json=body), 422)["errors"][0]["field"].startswith("geojson")


def test_a_line_nested_without_end_and_one_with_a_byte_order_mark(client):
    deep = '{"type": "Feature", "geometry": ' * 3000 + "null" + "}" * 3000
    problem(client.post("/api/jobs/from-line", json={"text": deep, "name": "x", "region": "uk_ireland"}), 422)
    line = "\ufeff" + json.dumps({"type": "LineString", "coordinates": [[0, 0], [0.0001, 0]]})
    made = client.post("/api/jobs/from-line", json={"text": line, "name": "Line", "region": "uk_ireland"})
    assert made.status_code == 201
    assert client.post("/api/jobs/import", json={"text": "\ufeff" + write_job_text(yard())}).status_code == 201


def test_text_that_cannot_be_kept_is_refused_everywhere(client, job):
    for bad in ("a\x00b", "a\ud800b", "   "):
        document = {**job["document"], "name": bad}
        raw = json.dumps({"document": document, "edits": []})
        headers = {"Content-Type": "application/json"}
        problem(client.post("/api/plan", content=raw, headers=headers), 422)
        kept = json.dumps({"revision": 1, "document": document})
        problem(client.put(f"/api/jobs/{job['id']}", content=kept, headers=headers), 422)
        problem(client.post("/api/jobs", content=json.dumps({**NEW, "name": bad}), headers=headers), 422)
    for key in ("%00", "a%00b", "%ED%A0%80"):
        problem(client.get(f"/api/jobs/{key}"), 404)
    problem(client.get("/%00"), 404)
    problem(client.get(f"/api/jobs/{job['id']}/revisions/{10**30}"), 422)
    problem(client.post(f"/api/jobs/{job['id']}/undo", json={"revision": 10**30}), 422)
    problem(client.get("/.stamp"), 404)


def test_a_request_of_a_hundred_bytes_takes_nothing_down(client):
    for name, inputs in (
        ("equal-spacing", {"length_mm": 1e6, "max_spacing_mm": 1e-12}),
        ("stairs", {"total_rise_mm": 900, "max_riser_mm": 1e-300, "tread_run_mm": 280}),
        ("stairs", {"total_rise_mm": 1e7, "max_riser_mm": 0.5, "tread_run_mm": 280}),
    ):
        began = time.process_time()
        told = problem(client.post(f"/api/reckoners/{name}", json={"inputs": inputs}), 422)
        assert told["errors"][0]["allowed"]
        assert time.process_time() - began < 5


def test_only_own_pages_and_names(client, job):
    for host in ("testserver", "evil.example", "127.0.0.1.evil.example"):
        problem(client.get("/api/jobs", headers={"Host": host}), 400)
    for headers in ({"Origin": "http://evil.example"}, {"Sec-Fetch-Site": "cross-site"}, {"Origin": "null"}):
        problem(client.post(f"/api/jobs/{job['id']}/duplicate", headers=headers), 403)
    assert client.post(f"/api/jobs/{job['id']}/duplicate", headers={"Origin": HERE}).status_code == 201


def test_guards_compression_and_kept_files(client, job):
    answer = client.get(f"/api/jobs/{job['id']}", headers={"Accept-Encoding": "gzip"})
    assert answer.headers["content-encoding"] == "gzip"
    assert answer.headers["cache-control"] == "no-cache"
    page = client.get("/")
    assert "frame-ancestors 'none'" in page.headers["content-security-policy"]
    assert (page.headers["x-content-type-options"], page.headers["x-frame-options"]) == ("nosniff", "DENY")
    script = next(part for part in page.text.split('"') if part.startswith("/assets/") and part.endswith(".js"))
    got = client.get(script, headers={"Accept-Encoding": "gzip"})
    assert "immutable" in got.headers["cache-control"]
    assert got.headers["content-encoding"] == "gzip"


def test_methods_and_sizes(client):
    allowed = problem(client.request("PATCH", "/api/jobs"), 405)
    assert allowed["status"] == 405
    assert "GET" in client.request("PATCH", "/api/jobs").headers["allow"]
    problem(client.request("BREW", "/api/plan"), 405)

    def pieces():
        for _ in range(50):
            yield b" " * 100_000

    problem(client.post("/api/plan", content=pieces(), headers={"Content-Type": "application/json"}), 413)


def test_the_document_of_the_interface_tells_of_problems():
    made = create_app().openapi()
    for path in made["paths"].values():
        for how in path.values():
            assert "application/problem+json" in how["responses"]["4XX"]["content"]
            assert "5XX" in how["responses"]
    assert "Problem" in made["components"]["schemas"]


def test_names_are_never_formulas():
    made = plan(edited(yard(), put("name", '=HYPERLINK("x")')))
    _, _, data = export(made, "xlsx", "lists")
    book = load_workbook(io.BytesIO(data))
    assert book["Cautions"]["A1"].value == '=HYPERLINK("x")'
    assert book["Cautions"]["A1"].data_type == "s"
    own = [c for sheet in book for row in sheet.iter_rows() for c in row if c.data_type == "f"]
    assert own
    assert all(str(c.value).startswith(("=B", "=C", "=SUM")) for c in own)


def test_one_document_that_cannot_be_read_troubles_no_other(client, engine, job):
    other = client.post("/api/jobs", json={**NEW, "name": "Sound"}).json()["held"]
    with engine.begin() as c:
        broken = {**job["document"], "schema": 99}
        c.execute(RevisionRow.__table__.update().where(RevisionRow.job_id == job["id"]).values(document=broken))
        c.execute(text("UPDATE jobs SET card = NULL"))
    listed = {j["id"]: j for j in client.get("/api/jobs").json()["jobs"]}
    assert "another schema" in listed[job["id"]]["unread"]
    assert listed[job["id"]]["card"] is None
    assert listed[other["id"]]["card"]["style"]
    assert "another schema" in problem(client.get(f"/api/jobs/{job['id']}"), 422)["detail"]
    assert client.post(f"/api/jobs/{job['id']}/archive", json={"archived": True}).status_code == 200


def test_the_list_takes_few_queries_pages_and_searches(client, engine):
    for n in range(60):
        client.post("/api/jobs", json={**NEW, "name": f"Job {n:02} {'garden' if n % 7 == 0 else ''}"})
    seen = []
    event.listen(engine, "before_cursor_execute", lambda *a: seen.append(a[2]))
    first = client.get("/api/jobs").json()
    assert len([q for q in seen if "SELECT" in q]) <= 4
    assert (len(first["jobs"]), first["total"], first["pages"]) == (50, 60, 2)
    second = client.get("/api/jobs?page=2").json()["jobs"]
    assert len(second) == 10
    assert not {j["id"] for j in second} & {j["id"] for j in first["jobs"]}
    assert client.get("/api/jobs?search=GARDEN job").json()["total"] == 9
    assert client.get("/api/jobs?search=100%25").json()["total"] == 0


def test_the_database_is_for_its_owner_alone(postgres):
    assert stat.S_IMODE(Path(postgres.socket).stat().st_mode) == 0o700
    with postgres.connect() as c:
        assert c.execute("SHOW listen_addresses").fetchone()[0] == ""


def test_busy_is_said_before_anything_times_out():
    done = []

    async def slow(scope, receive, send):
        await asyncio.sleep(0.2)
        done.append(scope["path"])

    async def ask(gate, path="/api/jobs"):
        said = []

        async def send(message):
            said.append(message)

        await gate({"type": "http", "path": path, "method": "GET", "headers": []}, None, send)
        return said[0]["status"] if said else 200

    async def crowd(gate, count):
        return sorted(await asyncio.gather(*(ask(gate) for _ in range(count))))

    def run(waited):
        """In a thread of its own: the browser's tests leave a loop running in this one."""
        with ThreadPoolExecutor(1) as pool:
            return pool.submit(asyncio.run, waited).result()

    # Two at once, each a fifth of a second: with time to wait, twelve are all served; with too little, the last are told.
    assert run(crowd(Busy(slow, 2, 10.0), 12)) == [200] * 12
    assert run(crowd(Busy(slow, 2, 0.1), 6)) == [200] * 2 + [503] * 4
    assert run(crowd(Busy(slow, 2, 10.0, in_line=3), 8)) == [200] * 5 + [503] * 3
    assert run(ask(Busy(slow, 0, 0.1), "/")) == 200


def test_sixty_saves_at_once(engine):
    """As many as used to freeze it: every answer is a save or says that it is busy, and none is lost."""
    site = Site(engine)
    try:
        ask = urllib.request.Request(
            f"{site.url}/api/jobs", json.dumps(NEW).encode(), {"Content-Type": "application/json"}
        )
        keys = []
        for _ in range(60):
            with urllib.request.urlopen(ask) as answer:
                keys.append(json.load(answer)["held"])
        said: list[int] = []

        def save(held):
            body = json.dumps({"revision": 1, "document": {**held["document"], "name": "Kept"}}).encode()
            for _ in range(60):
                try:
                    put_ = urllib.request.Request(
                        f"{site.url}/api/jobs/{held['id']}", body, {"Content-Type": "application/json"}, method="PUT"
                    )
                    with urllib.request.urlopen(put_, timeout=60) as answer:
                        said.append(answer.status)
                        return
                except urllib.error.HTTPError as error:
                    said.append(error.code)
                    time.sleep(0.5)

        threads = [threading.Thread(target=save, args=(held,)) for held in keys]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join(90)
        assert set(said) <= {200, 503}
        assert said.count(200) == 60
    finally:
        site.stop()


def test_the_database_killed_alone_is_started_again():
    server = new_server(quick=False)
    try:
        engine = engine_for(server.url())
        migrate(engine)
        client = TestClient(create_app(engine), base_url=HERE, raise_server_exceptions=False)
        made = client.post("/api/jobs", json=NEW).json()["held"]
        server.process.kill()
        deadline = time.monotonic() + 60
        while (got := client.get(f"/api/jobs/{made['id']}")).status_code != 200:
            assert got.status_code == 503
            assert time.monotonic() < deadline
            time.sleep(0.2)
        engine.dispose()
    finally:
        server.stop()


def test_a_decks_workbook_and_load_picture_are_its_own():
    made = plan(deck(4000, 3000, 600))
    _, _, data = export(made, "xlsx", "lists")
    book = load_workbook(io.BytesIO(data))
    words = [str(c.value) for sheet in book for row in sheet for c in row if c.value]
    assert any("Decks collapse first at the ledger" in w for w in words)
    assert not any("neighbour" in w or "heavy leaf" in w for w in words)
    svg = scene_svg(scenes(made)["load"])
    for shape in ET.fromstring(svg).iter():
        if shape.tag.endswith(("polygon", "polyline", "circle")):
            assert shape.get("fill") != INK
            assert shape.get("fill")
