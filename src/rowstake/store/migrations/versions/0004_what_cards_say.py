"""What the list shows of a job says what is to look at: cards are made anew as they are asked for."""

from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.execute("UPDATE jobs SET card = NULL WHERE unread IS NULL")


def downgrade() -> None:
    op.execute("UPDATE jobs SET card = NULL WHERE unread IS NULL")
