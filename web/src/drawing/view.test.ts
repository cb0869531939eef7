import { describe, expect, it } from "vitest";
import type { Scene, Shape } from "../api/types";
import { fitWords, placeLabels } from "./labels";
import { fit, toScreen, toWorld, zoom } from "./view";
import { tiedTo } from "./Handles";

const size = { w: 600, h: 300 };
const PADS = { left: 50, top: 50, right: 50, bottom: 50 };
const scene = { name: "plan", title: "", low: [0, 0], high: [10_000, 2000], shapes: [], handles: [], legs: [], layers: [] } as Scene;

function dim(a: [number, number], b: [number, number], text: string, aside = 1): Shape {
  return { kind: "dim", points: [a, b], look: "mark", of: "", text, radius_mm: 0, aside, hidden: false, layer: "" };
}

describe("view", () => {
  it("shows the whole scene with its padding", () => {
    const view = fit(scene, size, PADS);
    expect(view.mmPerPx).toBeCloseTo(20);
    expect(toScreen(view, size, [0, 1000])).toEqual([50, 150]);
    expect(toScreen(view, size, [10_000, 1000])).toEqual([550, 150]);
  });

  it("turns places on screen into places on the ground and back", () => {
    const view = fit(scene, size, PADS);
    const [x, y] = toWorld(view, size, [123, 45]);
    const [sx, sy] = toScreen(view, size, [x, y]);
    expect(sx).toBeCloseTo(123);
    expect(sy).toBeCloseTo(45);
  });

  it("keeps the place under the pointer while zooming", () => {
    const view = fit(scene, size, PADS);
    const before = toWorld(view, size, [400, 100]);
    const after = toWorld(zoom(view, size, 0.5, [400, 100]), size, [400, 100]);
    expect(after[0]).toBeCloseTo(before[0]);
    expect(after[1]).toBeCloseTo(before[1]);
  });
});

describe("a drawing of two kilometres", () => {
  it("goes further by what was asked, not to where small ones end", () => {
    const far = { x: 0, y: 0, mmPerPx: 2000 };
    expect(zoom(far, size, 1.33).mmPerPx).toBe(2000);
    expect(zoom(far, size, 0.5).mmPerPx).toBe(1000);
    expect(zoom({ ...far, mmPerPx: 390 }, size, 1.33).mmPerPx).toBe(400);
  });
});

describe("the words of a drawing", () => {
  it("leave room for the bars of dimensions too", () => {
    // A leg that falls 1000 in 1000: its bar stands 44 px off it, down and to the left of its start.
    const drawn = { ...scene, high: [1000, 1000], shapes: [dim([0, 1000], [1000, 0], "x", -2)] } as Scene;
    for (const { bar } of placeLabels(drawn.shapes, fitWords(drawn, size), size)) {
      expect(Math.min(bar!.x0, bar!.x1)).toBeGreaterThanOrEqual(9.5);
      expect(Math.max(bar!.y0, bar!.y1)).toBeLessThanOrEqual(size.h - 9.5);
    }
  });

  it("stand beside slanting ones as near as they are, not as the box round them", () => {
    // At 20 mm a dot, two slanting legs 60 dots apart across: their boxes meet, the words are some 40 apart.
    const slant = (at: number, text: string) => dim([at, 0], [at + 4000, 4000], text, 0);
    expect(placeLabels([slant(0, "leg 1: 10 000 mm"), slant(1200, "leg 2: 10 000 mm")], { x: 0, y: 0, mmPerPx: 20 }, size)).toHaveLength(2);
    expect(placeLabels([slant(0, "leg 1: 10 000 mm"), slant(200, "leg 2: 10 000 mm")], { x: 0, y: 0, mmPerPx: 20 }, size)).toHaveLength(1);
  });


  it("are in its frame when all of it is shown", () => {
    const outside = dim([0, 0], [10_000, 0], "10 m", -2);
    const named = { ...dim([0, 0], [0, 0], "a long name of a post"), kind: "text", points: [[0, 1000]] } as Shape;
    const drawn = { ...scene, shapes: [outside, named] };
    const view = fitWords(drawn, size);
    // The dimension lies two rows of 22 px under the drawing, its words 15 px high; the name half before its left end.
    const [left, low] = toScreen(view, size, [0, 0]);
    expect(low + 2 * 22 + 4).toBeLessThanOrEqual(size.h);
    expect(left).toBeGreaterThan((21 * 6.6) / 2);
    expect(placeLabels(drawn.shapes, view, size)).toHaveLength(2);
  });
});

describe("labels", () => {
  const view = fit(scene, size, PADS);

  it("lays a dimension aside its points, to the left of their direction", () => {
    const [placed] = placeLabels([dim([0, 1000], [10_000, 1000], "10 m", 2)], view, size);
    expect(placed.bar).toMatchObject({ x0: 50, x1: 550, y0: 106, y1: 106 });
    expect(placed.turn).toBe(0);
  });

  it("leaves out words that would lie on others, the more important first", () => {
    const leg = dim([0, 1000], [10_000, 1000], "leg 1: 10 000 mm", 1.6);
    const bay = dim([4500, 1000], [5500, 1000], "1000", 1.4);
    const placed = placeLabels([bay, leg], view, size);
    expect(placed.map((p) => p.shape.text)).toEqual(["leg 1: 10 000 mm"]);
  });

  it("slides the words of a dimension along its bar where another's are in the way", () => {
    // Words of 16 letters are 106 px wide: on a bar of 250 px they may go 72 px to either side of its middle.
    const [a, b] = [dim([0, 1000], [10_000, 1000], "leg 1: 10 000 mm", 2), dim([0, 1000], [5000, 1000], "leg 2: 10 000 mm", 2)];
    const [first, second] = placeLabels([a, { ...b, points: [[4000, 1000], [9000, 1000]] }], view, size);
    expect(first.x).toBeCloseTo(300);
    expect(second.x).toBeCloseTo(375 + (250 - 16 * 6.6) / 2);
  });

  it("sets a name a row further where a handle stands on its place", () => {
    const name = { ...dim([5000, 1000], [5000, 1001], "S1"), kind: "text" as const, look: "label" as const };
    const [plain] = placeLabels([name], view, size);
    const [moved] = placeLabels([name], view, size, true, [[plain.x, plain.y]]);
    expect(plain.y - moved.y).toBeCloseTo(19);
    expect(placeLabels([name], view, size, true, [[plain.x, plain.y], [moved.x, moved.y]])[0].y).toBeCloseTo(plain.y);
  });

  it("never sets words upside down", () => {
    for (const [a, b] of [
      [[9000, 1000], [0, 1000]],
      [[5000, 0], [5000, 2000]],
      [[5000, 2000], [5000, 0]],
    ] as [number, number][][]) {
      const [placed] = placeLabels([dim(a, b, "x")], view, size);
      expect(placed.turn).toBeGreaterThan(-90);
      expect(placed.turn).toBeLessThanOrEqual(90.5);
    }
  });
});

it("a dragged corner stays tied to those beside it, all else to where it was", () => {
  const legs = [
    { leg: 0, start: [0, 0] as [number, number], end: [4000, 0] as [number, number], length_mm: 4000 },
    { leg: 1, start: [4000, 0] as [number, number], end: [4000, 3000] as [number, number], length_mm: 3000 },
  ];
  const handle = { id: "1", at: [4000, 0] as [number, number], leg: 0 };
  expect(tiedTo({ ...handle, kind: "corner" }, legs)).toEqual([[0, 0], [4000, 3000]]);
  expect(tiedTo({ ...handle, kind: "corner", id: "2" }, legs)).toEqual([[4000, 0]]);
  expect(tiedTo({ ...handle, kind: "gate" }, legs)).toEqual([[4000, 0]]);
});
