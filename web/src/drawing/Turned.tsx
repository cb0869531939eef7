import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from "react";
import type { Standing } from "../api/types";
import { Plain } from "../ui/controls";
import { FIRST, standOn, type Stand, type Turn } from "./stand";

const STEP_DEG = 10;

/** Bodies that stand: turned by dragging or the arrow keys, put up step by step, a piece picked by pressing on it. */
export function Turned(props: {
  found: Standing;
  /** What a step is called. */
  called: (step: string) => string;
  name: string;
  lit: string;
  onPick: (label: string) => void;
  says: string;
  high?: string;
}) {
  const { found } = props;
  const [wrong, setWrong] = useState("");
  const [turn, setTurn] = useState(FIRST);
  const [chosen, setChosen] = useState(99);
  const [size, setSize] = useState([0, 0]);
  const canvas = useRef<HTMLCanvasElement>(null);
  const stand = useRef<Stand | null>(null);
  const held = useRef<{ x: number; y: number; from: Turn; moved: boolean } | null>(null);
  const bodies = useMemo(() => [...found.bodies].sort((a, b) => a.step - b.step), [found]);
  const upTo = Math.min(chosen, found.steps.length - 1);
  const standing = useMemo(() => bodies.filter((b) => b.step <= upTo), [bodies, upTo]);
  const lit = standing.some((b) => b.label === props.lit) ? props.lit : "";
  useEffect(() => {
    const node = canvas.current;
    if (!node || !bodies.length) return;
    const measure = () => setSize([node.clientWidth, node.clientHeight]);
    const watch = new ResizeObserver(measure);
    watch.observe(node);
    stand.current = standOn(node, bodies);
    if (!stand.current) setWrong("This browser cannot draw standing pictures (it has no WebGL 2). Take the job away as glTF instead.");
    measure();
    return () => watch.disconnect();
  }, [bodies]);
  useEffect(() => {
    const node = canvas.current;
    if (!node || !stand.current || !size[0]) return;
    const ratio = window.devicePixelRatio || 1;
    node.width = size[0] * ratio;
    node.height = size[1] * ratio;
    stand.current.draw(turn, upTo, lit);
  }, [turn, upTo, lit, size, bodies]);

  const turned = (by: Partial<Turn>) => setTurn((t) => ({ ...t, ...by, tilt: Math.max(-5, Math.min(89, by.tilt ?? t.tilt)), closer: Math.max(0.5, Math.min(12, by.closer ?? t.closer)) }));
  const down = (e: PointerEvent) => {
    held.current = { x: e.clientX, y: e.clientY, from: turn, moved: false };
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const move = (e: PointerEvent) => {
    const from = held.current;
    if (!from) return;
    const [dx, dy] = [e.clientX - from.x, e.clientY - from.y];
    if (Math.hypot(dx, dy) > 3) from.moved = true;
    if (from.moved) turned({ heading: from.from.heading - dx * 0.4, tilt: from.from.tilt + dy * 0.3 });
  };
  const up = (e: PointerEvent) => {
    const from = held.current;
    held.current = null;
    if (!from || from.moved || !stand.current) return;
    const box = e.currentTarget.getBoundingClientRect();
    const ratio = window.devicePixelRatio || 1;
    const label = stand.current.at(turn, upTo, (e.clientX - box.left) * ratio, (e.clientY - box.top) * ratio);
    stand.current.draw(turn, upTo, lit);
    if (label) props.onPick(label);
  };
  const key = (e: KeyboardEvent) => {
    const by: Record<string, Partial<Turn>> = {
      ArrowLeft: { heading: turn.heading + STEP_DEG },
      ArrowRight: { heading: turn.heading - STEP_DEG },
      ArrowUp: { tilt: turn.tilt + STEP_DEG },
      ArrowDown: { tilt: turn.tilt - STEP_DEG },
      "+": { closer: turn.closer * 1.25 },
      "=": { closer: turn.closer * 1.25 },
      "-": { closer: turn.closer / 1.25 },
      "0": FIRST,
    };
    if (!by[e.key]) return;
    e.preventDefault();
    turned(by[e.key]);
  };
  return (
    <>
      {wrong && <p role="alert">{wrong}</p>}
      <p className="flex flex-wrap items-center gap-2 text-sm" role="group" aria-label="Put up to">
        Put up to:
        {found.steps.map((step, i) => (
          <Plain key={step} aria-pressed={upTo === i} className="aria-pressed:border-signal aria-pressed:font-semibold" onClick={() => setChosen(i)}>
            {props.called(step)}
          </Plain>
        ))}
        <span className="ml-auto flex gap-1">
          <Plain aria-label="Closer" onClick={() => turned({ closer: turn.closer * 1.25 })}>+</Plain>
          <Plain aria-label="Further" onClick={() => turned({ closer: turn.closer / 1.25 })}>−</Plain>
          <Plain onClick={() => setTurn(FIRST)}>As at first</Plain>
        </span>
      </p>
      <canvas
        ref={canvas}
        tabIndex={0}
        role="img"
        aria-label={`${props.name} standing, ${standing.length} pieces, seen from ${Math.round(turn.heading)}°, ${Math.round(turn.tilt)}° over the horizon; arrow keys turn it, plus and minus come closer`}
        data-heading={Math.round(turn.heading)}
        data-pieces={standing.length}
        className={`mt-2 ${props.high ?? "h-[min(62vh,36rem)]"} w-full cursor-grab touch-none border border-rule`}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={() => (held.current = null)}
        onKeyDown={key}
        onWheel={(e) => turned({ closer: turn.closer * Math.exp(-e.deltaY * 0.0015) })}
      />
      <p className="mt-1 text-sm text-faint" role="status">
        {props.says}
      </p>
    </>
  );
}
