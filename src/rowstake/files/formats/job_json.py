"""The job file itself, as JSON."""

from rowstake.core.job import write_job_text
from rowstake.files.base import Format

FORMAT = Format(
    "json",
    "job",
    "job file",
    "application/json",
    "rowstake.json",
    lambda plan: {"job": "Job file"},
    lambda plan, document, issue: write_job_text(plan.brief.job).encode(),
)
