"""A PostgreSQL server for each test worker, one migrated template, and a database of its own for each test."""

from __future__ import annotations

import os
import shutil
import tempfile
import uuid
from collections.abc import Iterator
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from hypothesis import Phase, settings
from hypothesis.database import DirectoryBasedExampleDatabase
from sqlalchemy import Engine

from rowstake.core.planned import Plan
from rowstake.server.app import create_app
from rowstake.store.database import engine_for, migrate
from rowstake.store.postgres import Postgres

settings.register_profile("suite", deadline=None, derandomize=True, database=None)
KEPT = DirectoryBasedExampleDatabase(".hypothesis/examples")
"""What a search found, so that it is found again at once when it was stopped before it was told."""
settings.register_profile("search", deadline=None, database=KEPT, print_blob=True)
settings.register_profile(
    "unshrunk", deadline=None, derandomize=True, database=None, phases=[Phase.explicit, Phase.generate]
)
settings.register_profile("found", deadline=None, database=KEPT, phases=[Phase.explicit, Phase.reuse, Phase.generate])
"""What a search kept, as it was found: to look at it before it is made small."""
settings.load_profile(os.environ.get("ROWSTAKE_HYPOTHESIS", "suite"))
Plan._repr_pretty_ = lambda plan, printer, _: printer.text(repr(plan))  # type: ignore[attr-defined]
"""A failing example is told by its job alone."""
HERE = "http://127.0.0.1"
TEMPLATE = "template_rowstake"


def new_server(quick: bool = True) -> Postgres:
    memory = Path("/dev/shm")
    base = Path(tempfile.mkdtemp(prefix="rowstake-", dir=memory if memory.is_dir() else None))
    base.chmod(0o755)
    return Postgres(base / "pg", quick=quick).start()


@pytest.fixture(scope="session")
def postgres() -> Iterator[Postgres]:
    server = new_server()
    with server.connect() as c:
        c.execute(f"CREATE DATABASE {TEMPLATE}")
    engine = engine_for(server.url(TEMPLATE))
    migrate(engine)
    engine.dispose()
    yield server
    server.stop()
    shutil.rmtree(server.base.parent, ignore_errors=True)


@pytest.fixture
def engine(postgres: Postgres) -> Iterator[Engine]:
    name = f"t_{uuid.uuid4().hex[:12]}"
    with postgres.connect() as c:
        c.execute(f"CREATE DATABASE {name} TEMPLATE {TEMPLATE} STRATEGY FILE_COPY")
    made = engine_for(postgres.url(name))
    yield made
    made.dispose()


@pytest.fixture
def client(engine: Engine) -> TestClient:
    return TestClient(create_app(engine), base_url=HERE, raise_server_exceptions=False)
