"""What holds trims, caps, gravel boards and channels, the cleats they stand on, and what seals the ends that are cut."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good
from rowstake.core.parts import Part
from rowstake.core.reckoners.base import up
from rowstake.core.trades.fence.resolve import Brief


def _screws(of: str, good: Good, count: float) -> list[Part]:
    return [Part(f"{of} {good.words}", "frame screw", "skin", good, of, amount=count, unit="each")] if count else []


def _through(brief: Brief, thick_mm: float) -> Good:
    return brief.sold.screw("screw", thick_mm + CATALOGUE.materials.fixings.grip_mm)[0]


def trim_fixings(brief: Brief, parts: list[Part]) -> list[Part]:
    """Screws along every trim, cap and cap rail, at both ends of gravel boards with a cleat under each, and up channels."""
    facts, out = CATALOGUE.materials.trims, []
    by_kind: dict[str, list[Part]] = {}
    for part in parts:
        by_kind.setdefault(part.kind, []).append(part)
    for kind, words in (("trim", "trims"), ("cap rail", "cap rail"), ("cap", "caps")):
        mine = [
            p for p in by_kind.get(kind, ()) if not (kind == "trim" and brief.style.on_centres)
        ]  # battens have theirs
        if mine:
            thick = CATALOGUE.sections[mine[0].material].thickness_mm
            count = sum(up(p.length_mm / facts.screw_every_mm) + 1 for p in mine) * (2 if kind == "cap rail" else 1)
            out += _screws(words, _through(brief, thick), count)
    boards = by_kind.get("gravel board", [])
    if boards:
        thick = CATALOGUE.sections[boards[0].material].thickness_mm
        out += _screws("gravel boards", _through(brief, thick), len(boards) * 2 * facts.gravel_end_screws)
        cleat = Part("cleats", "hardware", "frame", brief.sold.good("cleat", facts.cleat_mm), "gravel boards",
                     amount=2 * len(boards), unit="each")  # fmt: skip
        out += [cleat, *_screws("cleats", _through(brief, facts.cleat_thick_mm), 4 * len(boards))]
    channels = [p for p in parts if p.kind == "hardware" and p.label.endswith(" channels")]
    if channels:
        holds = sum(p.amount * (up(brief.fence.skin.height_mm / facts.channel_every_mm) + 1) for p in channels)
        out += _screws("channels", brief.sold.screw("self_drilling_screw", facts.channel_screw_mm)[0], holds)
    return out
