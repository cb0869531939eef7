"""What the list of jobs shows, kept beside each job."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("jobs", sa.Column("card", sa.JSON, nullable=True))
    op.add_column("jobs", sa.Column("unread", sa.String(400), nullable=True))
    op.create_index("jobs_newest", "jobs", ["archived", "changed_at"])
    op.create_index("revisions_parents", "revisions", ["job_id", "parent"])


def downgrade() -> None:
    op.drop_index("revisions_parents", "revisions")
    op.drop_index("jobs_newest", "jobs")
    op.drop_column("jobs", "unread")
    op.drop_column("jobs", "card")
