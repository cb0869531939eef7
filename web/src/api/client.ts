import type { Problem } from "./types";

/** A refusal from the server, in the words of problem details. */
export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail || problem.title);
  }
  get passing(): boolean {
    return this.problem.status === 503 || this.problem.status === 0;
  }
}

const SILENT: Problem = {
  title: "Row Stake does not answer",
  status: 0,
  detail: "Your work stays on this page and is sent again as soon as it answers.",
  errors: [],
  type: "about:blank",
};

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      headers: body === undefined ? undefined : { "Content-Type": "application/json" },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch {
    throw new Refused(SILENT);
  }
  if (response.ok) return (await response.json()) as T;
  const problem = await response.json().catch(() => ({ ...SILENT, status: response.status }));
  throw new Refused({ errors: [], ...problem });
}

export const get = <T>(path: string) => call<T>("GET", path);
export const post = <T>(path: string, body: unknown) => call<T>("POST", path, body);
export const put = <T>(path: string, body: unknown) => call<T>("PUT", path, body);
