import { useEffect, useState } from "react";
import { post } from "../../api/client";
import type { Planned } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Plain, Strong } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { Sheet } from "../../ui/Sheet";
import { RETRY_MS } from "./session";
import { useDesk } from "./state";

type Both = { mine: Planned; theirs: Planned };

/** A job changed in two windows: both versions, drawn and counted, and one to go on with. Nothing is lost. */
export function ConflictSheet() {
  const conflict = useDesk((s) => s.conflict);
  const settle = useDesk((s) => s.settle);
  const [both, setBoth] = useState<Both | null>(null);
  useEffect(() => {
    if (!conflict) return;
    let gone = false;
    const ask = (document: unknown) => post<Planned>("/api/plan", { document, edits: [], sight: { also: ["plan"] } });
    const draw = () =>
      void Promise.all([ask(conflict.mine), ask(conflict.theirs)]).then(
        ([mine, theirs]) => !gone && setBoth({ mine, theirs }),
        () => (again = setTimeout(draw, RETRY_MS)),
      );
    let again: ReturnType<typeof setTimeout> | undefined;
    draw();
    return () => {
      gone = true;
      clearTimeout(again);
      setBoth(null);
    };
  }, [conflict]);
  if (!conflict) return null;
  const sides = [
    ["mine", "Yours, on this screen", "Go on with mine"],
    ["theirs", "Theirs, saved meanwhile", "Go on with theirs"],
  ] as const;
  return (
    <Sheet open onClose={() => undefined} title="This job was changed in another window">
      <p>Choose the version to go on with. The other stays in the history, so nothing is lost.</p>
      <div className="mt-3 grid gap-4 sm:grid-cols-2">
        {sides.map(([key, title, words]) => {
          const planned = both?.[key];
          const other = both?.[key === "mine" ? "theirs" : "mine"];
          return (
            <section key={key} aria-label={title} className="border border-rule p-3">
              <h3 className="font-bold">{title}</h3>
              <div className="my-2 h-40 bg-lime">
                {planned && <SceneView scene={planned.desk.scenes.plan} label={title} selected={[]} plain />}
              </div>
              <dl>
                {planned?.desk.figures.map((f) => {
                  const differs = other?.desk.figures.find((o) => o.key === f.key)?.text !== f.text;
                  return (
                    <div key={f.key} className={`flex justify-between gap-2 ${differs ? "font-bold text-signal" : "text-faint"}`}>
                      <dt>{f.name}</dt>
                      <dd>
                        <Num>{f.text}</Num>
                      </dd>
                    </div>
                  );
                })}
              </dl>
              <p className="mt-3">
                {key === "mine" ? <Strong onClick={() => void settle(key)}>{words}</Strong> : <Plain onClick={() => void settle(key)}>{words}</Plain>}
              </p>
            </section>
          );
        })}
      </div>
    </Sheet>
  );
}
