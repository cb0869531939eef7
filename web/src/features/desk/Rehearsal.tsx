import { useState } from "react";
import type { Hanging } from "../../api/types";
import { Quiet } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { useDesk, useFence, valueAt } from "./state";

const STEP_DEG = 5;
/** Heights under a leaf are drawn so many times larger than they are. */
const LARGER = 4;

/** The picked gate, else the first, opened over its ground: every way of hanging it, all its leaves at once. */
export function Rehearsal() {
  const gates = useDesk((s) => valueAt(s.document, "fence.gates")) ?? [];
  const picked = useDesk((s) => s.selected[0]);
  const { rehearsals } = useFence();
  const edit = useDesk((s) => s.edit);
  const [angle, setAngle] = useState(30);
  const [shown, setShown] = useState<string | null>(null);
  const gate = gates.find((g) => `gate ${g.id}` === picked) ?? gates[0];
  const ways = rehearsals[gate?.id ?? ""] ?? [];
  const way = ways.find((w) => w.words === shown) ?? ways.find((w) => w.chosen) ?? ways[0];
  if (!gate || !way) return null;
  const grounded = way.leaves.some(({ swing }) => frameAt(swing, angle).clearance_mm < 0);
  return (
    <section aria-label={`Rehearsal of gate ${gate.id}`} className="flex min-h-0 flex-1 flex-col px-2 pt-1 text-[0.9375rem]">
      <label className="flex items-center gap-2">
        <span className="shrink-0 font-semibold">Gate {gate.id} opens</span>
        <input type="range" min={0} max={90} step={STEP_DEG} value={angle} onChange={(e) => setAngle(Number(e.target.value))} aria-label="Open to" aria-valuetext={`${angle} degrees`} className="min-w-16 flex-1 accent-[var(--signal)]" />
        <span className={`w-36 shrink-0 ${grounded ? "font-semibold text-bad" : ""}`}>
          {angle}°: {grounded ? "it grounds here" : "it swings clear"}
        </span>
      </label>
      <div className="grid min-h-20 flex-1 grid-cols-2 gap-1 max-lg:h-40">
        <Above way={way} angle={angle} />
        <Beside way={way} angle={angle} />
      </div>
      <ul className="leading-tight">
        {ways.map((w) => (
          <li key={w.words} className={`flex items-center gap-2 border-t border-rule py-0.5 ${w === way ? "font-semibold" : ""}`}>
            <button type="button" aria-pressed={w === way} className="min-h-6 flex-1 text-left hover:underline" onClick={() => setShown(w.words)}>
              {w.words}: <Num>{w.told}</Num>
            </button>
            {w.chosen ? (
              <span className="text-faint">as it is</span>
            ) : (
              <Quiet onClick={() => void edit([{ do: "gate", id: gate.id, values: { hinge: w.hinge, swing: w.swing }, snap: false }], "Gate hung").then(() => setShown(null))}>Hang it so</Quiet>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

type Swing = Hanging["leaves"][number]["swing"];
const frameAt = (swing: Swing, angle: number) => swing.frames.find((f) => f.angle_deg === angle) ?? swing.frames[0];
const ink = (short: boolean) => (short ? "var(--bad)" : "var(--ink)");

/** From above, to scale: posts, the leaves, and the arcs that their free ends draw. */
function Above({ way, angle }: { way: Hanging; angle: number }) {
  const wide = way.opening_mm;
  const reach = Math.max(...way.leaves.map((l) => l.swing.leaf_width_mm)) * 1.08;
  const [pad, post] = [wide * 0.12, wide * 0.05];
  const up = way.swing === "left";
  return (
    <svg viewBox={`${-pad} ${up ? -reach : -pad} ${wide + 2 * pad} ${reach + pad}`} role="img" aria-label={`From above, ${angle} degrees open`} className="h-full min-h-0 w-full bg-lime">
      <g vectorEffect="non-scaling-stroke" fill="none">
        <line x1={-pad} x2={wide + pad} y1={0} y2={0} stroke="var(--signal)" strokeDasharray="6 4" vectorEffect="non-scaling-stroke" />
        {[-post, wide].map((x) => (
          <rect key={x} x={x} y={-post / 2} width={post} height={post} fill="var(--timber-deep)" stroke="var(--ink)" vectorEffect="non-scaling-stroke" />
        ))}
        {way.leaves.map(({ swing, hinge_mm }) => {
          const frame = frameAt(swing, angle);
          const at = (f: Swing["frames"][number]) => `${hinge_mm + f.along_mm},${-f.aside_mm}`;
          return (
            <g key={hinge_mm}>
              <polyline points={swing.frames.map(at).join(" ")} stroke="var(--faint)" strokeDasharray="4 3" vectorEffect="non-scaling-stroke" />
              <polyline points={`${hinge_mm},0 ${at(frame)}`} stroke={ink(frame.clearance_mm < 0)} strokeWidth={4} vectorEffect="non-scaling-stroke" />
            </g>
          );
        })}
      </g>
    </svg>
  );
}

/** The foot of each leaf over the ground it has under it, hinge at its own side; heights larger than they are. */
function Beside({ way, angle }: { way: Hanging; angle: number }) {
  const levels = way.leaves.flatMap(({ swing }) => [swing.bottom_mm, ...swing.frames.flatMap((f) => f.ground_mm)]);
  const [low, high] = [Math.min(...levels), Math.max(...levels)];
  const wide = way.opening_mm;
  const tall = (high - low) * LARGER;
  const y = (level: number) => (high - level) * LARGER;
  const leaf = wide * 0.14;
  return (
    <svg viewBox={`0 ${-leaf * 1.3} ${wide} ${tall + leaf * 2.2}`} role="img" aria-label={`From the side, ${angle} degrees open; heights ${LARGER} times as large`} className="h-full min-h-0 w-full bg-lime">
      {way.leaves.map(({ swing, hinge_mm }) => {
        const frame = frameAt(swing, angle);
        const towards = swing.hinge === "start" ? 1 : -1;
        const x = (i: number) => hinge_mm + (towards * swing.leaf_width_mm * i) / (frame.ground_mm.length - 1);
        const ground = frame.ground_mm.map((level, i) => `${x(i)},${y(level)}`).join(" ");
        const end = x(frame.ground_mm.length - 1);
        return (
          <g key={hinge_mm}>
            <polygon points={`${hinge_mm},${tall + leaf} ${ground} ${end},${tall + leaf}`} fill="var(--earth)" stroke="var(--ink)" vectorEffect="non-scaling-stroke" />
            <rect x={Math.min(hinge_mm, end)} width={swing.leaf_width_mm} y={y(swing.bottom_mm) - leaf} height={leaf} fill="var(--timber)" stroke={ink(frame.clearance_mm < 0)} strokeWidth={frame.clearance_mm < 0 ? 3 : 1} vectorEffect="non-scaling-stroke" />
          </g>
        );
      })}
    </svg>
  );
}
