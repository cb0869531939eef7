"""Connect, and bring the tables up to date."""

from __future__ import annotations

from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Engine, create_engine


class NewerTables(RuntimeError):
    """The database holds tables that this version does not know."""


THREADS = 40
"""As many as answer requests at once."""


def engine_for(url: str) -> Engine:
    """An engine that notices when the database has gone and finds it again when it is back. It has a connection for every
    thread that may ask for one, and says soon when it has none."""
    return create_engine(
        url, pool_pre_ping=True, pool_size=THREADS, max_overflow=5, pool_timeout=5, connect_args={"connect_timeout": 3}
    )


def migrate(engine: Engine) -> None:
    """Upgrade the tables to the newest migration. Raises `NewerTables` for a database of a later Row Stake."""
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        at = MigrationContext.configure(connection).get_current_revision()
        known = {script.revision for script in ScriptDirectory.from_config(config).walk_revisions()}
        if at is not None and at not in known:
            raise NewerTables(
                f"This database was written by a newer Row Stake (tables {at}); this one knows {max(known)}"
            )
        command.upgrade(config, "head")
