import { useState } from "react";
import { Plain, Strong } from "../../ui/controls";
import { useDesk, valueAt } from "./state";

type Problem = Awaited<ReturnType<ReturnType<typeof useDesk.getState>["edit"]>>;
const NOTHING = { name: "", lengths: "", packs: "", kg: "", leaf: "" };
type Blank = keyof typeof NOTHING;

/** Fixings and hardware of the crew's own, each bought instead of one that is on the list. */
export function OwnGoods({ say, box }: { say: (problem: Problem) => boolean; box: string }) {
  const own = useDesk((s) => valueAt(s.document, "own_goods")) ?? [];
  const keys = useDesk((s) => s.desk?.own_keys) ?? {};
  const instead = useDesk((s) => s.desk?.own_for) ?? {};
  const may = useDesk((s) => s.desk?.stands_in) ?? [];
  const { edit } = useDesk.getState();
  const [of, setOf] = useState("");
  const [told, setTold] = useState(NOTHING);
  const [carries, setCarries] = useState("");
  const free = may.filter((one) => !own.some((each) => each.instead_of === one.id));
  const asked = free.find((one) => one.id === of) ?? free[0];
  const number = (text: string) => (text.trim() ? Number(text.replace(",", ".")) : null);
  const blank = (key: Blank, words: string, wide: string, like = "") => (
    <label>
      {words} <input aria-label={`Own hardware ${words}`} value={told[key]} placeholder={like} onChange={(e) => setTold({ ...told, [key]: e.target.value })} maxLength={key === "name" ? 40 : 200} className={`${box} ${wide}`} />
    </label>
  );
  const lacks = !asked || !told.name.trim() || (asked.lengths && !told.lengths) || (asked.packs && !told.packs) || (asked.leaf && !(number(told.leaf)! > 0)) || (asked.rated && carries !== asked.id);
  return (
    <section aria-label="Our own fixings and hardware">
      <h3 className="mt-4 font-bold">Our own fixings and hardware</h3>
      <p>Bought instead of what is on the list. What carries by a table or a rating is replaced by what its maker gives as much; a rating of its own for the screws of a ledger, piles, hangers and brackets is told where they are chosen.</p>
      <ul>
        {own.map((good) => (
          <li key={good.name} data-own-good={good.name} className="flex items-center gap-3 border-b border-rule py-1">
            <b className="flex-1">{good.name}</b> <code className="text-sm">{keys[good.name]}</code> <span className="text-faint">instead of {instead[good.name]}</span>
            <Plain onClick={() => void edit([{ do: "remove_own_good", name: good.name }], `own hardware: ${good.name} taken away`).then(say)}>Take away</Plain>
          </li>
        ))}
      </ul>
      {asked && (
        <form
          className="mt-2 flex flex-wrap items-end gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            const more = { lengths: asked.lengths ? told.lengths : "", packs: asked.packs ? told.packs : "", kg: number(told.kg), up_to_kg: asked.leaf ? number(told.leaf) : null, carries: asked.rated !== "" };
            void edit([{ do: "add_own_good", instead_of: asked.id, name: told.name, ...more }], `own hardware: ${told.name}`).then((problem) => {
              if (say(problem)) setTold(NOTHING);
            });
          }}
        >
          <label>
            Instead of{" "}
            <select aria-label="Instead of" value={asked.id} onChange={(e) => setOf(e.target.value)} className={`${box} max-w-60`}>
              {free.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </select>
          </label>
          {blank("name", "called", "w-40")}
          {asked.lengths && blank("lengths", "in lengths of", "w-36", "50; 65; 80")}
          {asked.packs && blank("packs", "in packs of", "w-24", "100; 500")}
          {asked.leaf && blank("leaf", "for a leaf of at most, kg", "w-16")}
          {!asked.packs && blank("kg", "one weighs, kg", "w-16", "as listed")}
          {asked.rated && (
            <label className="flex w-full items-center gap-2">
              <input type="checkbox" checked={carries === asked.id} onChange={(e) => setCarries(e.target.checked ? asked.id : "")} className="h-4 w-4 accent-[var(--signal)]" /> Its maker gives it at least {asked.rated}
            </label>
          )}
          <Strong type="submit" disabled={Boolean(lacks)}>
            Add the hardware
          </Strong>
        </form>
      )}
    </section>
  );
}
