"""The database's own troubles: gone and back, migrations, and the lock of the demo."""

import os
import shutil
import subprocess
import sys
import urllib.request
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import inspect, text

from rowstake.server.app import create_app
from rowstake.server.run import add_demo_jobs
from rowstake.store.database import engine_for, migrate
from rowstake.store.models import Base
from tests.conftest import HERE, new_server
from tests.server.test_jobs_api import NEW


@pytest.fixture
def own_server():
    server = new_server()
    yield server
    server.stop()
    shutil.rmtree(server.base.parent, ignore_errors=True)


def test_database_gone_and_back(own_server):
    engine = engine_for(own_server.url())
    migrate(engine)
    client = TestClient(create_app(engine), base_url=HERE, raise_server_exceptions=False)
    job = client.post("/api/jobs", json=NEW).json()["held"]
    own_server.stop()
    answer = client.put(f"/api/jobs/{job['id']}", json={"revision": 1, "document": job["document"]})
    assert answer.status_code == 503
    assert answer.headers["content-type"] == "application/problem+json"
    assert answer.headers["retry-after"]
    assert client.post("/api/plan", json={"document": job["document"], "edits": []}).status_code == 200
    own_server.start()
    assert (
        client.put(f"/api/jobs/{job['id']}", json={"revision": 1, "document": job["document"]}).json()["revision"] == 2
    )
    engine.dispose()


def test_migrations_make_the_tables_of_the_models(engine):
    found = inspect(engine)
    for table in Base.metadata.tables.values():
        columns = {c["name"]: bool(c["nullable"]) for c in found.get_columns(table.name)}
        assert columns == {c.name: bool(c.nullable) for c in table.columns}


def test_demo_jobs_are_added_once(engine):
    assert add_demo_jobs(engine) == 6
    assert add_demo_jobs(engine) == 0
    client = TestClient(create_app(engine), base_url=HERE)
    cards = client.get("/api/jobs").json()["jobs"]
    assert {c["card"]["region"] for c in cards} == {"North America", "UK and Ireland", "Australia and New Zealand"}
    assert len({c["card"]["style"] for c in cards}) == 4
    findings = [len(client.get(f"/api/jobs/{c['id']}").json()["desk"]["findings"]) for c in cards]
    assert min(findings) == 0
    assert max(findings) >= 3


RUNNING: list[subprocess.Popen[str]] = []


@pytest.fixture(autouse=True)
def _left_running():
    """What a test that fails leaves running is stopped."""
    yield
    while RUNNING:
        if (process := RUNNING.pop()).poll() is None:
            process.terminate()
            process.communicate(timeout=120)


def _demo(home: Path, *more: str) -> subprocess.Popen[str]:
    process = subprocess.Popen(
        [sys.executable, "-m", "rowstake.cli", "demo", "--port", "0", *more],
        env={**os.environ, "ROWSTAKE_HOME": str(home)}, stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True,
    )  # fmt: skip
    RUNNING.append(process)
    return process


def _address(process: subprocess.Popen[str]) -> str:
    """Where it says it listens; it may say other things before."""
    for line in process.stdout:
        if line.startswith("Row Stake: "):
            return line.split()[-1]
    raise AssertionError(process.stderr.read())


def _stop(process: subprocess.Popen[str]) -> int:
    process.send_signal(2)
    process.communicate(timeout=120)
    return process.returncode


def test_serve_brings_the_tables_up_to_date(own_server):
    command = [sys.executable, "-m", "rowstake.cli", "serve", "--port", "0", "--database"]
    served = subprocess.Popen([*command, own_server.url()], stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True)
    url = _address(served)
    assert '"total":0' in _jobs(url)
    with urllib.request.urlopen(url) as answer:
        assert b"Row Stake" in answer.read()
    assert _stop(served) == 0
    own_server.stop()
    gone = subprocess.run([*command, own_server.url()], capture_output=True, text=True, check=False)
    assert gone.returncode == 1
    assert "the database does not answer" in gone.stderr


def _jobs(url: str) -> str:
    with urllib.request.urlopen(f"{url}/api/jobs") as answer:
        return answer.read().decode()


def test_demo_keeps_its_data_says_when_it_runs_and_stops_clean(tmp_path):
    home = Path("/dev/shm") / f"rowstake-demo-{os.getpid()}"
    try:
        first = _demo(home)
        url = _address(first)
        listed = _jobs(url)
        assert "Windmill" in listed
        second = _demo(home)
        _, said = second.communicate(timeout=180)
        assert second.returncode == 1
        assert f"already running: {url}" in said
        assert _stop(first) == 0
        assert not (home / "postgres" / "data" / "postmaster.pid").exists()
        again = _demo(home)
        assert _jobs(_address(again)) == listed
        assert _stop(again) == 0
        fresh = _demo(home, "--fresh")
        assert _jobs(_address(fresh)) != listed
        assert _stop(fresh) == 0
        # What was there is kept beside it.
        [kept] = home.glob("postgres-before-*")
        shutil.rmtree(home / "postgres")
        kept.rename(home / "postgres")
        back = _demo(home)
        assert _jobs(_address(back)) == listed
        assert _stop(back) == 0
    finally:
        shutil.rmtree(home, ignore_errors=True)


def test_a_start_that_cannot_be_says_why(tmp_path, own_server):
    def said(*words: str, home: Path = tmp_path) -> str:
        run = subprocess.run(
            [sys.executable, "-m", "rowstake.cli", *words, "--port", "0"],
            env={**os.environ, "ROWSTAKE_HOME": str(home)}, capture_output=True, text=True, check=False,
        )  # fmt: skip
        assert run.returncode == 1
        assert "Traceback" not in run.stderr
        return run.stderr

    assert "--database no such thing: Could not parse" in said("serve", "--database", "no such thing")
    (tmp_path / "file").write_text("in the way")
    assert "file cannot be written" in said("demo", home=tmp_path / "file")
    with engine_for(own_server.url()).begin() as connection:
        connection.execute(text("create table if not exists alembic_version (version_num varchar(32) not null)"))
        connection.execute(text("delete from alembic_version"))
        connection.execute(text("insert into alembic_version values ('9999')"))
    assert "newer Row Stake (tables 9999)" in said("serve", "--database", own_server.url())
