"""What tight cables ask of the posts that they end at."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.structure.timber import bending_mpa, read_stick
from rowstake.core.trades.deck.components.guard.bays import GuardBay
from rowstake.core.trades.deck.components.guard.mounts import post_of

FACTS = CATALOGUE.steps


@dataclass(frozen=True, slots=True)
class Pulled:
    """Of all cables of a bay on the post where they end: the pull, kN, the stress it bends the post with, MPa, and the most."""

    pull_kn: float
    mpa: float
    most_mpa: float


def pulled(bay: GuardBay, post: Section | None = None) -> Pulled:
    """F = n·T, spread over the length L between the rails that prop the post: M = F·L / 8, σ = M / W with the lesser section modulus W."""
    stick = read_stick((post or post_of(bay.brief)).id)
    pull = bay.gaps.count * FACTS.cable_kn
    moment_nmm = pull * 1000 * bay.between_mm / 8
    return Pulled(pull, moment_nmm / stick.weak_modulus_mm3, bending_mpa(bay.brief.species, stick))
