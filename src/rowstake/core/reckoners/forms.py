"""A form for each reckoner, read off its input model: for pages that have no job."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.measure import Printer
from rowstake.core.measure.printer import Units
from rowstake.core.reckoners.base import Reckoner


@dataclass(frozen=True, slots=True)
class FormField:
    """One input. `kind` length takes text in any unit; lengths takes several, parted by semicolons;
    list takes several things, each as its example is told."""

    name: str
    label: str
    kind: Literal["length", "lengths", "number", "choice", "species", "list"]
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
    "bolt_13mm_spaced": "13 mm (1/2 in) bolt over spacers", "rated_screw": "structural screw", "frost": "the frost depth", "minimum": "the least depth",
    "embedment": "the earth round the post", "post": "the post", "stacked": "each on the whole of the one below", "stepped": "each behind the one below, on legs",
}  # fmt: skip


LABELS = {
    "rated_kn": "a structural screw is rated for", "post_w_mm": "post width", "post_d_mm": "the post's other side (0 where no post stands in the hole)", "school": "depth in the ground by",
    "deeper": "times deeper (gate posts 1.33)", "wind_depth_mm": "wind-checked depth",
    "chosen_depth_mm": "depth insisted on", "gravel_mm": "gravel bed", "edges": "at both ends stands",
    "stock_lengths_mm": "lengths on sale", "ground_levels_mm": "ground along the arc, from shut", "open_deg": "opens to, °", "wind_mps": "gust", "solidity": "solid share, 0 to 1",
    "lateral_bearing_kpa_per_m": "soil's side bearing", "leaves": "leaves, 1 or 2", "waste_pct": "waste",
    "bag_kg": "bag", "count": "holes", "max_gap_mm": "largest gap", "min_gap_mm": "smallest gap",
    "target_gap_mm": "gap wanted", "max_spacing_mm": "largest spacing", "min_lap_mm": "least lap",
    "max_riser_mm": "highest riser", "way": "boxes stand", "rungs_mm": "rungs at most apart", "frame_mm": "thickness of the frame", "install_c": "when fixed", "hottest_c": "on the hottest day",
    "tributary_m2": "area it carries", "live_kpa": "live load", "dead_kpa": "dead load",
    "pieces": "pieces, count × length", "stock": "on sale, length @ price, how many", "sights": "sights, back to fore", "kerf_mm": "saw cut",
    "end_trim_mm": "trimmed off both ends", "built_mm": "stands already at", "run_mm": "length of the run", "unit_mm": "counted in",
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


GROUPS = {
    "line": "Setting out", "holes": "Holes, footings and wind", "frame": "Frame and ledger", "boards": "Boards and pickets",
    "steps": "Steps and guards", "gates": "Gates", "timber": "Timber, water and heat",
}  # fmt: skip
"""In the order of the work."""


def usual(region: str) -> dict[str, Any]:
    """What a form begins with in a region, by field; what is not there begins with the reckoner's own example."""
    facts = pick(CATALOGUE.regions, region, "region")
    post = CATALOGUE.sections[facts.post]
    bag = CATALOGUE.materials.bags[facts.bags[0]]
    return {
        "species": facts.species, "live_kpa": facts.live_kpa, "dead_kpa": facts.dead_kpa, "post_w_mm": post.width_mm,
        "post_d_mm": post.thickness_mm, "max_spacing_mm": facts.max_bay_mm, "max_riser_mm": facts.riser_mm, "bag_kg": bag.kg,
        "hinge_gap_mm": facts.hinge_gap_mm, "latch_gap_mm": facts.latch_gap_mm, "opening_mm": facts.gate_opening_mm,
        "fixed_depth_mm": facts.fixed_depth_mm, "gravel_mm": facts.gravel_mm, **facts.answers,
    }  # fmt: skip


SIZES = {
    "size": ("2x6", "2x8", "2x10", "2x12", "47x150", "47x200", "47x225"),
    "post_size": ("4x4", "4x6", "6x6", "100x100", "125x125", "150x150"),
}


def _tidy(mm: float) -> float:
    """A metric length as a person would type it: whole tens over a hundred, hundreds over a thousand."""
    step = 100 if mm >= 1000 else 10 if mm >= 100 else 1 if mm >= 10 else 0.5
    return round(mm / step) * step


def _said(kind: str, value: Any, units: Units) -> Any:
    """An example as text in the units chosen; a figure or a choice as it is."""
    if value is None:
        return None
    p = Printer(units)
    one = (lambda v: p.length(_tidy(v))) if units == "mm" else p.length
    if kind == "length":
        return one(float(value))
    if kind == "lengths":
        return "; ".join(one(float(v)) for v in value)
    return value


def form(reckoner: Reckoner[Any, Any], units: Units, region: str) -> list[FormField]:
    """Fields in the order of the model, each with what is usual in a region, else an example, in the units chosen."""
    here = usual(region)
    schema = reckoner.takes.model_json_schema()
    required = set(schema.get("required", ()))
    out = []
    for name, field in schema["properties"].items():
        label, unit = _unit(name)
        label = LABELS.get(name, label)
        options = _options(field)
        kind: Literal["length", "lengths", "number", "choice", "species", "list"] = "choice" if options else "number"
        if name.endswith("_mm"):
            kind = "lengths" if field.get("type") == "array" else "length"
        if name == "species":
            movement = reckoner.name == "wood-movement"
            options = tuple(CATALOGUE.movement.flat_quarter if movement else CATALOGUE.species)
            kind = "species" if field.get("type") == "array" else "choice"
        elif name in ("size", "post_size"):
            options, kind = SIZES[name], "choice"
        value = reckoner.example.get(name, field.get("default"))
        if name in reckoner.written:
            out.append(
                FormField(
                    name, label, "list", "", (), name in required, reckoner.written[name].say(value, Printer(units))
                )
            )
            continue
        local = here.get(name)
        if local is not None and value is not None and (not options or local in options):
            value = [local] if isinstance(value, list) else local
        example = _said(kind, value, units)
        out.append(FormField(name, label, kind, unit, options, name in required, example))
    return out
