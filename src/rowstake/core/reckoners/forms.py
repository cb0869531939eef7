"""A form for each reckoner, read off its input model: for pages that have no job."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.measure import Printer
from rowstake.core.measure.printer import Units
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
    "C": "open", "D": "shore", "lag_13mm": "13 mm (1/2 in) lag screw", "bolt_13mm": "13 mm (1/2 in) bolt",
    "bolt_13mm_spaced": "13 mm (1/2 in) bolt over spacers", "frost": "the frost depth", "minimum": "the least depth",
    "embedment": "the earth round the post", "post": "the post",
}  # fmt: skip


LABELS = {
    "post_w_mm": "post width", "post_d_mm": "the post's other side (0 where no post stands in the hole)", "school": "depth in the ground by",
    "deeper": "times deeper (gate posts 1.33)", "wind_depth_mm": "wind-checked depth",
    "chosen_depth_mm": "depth insisted on", "gravel_mm": "gravel bed", "edges": "at both ends stands",
    "stock_lengths_mm": "lengths on sale", "ground_levels_mm": "ground along the arc, from shut", "open_deg": "opens to, °", "wind_mps": "gust", "solidity": "solid share, 0 to 1",
    "lateral_bearing_kpa_per_m": "soil's side bearing", "leaves": "leaves, 1 or 2", "waste_pct": "waste",
    "bag_kg": "bag", "count": "holes", "max_gap_mm": "largest gap", "min_gap_mm": "smallest gap",
    "target_gap_mm": "gap wanted", "max_spacing_mm": "largest spacing", "min_lap_mm": "least lap",
    "max_riser_mm": "highest riser", "install_c": "when fixed", "hottest_c": "on the hottest day",
    "tributary_m2": "area it carries", "live_kpa": "live load", "dead_kpa": "dead load",
    "finished_mm": "finished height", "footing_top_mm": "top of footing", "beam_mm": "beam, 0 when flush",
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


METRIC: dict[str, Any] = {
    "species": ["c24"], "size": "47x200", "post_size": "100x100", "live_kpa": 1.5, "dead_kpa": 0.5, "bag_kg": 25,
    "bearing_kpa": 75, "wind_mps": 30, "post_w_mm": 100, "post_d_mm": 100,
}  # fmt: skip
"""What a form begins with where millimetres are used; elsewhere the reckoner's own example."""
SIZES = {
    "size": ("2x6", "2x8", "2x10", "2x12", "47x150", "47x200", "47x225"),
    "post_size": ("4x4", "4x6", "6x6", "100x100", "125x125", "150x150"),
}


def _tidy(mm: float) -> float:
    """A metric length as a person would type it: whole tens over a hundred, hundreds over a thousand."""
    step = 100 if mm >= 1000 else 10 if mm >= 100 else 1 if mm >= 10 else 0.5
    return round(mm / step) * step


def _said(name: str, kind: str, value: Any, units: Units, options: tuple[str, ...]) -> Any:
    """The example as text in the units chosen; a figure or a choice as it is."""
    if value is None:
        return None
    if units == "mm" and name in METRIC:
        metric = METRIC[name]
        one_of = metric[0] if isinstance(metric, list) else metric
        value = metric if not options or one_of in options else value
    p = Printer(units)
    one = (lambda v: p.length(_tidy(v))) if units == "mm" else p.length
    if kind == "length":
        return one(float(value))
    if kind == "lengths":
        return "; ".join(one(float(v)) for v in value)
    return value


def form(reckoner: Reckoner[Any, Any], units: Units = "mm") -> list[FormField]:
    """Fields in the order of the model, each with an example in the units chosen."""
    schema = reckoner.takes.model_json_schema()
    required = set(schema.get("required", ()))
    out = []
    for name, field in schema["properties"].items():
        label, unit = _unit(name)
        label = LABELS.get(name, label)
        options = _options(field)
        kind: Literal["length", "lengths", "number", "choice", "species"] = "choice" if options else "number"
        if name.endswith("_mm"):
            kind = "lengths" if field.get("type") == "array" else "length"
        if name == "species":
            movement = reckoner.name == "wood-movement"
            options = tuple(CATALOGUE.movement.flat_quarter if movement else CATALOGUE.species)
            kind = "species" if field.get("type") == "array" else "choice"
        elif name in ("size", "post_size"):
            options, kind = SIZES[name], "choice"
        example = _said(name, kind, reckoner.example.get(name, field.get("default")), units, options)
        out.append(FormField(name, label, kind, unit, options, name in required, example))
    return out
