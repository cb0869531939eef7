"""Lengths, angles and quantities: read what a person types, print what a tape can show."""

from rowstake.core.measure.length import EXAMPLES, parse_length
from rowstake.core.measure.load import KM_PER_MILE, parse_distance, parse_force, parse_pressure
from rowstake.core.measure.printer import Printer, Units

__all__ = [
    "EXAMPLES",
    "KM_PER_MILE",
    "Printer",
    "Units",
    "parse_distance",
    "parse_force",
    "parse_length",
    "parse_pressure",
]
