"""Workings of a fence's quantities."""

from __future__ import annotations

from collections import Counter

from rowstake.core.parts import Notebook
from rowstake.core.setting import methods
from rowstake.core.takeoff.explain import explain_lists
from rowstake.core.takeoff.lists import TakeOff
from rowstake.core.trades.fence.holes import Digger
from rowstake.core.trades.fence.layout import Layout
from rowstake.core.trades.fence.resolve import Brief


def explain_take_off(brief: Brief, lists: TakeOff, digger: Digger, layout: Layout, book: Notebook) -> None:
    p = brief.printer
    holes = Counter(digger.setting_of(post) for post in layout.posts)
    rows = []
    for setting, posts in holes.items():
        kind = digger.kinds[setting]
        if not kind.dug:
            rows.append(f"{posts} {kind.plural} on {kind.method.name}: no hole")
            continue
        count = posts
        each = sum(layer.volume_m3 for layer in kind.layers if layer.material == "concrete")
        rows.append(
            f"{count} {kind.plural}, hole {p.length(kind.diameter_mm)} across, "
            f"{p.length(kind.hole.embedment_mm)} of post in the ground: {p.volume(each)} of concrete each"
        )
    holes_words = "; ".join(rows) + ". "
    concrete = f"{methods()[brief.method.id].formula}. "
    explain_lists(brief.printer, brief.bag, lists, holes_words, book, concrete)
