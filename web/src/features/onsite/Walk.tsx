import { useState } from "react";
import { Link } from "react-router";
import type { InspectionAsked, SiteSheet } from "../../api/types";
import { Big, Camera, OneOf } from "./parts";
import { useOnSite } from "./state";

const ANSWERS = [
  ["wrong", "It is so"],
  ["right", "It is right"],
  ["none", "Not there"],
  ["unseen", "Cannot be seen"],
] as const;

/** Round work that stands, ours or another's: every rule asked, with what would be right. */
export function Walk({ sheet }: { sheet: SiteSheet }) {
  const waiting = useOnSite((s) => s.waiting);
  const asked = sheet.inspection.questions;
  const here = new Map(waiting.filter((w) => w.entry.kind === "inspection" && !w.why).map((w) => [w.entry.part, String(w.entry.values.answer)]));
  const answered = (q: InspectionAsked) => here.get(q.key) ?? q.answer;
  const [at, go] = useState(Math.max(0, asked.findIndex((q) => !q.answer)));
  const q = asked[at];
  if (!q) return <p className="p-4 text-lg">Nothing is asked of this.</p>;
  return (
    <OneOf all={asked} at={at} go={go} done={(one) => Boolean(answered(one))} name={(one) => one.where} id={(one) => one.key}>
      <Question key={q.key} q={q} answer={answered(q)} next={() => go(Math.min(at + 1, asked.length - 1))} />
      <p className="mt-3 text-faint first-letter:uppercase">{sheet.inspection.verdict}.</p>
      <p className="mt-2">
        <Link to={`/trainer/${sheet.trade}`} className="underline">
          Practise it on made-up work
        </Link>
      </p>
    </OneOf>
  );
}

function Question({ q, answer, next }: { q: InspectionAsked; answer: string; next: () => void }) {
  const { enter } = useOnSite.getState();
  const [place, setPlace] = useState(q.place);
  const [note, setNote] = useState(q.note);
  const [photos, setPhotos] = useState<Blob[]>([]);
  const say = (said: string) => {
    void enter("inspection", q.key, { answer: said, place: place.trim(), note: note.trim() }, { photos, answers: q.entry ? [q.entry] : [] });
    if (said !== "wrong") next();
    setPhotos([]);
  };
  return (
    <article data-rule={q.key}>
      <h2 className="text-2xl leading-tight font-bold">
        {q.where}: {q.ask.charAt(0).toLowerCase() + q.ask.slice(1)}?
      </h2>
      <p className={`mt-1 text-lg font-semibold ${q.bad === "danger" ? "text-bad" : ""}`}>
        {q.bad === "danger" ? "Danger" : q.bad === "will fail" ? "Will fail" : "Will show"}: {q.why.toLowerCase()}
      </p>
      <p className="text-lg">
        <b>Right:</b> {q.right}
      </p>
      {answer && <p className="mt-1 text-lg font-semibold">✓ {ANSWERS.find(([key]) => key === answer)?.[1]}</p>}
      <input aria-label="Where" value={place} onChange={(e) => setPlace(e.target.value)} maxLength={200} placeholder="where it is" className="mt-3 min-h-12 w-full border-2 border-rule bg-board px-2 text-lg" />
      <input aria-label="Note" value={note} onChange={(e) => setNote(e.target.value)} maxLength={500} placeholder="note" className="mt-2 min-h-12 w-full border-2 border-rule bg-board px-2 text-lg" />
      <div className="mt-2 grid grid-cols-2 gap-2">
        {ANSWERS.map(([key, words]) => (
          <Big key={key} strong={key === "right"} onClick={() => say(key)}>
            {words}
          </Big>
        ))}
        <Camera photos={photos} add={(photo) => setPhotos([...photos, photo])} />
      </div>
    </article>
  );
}
