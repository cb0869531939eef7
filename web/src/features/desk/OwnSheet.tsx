import { useState } from "react";
import { Plain, Strong } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { Sheet } from "../../ui/Sheet";
import { useDesk, valueAt } from "./state";

const USES = [
  ["post", "posts"],
  ["rail", "rails and frames"],
  ["board", "fence boards"],
  ["sheet", "sheets"],
  ["joist", "joists and beams"],
  ["stringer", "stringers"],
  ["fascia", "fascia"],
] as const;

/** The crew's own timber and sheets: what no catalogue has, by its section and the lengths it is to be had in. */
export function OwnSheet({ onClose }: { onClose: () => void }) {
  const own = useDesk((s) => valueAt(s.document, "own")) ?? [];
  const lengths = useDesk((s) => s.desk?.lengths) ?? {};
  const { edit } = useDesk.getState();
  const [name, setName] = useState("");
  const [use, setUse] = useState<string>("board");
  const [thickness, setThickness] = useState("");
  const [width, setWidth] = useState("");
  const [had, setHad] = useState("");
  const [wrong, setWrong] = useState("");
  const say = (problem: Awaited<ReturnType<typeof edit>>) => {
    const fault = problem?.errors?.[0];
    setWrong(fault ? `${fault.message}. Allowed: ${fault.allowed}.` : (problem?.detail ?? ""));
    if (problem) useDesk.getState().dismiss();
    return !problem;
  };
  const add = async () => {
    if (say(await edit([{ do: "add_own", name, use, thickness, width, lengths: had }], `own timber: ${name}`))) {
      setName("");
      setThickness("");
      setWidth("");
      setHad("");
    }
  };
  const box = "min-h-9 border-b-2 border-ink/50 bg-board px-1 font-semibold";
  return (
    <Sheet open onClose={onClose} title="Our own timber">
      <p>What you have that is in no list of choices: it can then be chosen wherever its kind is. Its price goes into a book under the key beside it.</p>
      <ul className="my-2">
        {own.map((each, n) => (
          <li key={each.name} data-own={each.name} className="flex items-center gap-3 border-b border-rule py-1">
            <b className="flex-1">{each.name}</b>
            <span>
              <Num>{`${lengths[`own.${n}.thickness_mm`]} × ${lengths[`own.${n}.width_mm`]}`}</Num>
            </span>
            <span className="text-faint">{USES.find(([key]) => key === each.use)?.[1] ?? each.use}</span>
            <Plain onClick={() => void edit([{ do: "remove_own", name: each.name }], `own timber: ${each.name} taken away`).then(say)}>Take away</Plain>
          </li>
        ))}
        {!own.length && <li className="text-faint">Nothing yet.</li>}
      </ul>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void add();
        }}
      >
        <label>
          Called <input aria-label="Name of own timber" value={name} onChange={(e) => setName(e.target.value)} maxLength={40} className={`${box} w-40`} />
        </label>
        <label>
          for{" "}
          <select aria-label="What it is for" value={use} onChange={(e) => setUse(e.target.value)} className={box}>
            {USES.map(([key, words]) => (
              <option key={key} value={key}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <label>
          thick <input aria-label="Thickness" value={thickness} onChange={(e) => setThickness(e.target.value)} className={`${box} w-20`} />
        </label>
        <label>
          wide <input aria-label="Width" value={width} onChange={(e) => setWidth(e.target.value)} className={`${box} w-20`} />
        </label>
        <label>
          in lengths of <input aria-label="Lengths" value={had} onChange={(e) => setHad(e.target.value)} placeholder="2.4 m; 3.6 m" className={`${box} w-44`} />
        </label>
        <Strong type="submit" disabled={!name.trim() || !thickness || !width || !had}>
          Add it
        </Strong>
      </form>
      {wrong && (
        <p role="alert" className="mt-2 font-semibold text-bad">
          {wrong}
        </p>
      )}
    </Sheet>
  );
}
