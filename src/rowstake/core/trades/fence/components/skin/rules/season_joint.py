"""Joints that close up and press in the wet of the year, or laps that come apart in the dry."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.reckoners.base import up
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    p, year, facts = planned.brief.printer, planned.laid.year, CATALOGUE.materials.seasons
    if planned.brief.style.channels:
        return
    least = year.least
    if year.lap:
        if least.joint_mm < facts.least_lap_mm - 0.05:
            more = up(year.fixed_joint_mm + facts.least_lap_mm - least.joint_mm)
            yield found(
                f"The lap shrinks to {p.fine(max(0.0, least.joint_mm))} by {least.name}",
                f"Fixed at {year.fixed_pct:.0f} % the boards dry to {least.moisture_pct:.0f} %; under {p.fine(facts.least_lap_mm)} of lap a "
                "board cups clear of its neighbour.",
                (),
                [put(f"Lap them {p.fine(more)}", skin__lap_mm=more, skin__fit="even")],
            )
    elif least.joint_mm < facts.least_gap_mm - 0.3:
        gap = up((year.fixed_joint_mm - least.joint_mm) * 2) / 2
        fits = planned.brief.style.fits
        fit = "exact" if "exact" in fits else fits[0]
        fixes = [put(f"Leave a gap of {p.fine(gap)}", skin__gap_mm=gap, skin__fit=fit)] if "exact" in fits else []
        if planned.brief.fence.skin.stock != "wet":
            fixes.append(put("Fix them wet, butted tight", skin__stock="wet"))
        yield found(
            f"Boards fixed this dry will press on each other by {least.name}",
            f"Fixed at {year.fixed_pct:.0f} % they swell to {least.moisture_pct:.0f} % and want {p.fine(-least.joint_mm)} more than there is: "
            "they buckle off the rails. Butt boards when they are wet; leave a gap when they are dry.",
            (),
            fixes,
        )
