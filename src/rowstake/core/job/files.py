"""Job files: a document from JSON and back, byte for byte."""

from __future__ import annotations

import json
from typing import Any

from pydantic import ValidationError

from rowstake.core.faults import faults_of, refuse
from rowstake.core.job.base import SCHEMA, Common
from rowstake.core.job.own import known
from rowstake.core.job.upgrade import upgraded
from rowstake.core.measure import Printer
from rowstake.core.text import check_text, read_json
from rowstake.core.trade import trades

Job = Common
"""A job of whatever trade: its document."""


def read_job(raw: Any) -> Job:
    """A job from JSON data of this schema or an older one. Raises `JobFault` for any other, an unknown field or a value out of range."""
    if not isinstance(raw, dict):
        raise refuse("job", type(raw).__name__, "a job file, a JSON object", "This is not a job file")
    check_text(raw, "job")
    raw = upgraded(raw)
    if raw.get("schema") != SCHEMA:
        raise refuse(
            "schema", raw.get("schema", "nothing"), f"schema 1 to {SCHEMA}",
            f"This job file is of another schema; this Row Stake reads schema 1 to {SCHEMA}",
        )  # fmt: skip
    every = trades()
    kind = next((trade for key, trade in every.items() if key in raw), None)
    if kind is None:
        raise refuse(
            "job",
            ", ".join(sorted(map(str, raw)))[:80],
            " or ".join(every),
            "This job file does not say what is to be built",
        )
    try:
        job: Job = kind.document.model_validate(raw)
        known(job.region, job.own)
        return job
    except ValidationError as error:
        in_feet = raw.get("units") == "ft-in"
        raise faults_of(error, length=Printer("ft-in" if in_feet else "mm").length) from None


def read_job_text(text: str) -> Job:
    """A job from the text of a job file; a truncated or broken file says where it breaks."""
    return read_job(read_json(text, "job", "job file"))


def write_job(job: Job) -> dict[str, Any]:
    """The document as plain data, with every field, in schema order."""
    return job.model_dump(mode="json", by_alias=True)


def write_job_text(job: Job) -> str:
    """The job file: canonical, so that reading and writing it again gives the same bytes."""
    return json.dumps(write_job(job), indent=2, ensure_ascii=False) + "\n"
