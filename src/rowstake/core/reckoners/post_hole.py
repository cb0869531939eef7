"""How deep a post goes, how wide its hole is, and how long a post to buy."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, LengthOrZero, Outputs, Reckoner

IN = 25.4


class PostHole(Inputs):
    """`wind_depth_mm` is the wind-checked depth where it is wanted; `deeper` multiplies the whole (gate posts).

    `chosen_depth_mm` is a depth the builder insists on; it is taken as it is.
    """

    above_ground_mm: Length
    post_w_mm: Length
    school: Literal["third", "fixed"] = "third"
    fixed_depth_mm: LengthOrZero = 600
    frost_depth_mm: LengthOrZero = 0
    gravel_mm: LengthOrZero = 100
    stock_lengths_mm: Annotated[list[Length], Field(max_length=200)] = []
    wind_depth_mm: LengthOrZero = 0
    deeper: Annotated[float, Field(ge=1, le=3)] = 1
    chosen_depth_mm: Length | None = None


class Hole(Outputs):
    embedment_mm: float
    hole_depth_mm: float
    hole_diameter_mm: float
    post_length_mm: float
    stock_length_mm: float | None
    trim_mm: float | None
    governed_by: str


def augers(inches: bool) -> list[float]:
    """Augers for hire, in the series of a feet-and-inch region or a metric one."""
    return CATALOGUE.regions["north_america" if inches else "uk_ireland"].augers_mm


def _in_inches(mm: float) -> bool:
    """True for a post measured in sixteenths of an inch (88.9) rather than whole millimetres (90)."""
    sixteenths = mm / IN * 16
    return abs(sixteenths - round(sixteenths)) < 1e-6 and abs(mm - round(mm)) > 1e-6


def hole_diameter_mm(post_w_mm: float, sizes: list[float]) -> float:
    """Three post widths, to the next auger; just that, dug by hand, where no auger is wide enough."""
    wanted = CATALOGUE.materials.posts.hole_widths * post_w_mm
    return next((a for a in sorted(sizes) if a >= wanted - 1e-6), wanted)


def run(given: PostHole) -> Hole:
    """How deep a post goes: the deepest of its school (half of what stands over the ground, or a fixed depth), frost, the least depth
    and wind; the hole is that and the gravel; its diameter three post widths, to the next auger.

    Lengths in mm. Source: trade practice; frost and wind as given.
    """
    school = given.above_ground_mm / 2 if given.school == "third" else given.fixed_depth_mm
    depths = {
        given.school: school,
        "frost": given.frost_depth_mm,
        "minimum": CATALOGUE.materials.posts.least_embedment_mm,
        "wind": given.wind_depth_mm,
    }
    governed = max(depths, key=lambda key: depths[key])
    embedment = depths[governed] * given.deeper
    if given.chosen_depth_mm is not None:
        governed, embedment = "chosen", given.chosen_depth_mm
    length = given.above_ground_mm + embedment
    stock = min((s for s in given.stock_lengths_mm if s >= length - 1e-6), default=None)
    return Hole(
        embedment_mm=embedment,
        hole_depth_mm=embedment + given.gravel_mm,
        hole_diameter_mm=hole_diameter_mm(given.post_w_mm, augers(_in_inches(given.post_w_mm))),
        post_length_mm=length,
        stock_length_mm=stock,
        trim_mm=None if stock is None else stock - length,
        governed_by=governed,
    )


WORDS = {
    "third": "a third of the post in the ground",
    "fixed": "the fixed depth",
    "frost": "the frost depth",
    "minimum": "the least depth for any post",
    "wind": "the wind-checked depth",
    "chosen": "the depth you chose",
    "plate": "a base on the slab or wall",
    "wall_back": "the lap behind the wall",
}


def say(given: PostHole, out: Hole, p: Printer) -> str:
    buy = (
        f"Buy {p.length(out.stock_length_mm)} and trim {p.length(out.trim_mm)} from the top."
        if out.stock_length_mm is not None and out.trim_mm is not None
        else f"The post is {p.length(out.post_length_mm)} long."
    )
    return (
        f"Dig {p.length(out.hole_depth_mm)} deep and {p.length(out.hole_diameter_mm)} across: "
        f"{p.length(out.embedment_mm)} of post in the ground, set by {WORDS[out.governed_by]}. {buy}"
    )


RECKONER = Reckoner(
    "post-hole", "holes", "Post and hole", "The depth chosen, frost, least depth and wind: the deepest governs.",
    PostHole, Hole, run, say,
    {"above_ground_mm": 1900, "post_w_mm": 100, "school": "third", "fixed_depth_mm": 600, "frost_depth_mm": 450,
     "gravel_mm": 100, "stock_lengths_mm": [2400, 3000, 3600]},
)  # fmt: skip
