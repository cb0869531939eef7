"""Start things: the server on loopback, and the demo with a database of its own."""

from __future__ import annotations

import contextlib
import gc
import json
import os
import socket
import subprocess
import sys
from collections.abc import Iterator
from importlib import resources
from pathlib import Path
from typing import TextIO

import uvicorn
from sqlalchemy import Engine
from sqlalchemy.exc import ArgumentError, DBAPIError
from sqlalchemy.orm import Session

from rowstake.core.job import read_job_text, write_job
from rowstake.core.record import read_entries
from rowstake.files.books import read_csv
from rowstake.outside.conditions import Skies
from rowstake.outside.laser import Laser
from rowstake.outside.locate import Locating
from rowstake.outside.yards import Yards
from rowstake.server.app import LOOPBACK, create_app
from rowstake.server.folder import DATABASE, held_by, home, set_aside
from rowstake.store.books import Books
from rowstake.store.database import NewerTables, engine_for, migrate
from rowstake.store.jobs import Jobs
from rowstake.store.postgres import NoServer, Postgres, free_port
from rowstake.store.records import Records
from rowstake.store.sites import Sites


def _port_or_free(port: int) -> int:
    """The port wanted, else a free one, said aloud: a browser keeps what it has not sent yet by the address of a page."""
    if not port:
        return free_port()
    with socket.socket() as s:
        s.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            s.bind((LOOPBACK[0], port))
        except OSError:
            other = free_port()
            print(
                f"Port {port} is taken by something else, so this is port {other}. Changes that a browser still keeps for port {port} "
                f"are found again when Row Stake runs there.",
                flush=True,
            )
            return other
    return port


class _Server(uvicorn.Server):
    """Says where it listens once it does."""

    async def startup(self, sockets: list[socket.socket] | None = None) -> None:
        await super().startup(sockets)
        print(f"Row Stake: http://{self.config.host}:{self.config.port}", flush=True)
        print("Listening on this machine only, since there is no sign-in yet. Ctrl-C stops it.", flush=True)

    async def shutdown(self, sockets: list[socket.socket] | None = None) -> None:
        self.config.app.state.hub.close()  # type: ignore[union-attr]
        await super().shutdown(sockets)


RUBBISH_AFTER = 300_000
"""A plan of a long fence makes so many objects that stay: looking for rubbish six times as often takes a tenth of the time of an edit."""


def _run(engine: Engine, port: int, outside: dict[str, str] | None = None) -> None:
    """`outside` are the addresses of services by name; those told by ROWSTAKE_CONDITIONS and ROWSTAKE_YARDS go before."""
    told = outside or {}
    app = create_app(
        engine,
        skies=Skies(os.environ.get("ROWSTAKE_CONDITIONS", told.get("conditions", ""))),
        yards=Yards(os.environ.get("ROWSTAKE_YARDS", told.get("yard", ""))),
        locating=Locating(os.environ.get("ROWSTAKE_LOCATE", told.get("locate", ""))),
        laser=Laser(os.environ.get("ROWSTAKE_LASER", told.get("laser", "").removeprefix("http://"))),
    )
    gc.freeze()
    gc.set_threshold(RUBBISH_AFTER)
    config = uvicorn.Config(app, host=LOOPBACK[0], port=port, log_level="warning", timeout_graceful_shutdown=3)
    with contextlib.suppress(KeyboardInterrupt):  # raised again by uvicorn once it has shut down
        _Server(config).run()


def serve(database: str, port: int) -> int:
    """Serve a database that runs already; its tables are brought up to date first."""
    try:
        engine = engine_for(database)
        migrate(engine)
    except DBAPIError as error:
        print(f"rowstake: the database does not answer: {str(error.orig).splitlines()[0]}", file=sys.stderr)
        return 1
    except (ArgumentError, NewerTables, ValueError) as error:
        print(f"rowstake: --database {database}: {str(error).splitlines()[0]}", file=sys.stderr)
        return 1
    _run(engine, _port_or_free(port))
    return 0


def add_demo_jobs(engine: Engine) -> int:
    """The demo jobs and their sites, when there is no job at all; how many jobs were added."""
    folder = resources.files("rowstake") / "demo"
    files = sorted((f for f in folder.iterdir() if f.name.endswith(".json")), key=lambda f: f.name, reverse=True)
    with Session(engine) as session, session.begin():
        jobs = Jobs(session)
        if jobs.listed().total or jobs.listed(archived=True).total:
            return 0
        on: dict[str, str] = {}
        for told in json.loads((folder / "sites" / "sites.json").read_text("utf-8")):
            of = told.pop("jobs")
            site = Sites(session).add(told).id
            on |= dict.fromkeys(of, site)
        for file in files:
            job = jobs.add(write_job(read_job_text(file.read_text("utf-8"))), "demo job", on.get(file.name))
            record = folder / "records" / file.name.replace(".json", ".jsonl")
            if record.is_file():
                Records(session).begin(job.id)
                for entry in read_entries(record.read_text("utf-8")):
                    Records(session).add(job.id, entry)
    return len(files)


def add_demo_books(engine: Engine) -> int:
    """The demo's books of prices, when there is no book at all; how many were added."""
    folder = resources.files("rowstake") / "demo" / "books"
    with Session(engine) as session, session.begin():
        books = Books(session)
        if books.listed():
            return 0
        files = sorted((f for f in folder.iterdir() if f.name.endswith(".csv")), key=lambda f: f.name)
        for file in files:
            key = file.name.removesuffix(".csv")
            name = (
                f"Our own rates, {key[-3:].upper()}" if key.startswith("own-rates") else key.replace("-", " ").title()
            )
            books.add(read_csv(file.read_bytes(), name).book, key)
    return len(files)


@contextlib.contextmanager
def standins() -> Iterator[dict[str, str]]:
    """The simulated services, each a process of its own that ends with this one: their addresses by name."""
    started, told = [], {}
    try:
        for name in ("conditions", "yard", "laser", "locate"):
            port = free_port()
            command = ["setpriv", "--pdeathsig=TERM", sys.executable, "-m", f"rowstake.standins.{name}", str(port)]
            started.append(subprocess.Popen(command, start_new_session=True))
            told[name] = f"http://{LOOPBACK[0]}:{port}"
        yield told
    finally:
        for process in started:
            process.terminate()
        for process in started:
            process.wait(timeout=10)


def demo(fresh: bool = False, port: int = 8710) -> int:
    """A database of our own, the demo jobs, and the application; all of it stops with this process."""
    base = home()
    try:
        with held_by(base) as (lock, running):
            if lock is None:
                print(f"Row Stake is already running: {running or 'it is just starting'}", file=sys.stderr)
                return 1
            return _demo(base, lock, fresh, port)
    except OSError as error:
        print(f"rowstake: the folder {base} cannot be written: {error.strerror}", file=sys.stderr)
        return 1


def _demo(base: Path, lock: TextIO, fresh: bool, port: int) -> int:
    if fresh and (kept := set_aside(base)):
        print(f"The jobs that were here are kept in {kept}; give it back its name to have them again.", flush=True)
    port = _port_or_free(port)
    database = Postgres(base / "postgres")
    try:
        database.start()
        with database.connect() as connection:
            if not connection.execute("SELECT 1 FROM pg_database WHERE datname = %s", (DATABASE,)).fetchone():
                connection.execute(f"CREATE DATABASE {DATABASE}")
        engine = engine_for(database.url(DATABASE))
        migrate(engine)
        add_demo_jobs(engine)
        add_demo_books(engine)
        lock.truncate(0)
        lock.write(f"http://{LOOPBACK[0]}:{port}")
        lock.flush()
        with standins() as outside:
            _run(engine, port, outside)
        engine.dispose()
    except (NoServer, NewerTables) as error:
        print(f"rowstake: {error}", file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        pass
    finally:
        database.stop()
    return 0
