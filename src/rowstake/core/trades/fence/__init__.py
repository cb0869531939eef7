"""Fences: a line, its ground, holes, rails, skin and gates."""

from __future__ import annotations

from rowstake.core.trade import Trade
from rowstake.core.trades.fence.built import fence_built
from rowstake.core.trades.fence.comparisons import ways_over_ground, what_the_wind_asks
from rowstake.core.trades.fence.components import edits, sections
from rowstake.core.trades.fence.document import FenceJob
from rowstake.core.trades.fence.drawing import FENCE_SKETCHES, fence_scenes
from rowstake.core.trades.fence.drawing.elevation import elevation_scene
from rowstake.core.trades.fence.plan import plan_fence
from rowstake.core.trades.fence.second_look import SECOND_LOOK
from rowstake.core.trades.fence.spoils import TRAINING
from rowstake.core.trades.fence.views.build import fence_build
from rowstake.core.trades.fence.views.card import fence_card
from rowstake.core.trades.fence.views.choices import choices
from rowstake.core.trades.fence.views.chosen import fence_chosen
from rowstake.core.trades.fence.views.figures import figures
from rowstake.core.trades.fence.views.order import needs
from rowstake.core.trades.fence.views.own import FenceDesk, fence_own
from rowstake.core.trades.fence.views.panels import fence_panels
from rowstake.core.trades.fence.views.schedules import fence_schedules
from rowstake.core.trades.fence.views.site import fence_site
from rowstake.core.trades.fence.views.stakes import stakes
from rowstake.core.trades.fence.views.strips import strips
from rowstake.core.trades.fence.views.tapes import tapes
from rowstake.core.trades.fence.views.things import things

TRADE: Trade = Trade(
    id="fence",
    document=FenceJob,
    plan=lambda job: plan_fence(job, TRADE),
    stages=("site", "line", "ground", "holes", "frame", "skin", "gates", "buy"),
    figures=figures,
    stakes=stakes,
    choices=choices,
    things=things,
    tapes=tapes,
    scenes=fence_scenes,
    picture=elevation_scene,
    card=fence_card,
    needs=needs,
    strips=strips,
    schedules=fence_schedules,
    panels=fence_panels,
    sketches=FENCE_SKETCHES,
    chosen=fence_chosen,
    year=lambda plan: (plan.laid.year, plan.brief.board.width_mm),
    own=fence_own,
    own_type=FenceDesk,
    edits=edits(),
    sections=sections(),
    comparisons={"slopes": ways_over_ground, "wind": what_the_wind_asks},
    second_look=SECOND_LOOK,
    order=fence_build,
    built=fence_built,
    site=fence_site,
    metered=lambda plan: {} if plan.brief.fence.skin.stock == "meter" else {plan.brief.board.id: "fence.skin"},
    training=TRAINING,
    measured=lambda plan: {} if plan.brief.style.on_centres else {plan.brief.board.id: "fence.skin.measured_mm"},
)  # fmt: skip
