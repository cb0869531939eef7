"""A copy of everything, taken while it is at work or not, and put back."""

import os
import subprocess
import sys

import pytest
from sqlalchemy import text

from rowstake.server.folder import held_by
from rowstake.server.run import add_demo_jobs
from rowstake.store.backup import NoCopy, is_copy, put_back, take_copy
from rowstake.store.database import engine_for, migrate
from rowstake.store.postgres import Postgres


def asked(home, *words):
    env = {**os.environ, "ROWSTAKE_HOME": str(home)}
    return subprocess.run(
        [sys.executable, "-m", "rowstake.cli", *words],
        capture_output=True,
        text=True,
        env=env,
        check=False,
        timeout=120,
    )


def filled(base):
    """A folder with the demo's jobs in it, its server stopped again."""
    server = Postgres(base / "postgres", quick=True).start()
    with server.connect() as c:
        c.execute("CREATE DATABASE rowstake")
    engine = engine_for(server.url("rowstake"))
    migrate(engine)
    assert add_demo_jobs(engine) == 6
    told = rows(engine)
    engine.dispose()
    server.stop()
    return told


def rows(engine):
    with engine.connect() as c:
        tables = [
            t for (t,) in c.execute(text("SELECT tablename FROM pg_tables WHERE schemaname = 'public' ORDER BY 1"))
        ]
        return {
            t: c.execute(
                text(f"SELECT count(*), md5(coalesce(string_agg(x::text, '' ORDER BY x::text), '')) FROM {t} x")
            ).one()
            for t in tables
        }


@pytest.fixture
def home(tmp_path):
    tmp_path.chmod(0o755)
    for parent in tmp_path.parents[:3]:
        parent.chmod(0o755)
    return tmp_path / "home"


def test_a_copy_brings_back_every_row_and_what_was_there_is_kept(home, tmp_path):
    told, copy = filled(home), tmp_path / "all.copy"
    done = asked(home, "backup", str(copy))
    assert done.returncode == 0, done.stderr
    assert "is there already" in asked(home, "backup", str(copy)).stderr
    server = Postgres(home / "postgres").start()
    with server.connect("rowstake") as c:
        c.execute("DELETE FROM revisions")
    server.stop()
    back = asked(home, "restore", str(copy))
    assert back.returncode == 0, back.stderr
    assert "kept in" in back.stdout
    server = Postgres(home / "postgres").start()
    engine = engine_for(server.url("rowstake"))
    assert rows(engine) == told
    engine.dispose()
    server.stop()
    wrong = tmp_path / "wrong.copy"
    wrong.write_bytes(copy.read_bytes()[:4000])
    refused = asked(home, "restore", str(wrong))
    assert (refused.returncode, "was not put back" in refused.stderr) == (1, True)
    assert (home / "postgres" / "data").exists()
    with held_by(home) as (lock, _):
        lock.write("http://127.0.0.1:1")
        lock.flush()
        assert "stop it first" in asked(home, "restore", str(copy)).stderr
        assert "does not answer" in asked(home, "backup", str(tmp_path / "other.copy")).stderr
    assert not (tmp_path / "other.copy").exists()


def test_a_copy_over_http_is_whole_and_nothing_else_is_one(client, engine, tmp_path):
    add_demo_jobs(engine)
    answer = client.get("/api/copy")
    assert answer.status_code == 200
    assert "row-stake-" in answer.headers["content-disposition"]
    copy = tmp_path / "all.copy"
    copy.write_bytes(answer.content)
    is_copy(copy)
    with pytest.raises(NoCopy):
        put_back(engine.url, copy)  # the tables are there already: all of it is refused
    assert client.get("/api/jobs").json()["total"] == 6
    (tmp_path / "none.copy").write_text("not a copy")
    for wrong in ("none.copy", "nowhere.copy"):
        with pytest.raises(NoCopy):
            is_copy(tmp_path / wrong)
    with pytest.raises(NoCopy):
        take_copy("postgresql+psycopg://postgres@/none?host=/nowhere", tmp_path / "x")


def test_nothing_is_copied_where_there_is_nothing(home, tmp_path):
    assert "there is nothing in" in asked(home, "backup", str(tmp_path / "a.copy")).stderr
