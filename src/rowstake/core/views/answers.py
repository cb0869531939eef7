"""A reckoner's outputs as named rows in a person's units."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Outputs
from rowstake.core.reckoners.forms import WORDS

UNITS = {"_nm": "N·m", "_pa": "Pa", "_n": "N", "_kn": "kN", "_pct": "%", "_m2": "m²", "_deg": "°"}
FINE = ("gap", "lap", "rip", "change", "push", "out", "pitch")


@dataclass(frozen=True, slots=True)
class AnswerRow:
    name: str
    text: str


NOT_ASKED = ("count", "throat_mm", "legs", "leg_mm", "strip_mm")
"""Outputs of what may be left empty: none of them is no answer. Of others it is: no length on sale is long enough."""


MOST_ROWS = 40


def _words(name: str, value: Any, p: Printer) -> AnswerRow:
    if value is None:
        return AnswerRow(name.removesuffix("_mm").replace("_", " "), "none")
    if isinstance(value, list):
        text = ", ".join(p.bare(v) for v in value[:40]) + (" …" if len(value) > 40 else "")
        return AnswerRow(name.removesuffix("_mm"), text)
    if name.endswith("_mm"):
        fine = any(word in name for word in FINE)
        return AnswerRow(name.removesuffix("_mm").replace("_", " "), p.fine(value) if fine else p.length(value))
    if name.endswith("_m3"):
        return AnswerRow(name.removesuffix("_m3").replace("_", " "), p.volume(value))
    if name.endswith("_mps"):
        return AnswerRow(name.removesuffix("_mps").replace("_", " "), p.speed(value))
    if isinstance(value, bool):
        return AnswerRow(name.replace("_", " "), "yes" if value else "no")
    for suffix, unit in UNITS.items():
        if name.endswith(suffix):
            return AnswerRow(name.removesuffix(suffix).replace("_", " "), f"{value:.4g} {unit}")
    words = WORDS.get(str(value), str(value))
    return AnswerRow(name.replace("_", " "), f"{value:g}" if isinstance(value, float) else words)


def _asked(name: str, value: Any) -> bool:
    return value is not None or name not in NOT_ASKED


def rows(out: Outputs, p: Printer) -> list[AnswerRow]:
    """Every output in order; what was not asked for has no row, and of several things alike each has one."""
    made: list[AnswerRow] = []
    for name, value in out.model_dump().items():
        if isinstance(value, list) and value and isinstance(value[0], dict):
            one = name.removesuffix("es" if name.endswith("xes") else "s").replace("_", " ")
            for n, item in enumerate(value[:MOST_ROWS], 1):
                told = (_words(key, inner, p) for key, inner in item.items() if _asked(key, inner))
                made.append(AnswerRow(f"{one} {n}", ", ".join(f"{row.name} {row.text}" for row in told)))
        elif _asked(name, value):
            made.append(_words(name, value, p))
    return made
