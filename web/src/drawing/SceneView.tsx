import { memo, type PointerEvent, type ReactNode, useCallback, useEffect, useId, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { Handle, Scene, Shape, Window } from "../api/types";
import { placeLabels } from "./labels";
import { fit, type Size, toScreen, toWorld, type View, zoom } from "./view";

export interface Picking {
  selected: readonly string[];
  onPick?: (label: string) => void;
}

interface Props extends Picking {
  scene: Scene;
  label: string;
  /** Draggable points; moved is called with a place in mm, let go when the drag ends. */
  onDrag?: (handle: Handle, at: [number, number]) => void;
  onDrop?: (handle: Handle) => void;
  /** When set, a press on the drawing gives a place in mm instead of a pick. */
  onPlace?: (at: [number, number]) => void;
  plain?: boolean;
  /** Told which part of the drawing is in the frame; null for all of it. */
  onView?: (window: Window | null) => void;
  /** What stands over the drawing, beside the buttons that bring it closer. */
  caption?: ReactNode;
}

const FILL: Record<string, string> = {
  post: "var(--timber-deep)",
  board: "var(--timber)",
  rail: "var(--timber-deep)",
  frame: "var(--timber-deep)",
  concrete: "var(--concrete)",
  gravel: "var(--gravel)",
  hole: "var(--earth)",
};
const PAD: Record<string, number> = { plan: 58, elevation: 26, answer: 40, season: 16, joint_above: 30, joint_side: 30, edge: 26, last: 26 };
/** In a small frame the drawing itself has the room. */
const MOST_PAD = 0.16;
const WEIGHT: Record<string, number> = { string: 1.6, ground: 2.4, brace: 1.6, post: 1.2, board: 0.6, swing: 0.9 };

function strokeOf(shape: Shape): string {
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

/** A drawing to scale: pan by dragging, zoom by wheel or keys, pick by pressing; dimensions stay readable. */
export function SceneView({ scene, label, selected, onPick, onDrag, onDrop, onPlace, plain, onView, caption }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const ids = useId();
  const [size, setSize] = useState<Size>({ w: 0, h: 0 });
  const [view, setView] = useState<View | null>(null);
  const drag = useRef<{ handle?: Handle; x: number; y: number; moved: boolean; from?: View } | null>(null);
  const [ghost, setGhost] = useState<[number, number] | null>(null);

  useLayoutEffect(() => {
    const node = frame.current!;
    const measure = () => setSize({ w: node.clientWidth, h: node.clientHeight });
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(node);
    return () => watch.disconnect();
  }, []);

  const seen = useMemo(() => view ?? fit(scene, size, plain ? 8 : Math.min(PAD[scene.name] ?? 42, MOST_PAD * Math.min(size.w, size.h))), [view, scene, size, plain]);
  const telling = useRef(onView);
  useEffect(() => {
    telling.current = onView;
  });
  useEffect(() => {
    if (!size.w) return;
    const high: [number, number] = view ? [view.x + size.w * view.mmPerPx, view.y + size.h * view.mmPerPx] : [0, 0];
    telling.current?.(view && { low: [view.x, view.y], high, wide_px: size.w });
  }, [view, size]);
  const chosen = useMemo(() => new Set(selected), [selected]);
  const { w, h } = size;

  const local = (event: { clientX: number; clientY: number }): [number, number] => {
    const box = frame.current!.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  };

  const onWheel = useCallback(
    (event: WheelEvent) => {
      event.preventDefault();
      const at = local(event);
      setView(zoom(seen, { w, h }, Math.exp(event.deltaY * 0.0015), at));
    },
    [seen, w, h],
  );
  useEffect(() => {
    const node = frame.current!;
    if (plain) return;
    node.addEventListener("wheel", onWheel, { passive: false });
    return () => node.removeEventListener("wheel", onWheel);
  }, [onWheel, plain]);

  const down = (event: PointerEvent, handle?: Handle) => {
    if (plain) return;
    event.stopPropagation();
    const [x, y] = local(event);
    drag.current = { handle, x, y, moved: false, from: seen };
    if (handle) setView(seen);
    frame.current!.setPointerCapture(event.pointerId);
  };
  const move = (event: PointerEvent) => {
    const held = drag.current;
    if (!held) return;
    const [x, y] = local(event);
    if (Math.hypot(x - held.x, y - held.y) > 3) held.moved = true;
    if (!held.moved) return;
    if (held.handle) {
      const at = toWorld(seen, size, [x, y]);
      setGhost([x, y]);
      onDrag?.(held.handle, at);
    } else if (!onPlace) {
      const from = held.from!;
      setView({ ...from, x: from.x - (x - held.x) * from.mmPerPx, y: from.y + (y - held.y) * from.mmPerPx });
    }
  };
  const up = (event: PointerEvent) => {
    const held = drag.current;
    drag.current = null;
    setGhost(null);
    if (!held) return;
    if (held.handle && held.moved) {
      onDrop?.(held.handle);
      setView(null);
    } else if (!held.moved) {
      const at = local(event);
      if (onPlace && !held.handle) onPlace(toWorld(seen, size, at));
      else if (held.handle && held.handle.kind !== "corner") {
        onPick?.(held.handle.kind === "gate" ? `gate ${held.handle.id}` : held.handle.id);
      } else {
        const under = document.elementsFromPoint(event.clientX, event.clientY);
        const found = under.find((e) => e instanceof SVGElement && e.dataset.of) as SVGElement | undefined;
        if (found?.dataset.of) onPick?.(found.dataset.of);
      }
    }
  };
  const key = (event: React.KeyboardEvent) => {
    const step = 60 * seen.mmPerPx;
    const moves: Record<string, View> = {
      "+": zoom(seen, size, 0.8),
      "=": zoom(seen, size, 0.8),
      "-": zoom(seen, size, 1.25),
      ArrowLeft: { ...seen, x: seen.x - step },
      ArrowRight: { ...seen, x: seen.x + step },
      ArrowUp: { ...seen, y: seen.y + step },
      ArrowDown: { ...seen, y: seen.y - step },
    };
    if (event.key === "0") setView(null);
    else if (moves[event.key]) setView(moves[event.key]);
    else return;
    event.preventDefault();
  };

  const labels = useMemo(
    () => (w && !plain ? placeLabels(scene.shapes, seen, { w, h }) : []),
    [scene.shapes, seen, w, h, plain],
  );
  const box = `${seen.x} ${-(seen.y + h * seen.mmPerPx)} ${w * seen.mmPerPx} ${h * seen.mmPerPx}`;
  const drawing = (
    <div
      ref={frame}
      className={`relative min-h-0 w-full flex-1 touch-none overflow-hidden select-none ${onPlace ? "cursor-crosshair" : ""}`}
      role="group"
      aria-label={label}
      tabIndex={plain ? undefined : 0}
      onPointerDown={(e) => down(e)}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={() => {
        drag.current = null;
        setGhost(null);
      }}
      onKeyDown={plain ? undefined : key}
      data-scene={scene.name}
    >
      {w > 0 && (
        <svg width={w} height={h} viewBox={box} className="absolute inset-0" aria-hidden="true">
          <defs>
            <pattern id={`${ids}zone`} width="8" height="8" patternUnits="userSpaceOnUse" patternTransform={`scale(${seen.mmPerPx}) rotate(45)`}>
              <path d="M0 0V8" stroke="var(--faint)" strokeWidth="2.5" />
            </pattern>
            <pattern id={`${ids}cement`} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform={`scale(${seen.mmPerPx})`}>
              <circle cx="2" cy="2" r="0.9" fill="var(--faint)" />
              <path d="M5 7l2-2.4 1.4 2.4z" fill="none" stroke="var(--faint)" strokeWidth="0.6" />
            </pattern>
            <pattern id={`${ids}stones`} width="11" height="9" patternUnits="userSpaceOnUse" patternTransform={`scale(${seen.mmPerPx})`}>
              <circle cx="3" cy="3" r="2.2" fill="none" stroke="var(--faint)" strokeWidth="0.8" />
              <circle cx="8.5" cy="7" r="1.7" fill="none" stroke="var(--faint)" strokeWidth="0.8" />
            </pattern>
          </defs>
          {scene.shapes.map((shape, i) =>
            shape.kind === "dim" || shape.kind === "text" ? null : (
              <ShapeMark key={i} shape={shape} chosen={Boolean(shape.of) && chosen.has(shape.of!)} zone={`${ids}zone`} />
            ),
          )}
          {scene.shapes.map((shape, i) =>
            shape.kind === "poly" && (shape.look === "concrete" || shape.look === "gravel") ? (
              <polygon
                key={i}
                points={shape.points.map(([x, y]) => `${x},${-y}`).join(" ")}
                fill={`url(#${ids}${shape.look === "concrete" ? "cement" : "stones"})`}
                pointerEvents="none"
              />
            ) : null,
          )}
        </svg>
      )}
      {w > 0 && !plain && (
        <svg width={w} height={h} className="pointer-events-none absolute inset-0" aria-hidden="true">
          {labels.map((p, i) => {
            const on = Boolean(p.shape.of) && chosen.has(p.shape.of!);
            const dimmed = p.shape.look === "quiet";
            return (
              <g key={i} fill={on ? "var(--signal)" : dimmed ? "var(--faint)" : "var(--ink)"}>
                {p.bar && (
                  <g stroke={on ? "var(--signal)" : "var(--ink)"} strokeWidth={0.8}>
                    <line x1={p.bar.x0} y1={p.bar.y0} x2={p.bar.x1} y2={p.bar.y1} />
                    <path d={`M${p.bar.x0 - 4} ${p.bar.y0 + 4}l8 -8M${p.bar.x1 - 4} ${p.bar.y1 + 4}l8 -8`} strokeWidth={1.6} />
                  </g>
                )}
                <text
                  x={p.x}
                  y={p.y}
                  textAnchor="middle"
                  fontSize={p.shape.kind === "dim" ? 13 : 12.5}
                  fontWeight={on || p.shape.look === "label" ? 600 : 400}
                  transform={p.turn ? `rotate(${p.turn} ${p.x} ${p.y})` : undefined}
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
              </g>
            );
          })}
          {ghost && <circle cx={ghost[0]} cy={ghost[1]} r={9} fill="none" stroke="var(--signal)" strokeWidth={2} strokeDasharray="3 3" />}
        </svg>
      )}
      {w > 0 &&
        onDrag &&
        apart((scene.handles ?? []).map((handle) => ({ handle, at: toScreen(seen, size, handle.at) }))).map(({ handle, at: [x, y] }) => {
          const name = handle.kind === "corner" ? `Corner ${Number(handle.id) + 1}` : `${handle.kind} ${handle.id}`;
          return (
            <button
              key={`${handle.kind}${handle.id}`}
              type="button"
              aria-label={`Drag ${name}`}
              data-handle={`${handle.kind} ${handle.id}`}
              onPointerDown={(e) => down(e, handle)}
              onKeyDown={(e) => nudge(e, handle, onDrag, onDrop)}
              style={{ left: x - 12, top: y - 12 }}
              className="absolute grid h-6 w-6 cursor-grab place-items-center"
            >
              <span
                className={`block h-3 w-3 border-2 border-signal bg-board/70 ${handle.kind === "corner" ? "rounded-full" : "rotate-45"}`}
              />
            </button>
          );
        })}
    </div>
  );
  return (
    <div className="flex h-full w-full flex-col">
      {!plain && (
        <div className="flex min-h-8 items-center gap-x-3 px-2 pt-0.5 text-sm">
          {caption ?? <span className="font-semibold">{label}</span>}
      <div className="no-print ml-auto flex shrink-0 gap-1 text-sm">
          {(
            [
              ["+", "Closer", () => setView(zoom(seen, size, 0.75))],
              ["−", "Further", () => setView(zoom(seen, size, 1.33))],
              ["Fit", "Fit", () => setView(null)],
            ] as const
          ).map(([sign, name, run]) => (
            <button
              key={sign}
              type="button"
              aria-label={`${name}: ${label}`}
              onClick={run}
              className="min-h-7 min-w-7 border border-rule bg-board px-1.5 hover:border-ink"
            >
              {sign}
            </button>
          ))}
        </div>
        </div>
      )}
      {drawing}
    </div>
  );
}

/** A handle is this large; those that would lie on each other stand beside each other. */
const GRIP = 25;

function apart<T extends { at: [number, number] }>(handles: T[]): T[] {
  const out: T[] = [];
  for (const one of handles) {
    let at = one.at;
    for (const other of out) {
      const [dx, dy] = [at[0] - other.at[0], at[1] - other.at[1]];
      const far = Math.hypot(dx, dy);
      if (Math.max(Math.abs(dx), Math.abs(dy)) >= GRIP) continue;
      const [ux, uy] = far > 1 ? [dx / far, dy / far] : [1, 0];
      const reach = GRIP / Math.max(Math.abs(ux), Math.abs(uy));
      at = [other.at[0] + ux * reach, other.at[1] + uy * reach];
    }
    out.push({ ...one, at });
  }
  return out;
}

const NUDGE = 150;
function nudge(
  event: React.KeyboardEvent,
  handle: Handle,
  onDrag: (h: Handle, at: [number, number]) => void,
  onDrop?: (h: Handle) => void,
) {
  const by: Record<string, [number, number]> = {
    ArrowLeft: [-NUDGE, 0],
    ArrowRight: [NUDGE, 0],
    ArrowUp: [0, NUDGE],
    ArrowDown: [0, -NUDGE],
  };
  const step = by[event.key];
  if (!step) return;
  event.preventDefault();
  event.stopPropagation();
  onDrag(handle, [handle.at[0] + step[0], handle.at[1] + step[1]]);
  onDrop?.(handle);
}
