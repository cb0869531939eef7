"""Answers that the core has made."""

from __future__ import annotations

from typing import Any

from fastapi import Response
from pydantic import TypeAdapter


def as_json(adapter: TypeAdapter[Any], value: Any, status: int = 200) -> Response:
    """Straight to JSON: what the core made needs no second check, and a desk is large."""
    return Response(adapter.dump_json(value), status, media_type="application/json")
