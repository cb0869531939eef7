"""What can be chosen in a job's region, and every length of the document in the job's units."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.fence.document import FenceJob
from rowstake.core.views.base import Choice

FITS = {
    "exact": ("as set, last piece ripped", "The gap or lap is kept; what is left over is the last piece."),
    "balanced": ("a rip at both ends", "Both end boards are ripped alike, at least half a board each."),
    "whole": (
        "joints opened to end whole",
        "The joints are opened a little, within the limit, so that no board is ripped.",
    ),
    "even": ("one even gap or lap", "The gap or lap is shared out so that the last board is whole."),
}


def choices(job: FenceJob) -> dict[str, list[Choice]]:
    """Every list of choices by the path it sets."""
    c, region = CATALOGUE, job.region

    def sections(use: str) -> list[Choice]:
        return [Choice(s.id, s.name) for s in c.sections_for(region, use)]

    rails = sections("rail")
    return {
        "site.soil": [Choice(s.id, s.name) for s in c.soils.values()],
        "site.exposure": [
            Choice("B", "sheltered or built-up"), Choice("C", "open country"), Choice("D", "on the shore"),
        ],
        "site.climate": [Choice(k.id, k.name) for k in c.climates.values()],
        "fence.skin.stock": [
            Choice("wet", "wet from treatment", "Butt boards tight: they shrink, and gaps open as they dry."),
            Choice("yard", "dried in the yard", "About 19 %: leave the gap the year asks for. A screw that comes out damp means wet stock."),
            Choice("indoors", "kept indoors", "About 12 %: these swell outdoors; never butt them."),
            Choice("meter", "read by a meter", "Your own reading counts."),
        ],
        "fence.bays.way": [
            Choice("equal", "equal bays", "The whole run divided equally: no odd bay."),
            Choice("module", "a fixed module", "When panels, sheets or a spacer stick set the bay: the rest falls in one bay."),
        ],
        "fence.slope.way": [
            Choice("stepped", "stepped", "Each bay level, a step at the post; a gap opens under each bay."),
            Choice("raked", "raked", "The fence runs with the ground from post to post; boards upright. Not for sheets or channels."),
            Choice("level", "with level tops", "All tops in one level line from a datum; boards grow longer as the ground falls."),
            Choice("contour", "contour", "Level where the ground is nearly flat, raked where it is not; the string is set again at each change."),
        ],
        "fence.slope.datum": [
            Choice("corner", "a corner", "The fence's height above the ground at that corner sets the tops."),
            Choice("wall", "the highest wall", "The fence's height above the highest wall top sets the tops."),
            Choice("limit", "the height limit", "As high as the limit allows at the lowest ground."),
        ],
        "fence.bays.told": [Choice("centres", "centre to centre"), Choice("clear", "clear between faces")],
        "fence.bays.remainder": [Choice("end", "at the far end"), Choice("start", "at the start")],
        "fence.posts.size": sections("post"),
        "fence.posts.gate_size": sections("post"),
        "fence.posts.species": [Choice(s.id, s.name) for s in c.species.values()],
        "fence.posts.method": [Choice(m.id, m.name, m.words) for m in c.methods.values()],
        "fence.posts.at_wall": [
            Choice("on", "on its top", "A base bolted to a sound wall; the wall takes the wind."),
            Choice("back", "bolted to its back", "Bolts through a wall of your own; never a neighbour's."),
            Choice("behind", "in the soil behind it", "Holes beside the wall, longer posts: the wall takes nothing."),
            Choice("front", "in the soil before it", "Holes beside the wall, on the boards' side."),
        ],
        "fence.posts.doubled": [
            Choice("none", "one by one"),
            Choice("gates", "doubled at gates", "A second post screwed to each gate post, in the same hole, widened for it."),
            Choice("all", "all doubled", "A second post screwed to each, in the same hole, widened for it: each takes half the wind, the earth all of it."),
        ],
        "fence.posts.school": [
            Choice("third", "a third in the ground", "Half of what stands above ground goes below it: a third of the post."),
            Choice("fixed", "a fixed depth", "One depth for all heights, as local habit has it."),
        ],
        "fence.posts.bag": [Choice(b, c.materials.bags[b].name) for b in c.regions[region].bags],
        "fence.rails.size": rails,
        "fence.rails.fixing": [
            Choice("face", "on the face of the posts", "Runs past the posts; two-bay lengths with staggered joints."),
            Choice("between", "between the posts", "Cut to the clear of each bay and toe-fixed."),
            Choice("let_in", "let into the posts", "Notched in flush with the face: carries on its seat, but the notch weakens the post."),
        ],
        "fence.skin.style": [Choice(s.id, s.name, f"{s.words} Holds when: {s.holds}.") for s in c.styles.values()],
        "fence.skin.board": sections(c.styles[job.fence.skin.style].use),
        "fence.skin.fit": [Choice(f, *FITS[f]) for f in c.styles[job.fence.skin.style].fits],
        "fence.skin.fixing": [
            Choice("screws", "screws", "Replaceable, no splits at edges when drilled; the slowest. Drill within 40 mm of an edge."),
            Choice("nails", "ring-shank nails", "Fast, and they hold; a board comes off only in pieces. Not for boards that will be changed."),
            Choice("adhesive", "adhesive and pins", "No heads to be seen. Not on wet or oily timber, nor in frost."),
        ],
        "fence.skin.finish": [
            Choice("none", "left to weather"),
            Choice("early", "stained at once", "As soon as a drop of water soaks in: keeps new boards from greying."),
            Choice("dry", "stained when dry", "After weeks or months of drying: the coat lasts longer."),
        ],
        "fence.skin.side": [Choice("right", "the right"), Choice("left", "the left")],
        "fence.skin.start": [Choice("start", "the start of the leg"), Choice("end", "the far end")],
        "fence.trims.gravel_board": [*sections("board"), *rails],
        "fence.trims.cap_rail": [*rails, *sections("board")],
        "fence.gate_frame.frame": rails,
        "fence.gate_frame.joint": [
            Choice("between", "between the stiles"), Choice("half_lap", "half-lapped", "Notched half through at each corner."),
        ],
        "fence.gate_frame.bars_on": [
            Choice("equal", "equally spaced"), Choice("boards", "one on the middle of each board"),
        ],
    }  # fmt: skip


def ground_text(job: FenceJob) -> str:
    """The levels as rows of `leg, station, level`, as they would be typed."""
    p = job.printer
    return "\n".join(
        f"{g.leg + 1}, {p.length(g.at_mm)}, {p.length(g.level_mm)}" + (", wall" if g.on == "wall" else "")
        for g in job.fence.ground
    )
