"""Skirting: boards upright below the rim, tied by a rail behind them; some come away together as a panel."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Joint, Notebook, Part
from rowstake.core.trades.deck.components.base import TRADE, DeckComponent
from rowstake.core.trades.deck.components.skirting.run import FACTS, Skirt, board_of, skirts
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.year import Year


def _lay(level: DeckLevel) -> list[Part]:
    return [part for skirt in skirts(level) for part in _skirt(skirt)]


def _skirt(skirt: Skirt) -> list[Part]:
    brief, place, board = skirt.level.brief, skirt.level.place, skirt.board
    of = place.label(f"skirting {skirt.number}")
    screws, tied, catches = f"{of} screws", f"{of} rail screws", f"{of} catches"
    rail = CATALOGUE.sections[brief.region.rail]
    out: list[Part] = []
    for n, (a, b), solid in skirt.hung:
        ripped = f", ripped to {brief.printer.length(b - a)}" if b - a < board.width_mm - 0.5 else ""
        loose = n in skirt.panel
        out.append(
            Part(place.label(f"Z{skirt.number}.{n}"), "skirting", "steps", timber(board.id), of, solid.far_mm - solid.near_mm, b - a,
                 f"square{ripped}{', of the panel' if loose else ''}", solid=solid, hold=Hold(catches if loose else screws))
        )  # fmt: skip
    ties = 0
    for name, along, height, of_panel in skirt.rails:
        ties += sum(along[0] < (a + b) / 2 < along[1] for _, (a, b), _ in skirt.hung)
        out.append(
            Part(place.label(f"Z{skirt.number}-{name}"), "skirting rail", "steps", timber(rail.id), of, along[1] - along[0], rail.width_mm,
                 "of the panel" if of_panel else "square", solid=skirt.solid(along, (0.0, rail.thickness_mm), height),
                 hold=Hold(catches if of_panel else tied))
        )  # fmt: skip
    fixed = sum(n not in skirt.panel for n, _, _ in skirt.hung)
    grip, through, sold = CATALOGUE.materials.fixings.grip_mm, board.thickness_mm, brief.sold
    for label, into, count, most in (
        (screws, ("rim", "end joist"), fixed, through + skirt.level.grid.thick_mm),
        (tied, ("skirting rail",), ties, through + rail.thickness_mm),
    ):
        screw, _ = sold.screw("deck_screw", through + grip, most)
        joint = Joint(("skirting",), into, grip, sold.longer(screw))
        if count:
            out.append(
                Part(label, "board screw", "steps", screw, of, amount=FACTS.screws * count, unit="each", joint=joint)
            )
    if skirt.panel:
        catch = brief.sold.good("panel_catch")
        out.append(Part(catches, "hardware", "steps", catch, of, amount=FACTS.catches, unit="each"))
    return out


def _explain(level: DeckLevel, _: Year, book: Notebook) -> None:
    every, p, brief = skirts(level), level.brief.printer, level.brief
    hung = [x for skirt in every for x in skirt.hung]
    if not hung:
        return
    lengths = [solid.far_mm - solid.near_mm for _, _, solid in hung]
    book.note(
        "skirting", "Skirting", f"{len(hung)} boards, {p.length(min(lengths))} to {p.length(max(lengths))}",
        rule=f"Upright on the rim's face from {p.length(FACTS.lap_mm)} over its lower edge, or from under the fascia, down to {p.length(brief.deck.skirting.clear_mm)} "
        "over the finished ground under each, so that they dry and air passes; the first and the last of an edge ripped alike; left out where "
        "steps, posts or beams are in the way. A rail ties them low down behind.",
        formula=f"{board_of(brief).name}, gaps of {p.fine(brief.deck.skirting.gap_mm)}; " + ", ".join(
            f"{skirt.edge.side}: {len(skirt.hung)} of {len(skirt.spans)} in {p.length(skirt.edge.length_mm)}" for skirt in every),
        source=TRADE, changes="The sides, the board, the gap, the ground.",
    )  # fmt: skip


COMPONENT = DeckComponent(order=90, lay=_lay, explain=_explain, sections={"deck.skirting.board": "board"})
