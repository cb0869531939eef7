import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Problem } from "../../api/types";

type Answer = { status?: number; body: unknown };
type Asked = { document?: { name: string }; revision?: number; edits?: { value: string }[] } | undefined;
type Handler = (path: string, body: Asked) => Answer | Promise<Answer>;

const NOTHING_SEEN = { scenes: {}, schedules: [], tapes: [], things: {}, buy: [], cuts: [] };
const desk = (name: string) => ({ ...NOTHING_SEEN, name, findings: [], panels: {}, sketches: [], things: { P1: { title: "P1" } } });
const held = (revision: number, name: string, id = "j") => ({
  id,
  name,
  archived: false,
  revision,
  document: { name },
  changed_at: "",
  can_undo: revision > 1,
  can_redo: false,
});

vi.setConfig({ testTimeout: 15_000 });
let calls: string[] = [];
let state: typeof import("./state");
let unsent: typeof import("./unsent");

/** A server that plans by taking the edit's value for the name, and answers what a test gives it for the rest. */
function serve(handler: Handler) {
  vi.stubGlobal("fetch", async (whole: string, options: { method: string; body?: string; signal?: AbortSignal }) => {
    const path = whole.split("?")[0];
    const body = options.body ? JSON.parse(options.body) : undefined;
    calls.push(`${options.method} ${path}`);
    let answer: Answer | null = await handler(path, body);
    if (path === "/api/plan" && answer.body === PLAN) {
      const value = body.edits[0]?.value ?? body.document.name;
      answer =
        value === "bad"
          ? { status: 422, body: { title: "No", status: 422, detail: "Not that", errors: [] } }
          : { body: { document: { name: value }, desk: desk(value) } };
    }
    if (answer.status === 0) throw new TypeError("no network");
    return new Response(JSON.stringify(answer.body), { status: answer.status ?? 200 });
  });
}

const PLAN = {};
const gone = { status: 503, body: { title: "Gone", status: 503, detail: "" } };
const deskNow = () => state.useDesk.getState();
const rename = (value: string) => deskNow().edit([{ do: "set", path: "name", value }], "renamed");
const settled = (saving: string) => vi.waitFor(() => expect(deskNow().saving).toBe(saving), 5000);

/** Jobs are named after their test: what a closed window of another test still tries reaches nothing. */
let test = 0;
const id = (job: string) => `${job}${test}`;

/** A window opened anew: its memory is empty, what the browser keeps is there. */
async function load() {
  vi.resetModules();
  state = await import("./state");
  unsent = await import("./unsent");
}

/** Jobs `j` and `k` as a database keeps them: writes carry the revision they were made on. */
function keeper() {
  const jobs: Record<string, { revision: number; name: string }> = { j: { revision: 1, name: "old" }, k: { revision: 1, name: "other" } };
  const handler: Handler = (path, body) => {
    if (path === "/api/plan") return { body: PLAN };
    const key = path.split("/")[3];
    const job = jobs[key.slice(0, 1)];
    if (key !== id(key.slice(0, 1))) return { status: 0, body: {} };
    if (!body) return { body: { held: held(job.revision, job.name, key), desk: desk(job.name) } };
    if (path.endsWith("/undo")) return { body: { held: held(job.revision - 1, "theirs", key), desk: desk("theirs") } };
    if (body.revision !== job.revision) {
      return { status: 409, body: { title: "Stale", status: 409, theirs: { revision: job.revision, document: { name: job.name } } } };
    }
    job.revision += 1;
    job.name = body.document!.name;
    return { body: held(job.revision, job.name, key) };
  };
  return { jobs, handler };
}

async function kept() {
  const found = [];
  for (const job of ["j", "k"]) {
    const one = await unsent.adopt(id(job));
    if (one) found.push(one);
  }
  return found;
}

beforeEach(async () => {
  test += 1;
  vi.stubGlobal("indexedDB", new IDBFactory());
  calls = [];
  await load();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("the desk's memory", () => {
  it("plans an edit, shows it, and keeps it on the revision it was made on", async () => {
    serve(keeper().handler);
    await deskNow().open(id("j"));
    expect(await rename("new")).toBeNull();
    expect(deskNow().desk?.name).toBe("new");
    await settled("saved");
    expect(deskNow().held?.revision).toBe(2);
    await vi.waitFor(async () => expect(await kept()).toEqual([]));
  });

  it("follows a drag by the sketched drawing alone where the whole takes long, and plans the whole when it is dropped", async () => {
    const { handler } = keeper();
    const panels = { line: [{ scenes: ["plan"] }] };
    serve(async (path, body) => {
      if (path === "/api/plan/passing") return { body: { document: { name: body!.edits![0].value }, scenes: { plan: body!.edits![0].value } } };
      if (path !== "/api/plan") return handler(path, body);
      await new Promise((done) => setTimeout(done, 80));
      const name = body!.edits![0]?.value ?? body!.document!.name;
      return { body: { document: { name }, desk: { ...desk(name), panels, sketches: ["plan"], scenes: { plan: "whole" } } } };
    });
    await deskNow().open(id("j"));
    await rename("long");
    const drag = (value: string) => deskNow().edit([{ do: "set", path: "name", value }], "moved", { passing: true });
    await drag("here");
    expect(deskNow().desk?.scenes).toEqual({ plan: "here" });
    expect(deskNow().desk?.name).toBe("long");
    await rename("there");
    expect(deskNow().desk?.scenes).toEqual({ plan: "whole" });
    expect(deskNow().desk?.name).toBe("there");
    expect(calls.filter((c) => c === "POST /api/plan/passing")).toHaveLength(1);
    await settled("saved");
  });

  it("asks for where a drag goes on to while the place before is worked out, two at once, and never draws an older one over a newer", async () => {
    const { handler } = keeper();
    const answers: Record<string, () => void> = {};
    serve(async (path, body) => {
      if (path === "/api/plan/passing") {
        const value = body!.edits![0].value as string;
        await new Promise<void>((done) => (answers[value] = done));
        return { body: { document: { name: value }, scenes: { plan: value } } };
      }
      if (path !== "/api/plan") return handler(path, body);
      await new Promise((done) => setTimeout(done, 80));
      const name = body!.edits![0]?.value ?? body!.document!.name;
      return { body: { document: { name }, desk: { ...desk(name), panels: { line: [{ scenes: ["plan"] }] }, sketches: ["plan"], scenes: { plan: "whole" } } } };
    });
    await deskNow().open(id("j"));
    await rename("long");
    const drag = (value: string) => deskNow().edit([{ do: "set", path: "name", value }], "moved", { passing: true });
    const all = ["one", "two", "three"].map(drag);
    await vi.waitFor(() => expect(Object.keys(answers)).toEqual(["one", "two"]));
    answers.two();
    await vi.waitFor(() => expect(deskNow().desk?.scenes).toEqual({ plan: "two" }));
    await vi.waitFor(() => expect(Object.keys(answers)).toEqual(["one", "two", "three"]));
    answers.one();
    answers.three();
    await Promise.all(all);
    expect(deskNow().desk?.scenes).toEqual({ plan: "three" });
    expect(deskNow().document).toEqual({ name: "three" });
  });

  it("gives a refusal back and leaves the work as it was", async () => {
    serve(keeper().handler);
    await deskNow().open(id("j"));
    const problem = (await rename("bad")) as Problem;
    expect(problem.detail).toBe("Not that");
    expect(state.valueAt(deskNow().document, "name")).toBe("old");
    expect(calls.filter((c) => c.startsWith("PUT"))).toEqual([]);
  });

  it("keeps a refusal in sight while changes before it are still being saved", async () => {
    const { jobs, handler } = keeper();
    let answer: () => void = () => undefined;
    const slow = new Promise<void>((done) => (answer = done));
    serve(async (path, body) => {
      if (path === `/api/jobs/${id("j")}` && body) await slow;
      return handler(path, body);
    });
    await deskNow().open(id("j"));
    await rename("first");
    await rename("second");
    await rename("bad");
    answer();
    await settled("saved");
    expect(jobs.j.name).toBe("second");
    expect(deskNow().problem?.detail).toBe("Not that");
  });

  it("never lets a change land in another job", async () => {
    const { jobs, handler } = keeper();
    let answer: () => void = () => undefined;
    const slow = new Promise<void>((done) => (answer = done));
    serve(async (path, body) => {
      if (path === "/api/plan" && body!.edits?.length) await slow;
      return handler(path, body);
    });
    await deskNow().open(id("j"));
    void rename("new");
    await deskNow().open(id("k"));
    answer();
    await vi.waitFor(() => expect(jobs.j).toEqual({ revision: 2, name: "new" }));
    expect(jobs.k).toEqual({ revision: 1, name: "other" });
    expect(deskNow().desk?.name).toBe("other");
    expect(deskNow().held?.id).toBe(id("k"));
  });

  it.each([503, 500, 0])("sends again what met a %d until it is kept", async (status) => {
    let out = true;
    const { jobs, handler } = keeper();
    serve((path, body) => (out && path === `/api/jobs/${id("j")}` && body ? { status, body: { title: "Gone", status } } : handler(path, body)));
    await deskNow().open(id("j"));
    vi.useFakeTimers({ shouldAdvanceTime: true });
    await rename("kept");
    await settled("waiting");
    out = false;
    await vi.advanceTimersByTimeAsync(2500);
    await settled("saved");
    expect(jobs.j.name).toBe("kept");
  });

  it("keeps a change that is not even worked out, and a blank that is not finished", async () => {
    const { jobs, handler } = keeper();
    serve((path, body) => (path === "/api/plan" && body!.edits?.length ? { status: 0, body: {} } : handler(path, body)));
    await deskNow().open(id("j"));
    void rename("typed");
    deskNow().draft(() => deskNow().edit([{ do: "set", path: "name", value: "half" }], "half"));
    await vi.waitFor(async () => expect(deskNow().saving).toBe("waiting"));
    await new Promise((done) => setTimeout(done, 50));
    await load();
    serve(handler);
    await deskNow().open(id("j"));
    await vi.waitFor(() => expect(jobs.j.name).toBe("half"), 5000);
    expect(jobs.j.revision).toBeGreaterThan(1);
  });

  it("leaves a blank that is given up as it was", async () => {
    const { jobs, handler } = keeper();
    serve(handler);
    await deskNow().open(id("j"));
    deskNow().draft(() => deskNow().edit([{ do: "set", path: "name", value: "half" }], "half"));
    deskNow().draft(null);
    await vi.waitFor(async () => expect(await kept()).toEqual([]));
    expect(jobs.j.name).toBe("old");
  });

  it("takes a lost answer for what it was, not for a conflict", async () => {
    const { jobs, handler } = keeper();
    let lost = true;
    serve((path, body) => {
      const answer = handler(path, body);
      return lost && body && path === `/api/jobs/${id("j")}` ? { status: 0, body: {} } : answer;
    });
    await deskNow().open(id("j"));
    void rename("new");
    await settled("waiting");
    expect(jobs.j.revision).toBe(2);
    await load();
    lost = false;
    serve(handler);
    await deskNow().open(id("j"));
    await settled("saved");
    expect(deskNow().conflict).toBeNull();
    await rename("newer");
    await settled("saved");
    expect(jobs.j).toEqual({ revision: 3, name: "newer" });
  });

  it("offers both versions when another window was first, and keeps both whichever is taken", async () => {
    const { jobs, handler } = keeper();
    serve(handler);
    await deskNow().open(id("j"));
    jobs.j = { revision: 5, name: "theirs" };
    await rename("mine");
    await settled("conflict");
    expect(deskNow().conflict).toMatchObject({ theirRevision: 5, mine: { name: "mine" }, theirs: { name: "theirs" } });
    await deskNow().settle("theirs");
    expect(calls.slice(-2)).toEqual([`PUT /api/jobs/${id("j")}`, `POST /api/jobs/${id("j")}/undo`]);
    expect(deskNow().desk?.name).toBe("theirs");
    expect(deskNow().conflict).toBeNull();
  });

  it("says when the browser has no room, and sends all the same", async () => {
    const { jobs, handler } = keeper();
    serve((path, body) => (path === `/api/jobs/${id("j")}` && body && jobs.j.revision === 1 && !calls.includes("go") ? gone : handler(path, body)));
    await deskNow().open(id("j"));
    vi.spyOn(IDBObjectStore.prototype, "put").mockImplementation(() => {
      throw new DOMException("full", "QuotaExceededError");
    });
    void rename("new");
    await vi.waitFor(() => expect(deskNow().unkept).toBe(true));
    calls.push("go");
    await settled("saved");
    expect(jobs.j.name).toBe("new");
    vi.restoreAllMocks();
  });

  it("asks only for the findings that are open, and gives up when the next change comes", async () => {
    const { handler } = keeper();
    const asked: unknown[] = [];
    serve((path, body) => {
      if (path.endsWith("/consequences")) {
        asked.push((body as unknown as { only: number[] }).only);
        return { body: [[{ sentence: "better" }]] };
      }
      return handler(path, body);
    });
    await deskNow().open(id("j"));
    await deskNow().askConsequences([2]);
    await deskNow().askConsequences([2]);
    expect(asked).toEqual([[2]]);
    expect(deskNow().consequences[2]).toEqual([{ sentence: "better" }]);
    await rename("new");
    expect(deskNow().consequences).toEqual({});
  });

  it("tries a change without keeping it", async () => {
    const { handler } = keeper();
    serve((path, body) => (path.endsWith("/try") ? { body: { document: { name: "tried" }, desk: desk("tried"), consequence: {} } } : handler(path, body)));
    await deskNow().open(id("j"));
    await deskNow().tryOut("a fix", [{ do: "set", path: "name", value: "tried" }]);
    expect(deskNow().trying?.tried.desk.name).toBe("tried");
    expect(deskNow().desk?.name).toBe("old");
    deskNow().putBack();
    expect(deskNow().trying).toBeNull();
  });

  it("asks for what is picked, once, and picks nothing that the job does not have", async () => {
    const { handler } = keeper();
    const look = (picked: string[]) => ({ body: { ...NOTHING_SEEN, things: picked[0] === "P2" ? { P2: { title: "P2" } } : {} } });
    serve((path, body) => (path.endsWith("/look") ? look((body as unknown as { sight: { picked: string[] } }).sight.picked) : handler(path, body)));
    await deskNow().open(id("j"));
    calls = [];
    for (const [label, kept] of [["P1", true], ["P2", true], ["P2", true], ["P99", false]] as const) {
      await deskNow().pick(label);
      expect(deskNow().selected).toEqual(kept ? [label] : []);
    }
    expect(calls).toEqual(["POST /api/plan/look", "POST /api/plan/look"]);
    expect(deskNow().desk!.things).toEqual({ P1: { title: "P1" }, P2: { title: "P2" }, P99: undefined });
  });
});
