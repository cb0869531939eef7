"""Read a length as a person writes it, into millimetres."""

from __future__ import annotations

import math
import re
import unicodedata
from typing import Literal

from rowstake.core.faults import refuse

INCH = 25.4
FOOT = 304.8
EXAMPLES = '7\'-6 1/2", 7 ft 6, 90.5", 7-6-8, 2290 mm, 2.29 m'
LONGEST_MM = 10_000_000.0
"""10 km: nothing longer is a fence or a deck."""

_ALIKE = str.maketrans(
    {
        **dict.fromkeys("′’‘ʹʼ´`", "'"),
        **dict.fromkeys("″”“ʺ˝〃", '"'),
        **dict.fromkeys("‐‑‒–—−", "-"),
        "⁄": "/",
        "∕": "/",
        "×": "x",
    }
)
_NUMBER = r"\d+(?:[.,]\d+)?|\.\d+"
_THOUSANDS = re.compile(r"\d{1,3}(?:,\d{3})+(?![\d])")
"""`12,500`: a comma before three figures parts thousands; before any other count it is a decimal comma."""
_BARE = re.compile(r"\d+(?:\.\d+)?|\.\d+")
_AMOUNT = rf"(?:\d+[ -]+\d+/\d+|\d+/\d+|{_NUMBER})"
_METRIC = re.compile(rf"({_NUMBER})\s*(mm|cm|m|millimet(?:re|er)s?|met(?:re|er)s?)?")
_DASHED = re.compile(r"(\d+)-(\d+)-(\d+)")
_FEET_INCHES = re.compile(
    rf"(?:(?P<feet>{_AMOUNT})\s*(?:'|ft\.?|feet|foot))?"
    rf"(?:[\s-]*(?P<inches>{_AMOUNT})\s*(?P<mark>\"|''|in\.?|inch(?:es)?)?)?"
)
_SCALE = {"mm": 1.0, "cm": 10.0, "m": 1000.0}


def _plain(text: str) -> str:
    """One spelling for every prime, dash, comma and fraction character: `7′6½″` becomes `7'6 1/2\"`, `1,9` 1.9."""
    out: list[str] = []
    for char in text:
        spelled = unicodedata.normalize("NFKD", char) if unicodedata.category(char) == "No" else char
        out.append(f" {spelled}" if spelled != char and out and out[-1][-1].isdigit() else spelled)
    plain = _THOUSANDS.sub(lambda m: m[0].replace(",", ""), "".join(out).translate(_ALIKE))
    plain = re.sub(r"(?<=\d),(?=\d)", ".", plain)
    return re.sub(r"\s+", " ", plain).strip().lower().replace("' '", "''")


def _amount(text: str) -> float:
    """`6`, `6.5`, `1/2`, `6 1/2` or `6-1/2` as a number; a zero denominator is not a number."""
    total = 0.0
    for piece in re.split(r"[ -]+", text.strip()):
        if "/" in piece:
            top, bottom = piece.split("/")
            if int(bottom) == 0:
                return math.nan
            total += int(top) / int(bottom)
        else:
            total += float(piece)
    return total


def _read(plain: str, bare: Literal["mm", "in"]) -> float:
    if match := _DASHED.fullmatch(plain):
        feet, inches, sixteenths = (int(g) for g in match.groups())
        return feet * FOOT + inches * INCH + sixteenths * INCH / 16 if sixteenths < 16 else math.nan
    match = _METRIC.fullmatch(plain)
    if match and match[2]:
        unit = match[2]
        key = "mm" if unit.startswith("mi") else "m" if unit.startswith("me") else unit
        return float(match[1]) * _SCALE[key]
    if match and bare == "mm":
        return float(match[1])
    match = _FEET_INCHES.fullmatch(plain)
    if not match or not (match["feet"] or match["inches"]):
        return math.nan
    if bare == "mm" and not match["feet"] and not match["mark"]:
        return math.nan
    return _amount(match["feet"] or "0") * FOOT + _amount(match["inches"] or "0") * INCH


def _asks(plain: str, units: str, field: str, text: str) -> None:
    """A bare figure that cannot be meant as it stands, in a blank for something large. Raises `JobFault` that asks."""
    asked = any(f".{field}".endswith(f".{name}") for name in LARGE)
    if not asked or not _BARE.fullmatch(plain):
        return
    value = float(plain)
    if 0 < value < (LEAST_BARE_MM if units != "ft-in" else LEAST_BARE_IN):
        small, large = ("mm", "m") if units != "ft-in" else ("in", "ft")
        words = "millimetres or metres" if units != "ft-in" else "inches or feet"
        raise refuse(field, repr(text), f"“{plain} {large}” or “{plain} {small}”", f"“{plain}”: {words}? Write which")


LARGE = (
    "length", "length_mm", "opening_mm", "max_mm", "module_mm", "height", "height_mm", "width", "shape.width_mm", "out", "shape.out_mm",
    "most_mm", "longest_mm", "sill_mm", "height_limit_mm",
)  # fmt: skip
"""Fields of things so large that a single figure is no size of them."""
LEAST_BARE_MM, LEAST_BARE_IN = 25.0, 12.0


def parse_length(text: str, units: str = "mm", field: str = "length", signed: bool = False) -> float:
    """The length written in `text`, in mm.

    Any unit may be typed at any time; a bare number takes the job's unit (`mm`, or inches where
    `units` is `ft-in`), but where it is surely meant in metres or feet it is asked about. With
    `signed`, a leading minus is read. Raises `JobFault` naming `field` for anything that is not a
    length, is below zero without `signed`, or is over 10 km.
    """
    plain = _plain(text)
    _asks(plain, units, field, text)
    negative = plain.startswith("-")
    body = plain.removeprefix("-").strip()
    try:
        value = math.nan if body.startswith("-") else _read(body, "in" if units == "ft-in" else "mm")
    except (ValueError, OverflowError):
        value = math.nan
    if not math.isfinite(value):
        raise refuse(field, repr(text), f"a length such as {EXAMPLES}", f"“{text}” is not a length")
    if negative and not signed:
        raise refuse(field, text, "zero or more", "A length cannot be below zero")
    if value > LONGEST_MM:
        raise refuse(field, text, "up to 10 km", "That is longer than 10 km")
    return -value if negative else value
