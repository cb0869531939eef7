import { useEffect } from "react";
import type { Side } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Plain } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { Sheet } from "../../ui/Sheet";
import { useAnswer } from "../../ui/useAnswer";
import { Weighed } from "../../ui/Weighed";
import { useDesk, useShownDesk } from "./state";

const SHOWN = ["gust", "posts", "hole", "bags", "timber"];

/** The wind along the line, and what each change buys: one change a row, with what it costs in posts, holes and bags. */
export function WindSheet({ onClose }: { onClose: () => void }) {
  const document = useDesk((s) => s.document);
  const tryOut = useDesk((s) => s.tryOut);
  const scene = useShownDesk().scenes.wind;
  const { see } = useDesk.getState();
  useEffect(() => see({ also: ["wind"] }), [see]);
  const [sides, wait] = useAnswer<Side[]>("/api/plan/compare/wind", document, "Working out what each change buys…");
  const now = sides?.[0];
  return (
    <Sheet open wide onClose={onClose} title="The wind along the line">
      <div className="h-60 bg-lime">
        {scene && <SceneView scene={scene} label={scene.title} selected={[]} caption={<span />} />}
      </div>
      <p className="text-sm text-faint">{scene?.title}. Hatched: under the site&apos;s gust. A screening estimate, not a design.</p>
      {wait}
      {now && (
        <table className="mt-2 w-full border-collapse text-[0.9375rem]">
          <thead>
            <tr>
              <th className="border-b border-ink text-left font-normal text-faint">one change at a time</th>
              {SHOWN.map((key) => (
                <th key={key} scope="col" className="border-b border-ink px-2 text-right font-normal text-faint">
                  {now.figures.find((f) => f.key === key)?.name}
                </th>
              ))}
              <td className="border-b border-ink" />
            </tr>
          </thead>
          <tbody>
            {sides.map((side) => (
              <tr key={side.label} className="border-b border-rule">
                <th scope="row" className="py-1 text-left font-semibold">
                  <Num>{side.label}</Num>
                </th>
                {SHOWN.map((key) => {
                  const figure = side.figures.find((f) => f.key === key);
                  const weighs = side.weighs?.[key];
                  return (
                    <td key={key} className={`px-2 text-right ${weighs ? "font-bold" : ""}`}>
                      <Weighed as={weighs}>
                        <Num>{figure?.text ?? ""}</Num>
                      </Weighed>
                    </td>
                  );
                })}
                <td className="text-right">
                  {!side.chosen && side.figures.length > 0 && (
                    <Plain onClick={() => void tryOut(side.label, side.edits).then(onClose)}>Try it</Plain>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Sheet>
  );
}
