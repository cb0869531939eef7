"""Read a force, a load on an area, a way to drive, a wind or a volume as a person writes it: kN, kPa, km, m/s and m³, or pounds, psf, miles,
mph and cubic yards."""

from __future__ import annotations

import re

from rowstake.core.faults import refuse

KPA_PER_PSF = 0.04788026
KN_PER_LB = 0.0044482216
KM_PER_MILE = 1.609344
MPS_PER_MPH = 0.44704
M3_PER_YD3 = 0.764554857984
_TEXT = re.compile(r"(\d+(?:[.,]\d+)?|\.\d+)\s*([a-z/²³23 ]*)")
LEAST_LB = 50.0
"""A bare figure under this is no rating in pounds: it may be meant in kN."""
_KPA = {"kpa": 1.0, "kn/m2": 1.0, "kn/m²": 1.0, "psf": KPA_PER_PSF, "lb/ft2": KPA_PER_PSF}
_KM = {"km": 1.0, "m": 0.001, "mi": KM_PER_MILE, "mile": KM_PER_MILE, "miles": KM_PER_MILE}
_MPS = {"m/s": 1.0, "mps": 1.0, "km/h": 1 / 3.6, "mph": MPS_PER_MPH}
_M3 = {"m3": 1.0, "m³": 1.0, "yd3": M3_PER_YD3, "yd³": M3_PER_YD3, "cu yd": M3_PER_YD3, "cu ft": M3_PER_YD3 / 27}
_KN = {"kn": 1.0, "n": 0.001, "lb": KN_PER_LB, "lbs": KN_PER_LB, "lbf": KN_PER_LB}


def _read(text: str, known: dict[str, float], bare: float, field: str, example: str, what: str = "a load") -> float:
    match = _TEXT.fullmatch(text.strip().lower())
    scale = None if match is None else bare if not match[2] else known.get(match[2])
    if match is None or scale is None:
        raise refuse(field, repr(text), f"{what} such as {example}", f"“{text}” is not {what}")
    return float(match[1].replace(",", ".")) * scale


def parse_pressure(text: str, units: str, field: str) -> float:
    """kPa from text; a bare number is kPa, or psf where feet are used. Raises `JobFault`."""
    return _read(text, _KPA, KPA_PER_PSF if units == "ft-in" else 1.0, field, "1.5 kPa or 40 psf")


def parse_distance(text: str, units: str, field: str) -> float:
    """km from text; a bare number is km, or miles where feet are used. Raises `JobFault`."""
    return _read(text, _KM, KM_PER_MILE if units == "ft-in" else 1.0, field, "25 km or 15 miles", "a distance")


def parse_speed(text: str, units: str, field: str) -> float:
    """m/s from text; a bare number is m/s, or mph where feet are used. Raises `JobFault`."""
    bare = MPS_PER_MPH if units == "ft-in" else 1.0
    return _read(text, _MPS, bare, field, "30 m/s or 67 mph", "a wind")


def parse_volume(text: str, units: str, field: str) -> float:
    """m³ from text; a bare number is m³, or cubic yards where feet are used. Raises `JobFault`."""
    return _read(text, _M3, M3_PER_YD3 if units == "ft-in" else 1.0, field, "6 m³ or 8 cu yd", "a volume")


def parse_force(text: str, units: str, field: str) -> float:
    """kN from text; a bare number is kN, or pounds where feet are used, but for one so small that kN may be meant: that
    is asked. Raises `JobFault`."""
    bare = text.strip().replace(",", ".")
    if units == "ft-in" and re.fullmatch(r"\d+(\.\d+)?|\.\d+", bare) and float(bare) < LEAST_LB:
        raise refuse(field, repr(text), f"“{bare} kN” or “{bare} lb”", f"“{bare}”: kilonewtons or pounds? Write which")
    return _read(text, _KN, KN_PER_LB if units == "ft-in" else 1.0, field, "6.7 kN or 1500 lb")
