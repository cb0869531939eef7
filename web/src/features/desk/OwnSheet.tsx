import { useState } from "react";
import { Plain, Strong } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { Sheet } from "../../ui/Sheet";
import { OwnGoods } from "./OwnGoods";
import { useDesk, valueAt } from "./state";

const USES = [
  ["post", "posts"],
  ["rail", "rails and frames"],
  ["board", "fence boards"],
  ["sheet", "sheets"],
  ["joist", "joists and beams"],
  ["stringer", "stringers"],
  ["fascia", "fascia"],
  ["decking", "deck boards"],
] as const;

const LAID = [
  ["joists", "on joists at most", "400"],
  ["diagonal", "at 45° at most", "300"],
  ["gap", "with a gap of", "5"],
  ["gap_least", "at least", "3"],
  ["gap_most", "at most", "8"],
] as const;

/** The crew's own timber and sheets: what no catalogue has, by its section and the lengths it is to be had in. */
export function OwnSheet({ onClose }: { onClose: () => void }) {
  const own = useDesk((s) => valueAt(s.document, "own")) ?? [];
  const lengths = useDesk((s) => s.desk?.lengths) ?? {};
  const keys = useDesk((s) => s.desk?.own_keys) ?? {};
  const { edit } = useDesk.getState();
  const [name, setName] = useState("");
  const [use, setUse] = useState<string>("board");
  const [thickness, setThickness] = useState("");
  const [width, setWidth] = useState("");
  const [had, setHad] = useState("");
  const [laid, setLaid] = useState<Record<string, string>>({});
  const [moves, setMoves] = useState("timber");
  const [wrong, setWrong] = useState("");
  const say = (problem: Awaited<ReturnType<typeof edit>>) => {
    const fault = problem?.errors?.[0];
    setWrong(fault ? `${fault.message}. Allowed: ${fault.allowed}.` : (problem?.detail ?? ""));
    if (problem) useDesk.getState().dismiss();
    return !problem;
  };
  const add = async () => {
    const told = { joists: laid.joists ?? "", diagonal: laid.diagonal ?? "", gap: laid.gap ?? "", gap_least: laid.gap_least ?? "", gap_most: laid.gap_most ?? "", moves };
    const how = use === "decking" ? { laid: told } : {};
    if (say(await edit([{ do: "add_own", name, use, thickness, width, lengths: had, ...how }], `own timber: ${name}`))) {
      setName("");
      setThickness("");
      setWidth("");
      setHad("");
    }
  };
  const box = "min-h-9 border-b-2 border-ink/50 bg-board px-1 font-semibold";
  return (
    <Sheet open onClose={onClose} title="Our own timber, bags and hardware">
      <p>What you have that is in no list of choices: it can then be chosen wherever its kind is. Its price goes into a book under the key beside its name.</p>
      <ul className="my-2">
        {own.map((each, n) => (
          <li key={each.name} data-own={each.name} className="flex items-center gap-3 border-b border-rule py-1">
            <b className="flex-1">{each.name}</b>
            <code className="text-sm">{keys[each.name]}</code>
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
        {use === "decking" && (
          <>
            {LAID.map(([key, words, like]) => (
              <label key={key}>
                {words} <input aria-label={`Deck boards ${words}`} value={laid[key] ?? ""} placeholder={like} onChange={(e) => setLaid({ ...laid, [key]: e.target.value })} className={`${box} w-16`} />
              </label>
            ))}
            <label>
              of{" "}
              <select aria-label="What it grows like" value={moves} onChange={(e) => setMoves(e.target.value)} className={box}>
                <option value="timber">timber</option>
                <option value="composite">composite</option>
                <option value="pvc">plastic</option>
              </select>
            </label>
          </>
        )}
        <Strong type="submit" disabled={!name.trim() || !thickness || !width || !had || (use === "decking" && LAID.some(([key]) => !laid[key]))}>
          Add it
        </Strong>
      </form>
      <Bags say={say} box={box} />
      <OwnGoods say={say} box={box} />
      {wrong && (
        <p role="alert" className="mt-2 font-semibold text-bad">
          {wrong}
        </p>
      )}
    </Sheet>
  );
}

/** Bags of concrete of the crew's own, by what they weigh. */
function Bags({ say, box }: { say: (problem: Awaited<ReturnType<ReturnType<typeof useDesk.getState>["edit"]>>) => boolean; box: string }) {
  const own = useDesk((s) => valueAt(s.document, "own_bags")) ?? [];
  const { edit } = useDesk.getState();
  const [name, setName] = useState("");
  const [kg, setKg] = useState("");
  return (
    <section aria-label="Our own bags of concrete">
      <h3 className="mt-4 font-bold">Our own bags of concrete</h3>
      <ul>
        {own.map((bag) => (
          <li key={bag.name} data-own-bag={bag.name} className="flex items-center gap-3 border-b border-rule py-1">
            <b className="flex-1">{bag.name}</b> {bag.kg} kg
            <Plain onClick={() => void edit([{ do: "remove_own_bag", name: bag.name }], `own bag: ${bag.name} taken away`).then(say)}>Take away</Plain>
          </li>
        ))}
      </ul>
      <form
        className="mt-2 flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void edit([{ do: "add_own_bag", name, kg: Number(kg.replace(",", ".")) }], `own bag: ${name}`).then((problem) => {
            if (say(problem)) {
              setName("");
              setKg("");
            }
          });
        }}
      >
        <label>
          Called <input aria-label="Name of own bag" value={name} onChange={(e) => setName(e.target.value)} maxLength={40} className={`${box} w-40`} />
        </label>
        <label>
          it weighs <input aria-label="Weight of own bag, kg" value={kg} inputMode="decimal" onChange={(e) => setKg(e.target.value)} className={`${box} w-16`} /> kg
        </label>
        <Strong type="submit" disabled={!name.trim() || !(Number(kg.replace(",", ".")) > 0)}>
          Add the bag
        </Strong>
      </form>
    </section>
  );
}
