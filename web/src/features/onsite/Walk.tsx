import { useState } from "react";
import { Link } from "react-router";
import type { InspectionAsked, SiteSheet } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Sheet } from "../../ui/Sheet";
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
      <Question key={q.key} sheet={sheet} q={q} answer={answered(q)} next={() => go(Math.min(at + 1, asked.length - 1))} />
      <p className="mt-3 text-faint first-letter:uppercase">{sheet.inspection.verdict}.</p>
      <p className="mt-2">
        <Link to={`/trainer/${sheet.trade}`} className="underline">
          Practise it on made-up work
        </Link>
      </p>
    </OneOf>
  );
}

function Question({ sheet, q, answer, next }: { sheet: SiteSheet; q: InspectionAsked; answer: string; next: () => void }) {
  const { enter } = useOnSite.getState();
  const [place, setPlace] = useState(q.place);
  const [note, setNote] = useState(q.note);
  const [cost, setCost] = useState(q.cost === null ? "" : String(q.cost));
  const [drawn, setDrawn] = useState(false);
  const [photos, setPhotos] = useState<Blob[]>([]);
  const money = cost.trim() === "" ? null : Number(cost.replace(",", "."));
  const wrong = money !== null && !(money >= 0 && money <= 10_000_000);
  const say = (said: string) => {
    void enter("inspection", q.key, { answer: said, place: place.trim(), note: note.trim(), ...(money === null || wrong ? {} : { cost: money }) }, { photos, answers: q.entry ? [q.entry] : [] });
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
      <div className="mt-3 flex gap-2">
        <input aria-label="Where" value={place} onChange={(e) => setPlace(e.target.value)} maxLength={200} placeholder="where it is" className="min-h-12 min-w-0 flex-1 border-2 border-rule bg-board px-2 text-lg" />
        <Big onClick={() => setDrawn(true)}>On the drawing</Big>
      </div>
      {drawn && (
        <Sheet open wide onClose={() => setDrawn(false)} title={`${q.where}: press on the piece`}>
          <div className="h-[60vh]">
            <SceneView
              scene={sheet.scene}
              label="As built"
              selected={place ? [place] : []}
              onPick={(label) => {
                setPlace(label);
                setDrawn(false);
              }}
            />
          </div>
        </Sheet>
      )}
      <input aria-label="Note" value={note} onChange={(e) => setNote(e.target.value)} maxLength={500} placeholder="note" className="mt-2 min-h-12 w-full border-2 border-rule bg-board px-2 text-lg" />
      <input aria-label="What it costs to put right" value={cost} inputMode="decimal" onChange={(e) => setCost(e.target.value)} maxLength={12} placeholder="what it costs to put right" className="mt-2 min-h-12 w-full border-2 border-rule bg-board px-2 text-lg" />
      {q.usual.length > 0 && (
        <label className="mt-2 block">
          As usual, in{" "}
          <select aria-label="Places" value="" onChange={(e) => {
              const usual = q.usual[Number(e.target.value)];
              if (usual.cost !== null) setCost(usual.cost.toFixed(2));
              setNote(note.trim() || usual.words);
            }} className="min-h-12 max-w-full border-2 border-rule bg-board px-2 text-lg">
            <option value="" disabled>
              how many places?
            </option>
            {q.usual.map((usual, n) => (
              <option key={usual.places} value={n}>
                {`${usual.places} place${usual.places > 1 ? "s" : ""}: ${usual.words}`}
              </option>
            ))}
          </select>
        </label>
      )}
      {wrong && (
        <p role="alert" className="font-semibold text-bad">
          A sum from 0 to 10 000 000
        </p>
      )}
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
