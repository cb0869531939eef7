"""Every length and load of a document in the job's units."""

from __future__ import annotations

from typing import Any

from rowstake.core.job import Job, write_job


def length_texts(job: Job) -> dict[str, str]:
    """Every length and load of the document by its path, as a person would type it."""
    p, out = job.printer, {}

    def walk(value: Any, path: str) -> None:
        if isinstance(value, dict):
            for key, inner in value.items():
                walk(inner, f"{path}.{key}".lstrip("."))
        elif isinstance(value, list):
            for i, inner in enumerate(value):
                walk(inner, f"{path}.{i}")
        elif path.endswith("_kpa") and value is not None:
            out[path] = p.pressure(value)
        elif path.endswith("_kn") and value is not None:
            out[path] = p.force(value)
        elif path.endswith("_mps") and value is not None:
            out[path] = p.gust(value)
        elif path.endswith("_km") and value is not None:
            out[path] = p.distance(value)
        elif path.endswith("_mm_m") and value is not None:
            out[path] = p.lean(value)
        elif path.endswith("_size_m3") and value is not None:
            out[path] = p.volume(value)
        elif path.endswith("_mm") and value is not None and not path.startswith("fence.ground."):
            out[path] = p.fine(value) if value < 30 else p.length(value)

    walk(write_job(job), "")
    return out
