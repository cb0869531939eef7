import { useState } from "react";
import { Line } from "../onsite/Notes";
import { Under } from "../onsite/Under";
import { useRecord } from "./BuildPanel";
import { useDesk } from "./state";

/** Everything that was noted, in order, to be read and searched. */
export function LogPanel() {
  const sheet = useRecord();
  const id = useDesk((s) => s.id);
  const [wanted, want] = useState("");
  const [under, setUnder] = useState(false);
  if (!sheet) return <p className="bg-board p-3" role="status">Looking for the log…</p>;
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const lines = sheet.log.filter((l) => {
    const text = `${l.day} ${l.author} ${l.name} ${l.part} ${l.words}`.toLowerCase();
    return words.every((w) => text.includes(w));
  });
  return (
    <div className="min-h-0 flex-1 overflow-auto bg-board px-3 pb-3" data-log>
      <p className="flex flex-wrap items-center gap-3 py-2">
        <b className="text-lg">{sheet.log.length === 1 ? "1 entry" : `${sheet.log.length} entries`}</b>
        <input aria-label="Search the log" type="search" value={wanted} onChange={(e) => want(e.target.value)} placeholder="search" className="min-h-9 border border-rule bg-board px-2" />
        {sheet.log.length > 0 && (
          <>
            <a className="underline" href={`/api/jobs/${id}/exports/log-pdf/log`}>
              On paper
            </a>
            <a className="underline" href={`/api/jobs/${id}/exports/log-csv/log`}>
              As a table
            </a>
            <a className="underline" href={`/api/jobs/${id}/exports/log/log`}>
              JSON lines
            </a>
            <button type="button" className="underline" onClick={() => setUnder(true)}>
              What lies under it
            </button>
            {sheet.inspection.questions.some((q) => q.answer) && (
              <a className="underline" href={`/api/jobs/${id}/exports/inspection-pdf/inspection`}>
                Inspection report
              </a>
            )}
          </>
        )}
      </p>
      {under && <Under sheet={sheet} job={id} onClose={() => setUnder(false)} />}
      {!sheet.log.length && <p>Nothing was noted yet: readings, cuts, looks and notes from site stand here, in order.</p>}
      <ol className="max-w-4xl">
        {lines.map((line) => (
          <Line key={line.id} line={line} job={id} />
        ))}
      </ol>
      {sheet.log.length > 0 && !lines.length && <p>No entry has all of these words.</p>}
    </div>
  );
}
