"""The job document, schema 1: what was chosen and measured. Everything else is worked out from it. Lengths are mm."""

from rowstake.core.faults import JobFault
from rowstake.core.job.base import SCHEMA, Site
from rowstake.core.job.deck import Cut, Deck, DeckJob, LowerLevel, new_deck
from rowstake.core.job.fence import (
    Bays,
    Fence,
    FenceJob,
    Gate,
    GateFrame,
    GroundPoint,
    Leg,
    Obstacle,
    Posts,
    Rails,
    Skin,
    new_fence,
)
from rowstake.core.job.files import Job, read_job, read_job_text, write_job, write_job_text

__all__ = [
    "SCHEMA", "Bays", "Cut", "Deck", "DeckJob", "Fence", "FenceJob", "Gate", "GateFrame", "GroundPoint", "Job", "JobFault", "Leg", "LowerLevel",
    "Obstacle", "Posts", "Rails", "Site", "Skin", "new_deck", "new_fence", "read_job", "read_job_text", "write_job",
    "write_job_text",
]  # fmt: skip
