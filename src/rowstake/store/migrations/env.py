"""Alembic runs on the connection that `migrate` hands it."""

from alembic import context

from rowstake.store.models import Base

context.configure(connection=context.config.attributes["connection"], target_metadata=Base.metadata)
with context.begin_transaction():
    context.run_migrations()
