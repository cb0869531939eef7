"""A leaf whose weight pulls harder on its hinge post than post or earth hold."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding, Fix
from rowstake.core.structure.timber import bending_mpa, read_stick
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.openings import leaf_pull


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, posts = planned.brief, planned.brief.fence.posts
    for built in planned.laid.gates:
        opening = next(o for o in planned.laid.layout.openings if o.gate.id == built.gate.id)
        pull = leaf_pull(planned.laid.digger, opening, built)
        if pull.moment_nm <= pull.holds_nm or built.gate.wheel:
            continue
        strength = bending_mpa(brief.species, read_stick(brief.gate_post.id)) / 1000
        larger = [
            s
            for s in CATALOGUE.sections_for(brief.region.id, "post")
            if read_stick(s.id).weak_modulus_mm3 * strength >= pull.moment_nm
            and s.width_mm > brief.gate_post.width_mm + 1
        ]
        fixes = []
        if larger and (pull.earth_nm is None or pull.earth_nm >= pull.moment_nm):
            fixes.append(put(f"Use {larger[0].name} gate posts", posts__gate_size=larger[0].id))
        if (
            posts.doubled == "none"
            and 2 * pull.post_nm >= pull.moment_nm
            and (pull.earth_nm or pull.moment_nm) >= pull.moment_nm
        ):
            fixes.append(put("Double the gate posts", posts__doubled="gates"))
        if built.gate.leaves == 1:
            fixes.append(Fix("Hang two leaves", ({"do": "gate", "id": built.gate.id, "values": {"leaves": 2}},)))
        yield found(
            f"Gate {built.gate.id} pulls its post with {pull.moment_nm:.0f} N·m; it holds {pull.holds_nm:.0f}",
            f"A soaked leaf of {brief.printer.weight(built.weight_kg)} hangs on it day and night: the post leans, and the latch no longer meets.",
            [f"gate {built.gate.id}"],
            fixes,
        )
