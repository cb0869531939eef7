import { useState } from "react";
import type { Swing } from "../../api/types";
import { Plain } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { Sheet } from "../../ui/Sheet";
import { useDesk, useFence } from "./state";

const W = 300;
const H = 170;

/** The leaf over the real ground: from above and from the side, at the angle of the slider. */
function Stage({ swing, angle }: { swing: Swing; angle: number }) {
  const frame = swing.frames.find((f) => f.angle_deg === angle) ?? swing.frames[0];
  const scale = (H - 40) / swing.leaf_width_mm;
  const right = swing.frames[0].along_mm > 0;
  const hinge = { x: right ? 60 : W - 60, y: swing.swing === "left" ? H - 20 : 20 };
  const at = (f: (typeof swing.frames)[number]) => [hinge.x + f.along_mm * scale, hinge.y - f.aside_mm * scale];
  const [tipX, tipY] = at(frame);
  const arc = swing.frames.map((f) => at(f).join(",")).join(" ");
  const levels = swing.frames.flatMap((f) => f.ground_mm);
  const low = Math.min(...levels) - 60;
  const high = Math.max(swing.bottom_mm, ...levels) + 120;
  const y = (level: number) => H - 14 - ((level - low) / (high - low)) * (H - 30);
  const x = (i: number) => 20 + (i / (frame.ground_mm.length - 1)) * (W - 40);
  const ground = frame.ground_mm.map((level, i) => `${x(i)},${y(level)}`).join(" ");
  const short = frame.clearance_mm < 0;
  return (
    <div className="flex flex-wrap gap-3">
      <svg width={W} height={H} role="img" aria-label={`From above, ${angle} degrees open`} className="bg-lime">
        <line x1={0} x2={W} y1={hinge.y} y2={hinge.y} stroke="var(--signal)" strokeDasharray="6 4" />
        <polyline points={arc} fill="none" stroke="var(--faint)" strokeDasharray="4 3" />
        <line x1={hinge.x} y1={hinge.y} x2={tipX} y2={tipY} stroke={short ? "var(--signal)" : "var(--ink)"} strokeWidth={5} />
        <circle cx={hinge.x} cy={hinge.y} r={5} fill="var(--timber-deep)" stroke="var(--ink)" />
      </svg>
      <svg width={W} height={H} role="img" aria-label={`From the side, ${angle} degrees open`} className="bg-lime">
        <polygon points={`20,${H} ${ground} ${W - 20},${H}`} fill="var(--earth)" stroke="var(--ink)" strokeWidth={2} />
        <rect x={20} width={W - 40} y={y(swing.bottom_mm) - 26} height={26} fill="var(--timber)" stroke={short ? "var(--signal)" : "var(--ink)"} strokeWidth={2} />
      </svg>
      <p className="w-full text-sm text-faint">From above, to scale. From the side, the ground under the leaf from hinge to free end, heights drawn larger.</p>
    </div>
  );
}

const where = (s: Swing) => `hung at the ${s.hinge === "start" ? "near" : "far"} post, swinging ${s.swing}`;

/** All ways of hanging a gate, rehearsed over the ground; the slider opens them. */
export function RehearsalSheet({ gate, onClose }: { gate: string; onClose: () => void }) {
  const swings = useFence().rehearsals[gate] ?? [];
  const edit = useDesk((s) => s.edit);
  const [angle, setAngle] = useState(0);
  const [shown, setShown] = useState(0);
  const swing = swings[shown];
  if (!swing) return null;
  const frame = swing.frames.find((f) => f.angle_deg === angle)!;
  const { things } = useDesk.getState().desk!;
  return (
    <Sheet open onClose={onClose} title={`Rehearsal of gate ${gate}`}>
      <Stage swing={swing} angle={angle} />
      <label className="mt-2 block">
        Open to <b>{angle}°</b>: {frame.clearance_mm < 0 ? "it grounds here" : "it swings clear"}
        <input
          type="range"
          min={0}
          max={90}
          step={5}
          value={angle}
          onChange={(e) => setAngle(Number(e.target.value))}
          aria-label="Open to"
          className="block w-full accent-[var(--signal)]"
        />
      </label>
      <ul className="mt-2">
        {swings.map((s, i) => {
          const line = things[`gate ${gate}`]?.lines.filter((l) => l.name.startsWith("opens "))[i];
          return (
            <li key={where(s)} className={`flex items-center gap-3 border-b border-rule py-1 ${i === shown ? "font-bold" : ""}`}>
              <button type="button" className="flex-1 text-left hover:underline" onClick={() => setShown(i)}>
                {where(s)}: <Num>{line?.value ?? ""}</Num>
              </button>
              <Plain
                onClick={() => void edit([{ do: "gate", id: gate, values: { hinge: s.hinge, swing: s.swing }, snap: false }], "Gate hung")}
              >
                Hang it so
              </Plain>
            </li>
          );
        })}
      </ul>
    </Sheet>
  );
}
