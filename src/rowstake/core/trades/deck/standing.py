"""Posts of a beam that stand already: the others are divided anew between them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise

from rowstake.core.faults import refuse
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.document import FixedPost
from rowstake.core.trades.deck.footings import Dug


def fixed_on(brief: DeckBrief, beam: str) -> dict[int, FixedPost]:
    """Those of one beam by their number along it, from 0."""
    return {fixed.post - 1: fixed for fixed in brief.deck.posts.fixed if fixed.beam == beam}


def where_they_stand(brief: DeckBrief, beam: str, posts: Sequence[float], low: float, high: float) -> tuple[float, ...]:
    """Posts along a beam: those that stand where they stand, its ends where they are drawn, and between two of which one has moved the others at equal
    bays, s = a + (b − a) · k / n. Raises `JobFault` where one stands off its beam or past another, or is none of its posts."""
    own = fixed_on(brief, beam)
    if not own:
        return tuple(posts)
    _there(beam, own, len(posts))
    moved = {n: posts[n] + fixed.off_mm for n, fixed in own.items()}
    anchors = sorted({0, len(posts) - 1, *moved})
    out = list(posts)
    for a, b in pairwise(anchors):
        at = [moved.get(n, posts[n]) for n in (a, b)]
        if at != [posts[a], posts[b]]:
            out[a : b + 1] = [at[0] + (at[1] - at[0]) * k / (b - a) for k in range(b - a + 1)]
    least = brief.post.width_mm
    if out[0] < low or out[-1] > high or min((b - a for a, b in pairwise(out)), default=least) < least:
        p = brief.printer
        raise refuse(
            "deck.posts.fixed", ", ".join(f"{n + 1}: {p.length(abs(f.off_mm))} off" for n, f in own.items()), f"posts on the beam, {p.length(least)} apart at least",
            f"The posts of {beam} do not stand in a row under it so",
        )  # fmt: skip
    return tuple(out)


def _there(beam: str, own: dict[int, FixedPost], count: int) -> None:
    if wrong := [n + 1 for n in own if n >= count]:
        raise refuse("deck.posts.fixed", f"post {wrong[0]} of {beam}", f"1 to {count}", f"{beam} has no such post")


def dug_to(dug: Dug, depth_mm: float | None) -> Dug:
    """A footing as deep as it was dug: its lowest layer thicker or thinner, V' = V · h' / h. Raises `JobFault` where nothing would be left of it."""
    if depth_mm is None or not dug.layers:
        return dug
    lowest = min(dug.layers, key=lambda layer: layer.bottom_mm)
    thick, now = lowest.top_mm - lowest.bottom_mm, lowest.top_mm + depth_mm
    if now < LEAST_LAYER_MM:
        raise refuse(
            "deck.posts.fixed",
            f"{depth_mm:g} mm deep",
            f"at least {LEAST_LAYER_MM - lowest.top_mm:g} mm",
            "So little depth leaves no room for what the post stands on",
        )
    share = now / thick
    layers = tuple(
        replace(layer, bottom_mm=-depth_mm, volume_m3=layer.volume_m3 * share) if layer is lowest else layer
        for layer in dug.layers
    )
    return replace(dug, depth_mm=depth_mm, layers=layers, spoil_m3=dug.spoil_m3 * depth_mm / dug.depth_mm)


LEAST_LAYER_MM = 50.0
