"""Connect, and bring the tables up to date."""

from __future__ import annotations

from pathlib import Path

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine


def engine_for(url: str) -> Engine:
    """An engine that notices when the database has gone and finds it again when it is back."""
    return create_engine(url, pool_pre_ping=True, connect_args={"connect_timeout": 3})


def migrate(engine: Engine) -> None:
    """Upgrade the tables to the newest migration."""
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
