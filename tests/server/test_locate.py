"""Buried services: asked for, answered after a while, drawn, kept clear of; the desk fails in every way and nothing is lost."""

from __future__ import annotations

import threading

import httpx2
import pytest
import uvicorn
from fastapi.testclient import TestClient

from rowstake.core.edits import apply_raw
from rowstake.core.job import read_job, write_job
from rowstake.core.plan import plan
from rowstake.outside.asked import Trouble
from rowstake.outside.locate import Locating
from rowstake.server.app import create_app
from rowstake.standins.locate import create_app as desk
from rowstake.store.postgres import free_port
from tests.conftest import HERE
from tests.decks import deck
from tests.jobs import edited, fence, put, yard

GAS = {"kind": "gas", "points": [[3600, -3000], [3600, 3000]], "keep_mm": 600}


def test_holes_keep_clear_by_hand():
    """A gas line across at 3600, 600 to each side, holes of 300: no middle from 2850 to 4350. Up to there ⌈2850 / 1800⌉ = 2 bays, from there on
    ⌈4650 / 1800⌉ = 3."""
    marks = [round(q.on(0)) for q in plan(edited(fence((9000, 0)), put("site.buried", [GAS]))).laid.layout.posts]
    assert marks == [0, 1425, 2850, 4350, 5900, 7450, 9000]
    ends = plan(edited(fence((3700, 0)), put("site.buried", [GAS])))
    told = next(f for f in ends.findings if f.rule == "buried")
    assert told.title == "P4 is dug over a gas line"
    assert any(s.look == "gas" for s in ends.trade.scenes(ends)["plan"].shapes)
    under = plan(
        deck(
            4000,
            3000,
            600,
            put("site.buried", [{"kind": "drain", "points": [[0, -2000], [4000, -2000]], "keep_mm": 5000}]),
        )
    )
    assert any(f.rule == "buried" for f in under.findings)


@pytest.fixture
def asked_at():
    """The desk in a thread; it answers at once."""
    config = uvicorn.Config(desk(after_s=0.0), host="127.0.0.1", port=(port := free_port()), log_level="error")
    server = uvicorn.Server(config)
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    while not server.started:
        assert thread.is_alive()
    yield f"http://127.0.0.1:{port}"
    server.should_exit = True
    thread.join(10)


def test_a_ticket_an_answer_and_lines_in_the_job(asked_at):
    client = TestClient(create_app(locating=Locating(asked_at)), base_url=HERE)
    job = yard()
    assert client.post("/api/locate/look", json={"document": write_job(job)}).status_code == 422
    told = client.post("/api/locate/request", json={"document": write_job(job)}).json()
    job = apply_raw(job, told["edits"])
    assert job.site.ticket
    found = client.post("/api/locate/look", json={"document": write_job(job)}).json()
    job = apply_raw(job, found["edits"])
    assert {line.kind for line in job.site.buried} >= {"water", "power"}
    assert job.site.located_until is not None
    assert read_job(write_job(job)) == job
    plan(job)


def test_one_that_takes_its_time_is_waited_for():
    told = TestClient(desk(after_s=60.0)).post("/requests", json={"place": "x", "low": [0, 0], "high": [1, 1]}).json()
    assert told["ticket"]


@pytest.mark.parametrize(
    ("how", "words"),
    [
        ("slow", "does not answer in"),
        ("refused", "refuses"),
        ("nonsense", "cannot be read"),
        ("half", "cannot be read|breaks off"),
    ],
)
def test_it_fails_in_every_way_and_says_so(asked_at, how, words):
    httpx2.get(f"{asked_at}/fail/{how}")
    with pytest.raises(Trouble, match=words):
        Locating(asked_at, seconds=0.5).request("here", (0.0, 0.0), (1.0, 1.0))
