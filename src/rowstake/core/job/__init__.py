"""What every job document shares, in the schema of today: what was chosen and measured. Everything else is worked out from it. Lengths
are mm. Each trade has a document of its own."""

from rowstake.core.job.base import SCHEMA, Common, Site
from rowstake.core.job.files import Job, read_job, read_job_text, write_job, write_job_text
from rowstake.core.job.upgrade import upgraded

__all__ = ["SCHEMA", "Common", "Job", "Site", "read_job", "read_job_text", "upgraded", "write_job", "write_job_text"]
