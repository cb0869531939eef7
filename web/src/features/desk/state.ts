import { create } from "zustand";
import { Refused } from "../../api/client";
import type { At, Bought, Desk, Document, Edit, Path, Problem, Sight } from "../../api/types";
import { FIRST } from "./sight";
import { NOTHING, RETRY_MS, Session, type Shown } from "./session";

export type { Conflict, Saving } from "./session";

interface DeskState extends Shown {
  id: string;
  loadProblem: Problem | null;
  stake: string;
  selected: string[];

  open: (id: string) => Promise<void>;
  edit: (edits: Edit[], note: string, options?: { passing?: boolean }) => Promise<Problem | null>;
  /** Keeps what a blank holds before it is finished; `commit` is what finishing it would do, null when it is left. */
  draft: (commit: (() => unknown) | null) => void;
  tryOut: (label: string, edits: Edit[]) => Promise<void>;
  keep: () => Promise<void>;
  putBack: () => void;
  undo: () => Promise<void>;
  redo: () => Promise<void>;
  settle: (choice: "mine" | "theirs") => Promise<void>;
  restore: (document: Document, note: string) => Promise<Problem | null>;
  flush: () => Promise<boolean>;
  /** Picks what is told of by its label; nothing where there is no such thing. */
  pick: (label: string) => Promise<void>;
  /** Picks several at once: what a row of a list is for. */
  choose: (labels: string[]) => void;
  go: (stake: string) => void;
  /** Asks for what else is looked at: a leg's tape, a drawing beside those of the step, a part of one. */
  see: (more: Partial<Sight>) => void;
  askConsequences: (findings: number[]) => Promise<void>;
  dismiss: () => void;
  /** What is told of a document once its lists are proven. */
  proven: (document: unknown, told: Bought["instead"]) => void;
}

/** Jobs with work that is in no revision yet, by their id; they go on when another is opened. */
const atWork = new Map<string, Session>();

export const useDesk = create<DeskState>((set, get) => {
  let current: Session | null = null;
  let drafting: ((edits: Edit[], note: string) => void) | null = null;

  /** Only the job in hand is on show; any other goes on by itself. */
  function tell(session: Session): void {
    if (session.busy) atWork.set(session.id, session);
    else atWork.delete(session.id);
    if (session === current) set(session.shown);
  }

  const here = <T>(run: (session: Session) => T, else_: T): T => (current?.shown.held ? run(current) : else_);

  return {
    ...NOTHING,
    id: "",
    loadProblem: null,
    stake: "line",
    selected: [],

    async open(id) {
      const going = atWork.get(id);
      const session = (current = going ?? new Session(id, tell, { ...FIRST, ...onStep(get().stake) }));
      set({ ...NOTHING, ...session.shown, id, loadProblem: null, selected: [] });
      if (going) return;
      try {
        await session.open();
        const { desk, stake, go } = get();
        if (session === current && !desk?.stakes?.some((s) => s.key === stake)) go("line");
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        if (session !== current) return;
        set({ loadProblem: error.problem });
        if (error.passing) setTimeout(() => session === current && get().loadProblem && void get().open(id), RETRY_MS);
      }
    },

    edit(edits, note, options = {}) {
      if (drafting) {
        drafting(edits, note);
        return Promise.resolve(null);
      }
      if (options.passing) return here((s) => s.drag(edits).then(() => null), Promise.resolve(null));
      return here((s) => s.edit(edits, note), Promise.resolve(null));
    },

    draft(commit) {
      if (!current?.shown.held) return;
      let caught: { edits: Edit[]; note: string } | null = null;
      drafting = (edits, note) => (caught = { edits, note });
      try {
        void commit?.();
      } finally {
        drafting = null;
      }
      current.setDraft(caught);
    },

    tryOut: (label, edits) => here((s) => s.tryOut(label, edits), Promise.resolve()),
    keep: () => here((s) => s.keepTried(), Promise.resolve()),
    putBack: () => current?.putBack(),
    undo: () => here((s) => s.step("undo"), Promise.resolve()),
    redo: () => here((s) => s.step("redo"), Promise.resolve()),
    settle: (choice) => here((s) => s.settle(choice), Promise.resolve()),
    restore: (document, why) => here((s) => s.restore(document, why), Promise.resolve(null)),
    flush: () => here((s) => s.flush(), Promise.resolve(false)),
    askConsequences: (findings) => here((s) => s.weigh(findings), Promise.resolve()),
    dismiss: () => current?.dismiss(),
    proven: (document, told) => current?.proven(document, told),

    pick: async (label) => {
      set({ selected: [label] });
      await current?.see({ picked: [label] });
      const { desk, selected, trying } = get();
      const told = (trying?.tried.desk ?? desk)?.things ?? {};
      if (selected[0] === label && label in told && !told[label]) set({ selected: [] });
    },
    choose: (labels) => {
      set({ selected: labels });
      void current?.see({ picked: labels.slice(0, 1) });
    },
    go: (stake) => {
      set({ stake });
      void current?.see(onStep(stake));
    },
    see: (more) => void current?.see(more),
  };
});

/** A step's views; its lists are long, and sent where they are read. */
const onStep = (step: string): Partial<Sight> => ({ step, lists: step === "buy" });

/** The desk on show: the one being tried, else the job's own. */
export function useShownDesk(): Desk {
  return useDesk((s) => s.trying?.tried.desk ?? s.desk)!;
}

export function valueAt<P extends Path>(document: Document | null, path: P): At<P> {
  const steps: string[] = path.split(".");
  return steps.reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], document) as At<P>;
}

/** What only a fence's page shows; asked for by fence slips alone. */
export function useFence() {
  return useShownDesk().own!;
}

/** The edit that sets what stands at a place of the document. */
export function put(path: Path, value: unknown): Edit {
  return { do: "set", path, value };
}
