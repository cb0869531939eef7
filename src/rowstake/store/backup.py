"""A copy of everything in one file, jobs with their revisions, records and photos, sites, books and quotations; and putting it back."""

from __future__ import annotations

import os
import subprocess
from pathlib import Path

from sqlalchemy import URL, make_url

from rowstake.store.postgres import binaries

SECONDS = 600
"""Longer than any copy should take."""


class NoCopy(RuntimeError):
    """A copy that could not be made, or is none; the message says why."""


def _run(url: URL | str | None, *command: str) -> None:
    """One of PostgreSQL's own programs; a password goes by its environment, where no list of processes shows it."""
    env = dict(os.environ)
    if url is not None:
        made = make_url(url).set(drivername="postgresql")
        env |= {"PGPASSWORD": made.password} if made.password else {}
        command = (*command, "--dbname", made._replace(password=None).render_as_string())
    try:
        done = subprocess.run(command, capture_output=True, text=True, check=False, timeout=SECONDS, env=env)
    except (OSError, subprocess.TimeoutExpired) as error:
        raise NoCopy(str(error)) from None
    if done.returncode:
        raise NoCopy((done.stderr.strip().splitlines() or ["it ended without a word"])[-1])


def take_copy(url: URL | str, target: Path) -> None:
    """All of a database as it stands at one moment, while it is at work. Raises `NoCopy`."""
    _run(url, str(binaries() / "pg_dump"), "--format=custom", "--no-owner", "--file", str(target))


def is_copy(source: Path) -> None:
    """Raises `NoCopy` for a file that is none."""
    if not source.is_file():
        raise NoCopy(f"{source} is not a file")
    _run(None, str(binaries() / "pg_restore"), "--list", "--file", "/dev/null", str(source))


def put_back(url: URL | str, source: Path) -> None:
    """A copy into an empty database, whole or not at all. Raises `NoCopy`."""
    _run(url, str(binaries() / "pg_restore"), "--no-owner", "--exit-on-error", "--single-transaction", str(source))
