"""Lengths, angles and quantities: read what a person types, print what a tape can show."""

from rowstake.core.measure.length import EXAMPLES, parse_length
from rowstake.core.measure.load import parse_force, parse_pressure
from rowstake.core.measure.printer import Printer, Units

__all__ = ["EXAMPLES", "Printer", "Units", "parse_force", "parse_length", "parse_pressure"]
