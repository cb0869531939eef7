import { get as fetchJson, post, put, Refused } from "../../api/client";
import type { Bought, Consequence, Desk, Document, Edit, Held, Opened, Passing, Planned, Problem, Seen, Sight, Tried } from "../../api/types";
import { FIRST, holds, withSeen } from "./sight";
import { adopt, type Batch, forget, keep, type Unsent, WINDOW } from "./unsent";

/** `waiting`: nobody answers, it is sent again; `refused`: the server will not have it, and says why. */
export type Saving = "saved" | "saving" | "waiting" | "refused" | "conflict";

export interface Trying {
  label: string;
  edits: Edit[];
  tried: Tried;
}

export interface Conflict {
  mine: Document;
  theirs: Document;
  theirRevision: number;
}

/** What the page shows of one job. */
export interface Shown {
  held: Held | null;
  document: Document | null;
  desk: Desk | null;
  saving: Saving;
  /** Changes that have been made here and are still being worked out. */
  pending: number;
  problem: Problem | null;
  /** Where this browser cannot keep what is unsent. */
  unkept: boolean;
  trying: Trying | null;
  /** What fixes would do, by the place of their finding; of this document only. */
  consequences: Record<number, Consequence[]>;
  conflict: Conflict | null;
}

export const NOTHING: Shown = {
  held: null,
  document: null,
  desk: null,
  saving: "saved",
  pending: 0,
  problem: null,
  unkept: false,
  trying: null,
  consequences: {},
  conflict: null,
};

interface Waiting extends Batch {
  done: (problem: Problem | null) => void;
}

export const RETRY_MS = 2000;
/** Keeping in this browser may be slow; sending does not wait for it longer than this. */
const WRITE_MS = 500;
const MOST_SENT = 3;
/** Where the whole desk takes longer than this, a drag is followed by its drawing alone. */
const FOLLOWS_MS = 60;
/** So many places of a drag are asked for at once: one is worked out while the one before is drawn. */
const AT_ONCE = 2;
const rest = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));
const alike = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** One job at work: its own queue of changes, its own saves, its own way to give up. It goes on to its end when the page
 *  shows another, and never touches that. */
export class Session {
  shown: Shown = NOTHING;
  private queue: Waiting[] = [];
  private draft: Batch | null = null;
  /** Sent, but no answer came: it may be in a revision all the same. */
  private sent: Document[] = [];
  private note = "";
  /** What the last save was refused for; other problems stay in sight when a save succeeds. */
  private unsaved: Problem | null = null;
  private working: Promise<void> | null = null;
  private saves: Promise<boolean> = Promise.resolve(true);
  private writes: Promise<void> = Promise.resolve();
  private dragging: AbortController | null = null;
  private asking: AbortController | null = null;
  private looking: AbortController | null = null;
  /** Where a drag has come to that is not worked out yet, and what of it was asked for last. */
  private dragged: Edit[] | null = null;
  private asked: Edit[] | null = null;
  /** How many answers to a drag are waited for, how often one was asked for, and which of them is drawn. */
  private following = 0;
  private turns = 0;
  private drawn = 0;
  /** How long the whole desk took when it was last asked for. */
  private took = 0;

  constructor(
    readonly id: string,
    private readonly tell: (session: Session) => void,
    private sight: Sight = FIRST,
  ) {}

  private show(more: Partial<Shown>): void {
    this.shown = { ...this.shown, ...more };
    this.tell(this);
  }

  private planned(planned: Planned): void {
    this.asking?.abort();
    this.show({ document: planned.document as Document, desk: planned.desk, problem: null, trying: null, consequences: {} });
    void this.look();
  }

  private opened(o: Opened): void {
    this.asking?.abort();
    this.show({
      held: o.held,
      document: o.held.document as Document,
      desk: o.desk,
      saving: "saved",
      problem: null,
      trying: null,
      consequences: {},
    });
    void this.look();
  }

  /** What is proven of this document is told instead of what was found at once, while the job is still that. */
  proven(document: unknown, { stakes, figures, workings }: Bought["instead"]): void {
    const { desk } = this.shown;
    if (!desk || this.shown.document !== document) return;
    const now = <T extends { key: string }>(was: T[], told: T[]) => was.map((one) => told.find(({ key }) => key === one.key) ?? one);
    this.show({ desk: { ...desk, stakes: now(desk.stakes, stakes), figures: now(desk.figures, figures), workings: { ...desk.workings, ...workings } } });
  }

  /** Asks for the plan after these edits, with what is looked at. */
  private async ask(document: unknown, edits: Edit[] = [], signal?: AbortSignal): Promise<Planned> {
    const from = performance.now();
    const planned = await post<Planned>("/api/plan", { document, edits, sight: this.sight }, signal);
    this.took = performance.now() - from;
    return planned;
  }

  /** Looks at something else: what of it is not here yet is asked for. */
  async see(more: Partial<Sight>): Promise<void> {
    const before = this.sight;
    this.sight = { ...before, ...more };
    await this.look(!alike(before.windows, this.sight.windows));
  }

  private async look(closer = false): Promise<void> {
    const { document, desk, trying } = this.shown;
    const [on, of] = trying ? [trying.tried.desk, trying.tried.document] : [desk, document];
    const sight = this.sight;
    if (!on || (!closer && holds(on, sight))) return;
    this.looking?.abort();
    this.looking = new AbortController();
    try {
      const seen = await post<Seen>("/api/plan/look", { document: of, sight }, this.looking.signal);
      if (sight !== this.sight || (this.shown.trying?.tried.desk ?? this.shown.desk) !== on) return;
      const now = withSeen(on, seen, sight);
      this.show(trying ? { trying: { ...trying, tried: { ...trying.tried, desk: now } } } : { desk: now });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      if (error.aborted || sight !== this.sight) return;
      if (!error.passing) return this.show({ problem: error.problem });
      await rest(RETRY_MS);
      if (sight === this.sight) void this.look(closer);
    }
  }

  /** True while something of it is in no revision yet. */
  get busy(): boolean {
    return this.queue.length > 0 || this.shown.saving !== "saved" || this.draft !== null;
  }

  async open(): Promise<void> {
    const from = performance.now();
    this.opened(await fetchJson<Opened>(`/api/jobs/${this.id}?step=${this.sight.step}`));
    this.took = performance.now() - from;
    await this.takeOver();
  }

  /** Goes on with what a closed window left. Several are taken one after another, each when the one before is kept. */
  private async takeOver(): Promise<void> {
    const left = await adopt(this.id).catch(() => null);
    if (!left) return;
    const { held } = this.shown;
    const batches = [...left.queue, ...(left.draft ? [left.draft] : [])];
    this.sent = left.sent;
    this.note = left.note || "kept from before the page closed";
    if (alike(left.document, held!.document) && !batches.length) {
      await this.write();
      return this.takeOver();
    }
    try {
      this.planned(await this.ask(left.document));
      this.show({ held: { ...held!, revision: left.revision }, saving: "saving" });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      this.show({ problem: error.problem });
      return;
    }
    for (const batch of batches) void this.edit(batch.edits, batch.note);
    void this.save().then((kept) => (kept ? this.takeOver() : undefined));
  }

  /** Keeps in this browser what is in no revision yet, or forgets it when there is nothing. Writes follow one another. */
  private write(): Promise<void> {
    const { held, document, saving } = this.shown;
    if (!held || !document) return Promise.resolve();
    const queue = this.queue.map(({ edits, note }) => ({ edits, note }));
    const nothing = !queue.length && !this.draft && saving === "saved";
    const unsent: Unsent = {
      job: this.id,
      window: WINDOW,
      at: Date.now(),
      revision: held.revision,
      document,
      queue,
      draft: this.draft,
      sent: this.sent,
      note: this.note,
    };
    this.writes = this.writes
      .then(() => (nothing ? forget(this.id) : keep(unsent)))
      .then(
        () => (this.shown.unkept ? this.show({ unkept: false }) : undefined),
        () => this.show({ unkept: !nothing }),
      );
    return this.writes;
  }

  /** What a blank holds before it is finished; kept like a change, in case the page closes on it. */
  setDraft(draft: Batch | null): void {
    if (!draft && !this.draft) return;
    this.draft = draft;
    void this.write();
  }

  edit(edits: Edit[], note: string): Promise<Problem | null> {
    this.draft = null;
    const all = [...(this.dragged ?? []), ...edits];
    this.dragged = null;
    this.dragging?.abort();
    return new Promise((done) => {
      this.queue.push({ edits: all, note, done });
      this.show({ pending: this.queue.length });
      void this.write();
      this.working ??= this.work();
    });
  }

  /** Works the queue off, first come first. What nobody answers stays where it is and is sent again. It says that it is
   *  done in the same breath in which the queue is found empty: a change that comes the moment after starts it anew. */
  private async work(): Promise<void> {
    try {
      while (this.queue.length) await this.workOn(this.queue[0]);
    } finally {
      this.working = null;
    }
  }

  private async workOn(next: Waiting): Promise<void> {
    let problem: Problem | null = null;
    try {
      this.planned(await this.ask(this.shown.document, next.edits));
      this.note = next.note;
      this.show({ saving: "saving" });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem = error.problem;
      this.show({ problem });
      if (error.passing) {
        this.show({ saving: "waiting" });
        return rest(RETRY_MS);
      }
    }
    this.queue.shift();
    this.show({ pending: this.queue.length });
    void this.write();
    if (!problem) void this.save();
    next.done(problem);
  }

  /** A drag that goes on: the newest is worked out while the one before is drawn, and it is kept when it is dropped. */
  async drag(edits: Edit[]): Promise<void> {
    if (this.queue.length) return;
    this.dragged = edits;
    if (this.following < AT_ONCE) await this.follow();
  }

  /** The drawings in sight that follow a drag by themselves. */
  private sketched(): string[] {
    const { desk, trying } = this.shown;
    if (!desk || trying) return [];
    const seen = (desk.panels[this.sight.step ?? ""] ?? []).flatMap((panel) => panel.scenes ?? []);
    return desk.sketches.filter((name) => seen.includes(name));
  }

  private async follow(): Promise<void> {
    if (!this.following || this.dragging?.signal.aborted) this.dragging = new AbortController();
    const { signal } = this.dragging!;
    this.following += 1;
    try {
      while (this.dragged && this.dragged !== this.asked && !signal.aborted) {
        const edits = (this.asked = this.dragged);
        const turn = (this.turns += 1);
        const show = await this.drawnFor(edits, signal);
        if (!this.dragged || signal.aborted) return;
        if (turn > this.drawn) show();
        this.drawn = Math.max(this.drawn, turn);
        if (this.dragged === edits) this.dragged = null;
      }
    } finally {
      this.following -= 1;
    }
  }

  /** Asks for what a drag has come to, and gives what shows it. */
  private async drawnFor(edits: Edit[], signal: AbortSignal): Promise<() => void> {
    const { document } = this.shown;
    const { windows } = this.sight;
    const drawn = this.sketched();
    try {
      if (!drawn.length || this.took <= FOLLOWS_MS) {
        const planned = await this.ask(document, edits, signal);
        return () => this.planned(planned);
      }
      const passing = await post<Passing>("/api/plan/passing", { document, edits, scenes: drawn, windows }, signal);
      return () => {
        const desk = this.shown.desk!;
        this.show({ document: passing.document as Document, desk: { ...desk, scenes: { ...desk.scenes, ...passing.scenes } }, problem: null });
      };
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      return () => this.show({ problem: error.problem });
    }
  }

  /** Sends what is worked out until it is in a revision; true when it is. Saves follow one another. */
  save(): Promise<boolean> {
    this.saves = this.saves.then(
      () => this.saveNow(),
      () => this.saveNow(),
    );
    return this.saves;
  }

  private async saveNow(): Promise<boolean> {
    for (;;) {
      const { held, document, saving } = this.shown;
      if (!held || !document || saving === "conflict") return false;
      if (saving === "saved") return true;
      this.show({ saving: "saving" });
      if (!this.sent.includes(document)) this.sent = [...this.sent, document].slice(-MOST_SENT);
      await Promise.race([this.write(), rest(WRITE_MS)]);
      try {
        const now = await put<Held>(`/api/jobs/${this.id}`, { revision: held.revision, document, note: this.note });
        this.sent = [];
        const { document: newest, problem } = this.shown;
        this.show({ held: now, saving: newest === document ? "saved" : "saving", problem: problem === this.unsaved ? null : problem });
        await this.write();
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        if (error.passing) {
          this.show({ saving: "waiting" });
          await rest(RETRY_MS);
        } else if (!this.rebased(error.problem, document)) {
          this.unsaved = error.problem;
          if (this.shown.saving !== "conflict") this.show({ saving: "refused", problem: error.problem });
          return false;
        }
      }
    }
  }

  /** After a stale write: where the other version is what was sent from here, its answer only got lost, and the save goes
   *  on from it. Else both versions are offered. */
  private rebased(problem: Problem, document: Document): boolean {
    const theirs = problem.theirs as { revision: number; document: Document } | undefined;
    if (problem.status !== 409 || !theirs) return false;
    if ([document, ...this.sent].some((own) => alike(theirs.document, own))) {
      this.show({ held: { ...this.shown.held!, revision: theirs.revision }, saving: "saving" });
      return true;
    }
    this.show({
      saving: "conflict",
      conflict: { mine: document, theirs: theirs.document, theirRevision: theirs.revision },
    });
    return false;
  }

  async flush(): Promise<boolean> {
    while (this.working) await this.working;
    return this.shown.saving === "saved" ? true : this.save();
  }

  async step(way: "undo" | "redo"): Promise<void> {
    if (!(await this.flush())) return;
    try {
      this.opened(await post<Opened>(`/api/jobs/${this.id}/${way}`, { revision: this.shown.held!.revision, sight: this.sight }));
      await this.write();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      if (!this.rebased(error.problem, this.shown.document!) && this.shown.saving !== "conflict") {
        this.show({ problem: error.problem });
      }
    }
  }

  /** Both versions become revisions, mine on top of theirs; to go on with theirs is one step back. */
  async settle(choice: "mine" | "theirs"): Promise<void> {
    const { conflict, held } = this.shown;
    if (!conflict || !held) return;
    this.planned(await this.ask(conflict.mine));
    this.note = "from this window, beside a change from another";
    this.show({ held: { ...held, revision: conflict.theirRevision }, conflict: null, saving: "saving" });
    if ((await this.flush()) && choice === "theirs") await this.step("undo");
  }

  async restore(document: Document, why: string): Promise<Problem | null> {
    try {
      this.planned(await this.ask(document));
      this.note = why;
      this.show({ saving: "saving" });
      void this.save();
      return null;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      return error.problem;
    }
  }

  async tryOut(label: string, edits: Edit[]): Promise<void> {
    try {
      const tried = await post<Tried>("/api/plan/try", { document: this.shown.document, edits, sight: this.sight });
      this.show({ trying: { label, edits, tried }, problem: null });
      void this.look();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      this.show({ problem: error.problem });
    }
  }

  async keepTried(): Promise<void> {
    const { trying } = this.shown;
    if (trying) await this.edit(trying.edits, trying.label);
  }

  /** What the fixes of these findings would do, where it is not known yet; given up when the next change comes. */
  async weigh(findings: number[]): Promise<void> {
    const { document, consequences } = this.shown;
    const only = findings.filter((i) => !(i in consequences));
    if (!document || !only.length) return;
    this.asking?.abort();
    this.asking = new AbortController();
    try {
      const found = await post<Consequence[][]>("/api/plan/consequences", { document, only }, this.asking.signal);
      if (this.shown.document !== document) return;
      const known = Object.fromEntries(only.map((i, n) => [i, found[n]]));
      this.show({ consequences: { ...this.shown.consequences, ...known } });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
    }
  }

  putBack(): void {
    this.show({ trying: null });
    void this.look();
  }

 
  dismiss = () => this.show({ problem: null });
}
