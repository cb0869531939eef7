"""A form for each reckoner, read off its input model: for pages that have no job."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.reckoners.base import Reckoner


@dataclass(frozen=True, slots=True)
class FormField:
    """One input. `kind` length takes text in any unit; lengths takes several, parted by semicolons."""

    name: str
    label: str
    kind: Literal["length", "lengths", "number", "choice", "species"]
    unit: str
    choices: tuple[str, ...]
    required: bool
    example: Any


UNITS = {
    "_kpa": "kPa", "_mps": "m/s", "_pct": "%", "_kg": "kg", "_m2": "m²", "_kn": "kN", "_c": "°C",
    "_kpa_per_m": "kPa per m", "_mm": "",
}  # fmt: skip
WORDS = {
    "third": "a third in the ground", "fixed": "a fixed depth", "gap": "a gap at both ends",
    "board": "a board at both ends", "flat": "flat sawn", "quarter": "quarter sawn", "B": "sheltered",
    "C": "open", "D": "shore", "lag_13mm": "13 mm lag screw", "bolt_13mm": "13 mm bolt",
    "bolt_13mm_spaced": "13 mm bolt over spacers",
}  # fmt: skip


def _unit(name: str) -> tuple[str, str]:
    """(label, unit) from a field name: `frost_depth_mm` is `frost depth` in a length."""
    for suffix in sorted(UNITS, key=len, reverse=True):
        if name.endswith(suffix):
            return name.removesuffix(suffix).replace("_", " "), UNITS[suffix]
    return name.replace("_", " "), ""


def _options(schema: dict[str, Any]) -> tuple[str, ...]:
    for part in (schema, *schema.get("anyOf", ())):
        if "enum" in part:
            return tuple(str(v) for v in part["enum"])
    return ()


def form(reckoner: Reckoner[Any, Any]) -> list[FormField]:
    """Fields in the order of the model, with the reckoner's own example in them."""
    schema = reckoner.takes.model_json_schema()
    required = set(schema.get("required", ()))
    out = []
    for name, field in schema["properties"].items():
        label, unit = _unit(name)
        options = _options(field)
        kind: Literal["length", "lengths", "number", "choice", "species"] = "choice" if options else "number"
        if name.endswith("_mm"):
            kind = "lengths" if field.get("type") == "array" else "length"
        if name == "species":
            movement = reckoner.name == "wood-movement"
            options = tuple(CATALOGUE.movement.flat_quarter if movement else CATALOGUE.species)
            kind = "species" if field.get("type") == "array" else "choice"
        elif name in ("size", "post_size"):
            sizes = ("4x4", "4x6", "6x6", "100x100", "125x125") if name == "post_size" else ()
            options, kind = sizes or ("2x6", "2x8", "2x10", "2x12"), "choice"
        example = reckoner.example.get(name, field.get("default"))
        out.append(FormField(name, label, kind, unit, options, name in required, example))
    return out
