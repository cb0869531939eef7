"""The folder where the demo keeps its data: which it is, who holds it, and setting aside what is in it."""

from __future__ import annotations

import contextlib
import fcntl
import os
import time
from collections.abc import Iterator
from pathlib import Path
from typing import TextIO

DATABASE = "rowstake"


def home() -> Path:
    """Where the demo keeps its data: ROWSTAKE_HOME, else a folder that lasts."""
    if chosen := os.environ.get("ROWSTAKE_HOME"):
        return Path(chosen)
    if os.geteuid() == 0:
        return Path("/var/lib/rowstake")
    return Path(os.environ.get("XDG_DATA_HOME", Path.home() / ".local" / "share")) / "rowstake"


@contextlib.contextmanager
def held_by(base: Path) -> Iterator[tuple[TextIO | None, str]]:
    """(the lock of this folder, or None when something else holds it; the address that it said it runs at). Raises `OSError` for a folder that
    cannot be written."""
    base.mkdir(parents=True, exist_ok=True)
    with (base / "running").open("a+") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            lock.seek(0)
            yield None, lock.read().strip()
            return
        try:
            yield lock, ""
        finally:
            lock.truncate(0)


def set_aside(base: Path) -> Path | None:
    """What was there lies beside what comes, until somebody takes it away; where it lies, or None where there was nothing."""
    old = base / "postgres"
    if not (old / "data").exists():
        return None
    kept = base / f"postgres-before-{time.strftime('%Y%m%d-%H%M%S')}"
    old.rename(kept)
    return kept
