import type { KeyboardEvent, PointerEvent } from "react";
import type { Handle, LegFrame } from "../api/types";
import { apart } from "./grips";

interface Props {
  handles: readonly Handle[];
  at: (place: readonly number[]) => [number, number];
  /** What an arrow key moves one by, mm. */
  reads?: number;
  legs: readonly LegFrame[];
  onDown: (event: PointerEvent, handle: Handle) => void;
  onDrag: (handle: Handle, at: [number, number]) => void;
  onDrop?: (handle: Handle) => void;
  onRemove?: (handle: Handle) => void;
  onPick?: (label: string) => void;
}

/** What can be dragged: by the pointer, by the arrow keys, taken away by Delete, picked by Enter. */
export function Handles({ handles, at, reads = 100, legs, onDown, onDrag, onDrop, onRemove, onPick }: Props) {
  return apart(handles.map((handle) => ({ handle, at: at(handle.at) }))).map(({ handle, at: [x, y] }) => {
    const name = handle.kind === "corner" ? `Corner ${Number(handle.id) + 1}` : `${handle.kind} ${handle.id}`;
    return (
      <button
        key={`${handle.kind}${handle.id}`}
        type="button"
        aria-label={`Drag ${name}: arrow keys move it${onRemove && handle.kind !== "deck" ? ", Delete takes it away" : ""}`}
        data-handle={`${handle.kind} ${handle.id}`}
        onPointerDown={(e) => onDown(e, handle)}
        onKeyDown={(e) => {
          if (e.key === "Delete" && onRemove) onRemove(handle);
          else if (e.key === "Enter" || e.key === " ") onPick?.(labelOf(handle));
          else nudge(e, handle, reads, wayOf(handle, legs), onDrag, onDrop);
        }}
        style={{ left: x - 12, top: y - 12 }}
        className="absolute grid h-6 w-6 cursor-grab touch-none place-items-center"
      >
        <span
          className={`block h-3 w-3 border-2 border-signal bg-board/70 ${handle.kind === "corner" ? "rounded-full" : "rotate-45"}`}
        />
      </button>
    );
  });
}

/** What a handle is picked as: a corner is the leg that ends there. */
export function labelOf(handle: Handle): string {
  if (handle.kind === "corner") return `leg ${Math.max(1, Number(handle.id))}`;
  return handle.kind === "gate" ? `gate ${handle.id}` : handle.id;
}

/** What a dragged handle stays tied to while the drawing catches up: a corner to those beside it, all else to where it was. */
export function tiedTo(handle: Handle, legs: readonly LegFrame[]): (readonly number[])[] {
  if (handle.kind !== "corner") return [handle.at];
  const at = Number(handle.id);
  return [legs[at - 1]?.start, legs[at]?.end].filter((place) => place !== undefined);
}

/** A handle moves by what a tape reads; where its own way is not the arrow's, right and up are on along it. */
function nudge(
  event: KeyboardEvent,
  handle: Handle,
  step: number,
  along: [number, number] | null,
  onDrag: (h: Handle, at: [number, number]) => void,
  onDrop?: (h: Handle) => void,
) {
  const by: Record<string, [number, number]> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, step],
    ArrowDown: [0, -step],
  };
  const wanted = by[event.key];
  if (!wanted) return;
  const moved = along ? alongIt(wanted, along, step) : wanted;
  event.preventDefault();
  event.stopPropagation();
  onDrag(handle, [handle.at[0] + moved[0], handle.at[1] + moved[1]]);
  onDrop?.(handle);
}

/** The way a handle goes that stays on its leg; none for one that goes anywhere. */
function wayOf(handle: Handle, legs: readonly LegFrame[]): [number, number] | null {
  const leg = handle.kind === "gate" || handle.kind === "obstacle" ? legs.find((l) => l.leg === handle.leg) : undefined;
  return leg ? [(leg.end[0] - leg.start[0]) / leg.length_mm, (leg.end[1] - leg.start[1]) / leg.length_mm] : null;
}

/** An arrow is square to a leg under this share of its step. */
const SQUARE = 0.3;

function alongIt([x, y]: [number, number], [ax, ay]: [number, number], step: number): [number, number] {
  const on = x * ax + y * ay;
  const way = Math.abs(on) > SQUARE * step ? Math.sign(on) : x > 0 || y > 0 ? 1 : -1;
  return [ax * step * way, ay * step * way];
}
