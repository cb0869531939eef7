import { useEffect, useState } from "react";
import { get, post, Refused } from "../../api/client";
import type { Edit, Place } from "../../api/types";
import { Plain } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { useDesk, valueAt } from "./state";

interface Told {
  words: string;
  edits: Edit[];
}

/** What is told of the place the job stands at, and one press that puts it into the job; nothing where nobody tells anything. */
export function PlaceConditions() {
  const [places, setPlaces] = useState<Place[]>([]);
  useEffect(() => void get<Place[]>("/api/plan/places").then(setPlaces, () => setPlaces([])), []);
  const kept = useDesk((s) => valueAt(s.document, "terms.calendar.place")) ?? "";
  const [chosen, choose] = useState("");
  const [told, setTold] = useState<Told | null>(null);
  const [said, say] = useState("");
  const place = chosen || kept;
  const ask = async (of: string) => {
    choose(of);
    setTold(null);
    if (!of) return;
    say("Asking…");
    try {
      setTold(await post<Told>("/api/plan/place", { document: useDesk.getState().document, place: of }));
      say("");
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      say(error.problem.detail || error.problem.title);
    }
  };
  if (!places.length) return null;
  return (
    <span data-place={place}>
      {" "}
      It lies near{" "}
      <select aria-label="Near" value={place} onChange={(e) => void ask(e.target.value)} className="min-h-9 border-b-2 border-ink/50 bg-board px-1 font-semibold">
        <option value="">no place that is known</option>
        {places.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </select>
      {place && !told && !said && (
        <>
          {" "}
          <Plain onClick={() => void ask(place)}>What is usual there</Plain>
        </>
      )}
      {told && (
        <>
          : it <Num>{told.words}</Num>.{" "}
          {told.edits.length ? (
            <Plain
              onClick={() => {
                void useDesk.getState().edit(told.edits, "conditions of the place");
                setTold({ ...told, edits: [] });
              }}
            >
              Take that over
            </Plain>
          ) : (
            <b>The job has it so.</b>
          )}
        </>
      )}{" "}
      {said && <span role="status">{said}</span>}
    </span>
  );
}
