import { useEffect, useState } from "react";
import { Link } from "react-router";
import type { SiteSheet } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Plain, Quiet } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { Misfits } from "../onsite/Misfits";
import { useOnSite } from "../onsite/state";
import { WaysOut } from "../onsite/WaysOut";
import { useDesk } from "./state";

/** The job's record as it comes in, while a step of the desk looks at it. */
export function useRecord(): SiteSheet | null {
  const id = useDesk((s) => s.id);
  const sheet = useOnSite((s) => (s.job === id ? s.sheet : null));
  useEffect(() => {
    void useOnSite.getState().open(id);
    return () => useOnSite.getState().close();
  }, [id]);
  return sheet;
}

/** What is taken away of the job as it stands: format, document, name. */
const AS_BUILT = [
  ["pdf", "", "drawings"],
  ["cuts-pdf", "", "cut tickets"],
  ["csv", "buy", "list for the yard"],
] as const;

/** Drawn and built together: what stands in full lines, what was drawn dashed behind it, what differs and what to do about it. */
export function BuildPanel() {
  const sheet = useRecord();
  const id = useDesk((s) => s.id);
  const author = useOnSite((s) => s.author);
  const [picked, pick] = useState("");
  if (!sheet) return <p className="bg-board p-3" role="status">Looking at what stands…</p>;
  const off = sheet.site.holes.filter((h) => h.off.length);
  const read = sheet.site.holes.filter((h) => h.entries.length).length;
  return (
    <div className="flex min-h-0 flex-1 bg-board max-lg:flex-col" data-build>
      <div className="flex min-h-0 flex-[1.35] flex-col max-lg:h-[23rem]">
        <p className="px-3 pt-1.5">
          <b className="text-lg">
            {read} of {sheet.site.holes.length} read, {sheet.saw.done} of {sheet.saw.total} pieces cut.
          </b>{" "}
          <span className="text-faint">As built in full lines; drawn otherwise, dashed.</span>
        </p>
        <div className="min-h-0 flex-1">
          <SceneView scene={sheet.scene} label="As built" selected={picked ? [picked] : []} onPick={pick} />
        </div>
      </div>
      <div className="min-h-0 flex-1 overflow-auto border-rule p-3 lg:border-l">
        <p className="flex flex-wrap items-center gap-2">
          <Link to={`/job/${id}/on-site`} className="inline-flex min-h-9 items-center bg-ink px-3 font-semibold text-board no-underline">
            Go on site
          </Link>
          <WhoIsIt author={author} />
        </p>
        <h2 className="mt-3 font-bold">Against the drawing</h2>
        <p data-changes>
          <Num>{sheet.entries ? sheet.changes.sentence : "nothing was measured yet"}</Num>
        </p>
        {sheet.entries > 0 && (
          <p className="mt-1 flex flex-wrap gap-x-3">
            As built, on paper:{" "}
            {AS_BUILT.map(([format, document, name]) => (
              <a key={format} className="underline" href={`/api/jobs/${id}/exports/${format}/${document || (sheet.units === "ft-in" ? "letter" : "a4")}?built=true`}>
                {name}
              </a>
            ))}
          </p>
        )}
        {sheet.asked.map((q) => (
          <Asked key={q.words} words={q.words} entries={q.entries} sheet={sheet} />
        ))}
        {off.length > 0 && <h2 className="mt-3 font-bold">Not as drawn</h2>}
        <ul>
          {off.map((h) => (
            <li key={h.id} data-off={h.label} className="border-b border-rule py-1.5">
              <Quiet onClick={() => pick(h.label)}>
                <b>{h.label}</b>
              </Quiet>{" "}
              <span className={h.asks ? "font-semibold text-bad" : ""}>
                <Num>{h.off.join("; ")}</Num>
              </span>
              {h.asks && h.entries.length > 0 && <WaysOut reading={h.entries[h.entries.length - 1]} className="mt-1" />}
            </li>
          ))}
        </ul>
        <Misfits sheet={sheet} className="mt-2" />
        <Came sheet={sheet} />
        <h2 className="mt-3 font-bold">Steps</h2>
        <ol>
          {sheet.steps.map((step, n) => (
            <li key={step.key} data-built-step={step.key} className="border-b border-rule py-1">
              <span className={step.done ? "text-faint" : ""}>
                {step.done ? "✓" : `${n + 1}.`} {step.do}
              </span>
              {step.done && (
                <span className="block text-sm text-faint">
                  {step.by} {step.reason && `though something was open: ${step.reason}`}
                </span>
              )}
              {step.again.map((words) => (
                <span key={words} data-again className="block pl-4 text-sm font-semibold text-bad">
                  open again: {words}
                </span>
              ))}
              {step.holds.map((hold) => (
                <span key={hold.key} className={`block pl-4 text-sm ${hold.result === "pass" ? "text-faint" : "text-signal"}`}>
                  {hold.result === "pass" ? "✓" : "look:"} {hold.words} {hold.by && `(${hold.by})`}
                  {hold.photos.map((photo) => (
                    <a key={photo} href={`/api/jobs/${id}/photos/${photo}`} target="_blank" rel="noreferrer" className="ml-1 inline-block align-middle">
                      <img src={`/api/jobs/${id}/photos/${photo}?small=true`} alt={hold.words} className="h-12" />
                    </a>
                  ))}
                </span>
              ))}
            </li>
          ))}
        </ol>
      </div>
    </div>
  );
}

/** A question of the record, with the readings that it is about: whoever knows takes the wrong one back. */
function Asked({ words, entries, sheet }: { words: string; entries: string[]; sheet: SiteSheet }) {
  const { enter } = useOnSite.getState();
  const lines = sheet.log.filter((l) => entries.includes(l.id));
  return (
    <div className="mt-2 border-l-4 border-bad pl-2" data-asked>
      <p className="font-semibold">{words}</p>
      {lines.map((line) => (
        <p key={line.id} className="flex items-center gap-2">
          <span className="flex-1">
            {line.author}, {line.day}: {line.words}
          </span>
          <Plain onClick={() => void enter("settled", "", { why: "taken back" }, { answers: [line.id] })}>Take it back</Plain>
        </p>
      ))}
    </div>
  );
}

/** What was ordered and is not here, or not all of it; nothing until the first of it came. */
function Came({ sheet }: { sheet: SiteSheet }) {
  const { lines, words } = sheet.arrivals;
  const begun = lines.some((l) => l.entries.length > 0);
  const odd = lines.filter((l) => l.entries.length > 0 && (l.to_come > 0 || l.damaged > 0 || l.over > 0));
  if (!begun) return null;
  return (
    <>
      <h2 className="mt-3 font-bold">Delivered</h2>
      <p data-came>
        <Num>{words}</Num>
      </p>
      <ul>
        {odd.map((l) => (
          <li key={`${l.part} ${l.length_mm}`} className="border-b border-rule py-1">
            <b>
              <Num>{`${l.item} ${l.length}`}</Num>
            </b>
            : {l.to_come > 0 && `${l.to_come} of ${l.ordered} ${l.unit} to come`} {l.over > 0 && `${l.over} more than asked for`}{" "}
            <span className="text-faint">
              <Num>{l.said.join("; ")}</Num>
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

function WhoIsIt({ author }: { author: string }) {
  const [name, setName] = useState(author);
  return (
    <label>
      as{" "}
      <input value={name} placeholder="your name" maxLength={60} onChange={(e) => setName(e.target.value)} onBlur={() => name.trim() && useOnSite.getState().call(name.trim())} className="min-h-8 w-32 border-b-2 border-ink/50 bg-board px-1 font-semibold" />
    </label>
  );
}
