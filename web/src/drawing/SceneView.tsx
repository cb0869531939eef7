import { memo, type PointerEvent, type ReactNode, useCallback, useEffect, useId, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { Handle, Scene, Shape, Window } from "../api/types";
import { fitWords, placeLabels } from "./labels";
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
  /** Takes what a handle is of away. */
  onRemove?: (handle: Handle) => void;
  /** What an arrow key moves a handle by, mm: a mark of the tape. */
  reads?: number;
  /** When set, a press on the drawing gives a place in mm instead of a pick. */
  onPlace?: (at: [number, number]) => void;
  /** A line over the drawing, and what is called when another is drawn by dragging, in mm. */
  line?: { start: [number, number]; end: [number, number] };
  onLine?: (start: [number, number], end: [number, number]) => void;
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
const BARE = { left: 8, top: 8, right: 8, bottom: 8 };
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
export function SceneView({ scene, label, selected, onPick, onDrag, onDrop, onRemove, reads, onPlace, line, onLine, plain, onView, caption }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const ids = useId();
  const [size, setSize] = useState<Size>({ w: 0, h: 0 });
  const [view, setView] = useState<View | null>(null);
  const drag = useRef<{ handle?: Handle; x: number; y: number; moved: boolean; from?: View } | null>(null);
  const [ghost, setGhost] = useState<[number, number] | null>(null);
  const [drawn, setDrawn] = useState<Props["line"] | null>(null);
  const over = drawn ?? line;

  useLayoutEffect(() => {
    const node = frame.current!;
    const measure = () => setSize({ w: node.clientWidth, h: node.clientHeight });
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(node);
    return () => watch.disconnect();
  }, []);

  const seen = useMemo(() => view ?? (plain ? fit(scene, size, BARE) : fitWords(scene, size)), [view, scene, size, plain]);
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

  const fingers = useRef(new Map<number, [number, number]>());
  const pinch = useRef<{ from: View; apart: number; middle: [number, number] } | null>(null);
  const down = (event: PointerEvent, handle?: Handle) => {
    if (plain) return;
    event.stopPropagation();
    const [x, y] = local(event);
    if (event.pointerType === "touch") fingers.current.set(event.pointerId, [x, y]);
    if (fingers.current.size === 2) {
      drag.current = null;
      pinch.current = { from: seen, ...span(fingers.current) };
      for (const id of fingers.current.keys()) frame.current!.setPointerCapture(id);
      return;
    }
    drag.current = { handle, x, y, moved: false, from: seen };
    if (handle) setView(seen);
    if (handle || onLine || event.pointerType !== "touch") frame.current!.setPointerCapture(event.pointerId);
  };
  const lift = (event: PointerEvent) => {
    fingers.current.delete(event.pointerId);
    if (fingers.current.size < 2) pinch.current = null;
  };
  const move = (event: PointerEvent) => {
    if (fingers.current.has(event.pointerId)) fingers.current.set(event.pointerId, local(event));
    if (pinch.current && fingers.current.size === 2) {
      const { from, apart: before, middle } = pinch.current;
      const now = span(fingers.current);
      const closer = zoom(from, size, before / Math.max(now.apart, 1), middle);
      setView({ ...closer, x: closer.x - (now.middle[0] - middle[0]) * closer.mmPerPx, y: closer.y + (now.middle[1] - middle[1]) * closer.mmPerPx });
      return;
    }
    const held = drag.current;
    if (!held) return;
    const [x, y] = local(event);
    if (Math.hypot(x - held.x, y - held.y) > 3) held.moved = true;
    if (!held.moved) return;
    if (held.handle) {
      const at = toWorld(seen, size, [x, y]);
      setGhost([x, y]);
      onDrag?.(held.handle, at);
    } else if (onLine) {
      setDrawn({ start: toWorld(seen, size, [held.x, held.y]), end: toWorld(seen, size, [x, y]) });
    } else if (!onPlace && event.pointerType !== "touch") {
      const from = held.from!;
      setView({ ...from, x: from.x - (x - held.x) * from.mmPerPx, y: from.y + (y - held.y) * from.mmPerPx });
    }
  };
  const up = (event: PointerEvent) => {
    lift(event);
    const held = drag.current;
    drag.current = null;
    setGhost(null);
    setDrawn(null);
    if (!held) return;
    if (onLine && held.moved && drawn) return onLine(drawn.start, drawn.end);
    if (held.handle && held.moved) {
      onDrop?.(held.handle);
      setView(null);
    } else if (!held.moved) {
      const at = local(event);
      if (onPlace && !held.handle) onPlace(toWorld(seen, size, at));
      else if (held.handle) onPick?.(labelOf(held.handle));
      else {
        const under = document.elementsFromPoint(event.clientX, event.clientY);
        const found = under.find((e) => e instanceof SVGElement && e.dataset.of) as SVGElement | undefined;
        if (found?.dataset.of) onPick?.(found.dataset.of);
      }
    }
  };
  const parts = useMemo(() => [...new Set(scene.shapes.flatMap((s) => (s.of ? [s.of] : [])))], [scene.shapes]);
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
    if (event.target !== event.currentTarget) return;
    if (event.key === "PageDown" || event.key === "PageUp") {
      const at = parts.indexOf(selected[0] ?? "");
      const next = event.key === "PageDown" ? at + 1 : at < 0 ? parts.length - 1 : at - 1;
      if (parts[next]) onPick?.(parts[next]);
    } else if (event.key === "Escape") onPick?.("");
    else if (event.key === "0") setView(null);
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
      className={`relative min-h-0 w-full flex-1 ${onLine ? "touch-none" : "touch-pan-y"} overflow-hidden select-none ${onPlace || onLine ? "cursor-crosshair" : ""}`}
      role="group"
      aria-label={plain ? label : `${label}: arrows move it, plus and minus bring it closer, page down picks the next part`}
      tabIndex={plain ? undefined : 0}
      onPointerDown={(e) => down(e)}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={(e) => {
        lift(e);
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
          {over && <CutLine from={toScreen(seen, size, over.start)} to={toScreen(seen, size, over.end)} />}
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
              aria-label={`Drag ${name}: arrow keys move it${onRemove && handle.kind !== "deck" ? ", Delete takes it away" : ""}`}
              data-handle={`${handle.kind} ${handle.id}`}
              onPointerDown={(e) => down(e, handle)}
              onKeyDown={(e) => {
                if (e.key === "Delete" && onRemove) onRemove(handle);
                else if (e.key === "Enter" || e.key === " ") onPick?.(labelOf(handle));
                else nudge(e, handle, reads ?? 100, onDrag, onDrop);
              }}
              style={{ left: x - 12, top: y - 12 }}
              className="absolute grid h-6 w-6 cursor-grab touch-none place-items-center"
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
      {onPick && <PartList parts={parts} label={label} selected={selected} onPick={onPick} />}
    </div>
  );
}

/** The line of a cut, with arrows the way it is looked. */
function CutLine({ from, to }: { from: [number, number]; to: [number, number] }) {
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

const MOST_LISTED = 150;

/** The parts of a drawing as a list for those who cannot see it; picked here as on the drawing, out of the way of the tab key. */
function PartList({ parts, label, selected, onPick }: { parts: readonly string[]; label: string; selected: readonly string[]; onPick: (of: string) => void }) {
  return (
    <ul className="sr-only" aria-label={`Parts on ${label}`}>
      {parts.slice(0, MOST_LISTED).map((of) => (
        <li key={of}>
          <button type="button" tabIndex={-1} aria-pressed={selected.includes(of)} onClick={() => onPick(of)}>
            {of}
          </button>
        </li>
      ))}
      {parts.length > MOST_LISTED && <li>and {parts.length - MOST_LISTED} more; come closer for those</li>}
    </ul>
  );
}

/** How far two fingers are apart, and where between them is. */
function span(fingers: Map<number, [number, number]>): { apart: number; middle: [number, number] } {
  const [[ax, ay], [bx, by]] = [...fingers.values()];
  return { apart: Math.hypot(bx - ax, by - ay), middle: [(ax + bx) / 2, (ay + by) / 2] };
}

/** What a handle is picked as: a corner is the leg that ends there. */
function labelOf(handle: Handle): string {
  if (handle.kind === "corner") return `leg ${Math.max(1, Number(handle.id))}`;
  return handle.kind === "gate" ? `gate ${handle.id}` : handle.id;
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

/** A handle moves by what a tape reads; where its own way is not the arrow's, right and up are on along it. */
function nudge(
  event: React.KeyboardEvent,
  handle: Handle,
  step: number,
  onDrag: (h: Handle, at: [number, number]) => void,
  onDrop?: (h: Handle) => void,
) {
  const by: Record<string, [number, number]> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, step],
    ArrowDown: [0, -step],
  };
  const moved = by[event.key];
  if (!moved) return;
  event.preventDefault();
  event.stopPropagation();
  onDrag(handle, [handle.at[0] + moved[0], handle.at[1] + moved[1]]);
  onDrop?.(handle);
}
