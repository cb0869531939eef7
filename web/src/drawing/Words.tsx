import { memo } from "react";
import type { Placed } from "./labels";

/** Words and dimensions where they were found room; no bar runs over words. */
export const Words = memo(function Words({ labels, chosen }: { labels: readonly Placed[]; chosen: ReadonlySet<string> }) {
  const on = ({ shape }: Placed) => Boolean(shape.of) && chosen.has(shape.of!);
  return (
    <>
      {labels.map((p, i) =>
        p.bar ? (
          <g key={i} stroke={on(p) ? "var(--signal)" : "var(--ink)"} fill={on(p) ? "var(--signal)" : "var(--ink)"} strokeWidth={0.8}>
            <line x1={p.bar.x0} y1={p.bar.y0} x2={p.bar.x1} y2={p.bar.y1} />
            <path d={`M${p.bar.x0 - 4} ${p.bar.y0 + 4}l8 -8M${p.bar.x1 - 4} ${p.bar.y1 + 4}l8 -8`} strokeWidth={1.6} />
          </g>
        ) : null,
      )}
      {labels.map((p, i) => (
        <text
          key={i}
          x={p.x}
          y={p.y}
          textAnchor="middle"
          fontSize={p.shape.kind === "dim" ? "0.8125rem" : "0.78rem"}
          fontWeight={on(p) || p.shape.look === "label" ? 600 : 400}
          transform={p.turn ? `rotate(${p.turn} ${p.x} ${p.y})` : undefined}
          fill={on(p) ? "var(--signal)" : p.shape.look === "quiet" ? "var(--faint)" : "var(--ink)"}
          stroke="var(--board)"
          strokeWidth={3}
          paintOrder="stroke"
        >
          {(p.shape.text ?? "").split(/(\d+\/\d+)/).map((t, j) => (
            <tspan key={j} className={j % 2 ? "frac" : undefined}>
              {t}
            </tspan>
          ))}
        </text>
      ))}
    </>
  );
});

/** The line of a cut, with arrows the way it is looked. */
export function CutLine({ from, to }: { from: [number, number]; to: [number, number] }) {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const long = Math.hypot(dx, dy) || 1;
  const [ax, ay] = [(dy / long) * 12, (-dx / long) * 12];
  return (
    <g stroke="var(--signal)" strokeWidth={2} fill="none" data-cut>
      <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} strokeDasharray="12 4 3 4" />
      {[from, to].map(([x, y], i) => (
        <path key={i} d={`M${x - ax} ${y - ay}L${x} ${y}`} strokeWidth={4} />
      ))}
    </g>
  );
}
