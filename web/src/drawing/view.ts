import type { Scene } from "../api/types";

/** What part of a scene is seen: its lower left corner and width in mm; height follows the frame. */
export interface View {
  x: number;
  y: number;
  mmPerPx: number;
}

export interface Size {
  w: number;
  h: number;
}

type Point = [number, number];

export interface Pads {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** The view that shows a whole scene in a frame, with room on its sides. */
export function fit(scene: Pick<Scene, "low" | "high">, size: Size, pads: Pads): View {
  const w = scene.high[0] - scene.low[0];
  const h = scene.high[1] - scene.low[1];
  const room = [Math.max(40, size.w - pads.left - pads.right), Math.max(40, size.h - pads.top - pads.bottom)];
  const mmPerPx = Math.max(w / room[0], h / room[1], 0.05);
  return {
    x: scene.low[0] + w / 2 - (pads.left + room[0] / 2) * mmPerPx,
    y: scene.low[1] + h / 2 - (pads.bottom + room[1] / 2) * mmPerPx,
    mmPerPx,
  };
}

/** No drawing is looked at from further away, mm to a dot, but one whose whole is. */
const FURTHEST = 400;

/** Zoom by a factor, keeping the point under the pointer where it is. */
export function zoom(view: View, size: Size, factor: number, at: Point = [size.w / 2, size.h / 2]): View {
  const mmPerPx = Math.min(Math.max(FURTHEST, view.mmPerPx), Math.max(0.05, view.mmPerPx * factor));
  const [mx, my] = toWorld(view, size, at);
  return { x: mx - at[0] * mmPerPx, y: my - (size.h - at[1]) * mmPerPx, mmPerPx };
}

export function toWorld(view: View, size: Size, at: Point): Point {
  return [view.x + at[0] * view.mmPerPx, view.y + (size.h - at[1]) * view.mmPerPx];
}

export function toScreen(view: View, size: Size, at: readonly number[]): Point {
  return [(at[0] - view.x) / view.mmPerPx, size.h - (at[1] - view.y) / view.mmPerPx];
}
