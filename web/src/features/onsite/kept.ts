import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { SiteSheet } from "../../api/types";

/** An entry as this device made it. */
export interface Made {
  id: string;
  time: string;
  author: string;
  kind: string;
  part: string;
  values: Record<string, unknown>;
  answers: string[];
  photos: string[];
}

/** An entry that the server does not have yet; `why` where it would not take it. */
export interface Waiting {
  key: string;
  job: string;
  at: number;
  entry: Made;
  why?: string;
}

export interface Photo {
  id: string;
  job: string;
  data: Blob;
  /** The server will not have it: it stays here, and holds up nothing else. */
  refused?: boolean;
}

interface Kept {
  job: string;
  sheet: SiteSheet;
  at: number;
}

interface Device extends DBSchema {
  sheets: { key: string; value: Kept };
  waiting: { key: string; value: Waiting; indexes: { job: string } };
  photos: { key: string; value: Photo; indexes: { job: string } };
}

let opened: Promise<IDBPDatabase<Device>> | null = null;

/** What this device keeps of jobs on site: the sheet it saw last, and entries and pictures until the server has them. */
function device(): Promise<IDBPDatabase<Device>> {
  opened ??= openDB<Device>("rowstake-site", 1, {
    upgrade: (db) => {
      db.createObjectStore("sheets", { keyPath: "job" });
      db.createObjectStore("waiting", { keyPath: "key" }).createIndex("job", "job");
      db.createObjectStore("photos", { keyPath: "id" }).createIndex("job", "job");
    },
    terminated: () => (opened = null),
  }).catch((error: unknown) => {
    opened = null;
    throw error;
  });
  return opened;
}

export async function keepSheet(job: string, sheet: SiteSheet): Promise<void> {
  await (await device()).put("sheets", { job, sheet, at: Date.now() });
}

/** As it was kept; what sheets did not tell when an older version of this kept it is filled with nothing. */
export async function keptSheet(job: string): Promise<Kept | undefined> {
  const kept = await (await device()).get("sheets", job);
  if (!kept) return undefined;
  const steps = kept.sheet.steps.map((step) => ({ ...step, again: step.again ?? [] }));
  const site = { ...kept.sheet.site, strings: kept.sheet.site.strings ?? [] };
  return { ...kept, sheet: { ...kept.sheet, site, steps, arrivals: kept.sheet.arrivals ?? { lines: [], strange: [], words: "" } } };
}

/** Kept before anything else happens with it. */
export async function keepEntry(waiting: Waiting, photos: Photo[]): Promise<void> {
  const step = (await device()).transaction(["waiting", "photos"], "readwrite");
  for (const photo of photos) await step.objectStore("photos").put(photo);
  await step.objectStore("waiting").put(waiting);
  await step.done;
}

/** What waits of a job, in the order it was made. */
export async function waitingOf(job: string): Promise<Waiting[]> {
  const all = await (await device()).getAllFromIndex("waiting", "job", job);
  return all.sort((a, b) => a.at - b.at || (a.entry.time < b.entry.time ? -1 : 1));
}

export async function photosOf(job: string): Promise<Photo[]> {
  return (await (await device()).getAllFromIndex("photos", "job", job)).filter((photo) => !photo.refused);
}

export async function keepPhoto(photo: Photo): Promise<void> {
  await (await device()).put("photos", photo);
}

export async function forgetPhoto(id: string): Promise<void> {
  await (await device()).delete("photos", id);
}

export async function forgetEntries(keys: string[]): Promise<void> {
  const step = (await device()).transaction("waiting", "readwrite");
  for (const key of keys) await step.store.delete(key);
  await step.done;
}

export async function refuseEntry(waiting: Waiting, why: string): Promise<void> {
  await (await device()).put("waiting", { ...waiting, why });
}
