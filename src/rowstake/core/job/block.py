"""What every part of a document is."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict


class Block(BaseModel):
    """A part of the document. It is closed: an unknown field is a fault, never dropped."""

    model_config = ConfigDict(
        extra="forbid", allow_inf_nan=False, validate_default=True, json_schema_serialization_defaults_required=True
    )
