import { Fragment, useState } from "react";
import type { DeckJob, Path } from "../../api/types";
import { Plain, Quiet } from "../../ui/controls";
import { Chosen, Figure, Length, OptionalLength, Pick, PickOrNone, Sides, Tick, Typed, Why } from "./fields";
import { Located } from "./Located";
import { PlaceConditions } from "./PlaceTold";
import { Say } from "./Say";
import { SeasonsSheet } from "./SeasonsSheet";
import { put, useDesk, valueAt } from "./state";
import { StepsSlip } from "./StepsSlip";
import { WaysSheet } from "./WaysSheet";

type Cut = DeckJob["deck"]["levels"][number]["shape"]["cuts"][number];
const CORNERS = { house_left: "left at the house", house_right: "right at the house", far_left: "far left", far_right: "far right" };
const field = "min-h-7 border-b-2 border-ink/50 bg-board font-semibold";

/** The choices of a deck, stake by stake, as sentences with blanks to fill. */
export function DeckSlip({ stake }: { stake: string }) {
  const there = useDesk((s) => valueAt(s.document, "deck.there"));
  if (stake === "site") return <Site />;
  if (stake === "line") return there ? <There /> : <Shape />;
  if (stake === "ground") return there ? <HeightThere /> : <Height />;
  if (stake === "holes") return <Footings />;
  if (stake === "frame") return <Frame />;
  if (stake === "steps") return <StepsSlip />;
  return <Boards />;
}

function Site() {
  const known = useDesk((s) => valueAt(s.document, "deck.footings.soil_known"));
  return (
    <Say>
      The ground is <Pick path="site.soil" name="Soil" />, <Tick path="deck.footings.soil_known" words="known for certain" />
      {!known && <span className="text-faint">(else taken as the weakest)</span>} and freezes{" "}
      <Length path="site.frost_depth_mm" name="Frost depth" /> deep. It carries <Length path="deck.loads.live_kpa" name="Live load" /> of
      people, <Length path="deck.loads.dead_kpa" name="Dead load" /> of itself and{" "}
      <Length path="deck.loads.snow_kpa" name="Snow load" /> of snow. <Tick path="site.near_salt" words="within 1 km of salt water" /> The air is{" "}
      <PickOrNone path="site.climate" name="Climate" none="as usual in the region" />; a crew of <Figure path="site.crew" name="Crew" unit="" />{" "}
      builds it.
      <Located />
      <PlaceConditions />
    </Say>
  );
}

/** What steps alone lead down from. */
function There() {
  return (
    <Say>
      The steps lead down from a deck, a landing or a sill that is there: <Length path="deck.levels.0.shape.width_mm" name="Width" /> wide and{" "}
      <Length path="deck.levels.0.shape.out_mm" name="Way out" /> deep. Its boards reach <Length path="deck.boards.overhang_mm" name="Overhang" /> past
      the face that the steps hang on; its joists are <PickOrNone path="deck.joists.size" name="Joist size" none="of the usual size" />,{" "}
      <OptionalLength path="deck.joists.measured_mm" name="Measured joist depth" empty="as sold" /> deep. Treads are{" "}
      <Pick path="deck.boards.product" name="Boards" />, <Length path="deck.boards.gap_mm" name="Gap" /> apart.
    </Say>
  );
}

function HeightThere() {
  return (
    <Say>
      The finished top stands <Length path="deck.levels.0.height_mm" name="Finished height" /> over the ground; from there the ground falls{" "}
      <Length path="deck.ground.fall_out_mm" name="Fall outwards" /> outwards and <Length path="deck.ground.fall_along_mm" name="Fall along" /> to the
      right, over its own size; paving to come lifts it <Length path="deck.ground.paving_mm" name="Paving" /> at the foot. A guard is needed over{" "}
      <OptionalLength path="deck.over.guard_over_mm" name="Guard over" empty="the usual height" />.
    </Say>
  );
}

function Shape() {
  const cuts = useDesk((s) => valueAt(s.document, "deck.levels.0.shape.cuts")) ?? [];
  const walls = useDesk((s) => valueAt(s.document, "deck.house.also")) ?? [];
  const levels = useDesk((s) => valueAt(s.document, "deck.levels")) ?? [];
  const lower = levels.slice(1);
  const picked = useDesk((s) => s.selected[0]);
  const { edit, pick } = useDesk.getState();
  const found = cuts.findIndex((c) => c.id === picked);
  const index = found < 0 ? cuts.length - 1 : found;
  const cut = cuts[index];
  const at = `deck.levels.0.shape.cuts.${index}` as const;
  const add = (kind: Cut["kind"], words: string) => edit([{ do: "add_cut", kind }], words);
  return (
    <>
      <Say>
        The boards are <Length path="deck.levels.0.shape.width_mm" name="Width" /> wide along the house and reach{" "}
        <Length path="deck.levels.0.shape.out_mm" name="Way out" /> out. It is <Pick path="deck.house.support" name="Support" />, on{" "}
        <Pick path="deck.house.siding" name="Siding" />, <Pick path="deck.house.window" name="Window" />.{" "}
        <Tick path="deck.house.cantilevered_floor" words="the floor behind hangs out past its wall" />
        {(["left", "right"] as const).map((end) => (
          <label key={end} className="inline-flex min-h-8 items-center gap-1.5 leading-7">
            <input
              type="checkbox"
              checked={walls.includes(end)}
              onChange={(e) => void edit([put("deck.house.also", e.target.checked ? [...walls, end] : walls.filter((w) => w !== end))], "Walls")}
              className="h-4 w-4 accent-[var(--signal)]"
            />
            a wall at the {end}
          </label>
        ))}
        <Plain onClick={() => void add("notch", "Notch")}>Take a corner out</Plain>
        <Plain onClick={() => void add("clip", "Corner clipped")}>Clip a corner</Plain>
        <Plain onClick={() => void add("hole", "Hole")}>Leave a hole</Plain>
        <Plain onClick={() => void edit([{ do: "add_level" }], "Level")}>Another level</Plain>
      </Say>
      {lower.map((level, n) => (
        <Say key={level.id}>
          Level {level.id} starts <Length path={`deck.levels.${n + 1}.x_mm`} name={`Level ${level.id} along`} /> along and{" "}
          <Length path={`deck.levels.${n + 1}.y_mm`} name={`Level ${level.id} out`} /> out,{" "}
          <Length path={`deck.levels.${n + 1}.shape.width_mm`} name={`Level ${level.id} width`} /> by{" "}
          <Length path={`deck.levels.${n + 1}.shape.out_mm`} name={`Level ${level.id} way out`} />,{" "}
          <Length path={`deck.levels.${n + 1}.height_mm`} name={`Level ${level.id} height`} /> high.{" "}
          <Quiet onClick={() => void edit([{ do: "remove_level", id: level.id }], "Level removed")}>Take {level.id} away</Quiet>
        </Say>
      ))}
      {cut && (
        <Say>
          <select aria-label="Cut" value={cut.id} onChange={(e) => pick(e.target.value)} className={field}>
            {cuts.map((c) => (
              <option key={c.id} value={c.id}>
                {c.kind === "hole" ? `Hole ${c.id}` : c.kind === "clip" ? `Clip ${c.id}` : `Notch ${c.id}`}
              </option>
            ))}
          </select>
          {cut.kind === "hole" ? (
            <>
              for a <Typed value={cut.what} name="What stands there" width={10} commit={(what) => edit([put(`${at}.what`, what)], "Hole")} />{" "}
              starts <Length path={`${at}.x_mm`} name="Hole along" /> along and <Length path={`${at}.y_mm`} name="Hole out" /> out,
            </>
          ) : (
            <>
              at the{" "}
              <select
                aria-label="Corner"
                value={cut.corner}
                onChange={(e) => void edit([put(`${at}.corner`, e.target.value)], "Corner")}
                className={field}
              >
                {Object.entries(CORNERS).map(([id, words]) => (
                  <option key={id} value={id}>
                    {words}
                  </option>
                ))}
              </select>
            </>
          )}{" "}
          takes <Length path={`${at}.along_mm`} name="Cut along" /> by <Length path={`${at}.out_mm`} name="Cut out" />.
          <Quiet onClick={() => void edit([{ do: "remove_cut", id: cut.id }], "Cut removed")}>Put it back</Quiet>
        </Say>
      )}
    </>
  );
}

function Height() {
  return (
    <Say>
      The finished top stands <Length path="deck.levels.0.height_mm" name="Finished height" /> over the ground at the left of the house wall; the
      door sill <Length path="deck.house.sill_mm" name="Door sill" />, at least <Length path="deck.house.step_mm" name="Step down" /> above the
      boards. From there the ground falls <Length path="deck.ground.fall_out_mm" name="Fall outwards" /> to the far edge and{" "}
      <Length path="deck.ground.fall_along_mm" name="Fall along" /> to the right; paving to come lifts it{" "}
      <Length path="deck.ground.paving_mm" name="Paving" /> at the foot. Joists were measured{" "}
      <OptionalLength path="deck.joists.measured_mm" name="Measured joist depth" empty="as sold" /> deep. A guard is needed over{" "}
      <OptionalLength path="deck.over.guard_over_mm" name="Guard over" empty="the usual height" />, a permit over{" "}
      <OptionalLength path="deck.over.permit_over_mm" name="Permit over" empty="the usual height" />.
    </Say>
  );
}

function Footings() {
  const kind = useDesk((s) => valueAt(s.document, "deck.footings.kind"));
  return (
    <Say>
      Posts of <Pick path="deck.posts.size" name="Post size" /> stand on <Pick path="deck.footings.kind" name="Footings" />, at most{" "}
      <OptionalLength path="deck.posts.most_mm" name="Post spacing" empty="what the beam allows" /> apart, their tops{" "}
      <Length path="deck.footings.top_mm" name="Top of footing" /> over the ground.
      {kind === "pile" && (
        <>
          {" "}
          A pile carries <OptionalLength path="deck.footings.pile_kn" name="Load of a pile" empty="not known" />.
        </>
      )}
      {kind === "slab" && (
        <>
          {" "}
          The slab is <OptionalLength path="deck.footings.slab_mm" name="Slab thickness" empty="not known" /> thick.
        </>
      )}{" "}
      Concrete by the <Pick path="deck.footings.bag" name="Bags" />. <Why path="deck.footings.kind" />
    </Say>
  );
}

function Frame() {
  const flush = useDesk((s) => valueAt(s.document, "deck.beams.way")) === "flush";
  const drained = useDesk((s) => valueAt(s.document, "deck.drainage.on")) ?? false;
  const support = useDesk((s) => valueAt(s.document, "deck.house.support"));
  const siding = useDesk((s) => valueAt(s.document, "deck.house.siding"));
  const fastener = useDesk((s) => valueAt(s.document, "deck.ledger.fastener"));
  const rows = useDesk((s) => valueAt(s.document, "deck.beams.rows"));
  const plies = useDesk((s) => valueAt(s.document, "deck.beams.plies"));
  const levels = useDesk((s) => valueAt(s.document, "deck.levels")) ?? [];
  const { edit } = useDesk.getState();
  const number = (path: Path, value: unknown, name: string, all: string, most: number) => (
    <>
    <select
      aria-label={name}
      value={String(value ?? "")}
      onChange={(e) => void edit([put(path, e.target.value ? Number(e.target.value) : null)], name)}
      className={field}
    >
      <option value="">{all}</option>
      {Array.from({ length: most }, (_, i) => i + 1).map((n) => (
        <option key={n} value={n}>
          {n}
        </option>
      ))}
    </select>
      <Chosen path={path} />
    </>
  );
  return (
    <Say>
      Joists of <Pick path="deck.species" name="Timber" />, <PickOrNone path="deck.joists.size" name="Joist size" none="the size the span asks" />,{" "}
      <OptionalLength path="deck.joists.spacing_mm" name="Joist spacing" empty="as the board asks" /> apart, over{" "}
      {number("deck.beams.rows", rows, "Rows of beams", "as few beams as reach", 6)} lying <Pick path="deck.beams.way" name="Beam" />, of{" "}
      <PickOrNone path="deck.beams.size" name="Beam size" none="the size they ask" /> in{" "}
      {number("deck.beams.plies", plies, "Plies", "as many plies as they ask", 3)}
      {!flush && (
        <>
          ; joists run past by <OptionalLength path="deck.beams.overhang_mm" name="Joist overhang" empty="a sixth of the way" />
        </>
      )}
      .
      {support === "ledger" && (
        <>
          {" "}
          The ledger hangs on <Pick path="deck.ledger.fastener" name="Ledger fixing" />
          {fastener === "rated_screw" && (
            <>
              {" "}
              that carry <OptionalLength path="deck.ledger.screw_kn" name="Screw rating" empty="what any make does" /> each
            </>
          )}
          {siding === "veneer" && (
            <>
              , or on veneer brackets of <OptionalLength path="deck.ledger.bracket_kn" name="Bracket rating" empty="not used" /> reaching over{" "}
              <Length path="deck.ledger.bracket_gap_most_mm" name="Bracket reach" />, the brick standing{" "}
              <OptionalLength path="deck.ledger.veneer_gap_mm" name="Veneer gap" empty="not measured" /> off
            </>
          )}
          .
        </>
      )}{" "}
      Hangers are rated <OptionalLength path="deck.joists.hanger_kn" name="Hanger rating" empty="carefully, for their depth" />, and with ties hold down{" "}
      <OptionalLength path="deck.joists.hold_kn" name="Held down" empty="what their nails do" />.{" "}
      <Tick path="deck.joists.doubled_ends" words="double end joists" /> <Tick path="deck.joists.guard_blocks" words="blocks for guard posts" />{" "}
      <Tick path="deck.joists.tape" words="joist tape" />{" "}
      <Tick path="deck.drainage.on" words="water led away under the boards" />
      {drained && (
        <>
          {" "}
          with <Figure path="deck.drainage.fall_pct" name="Fall of the membrane" unit="% of fall" />
        </>
      )}{" "}
      <Tick path="deck.joists.left_long" words="left long until the boards are set out" />
      {levels.map((level, n) => (
        <Fragment key={level.id}>
          {" "}
          Diagonals{n > 0 && ` of level ${level.id}`} read{" "}
          <OptionalLength path={`deck.levels.${n}.squaring.diagonal_a_mm`} name={n > 0 ? `Level ${level.id} diagonal from the left` : "Diagonal from the left"} empty="not yet" /> and{" "}
          <OptionalLength path={`deck.levels.${n}.squaring.diagonal_b_mm`} name={n > 0 ? `Level ${level.id} diagonal from the right` : "Diagonal from the right"} empty="not yet" />.
        </Fragment>
      ))}
    </Say>
  );
}

const SIDES = ["left", "far", "right", "house"] as const;

function Boards() {
  const border = useDesk((s) => valueAt(s.document, "deck.boards.border"))!;
  const house = useDesk((s) => valueAt(s.document, "deck.house"))!;
  const open = SIDES.filter((name) => !(name === "house" && house.support === "ledger") && !house.also.some((end) => end === name));
  const lights = useDesk((s) => valueAt(s.document, "deck.lights.count")) ?? 0;
  const stock = useDesk((s) => valueAt(s.document, "deck.boards.stock"));
  const [year, setYear] = useState(false);
  const [ways, setWays] = useState(false);
  const { edit } = useDesk.getState();
  const side = (name: string, on: boolean) =>
    edit([put("deck.boards.border.sides", on ? [...border.sides, name] : border.sides.filter((s) => s !== name))], "Border sides");
  return (
    <>
      <Say>
        <Pick path="deck.boards.product" name="Board" /> laid <Pick path="deck.boards.run" name="Way they run" /> from{" "}
        <Pick path="deck.boards.start" name="First board" />, gap <Length path="deck.boards.gap_mm" name="Gap" />,{" "}
        <Pick path="deck.boards.fit" name="Fit" /> <Plain onClick={() => setWays(true)}>Ways to end the last row</Plain>; they overhang the frame by <Length path="deck.boards.overhang_mm" name="Overhang" />. Border{" "}
        <select
          aria-label="Border"
          value={border.boards}
          onChange={(e) => void edit([put("deck.boards.border.boards", Number(e.target.value))], "Border")}
          className={field}
        >
          <option value={0}>none</option>
          <option value={1}>one board</option>
          <option value={2}>two boards</option>
        </select>
        {border.boards > 0 && (
          <>
            {" "}
            on{" "}
            {open.map((name) => (
              <label key={name} className="inline-flex min-h-8 items-center gap-1.5 pr-1 leading-7">
                <input type="checkbox" checked={border.sides.includes(name)} onChange={(e) => void side(name, e.target.checked)} className="h-4 w-4 accent-[var(--signal)]" />
                {name}
              </label>
            ))}
          </>
        )}
        {border.boards > 0 && (
          <>
            , <Pick path="deck.boards.border.corner" name="Border corners" />
          </>
        )}
        . <Tick path="deck.boards.breaker" words="breaker boards instead of butt joints" />
      </Say>
      <Say>
        Fixed with <Pick path="deck.boards.fixing" name="Board fixing" />, <Tick path="deck.boards.edge_screws" words="edge rows screwed for wind" />; fascia{" "}
        <PickOrNone path="deck.boards.fascia" name="Fascia" none="none" />; <Length path="deck.boards.trim_ends_mm" name="Trim" /> off factory ends. They are{" "}
        <Pick path="deck.boards.stock" name="How damp" />
        {stock === "meter" && (
          <>
            {" "}
            at <Figure path="deck.boards.meter_pct" name="Meter reading" unit="%" />
          </>
        )}
        . <Plain onClick={() => setYear(true)}>The year in the boards</Plain> Lights:{" "}
        <Figure path="deck.lights.count" name="Lights" unit="" />
        {lights > 0 && (
          <>
            of <Figure path="deck.lights.watts" name="Watts" unit="W" /> on <Figure path="deck.lights.transformer_w" name="Transformer" unit="W" />
          </>
        )}
        <SkirtingSay />
        {ways && <WaysSheet path="/api/plan/compare/rows" title="Ways to end the last row" words={() => "Take this"} onClose={() => setWays(false)} />}
        {year && <SeasonsSheet onClose={() => setYear(false)} />}
      </Say>
    </>
  );
}

const SKIRTED = ["left", "far", "right"] as const;

/** Boards below the rim, side by side. */
function SkirtingSay() {
  const skirted = useDesk((s) => valueAt(s.document, "deck.skirting.sides"));
  return (
    <>
      {" "}
      Skirting below the <Sides path="deck.skirting.sides" what="Skirting" of={SKIRTED} />
      {skirted?.length ? (
        <>
          side, of <PickOrNone path="deck.skirting.board" name="Skirting board" none="the usual board" />, gaps of <Length path="deck.skirting.gap_mm" name="Gap in the skirting" />,{" "}
          <Length path="deck.skirting.clear_mm" name="Skirting over the ground" /> off the ground, with <Pick path="deck.skirting.panel" name="Panel" />
        </>
      ) : null}
    </>
  );
}
