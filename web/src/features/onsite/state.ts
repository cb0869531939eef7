import { create } from "zustand";
import { get as fetchJson, post, Refused, sendPhoto } from "../../api/client";
import type { SiteSheet, Taken } from "../../api/types";
import { forgetEntries, forgetPhoto, keepEntry, keepPhoto, keepSheet, keptSheet, type Made, type Photo, photosOf, refuseEntry, type Waiting, waitingOf } from "./kept";

const AUTHOR = "rowstake-author";
const RETRY_MS = 4000;
const MOST_AT_ONCE = 200;

interface OnSite {
  job: string;
  sheet: SiteSheet | null;
  /** When the sheet in hand was seen; null where it is fresh. */
  from: number | null;
  waiting: Waiting[];
  signal: boolean;
  author: string;
  problem: string;
  /** What the staff reads on something that stands as drawn, and how high that is, since the level was set up. */
  sight: { mm: number; level: number; name: string } | null;

  open: (job: string) => Promise<void>;
  close: () => void;
  call: (author: string) => void;
  /** Keeps an entry on this device and sends it as soon as there is signal. */
  enter: (kind: string, part: string, values: Record<string, unknown>, more?: { answers?: string[]; photos?: Blob[] }) => Promise<string>;
  drop: (waiting: Waiting) => Promise<void>;
  send: () => Promise<void>;
}

/** Jobs on site, as one device sees them: what it saw last, what it noted since, and both again whenever there is signal. */
export const useOnSite = create<OnSite>((set, get) => {
  let events: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending: Promise<void> | null = null;
  let looking: Promise<void> | null = null;
  let stale = false;

  async function look(): Promise<void> {
    const { job } = get();
    try {
      const sheet = await fetchJson<SiteSheet>(`/api/jobs/${job}/built`);
      if (get().job !== job) return;
      set({ sheet, from: null, signal: true, problem: "" });
      await keepSheet(job, sheet).catch(() => undefined);
    } catch (error) {
      if (!(error instanceof Refused) || get().job !== job) return;
      if (error.passing) set({ signal: false });
      else set({ problem: error.problem.detail || error.problem.title });
    }
  }

  /** Asks once more where something changed while it was asked. */
  function lookAgain(): Promise<void> {
    if (looking) {
      stale = true;
      return looking;
    }
    looking = look().finally(() => {
      looking = null;
      if (stale) {
        stale = false;
        void lookAgain();
      }
    });
    return looking;
  }

  function later(): void {
    clearTimeout(timer);
    timer = setTimeout(() => void get().send(), RETRY_MS);
  }

  async function sendNow(): Promise<void> {
    const { job } = get();
    const all = (await waitingOf(job)).filter((w) => !w.why);
    if (!all.length) {
      set({ waiting: await waitingOf(job) });
      return;
    }
    try {
      for (const photo of await photosOf(job)) {
        try {
          await sendPhoto(`/api/jobs/${job}/photos/${photo.id}`, photo.data);
        } catch (error) {
          if (!(error instanceof Refused) || error.passing) throw error;
          set({ problem: `A picture was not taken: ${error.problem.detail || error.problem.title}` });
          await keepPhoto({ ...photo, refused: true });
          continue;
        }
        await forgetPhoto(photo.id);
      }
      const batch = all.slice(0, MOST_AT_ONCE);
      const told = await post<Taken>(`/api/jobs/${job}/entries`, { entries: batch.map((w) => w.entry) });
      await forgetEntries(told.taken);
      for (const refused of told.refused) {
        const own = batch.find((w) => w.entry.id === refused.id);
        if (own) await refuseEntry(own, `${refused.why}. Allowed: ${refused.allowed}.`);
      }
      if (get().job !== job) return;
      set({ signal: true });
      await lookAgain();
      set({ waiting: await waitingOf(job) });
      if (all.length > MOST_AT_ONCE) later();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      if (get().job !== job) return;
      set(error.passing ? { signal: false } : { problem: error.problem.detail || error.problem.title });
      later();
    }
  }

  const online = () => void get().send();

  return {
    job: "",
    sheet: null,
    from: null,
    waiting: [],
    signal: true,
    author: localStorage.getItem(AUTHOR) ?? "",
    problem: "",
    sight: null,

    async open(job) {
      get().close();
      set({ job, sheet: null, from: null, waiting: [], signal: true, problem: "", sight: get().job === job ? get().sight : null });
      const [kept, waiting] = await Promise.all([keptSheet(job).catch(() => undefined), waitingOf(job).catch(() => [])]);
      if (get().job !== job) return;
      if (kept && !get().sheet) set({ sheet: kept.sheet, from: kept.at });
      set({ waiting });
      window.addEventListener("online", online);
      events = new EventSource(`/api/jobs/${job}/events`);
      const told = () => {
        void lookAgain();
        if (get().waiting.some((w) => !w.why)) void get().send();
      };
      for (const name of ["changed", "again"]) events.addEventListener(name, told);
      events.onerror = () => later();
      await lookAgain();
      await get().send();
    },

    close() {
      events?.close();
      events = null;
      clearTimeout(timer);
      window.removeEventListener("online", online);
    },

    call(author) {
      localStorage.setItem(AUTHOR, author);
      set({ author });
    },

    async enter(kind, part, values, more = {}) {
      const { job, author } = get();
      const id = crypto.randomUUID();
      const photos: Photo[] = (more.photos ?? []).map((data) => ({ id: crypto.randomUUID(), job, data }));
      const entry: Made = {
        id,
        time: new Date().toISOString(),
        author: author || "on site",
        kind,
        part,
        values,
        answers: more.answers ?? [],
        photos: photos.map((p) => p.id),
      };
      await keepEntry({ key: id, job, at: Date.now(), entry }, photos);
      set({ waiting: await waitingOf(job) });
      navigator.vibrate?.(40);
      void get().send();
      return id;
    },

    async drop(waiting) {
      await forgetEntries([waiting.key]);
      set({ waiting: await waitingOf(get().job) });
    },

    send() {
      sending ??= sendNow().finally(() => (sending = null));
      return sending.then(async () => {
        const left = (await waitingOf(get().job)).filter((w) => !w.why);
        if (left.length) later();
        else if (!get().signal) {
          clearTimeout(timer);
          timer = setTimeout(() => void lookAgain().then(() => get().send()), RETRY_MS);
        }
      });
    },
  };
});
