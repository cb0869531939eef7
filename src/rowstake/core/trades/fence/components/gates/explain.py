"""Workings of gates."""

from __future__ import annotations

from rowstake.core.parts import Notebook
from rowstake.core.trades.fence.gates import Built
from rowstake.core.trades.fence.laying import FenceLaying
from rowstake.core.trades.fence.openings import leaf_pull
from rowstake.core.trades.fence.resolve import Brief
from rowstake.core.trades.fence.trims import covers_mm


def explain(laying: FenceLaying, book: Notebook) -> None:
    """A working for each leaf and for what it asks of its post."""
    brief, built = laying.brief, laying.gates
    p, frame = brief.printer, brief.fence.gate_frame
    for gate in built:
        opening = p.length(gate.gate.opening_mm)
        covers = f"two end covers of {p.fine(covers_mm(brief))}, " if covers_mm(brief) else ""
        gaps = f"{covers}{p.fine(frame.hinge_gap_mm)} hinge, {p.fine(frame.latch_gap_mm)} latch"
        book.note(
            f"leaf_{gate.gate.id}", f"Leaf of gate {gate.gate.id}", p.length(gate.leaf.leaf_width_mm),
            rule="Single: the opening less the hinge gap and the latch gap. Double: less two hinge gaps and the centre "
            "gap, halved. The brace runs from the bottom hinge corner up to the top latch corner. Equal diagonals show it square.",
            formula=f"opening {opening}, {gaps}, {gate.gate.leaves} leaf → {p.length(gate.leaf.leaf_width_mm)} wide; diagonal "
            f"√(width² + {p.length(gate.leaf_height_mm)}²) = {p.length(gate.leaf.diagonal_mm)}; brace {p.length(gate.brace_mm)} "
            f"at {gate.brace_deg:.1f}°{_bars(brief, gate)}; soaked weight {p.weight(gate.weight_kg)}",
            source="maker-neutral trade practice",
            changes="Opening, leaves, gaps, height, frame section.",
        )  # fmt: skip
    _pull(laying, book)


def _pull(laying: FenceLaying, book: Notebook) -> None:
    """What each leaf asks of its post."""
    p, digger, layout, built = laying.brief.printer, laying.digger, laying.layout, laying.gates
    for gate in built:
        opening = next(o for o in layout.openings if o.gate.id == gate.gate.id)
        pull = leaf_pull(digger, opening, gate)
        soil = (
            "no hole: ask the rating of what it is bolted to"
            if pull.earth_nm is None
            else f"earth {pull.earth_nm:.0f} N·m"
        )
        book.note(
            f"pull_{gate.gate.id}", f"Pull of gate {gate.gate.id} on its post", f"{pull.moment_nm:.0f} of {pull.holds_nm:.0f} N·m",
            rule="The soaked leaf pulls with its weight at half its width, day and night, so the post is taken at its lasting strength "
            "and the earth as for wind. A screening estimate.",
            formula=f"{p.weight(gate.weight_kg)} × 9.81 × ({p.length(gate.leaf.leaf_width_mm)} ÷ 2 + hinge gap) = {pull.moment_nm:.0f} N·m; "
            f"post {pull.post_nm:.0f} N·m, {soil}",
            source="published design values and pole embedment formula",
            changes="Two leaves, a wheel, a larger or deeper gate post, a lighter skin.",
        )  # fmt: skip


def _bars(brief: Brief, gate: Built) -> str:
    p, panel, frame = brief.printer, gate.panel, brief.fence.gate_frame
    if not panel.bars:
        return ""
    return (
        f"; {len(panel.bars)} bars a leaf, {p.fine(panel.bar_gap_mm)} between, cut {p.length(frame.bars_mm)} − "
        f"2 × {p.fine(frame.connector_mm)} = {p.length(panel.bar_cut_mm)}"
    )
