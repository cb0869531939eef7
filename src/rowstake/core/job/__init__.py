"""What every job document shares, schema 1: what was chosen and measured. Everything else is worked out from it. Lengths
are mm. Each trade has a document of its own."""

from rowstake.core.job.base import SCHEMA, Common, Site
from rowstake.core.job.files import Job, read_job, read_job_text, write_job, write_job_text

__all__ = ["SCHEMA", "Common", "Job", "Site", "read_job", "read_job_text", "write_job", "write_job_text"]
