"""What is told about each thing that can be picked: a post, a bay, a leg, a gate, a piece."""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Callable, Sequence
from functools import partial

from rowstake.core.asked import WhenAsked
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Part
from rowstake.core.trades.fence.document import Obstacle
from rowstake.core.trades.fence.gates import Built
from rowstake.core.trades.fence.holes import GIVES, BayGust
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.layout import Bay, Post
from rowstake.core.trades.fence.levels import step_mm
from rowstake.core.trades.fence.line import LegLine
from rowstake.core.trades.fence.on_leg import on_leg
from rowstake.core.trades.fence.skin import Course, style_of
from rowstake.core.views.base import Line, Thing

KIND = {"end": "end post", "corner": "corner post", "line": "line post", "gate": "gate post"}


def _post(plan: FencePlan, post: Post) -> Thing:
    p, kind, brief = plan.brief.printer, plan.laid.digger.of(post), plan.brief
    cut = plan.laid.digger.cut(post)
    key, hole = kind.key, kind.hole
    lines = [Line(f"mark on leg {leg + 1}", p.length(at), "spacing") for leg, at in post.stations]
    if kind.each > 1:
        lines.append(Line("doubled", f"{post.label} and {post.label}b, in one widened hole"))
    if kind.dug:
        lines += [
            Line("hole", f"{p.length(kind.diameter_mm)} across, {p.length(hole.hole_depth_mm)} deep", f"{key}hole"),
            Line("in the ground", p.length(hole.embedment_mm), f"{key}hole"),
        ]
    else:
        lines.append(Line("stands by", kind.method.name, f"{key}hole"))
        lines += [Line(item.words, str(count), f"{key}hole") for item, count in kind.hardware]
    lines += [
        *(Line(layer.what, p.volume(layer.volume_m3), "bags") for layer in kind.layers),
        Line("above ground", p.length(cut.above_mm), f"{key}post"),
        Line("post", f"{kind.post.name}, {p.length(cut.length_mm)}", f"{key}post"),
    ]
    if cut.stock_mm is not None and cut.trim_mm is not None:
        lines.append(Line("buy", f"{p.length(cut.stock_mm)}, trim {p.length(cut.trim_mm)} off the top", f"{key}post"))
    if not plan.laid.levels.flat:
        lines.append(Line("ground level", p.length(plan.laid.levels.ground[post.label]), "slope"))
        lines.append(Line("top of post, level", p.length(plan.laid.levels.top_mm(post)), "slope"))
    if kind.dug:
        lines += [
            Line("depth-stick mark", f"{p.length(kind.depth_stick_mm)} up from the foot", f"{key}hole"),
            Line("spoil", f"{p.volume(kind.spoil_m3)} loose"),
        ]
    if brief.let_in:
        size = f"{p.length(brief.rail.width_mm)} high, {p.length(brief.rail.thickness_mm)} deep"
        lines.append(Line("notches for rails", f"{brief.rows}, each {size}"))
    lines.append(Line("rails after", f"{kind.method.gates_after_h if post.gate else kind.method.rails_after_h:g} h"))
    name = "gate post" if post.gate else KIND[post.kind]
    return Thing(
        f"{post.label}, {name}",
        "holes",
        tuple(lines),
        f"section_{kind.setting.name}",
        post.stations[0][0],
    )


def _over_ground(plan: FencePlan, bay: Bay, after: Bay | None) -> list[Line]:
    """What the ground does to a bay, and its step to the one after it; nothing on level ground."""
    if plan.laid.levels.flat:
        return []
    p, foot = plan.brief.printer, plan.laid.levels.feet[bay.label]
    lines = [
        Line("falls to the right" if foot.fall_mm >= 0 else "rises to the right", p.length(abs(foot.fall_mm)), "slope")
    ]
    if abs(foot.slope) > 1e-4:
        rail = math.hypot(bay.centres_mm, foot.fall_mm)
        lines.append(Line("rail, centre to centre", f"{p.length(rail)} at {foot.angle_deg:.1f}°", "slope"))
    step = step_mm(foot, plan.laid.levels.feet[after.label]) if after else 0.0
    if abs(step) > 0.5:
        way = "down" if step > 0 else "up"
        lines.append(Line("steps", f"{p.length(abs(step))} {way} at {bay.right.label}", "slope"))
    lines.append(Line("gap under", f"{p.length(foot.gap_least_mm)} to {p.length(foot.gap_most_mm)}", "slope"))
    return lines


def things(plan: FencePlan) -> WhenAsked[Thing]:
    """Everything that can be picked, by the label drawings and lists use."""
    layout, laid = plan.laid.layout, plan.laid
    gusts = {where: g for g in laid.gusts for where in g.where}
    after = {bay.left.label: bay for bay in layout.bays}
    courses: dict[str, list[Course]] = defaultdict(list)
    for course in laid.courses:
        courses[course.label].append(course)
    ways: dict[str, Callable[[], Thing]] = {post.label: partial(_post, plan, post) for post in layout.posts}
    for bay in layout.bays:
        follows = after.get(bay.right.label)
        ways[bay.label] = partial(_bay, plan, bay, follows, gusts[bay.label], courses.pop(bay.label, ()))
    ways |= {f"leg {leg.index + 1}": partial(_leg, plan, leg) for leg in layout.legs}
    ways |= {label: partial(_boards, plan, some) for label, some in courses.items()}
    for built in laid.gates:
        ways[f"gate {built.gate.id}"] = partial(_gate, plan, built, gusts[f"gate {built.gate.id}"])
    ways |= {o.id: partial(_obstacle, plan, o) for o in plan.brief.fence.obstacles}
    for part in plan.parts:
        if part.unit == "piece" and part.solid is not None:
            ways.setdefault(part.label, partial(_piece, plan, part))
    return WhenAsked(ways)


def _bay(plan: FencePlan, bay: Bay, follows: Bay | None, gust: BayGust, courses: Sequence[Course]) -> Thing:
    p, holds = plan.brief.printer, gust.holds
    lines = [
        *_over_ground(plan, bay, follows),
        Line("centre to centre", p.length(bay.centres_mm), "spacing"),
        Line("clear between faces", p.length(bay.clear_mm), "spacing"),
        Line("left edge to left edge", p.length(bay.edges_mm), "spacing"),
        Line("stands a gust of", f"{p.speed(holds.holds_to_mps)}; {GIVES[holds.gives]} gives first", "gust"),
    ]
    title = f"{bay.label.capitalize()}, {bay.left.label} to {bay.right.label}"
    told = [line for course in courses for line in _course(plan, course)[1:]]
    return Thing(title, "line", (*lines, *told), leg=bay.leg)


def _leg(plan: FencePlan, leg: LegLine) -> Thing:
    lines = (
        Line("length", plan.brief.printer.length(leg.length_mm), "length"),
        Line("posts", str(len(plan.laid.layout.leg_posts(leg.index))), "posts"),
    )
    return Thing(f"Leg {leg.index + 1}", "line", lines, leg=leg.index)


def _boards(plan: FencePlan, courses: Sequence[Course]) -> Thing:
    first, *more = courses
    lines = [*_course(plan, first), *(line for course in more for line in _course(plan, course)[1:])]
    return Thing(f"Boards of {first.label}", "skin", tuple(lines), leg=first.leg)


def _course(plan: FencePlan, course: Course) -> list[Line]:
    """What is told of a stretch of boards, its length first."""
    p, laid = plan.brief.printer, course.laid
    joint = ("lap", laid.lap_mm) if plan.brief.style.joint == "lap" else ("gap", laid.gap_mm)
    lines = [
        Line("boards from end to end", p.length(course.stretch.length_mm), "boards"),
        Line("boards", str(len(laid.boards)), "boards"),
        Line(joint[0], p.fine(joint[1]), "boards"),
        Line("narrowest end piece", p.fine(course.last_mm), "last"),
    ]
    if tool := style_of(plan.brief).jig(plan.brief.board.width_mm, laid):
        lines.append(Line(tool[0], p.fine(tool[1]), "jig"))
    if plan.brief.style.channels:
        lines.append(Line("stack", plan.workings["stack"].value, "stack"))
    if "see_through" in plan.workings:
        lines.append(Line("seen through from", plan.workings["see_through"].value, "see_through"))
    return lines


def _obstacle(plan: FencePlan, o: Obstacle) -> Thing:
    p = plan.brief.printer
    return Thing(
        o.what.capitalize(), "line", (Line("from", p.length(o.at_mm)), Line("width", p.length(o.width_mm))), leg=o.leg
    )


def _gate(plan: FencePlan, built: Built, gust: BayGust) -> Thing:
    p, gate, panel, frame = plan.brief.printer, built.gate, built.panel, plan.brief.fence.gate_frame
    key = f"leaf_{gate.id}"
    opening = next(o for o in plan.laid.layout.openings if o.gate.id == gate.id)
    lines = [
        Line("clear opening", p.length(opening.right_mm - opening.left_mm), key),
        Line(
            "leaf",
            f"{gate.leaves} × {p.length(built.leaf.leaf_width_mm)} wide, {p.length(built.leaf_height_mm)} high",
            key,
        ),
        Line("diagonal", p.length(built.leaf.diagonal_mm), key),
        Line("brace", f"{p.length(built.brace_mm)} point to point, {built.brace_deg:.1f}° to the rail", key),
    ]
    if frame.joint == "half_lap":
        size = f"{p.length(plan.brief.frame.width_mm)} long, {p.fine(plan.brief.frame.thickness_mm / 2)} deep"
        lines.append(Line("half-lap notches", size, key))
    if panel.bars:
        lines.append(Line("bars", f"{len(panel.bars)} a leaf, {p.fine(panel.bar_gap_mm)} between", key))
        lines.append(Line("bars cut", p.length(panel.bar_cut_mm), key))
    lines += [
        Line("weight, soaked", f"{p.weight(built.weight_kg)} a leaf", key),
        Line("hinges", f"{built.hinges_per_leaf} × {built.hinge.words} a leaf", key),
        Line("pull on the post", plan.workings[f"pull_{gate.id}"].value, f"pull_{gate.id}"),
        Line(
            "posts", f"{opening.left.label} and {opening.right.label}", f"{plan.laid.digger.of(opening.left).key}hole"
        ),
        Line("posts stand a gust of", p.speed(gust.holds.holds_to_mps), "gust"),
    ]
    for s in built.swings:
        where = f"opens {s.swing}, hung at the {'near' if s.hinge == 'start' else 'far'} post"
        if s.swept.opens:
            lines.append(Line(where, f"{p.length(s.swept.clearance_mm)} clear at {s.swept.worst_angle_deg:.0f}°"))
        else:
            lines.append(
                Line(where, f"grounds at {s.swept.stops_at_deg:.0f}°, needs {p.length(s.swept.gap_needed_mm)}")
            )
    if opening.hung_on_end:
        lines.append(Line("hung on", "the end post: there is no room for its own"))
    return Thing(f"Gate {gate.id}", "gates", tuple(lines), key, opening.leg)


def _piece(plan: FencePlan, part: Part) -> Thing:
    p = plan.brief.printer
    section, at = CATALOGUE.sections[part.material], on_leg(part, plan.laid.layout.poses)
    ripped = plan.lists.buyer.ripped(part.material, part.width_mm)
    lines = [
        Line("cut", p.length(part.length_mm)),
        Line("section", f"{section.name}{f', ripped to {p.fine(part.width_mm)}' if ripped else ''}"),
        Line("left edge at", f"{p.length(at.left_mm)} on leg {at.leg + 1}"),
        Line("belongs to", part.of),
    ]
    if part.ends not in ("square", "ripped"):
        lines.append(Line("ends", part.ends))
    return Thing(f"{part.sort.name.capitalize()} {part.label}", part.step, tuple(lines), leg=at.leg)
