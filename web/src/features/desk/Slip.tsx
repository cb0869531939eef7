import { useState } from "react";
import { Plain, Quiet } from "../../ui/controls";
import { Chosen, Figure, Length, OptionalLength, Pick, PickOrNone, Tick, Why } from "./fields";
import { BuildSlip, CuttingSlip, DaysSlip, PriceSlip } from "./BusinessSlips";
import { DeckSlip } from "./DeckSlip";
import { GatesSlip } from "./GatesSlip";
import { LevelsSheet } from "./LevelsSheet";
import { Located } from "./Located";
import { PlaceConditions } from "./PlaceTold";
import { LineSlip } from "./LineSlip";
import { Say } from "./Say";
import { SeasonsSheet } from "./SeasonsSheet";
import { useDesk, useFence, useShownDesk, put, valueAt } from "./state";
import { WaysSheet } from "./WaysSheet";
import { WindSheet } from "./WindSheet";

function SiteSlip() {
  const [wind, setWind] = useState(false);
  return (
    <>
      <Say>
        The ground is <Pick path="site.soil" name="Soil" /> and freezes <Length path="site.frost_depth_mm" name="Frost depth" /> deep. The
        site is <Pick path="site.exposure" name="Exposure" /> and its gust is{" "}
        <Length path="site.gust_mps" name="Design gust" />.{" "}
        <Tick path="site.near_salt" words="within 1 km of salt water" /> The air is{" "}
        <PickOrNone path="site.climate" name="Climate" none="as usual in the region" />. A crew of{" "}
        <Figure path="site.crew" name="Crew" unit="" /> builds it.{" "}
        <Plain onClick={() => setWind(true)}>The wind along the line</Plain> <Located />
        <PlaceConditions />
        {wind && <WindSheet onClose={() => setWind(false)} />}
      </Say>
    </>
  );
}

function GroundSlip() {
  const { ground_text: text, falls } = useFence();
  const even = useDesk((s) => valueAt(s.document, "fence.falls_mm")) ?? 0;
  const way = useDesk((s) => valueAt(s.document, "fence.slope.way"));
  const datum = useDesk((s) => valueAt(s.document, "fence.slope.datum"));
  const along = useFence().along;
  const [levels, setLevels] = useState(false);
  const [compare, setCompare] = useState(false);
  return (
    <>
      <Say>
        The fence goes <Pick path="fence.slope.way" name="Way over the ground" /> over{" "}
        {text ? (
          <>
            {text.split("\n").length} levels, which fall <b>{falls}</b> from end to end
          </>
        ) : (
          <>
            ground that falls <Length path="fence.falls_mm" name="Fall from end to end" /> from end to end
          </>
        )}
        {way !== "level" && "."}
        {way === "level" && (
          <>
            hung from <Pick path="fence.slope.datum" name="Datum of the tops" />
            {datum === "corner" && <CornerPick />}.
          </>
        )}
        {way === "stepped" && <Tick path="fence.slope.equal_steps" words="even steps" />}{" "}
        {(way === "stepped" || way === "level") && !along && <Tick path="fence.slope.fill" words="boards cut down to the ground" />}
        <Plain onClick={() => setLevels(true)}>{text ? "Change the levels" : "Enter levels"}</Plain>
        {(text || even !== 0) && <Plain onClick={() => setCompare(true)}>The ways side by side</Plain>} It may stand{" "}
        <OptionalLength path="site.height_limit_mm" name="Height limit" empty="any height" /> high at most, the far side lying{" "}
        <Length path="site.far_drop_mm" name="Far side lower" /> lower.
      </Say>
      <Why path="fence.slope.way" />
      {levels && <LevelsSheet onClose={() => setLevels(false)} />}
      {compare && <WaysSheet path="/api/plan/compare/slopes" title="Ways over the ground" words={(way) => `Take it ${way}`} onClose={() => setCompare(false)} />}
    </>
  );
}

/** The corner whose ground sets level tops: the start, or the end of a leg. */
function CornerPick() {
  const legs = useDesk((s) => valueAt(s.document, "fence.legs")) ?? [];
  const corner = useDesk((s) => valueAt(s.document, "fence.slope.corner"));
  const { edit } = useDesk.getState();
  return (
    <select
      aria-label="Corner of the datum"
      value={corner}
      onChange={(e) => void edit([put("fence.slope.corner", Number(e.target.value))], "Datum")}
      className="min-h-7 border-b-2 border-ink/50 bg-board font-semibold"
    >
      <option value={0}>the start</option>
      {legs.map((_, i) => (
        <option key={i} value={i + 1}>
          the end of leg {i + 1}
        </option>
      ))}
    </select>
  );
}

function HolesSlip() {
  const school = useDesk((s) => valueAt(s.document, "fence.posts.school"));
  const method = useDesk((s) => valueAt(s.document, "fence.posts.method"));
  const walled = useFence().walled;
  return (
    <>
      <Say>
        <Pick path="fence.posts.size" name="Post size" /> posts of <Pick path="fence.posts.species" name="Timber" />,{" "}
        <Pick path="fence.posts.gate_size" name="Gate post size" /> at gates, set with <Pick path="fence.posts.school" name="Depth" />
        {school === "fixed" && (
          <>
            of <Length path="fence.posts.fixed_depth_mm" name="Fixed depth" />
          </>
        )}
        in <Pick path="fence.posts.method" name="Setting" /> on <Length path="fence.posts.gravel_mm" name="Gravel bed" /> of gravel.
      </Say>
      <Say>
        They stand <Length path="fence.posts.proud_mm" name="Proud" /> above the boards. Holes{" "}
        <OptionalLength path="fence.posts.hole_mm" name="Hole across" empty="worked out" /> across; depth in the ground{" "}
        <OptionalLength path="fence.posts.depth_mm" name="Depth insisted on" empty="worked out" />.{" "}
        <Tick path="fence.posts.wind_checked" words="dig to the wind-checked depth" /> Concrete by the <Pick path="fence.posts.bag" name="Bags" />.{" "}
        Posts <Pick path="fence.posts.doubled" name="Doubling" />.
      </Say>
      {(walled || method === "plate" || method === "wall_back") && (
        <Say>
          {walled && (
            <>
              Where the line runs on a wall they stand <Pick path="fence.posts.at_wall" name="Posts at a wall" />;{" "}
            </>
          )}
          the wall is <Length path="fence.posts.wall_over_soil_mm" name="Wall over the soil" /> over the soil there and{" "}
          <Length path="fence.posts.wall_thick_mm" name="Wall thickness" /> thick. Bases or bolts are rated for{" "}
          <Figure path="fence.posts.plate_moment_nm" name="Rated moment" unit="N·m" empty="not known" />.
        </Say>
      )}
    </>
  );
}

function FrameSlip() {
  const count = useDesk((s) => valueAt(s.document, "fence.rails.count"));
  const { along, framed } = useFence();
  const { edit } = useDesk.getState();
  if (along) {
    return (
      <Say>
        These boards lie from post to post: no rails. Stiffeners and caps of <Pick path="fence.rails.size" name="Rail size" />.
      </Say>
    );
  }
  return (
    <Say>
      <Pick path="fence.rails.size" name="Rail size" /> rails {framed ? "between the posts, as this style asks," : <Pick path="fence.rails.fixing" name="Rail fixing" />} in{" "}
      <select
        aria-label="Rows of rails"
        value={String(count ?? "")}
        onChange={(e) =>
          void edit([put("fence.rails.count", e.target.value ? Number(e.target.value) : null)], "Rows of rails")
        }
        className="min-h-7 border-b-2 border-ink/50 bg-board font-semibold"
      >
        <option value="">as many rows as the height asks</option>
        {[2, 3, 4, 5].map((n) => (
          <option key={n} value={n}>
            {n} rows
          </option>
        ))}
      </select>
      <Chosen path="fence.rails.count" />, bought no longer than <OptionalLength path="fence.rails.longest_mm" name="Longest rail" empty="any on sale" />.
      {!framed && <Why path="fence.rails.fixing" />}
    </Say>
  );
}

function SkinSlip() {
  const { edit } = useDesk.getState();
  const { joint, sheets, without } = useFence();
  const has = (path: string) => !without.includes(path);
  const stock = useDesk((s) => valueAt(s.document, "fence.skin.stock"));
  const [year, setYear] = useState(false);
  return (
    <>
      <Say>
        <Pick
          path="fence.skin.style"
          name="Style"
          as={(value) => edit([{ do: "style", style: value }], "Style")}
        />{" "}
        of <Pick path="fence.skin.board" name="Board" />, <Length path="fence.skin.height_mm" name="Board height" /> high and{" "}
        <Length path="fence.skin.ground_gap_mm" name="Ground gap" /> off the ground, on <Pick path="fence.skin.side" name="Side" />
        {has("fence.skin.start") && (
          <>
            , from <Pick path="fence.skin.start" name="First board" />
          </>
        )}
        .
      </Say>
      <Say>
        {joint === "lap" ? (
          <>
            Lap <Length path="fence.skin.lap_mm" name="Lap" />,
          </>
        ) : (
          has("fence.skin.gap_mm") && (
            <>
              Gap <Length path="fence.skin.gap_mm" name="Gap" />,
            </>
          )
        )}{" "}
        {has("fence.skin.fit") && (
          <>
            <Pick path="fence.skin.fit" name="Fit" />;{" "}
          </>
        )}
        below them{" "}
        <PickOrNone path="fence.trims.gravel_board" name="Gravel board" none="no gravel board" />, over them{" "}
        <PickOrNone path="fence.trims.cap_rail" name="Cap rail" none="no cap rail" />.{" "}
        <Tick path="fence.trims.post_caps" words="caps on the posts" /> {has("fence.trims.end_covers") && <Tick path="fence.trims.end_covers" words="ends covered" />}
        {sheets && <Tick path="fence.skin.both_faces" words="sheets on both faces" />}
      </Say>
      <Say>
        {sheets ? "The fence is" : "The boards are fixed"} {!sheets && <Pick path="fence.skin.stock" name="How damp" />}
        {stock === "meter" && (
          <>
            at <Figure path="fence.skin.meter_pct" name="Meter reading" unit="%" />
          </>
        )}
        {" "}
        {!sheets && (
          <>
            with <Pick path="fence.skin.fixing" name="Board fixing" /> and{" "}
          </>
        )}
        <Pick path="fence.skin.finish" name="Finish" />. {!sheets && <Plain onClick={() => setYear(true)}>The year in the boards</Plain>}{" "}
        {!sheets && <Why path="fence.skin.stock" />}
        {year && <SeasonsSheet onClose={() => setYear(false)} />}
      </Say>
    </>
  );
}

/** The choices of the stake in hand, as sentences with blanks to fill. */
export function Slip({ placing, place }: { placing: boolean; place: (on: boolean) => void }) {
  const stake = useDesk((s) => s.stake);
  const trying = useDesk((s) => s.trying);
  const [open, setOpen] = useState(true);
  const desk = useShownDesk();
  const cautions = desk.stakes.find((s) => s.key === stake)?.cautions ?? [];
  const needs = desk.needs.filter((n) => n.stake === stake);
  if (trying) return <TryingBar />;
  const body = stake === "price" ? <PriceSlip /> : stake === "days" ? <DaysSlip /> : stake === "buy" ? <CuttingSlip /> : stake === "build" ? <BuildSlip /> : stake === "log" ? null : desk.trade === "fence"
    ? {
        site: <SiteSlip />,
        line: <LineSlip placing={placing} place={place} />,
        ground: <GroundSlip />,
        holes: <HolesSlip />,
        frame: <FrameSlip />,
        skin: <SkinSlip />,
        gates: <GatesSlip />,
      }[stake]
    : <DeckSlip stake={stake} />;
  return (
    <section id="choices" tabIndex={-1} aria-label="Choices" className="no-print more-below border-b border-rule px-3 py-1 text-[0.9688rem] lg:max-h-[11.875rem] lg:overflow-y-auto [&_button]:min-h-7 [&_button]:py-0">
      {open && body}
      {needs.length > 0 && (
        <p aria-label="Needed here by later choices" className="leading-snug">
          <span className="font-semibold">Before this step is closed:</span>{" "}
          {needs.map((n) => `${n.words} (for ${n.because})`).join("; ")}.
        </p>
      )}
      {cautions.length > 0 && (
        <p className="text-[0.8438rem] leading-snug text-faint">
          {cautions.join(" ")}{" "}
          {body && <Quiet onClick={() => setOpen(!open)}>{open ? "Fold the choices away" : "Show the choices"}</Quiet>}
        </p>
      )}
    </section>
  );
}

function TryingBar() {
  const trying = useDesk((s) => s.trying)!;
  const { keep, putBack } = useDesk.getState();
  const c = trying.tried.consequence;
  return (
    <section id="choices" tabIndex={-1} aria-label="Trying a change" className="border-b-4 border-signal bg-signal-soft px-3 py-2">
      <p className="text-lg font-bold">Trying: {trying.label}</p>
      <p>{c.sentence}.</p>
      {c.settles.length > 0 && <p className="text-[0.9375rem]">Settles: {c.settles.join("; ")}.</p>}
      <p className="mt-1.5 flex gap-2">
        <button type="button" onClick={() => void keep()} className="min-h-9 rounded-sm bg-signal px-4 font-semibold text-board">
          Keep it
        </button>
        <Plain onClick={putBack}>Put it back</Plain>
      </p>
    </section>
  );
}
