import type { Desk, Seen, Sight, Thing } from "../../api/types";

/** What is asked for of a job before anything of its page is chosen. */
export const FIRST: Sight = { step: "line", also: [], picked: [], leg: 0, lists: false, windows: {} };

/** True where a desk holds all that a sight names, but for parts of drawings that are seen closer. */
export function holds(desk: Desk, sight: Sight): boolean {
  const panels = desk.panels[sight.step ?? ""] ?? [];
  const drawn = [...panels.flatMap((p) => p.scenes ?? []), ...(sight.also ?? [])];
  const tapes = desk.tapes.filter((t) => sight.lists || t.leg === sight.leg);
  return (
    drawn.every((name) => desk.scenes[name]) &&
    panels.every((p) => !p.schedule || desk.schedules.some((s) => s.title === p.schedule)) &&
    (sight.picked ?? []).every((label) => label in desk.things) &&
    tapes.every((t) => t.marks.length) &&
    (!sight.lists || desk.buy.length > 0)
  );
}

/** A desk with what was looked at besides; what was picked and is not told of is not asked for again. */
export function withSeen(desk: Desk, seen: Seen, sight: Sight): Desk {
  const unknown = Object.fromEntries((sight.picked ?? []).map((label) => [label, undefined as unknown as Thing]));
  const told = new Set(seen.schedules.map((s) => s.title));
  return {
    ...desk,
    scenes: { ...desk.scenes, ...seen.scenes },
    things: { ...desk.things, ...unknown, ...seen.things },
    schedules: [...desk.schedules.filter((s) => !told.has(s.title)), ...seen.schedules],
    tapes: desk.tapes.map((old, i) => (seen.tapes[i]?.marks.length ? seen.tapes[i] : old)),
    buy: seen.buy.length ? seen.buy : desk.buy,
    cuts: seen.cuts.length ? seen.cuts : desk.cuts,
  };
}
