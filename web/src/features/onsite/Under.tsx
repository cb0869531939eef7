import { useMemo, useState } from "react";
import type { Scene, SiteSheet } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Sheet } from "../../ui/Sheet";

const COVERS = new Set(["boards", "skin"]);

/** What was looked at before it was covered, found again by pressing on the piece that lies there. */
export function Under({ sheet, job, onClose }: { sheet: SiteSheet; job: string; onClose: () => void }) {
  const [label, setLabel] = useState("");
  const seen = useMemo(() => sheet.steps.flatMap((step) => step.holds.filter((hold) => hold.looks.length > 0).map((hold) => ({ step, hold }))), [sheet]);
  const open = useMemo<Scene>(() => ({ ...sheet.scene, shapes: sheet.scene.shapes.filter((shape) => !COVERS.has(shape.layer ?? "")) }), [sheet]);
  const here = seen.filter(({ hold }) => hold.about.includes(label));
  return (
    <Sheet open wide onClose={onClose} title="What lies under it">
      <p>{seen.length ? "Press on a piece: what was seen of it before it was covered." : "Nothing was looked at yet before it was covered."}</p>
      <div className="h-[46vh]">
        <SceneView scene={open} label="Without its boards" selected={label ? [label] : []} onPick={setLabel} />
      </div>
      {label && (
        <section aria-label={`Seen of ${label}`} className="max-h-[30vh] overflow-y-auto">
          <h3 className="text-lg font-bold">{label}</h3>
          {here.length === 0 && <p>Nothing was looked at here before it was covered.</p>}
          {here.map(({ step, hold }) => (
            <div key={hold.key} data-under={hold.key} className="border-l-4 border-timber py-1 pl-3">
              <p className="font-semibold">{hold.words}</p>
              <p className={hold.result === "fail" ? "font-semibold text-bad" : "text-faint"}>
                {hold.result === "pass" ? "Passed" : "Not right"} before “{step.do}”, {hold.by}. {hold.note}
              </p>
              {hold.photos.map((id) => (
                <a key={id} href={`/api/jobs/${job}/photos/${id}`} target="_blank" rel="noreferrer" className="mr-1 inline-block">
                  <img src={`/api/jobs/${job}/photos/${id}?small=true`} alt="what was looked at" className="h-24" />
                </a>
              ))}
            </div>
          ))}
        </section>
      )}
    </Sheet>
  );
}
