"""Sites: several jobs of one garden, with whose it is and where."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "sites",
        sa.Column("id", sa.String(36), primary_key=True),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("customer", sa.String(120), nullable=False),
        sa.Column("address", sa.String(400), nullable=False),
        sa.Column("notes", sa.String(4000), nullable=False),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), server_default=sa.func.now(), nullable=False),
    )
    op.add_column("jobs", sa.Column("site_id", sa.String(36), sa.ForeignKey("sites.id"), nullable=True))
    op.create_index("jobs_of_a_site", "jobs", ["site_id"])


def downgrade() -> None:
    op.drop_index("jobs_of_a_site", "jobs")
    op.drop_column("jobs", "site_id")
    op.drop_table("sites")
