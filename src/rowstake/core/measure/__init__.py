"""Lengths, angles and quantities: read what a person types, print what a tape can show."""

from rowstake.core.measure.lean import parse_lean
from rowstake.core.measure.length import EXAMPLES, parse_length
from rowstake.core.measure.load import (
    KM_PER_MILE,
    M3_PER_YD3,
    MPS_PER_MPH,
    parse_distance,
    parse_force,
    parse_pressure,
    parse_speed,
    parse_volume,
)
from rowstake.core.measure.printer import Printer, Units

__all__ = [
    "EXAMPLES",
    "KM_PER_MILE",
    "M3_PER_YD3",
    "MPS_PER_MPH",
    "Printer",
    "Units",
    "parse_distance",
    "parse_force",
    "parse_lean",
    "parse_length",
    "parse_pressure",
    "parse_speed",
    "parse_volume",
]
