import { type FormEvent, useState } from "react";
import type { Problem } from "../../api/types";
import { Plain, Strong } from "../../ui/controls";
import { Sheet } from "../../ui/Sheet";
import { useDesk, useFence } from "./state";

/** Levels along the line: typed, pasted, or read from a CSV file; staff readings under an instrument height. */
export function LevelsSheet({ onClose }: { onClose: () => void }) {
  const kept = useFence().ground_text;
  const edit = useDesk((s) => s.edit);
  const [text, setText] = useState(kept);
  const [instrument, setInstrument] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const keep = async (event: FormEvent) => {
    event.preventDefault();
    const wrong = await edit([{ do: "levels", text, instrument_mm: instrument.trim() || null }], "Levels");
    setProblem(wrong);
    if (!wrong) onClose();
  };
  return (
    <Sheet open onClose={onClose} title="Levels along the line">
      <form onSubmit={(e) => void keep(e)}>
        <label className="block">
          One row for each station: <b>leg, station, level</b>; above zero is higher than the datum. Two rows at one station are a
          step; end a row with <b>wall</b> where the fence stands on a wall from there on.
          <textarea
            aria-label="Levels"
            rows={9}
            value={text}
            onChange={(e) => setText(e.target.value)}
            placeholder={"1, 0, 0\n1, 3 m, -120\n1, 6 m, -340"}
            className="mt-2 w-full border-2 border-ink/50 bg-lime p-2 font-semibold"
          />
        </label>
        <p className="mt-2 flex flex-wrap items-center gap-3">
          <label>
            Read by level and staff? Instrument height{" "}
            <input
              aria-label="Instrument height"
              value={instrument}
              onChange={(e) => setInstrument(e.target.value)}
              placeholder="levels as typed"
              className="min-h-9 w-40 border-b-2 border-ink/50 bg-lime px-1 font-semibold"
            />
          </label>
          <label className="inline-flex min-h-9 cursor-pointer items-center rounded-sm border border-rule px-2.5 hover:border-ink">
            From a CSV file
            <input
              type="file"
              accept=".csv,text/csv,text/plain"
              className="sr-only"
              onChange={(e) => void e.target.files?.[0]?.text().then(setText)}
            />
          </label>
        </p>
        {problem && (
          <ul role="alert" className="mt-2 border-l-4 border-bad pl-2">
            {(problem.errors ?? []).slice(0, 5).map((e, i) => (
              <li key={i}>
                {e.field}: {e.message}. Given: {e.given}. Allowed: {e.allowed}.
              </li>
            ))}
          </ul>
        )}
        <p className="mt-3 flex gap-2">
          <Strong type="submit">Keep these levels</Strong>
          <Plain onClick={() => setText("")}>Level ground</Plain>
          <Plain onClick={onClose}>Not now</Plain>
        </p>
      </form>
    </Sheet>
  );
}
