import type { BayTold, CutTicket, HoleTold, SiteSheet } from "../../api/types";
import { baysIn, markAfter, markIn } from "./closed";
import type { Waiting } from "./kept";
import { shown } from "./shown";

export interface Hole extends HoleTold {
  /** Noted here, and not sent yet. */
  unsent: boolean;
}

interface Values {
  drawn_mm?: number;
  at_mm?: number;
  clear_mm?: number;
  after_mm?: number;
}

/** The holes as they are with what waits on this device: what was measured stays, the rest between is divided anew. */
export function holesWith(sheet: SiteSheet, waiting: Waiting[]): Hole[] {
  const print = (mm: number) => shown(mm, sheet.units, sheet.fraction);
  const own = waiting.filter((w) => w.entry.kind === "post" && !w.why);
  const holes: Hole[] = sheet.site.holes.map((h) => {
    const mine = own.filter((w) => w.entry.part === h.id && (w.entry.values as Values).drawn_mm === h.key_mm);
    if (!mine.length) return { ...h, unsent: false };
    const bay = sheet.site.bays.find((b) => b.hole === h.id);
    const mark = mine.reduce((at, w) => {
      const v = w.entry.values as Values;
      if (v.at_mm !== undefined) return v.at_mm;
      return v.clear_mm !== undefined && v.after_mm !== undefined ? markAfter(v.after_mm, bay?.faces_mm ?? 0, v.clear_mm) : at;
    }, h.mark_mm);
    return { ...h, mark_mm: mark, mark: print(mark), entries: [...h.entries, ...mine.map((w) => w.entry.id)], unsent: true };
  });
  return own.length ? sheet.site.stretches.reduce((all, s) => redivided(all, s.leg, s.start_mm, s.end_mm, s.pitch_mm, print), holes) : holes;
}

/** Marks of a stretch between what stands, in equal bays; where one more is needed it is made up, and one too many is left out. */
function redivided(holes: Hole[], leg: number, start: number, end: number, pitch: number, print: (mm: number) => string): Hole[] {
  const inside = holes.filter((h) => h.leg === leg && h.key_mm > start + 1 && h.key_mm < end - 1);
  if (!inside.some((h) => h.unsent)) return holes;
  const fixed = inside.filter((h) => h.entries.length).sort((a, b) => a.mark_mm - b.mark_mm);
  const free = inside.filter((h) => !h.entries.length).sort((a, b) => a.mark_mm - b.mark_mm);
  const out: Hole[] = [];
  const ends = [start, ...fixed.map((h) => h.mark_mm), end];
  for (let i = 0; i + 1 < ends.length; i++) {
    for (let n = 1; n < baysIn(ends[i + 1] - ends[i], pitch); n++) {
      const mark = markIn(ends[i], ends[i + 1], pitch, n);
      const old = free.shift();
      const from = old ?? { ...inside[0], id: `${leg}/new/${i}/${n}`, label: "one more", entries: [], off: [], asks: false, unsent: true };
      out.push({ ...from, key_mm: old ? old.key_mm : mark, mark_mm: mark, mark: print(mark), face: print(mark) });
    }
    if (fixed[i]) out.push(fixed[i]);
  }
  const at = holes.findIndex((h) => inside.includes(h));
  const rest = holes.filter((h) => !inside.includes(h));
  return [...rest.slice(0, at), ...out, ...rest.slice(at)];
}

/** The bays with what waits here. */
export function baysWith(sheet: SiteSheet, waiting: Waiting[]): (BayTold & { unsent: boolean; measured: boolean })[] {
  const own = waiting.filter((w) => w.entry.kind === "post" && !w.why);
  return sheet.site.bays.map((b) => {
    const mine = own.filter((w) => w.entry.part === b.hole && (w.entry.values as Values).drawn_mm === b.key_mm);
    const clear = mine.reduce((mm, w) => (w.entry.values as Values).clear_mm ?? mm, b.clear_mm);
    return { ...b, clear_mm: clear, clear: shown(clear, sheet.units, sheet.fraction), unsent: mine.length > 0, measured: b.read || mine.length > 0 };
  });
}

/** The tickets with what was cut here since. */
export function ticketsWith(sheet: SiteSheet, waiting: Waiting[]): (CutTicket & { unsent: boolean })[] {
  const cut = waiting.filter((w) => w.entry.kind === "cut" && !w.why);
  return sheet.saw.tickets.map((t) => {
    const mine = cut.filter((w) => w.entry.part === t.key).reduce((n, w) => n + Number(w.entry.values.count ?? 1), 0);
    return { ...t, cut: Math.min(t.count, t.cut + mine), todo: t.todo.slice(mine), unsent: mine > 0 };
  });
}

const PLACE = ["at_mm", "clear_mm", "after_mm"];

/** What a new reading of a post says with what was read of it before, which it answers: its place is told together, all else stays. */
export function readAgain(hole: HoleTold | undefined, waiting: Waiting[], values: Record<string, unknown>): { values: Record<string, unknown>; answers: string[] } {
  if (!hole) return { values, answers: [] };
  const mine = waiting.filter((w) => w.entry.kind === "post" && w.entry.part === hole.id && (w.entry.values as Values).drawn_mm === hole.key_mm && !w.why);
  const before: Record<string, unknown> = Object.assign({}, hole.said, ...mine.map((w) => w.entry.values));
  const placed = "placed" in values || PLACE.some((key) => key in values);
  const kept = Object.fromEntries(Object.entries(before).filter(([key]) => !placed || !PLACE.includes(key)));
  const said = Object.fromEntries(Object.entries(values).filter(([key]) => key !== "placed"));
  return { values: { ...kept, ...said }, answers: [...new Set([...hole.entries, ...mine.map((w) => w.entry.id)])] };
}
