import type { Shape } from "../api/types";
import { type Size, toScreen, type View } from "./view";

export interface Placed {
  shape: Shape;
  x: number;
  y: number;
  turn: number;
  bar?: { x0: number; y0: number; x1: number; y1: number };
}

const CHAR = 6.6;
const ROW = 22;
const NAME = 19;

function dim(shape: Shape, view: View, size: Size): Placed {
  const [a, b] = shape.points.map((p) => toScreen(view, size, p));
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const nx = (b[1] - a[1]) / length;
  const ny = -(b[0] - a[0]) / length;
  const off = (shape.aside ?? 0) * ROW;
  const bar = { x0: a[0] + nx * off, y0: a[1] + ny * off, x1: b[0] + nx * off, y1: b[1] + ny * off };
  let turn = (Math.atan2(bar.y1 - bar.y0, bar.x1 - bar.x0) * 180) / Math.PI;
  if (turn > 90.5) turn -= 180;
  if (turn <= -89.5) turn += 180;
  const lift = 6;
  const rad = (turn * Math.PI) / 180;
  return {
    shape,
    x: (bar.x0 + bar.x1) / 2 + Math.sin(rad) * lift,
    y: (bar.y0 + bar.y1) / 2 - Math.cos(rad) * lift,
    turn,
    bar,
  };
}

function box(p: Placed): [number, number, number, number] {
  const w = (p.shape.text ?? "").length * CHAR + 6;
  const rad = (p.turn * Math.PI) / 180;
  const hw = (Math.abs(Math.cos(rad)) * w + Math.abs(Math.sin(rad)) * 15) / 2;
  const hh = (Math.abs(Math.sin(rad)) * w + Math.abs(Math.cos(rad)) * 15) / 2;
  return [p.x - hw, p.y - hh - 4, p.x + hw, p.y + hh - 4];
}

/** Words and dimensions where they can be read: those that would lie on others, or on too short a bar, are left out. */
export function placeLabels(shapes: Shape[], view: View, size: Size): Placed[] {
  const words = shapes.filter((s) => s.kind === "dim" || s.kind === "text");
  const rank = (s: Shape) => (s.kind === "dim" ? (Math.abs(s.aside ?? 0) > 1.5 ? 0 : 2) : s.look === "label" ? 1 : 3);
  words.sort((a, b) => rank(a) - rank(b));
  const taken: [number, number, number, number][] = [];
  const out: Placed[] = [];
  for (const shape of words) {
    let placed: Placed;
    if (shape.kind === "dim") {
      placed = dim(shape, view, size);
      const bar = placed.bar!;
      const length = Math.hypot(bar.x1 - bar.x0, bar.y1 - bar.y0);
      if (length < 4) continue;
    } else {
      let [x, y] = toScreen(view, size, shape.points[0]);
      if (shape.points.length > 1) {
        const [dx, dy] = [shape.points[1][0] - shape.points[0][0], shape.points[1][1] - shape.points[0][1]];
        const reach = NAME * (shape.aside ?? 1);
        x += dx * reach * (1 + (Math.abs(dx) * (shape.text ?? "").length) / 9);
        y -= dy * reach;
      }
      placed = { shape, x, y: y + 4, turn: 0 };
    }
    const b = box(placed);
    if (b[2] < 0 || b[0] > size.w || b[3] < 0 || b[1] > size.h) continue;
    if (taken.some((t) => b[0] < t[2] && b[2] > t[0] && b[1] < t[3] && b[3] > t[1])) continue;
    taken.push(b);
    out.push(placed);
  }
  return out;
}
