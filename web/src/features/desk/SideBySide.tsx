import type { ReactNode } from "react";
import type { Side } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Strong } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { Weighed } from "../../ui/Weighed";

interface Props {
  sides: Side[];
  take: (side: Side) => void;
  words: (side: Side) => string;
  /** What else may be done with a way. */
  more?: (side: Side) => ReactNode;
}

/** Ways of doing the same job: the drawing that tells them apart, large and to one scale; the figures that differ, better and worse
 *  than as it is; what is the same in all of them folded away. */
export function SideBySide({ sides, take, words, more }: Props) {
  const keys = sides.find((s) => s.figures.length)?.figures ?? [];
  const of = (side: Side, key: string) => side.figures.find((f) => f.key === key);
  const differs = (key: string) => new Set(sides.filter((s) => s.scene).map((s) => of(s, key)?.text)).size > 1;
  const [apart, alike] = [keys.filter((f) => differs(f.key)), keys.filter((f) => !differs(f.key))];
  const shape = sides.find((s) => s.scene)?.scene;
  const wide = !shape || shape.high[0] - shape.low[0] > 2.5 * (shape.high[1] - shape.low[1]);
  return (
    <div className="mt-2 overflow-x-auto">
      {shape && <p className="text-sm text-faint">{shape.title}, all to one scale.</p>}
      <div className={wide ? "" : `grid gap-x-3 ${sides.length === 2 ? "sm:grid-cols-2" : "sm:grid-cols-2 lg:grid-cols-3"}`}>
        {sides.map((side) => (
          <section key={side.label} aria-label={side.label} className="mb-2">
            <h3 className="font-bold first-letter:uppercase">
              {side.label} {side.chosen && <span className="font-normal text-signal normal-case">as it is now</span>}
            </h3>
            {side.scene ? (
              <div className={`${wide ? "h-36" : "h-56"} bg-lime`}>
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
            <th scope="col" className="border-b border-ink text-left font-normal text-faint">
              what differs
            </th>
            {sides.map((s) => (
              <th key={s.label} scope="col" className="border-b border-ink px-2 py-1 text-right first-letter:uppercase">
                {s.label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {apart.map((f) => (
            <tr key={f.key} className="border-b border-rule align-top">
              <th scope="row" className="py-0.5 text-left font-normal">
                {f.name}
              </th>
              {sides.map((s) => {
                const weighs = s.weighs?.[f.key];
                return (
                  <td key={s.label} className={`px-2 text-right ${weighs ? "font-bold" : ""}`}>
                    <Weighed as={weighs}>
                      <Num>{of(s, f.key)?.text ?? ""}</Num>
                    </Weighed>
                    {s.per?.[f.key] && <span className="block text-[0.8125rem] font-normal text-faint">{s.per[f.key]}</span>}
                  </td>
                );
              })}
            </tr>
          ))}
          {!apart.length && (
            <tr>
              <td colSpan={sides.length + 1}>No headline figure differs.</td>
            </tr>
          )}
          <tr>
            <th scope="row" className="py-0.5 text-left align-top font-normal">
              to look at
            </th>
            {sides.map((s) => (
              <td key={s.label} className="px-2 text-right align-top text-sm">
                {s.findings.length ? s.findings.map((title) => <span key={title} className="block">{title}</span>) : "nothing"}
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row" className="sr-only">
              take
            </th>
            {sides.map((s) => (
              <td key={s.label} className="px-2 pt-2 text-right">
                {!s.chosen && s.scene && <Strong onClick={() => take(s)}>{words(s)}</Strong>} {more?.(s)}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      {alike.length > 0 && (
        <details className="mt-2 text-[0.9375rem]">
          <summary>The same in all of them: {alike.length} figures</summary>
          <p>
            {alike.map((f, i) => (
              <span key={f.key}>
                {i > 0 && "; "}
                {f.name} <Num>{f.text}</Num>
              </span>
            ))}
          </p>
        </details>
      )}
    </div>
  );
}

