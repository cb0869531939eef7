import type { Problem } from "./types";

/** A refusal from the server, in the words of problem details. */
export class Refused extends Error {
  constructor(
    readonly problem: Problem,
    /** Given up from here, because something newer came. */
    readonly aborted = false,
  ) {
    super(problem.detail || problem.title);
  }
  /** True where the same may be accepted in a moment: nobody answered, busy, or a fault of the server's own. */
  get passing(): boolean {
    return this.problem.status === 0 || this.problem.status >= 500;
  }
}

const SILENT = {
  title: "Row Stake does not answer",
  status: 0,
  detail: "Your work is kept in this browser and is sent again as soon as it answers.",
  errors: [],
  type: "about:blank",
  theirs: null,
};

async function call<T>(method: string, path: string, body?: unknown, signal?: AbortSignal, as: "json" | "blob" = "json"): Promise<T> {
  let response: Response;
  const file = body instanceof Blob;
  try {
    response = await fetch(path, {
      method,
      signal,
      headers: body === undefined ? undefined : { "Content-Type": file ? "application/octet-stream" : "application/json" },
      body: body === undefined ? undefined : file ? body : JSON.stringify(body),
    });
    if (response.ok) return (response.status === 204 ? undefined : await response[as]()) as T;
  } catch {
    throw new Refused({ ...SILENT }, signal?.aborted);
  }
  const problem = await response.json().catch(() => ({ ...SILENT, status: response.status }));
  throw new Refused({ errors: [], ...problem });
}

export const get = <T>(path: string) => call<T>("GET", path);
export const post = <T>(path: string, body: unknown, signal?: AbortSignal) => call<T>("POST", path, body, signal);
export const put = <T>(path: string, body: unknown) => call<T>("PUT", path, body);
/** A file as it is. */
export const send = <T>(method: "POST" | "PUT", path: string, file: Blob) => call<T>(method, path, file);
/** A picture, small enough for the limit; the same again does no harm. */
export const sendPhoto = (path: string, file: Blob) => call<undefined>("PUT", path, file);
export const remove = (path: string) => call<undefined>("DELETE", path);
/** A document that the server makes of what is sent, opened beside the page. */
export async function open(path: string, body: unknown): Promise<void> {
  const made = await call<Blob>("POST", path, body, undefined, "blob");
  window.open(URL.createObjectURL(made), "_blank");
}
