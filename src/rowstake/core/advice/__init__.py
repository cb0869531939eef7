"""Advice: what is wrong with a plan, why, and ways out. One file a rule, one catalogue entry each."""

from __future__ import annotations

import importlib
import pkgutil
from dataclasses import replace
from functools import cache

from rowstake.core.advice import rules
from rowstake.core.advice.base import Rule
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.planned import Planned


@cache
def all_rules() -> dict[str, Rule]:
    """Every rule by its catalogue id."""
    return {
        module.name: importlib.import_module(f"{rules.__name__}.{module.name}").look
        for module in pkgutil.iter_modules(rules.__path__)
    }


def check(planned: Planned) -> tuple[Finding, ...]:
    """Findings in the order of the work; each carries its stake, weight and source from the catalogue."""
    found = []
    for name, entry in CATALOGUE.advice.items():
        for finding in all_rules()[name](planned):
            found.append(replace(finding, rule=name, stake=entry.stake, weight=entry.weight, source=entry.source))
    order = ["site", "line", "ground", "holes", "frame", "skin", "gates", "buy"]
    return tuple(sorted(found, key=lambda f: order.index(f.stake)))
