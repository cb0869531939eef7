import { useState } from "react";
import type { LogLine, SiteSheet } from "../../api/types";
import { Big, Camera } from "./parts";
import { useOnSite } from "./state";
import { Under } from "./Under";

const WAITS: Record<string, string> = { post: "Reading of", cut: "Cut", hold: "Looked at", step: "Step done", note: "Note:", punch: "To put right:", settled: "Taken back", size: "Measured", square: "Diagonals", creep: "Board rows", height: "Height", inspection: "Inspection", delivery: "Came" };

const NOTHING = { due: "", cost: "", cause: "" };
const FIELD = "block min-h-12 w-full border-2 border-rule bg-board px-2";

/** What was noted, the newest first; what is not sent yet stands before it. */
export function Notes({ sheet }: { sheet: SiteSheet }) {
  const waiting = useOnSite((s) => s.waiting);
  const job = useOnSite((s) => s.job);
  const { enter, drop } = useOnSite.getState();
  const [text, setText] = useState("");
  const [under, setUnder] = useState(false);
  const [photos, setPhotos] = useState<Blob[]>([]);
  const [more, setMore] = useState(NOTHING);
  const cost = more.cost.trim() === "" ? null : Number(more.cost.replace(",", "."));
  const wrong = cost !== null && !(cost >= 0 && cost <= 10_000_000);
  const keep = (kind: "note" | "punch") => {
    if (!text.trim() || wrong) return;
    const told = { fault: text.trim(), cause: more.cause.trim(), ...(more.due ? { due: more.due } : {}), ...(cost === null ? {} : { cost }) };
    void enter(kind, "", kind === "note" ? { text: text.trim() } : told, { photos });
    setText("");
    setMore(NOTHING);
    setPhotos([]);
  };
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-4">
      <textarea aria-label="Note" value={text} onChange={(e) => setText(e.target.value)} maxLength={1000} rows={2} placeholder="note, typed or dictated" className="mt-3 w-full border-2 border-rule bg-board px-2 py-1 text-lg" />
      <div className="grid grid-cols-3 gap-2">
        <Camera photos={photos} add={(photo) => setPhotos([...photos, photo])} />
        <Big disabled={!text.trim()} onClick={() => keep("punch")}>
          To put right
        </Big>
        <Big strong disabled={!text.trim()} onClick={() => keep("note")}>
          Note
        </Big>
      </div>
      <details className="mt-1 text-lg">
        <summary className="min-h-11 py-2 text-faint">To put right by when, at what cost, and why it is so</summary>
        <div className="grid grid-cols-2 gap-2">
          <label>
            By
            <input type="date" value={more.due} onChange={(e) => setMore({ ...more, due: e.target.value })} className={FIELD} />
          </label>
          <label>
            It costs
            <input inputMode="decimal" value={more.cost} maxLength={12} onChange={(e) => setMore({ ...more, cost: e.target.value })} className={FIELD} />
          </label>
        </div>
        <label>
          Its cause
          <input value={more.cause} maxLength={300} onChange={(e) => setMore({ ...more, cause: e.target.value })} className={FIELD} />
        </label>
        {wrong && (
          <p role="alert" className="font-semibold text-bad">
            A sum from 0 to 10 000 000
          </p>
        )}
      </details>
      {sheet.asked.length > 0 && (
        <section className="mt-4" aria-label="To settle">
          <h2 className="text-xl font-bold text-bad">To settle</h2>
          {sheet.asked.map((q) => (
            <p key={q.words} className="border-l-4 border-bad pl-2 text-lg">
              {q.words}
            </p>
          ))}
        </section>
      )}
      {waiting.length > 0 && (
        <section className="mt-4" aria-label="Not sent yet">
          <h2 className="text-xl font-bold">Not sent yet</h2>
          <ul>
            {waiting.map((w) => (
              <li key={w.key} className="flex items-center gap-2 border-b border-rule py-1.5 text-lg">
                <span className="flex-1">
                  {WAITS[w.entry.kind] ?? "Entry"} {sheet.site.holes.find((h) => h.id === w.entry.part)?.label} {String(w.entry.values.text ?? w.entry.values.fault ?? w.entry.values.label ?? "")}
                  {w.why && <span className="block font-semibold text-bad">{w.why}</span>}
                </span>
                {w.why && <Big onClick={() => void drop(w)}>Drop it</Big>}
              </li>
            ))}
          </ul>
        </section>
      )}
      {sheet.punch.length > 0 && (
        <section className="mt-4">
          <h2 className="text-xl font-bold">To put right</h2>
          <ul>
            {sheet.punch.map((p) => (
              <li key={p.entry} className="flex items-center gap-2 border-b border-rule py-1.5 text-lg">
                <span className="flex-1">
                  {p.fault} <span className="text-faint">{[p.about, p.due].filter(Boolean).join(", ")}</span>
                </span>
                <Big onClick={() => void enter("settled", "", { why: "put right" }, { answers: [p.entry] })}>Done</Big>
              </li>
            ))}
          </ul>
        </section>
      )}
      <div className="mt-4 flex items-center justify-between gap-2">
        <h2 className="text-xl font-bold">Log</h2>
        <Big onClick={() => setUnder(true)}>What lies under it</Big>
      </div>
      {under && <Under sheet={sheet} job={job} onClose={() => setUnder(false)} />}
      <ol>
        {[...sheet.log].reverse().map((line) => (
          <Line key={line.id} line={line} job={job} />
        ))}
      </ol>
      {!sheet.log.length && <p className="text-lg text-faint">Nothing was noted yet.</p>}
    </div>
  );
}

export function Line({ line, job }: { line: LogLine; job: string }) {
  return (
    <li className="border-b border-rule py-1.5" data-line={line.kind}>
      <span className="text-faint">
        {line.day}, {line.author}
      </span>
      <span className={`block text-lg ${line.counts ? "" : "text-faint line-through"}`}>
        <b>{[line.name, line.part].filter(Boolean).join(" ")}:</b> {line.words}
      </span>
      {line.photos.map((id) => (
        <a key={id} href={`/api/jobs/${job}/photos/${id}`} target="_blank" rel="noreferrer" className="mr-1 inline-block">
          <img src={`/api/jobs/${job}/photos/${id}?small=true`} alt="photo" className="h-16" />
        </a>
      ))}
    </li>
  );
}
