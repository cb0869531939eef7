"""What holds trims, caps, gravel boards and channels, the cleats they stand on, and what seals the ends that are cut."""

from __future__ import annotations

import math
from dataclasses import replace

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import Good
from rowstake.core.parts import Joint, Part
from rowstake.core.reckoners.base import up
from rowstake.core.trades.fence.on_leg import Depth
from rowstake.core.trades.fence.planes import trim_planes_mm
from rowstake.core.trades.fence.resolve import Brief


def _screws(of: str, good: Good, count: float, joint: Joint | None = None) -> list[Part]:
    return (
        [Part(f"{of} {good.words}", "frame screw", "skin", good, of, amount=count, unit="each", joint=joint)]
        if count
        else []
    )


def _through(brief: Brief, thick_mm: float, most_mm: float | None = None) -> tuple[Good, float]:
    return brief.sold.screw("screw", thick_mm + CATALOGUE.materials.fixings.grip_mm, most_mm)


def cleat_screw(brief: Brief) -> Good:
    """Through a cleat into its post."""
    return _through(brief, CATALOGUE.materials.trims.cleat_thick_mm)[0]


def _level(piece: Part) -> float:
    """The cosine of the slope of a piece that lies along the line: a screw driven plumb goes through so much more of it."""
    if piece.solid is None or piece.length_mm <= 0:
        return 1.0
    low, high = piece.solid.box
    return min(1.0, math.hypot(high[0] - low[0], high[1] - low[1]) / piece.length_mm)


def _along(brief: Brief, words: str, pieces: list[Part], joint: Joint, most_mm: float | None = None) -> list[Part]:
    """Screws all along pieces of one section, through them and through what is under them into what holds."""
    if not pieces:
        return []
    thick = CATALOGUE.sections[pieces[0].material].thickness_mm / min(map(_level, pieces))
    screw, _ = _through(brief, thick + (thick if joint.over_mm else 0.0), most_mm)
    every, rows = CATALOGUE.materials.trims.screw_every_mm, 2 if pieces[0].kind == "cap rail" else 1
    count = rows * sum(up(p.length_mm / every) + 1 for p in pieces)
    return _screws(words, screw, count, replace(joint, longer_mm=brief.sold.longer(screw)))


def _depth(part: Part) -> Depth | None:
    return (part.solid.near_mm, part.solid.far_mm) if part.solid else None


def trim_fixings(brief: Brief, parts: list[Part]) -> list[Part]:
    """Screws along every trim, cap and cap rail, at both ends of gravel boards into the cleats behind them, through those
    into the posts, and up channels.

    The trims before the boards of a framed panel are screwed through the boards into the rails, those behind into the rails."""
    facts, grip = CATALOGUE.materials.trims, CATALOGUE.materials.fixings.grip_mm
    by_kind: dict[str, list[Part]] = {}
    for part in parts:
        by_kind.setdefault(part.kind, []).append(part)
    trims = [] if brief.style.on_centres else by_kind.get("trim", [])  # battens have their own
    framed = trim_planes_mm(brief) if brief.style.framed else {}
    before, behind = ([p for p in trims if _depth(p) == framed.get(face)] for face in ("front", "back"))
    covers = [p for p in trims if p not in before and p not in behind]
    thick, rail = brief.board.thickness_mm, brief.rail.thickness_mm
    ends = Joint(("trim",), ("rail", "board"), grip, end_grain=True)
    down = Joint((), ("board", "rail"), grip, end_grain=True)
    out = [
        *_along(brief, "trims", before, Joint(("board",), ("rail",), grip, over_mm=thick), 2 * thick + rail),
        *_along(brief, "trims behind", behind, Joint(("trim",), ("rail",), grip), thick + rail),
        *_along(brief, "end covers", covers, ends),
        *[x for kind, words in (("cap rail", "cap rail"), ("cap", "caps"))
          for x in _along(brief, words, by_kind.get(kind, []), replace(down, through=(kind,)))],
    ]  # fmt: skip
    boards = by_kind.get("gravel board", [])
    if boards:
        thick = CATALOGUE.sections[boards[0].material].thickness_mm
        out += _screws("gravel boards", _through(brief, thick)[0], len(boards) * 2 * facts.gravel_end_screws)
        cleats = len(by_kind.get("cleat", []))
        out += _screws("cleats", cleat_screw(brief), facts.cleat_screws * cleats)
    channels = [p for p in parts if p.kind == "hardware" and p.label.endswith(" channels")]
    if channels:
        holds = sum(p.amount * (up(brief.fence.skin.height_mm / facts.channel_every_mm) + 1) for p in channels)
        out += _screws("channels", brief.sold.screw("self_drilling_screw", facts.channel_screw_mm)[0], holds)
    return out
