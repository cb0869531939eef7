import type { Scene, Shape } from "../api/types";
import { fit, type Size, toScreen, type View } from "./view";

export interface Placed {
  shape: Shape;
  x: number;
  y: number;
  turn: number;
  bar?: { x0: number; y0: number; x1: number; y1: number };
}

/** So much larger than usual the reader has letters. */
const EM = typeof document === "undefined" ? 1 : parseFloat(getComputedStyle(document.documentElement).fontSize || "16") / 16 || 1;
const ROW = 22 * EM;
const NAME = 19 * EM;
/** Where the middle of a line of words lies over its foot, and how high it is. */
const MIDDLE = 4 * EM;
const HIGH = 17 * EM;
const FONT = `600 ${13 * EM}px "Source Sans 3", sans-serif`;
const CHAR = 6.6 * EM;
const ruler = typeof OffscreenCanvas === "undefined" ? null : new OffscreenCanvas(1, 1).getContext("2d");
const widths = new Map<string, number>();

/** How wide words are drawn, px; by the letter where nothing can measure them. */
function wide(words: string): number {
  const known = widths.get(words);
  if (known !== undefined) return known;
  if (ruler) ruler.font = FONT;
  const found = ruler ? ruler.measureText(words).width : words.length * CHAR;
  if (document.fonts?.status === "loaded") widths.set(words, found);
  return found;
}

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

type Box = [number, number, number, number];

function box(p: Placed): Box {
  const w = wide(p.shape.text ?? "") + 6;
  const rad = (p.turn * Math.PI) / 180;
  const [x, y] = [p.x + Math.sin(rad) * MIDDLE, p.y - Math.cos(rad) * MIDDLE];
  const hw = (Math.abs(Math.cos(rad)) * w + Math.abs(Math.sin(rad)) * HIGH) / 2;
  const hh = (Math.abs(Math.sin(rad)) * w + Math.abs(Math.cos(rad)) * HIGH) / 2;
  return [x - hw, y - hh, x + hw, y + hh];
}

/** Words that do not lie in the frame as a whole are left out; by so much they may. */
const SLACK = 2;

/** Words and dimensions where they can be read: those that would lie on others, or on too short a bar, are left out. */
export function placeLabels(shapes: readonly Shape[], view: View, size: Size, within = true): Placed[] {
  const words = shapes.filter((s) => s.kind === "dim" || s.kind === "text");
  const rank = (s: Shape) => (s.kind === "dim" ? (Math.abs(s.aside ?? 0) > 1.5 ? 0 : 2) : s.look === "label" ? 1 : 3);
  words.sort((a, b) => rank(a) - rank(b));
  const taken: Box[] = [];
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
    if (within && (b[0] < -SLACK || b[2] > size.w + SLACK || b[1] < -SLACK || b[3] > size.h + SLACK)) continue;
    if (taken.some((t) => b[0] < t[2] && b[2] > t[0] && b[1] < t[3] && b[3] > t[1])) continue;
    taken.push(b);
    out.push(placed);
  }
  return out;
}

const EDGE = 6;
/** Words take no more of a frame than this on one side. */
const MOST = 0.42;

/** The view that shows a whole drawing with the words round it. */
export function fitWords(scene: Scene, size: Size): View {
  const pads = { left: EDGE, top: EDGE, right: EDGE, bottom: EDGE };
  let view = fit(scene, size, pads);
  for (let turn = 0; turn < 6; turn++) {
    const boxes = placeLabels(scene.shapes, view, size, false).map(box);
    const over = {
      left: Math.max(0, ...boxes.map((b) => EDGE - b[0])),
      top: Math.max(0, ...boxes.map((b) => EDGE - b[1])),
      right: Math.max(0, ...boxes.map((b) => b[2] - size.w + EDGE)),
      bottom: Math.max(0, ...boxes.map((b) => b[3] - size.h + EDGE)),
    };
    if (Math.max(...Object.values(over)) < 0.5) break;
    for (const side of ["left", "right"] as const) pads[side] = Math.min(pads[side] + over[side], size.w * MOST);
    for (const side of ["top", "bottom"] as const) pads[side] = Math.min(pads[side] + over[side], size.h * MOST);
    view = fit(scene, size, pads);
  }
  return view;
}
