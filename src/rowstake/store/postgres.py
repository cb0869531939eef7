"""A PostgreSQL server of our own, from Debian's package, for the demo and for the tests.

It listens on no network: only on a socket in a folder that nobody else may enter, since who may speak to it may do
anything. As root the server runs as the `postgres` user, since it refuses root; else as the caller. It ends with the
process that started it, and where it ends before that it is started again.
"""

from __future__ import annotations

import os
import pwd
import shutil
import signal
import socket
import subprocess
import tempfile
import threading
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


PORT = 5432
"""Only part of the socket's name: nothing listens on it."""


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

    def __init__(self, base: Path, quick: bool = False) -> None:
        self.base, self.quick = base, quick
        self.data, self.log = base / "data", base / "server.log"
        self.socket: Path | None = None
        self.process: subprocess.Popen[bytes] | None = None
        self._wanted = threading.Event()
        self._watch: threading.Thread | None = None

    def url(self, database: str = "postgres") -> str:
        return f"postgresql+psycopg://{USER}@/{database}?host={self.socket}&port={PORT}"

    def connect(self, database: str = "postgres") -> psycopg.Connection:
        return psycopg.connect(
            host=str(self.socket), port=PORT, user=USER, dbname=database, autocommit=True, connect_timeout=3
        )

    def start(self) -> Postgres:
        """Make the data directory if there is none, start, wait until it answers, and see that it goes on answering.
        Raises `NoServer`."""
        try:
            self.base.mkdir(parents=True, exist_ok=True)
            self._own(self.base)
            if self.socket is None:
                self.socket = Path(tempfile.mkdtemp(prefix="rowstake-", dir="/tmp"))  # a socket's path must be short
            self.socket.mkdir(mode=0o700, exist_ok=True)
            self._own(self.socket)
            if not self.data.exists():
                self._initdb()
            self._run()
        except OSError as error:
            raise NoServer(f"The folder {self.base} cannot be written: {error.strerror}") from None
        self._wait()
        self._wanted.set()
        if self._watch is None:
            self._watch = threading.Thread(target=self._see_to_it, daemon=True)
            self._watch.start()
        return self

    def _own(self, folder: Path) -> None:
        if os.geteuid() == 0:
            user = pwd.getpwnam(USER)
            os.chown(folder, user.pw_uid, user.pw_gid)

    def _run(self) -> None:
        settings = [
            "listen_addresses=",
            f"unix_socket_directories={self.socket}",
            "unix_socket_permissions=0700",
            *(QUICK if self.quick else ()),
        ]
        command = [*_as_server_user(), str(binaries() / "postgres"), "-D", str(self.data), "-p", str(PORT)]
        for setting in settings:
            command += ["-c", setting]
        log = os.open(self.log, os.O_WRONLY | os.O_CREAT | os.O_APPEND, 0o644)
        try:
            self.process = subprocess.Popen(command, stdout=log, stderr=log, cwd="/", start_new_session=True)
        finally:
            os.close(log)

    def _initdb(self) -> None:
        """Made beside its place and moved there when it is whole, so that what is found there is whole."""
        begun = self.base / "data-begun"
        shutil.rmtree(begun, ignore_errors=True)
        command = [*_as_server_user(), str(binaries() / "initdb"), "-D", str(begun), "-U", USER, "-A", "trust"]
        command += ["-E", "UTF8", "--no-locale", *(["--no-sync"] if self.quick else [])]
        done = subprocess.run(command, capture_output=True, text=True, cwd="/", check=False)
        if done.returncode:
            raise NoServer(f"PostgreSQL could not make its data directory:\n{done.stderr.strip()}")
        begun.rename(self.data)

    def _see_to_it(self) -> None:
        """Starts the server again where it has ended without being told to; what is left of the old one may take a while."""
        while self._wanted.wait():
            time.sleep(WATCH_S)
            if self._wanted.is_set() and self.process is not None and self.process.poll() is not None:
                try:
                    self._run()
                    self._wait()
                except NoServer:
                    continue

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
        self._wanted.clear()
        if self.process and self.process.poll() is None:
            self.process.send_signal(signal.SIGINT)
            try:
                self.process.wait(30)
            except subprocess.TimeoutExpired:
                self.process.kill()
                self.process.wait()
        self.process = None
        if self.socket is not None:
            shutil.rmtree(self.socket, ignore_errors=True)


WATCH_S = 0.5
"""How often the server is looked at."""
