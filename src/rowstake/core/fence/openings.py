"""Gates of the fence: each opening given the fence's own boards and sizes."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.fence.layout import Layout
from rowstake.core.fence.levels import Levels
from rowstake.core.fence.resolve import Brief
from rowstake.core.fence.skin import board_screw, stretch_for, style_of
from rowstake.core.gates import Built, LeafBrief, build
from rowstake.core.parts import Notebook


def gates(brief: Brief, layout: Layout, levels: Levels) -> list[Built]:
    """Every gate, in the order of the line."""
    fence, style = brief.fence, style_of(brief)

    def boards(width_mm: float) -> tuple[tuple[float, float], ...]:
        return style.lay(replace(stretch_for(brief, width_mm), edges="board")).boards

    return [
        build(
            LeafBrief(
                gate=opening.gate,
                leg=opening.leg,
                left_mm=opening.left_mm,
                opening_mm=opening.right_mm - opening.left_mm,
                height_mm=levels.feet[f"gate {opening.gate.id}"].height_mm,
                bottom_mm=levels.feet[f"gate {opening.gate.id}"].left_mm,
                hinge_gap_mm=fence.gate_frame.hinge_gap_mm,
                latch_gap_mm=fence.gate_frame.latch_gap_mm,
                frame=brief.frame,
                board=brief.board,
                species=brief.species,
                board_screw=board_screw(brief)[0],
                per_crossing=brief.style.per_crossing,
                boards=boards,
                along=brief.along,
                ground=levels.profiles[opening.leg].at,
            )
        )
        for opening in layout.openings
    ]


def explain(brief: Brief, built: list[Built], book: Notebook) -> None:
    """A working for each leaf."""
    p, frame = brief.printer, brief.fence.gate_frame
    for gate in built:
        opening = p.length(gate.gate.opening_mm)
        gaps = f"{p.fine(frame.hinge_gap_mm)} hinge, {p.fine(frame.latch_gap_mm)} latch"
        book.note(
            f"leaf_{gate.gate.id}", f"Leaf of gate {gate.gate.id}", p.length(gate.leaf.leaf_width_mm),
            rule="Single: the opening less the hinge gap and the latch gap. Double: less two hinge gaps and the centre "
            "gap, halved. The brace runs from the bottom hinge corner up to the top latch corner. Equal diagonals show it square.",
            formula=f"opening {opening}, {gaps}, {gate.gate.leaves} leaf → {p.length(gate.leaf.leaf_width_mm)} wide; diagonal "
            f"√(width² + {p.length(gate.leaf_height_mm)}²) = {p.length(gate.leaf.diagonal_mm)}; brace {p.length(gate.brace_mm)} "
            f"at {gate.brace_deg:.1f}°; soaked weight {p.weight(gate.weight_kg)}",
            source="maker-neutral trade practice",
            changes="Opening, leaves, gaps, height, frame section.",
        )  # fmt: skip
