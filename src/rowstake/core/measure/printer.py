"""Print lengths and quantities in a job's units; the only place where figures are rounded."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from typing import Literal

from rowstake.core.measure.length import INCH
from rowstake.core.measure.load import KM_PER_MILE, KN_PER_LB, KPA_PER_PSF, MPS_PER_MPH

Units = Literal["mm", "ft-in"]
LITRES_PER_GALLON = 3.785411784


def _half_up(value: float) -> int:
    return math.floor(value + 0.5 + 1e-9)


@dataclass(frozen=True, slots=True)
class Printer:
    """Words a figure in `units`; inches to 1/`fraction` (8, 16 or 32)."""

    units: Units = "mm"
    fraction: int = 16

    def length(self, mm: float) -> str:
        """A length as a tape shows it: `7'-6 1/2"` or `2299 mm`."""
        return f"{self.bare(mm)} mm" if self.units == "mm" else self.bare(mm)

    def worded(self, words: str) -> str:
        """A sentence of the catalogue with its millimetres in these units."""
        return re.sub(r"(\d+(?:\.\d+)?) mm\b", lambda m: self.length(float(m[1])), words)

    def bare(self, mm: float) -> str:
        """The same without a metric unit, for marks and tables whose heading says it."""
        if self.units == "mm":
            return str(-_half_up(-mm) if mm < 0 else _half_up(mm))
        sign = "-" if mm < 0 else ""
        ticks = _half_up(abs(mm) / INCH * self.fraction)
        inches, part = divmod(ticks, self.fraction)
        feet, inches = divmod(inches, 12)
        sign = sign if ticks else ""
        common = math.gcd(part, self.fraction)
        fraction = f"{part // common}/{self.fraction // common}" if part else ""
        rest = f"{inches} {fraction}" if part and (inches or feet) else fraction or str(inches)
        return f"{sign}{feet}'-{rest}\"" if feet else f'{sign}{rest}"'

    def fine(self, mm: float) -> str:
        """A gap, lap or rip, where a tenth of a millimetre shows: `5.4 mm` or `7/32"`."""
        if self.units == "mm":
            return f"{round(mm, 1) + 0.0:.1f}".removesuffix(".0") + " mm"
        return Printer("ft-in", 32).bare(mm)

    @property
    def level_mm(self) -> float:
        """The level that a lean is read with: a metre, or four feet."""
        return 1000.0 if self.units == "mm" else 1219.2

    def lean(self, mm_m: float) -> str:
        """How far something leans: `5 mm a metre`, or `1/4" in 4 ft` where feet are used."""
        return f"{self.fine(mm_m * self.level_mm / 1000)} {'a metre' if self.units == 'mm' else 'in 4 ft'}"

    def run(self, mm: float) -> str:
        """A long run: metres to the millimetre, or feet and inches."""
        return f"{mm / 1000:.3f} m" if self.units == "mm" else self.bare(mm)

    def speed(self, mps: float) -> str:
        """A gust: `31 m/s`, or `69 mph` where feet are used."""
        return f"{mps:.0f} m/s" if self.units == "mm" else f"{mps / MPS_PER_MPH:.0f} mph"

    def area(self, m2: float) -> str:
        """An area: `15.69 m²` or `169 sq ft`."""
        return f"{m2:.2f} m²" if self.units == "mm" else f"{m2 / 0.3048**2:.0f} sq ft"

    def force(self, kn: float) -> str:
        """A load: `6.7 kN`, a small one `40 N`; or `1506 lb`."""
        if self.units == "ft-in":
            return f"{kn / KN_PER_LB:.0f} lb"
        return f"{kn:.1f} kN" if abs(kn) >= 0.1 else f"{kn * 1000:.0f} N"

    def pressure(self, kpa: float) -> str:
        """A load on an area: `1.5 kPa` or `40 psf`."""
        if self.units == "mm":
            return f"{kpa:.2f}".rstrip("0").rstrip(".") + " kPa"
        return f"{kpa / KPA_PER_PSF:.0f} psf"

    def gust(self, mps: float) -> str:
        """A wind as it is typed: `30 m/s` or `67 mph`."""
        return f"{mps:.3g} m/s" if self.units == "mm" else f"{mps / MPS_PER_MPH:.3g} mph"

    def distance(self, km: float) -> str:
        """A way to drive: `25 km` or `15.5 miles`."""
        return f"{km:.3g} km" if self.units == "mm" else f"{km / KM_PER_MILE:.3g} miles"

    def volume(self, m3: float) -> str:
        """A volume: litres or m³; cubic feet or yards where feet are used."""
        if self.units == "mm":
            litres = m3 * 1000
            return f"{m3:.2f} m³" if litres >= 100 else f"{litres:.{0 if litres >= 10 else 2}f} litres"
        cubic_feet = m3 / 0.3048**3
        return (
            f"{cubic_feet / 27:.2f} cu yd"
            if cubic_feet >= 27
            else f"{cubic_feet:.{1 if cubic_feet >= 1 else 2}f} cu ft"
        )

    def liquid(self, litres: float) -> str:
        """Water, stain and the like: `12 litres`, or US gallons and quarts where feet are used."""
        if self.units == "mm":
            return f"{litres:.0f} litres"
        gallons = litres / LITRES_PER_GALLON
        return f"{gallons:.0f} gallons" if gallons >= 3 else f"{gallons * 4:.0f} quarts"

    def weight(self, kg: float) -> str:
        """A weight: `45 kg` or `99 lb`."""
        return f"{kg:.0f} kg" if self.units == "mm" else f"{kg / 0.45359237:.0f} lb"
