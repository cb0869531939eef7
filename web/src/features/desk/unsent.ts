import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Document, Edit } from "../../api/types";

/** Changes that belong together, with the words the history will have for them. */
export interface Batch {
  edits: Edit[];
  note: string;
}

/** What one window has of one job that is in no revision yet. */
export interface Unsent {
  job: string;
  window: string;
  at: number;
  revision: number;
  document: Document;
  /** Changes that the document does not hold yet, in order; the last may still be in a blank, not finished. */
  queue: Batch[];
  draft: Batch | null;
  /** What was last sent and may have been kept without its answer coming back. */
  sent: Document[];
  note: string;
}

interface Kept extends DBSchema {
  unsent: { key: [string, string]; value: Unsent; indexes: { job: string } };
}

/** This window, until it is closed or loaded anew. */
export const WINDOW = crypto.randomUUID();
const LOCK = "rowstake-window-";

let opened: Promise<IDBPDatabase<Kept>> | null = null;

function database(): Promise<IDBPDatabase<Kept>> {
  opened ??= openDB<Kept>("rowstake", 1, {
    upgrade: (db) => db.createObjectStore("unsent", { keyPath: ["job", "window"] }).createIndex("job", "job"),
    terminated: () => (opened = null),
  }).catch((error: unknown) => {
    opened = null;
    throw error;
  });
  return opened;
}

/** Held as long as this window lives, so that others know whose changes are orphans. */
void globalThis.navigator?.locks?.request(LOCK + WINDOW, () => new Promise(() => undefined));

async function livingWindows(): Promise<Set<string>> {
  const held = (await globalThis.navigator?.locks?.query())?.held ?? [];
  return new Set(held.map((lock) => lock.name?.replace(LOCK, "") ?? ""));
}

export async function keep(unsent: Unsent): Promise<void> {
  await (await database()).put("unsent", unsent);
}

export async function forget(job: string): Promise<void> {
  await (await database()).delete("unsent", [job, WINDOW]);
}

/** The oldest changes of this job that a closed window left behind, now this window's own; null where there are none.
 *  Taken in one step, so that two windows never take the same. */
export async function adopt(job: string): Promise<Unsent | null> {
  const living = await livingWindows();
  const step = (await database()).transaction("unsent", "readwrite");
  const all = await step.store.index("job").getAll(job);
  const left = all.filter((u) => u.window === WINDOW || !living.has(u.window)).sort((a, b) => a.at - b.at)[0];
  if (!left) return null;
  const own = { ...left, window: WINDOW };
  await step.store.delete([left.job, left.window]);
  await step.store.put(own);
  await step.done;
  return own;
}
