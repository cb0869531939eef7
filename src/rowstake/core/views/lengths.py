"""Every length and load of a document in the job's units."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from rowstake.core.job import Job, write_job


def length_texts(job: Job) -> dict[str, str]:
    """Every length and load of the document by its path, as a person would type it."""
    p, out = job.printer, dict[str, str]()
    ways: dict[str, Callable[[float], str]] = {
        "_kpa": p.pressure, "_kn": p.force, "_mps": p.gust, "_km": p.distance, "_mm_m": p.lean, "_size_m3": p.volume,
        "_mm": lambda mm: p.fine(mm) if mm < 30 else p.length(mm),
    }  # fmt: skip

    def walk(value: Any, path: str) -> None:
        if isinstance(value, dict):
            for key, inner in value.items():
                walk(inner, f"{path}.{key}".lstrip("."))
        elif path.startswith("fence.ground."):
            return
        elif isinstance(value, list):
            for i, inner in enumerate(value):
                walk(inner, f"{path}.{i}")
        elif value is not None and (say := next((way for end, way in ways.items() if path.endswith(end)), None)):
            out[path] = say(value)

    walk(write_job(job), "")
    return out
