import { memo, useId } from "react";
import type { Shape } from "../api/types";

const FILL: Record<string, string> = {
  post: "var(--timber-deep)",
  board: "var(--timber)",
  rail: "var(--timber-deep)",
  frame: "var(--timber-deep)",
  concrete: "var(--concrete)",
  gravel: "var(--gravel)",
  hole: "var(--earth)",
};
const WEIGHT: Record<string, number> = { string: 1.6, ground: 2.4, brace: 1.6, post: 1.2, board: 0.6, swing: 0.9, power: 3, gas: 3, telecom: 3, water: 3, reclaimed: 3, drain: 3 };

/** The public uniform colours of utility marking. */
const BURIED: Record<string, string> = { power: "#c8102e", gas: "#c9a400", telecom: "#d9730d", water: "#0b5cad", reclaimed: "#6f2da8", drain: "#1f7a33" };

function strokeOf(shape: Shape): string {
  if (shape.look in BURIED) return BURIED[shape.look];
  if (shape.look === "string") return "var(--signal)";
  if (shape.look === "frost") return "var(--frost)";
  if (shape.look === "quiet" || shape.look === "swing") return "var(--faint)";
  return shape.look === "hole" ? "none" : "var(--ink)";
}

const ShapeMark = memo(function ShapeMark({ shape, chosen, zone }: { shape: Shape; chosen: boolean; zone: string }) {
  const dashed = shape.hidden || shape.look === "swing" || shape.look === "frost";
  const common = {
    fill: shape.kind === "line" ? "none" : shape.look === "zone" ? `url(#${zone})` : (FILL[shape.look] ?? "none"),
    stroke: chosen ? "var(--signal)" : strokeOf(shape),
    strokeWidth: chosen ? 3 : (WEIGHT[shape.look] ?? 1),
    strokeDasharray: dashed && !chosen ? "5 4" : undefined,
    fillOpacity: shape.hidden && shape.look !== "concrete" ? 0.25 : 1,
    vectorEffect: "non-scaling-stroke" as const,
    "data-of": shape.of || undefined,
    "data-look": shape.look,
  };
  if (shape.kind === "circle") {
    const [x, y] = shape.points[0];
    return <circle cx={x} cy={-y} r={shape.radius_mm} {...common} />;
  }
  const points = shape.points.map(([x, y]) => `${x},${-y}`).join(" ");
  return shape.kind === "poly" ? <polygon points={points} {...common} /> : <polyline points={points} {...common} />;
});

/** The areas and lines of a drawing in millimetres, with the hatches of what is cut. */
export const Shapes = memo(function Shapes({ shapes, chosen, mmPerPx }: { shapes: readonly Shape[]; chosen: ReadonlySet<string>; mmPerPx: number }) {
  const ids = useId();
  return (
    <>
      <defs>
        <pattern id={`${ids}zone`} width="8" height="8" patternUnits="userSpaceOnUse" patternTransform={`scale(${mmPerPx}) rotate(45)`}>
          <path d="M0 0V8" stroke="var(--faint)" strokeWidth="2.5" />
        </pattern>
        <pattern id={`${ids}cement`} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform={`scale(${mmPerPx})`}>
          <circle cx="2" cy="2" r="0.9" fill="var(--faint)" />
          <path d="M5 7l2-2.4 1.4 2.4z" fill="none" stroke="var(--faint)" strokeWidth="0.6" />
        </pattern>
        <pattern id={`${ids}stones`} width="11" height="9" patternUnits="userSpaceOnUse" patternTransform={`scale(${mmPerPx})`}>
          <circle cx="3" cy="3" r="2.2" fill="none" stroke="var(--faint)" strokeWidth="0.8" />
          <circle cx="8.5" cy="7" r="1.7" fill="none" stroke="var(--faint)" strokeWidth="0.8" />
        </pattern>
      </defs>
      {shapes.map((shape, i) =>
        shape.kind === "dim" || shape.kind === "text" ? null : (
          <ShapeMark key={i} shape={shape} chosen={Boolean(shape.of) && chosen.has(shape.of!)} zone={`${ids}zone`} />
        ),
      )}
      {shapes.map((shape, i) =>
        shape.kind === "poly" && (shape.look === "concrete" || shape.look === "gravel") ? (
          <polygon
            key={i}
            points={shape.points.map(([x, y]) => `${x},${-y}`).join(" ")}
            fill={`url(#${ids}${shape.look === "concrete" ? "cement" : "stones"})`}
            pointerEvents="none"
          />
        ) : null,
      )}
      {/* What is picked is seen through what lies over it. */}
      {shapes.map((shape, i) =>
        shape.kind === "poly" && shape.of && chosen.has(shape.of) ? (
          <polygon
            key={i}
            points={shape.points.map(([x, y]) => `${x},${-y}`).join(" ")}
            fill="none"
            stroke="var(--signal)"
            strokeWidth={3}
            vectorEffect="non-scaling-stroke"
            pointerEvents="none"
          />
        ) : null,
      )}
    </>
  );
});
