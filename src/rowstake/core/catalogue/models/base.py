"""What every fact is. Lengths in mm, stresses in MPa, densities in kg/m³."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict

PSI = 0.006894757293168
"""One pound per square inch in MPa."""
Look = Literal[
    "string", "post", "board", "rail", "frame", "brace", "concrete", "gravel", "hole", "ground", "frost",
    "zone", "swing", "mark", "label", "quiet", "power", "gas", "telecom", "water", "reclaimed", "drain",
]  # fmt: skip
"""How something is drawn; every output gives each its own colour and line."""


class Fact(BaseModel):
    """Anything read from a data file: closed, frozen, with the kind of source it came from."""

    model_config = ConfigDict(extra="forbid", frozen=True)
    source: str = ""
