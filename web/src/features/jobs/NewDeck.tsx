import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { post, Refused } from "../../api/client";
import type { Opened, Problem, Start } from "../../api/types";
import { Plain, Strong } from "../../ui/controls";
import { Sheet } from "../../ui/Sheet";

const box = "min-h-9 border-b-2 border-ink/50 bg-lime px-1 font-semibold";

/** A new deck, said in a sentence: where, how large, how high, and who carries it. */
export function NewDeck({ start, onClose }: { start: Start; onClose: () => void }) {
  const [said, say] = useState({ name: "", region: start.regions[0].id, width: "", out: "", height: "", support: "ledger" });
  const [problem, setProblem] = useState<Problem | null>(null);
  const navigate = useNavigate();
  const facts = start.regions.find((r) => r.id === said.region)!;
  const feet = facts.units.includes("inch");
  const blank = (key: "name" | "width" | "out" | "height", name: string, example: string) => (
    <input
      aria-label={name}
      value={said[key]}
      placeholder={example}
      onChange={(e) => say({ ...said, [key]: e.target.value })}
      className={`${box} ${key === "name" ? "w-60" : "w-28"}`}
      required={key !== "name"}
      autoFocus={key === "name"}
    />
  );
  const make = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const made = await post<Opened>("/api/jobs/deck", { ...said, name: said.name || "New deck" });
      await navigate(`/job/${made.held.id}`);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.problem);
    }
  };
  return (
    <Sheet open onClose={onClose} title="A new deck">
      <form onSubmit={(e) => void make(e)} className="space-y-3">
        <p className="leading-10">
          A deck called {blank("name", "Name", "New deck")} in{" "}
          <select aria-label="Region" value={said.region} onChange={(e) => say({ ...said, region: e.target.value })} className={box}>
            {start.regions.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </select>
          , measured in {facts.units}: {blank("width", "Width", feet ? "16'" : "4.8 m")} wide along the house, {blank("out", "Way out", feet ? "12'" : "3.6 m")} out from it,{" "}
          {blank("height", "Height", feet ? "2'" : "450 mm")} over the ground,{" "}
          <select aria-label="Support" value={said.support} onChange={(e) => say({ ...said, support: e.target.value })} className={box}>
            <option value="ledger">carried by the house</option>
            <option value="free">free of the house</option>
          </select>
          .
        </p>
        {problem && (
          <p role="alert" className="border-l-4 border-bad pl-2">
            {(problem.errors ?? []).map((e) => `${e.message}. Allowed: ${e.allowed}.`).join(" ") || problem.detail}
          </p>
        )}
        <p className="flex flex-wrap gap-2">
          <Strong type="submit">Lay it out</Strong>
          <Plain onClick={onClose}>Not now</Plain>
        </p>
        <p className="text-sm text-faint">Lengths in any unit: 12&apos;-6&quot;, 12 ft 6, 3.8 m, 3800 mm. Notches, clipped corners and holes come next, on the drawing.</p>
      </form>
    </Sheet>
  );
}
