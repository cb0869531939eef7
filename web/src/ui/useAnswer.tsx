import { type ReactNode, useEffect, useState } from "react";
import { post, Refused } from "../api/client";
import { Plain, Quiet } from "./controls";

/** What takes longer than this says so, and can be stopped. */
const LONG_MS = 500;
type State = "asked" | "long" | "stopped" | "here" | string;

/** What the server answers about the job in hand, asked anew whenever the job or the question changes, and what stands
 *  where the answer will be: that it is being worked out and how to stop it, or why there is none and how to ask again. */
export function useAnswer<T>(path: string, document: unknown, words: string, asked: string = ""): [T | null, ReactNode] {
  const [answer, setAnswer] = useState<T | null>(null);
  const [state, setState] = useState<State>("asked");
  const [stop, setStop] = useState<AbortController | null>(null);
  const [turn, again] = useState(0);
  useEffect(() => {
    const given = new AbortController();
    let over = false;
    const late = setTimeout(() => setState("long"), LONG_MS);
    setState("asked");
    setStop(given);
    const says = (to: State) => {
      clearTimeout(late);
      if (!over) setState(to);
    };
    post<T>(path, { document, ...(asked ? (JSON.parse(asked) as object) : {}) }, given.signal).then(
      (found) => {
        if (!over) setAnswer(found);
        says("here");
      },
      (error: Error) => says(given.signal.aborted ? "stopped" : `${error instanceof Refused ? (error.problem.detail ?? error.message) : error.message}`),
    );
    return () => {
      over = true;
      clearTimeout(late);
      given.abort();
    };
  }, [path, document, asked, turn]);
  return [answer, wait()];

  function wait(): ReactNode {
    if (state === "asked" || state === "here") return null;
    if (state === "long") {
      return (
        <p role="status" className="p-2">
          {words} <Quiet onClick={() => stop?.abort()}>Stop</Quiet>
        </p>
      );
    }
    return (
      <p role="alert" className="p-2">
        {state === "stopped" ? "Stopped before it was worked out." : state} <Plain onClick={() => again(turn + 1)}>Ask again</Plain>
      </p>
    );
  }
}
