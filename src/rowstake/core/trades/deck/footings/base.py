"""What every kind of footing is: from a load and a soil to what is dug, poured and bought under one post."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.fasteners import Sold
from rowstake.core.goods import Good
from rowstake.core.measure import Printer
from rowstake.core.reckoners.footing_size import Footing, FootingSize
from rowstake.core.reckoners.footing_size import run as footing_size
from rowstake.core.setting import FillLayer


@dataclass(frozen=True, slots=True)
class Under:
    """What stands on one footing, and the site. `top_mm` is the footing's top over the ground beside it; sizes go up
    to the next `step_mm`, or half of it for thickness. The post by its lesser and its greater side."""

    load_kn: float
    bearing_kpa: float
    post_mm: float
    post_deep_mm: float
    post_name: str
    frost_mm: float
    top_mm: float
    augers_mm: tuple[float, ...]
    step_mm: float
    pile_kn: float | None
    slab_mm: float | None
    sold: Sold

    @property
    def asked(self) -> Footing:
        """The size the soil asks for."""
        return footing_size(
            FootingSize(load_kn=max(self.load_kn, 0.01), bearing_kpa=self.bearing_kpa, post_mm=self.post_mm)
        )

    @property
    def depth_mm(self) -> float:
        """From the ground to the bottom: below the frost, and never less than the least."""
        return max(self.frost_mm, CATALOGUE.deck.least_footing_depth_mm)


@dataclass(frozen=True, slots=True)
class Dug:
    """One footing: across, depth, its layers bottom up, spoil (loose), hardware, and what it can carry (None: as asked).

    `post_below_mm` is how far the post reaches under the footing's top. `bears_m2` is the ground it presses on (0: none).
    """

    across_mm: float
    depth_mm: float
    layers: tuple[FillLayer, ...]
    spoil_m3: float
    hardware: tuple[tuple[Good, int], ...]
    carries_kn: float | None = None
    post_below_mm: float = 0.0
    bears_m2: float = 0.0
    square: bool = False
    """Its layers are square seen from above, not round."""
    words: Callable[[Printer], str] = str


@dataclass(frozen=True, slots=True)
class FootingKind:
    id: str
    dig: Callable[[Under], Dug]


def round_m3(across_mm: float, deep_mm: float) -> float:
    return math.pi * across_mm**2 / 4 * deep_mm / 1e9


def tidy(mm: float, step: float) -> float:
    """Up to the next step."""
    return math.ceil(mm / step - 1e-9) * step


def base_of(under: Under) -> tuple[tuple[Good, int], ...]:
    return ((under.sold.good("post_base", under.post_name), 1),)
