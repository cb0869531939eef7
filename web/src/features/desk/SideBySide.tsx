import type { Side } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Strong } from "../../ui/controls";
import { Num } from "../../ui/Num";

/** Ways of doing the same job beside each other: one drawing and the same figures for each, differences marked. */
export function SideBySide({ sides, take, words }: { sides: Side[]; take: (side: Side) => void; words: (side: Side) => string }) {
  const keys = sides.find((s) => s.figures.length)?.figures ?? [];
  const text = (side: Side, key: string) => side.figures.find((f) => f.key === key)?.text ?? "";
  const differs = (key: string) => new Set(sides.map((s) => text(s, key))).size > 1;
  const shape = sides.find((s) => s.scene)?.scene;
  const wide = !shape || shape.high[0] - shape.low[0] > 2.5 * (shape.high[1] - shape.low[1]);
  return (
    <div className="mt-2 overflow-x-auto">
      <div className={wide ? "" : "grid grid-cols-2 gap-x-3 sm:grid-cols-3"}>
      {sides.map((side) => (
        <section key={side.label} aria-label={side.label} className="mb-2">
          <h3 className="font-bold first-letter:uppercase">
            {side.label} {side.chosen && <span className="font-normal text-signal normal-case">as it is now</span>}
          </h3>
          {side.scene ? (
            <div className={`${wide ? "h-[6.5rem]" : "h-[9.375rem]"} bg-lime`}>
              <SceneView scene={side.scene} label={side.label} selected={[]} plain />
            </div>
          ) : (
            <p className="text-bad">{side.refused}</p>
          )}
        </section>
      ))}
      </div>
      <table className="w-full border-collapse text-[0.9375rem]">
        <thead>
          <tr>
            <td />
            {sides.map((s) => (
              <th key={s.label} scope="col" className="border-b border-ink px-2 py-1 text-right first-letter:uppercase">
                {s.label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {keys.map((f) => (
            <tr key={f.key} className="border-b border-rule">
              <th scope="row" className="py-0.5 text-left font-normal text-faint">
                {f.name}
              </th>
              {sides.map((s) => (
                <td key={s.label} className={`px-2 text-right ${differs(f.key) ? "font-bold text-signal" : ""}`}>
                  <Num>{text(s, f.key)}</Num>
                </td>
              ))}
            </tr>
          ))}
          <tr>
            <th scope="row" className="py-0.5 text-left align-top font-normal text-faint">
              to look at
            </th>
            {sides.map((s) => (
              <td key={s.label} className="px-2 text-right align-top text-sm">
                {s.findings.length ? <span title={s.findings.join("\n")}>{s.findings.length}</span> : "nothing"}
              </td>
            ))}
          </tr>
          <tr>
            <td />
            {sides.map((s) => (
              <td key={s.label} className="px-2 pt-2 text-right">
                {!s.chosen && s.scene && <Strong onClick={() => take(s)}>{words(s)}</Strong>}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </div>
  );
}
