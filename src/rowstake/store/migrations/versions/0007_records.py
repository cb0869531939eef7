"""The records of jobs: entries that are only added, pictures, and a word to whoever listens when anything of a job changes."""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None

TELL = """
CREATE FUNCTION rowstake_tell() RETURNS trigger AS $$
BEGIN
  PERFORM pg_notify('rowstake', json_build_object('job', CASE TG_TABLE_NAME WHEN 'jobs' THEN to_json(NEW)->>'id' ELSE to_json(NEW)->>'job_id' END,
                                                  'what', TG_TABLE_NAME)::text);
  RETURN NULL;
END $$ LANGUAGE plpgsql
"""


def upgrade() -> None:
    op.create_table(
        "entries",
        sa.Column("job_id", sa.String(36), sa.ForeignKey("jobs.id"), primary_key=True),
        sa.Column("id", sa.String(64), primary_key=True),
        sa.Column("number", sa.Integer, nullable=False),
        sa.Column("body", sa.JSON, nullable=False),
        sa.Column("came_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
    )
    op.create_index("entries_in_order", "entries", ["job_id", "number"], unique=True)
    op.create_table(
        "photos",
        sa.Column("job_id", sa.String(36), sa.ForeignKey("jobs.id"), primary_key=True),
        sa.Column("id", sa.String(64), primary_key=True),
        sa.Column("picture", sa.LargeBinary, nullable=False),
        sa.Column("small", sa.LargeBinary, nullable=False),
        sa.Column("came_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
    )
    op.execute(TELL)
    for table, when in (("entries", "INSERT"), ("jobs", "UPDATE OF current")):
        op.execute(f"CREATE TRIGGER tell AFTER {when} ON {table} FOR EACH ROW EXECUTE FUNCTION rowstake_tell()")


def downgrade() -> None:
    for table in ("entries", "jobs"):
        op.execute(f"DROP TRIGGER tell ON {table}")
    op.execute("DROP FUNCTION rowstake_tell()")
    op.drop_table("photos")
    op.drop_table("entries")
