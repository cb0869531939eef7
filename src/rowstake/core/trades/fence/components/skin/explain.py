"""Workings of boards and sheets: how many, what is left over, their joints and stacks over the year, the jig."""

from __future__ import annotations

import math

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Notebook
from rowstake.core.trades.fence.components.base import TRADE
from rowstake.core.trades.fence.laying import FenceLaying
from rowstake.core.trades.fence.resolve import Brief
from rowstake.core.trades.fence.skin import Course, style_of
from rowstake.core.year import Year


def explain(laying: FenceLaying, book: Notebook) -> None:
    brief, courses = laying.brief, laying.courses
    _boards(laying, book)
    _year(brief, laying.year, book)
    _stack(brief, courses, laying.year, book)
    _jig(brief, courses, book)


def _boards(laying: FenceLaying, book: Notebook) -> None:
    brief, laid = laying.brief, laying.courses
    p, width = brief.printer, brief.board.width_mm
    pieces = sum(part.kind == "board" for part in laying.parts)
    on_gates = sum(part.kind == "gate board" for gate in laying.gates for part in gate.parts)
    boards, lying = pieces + on_gates, brief.along
    rows = [
        f"{c.label}: {p.run(c.stretch.length_mm)} takes {len(c.laid.boards)} {'courses' if lying else 'boards'} of {p.length(width)}, "
        + (f"lap {p.fine(c.laid.lap_mm)}" if brief.style.joint == "lap" else f"gap {p.fine(c.laid.gap_mm)}")
        + f", narrowest end piece {p.fine(c.last_mm)}"
        for c in laid[:5]
    ]
    book.note(
        "boards", "Boards", str(boards),
        rule=brief.style.rule + " On face-fixed rails the boards run past the posts; on rails between posts they "
        "are fitted bay by bay. At a corner the leg before runs through and the leg after butts against it.",
        formula="; ".join(rows) + (f"; and {len(laid) - 5} more" if len(laid) > 5 else "")
        + (f"; in lengths from post to post {pieces} pieces" if lying else "")
        + (f"; on both faces {pieces}" if brief.faces > 1 else "")
        + (f"; and {on_gates} on gates" if on_gates else ""),
        source=brief.style.source,
        changes="Style, board, fit, gap or lap, leg lengths, gates.",
    )  # fmt: skip
    narrow = min(laid, key=lambda c: c.last_mm, default=None)
    if narrow:
        book.note(
            "last", "Narrowest end piece", p.fine(narrow.last_mm),
            rule="The last board of a stretch is what is left over. Under half a board it looks mean and splits at its fixings.",
            formula=f"{narrow.label}: {p.run(narrow.stretch.length_mm)} − {len(narrow.laid.boards) - 1} boards and their "
            f"joints leaves {p.fine(narrow.last_mm)} of {p.length(width)}",
            source=brief.style.source,
            changes="Fit, gap or lap, the length of the stretch.",
        )  # fmt: skip


def _year(brief: Brief, turn: Year, book: Notebook) -> None:
    p, word = brief.printer, "lap" if turn.lap else "gap"
    book.note(
        "seasons", f"The {word} over the year", f"{p.fine(turn.least.joint_mm)} to {p.fine(turn.most.joint_mm)}",
        rule="Timber settles at the moisture of the air: each month's from its temperature and humidity. A board changes by "
        "width × coefficient × change of moisture, flat sawn, about its fixings in the middle; the joint changes by the same.",
        formula=f"fixed at {turn.fixed_pct:.0f} % with {p.fine(turn.fixed_joint_mm)}; {turn.least.name} {turn.least.moisture_pct:.1f} % → "
        f"{p.fine(turn.least.joint_mm)}, {turn.most.name} {turn.most.moisture_pct:.1f} % → {p.fine(turn.most.joint_mm)} "
        f"(boards of {p.length(brief.board.width_mm)}, {brief.species.moves_as.replace('_', ' ')})",
        source="published equilibrium equation and shrinkage coefficients; climate made up for planning",
        changes="How damp the boards are when fixed, their width and timber, the gap or lap, the climate.",
    )  # fmt: skip


def _stack(brief: Brief, laid: list[Course], turn: Year, book: Notebook) -> None:
    """How high a stack in channels stands as it is laid and when it has dried; nothing for other styles."""
    if not brief.style.channels or not laid:
        return
    p, facts, boards = brief.printer, CATALOGUE.materials.stack, laid[0].laid.boards
    high = sum(w for _, w in boards)
    shares = {m.name: m.board_mm / brief.board.width_mm for m in turn.months}
    dry, wet = min(shares, key=shares.__getitem__), max(shares, key=shares.__getitem__)
    book.note(
        "stack", "Stack, as laid and dry", f"{p.length(high)} → {p.length(high * shares[dry])}",
        rule=f"Every board moves with its moisture, the stack by all of them together. Lay {facts.lay_at_once} courses in every bay "
        f"along the line, then {facts.lay_at_once} more, so that channels stay plumb. Cut and fix the caps, and drive the last screws, "
        f"after the dry-out of {facts.dry_out_days} days.",
        formula=f"{len(boards)} boards = {p.length(high)} at {turn.fixed_pct:.0f} %; {dry} {p.length(high * shares[dry])}, "
        f"{wet} {p.length(high * shares[wet])}",
        source="published shrinkage coefficients; climate made up for planning",
        changes="How damp the boards are when laid, their width, the height.",
    )  # fmt: skip


def see_through_deg(brief: Brief, lap_mm: float) -> float:
    """How far off square one has to stand to look past a lap through the depth of the rail between the faces."""
    return math.degrees(math.atan2(lap_mm, brief.rail.thickness_mm))


def _jig(brief: Brief, laid: list[Course], book: Notebook) -> None:
    """The spacer or jig of the first stretch, and from where one sees through boards on both faces."""
    p = brief.printer
    first = next((c for c in laid if c.laid.boards), None)
    tool = style_of(brief).jig(brief.board.width_mm, first.laid) if first else None
    if tool and first:
        others = {round(c.laid.gap_mm - c.laid.lap_mm, 1) for c in laid}
        book.note(
            "jig", tool[0][0].upper() + tool[0][1:], p.fine(tool[1]),
            rule="Cut one from scrap and use it for every board of the stretch; check with the tape every five boards, from the datum.",
            formula=f"{first.label}: {p.fine(tool[1])}" + (f"; {len(others)} stretches differ: see each" if len(others) > 1 else ""),
            source=TRADE,
            changes="The gap or lap, the fit, the board.",
        )  # fmt: skip
    if brief.style.faces == 2 and first:
        angle = see_through_deg(brief, first.laid.lap_mm)
        book.note(
            "see_through", "Seen through from", f"{angle:.0f}° off square",
            rule="Between a board on one face and the next on the other lies the rail. Standing square on, the lap closes the view; "
            "past this angle one looks through the slot.",
            formula=f"atan(lap {p.fine(first.laid.lap_mm)} ÷ rail {p.length(brief.rail.thickness_mm)}) = {angle:.0f}°",
            source=TRADE,
            changes="A larger lap, or thinner rails.",
        )  # fmt: skip
