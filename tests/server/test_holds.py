"""Reliability, in its short form; `scripts/hold` runs the same at any length."""

import os
import shutil
import threading
import time

from fastapi.testclient import TestClient

from rowstake.core.job import read_job_text, write_job
from rowstake.core.trades.deck.document import new_deck
from rowstake.server.app import create_app
from rowstake.server.run import add_demo_jobs
from rowstake.store.database import engine_for, migrate
from tests.conftest import HERE, new_server
from tests.decks import deck
from tests.e2e.conftest import Site
from tests.holds.server import ask, job_files, people, requests
from tests.jobs import yard
from tests.server.test_jobs_api import NEW

SHARE = int(os.environ.get("ROWSTAKE_HOLD", 1))
"""How many times the short form."""


def test_mutated_job_files_are_read_or_refused():
    job_files(7, 60 * SHARE, [yard(), deck(4000, 3000, 600), new_deck("x", "north_america", 5000, 4000, 900)])


def test_requests_at_random_are_never_a_fault_of_the_program(engine):
    add_demo_jobs(engine)
    client = TestClient(create_app(engine), base_url=HERE, raise_server_exceptions=False)
    key = client.get("/api/jobs").json()["jobs"][0]["id"]
    document, beside = write_job(yard()), write_job(deck(4000, 3000, 600))
    asks = [
        ("GET", "/api/jobs?archived=false&search=a&page=1", None), ("GET", f"/api/jobs/{key}", None), ("GET", f"/api/jobs/{key}/history", None),
        ("GET", f"/api/jobs/{key}/revisions/1", None), ("GET", f"/api/jobs/{key}/exports", None), ("GET", f"/api/jobs/{key}/exports/csv/buy", None),
        ("GET", "/api/start", None), ("GET", "/api/reckoners", None), ("POST", "/api/jobs", NEW), ("DELETE", f"/api/jobs/{key}", None),
        ("POST", "/api/plan", {"document": document, "edits": [{"do": "leg", "index": 0, "length_mm": "7 m"}]}),
        ("POST", "/api/plan", {"document": beside, "edits": [{"do": "add_cut", "kind": "hole"}]}),
        ("POST", "/api/plan/try", {"document": document, "edits": [{"do": "add_gate", "leg": 1, "at_mm": 100, "opening_mm": "1 m"}]}),
        ("POST", "/api/plan/consequences", {"document": beside, "only": [0, 1]}), ("POST", "/api/plan/second-look", {"document": document, "quoted": {"posts": 12}}),
        ("PUT", f"/api/jobs/{key}", {"revision": 1, "document": document, "note": "n"}), ("POST", f"/api/jobs/{key}/undo", {"revision": 1}),
        ("POST", f"/api/jobs/{key}/rename", {"revision": 1, "name": "New"}), ("POST", f"/api/jobs/{key}/archive", {"archived": False}),
        ("POST", "/api/jobs/import", {"text": "{}"}), ("POST", "/api/jobs/from-line", {"text": "{}", "name": "x", "region": "uk_ireland"}),
        *(("POST", f"/api/reckoners/{r['name']}", {"units": "mm", "inputs": {f["name"]: f["example"] for f in r["fields"] if f["example"] is not None}})
          for r in client.get("/api/reckoners").json()),
    ]  # fmt: skip
    said = requests(client, 11, 150 * SHARE, asks)
    assert said.get(200, 0) > 0
    assert sum(n for status, n in said.items() if status >= 400) > 0


def test_many_people_at_once(engine):
    """Twenty for two seconds here; two hundred for twenty in the long form."""
    site = Site(engine)
    try:
        said = people(site.url, min(20 * SHARE, 200), min(2 * SHARE, 20), NEW)
        assert set(said) <= {200, 201, 503}
        assert said[200] > 0
        print("people:", said)
    finally:
        site.stop()


def test_kills_lose_nothing_that_was_acknowledged():
    """The database is killed again and again while saves go on: every revision that was answered for is there."""
    server = new_server(quick=False)
    engine = engine_for(server.url())
    migrate(engine)
    site = Site(engine)
    try:
        _, made = ask(f"{site.url}/api/jobs", "POST", NEW)
        held, acknowledged, stop = made["held"], [made["held"]["revision"]], threading.Event()

        def saves():
            nonlocal held
            number = 0
            while not stop.is_set():
                number += 1
                body = {"revision": held["revision"], "document": {**held["document"], "name": f"Name {number}"}}
                status, answer = ask(f"{site.url}/api/jobs/{held['id']}", "PUT", body)
                if status == 200:
                    held = answer
                    acknowledged.append(held["revision"])
                elif status == 409:  # kept, but the answer was lost
                    held = {**held, "revision": answer["theirs"]["revision"]}
                elif status:
                    time.sleep(0.05)

        thread = threading.Thread(target=saves)
        thread.start()
        for _ in range(min(2 * SHARE, 50)):
            seen, deadline = len(acknowledged), time.monotonic() + 60
            while len(acknowledged) < seen + 2 and time.monotonic() < deadline:
                time.sleep(0.02)
            assert len(acknowledged) >= seen + 2
            server.process.kill()
            server.process.wait()
        seen, deadline = len(acknowledged), time.monotonic() + 60
        while len(acknowledged) == seen and time.monotonic() < deadline:
            time.sleep(0.02)
        stop.set()
        thread.join(60)
        deadline = time.monotonic() + 60
        status, history = ask(f"{site.url}/api/jobs/{held['id']}/history")
        while status == 503 and time.monotonic() < deadline:  # a connection outlived the database it was made by
            time.sleep(0.1)
            status, history = ask(f"{site.url}/api/jobs/{held['id']}/history")
        assert status == 200
        assert set(acknowledged) <= {r["number"] for r in history}
        print("acknowledged writes:", len(acknowledged))
    finally:
        site.stop()
        engine.dispose()
        server.stop()
        shutil.rmtree(server.base.parent, ignore_errors=True)


def test_a_job_file_goes_out_as_it_came_in():
    from rowstake.core.job import write_job_text

    for job in (yard(), deck(4000, 3000, 600)):
        text = write_job_text(job)
        assert write_job_text(read_job_text(text)) == text
