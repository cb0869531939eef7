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

/** The view that shows a whole scene in a frame, with room for its dimensions. */
export function fit(scene: Scene, size: Size, pad = 34): View {
  const w = scene.high[0] - scene.low[0];
  const h = scene.high[1] - scene.low[1];
  const mmPerPx = Math.max(w / Math.max(40, size.w - 2 * pad), h / Math.max(40, size.h - 2 * pad), 0.05);
  return {
    x: scene.low[0] + w / 2 - (size.w / 2) * mmPerPx,
    y: scene.low[1] + h / 2 - (size.h / 2) * mmPerPx,
    mmPerPx,
  };
}

/** Zoom by a factor, keeping the point under the pointer where it is. */
export function zoom(view: View, size: Size, factor: number, at: Point = [size.w / 2, size.h / 2]): View {
  const mmPerPx = Math.min(400, Math.max(0.05, view.mmPerPx * factor));
  const [mx, my] = toWorld(view, size, at);
  return { x: mx - at[0] * mmPerPx, y: my - (size.h - at[1]) * mmPerPx, mmPerPx };
}

export function toWorld(view: View, size: Size, at: Point): Point {
  return [view.x + at[0] * view.mmPerPx, view.y + (size.h - at[1]) * view.mmPerPx];
}

export function toScreen(view: View, size: Size, at: readonly number[]): Point {
  return [(at[0] - view.x) / view.mmPerPx, size.h - (at[1] - view.y) / view.mmPerPx];
}
