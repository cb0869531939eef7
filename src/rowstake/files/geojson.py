"""A line from GeoJSON (RFC 7946): a LineString in degrees, with altitudes in metres where it has them."""

from __future__ import annotations

import itertools
import math
from typing import Any

from rowstake.core.faults import JobFault, refuse, shown
from rowstake.core.measure.length import LONGEST_MM
from rowstake.core.text import read_json

EARTH_RADIUS_MM = 6_371_008_800.0
FIELD = "geojson"
HIGHEST_M = 12_000.0
"""Over any place a fence stands, and over any figure of a coordinate."""
MOST_LEGS = 400


def _line(raw: Any) -> list[list[float]]:
    """The coordinates of the first LineString in a geometry, a feature or a collection."""
    if not isinstance(raw, dict):
        raise _fault(type(raw).__name__)
    kind = raw.get("type")
    if kind == "FeatureCollection":
        features = raw.get("features")
        shapes = [f.get("geometry") for f in features if isinstance(f, dict)] if isinstance(features, list) else []
        raw = next((g for g in shapes if isinstance(g, dict) and g.get("type") == "LineString"), None)
        if raw is None:
            raise _fault("no line among the features")
    elif kind == "Feature":
        raw = raw.get("geometry")
    kind = raw.get("type") if isinstance(raw, dict) else type(raw).__name__
    if kind != "LineString":
        raise _fault(shown(kind)[:40])
    points = raw.get("coordinates")
    good = isinstance(points, list) and all(
        isinstance(p, list)
        and len(p) in (2, 3)
        and all(isinstance(v, int | float) and not isinstance(v, bool) and abs(v) <= HIGHEST_M for v in p)
        for p in points
    )
    if not good or len(points) < 2 or any(abs(p[0]) > 180 or abs(p[1]) > 90 for p in points):
        raise refuse(f"{FIELD}.coordinates", shown(points)[:80], "two or more [longitude, latitude, altitude]",
                     "The line's coordinates cannot be read; altitudes are metres")  # fmt: skip
    return [[float(v) for v in p] for p in points]


def _fault(given: str) -> JobFault:
    return refuse(f"{FIELD}.type", given, "a LineString, or a feature with one", "There is no line in this file")


def read_line(text: str) -> tuple[list[dict[str, float]], list[dict[str, float]]]:
    """Legs and, where there are altitudes, the ground at their ends (the first point is the datum).

    Degrees are laid out flat about the first point: good to a millimetre or so over a garden.
    """
    points = _line(read_json(text, FIELD, "file"))
    if len(points) > MOST_LEGS + 1:
        raise refuse(
            f"{FIELD}.coordinates",
            f"{len(points)} points",
            f"at most {MOST_LEGS + 1}",
            "That line has too many corners",
        )
    lon0, lat0 = points[0][:2]
    shrink = math.cos(math.radians(lat0))
    flat = [
        (math.radians(p[0] - lon0) * shrink * EARTH_RADIUS_MM, math.radians(p[1] - lat0) * EARTH_RADIUS_MM)
        for p in points
    ]
    legs: list[dict[str, float]] = []
    ground: list[dict[str, float]] = []
    heading = 0.0
    levels = [p[2] * 1000 if len(p) == 3 else None for p in points]
    datum = next((v for v in levels if v is not None), 0.0)
    for i, (a, b) in enumerate(itertools.pairwise(flat)):
        length = round(math.dist(a, b), 1)
        if length < 1:
            continue
        if length > LONGEST_MM:
            raise refuse(
                f"{FIELD}.coordinates",
                f"{length / 1e6:.0f} km",
                "legs of at most 10 km",
                f"Leg {len(legs) + 1} is longer than any fence",
            )
        towards = math.degrees(math.atan2(b[1] - a[1], b[0] - a[0]))
        turn = (towards - heading + 180) % 360 - 180
        legs.append({"length_mm": length, "turn_deg": round(turn, 4) if turn > -180 else 179.9})
        heading = towards
        for at, level in ((0.0, levels[i]), (length, levels[i + 1])):
            if level is not None:
                ground.append({"leg": len(legs) - 1, "at_mm": at, "level_mm": round(level - datum, 1)})
    return legs, ground
