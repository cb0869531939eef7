"""Exports: a saved job in any open format."""

from __future__ import annotations

from dataclasses import dataclass

from fastapi import APIRouter, Response

from rowstake.core.job import read_job
from rowstake.core.kept import kept_plan
from rowstake.files import export, formats
from rowstake.server.session import JobsHere

router = APIRouter(prefix="/api/jobs/{key}/exports", tags=["exports"])


@dataclass(frozen=True, slots=True)
class Offer:
    format: str
    document: str
    name: str


@router.get("")
def offers(key: str, jobs: JobsHere) -> list[Offer]:
    """Everything that can be taken out of this job."""
    made = kept_plan(read_job(jobs.get(key).document))
    return [
        Offer(f.id, document, f"{name} ({f.suffix.split('.')[-1].upper()})")
        for f in formats().values()
        for document, name in f.documents(made).items()
    ]


@router.get("/{format_id}/{document}")
def take(key: str, format_id: str, document: str, jobs: JobsHere) -> Response:
    held = jobs.get(key)
    made, name, data = export(kept_plan(read_job(held.document)), format_id, document, held.revision)
    return Response(data, media_type=made.media, headers={"Content-Disposition": f'attachment; filename="{name}"'})
