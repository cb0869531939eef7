import { useState } from "react";
import type { SiteSheet } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { fromFeet, leanOf } from "./closed";
import { Keys } from "./Keys";
import { Big, Facts, Figure, OneOf } from "./parts";
import { type Hole, holesWith, readAgain } from "./seen";
import { useOnSite } from "./state";
import { WaysOut } from "./WaysOut";

/** Which hole it is, whatever becomes of the others. */
const keyOf = (h: Hole | undefined) => (h ? `${h.leg}/${h.key_mm.toFixed(1)}` : "");

type Signed = "along_mm_m" | "across_mm_m" | "aside_mm";
type Ask = "at_mm" | "depth_mm" | Signed | "met" | "";

/** Hole by hole from the datum. */
export function Holes({ sheet, part }: { sheet: SiteSheet; part: string }) {
  const waiting = useOnSite((s) => s.waiting);
  const holes = holesWith(sheet, waiting);
  const [on, setOn] = useState(() => keyOf(holes.find((h) => h.label === part || h.id === part) ?? holes.find((h) => !h.entries.length) ?? holes[0]));
  const at = Math.max(0, holes.findIndex((h) => keyOf(h) === on));
  const hole = holes[at];
  if (!hole) return <p className="p-4 text-lg">Nothing is dug on this job.</p>;
  const go = (n: number) => setOn(keyOf(holes[n]));
  return (
    <OneOf all={holes} at={at} go={go} done={(h) => h.entries.length > 0} name={(h) => h.label} id={keyOf}>
      <One key={on} hole={hole} sheet={sheet} next={() => go(Math.min(at + 1, holes.length - 1))} />
      <div className="mt-3 h-[min(86vw,26rem)] border-t border-rule">
        <SceneView scene={sheet.scene} label="The job as it stands" selected={[hole.label]} onPick={(label) => void (holes.some((h) => h.label === label) && go(holes.findIndex((h) => h.label === label)))} />
      </div>
    </OneOf>
  );
}

function One({ hole, sheet, next }: { hole: Hole; sheet: SiteSheet; next: () => void }) {
  const { enter } = useOnSite.getState();
  const [ask, setAsk] = useState<Ask>("");
  const [met, setMet] = useState("");
  const fence = sheet.trade === "fence";
  const feet = sheet.units === "ft-in";
  const made = hole.id.includes("/new/");
  const keep = (values: Record<string, unknown>) => {
    setAsk("");
    const told = readAgain(hole, useOnSite.getState().waiting, { drawn_mm: hole.key_mm, ...values });
    void enter("post", hole.id, told.values, { answers: told.answers });
  };
  return (
    <article data-hole={hole.label}>
      <h2 className="text-2xl font-bold">
        {hole.label} <span className="text-lg font-normal text-faint">{hole.kind}</span>
      </h2>
      <Figure name={fence ? "Middle, from the start of the leg" : "Along its beam, from the left end of the frame or the wall"}>{hole.mark}</Figure>
      <Facts
        rows={[
          [fence ? "Near face" : "Beam at", hole.face],
          ["Deep", hole.depth],
          ["Across", hole.across],
          ...hole.fill.map((f) => ["Fill", f] as const),
          ["Stick mark", hole.stick],
          ["Post", hole.post],
        ]}
      />
      {hole.off.map((words) => (
        <p key={words} className={`mt-1 border-l-4 pl-2 text-lg ${hole.asks ? "border-bad font-semibold text-bad" : "border-timber"}`}>
          {words}
        </p>
      ))}
      {hole.unsent && <p className="mt-1 text-faint">Not sent yet.</p>}
      {hole.asks && hole.entries.length > 0 && <WaysOut reading={hole.entries[hole.entries.length - 1]} className="mt-2 text-lg" />}
      {made ? (
        <p className="mt-3 text-lg">Worked out on this phone: it is drawn as soon as there is signal.</p>
      ) : (
        <div className="mt-3 grid grid-cols-2 gap-2">
          <Big strong onClick={() => (keep({ placed: true }), next())}>
            Stands as drawn
          </Big>
          <Big onClick={() => setAsk("at_mm")}>Mark measured</Big>
          <Big onClick={() => setAsk("depth_mm")}>Depth reached</Big>
          {fence && <Big onClick={() => setAsk("along_mm_m")}>Leans along</Big>}
          {fence && <Big onClick={() => setAsk("across_mm_m")}>Leans across</Big>}
          {hole.row && <Big onClick={() => setAsk("aside_mm")}>{fence ? "Off the string" : "Off its line"}</Big>}
          <Big onClick={() => setAsk("met")}>Met something</Big>
        </div>
      )}
      {(ask === "at_mm" || ask === "depth_mm") && (
        <Keys
          title={ask === "at_mm" ? `${hole.label}: middle from the start` : `${hole.label}: depth reached`}
          words={ask === "at_mm" ? `Drawn at ${hole.mark}` : `Asked for: ${hole.depth}`}
          units={sheet.units}
          fraction={sheet.fraction}
          laser="distance"
          near={ask === "at_mm" ? hole.mark_mm : undefined}
          onClose={() => setAsk("")}
          done={(mm) => keep({ [ask]: mm })}
        />
      )}
      {(ask === "along_mm_m" || ask === "across_mm_m" || ask === "aside_mm") && (
        <Keys
          title={`${hole.label}: ${ask === "aside_mm" ? "off the line" : `leans ${ask === "along_mm_m" ? "along" : "across"} the line, ${feet ? "in 4 ft" : "a metre"}`}`}
          units={sheet.units}
          fraction={sheet.fraction}
          signed={ask === "along_mm_m" ? ["towards the end", "towards the start"] : hole.sides}
          onClose={() => setAsk("")}
          done={(mm) => keep({ [ask]: ask === "aside_mm" ? mm : leanOf(mm, feet ? fromFeet(4, 0, 0, 1) : 1000) })}
        />
      )}
      {ask === "met" && (
        <form
          className="mt-3 flex gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (met.trim()) keep({ met: met.trim() });
          }}
        >
          <input aria-label="What was in the way" value={met} onChange={(e) => setMet(e.target.value)} maxLength={200} placeholder="root, rock, pipe…" className="min-h-14 min-w-0 flex-1 border-2 border-rule bg-board px-2 text-lg" />
          <Big strong type="submit">
            Keep
          </Big>
        </form>
      )}
    </article>
  );
}
