import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Problem } from "../../api/types";
import { useDesk, valueAt } from "./state";

type Answer = { status?: number; body: unknown };
type Handler = (path: string, body: { document?: { name: string }; revision?: number } | undefined) => Answer;

const desk = (name: string) => ({ name, findings: [], things: { P1: { title: "P1" } }, scenes: {} });
const held = (revision: number, name: string) => ({
  id: "j",
  name,
  archived: false,
  revision,
  document: { name },
  changed_at: "",
  can_undo: revision > 1,
  can_redo: false,
});

let calls: string[] = [];

/** A server that plans by taking the edit's value for the name, and answers what a test gives it for the rest. */
function serve(handler: Handler) {
  vi.stubGlobal("fetch", async (path: string, options: { method: string; body?: string }) => {
    const body = options.body ? JSON.parse(options.body) : undefined;
    calls.push(`${options.method} ${path}`);
    let answer: Answer;
    if (path === "/api/plan") {
      const value = body.edits[0]?.value ?? body.document.name;
      answer =
        value === "bad"
          ? { status: 422, body: { title: "No", status: 422, detail: "Not that", errors: [] } }
          : { body: { document: { name: value }, desk: desk(value) } };
    } else answer = handler(path, body);
    return new Response(JSON.stringify(answer.body), { status: answer.status ?? 200 });
  });
}

const rename = (value: string) => useDesk.getState().edit([{ do: "set", path: "name", value }], "renamed");
const settled = (saving: string) => vi.waitFor(() => expect(useDesk.getState().saving).toBe(saving));

beforeEach(() => {
  localStorage.clear();
  calls = [];
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

async function open(handler: Handler) {
  serve((path, body) => (path === "/api/jobs/j" && !body ? { body: { held: held(1, "old"), desk: desk("old") } } : handler(path, body)));
  await useDesk.getState().open("j");
}

describe("the desk's memory", () => {
  it("plans an edit, shows it, and keeps it on the revision it was made on", async () => {
    await open((_, body) => ({ body: held((body!.revision ?? 0) + 1, body!.document!.name) }));
    expect(await rename("new")).toBeNull();
    expect(useDesk.getState().desk?.name).toBe("new");
    await settled("saved");
    expect(useDesk.getState().held?.revision).toBe(2);
    expect(localStorage.length).toBe(0);
  });

  it("gives a refusal back and leaves the work as it was", async () => {
    await open(() => ({ body: {} }));
    const problem = (await rename("bad")) as Problem;
    expect(problem.detail).toBe("Not that");
    expect(valueAt(useDesk.getState().document, "name")).toBe("old");
    expect(calls.filter((c) => c.startsWith("PUT"))).toEqual([]);
  });

  it("waits for a database that does not answer, keeps a copy, and saves when it is back", async () => {
    let gone = true;
    await open((_, body) =>
      gone ? { status: 503, body: { title: "Gone", status: 503, detail: "" } } : { body: held(2, body!.document!.name) },
    );
    vi.useFakeTimers();
    await rename("kept");
    await vi.waitFor(() => expect(useDesk.getState().saving).toBe("waiting"));
    expect(localStorage.getItem("rowstake-unsaved-j")).toContain("kept");
    gone = false;
    await vi.advanceTimersByTimeAsync(2500);
    await vi.waitFor(() => expect(useDesk.getState().saving).toBe("saved"));
    expect(localStorage.getItem("rowstake-unsaved-j")).toBeNull();
  });

  it("offers both versions when another window was first, and keeps both whichever is taken", async () => {
    let revision = 5;
    await open((path, body) => {
      if (path.endsWith("/undo")) return { body: { held: held(5, "theirs"), desk: desk("theirs") } };
      if (body!.revision !== revision) {
        return { status: 409, body: { title: "Stale", status: 409, theirs: { revision, document: { name: "theirs" } } } };
      }
      revision += 1;
      return { body: held(revision, body!.document!.name) };
    });
    await rename("mine");
    await settled("conflict");
    expect(useDesk.getState().conflict).toMatchObject({ theirRevision: 5, mine: { name: "mine" }, theirs: { name: "theirs" } });
    await useDesk.getState().settle("theirs");
    expect(calls.slice(-2)).toEqual(["PUT /api/jobs/j", "POST /api/jobs/j/undo"]);
    expect(useDesk.getState().desk?.name).toBe("theirs");
    expect(useDesk.getState().conflict).toBeNull();
  });

  it("puts back what a closed page had not saved", async () => {
    localStorage.setItem("rowstake-unsaved-j", JSON.stringify({ revision: 1, document: { name: "unsaved" } }));
    await open((_, body) => ({ body: held(2, body!.document!.name) }));
    expect(useDesk.getState().desk?.name).toBe("unsaved");
    await settled("saved");
    expect(useDesk.getState().held?.name).toBe("unsaved");
  });

  it("tries a change without keeping it", async () => {
    await open(() => ({ body: { document: { name: "tried" }, desk: desk("tried"), consequence: {} } }));
    await useDesk.getState().tryOut("a fix", [{ do: "set", path: "name", value: "tried" }]);
    expect(useDesk.getState().trying?.tried.desk.name).toBe("tried");
    expect(useDesk.getState().desk?.name).toBe("old");
    useDesk.getState().putBack();
    expect(useDesk.getState().trying).toBeNull();
  });

  it("picks only what is on the desk", async () => {
    await open(() => ({ body: {} }));
    useDesk.getState().pick("P1");
    expect(useDesk.getState().selected).toEqual(["P1"]);
    useDesk.getState().pick("P99");
    expect(useDesk.getState().selected).toEqual([]);
  });
});
