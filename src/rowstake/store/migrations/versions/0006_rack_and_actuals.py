"""The rack of offcuts, and what a job really took."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "offcuts",
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("section", sa.String(40), nullable=False),
        sa.Column("length_mm", sa.Float, nullable=False),
        sa.Column("label", sa.String(40), nullable=False, unique=True),
        sa.Column("job_id", sa.String(36), sa.ForeignKey("jobs.id"), nullable=True),
        sa.Column("used_by", sa.String(36), sa.ForeignKey("jobs.id"), nullable=True),
        sa.Column("kept_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
    )
    op.create_table(
        "actuals",
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("place", sa.Integer, nullable=False),
        sa.Column("job_id", sa.String(36), sa.ForeignKey("jobs.id"), nullable=False),
        sa.Column("day", sa.Date, nullable=False),
        sa.Column("section", sa.String(20), nullable=False),
        sa.Column("words", sa.String(200), nullable=False),
        sa.Column("amount", sa.Numeric(14, 4), nullable=False),
        sa.Column("hours", sa.Float, nullable=True),
    )
    op.create_index("actuals_of_a_job", "actuals", ["job_id"])


def downgrade() -> None:
    op.drop_table("actuals")
    op.drop_table("offcuts")
