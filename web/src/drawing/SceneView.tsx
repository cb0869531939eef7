import { type PointerEvent, type ReactNode, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { Handle, Scene, Window } from "../api/types";
import { apart } from "./grips";
import { Handles, labelOf, tiedTo } from "./Handles";
import { fitWords, placeLabels } from "./labels";
import { PartList } from "./PartList";
import { Shapes } from "./Shapes";
import { CutLine, Words } from "./Words";
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

const BARE = { left: 8, top: 8, right: 8, bottom: 8 };
/** A drawing to scale: pan by dragging, zoom by wheel or keys, pick by pressing; dimensions stay readable. */
export function SceneView({ scene, label, selected, onPick, onDrag, onDrop, onRemove, reads, onPlace, line, onLine, plain, onView, caption }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState<Size>({ w: 0, h: 0 });
  const [view, setView] = useState<View | null>(null);
  const drag = useRef<{ handle?: Handle; x: number; y: number; moved: boolean; from?: View } | null>(null);
  const [ghost, setGhost] = useState<{ at: [number, number]; tied: [number, number][] } | null>(null);
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
      setGhost({ at: [x, y], tied: tiedTo(held.handle, scene.legs ?? []).map((place) => toScreen(seen, size, place)) });
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

  const grasped = Boolean(onDrag);
  const labels = useMemo(
    () => (w && !plain ? placeLabels(scene.shapes, seen, { w, h }, true, held(grasped ? scene.handles : [], seen, { w, h })) : []),
    [scene.shapes, scene.handles, grasped, seen, w, h, plain],
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
          <Shapes shapes={scene.shapes} chosen={chosen} mmPerPx={seen.mmPerPx} />
        </svg>
      )}
      {w > 0 && !plain && (
        <svg width={w} height={h} className="pointer-events-none absolute inset-0" aria-hidden="true">
          <Words labels={labels} chosen={chosen} />
          {over && <CutLine from={toScreen(seen, size, over.start)} to={toScreen(seen, size, over.end)} />}
          {ghost && (
            <g data-ghost stroke="var(--signal)" strokeWidth={2} fill="none">
              {ghost.tied.map(([x, y], i) => (
                <line key={i} x1={x} y1={y} x2={ghost.at[0]} y2={ghost.at[1]} strokeDasharray="6 4" />
              ))}
              <circle cx={ghost.at[0]} cy={ghost.at[1]} r={9} strokeDasharray="3 3" />
            </g>
          )}
        </svg>
      )}
      {w > 0 && onDrag && (
        <Handles handles={scene.handles ?? []} legs={scene.legs ?? []} at={(place) => toScreen(seen, size, place)} reads={reads} onDown={down} onDrag={onDrag} onDrop={onDrop} onRemove={onRemove} onPick={onPick} />
      )}
    </div>
  );
  return (
    <div className="@container flex h-full w-full flex-col">
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

/** Where handles stand. */
const held = (handles: readonly Handle[] | undefined, view: View, size: Size) =>
  apart((handles ?? []).map((handle) => ({ at: toScreen(view, size, handle.at) }))).map(({ at }) => at);

/** How far two fingers are apart, and where between them is. */
function span(fingers: Map<number, [number, number]>): { apart: number; middle: [number, number] } {
  const [[ax, ay], [bx, by]] = [...fingers.values()];
  return { apart: Math.hypot(bx - ax, by - ay), middle: [(ax + bx) / 2, (ay + by) / 2] };
}
