"""A PostgreSQL server of our own, from Debian's package, on loopback: for the demo and for the tests.

As root the server runs as the `postgres` user, since it refuses root; else as the caller. It ends with the process
that started it.
"""

from __future__ import annotations

import os
import pwd
import shutil
import signal
import socket
import subprocess
import time
from pathlib import Path

import psycopg

USER = "postgres"
QUICK = ("fsync=off", "synchronous_commit=off", "full_page_writes=off")
"""Settings for tests only: a crash may lose data."""


class NoServer(RuntimeError):
    """PostgreSQL is not installed, or did not start; the message says what to do."""


def binaries() -> Path:
    """Where Debian's package keeps the server's own programs. Raises `NoServer`."""
    found = sorted(Path("/usr/lib/postgresql").glob("*/bin/postgres"), key=lambda p: int(p.parts[4]))
    if not found:
        raise NoServer("PostgreSQL is not installed: apt-get install postgresql")
    return found[-1].parent


def free_port() -> int:
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        port: int = s.getsockname()[1]
        return port


def _as_server_user() -> list[str]:
    """The prefix that runs a server binary as its user and ends it with us."""
    setpriv = shutil.which("setpriv")
    prefix = [setpriv, "--pdeathsig=INT"] if setpriv else []
    if os.geteuid() == 0:
        if not setpriv:
            raise NoServer("As root, PostgreSQL needs `setpriv` (util-linux) to run as another user")
        user = pwd.getpwnam(USER)
        prefix += [f"--reuid={user.pw_uid}", f"--regid={user.pw_gid}", "--init-groups"]
    return [*prefix, "--"] if prefix else []


class Postgres:
    """One server with its data in `base`. `quick` gives up durability, for tests."""

    def __init__(self, base: Path, port: int | None = None, quick: bool = False) -> None:
        self.base, self.quick = base, quick
        self.port = port or free_port()
        self.data, self.log = base / "data", base / "server.log"
        self.process: subprocess.Popen[bytes] | None = None

    def url(self, database: str = "postgres") -> str:
        return f"postgresql+psycopg://{USER}@127.0.0.1:{self.port}/{database}"

    def connect(self, database: str = "postgres") -> psycopg.Connection:
        return psycopg.connect(
            host="127.0.0.1", port=self.port, user=USER, dbname=database, autocommit=True, connect_timeout=3
        )

    def start(self) -> Postgres:
        """Make the data directory if there is none, start, and wait until it answers. Raises `NoServer`."""
        self.base.mkdir(parents=True, exist_ok=True)
        if os.geteuid() == 0:
            user = pwd.getpwnam(USER)
            os.chown(self.base, user.pw_uid, user.pw_gid)
        if not (self.data / "PG_VERSION").exists():
            self._initdb()
        settings = [
            "listen_addresses=127.0.0.1",
            f"unix_socket_directories={self.base}",
            *(QUICK if self.quick else ()),
        ]
        command = [*_as_server_user(), str(binaries() / "postgres"), "-D", str(self.data), "-p", str(self.port)]
        for setting in settings:
            command += ["-c", setting]
        log = os.open(self.log, os.O_WRONLY | os.O_CREAT | os.O_APPEND, 0o644)
        try:
            self.process = subprocess.Popen(command, stdout=log, stderr=log, cwd="/", start_new_session=True)
        finally:
            os.close(log)
        self._wait()
        return self

    def _initdb(self) -> None:
        shutil.rmtree(self.data, ignore_errors=True)
        command = [*_as_server_user(), str(binaries() / "initdb"), "-D", str(self.data), "-U", USER, "-A", "trust"]
        command += ["-E", "UTF8", "--no-locale", *(["--no-sync"] if self.quick else [])]
        done = subprocess.run(command, capture_output=True, text=True, cwd="/", check=False)
        if done.returncode:
            raise NoServer(f"PostgreSQL could not make its data directory:\n{done.stderr.strip()}")

    def _wait(self, seconds: float = 60) -> None:
        deadline = time.monotonic() + seconds
        while time.monotonic() < deadline:
            try:
                self.connect().close()
                return
            except psycopg.OperationalError:
                if self.process is None or self.process.poll() is not None:
                    break
                time.sleep(0.05)
        tail = "\n".join(self.log.read_text(errors="replace").splitlines()[-8:]) if self.log.exists() else ""
        raise NoServer(f"PostgreSQL did not start:\n{tail}")

    def stop(self) -> None:
        """A fast, clean shutdown; waits until the server has ended."""
        if self.process and self.process.poll() is None:
            self.process.send_signal(signal.SIGINT)
            try:
                self.process.wait(30)
            except subprocess.TimeoutExpired:
                self.process.kill()
                self.process.wait()
        self.process = None
