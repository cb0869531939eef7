"""Copies of what a folder of data holds: taken while Row Stake runs there or not, and put back."""

from __future__ import annotations

import contextlib
import shutil
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from pathlib import Path

from rowstake.server.folder import DATABASE, held_by, home, set_aside
from rowstake.store.backup import NoCopy, is_copy, put_back, take_copy
from rowstake.store.database import NewerTables, engine_for, migrate
from rowstake.store.postgres import NoServer, Postgres

SECONDS = 600


@contextlib.contextmanager
def _at_work(base: Path) -> Iterator[Postgres]:
    database = Postgres(base / "postgres").start()
    try:
        yield database
    finally:
        database.stop()


def _said(words: str) -> int:
    print(f"rowstake: {words}", file=sys.stderr)
    return 1


def backup(target: Path) -> int:
    """A copy of everything into a file that is not there yet."""
    if target.exists():
        return _said(f"{target} is there already: name a file that is not")
    base = home()
    try:
        with held_by(base) as (lock, running):
            if lock is None:
                _fetch(running, target)
            elif not (base / "postgres" / "data").exists():
                return _said(f"there is nothing in {base} yet")
            else:
                with _at_work(base) as database:
                    take_copy(database.url(DATABASE), target)
    except (NoCopy, NoServer, OSError) as error:
        target.unlink(missing_ok=True)
        return _said(f"no copy was made: {error}")
    print(f"All of {base} is in {target}, {target.stat().st_size / 1e6:.1f} MB.")
    return 0


def _fetch(running: str, target: Path) -> None:
    """From the application that runs there."""
    try:
        with urllib.request.urlopen(f"{running}/api/copy", timeout=SECONDS) as answer, target.open("wb") as out:
            shutil.copyfileobj(answer, out)
    except (urllib.error.URLError, ValueError) as error:
        raise NoCopy(
            f"Row Stake runs at {running or 'an address that is not known yet'} and does not answer: {error}"
        ) from None


def restore(source: Path) -> int:
    """A copy put back; what was there is kept beside it."""
    base, kept = home(), None
    try:
        is_copy(source)
        with held_by(base) as (lock, running):
            if lock is None:
                return _said(f"Row Stake is running at {running}: stop it first")
            kept = set_aside(base)
            try:
                with _at_work(base) as database:
                    with database.connect() as connection:
                        connection.execute(f"CREATE DATABASE {DATABASE}")
                    put_back(database.url(DATABASE), source)
                    engine = engine_for(database.url(DATABASE))
                    migrate(engine)
                    engine.dispose()
            except BaseException:
                _as_it_was(base, kept)
                raise
    except (NoCopy, NoServer, NewerTables, OSError) as error:
        return _said(f"{source} was not put back: {error}")
    print(f"What was in {source} is in {base}." + (f" What was there before is kept in {kept}." if kept else ""))
    return 0


def _as_it_was(base: Path, kept: Path | None) -> None:
    """The folder as it was found; what had begun lies beside it."""
    begun = base / "postgres"
    if begun.exists():
        begun.rename(base / f"postgres-not-finished-{time.strftime('%Y%m%d-%H%M%S')}")
    if kept:
        kept.rename(begun)
