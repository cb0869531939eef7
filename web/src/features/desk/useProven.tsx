import { type ReactNode, useEffect, useState } from "react";
import { post, Refused } from "../../api/client";
import type { Bought, SectionProven } from "../../api/types";
import { Quiet } from "../../ui/controls";
import { useDesk } from "./state";

/** Once the hands rest, lists that were made at once are proven. */
const REST_MS = 600;

/** The lists of the job in hand, proven section by section, and what is said meanwhile: how far it is, what is known, how to stop. */
export function useProven(turn = 0): [Bought | null, ReactNode] {
  const document = useDesk((s) => s.document);
  const job = useDesk((s) => s.id);
  const [made, setMade] = useState<{ of: unknown; bought: Bought } | null>(null);
  const [at, setAt] = useState<SectionProven | null>(null);
  const [why, setWhy] = useState("");
  const [stop, setStop] = useState<AbortController | null>(null);
  useEffect(() => {
    const given = new AbortController();
    setStop(given);
    setWhy("");
    setAt(null);
    const prove = async () => {
      for (let section = 0, of = 1; section < of; section++) {
        const found = await post<SectionProven>("/api/plan/proven", { document, job, section }, given.signal);
        of = found.of;
        setAt(found);
      }
      const bought = await post<Bought>("/api/plan/bought", { document, job }, given.signal);
      setMade({ of: document, bought });
      useDesk.getState().proven(document, bought.instead);
    };
    const rest = setTimeout(() => {
      prove().catch((error: unknown) => {
        if (given.signal.aborted) setWhy("Stopped: these lengths were found at once, longest first, and are not proven least.");
        else setWhy(error instanceof Refused ? (error.problem.detail ?? error.message) : String(error));
      });
    }, REST_MS);
    return () => {
      clearTimeout(rest);
      given.abort();
    };
  }, [document, job, turn]);
  const bought = made?.of === document ? made.bought : null;
  return [bought, <p key="said" role="status" className="px-2 pt-1 text-[0.9375rem]" data-proven={bought ? "" : undefined}>{said()}</p>];

  function said(): ReactNode {
    if (bought) return `${bought.timber}, ${bought.waste} waste. ${bought.proof.split(". ").slice(1).join(". ") || bought.proof}`;
    if (why) return why;
    if (!at) return "Found at once; the lengths that cost least are looked for…";
    return (
      <>
        {at.number} of {at.of} sections proven; {at.section}: {at.boards}, {at.proof}. <Quiet onClick={() => stop?.abort()}>Stop here</Quiet>
      </>
    );
  }
}
