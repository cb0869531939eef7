import { type PointerEvent, useEffect, useLayoutEffect, useRef, useState } from "react";
import { Num } from "../../ui/Num";
import type { Mark } from "../../api/types";
import { wide } from "../../drawing/labels";
import { useDesk, useShownDesk } from "./state";

/** Marks stand at least so far apart, px, and so far between their words; a millimetre is drawn no larger. */
const APART = 52;
const BETWEEN = 10;
const CLOSEST = 1.2;
/** The figure of a mark is set so much larger than the words of a drawing. */
const FIGURE = 14.5 / 13;

/** The marks that fit: all that are picked, then from the hook on whatever has room for its figure. */
function thinned(marks: readonly Mark[], perMm: number, selected: readonly string[]): Mark[] {
  const half = (m: Mark) => Math.max(APART - BETWEEN, wide(m.of), wide(m.text) * FIGURE) / 2;
  const kept = marks.filter((m) => selected.includes(m.of));
  for (const m of [marks[0], marks[marks.length - 1], ...marks]) {
    if (m && kept.every((k) => Math.abs(k.mm - m.mm) * perMm >= half(k) + half(m) + BETWEEN)) kept.push(m);
  }
  return kept.sort((a, b) => a.mm - b.mm);
}

/** The marks of a deck that each step is after. */
const MARKS_AT: Record<string, string> = { frame: "joists", skin: "boards", line: "joists", ground: "posts of B1", holes: "posts of B1" };

/** The tape: hooked at a leg's start, pulled along to read the running marks of posts or boards. */
export function Tape() {
  const { tapes, trade } = useShownDesk();
  const fence = trade === "fence";
  const selected = useDesk((s) => s.selected);
  const pick = useDesk((s) => s.pick);
  const thing = useShownDesk().things[selected[0] ?? ""];
  const [chosen, setWhat] = useState<string | null>(null);
  const stake = useDesk((s) => s.stake);
  const what = chosen ?? (fence ? "posts" : (MARKS_AT[stake] ?? "posts"));
  const [legChosen, setLeg] = useState(0);
  const [pull, setPull] = useState(0);
  const [, measured] = useState(0);
  useLayoutEffect(() => measured(box.current!.clientWidth), []);
  const box = useRef<HTMLDivElement>(null);
  const held = useRef<{ x: number; pull: number } | null>(null);
  const own = thing?.leg ?? -1;
  const leg = own >= 0 ? own : Math.min(legChosen, Math.max(...tapes.map((t) => t.leg)));
  const { see } = useDesk.getState();
  useEffect(() => see({ leg }), [see, leg]);
  const tape = tapes.find((t) => t.leg === leg && t.what === what) ?? tapes.find((t) => t.leg === leg)!;
  const width = box.current?.clientWidth ?? 860;
  const whole = (width - 96) / Math.max(tape.length_mm, 1);
  const [closer, setCloser] = useState(1);
  const perMm = whole * closer;
  const full = tape.length_mm * perMm + 120;
  const bound = (value: number) => Math.max(Math.min(0, -(full - width)), Math.min(0, value));
  const chosenMark = tape.marks.find((m) => selected.includes(m.of));
  const shift = bound(chosenMark && !held.current && pull === 0 ? Math.min(0, width / 2 - 40 - chosenMark.mm * perMm) : pull);
  const draw = (factor: number) => setCloser(Math.min(CLOSEST / whole, Math.max(1, closer * factor)));
  const fingers = useRef(new Map<number, number>());
  const apart = () => {
    const [a, b] = [...fingers.current.values()];
    return Math.max(1, Math.abs(a - b));
  };
  const down = (e: PointerEvent) => {
    if (e.pointerType === "touch") fingers.current.set(e.pointerId, e.clientX);
    held.current = fingers.current.size > 1 ? null : { x: e.clientX, pull: shift };
  };
  const up = (e: PointerEvent) => {
    fingers.current.delete(e.pointerId);
    held.current = null;
  };
  const move = (e: PointerEvent) => {
    if (fingers.current.size === 2 && fingers.current.has(e.pointerId)) {
      const before = apart();
      fingers.current.set(e.pointerId, e.clientX);
      draw(apart() / before);
      return;
    }
    if (!held.current || Math.abs(e.clientX - held.current.x) < 4) return;
    box.current!.setPointerCapture(e.pointerId);
    setPull(bound(held.current.pull + e.clientX - held.current.x));
  };
  /** The mark after the one in hand, or before it. */
  const read = (way: 1 | -1) => {
    const at = tape.marks.findIndex((m) => m.of === selected[0]);
    const next = tape.marks[at < 0 ? (way > 0 ? 0 : tape.marks.length - 1) : at + way];
    if (!next) return;
    setPull(0);
    void pick(next.of);
  };
  return (
    <section aria-label="Tape" className="flex h-[4.875rem] max-sm:h-[6.25rem] shrink-0 items-stretch border-t border-rule">
      <div className="flex w-[6.5rem] shrink-0 flex-col justify-center gap-1 px-2 text-sm max-sm:gap-0.5">
        <select aria-label="Tape hooked at" value={leg} onChange={(e) => (setLeg(Number(e.target.value)), setPull(0), pick(`leg ${Number(e.target.value) + 1}`))} className="bg-board font-semibold">
          {[...new Set(tapes.map((t) => t.leg))].map((l) => (
            <option key={l} value={l}>
              {fence ? `Leg ${l + 1}` : l ? `Level ${l + 1}` : "The deck"}
            </option>
          ))}
        </select>
        <select aria-label="Marks of" value={tape.what} onChange={(e) => (setWhat(e.target.value), setPull(0))} className="bg-board">
          {tapes
            .filter((t) => t.leg === leg)
            .map((t) => (
              <option key={t.what} value={t.what}>
                {t.what === "boards" ? "board edges" : t.what}
              </option>
            ))}
        </select>
      </div>
      <div
        ref={box}
        className="relative flex-1 cursor-ew-resize touch-none overflow-hidden bg-board"
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={up}
        onWheel={(e) => (e.deltaX ? setPull(bound(pull - e.deltaX)) : draw(Math.exp(-e.deltaY * 0.0015)))}
        tabIndex={0}
        role="group"
        aria-label={`Tape of leg ${leg + 1}, ${tape.marks.length} marks; left and right read one after another, page up and down pull it, plus and minus draw it closer`}
        onKeyDown={(e) => {
          if (e.key === "ArrowRight") read(1);
          if (e.key === "ArrowLeft") read(-1);
          if (e.key === "PageDown") setPull(bound(shift - 240));
          if (e.key === "PageUp") setPull(bound(shift + 240));
          if (e.key === "+" || e.key === "=") draw(1.5);
          if (e.key === "-") draw(1 / 1.5);
          if (e.key === "0") {
            setCloser(1);
            setPull(0);
          }
        }}
      >
        <div className="absolute inset-x-0 top-[1.625rem] h-[1.875rem] border-y border-ink/60 bg-[color-mix(in_oklab,var(--timber)_35%,var(--board))]" />
        <div className="absolute top-0 left-0 h-full" style={{ transform: `translateX(${shift + 40}px)`, width: full }}>
          {thinned(tape.marks, perMm, selected).map((m) => {
            const on = selected.includes(m.of);
            return (
              <button
                key={m.of}
                type="button"
                tabIndex={-1}
                onClick={() => pick(m.of)}
                style={{ left: m.mm * perMm }}
                data-mark={m.of}
                className={`absolute top-0 flex h-full min-w-6 -translate-x-1/2 flex-col items-center ${on ? "text-signal" : ""}`}
              >
                <span className="h-[1.5rem] text-[0.8125rem] leading-6">{m.of}</span>
                <span className={`h-[2rem] w-[2px] ${on ? "bg-signal" : "bg-ink"}`} />
                <span className="text-[0.9062rem] font-semibold whitespace-nowrap">
                  <Num>{m.text}</Num>
                </span>
              </button>
            );
          })}
        </div>
      </div>
    </section>
  );
}
