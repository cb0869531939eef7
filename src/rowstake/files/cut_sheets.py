"""Cut tickets as pages of HTML: each board drawn to scale with its pieces, their labels and ends, and what is left."""

from __future__ import annotations

from html import escape

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.plan import AnyPlan
from rowstake.core.takeoff.tickets import Ticket, TicketPiece, abreast, alike, tickets
from rowstake.core.views.lists import labels_text
from rowstake.files.base import Issue
from rowstake.files.codes import code_html
from rowstake.files.sheets import MARGIN_MM, PAPER, document_html

TALL_MM, ROOM_MM = 9.0, 5.0
CODE_MM = 14.0
INK, SOFT, FITTED, LEFT = "#26323a", "#f4efe2", "#fbe3cf", "#ffffff"


def cut_sheets_html(plan: AnyPlan, paper: str, issue: Issue) -> str:
    """A section's boards after each other, all to one scale; boards that are cut alike once, with all their labels."""
    wide = PAPER[paper][0] - 2 * MARGIN_MM
    every = tickets(plan.lists, plan.parts, plan.brief.job.cutting.keep_mm)
    longest = max((t.stock_mm for t in every), default=1.0)
    groups, saw, p = alike(every), plan.lists.buyer.saw, plan.brief.printer
    rows, section = "", ""
    for group in groups:
        if group[0].section != section:
            section = group[0].section
            rows += f"<h2>{escape(section)}</h2><p>{escape(_summed(plan, group[0].material))}</p>"
        rows += _ticket(plan, group, wide / longest, code_html(issue, "cuts", group[0].pieces[0].label, CODE_MM))
    told = (
        f"Kerf {p.fine(saw.kerf_mm)} between pieces"
        + (f", {p.fine(saw.trim_mm)} trimmed off both ends first" if saw.trim_mm else "")
        + ". Shaded pieces are cut to fit: measure where they go, write it on the line, then cut."
    )
    key = f'<section class="list"><h2>Cut tickets</h2><p>{escape(told)}</p>{rows or "<p>No timber is cut for this job.</p>"}</section>'
    return document_html(plan, paper, "Cut tickets", [key], issue)


def _summed(plan: AnyPlan, key: str) -> str:
    made, p = plan.lists.plans[key], plan.brief.printer
    boards = ", ".join(f"{n} × {p.length(mm)}" for mm, n in made.boards.items())
    proof = made.proof
    near = (
        ""
        if proof is None
        else "; no plan costs less"
        if proof.optimal
        else f"; at most {proof.gap * 100:.2f} % over the least"
    )
    return f"{boards}; {made.waste * 100:.0f} % ends as offcut and sawdust{near}"


def _ticket(plan: AnyPlan, group: list[Ticket], scale: float, code: str) -> str:
    p, first, many = plan.brief.printer, group[0], len(group)
    numbers = (
        f"offcut {first.racked} from the rack, {first.number}"
        if first.racked
        else f"board {first.number}"
        if many == 1
        else f"boards {first.number} to {group[-1].number}, {many} alike"
    )
    if many > 1 and group[-1].number - first.number != many - 1:
        numbers = f"{many} boards alike: " + ", ".join(str(t.number) for t in group[:12]) + (" …" if many > 12 else "")
    left = (
        f"left: {p.length(first.offcut_mm)}{', keep it' if first.kept else ''}"
        if first.offcut_mm >= 1
        else "nothing left"
    )
    lines = "".join(
        _line(plan, [t.pieces[n] for t in group], first.pieces[n - 1] if n else None) for n in range(len(first.pieces))
    )
    head = f"<b>☐ {escape(p.length(first.stock_mm))}</b> &nbsp; {escape(numbers)} of {first.of}; {escape(left)}"
    return f'<div class="ticket">{code}<p>{head}</p>{_drawn(plan, first, scale)}<table>{lines}</table></div>'


def _line(plan: AnyPlan, pieces: list[TicketPiece], before: TicketPiece | None) -> str:
    p, one = plan.brief.printer, pieces[0]
    rip = f"rip to {p.fine(one.width_mm)}" if one.ripped else ""
    if before and before.blank == one.blank:
        rip += ", behind the one before" if before.aside_mm == one.aside_mm else ", beside the one before"
    rip = "; ".join(x for x in (rip, "follows on from the one before" * one.follows) if x)
    fit = "cut to fit: ________" if one.fitted else ""
    labels = labels_text(tuple(q.label for q in pieces))
    return (
        f'<tr><td class="n">{escape(p.length(one.length_mm))}</td><td>{escape(one.kind)}</td><td>{escape(one.ends)}</td>'
        f"<td>{escape(rip)}</td><td>{escape(labels)}</td><td>{fit}</td></tr>"
    )


def _bands(out: list[str], ticket: Ticket, own: tuple[TicketPiece, ...], scale: float) -> tuple[TicketPiece, ...]:
    """Draws pieces that are ripped side by side, each as wide as it is; none are left to be drawn otherwise."""
    across = (TALL_MM - 0.4) / CATALOGUE.sections[ticket.material].width_mm
    for piece in own:
        x, y, w, h = (
            piece.at_mm * scale,
            0.2 + piece.aside_mm * across,
            piece.length_mm * scale,
            piece.width_mm * across,
        )
        out.append(
            f'<rect x="{x:.2f}" y="{y:.2f}" width="{w:.2f}" height="{h:.2f}" fill="{SOFT}" stroke="{INK}" stroke-width="0.3"/>'
        )
        if w > 2.1 * len(piece.label) and h > 2:
            size = min(3.0, h * 0.8)
            out.append(
                f'<text x="{x + w / 2:.2f}" y="{y + h / 2 + size * 0.35:.2f}" font-size="{size:.1f}" font-weight="700" text-anchor="middle">{escape(piece.label)}</text>'
            )
    return ()


def _drawn(plan: AnyPlan, ticket: Ticket, scale: float) -> str:
    """The board with its pieces, `scale` paper millimetres to one of the board."""
    p, wide = plan.brief.printer, ticket.stock_mm * scale
    out = [
        f'<rect x="0.2" y="0.2" width="{wide - 0.4:.2f}" height="{TALL_MM - 0.4}" fill="{LEFT}" stroke="{INK}" stroke-width="0.3" stroke-dasharray="1 0.8"/>'
    ]
    for piece in (
        q for own in abreast(ticket.pieces) for q in (own if len(own) == 1 else _bands(out, ticket, own, scale))
    ):
        x, w = piece.at_mm * scale, piece.length_mm * scale
        slant = min(w / 3, TALL_MM) if piece.slanted else 0.0
        ring = f"{x:.2f},0.2 {x + w:.2f},0.2 {x + w - slant:.2f},{TALL_MM - 0.2} {x:.2f},{TALL_MM - 0.2}"
        out.append(
            f'<polygon points="{ring}" fill="{FITTED if piece.fitted else SOFT}" stroke="{INK}" stroke-width="0.3"/>'
        )
        if w > 9:
            words = piece.label if w > 2.1 * len(piece.label) else ""
            out.append(
                f'<text x="{x + w / 2:.2f}" y="3.8" font-size="3" font-weight="700" text-anchor="middle">{escape(words)}</text>'
            )
            out.append(
                f'<text x="{x + w / 2:.2f}" y="7.6" font-size="2.8" text-anchor="middle">{escape(p.length(piece.length_mm)) if w > 16 else ""}</text>'
            )
    free = ticket.offcut_mm * scale
    if free > 22:
        out.append(
            f'<text x="{wide - free / 2:.2f}" y="5.6" font-size="2.8" text-anchor="middle">left {escape(p.length(ticket.offcut_mm))}</text>'
        )
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.2f}mm" height="{TALL_MM}mm" viewBox="0 0 {wide:.2f} {TALL_MM}" '
        f'font-family="Source Sans 3">{"".join(out)}</svg>'
    )
