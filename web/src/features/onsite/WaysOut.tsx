import { useState } from "react";
import { post, Refused } from "../../api/client";
import type { WayOut } from "../../api/types";
import { Num } from "../../ui/Num";
import { useOnSite } from "./state";

/** What may be done about a post that is not where it was drawn, each with what it would change; taken in one press. */
export function WaysOut({ reading, className = "" }: { reading: string; className?: string }) {
  const job = useOnSite((s) => s.job);
  const { enter } = useOnSite.getState();
  const [ways, setWays] = useState<WayOut[] | null>(null);
  const [said, say] = useState("");
  const ask = async () => {
    say("Weighing…");
    try {
      setWays(await post<WayOut[]>(`/api/jobs/${job}/ways-out`, { reading }));
      say("");
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      say(error.passing ? "There is no signal: it is weighed when there is." : error.problem.detail || error.problem.title);
    }
  };
  const take = async (way: WayOut) => {
    for (const made of way.entries as { kind: string; part: string; values: Record<string, unknown>; answers?: string[] }[]) {
      await enter(made.kind, made.part, made.values, { answers: made.answers ?? [] });
    }
    setWays(null);
  };
  return (
    <div className={className} data-ways={reading}>
      {!ways && (
        <button type="button" onClick={() => void ask()} className="min-h-12 border-2 border-signal px-3 font-bold text-signal">
          What to do about it
        </button>
      )}
      {said && <p role="status">{said}</p>}
      {ways?.map((way) => (
        <div key={way.key} data-way={way.key} className="border-b border-rule py-2">
          <p>
            <b>{way.label}.</b> {way.words}
          </p>
          <p className="text-faint">
            <Num>{way.consequence.sentence}</Num>
          </p>
          <button type="button" onClick={() => void take(way)} className="mt-1 min-h-11 border-2 border-ink px-3 font-semibold">
            {way.entries.length ? way.label : "Leave it so"}
          </button>
        </div>
      ))}
    </div>
  );
}
