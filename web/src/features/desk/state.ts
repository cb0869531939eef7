import { create } from "zustand";
import { get as fetchJson, post, put, Refused } from "../../api/client";
import type { Consequence, Desk, Document, Edit, Held, Opened, Planned, Problem, Tried } from "../../api/types";

export type Saving = "saved" | "saving" | "waiting" | "conflict";

interface Trying {
  label: string;
  edits: Edit[];
  tried: Tried;
}

export interface Conflict {
  mine: Document;
  theirs: Document;
  theirRevision: number;
}

interface DeskState {
  id: string;
  held: Held | null;
  document: Document | null;
  desk: Desk | null;
  saving: Saving;
  /** Changes that have been made here and are still being worked out. */
  pending: number;
  problem: Problem | null;
  loadProblem: Problem | null;
  stake: string;
  selected: string[];
  trying: Trying | null;
  consequences: Consequence[][] | null;
  conflict: Conflict | null;

  open: (id: string) => Promise<void>;
  edit: (edits: Edit[], note: string, options?: { passing?: boolean }) => Promise<Problem | null>;
  tryOut: (label: string, edits: Edit[]) => Promise<void>;
  keep: () => Promise<void>;
  putBack: () => void;
  undo: () => Promise<void>;
  redo: () => Promise<void>;
  settle: (choice: "mine" | "theirs") => Promise<void>;
  restore: (document: Document, note: string) => Promise<Problem | null>;
  flush: () => Promise<boolean>;
  pick: (label: string) => void;
  go: (stake: string) => void;
  askConsequences: () => Promise<void>;
  dismiss: () => void;
}

const RETRY_MS = 2000;
const keptKey = (id: string) => `rowstake-unsaved-${id}`;

interface Kept {
  revision: number;
  document: Document;
}

function readKept(id: string): Kept | null {
  try {
    const text = localStorage.getItem(keptKey(id));
    return text ? (JSON.parse(text) as Kept) : null;
  } catch {
    return null;
  }
}

/** Edits, plans and saves run one after another on these two chains. */
let edits: Promise<unknown> = Promise.resolve();
let saves: Promise<unknown> = Promise.resolve();
let latestDrag = 0;

export const useDesk = create<DeskState>((set, get) => {
  let note = "";

  function shown(planned: Planned): void {
    set({ document: planned.document, desk: planned.desk, problem: null, trying: null, consequences: null });
  }

  function opened(o: Opened): void {
    set({
      held: o.held,
      document: o.held.document as Document,
      desk: o.desk,
      saving: "saved",
      problem: null,
      trying: null,
      consequences: null,
    });
  }

  /** Sends what is on screen until it is kept; the work stays here whatever happens. */
  async function saveNow(): Promise<boolean> {
    const { id, held, document, saving } = get();
    if (!held || !document || saving === "conflict" || saving === "saved") return saving === "saved";
    set({ saving: "saving" });
    const sent = document;
    try {
      const now = await put<Held>(`/api/jobs/${id}`, { revision: held.revision, document, note });
      if (get().id !== id) return true;
      set({ held: now });
      if (get().document === sent) {
        localStorage.removeItem(keptKey(id));
        set({ saving: "saved" });
        return true;
      }
      return saveNow();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      const theirs = error.problem.theirs as { revision: number; document: Document } | undefined;
      if (error.problem.status === 409 && theirs) {
        set({
          saving: "conflict",
          conflict: { mine: sent, theirs: theirs.document, theirRevision: theirs.revision },
        });
      } else if (error.passing) {
        set({ saving: "waiting" });
        setTimeout(() => void queueSave(), RETRY_MS);
      } else {
        set({ saving: "waiting", problem: error.problem });
      }
      return false;
    }
  }

  function queueSave(): Promise<boolean> {
    const next = saves.then(saveNow, saveNow);
    saves = next;
    return next;
  }

  function changed(why: string): void {
    const { id, held, document } = get();
    note = why;
    localStorage.setItem(keptKey(id), JSON.stringify({ revision: held!.revision, document }));
    set({ saving: "saving" });
    void queueSave();
  }

  async function run(changes: Edit[], why: string, passing: boolean, turn: number): Promise<Problem | null> {
    if (passing && turn !== latestDrag) return null;
    const { document } = get();
    if (!document) return null;
    try {
      shown(await post<Planned>("/api/plan", { document, edits: changes }));
      if (!passing) changed(why);
      return null;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      if (error.passing && !passing) {
        set({ problem: error.problem });
        await new Promise((done) => setTimeout(done, RETRY_MS));
        return run(changes, why, passing, turn);
      }
      set({ problem: error.problem });
      return error.problem;
    }
  }

  async function step(way: "undo" | "redo"): Promise<void> {
    if (!(await get().flush())) return;
    const { id, held } = get();
    try {
      opened(await post<Opened>(`/api/jobs/${id}/${way}`, { revision: held!.revision }));
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      const theirs = error.problem.theirs as { revision: number; document: Document } | undefined;
      if (theirs) {
        set({
          saving: "conflict",
          conflict: { mine: get().document!, theirs: theirs.document, theirRevision: theirs.revision },
        });
      } else set({ problem: error.problem });
    }
  }

  return {
    id: "",
    held: null,
    document: null,
    desk: null,
    saving: "saved",
    pending: 0,
    problem: null,
    loadProblem: null,
    stake: "line",
    selected: [],
    trying: null,
    consequences: null,
    conflict: null,

    async open(id) {
      set({ id, held: null, desk: null, document: null, loadProblem: null, selected: [], conflict: null, trying: null });
      try {
        const found = await fetchJson<Opened>(`/api/jobs/${id}`);
        if (get().id !== id) return;
        opened(found);
        const kept = readKept(id);
        if (kept) {
          shown(await post<Planned>("/api/plan", { document: kept.document, edits: [] }));
          set({ held: { ...found.held, revision: kept.revision }, saving: "saving" });
          note = "kept from before the page closed";
          void queueSave();
        }
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        set({ loadProblem: error.problem });
      }
    },

    edit(changes, why, options = {}) {
      const passing = options.passing ?? false;
      const turn = passing ? ++latestDrag : latestDrag;
      set({ pending: get().pending + 1 });
      const next = edits
        .then(() => run(changes, why, passing, turn))
        .finally(() => set({ pending: get().pending - 1 }));
      edits = next.catch(() => undefined);
      return next;
    },

    async tryOut(label, changes) {
      try {
        const tried = await post<Tried>("/api/plan/try", { document: get().document, edits: changes });
        set({ trying: { label, edits: changes, tried }, problem: null });
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        set({ problem: error.problem });
      }
    },

    async keep() {
      const { trying } = get();
      if (trying) await get().edit(trying.edits, trying.label);
    },

    putBack: () => set({ trying: null }),
    undo: () => step("undo"),
    redo: () => step("redo"),

    async settle(choice) {
      const { conflict, held } = get();
      if (!conflict || !held) return;
      shown(await post<Planned>("/api/plan", { document: conflict.mine, edits: [] }));
      set({ held: { ...held, revision: conflict.theirRevision }, conflict: null, saving: "saving" });
      changed("from this window, beside a change from another");
      if ((await get().flush()) && choice === "theirs") await get().undo();
    },

    async restore(document, why) {
      try {
        shown(await post<Planned>("/api/plan", { document, edits: [] }));
        changed(why);
        return null;
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        return error.problem;
      }
    },

    async flush() {
      await edits;
      return get().saving === "saved" ? true : queueSave();
    },

    pick: (label) => {
      const thing = (get().trying?.tried.desk ?? get().desk)?.things[label];
      set(thing ? { selected: [label] } : { selected: [] });
    },
    go: (stake) => set({ stake }),

    async askConsequences() {
      const { document, consequences } = get();
      if (!document || consequences) return;
      try {
        const found = await post<Consequence[][]>("/api/plan/consequences", { document });
        if (get().document === document) set({ consequences: found });
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
      }
    },

    dismiss: () => set({ problem: null }),
  };
});

/** The desk on show: the one being tried, else the job's own. */
export function useShownDesk(): Desk {
  return useDesk((s) => s.trying?.tried.desk ?? s.desk)!;
}

export function valueAt(document: Document | null, path: string): unknown {
  return path.split(".").reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], document);
}

/** What only a fence's page shows; asked for by fence slips alone. */
export function useFence() {
  return useShownDesk().fence!;
}
