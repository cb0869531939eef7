import { useState } from "react";
import type { HoldPoint, SiteSheet, StepTold } from "../../api/types";
import { Big, Camera, OneOf } from "./parts";
import { useOnSite } from "./state";

/** Step by step: what is looked at before it is covered, and the tick that waits for it. */
export function Looks({ sheet, part }: { sheet: SiteSheet; part: string }) {
  const waiting = useOnSite((s) => s.waiting);
  const ticked = new Set(waiting.filter((w) => w.entry.kind === "step" && !w.why).map((w) => w.entry.part));
  const done = (s: StepTold) => s.done || ticked.has(s.key);
  const [at, go] = useState(Math.max(0, part ? sheet.steps.findIndex((s) => s.key === part) : sheet.steps.findIndex((s) => !done(s))));
  const step = sheet.steps[at];
  if (!step) return <p className="p-4 text-lg">There is no order of work.</p>;
  return (
    <OneOf all={sheet.steps} at={at} go={go} done={done} name={(s) => String(sheet.steps.indexOf(s) + 1)} id={(s) => s.key}>
      <Step key={step.key} step={step} done={done(step)} next={() => go(Math.min(at + 1, sheet.steps.length - 1))} />
    </OneOf>
  );
}

function Step({ step, done, next }: { step: StepTold; done: boolean; next: () => void }) {
  const waiting = useOnSite((s) => s.waiting);
  const { enter } = useOnSite.getState();
  const [why, setWhy] = useState<string | null>(null);
  const revision = useOnSite((s) => s.sheet?.revision ?? null);
  const passed = new Set(waiting.filter((w) => w.entry.kind === "hold" && w.entry.values.result === "pass").map((w) => w.entry.part));
  const open = step.open.filter((key) => !passed.has(key));
  return (
    <article data-step-on-site={step.key}>
      <h2 className="text-2xl leading-tight font-bold">{step.do}</h2>
      <p className="text-lg text-faint">
        {step.what}
        {step.wait && <span className="block">Then wait {step.wait}.</span>}
      </p>
      {step.holds.map((hold) => (
        <Hold key={hold.key} hold={hold} passed={passed.has(hold.key) || hold.result === "pass"} />
      ))}
      <div className="mt-4 border-t-2 border-ink pt-3">
        {done ? (
          <p className="text-lg">
            {step.again.length > 0 && (
              <span data-again className="mb-2 block border-l-4 border-bad pl-3">
                <b className="text-bad">Open it again:</b> the drawing has changed since.
                {step.again.map((words) => (
                  <span key={words} className="block">
                    {words}
                  </span>
                ))}
              </span>
            )}
            <b>✓ Done.</b> {step.by} {step.reason && `Though something was open: ${step.reason}`}
            {step.entry && (
              <Big className="mt-2 block" onClick={() => void enter("settled", step.key, { why: "not done after all" }, { answers: [step.entry] })}>
                Not done after all
              </Big>
            )}
          </p>
        ) : open.length ? (
          <>
            <p className="mb-2 text-lg font-semibold text-bad">
              {open.length} thing{open.length > 1 ? "s" : ""} to look at first.
            </p>
            {why === null ? (
              <Big onClick={() => setWhy("")}>Done all the same…</Big>
            ) : (
              <form
                className="flex gap-2"
                onSubmit={(e) => {
                  e.preventDefault();
                  if (why.trim()) void enter("step", step.key, { reason: why.trim(), revision }).then(next);
                }}
              >
                <input aria-label="Why it is done all the same" value={why} onChange={(e) => setWhy(e.target.value)} maxLength={300} placeholder="why, for the record" className="min-h-14 min-w-0 flex-1 border-2 border-rule bg-board px-2 text-lg" />
                <Big strong type="submit" disabled={!why.trim()}>
                  Done
                </Big>
              </form>
            )}
          </>
        ) : (
          <Big strong className="w-full" onClick={() => void enter("step", step.key, { revision }).then(next)}>
            Done
          </Big>
        )}
      </div>
    </article>
  );
}

function Hold({ hold, passed }: { hold: HoldPoint; passed: boolean }) {
  const job = useOnSite((s) => s.job);
  const { enter } = useOnSite.getState();
  const [photos, setPhotos] = useState<Blob[]>([]);
  const [note, setNote] = useState("");
  const look = (result: "pass" | "fail") => {
    void enter("hold", hold.key, { result, note: note.trim() }, { photos, answers: hold.looks });
    setPhotos([]);
    setNote("");
  };
  return (
    <section data-hold={hold.key} className={`mt-3 border-l-4 pl-3 ${passed ? "border-timber" : "border-signal"}`}>
      <h3 className="text-lg font-semibold">
        {passed ? "✓ " : "Look: "}
        {hold.words}
      </h3>
      {hold.result && (
        <p className={hold.result === "fail" ? "font-semibold text-bad" : "text-faint"}>
          {hold.result === "pass" ? "Passed" : "Not right"}, {hold.by}. {hold.note}
        </p>
      )}
      <p className="flex flex-wrap gap-1">
        {hold.photos.map((id) => (
          <a key={id} href={`/api/jobs/${job}/photos/${id}`} target="_blank" rel="noreferrer">
            <img src={`/api/jobs/${job}/photos/${id}?small=true`} alt="what was looked at" className="h-16" />
          </a>
        ))}
      </p>
      {!passed && (
        <>
          <input aria-label="Note" value={note} onChange={(e) => setNote(e.target.value)} maxLength={500} placeholder="note" className="my-2 min-h-12 w-full border-2 border-rule bg-board px-2 text-lg" />
          <div className="grid grid-cols-3 gap-2">
            <Camera photos={photos} add={(photo) => setPhotos([...photos, photo])} />
            <Big onClick={() => look("fail")}>Not right</Big>
            <Big strong onClick={() => look("pass")}>
              Passed
            </Big>
          </div>
        </>
      )}
    </section>
  );
}
