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
/** No dimension is drawn on a shorter bar. */
const LEAST_BAR = 4;
/** Half of what marks the end of a dimension. */
const TICK = 4;
const ruler = typeof OffscreenCanvas === "undefined" ? null : new OffscreenCanvas(1, 1).getContext("2d");
const widths = new Map<string, number>();

/** How wide words are drawn, px; by the letter where nothing can measure them. */
export function wide(words: string): number {
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

/** The room that words take: a turned rectangle about its middle. */
interface Room {
  x: number;
  y: number;
  /** Half as long as the words, half as high. */
  half: [number, number];
  turn: number;
}

function roomOf(p: Placed): Room {
  const turn = (p.turn * Math.PI) / 180;
  return { x: p.x + Math.sin(turn) * MIDDLE, y: p.y - Math.cos(turn) * MIDDLE, half: [wide(p.shape.text ?? "") / 2 + 3, HIGH / 2], turn };
}

/** How far a room reaches from its middle in a direction. */
const reach = ({ half: [long, high], turn }: Room, way: number) => Math.abs(Math.cos(way - turn)) * long + Math.abs(Math.sin(way - turn)) * high;

/** No corner of a room is further from its middle. */
const spread = ({ half: [long, high] }: Room) => long + high;

/** Two rectangles are apart where they are along a side of either. */
function meet(a: Room, b: Room): boolean {
  if (Math.abs(b.x - a.x) >= spread(a) + spread(b) || Math.abs(b.y - a.y) >= spread(a) + spread(b)) return false;
  return [a.turn, a.turn + Math.PI / 2, b.turn, b.turn + Math.PI / 2].every(
    (way) => Math.abs((b.x - a.x) * Math.cos(way) + (b.y - a.y) * Math.sin(way)) < reach(a, way) + reach(b, way),
  );
}

type Box = [number, number, number, number];

/** From its left and its top to its right and its foot. */
function boxOf(room: Room): Box {
  const [across, up] = [reach(room, 0), reach(room, Math.PI / 2)];
  return [room.x - across, room.y - up, room.x + across, room.y + up];
}

/** What words take of a drawing, with the bar of a dimension. */
function whole(p: Placed): Box {
  const [left, top, right, foot] = boxOf(roomOf(p));
  if (!p.bar) return [left, top, right, foot];
  const { x0, x1, y0, y1 } = p.bar;
  return [Math.min(left, x0 - TICK, x1 - TICK), Math.min(top, y0 - TICK, y1 - TICK), Math.max(right, x0 + TICK, x1 + TICK), Math.max(foot, y0 + TICK, y1 + TICK)];
}

/** A dimension with its words in the middle of its bar, or else at either end of it; nothing where the bar is too short. */
function dims(shape: Shape, view: View, size: Size): Placed[] {
  const middle = dim(shape, view, size);
  const { x0, x1, y0, y1 } = middle.bar!;
  const length = Math.hypot(x1 - x0, y1 - y0);
  const free = (length - wide(shape.text ?? "")) / 2 / (length || 1);
  const slid = (share: number) => ({ ...middle, x: middle.x + (x1 - x0) * share, y: middle.y + (y1 - y0) * share });
  return length < LEAST_BAR ? [] : free > 0 ? [middle, slid(free), slid(-free)] : [middle];
}

/** A name beside its place, or a row further from it. */
function named(shape: Shape, view: View, size: Size): Placed[] {
  const [x, y] = toScreen(view, size, shape.points[0]);
  if (shape.points.length < 2) return [{ shape, x, y: y + 4, turn: 0 }];
  const [dx, dy] = [shape.points[1][0] - shape.points[0][0], shape.points[1][1] - shape.points[0][1]];
  return [1, 2].map((times) => {
    const off = NAME * (shape.aside ?? 1) * times;
    return { shape, x: x + dx * off * (1 + (Math.abs(dx) * (shape.text ?? "").length) / 9), y: y - dy * off + 4, turn: 0 };
  });
}

/** Half of what is seen of a handle. */
const GRASPED = 7;

/** Words that do not lie in the frame as a whole are left out; by so much they may. */
const SLACK = 2;

/** Words and dimensions where they can be read: those that would lie on others, or on too short a bar, are left out; and clear of handles, where
 * there is a place that is. */
export function placeLabels(shapes: readonly Shape[], view: View, size: Size, within = true, handles: readonly [number, number][] = []): Placed[] {
  const words = shapes.filter((s) => s.kind === "dim" || s.kind === "text");
  const rank = (s: Shape) => (s.kind === "dim" ? (Math.abs(s.aside ?? 0) > 1.5 ? 0 : 2) : s.look === "label" ? 1 : 3);
  words.sort((a, b) => rank(a) - rank(b));
  const grips = handles.map(([x, y]): Room => ({ x, y, half: [GRASPED, GRASPED], turn: 0 }));
  const taken: Room[] = [];
  const out: Placed[] = [];
  for (const shape of words) {
    const free: [Placed, Room][] = [];
    for (const placed of shape.kind === "dim" ? dims(shape, view, size) : named(shape, view, size)) {
      const room = roomOf(placed);
      const b = boxOf(room);
      const outside = within && (b[0] < -SLACK || b[2] > size.w + SLACK || b[1] < -SLACK || b[3] > size.h + SLACK);
      if (!outside && !taken.some((t) => meet(room, t))) free.push([placed, room]);
      else if (shape.kind === "text") break; // a name further off is for a handle's sake alone
    }
    const found = free.find(([, room]) => !grips.some((g) => meet(room, g))) ?? free[0];
    if (!found) continue;
    out.push(found[0]);
    taken.push(found[1]);
  }
  return out;
}

const EDGE = 6;
/** Words take no more of a frame than this on both sides together: in a small one the outermost are left out, and the drawing keeps its size. */
const MOST = 0.5;

/** The view that shows a whole drawing with the words round it. */
export function fitWords(scene: Scene, size: Size): View {
  const pads = { left: EDGE, top: EDGE, right: EDGE, bottom: EDGE };
  let view = fit(scene, size, pads);
  for (let turn = 0; turn < 6; turn++) {
    const boxes = placeLabels(scene.shapes, view, size, false).map(whole);
    const over = {
      left: Math.max(0, ...boxes.map((b) => EDGE - b[0])),
      top: Math.max(0, ...boxes.map((b) => EDGE - b[1])),
      right: Math.max(0, ...boxes.map((b) => b[2] - size.w + EDGE)),
      bottom: Math.max(0, ...boxes.map((b) => b[3] - size.h + EDGE)),
    };
    if (Math.max(...Object.values(over)) < 0.5) break;
    for (const [one, other, whole] of [["left", "right", size.w], ["top", "bottom", size.h]] as const) {
      const wanted = [pads[one] + over[one], pads[other] + over[other]];
      const share = Math.min(1, (whole * MOST) / (wanted[0] + wanted[1]));
      [pads[one], pads[other]] = [wanted[0] * share, wanted[1] * share];
    }
    view = fit(scene, size, pads);
  }
  return view;
}
